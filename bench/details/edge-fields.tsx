'use client'
import { useRef } from 'react'
import { onLayer } from '@/core/design/properties/targets'
import type { Edged } from '@/core/kinds/facts'
import type { Stroke } from '@/core/vector/stroke-style'
import { inkAt } from '../actions/placing'
import { useBench } from '../state/bench-context'
import { setThings, type Values } from '../state/properties'
import { Choice } from '../ui/choice'
import { NumberField } from '../ui/number-field'
import { ColourField } from './colour-field'
import { shared } from './section'

/** Lengths of dash and gap in weights of the line. */
const DASHES: Record<string, number[]> = { solid: [], dashed: [3, 2], dotted: [0, 2] }
const dashName = (dash: readonly number[]): string =>
  Object.entries(DASHES).find(([, d]) => d.join() === dash.join())?.[0] ?? 'dashed'

type Of = { layers: readonly Edged[] }
/** Sets the same on all of some things, on the channel shown. */
function useSetAll(layers: Of['layers']) {
  const bench = useBench()
  return (name: string, values: Values, only?: 'shown') =>
    setThings(
      bench,
      name,
      layers.map((l) => [onLayer(l.id), values] as const),
      only,
    )
}

/** What the line around things is called, as a whole and in its parts. */
type LineWords = { weight: string; short: string; line: string; colour: string }
/** The line around things: its weight, dashes and, where there is one, colour. */
export function LineFields({ layers, words }: Of & { words: LineWords }) {
  const bench = useBench()
  const setAll = useSetAll(layers)
  const set = (name: string, stroke: Partial<Stroke>, only?: 'shown') => setAll(name, { stroke }, only)
  const [first] = layers
  /** The weight before it was dragged. */
  const before = useRef<number | null>(null)
  /** Ink that is seen on what lies there: asked for as soon as the hand comes near, so that no line waits for it. */
  const ink = useRef<{ of: string; colour: string | null; found: Promise<string> } | null>(null)
  const askInk = () => {
    if (!first || first.stroke.weight > 0) return
    const { id, placement: p } = first
    const asked = {
      of: id,
      colour: null as string | null,
      found: inkAt(bench, { x: p.x, y: p.y - p.height / 2 }),
    }
    ink.current = asked
    void asked.found.then((colour) => {
      asked.colour = colour
    })
  }
  // A first line is drawn at once; where its ink is not known yet, that follows as a step of its own.
  const drawLine = (weight: number) => {
    const isFirst = (before.current ?? first?.stroke.weight) === 0 && weight > 0
    before.current = null
    const asked = isFirst && ink.current?.of === first?.id ? ink.current : null
    const now = asked?.colour
    set(words.weight, now ? { weight, colour: now } : { weight })
    const was = first?.stroke.colour
    if (asked && !now)
      void asked.found.then((colour) => {
        const now = bench.store.getState().design.layers[asked.of]
        if (now && 'stroke' in now && now.stroke.colour === was && was !== colour)
          set(words.colour, { colour })
      })
  }
  return (
    <>
      <div className="contents" onFocusCapture={askInk} onPointerDownCapture={askInk}>
        <NumberField
          label={words.weight}
          short={words.short}
          unit="px"
          min={0}
          max={5000}
          value={shared(layers, (l) => l.stroke.weight)}
          onChange={drawLine}
          onDrag={(weight) => {
            before.current ??= first?.stroke.weight ?? null
            set(words.weight, { weight }, 'shown')
          }}
        />
      </div>
      <Choice
        label={words.line}
        value={shared(layers, (l) => dashName(l.stroke.dash))}
        options={Object.keys(DASHES).map((d) => ({ value: d, label: d }))}
        onChange={(name) =>
          set('Line style', {
            dash: [...(DASHES[name] ?? [])],
            cap: name === 'dotted' ? 'round' : 'butt',
          })
        }
      />
      {first && first.stroke.weight > 0 && (
        <div className="col-span-2">
          <ColourField
            label={words.colour}
            colour={first.stroke.colour}
            onPreview={(colour) => set(words.colour, { colour }, 'shown')}
            onChange={(colour) => set(words.colour, { colour })}
          />
        </div>
      )}
    </>
  )
}

/** The radius of the corners of rectangles, where all of them have one. */
export function RadiusField({ layers }: Of) {
  const set = useSetAll(layers)
  const even = layers.every((l) => l.radii.every((r) => r === l.radii[0]))
  const all = (v: number) => ({ radii: [v, v, v, v] })
  return (
    <NumberField
      label="Corner radius"
      short="corners"
      unit="px"
      min={0}
      value={even ? shared(layers, (l) => l.radii[0]) : null}
      onChange={(v) => set('Corner radius', all(v))}
      onDrag={(v) => set('Corner radius', all(v), 'shown')}
    />
  )
}
/** How many points polygons and stars have. */
export function PointsField({ layers }: Of) {
  const set = useSetAll(layers)
  return (
    <NumberField
      label="Number of points"
      short="points"
      min={3}
      max={64}
      digits={0}
      value={shared(layers, (l) => l.corners)}
      onChange={(v) => set('Points', { corners: Math.round(v) })}
      onDrag={(v) => set('Points', { corners: Math.round(v) }, 'shown')}
    />
  )
}
