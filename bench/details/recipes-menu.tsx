'use client'
import { BookOpen, Save } from 'lucide-react'
import { Popover } from 'radix-ui'
import { useEffect, useRef, useState } from 'react'
import { inOrder } from '@/core/basics/order'
import { isWorded } from '@/core/kinds/facts'
import type { Layer } from '@/core/kinds/list'
import { looks, treatmentsIn } from '@/core/treatments/recipes'
import type { Wearer } from '@/core/treatments/sized'
import { wordRecipes, wordTreatments } from '@/core/treatments/word-recipes'
import { followRecipe, keepRecipe, putOn, putOnWords } from '../actions/treating'
import { wearerOf } from '../actions/wearer'
import { useBench, useBenchState } from '../state/bench-context'
import { Button, IconButton } from '../ui/button'
import type { Trial } from '../worker/protocol'

/** CSS px of a picture. */
const SIDE = 84
const GROUPS = ['Paper and print', 'Light and film', 'Colour', 'Clean'] as const

/** Recipes to put on what is selected, each shown on it: those that ship, and the design's own. */
export function RecipesMenu({ layer }: { layer: Layer }) {
  const [open, setOpen] = useState(false)
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <IconButton label="Recipes" className="!size-6">
          <BookOpen size={13} />
        </IconButton>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          side="right"
          align="start"
          sideOffset={12}
          collisionPadding={8}
          aria-label="Recipes"
          className="scroll-thin z-50 max-h-[var(--radix-popover-content-available-height)] w-[404px] overflow-y-auto rounded-lg border border-line bg-panel p-3 shadow-xl"
        >
          <Recipes layer={layer} done={() => setOpen(false)} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}

type Pictures = Record<string, Uint8ClampedArray<ArrayBuffer>>
/** Pictures of the selection with each of the trials, as they come. */
function usePictures(trials: readonly Trial[]): { pictures: Pictures; side: number } {
  const bench = useBench()
  const s = useBenchState((state) => ({
    page: state.page,
    channel: state.channel,
    selection: state.selection,
  }))
  const [pictures, setPictures] = useState<Pictures>({})
  const side = Math.round(SIDE * (globalThis.devicePixelRatio || 1))
  const names = trials.map((t) => t.name).join('|')
  // biome-ignore lint/correctness/useExhaustiveDependencies: what the trials are is told by their names
  useEffect(() => {
    setPictures({})
    const turn = bench.client.setTrials(s.page, s.channel, s.selection, [...trials], side)
    const quiet = bench.client.listen((m) => {
      if (m.kind === 'trial' && m.turn === turn) setPictures((held) => ({ ...held, [m.name]: m.data }))
    })
    return () => {
      quiet()
      bench.client.setTrials(s.page, s.channel, [], [], side)
    }
  }, [bench, s.page, s.channel, s.selection, side, names])
  return { pictures, side }
}

function Recipes({ layer, done }: { layer: Layer; done: () => void }) {
  const bench = useBench()
  const recipes = useBenchState((s) => s.design.recipes)
  const own = inOrder(recipes)
  const wearer = isWorded(layer) ? wearerOf(bench, layer.id) : null
  const trials: Trial[] = [
    ...(wearer ? wordRecipes : []).map((r) => ({
      name: `words:${r.name}`,
      treatments: Object.fromEntries(wordTreatments(r, wearer as Wearer).map((t) => [t.id, t])),
      body: r.body ?? 1,
    })),
    ...own.map((r) => ({ name: `own:${r.id}`, treatments: r.treatments })),
    ...looks.map((l) => ({
      name: l.name,
      treatments: Object.fromEntries(treatmentsIn(l).map((t) => [t.id, t])),
    })),
  ]
  const { pictures, side } = usePictures(trials)
  const card = (name: string, label: string, run: () => void) => (
    <button
      key={name}
      type="button"
      className="group flex w-[88px] flex-col items-center gap-0.5 rounded-control p-0.5 hover:bg-well"
      onClick={() => {
        run()
        done()
      }}
    >
      <Thumb data={pictures[name]} side={side} dark={wearer !== null && wearer.ground < 0.5} />
      <span className="w-full truncate text-center text-tiny">{label}</span>
    </button>
  )
  return (
    <>
      <div className="mb-1 flex items-center justify-between">
        <h4 className="text-tiny text-soft">Of this design, followed</h4>
        <Button
          small
          disabled={Object.keys(layer.treatments).length === 0}
          onClick={() => {
            keepRecipe(bench, layer.id)
            done()
          }}
        >
          <Save size={12} />
          Keep these as a recipe
        </Button>
      </div>
      <div className="flex flex-wrap gap-1">
        {own.map((r) => card(`own:${r.id}`, r.name, () => followRecipe(bench, r.id)))}
        {own.length === 0 && (
          <p className="text-tiny text-soft">None yet. What follows one changes with it.</p>
        )}
      </div>
      {wearer && (
        <>
          <h4 className="mt-2 mb-1 text-tiny text-soft">Words</h4>
          <div className="flex flex-wrap gap-1">
            {wordRecipes.map((r) => card(`words:${r.name}`, r.name, () => putOnWords(bench, r)))}
          </div>
        </>
      )}
      {GROUPS.map((group) => (
        <div key={group}>
          <h4 className="mt-2 mb-1 text-tiny text-soft">{group}</h4>
          <div className="flex flex-wrap gap-1">
            {looks
              .filter((l) => l.group === group)
              .map((l) => card(l.name, l.name, () => putOn(bench, `Recipe ${l.name}`, treatmentsIn(l))))}
          </div>
        </div>
      ))}
    </>
  )
}

function Thumb({
  data,
  side,
  dark,
}: {
  data: Uint8ClampedArray<ArrayBuffer> | undefined
  side: number
  /** Light words are seen on a dark ground. */
  dark: boolean
}) {
  const ref = useRef<HTMLCanvasElement>(null)
  const ground = dark ? 'bg-[#39403c]' : 'bg-[#efece6]'
  useEffect(() => {
    if (data) ref.current?.getContext('2d')?.putImageData(new ImageData(data, side, side), 0, 0)
  }, [data, side])
  return (
    <canvas
      ref={ref}
      width={side}
      height={side}
      style={{ width: SIDE, height: SIDE }}
      className={`rounded-control ${data ? ground : 'animate-pulse bg-well'}`}
      aria-hidden="true"
      data-made={data ? 'yes' : 'no'}
    />
  )
}
