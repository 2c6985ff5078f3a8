'use client'
import { useQuery } from '@tanstack/react-query'
import { Copy, Download, LoaderCircle } from 'lucide-react'
import { useEffect, useState } from 'react'
import type { Bounds } from '@/core/geometry/bounds'
import { placedBounds } from '@/core/geometry/placement'
import { type OutputId, outputOf, outputs } from '@/core/outputs/list'
import type { Excerpt } from '@/wire/deliveries'
import { resolvedOf } from '../actions/handled'
import { useBench, useBenchState } from '../state/bench-context'
import { Button } from '../ui/button'
import { Choice } from '../ui/choice'
import { DialogFrame } from '../ui/dialog-frame'
import { NumberField } from '../ui/number-field'
import { Segments } from '../ui/segments'
import { useLater } from '../ui/use-later'
import { type Options, PLAIN, settingsIn, sizeLabel } from './delivery'
import { copyPart, partFile, saveFile } from './excerpts'
import { FactorField, FormatSettings } from './format-settings'

/** A selection, or a box of the page, as a file of its own: with all that reaches out of it, on nothing, a colour or what lies there. */
export function ExcerptDialog() {
  const bench = useBench()
  const open = useBenchState((s) => s.dialog === 'excerpt')
  return (
    <DialogFrame
      open={open}
      onClose={() => bench.set({ dialog: null, excerptBox: null })}
      title="Export a part"
      note="Shadows, halos and all else that reaches out are whole."
      className="w-[860px]"
    >
      {open && <Inside />}
    </DialogFrame>
  )
}

type Of = 'selection' | 'box'
const SIDE = 520
/** What of the formats goes out part by part. */
const FORMATS = outputs.filter((f) => f.takes !== 'design')

function Inside() {
  const bench = useBench()
  const selection = useBenchState((s) => s.selection)
  const drawn = useBenchState((s) => s.excerptBox)
  const page = useBenchState((s) => s.resolved)
  const [of, setOf] = useState<Of>(drawn || selection.length === 0 ? 'box' : 'selection')
  const [box, setBox] = useState<Bounds>(
    () => drawn ?? { left: 0, top: 0, right: page.width, bottom: page.height },
  )
  const [ground, setGround] = useState<'nothing' | 'beneath' | 'colour'>(drawn ? 'beneath' : 'nothing')
  const [colour, setColour] = useState('#ffffff')
  const [how, setHow] = useState<Pick<Options, 'format' | 'chosen'>>({ format: 'png', chosen: {} })
  const [scale, setScale] = useState(1)
  const part: Excerpt = {
    layers: of === 'selection' ? selection : [],
    box: of === 'box' ? box : null,
    ground: ground === 'colour' ? colour : ground,
    format: how.format,
    settings: settingsIn({ ...PLAIN, ...how }),
    scale,
  }
  const bounds = of === 'box' ? box : boundsOf(bench.store.getState(), selection)
  const seenAt = Math.min(1, SIDE / Math.max(1, bounds.right - bounds.left, bounds.bottom - bounds.top))
  const asked = useLater(
    JSON.stringify({ ...part, format: 'png', settings: {}, scale: Number(seenAt.toFixed(3)) }),
    250,
  )
  const seen = useQuery({
    queryKey: ['excerpt', bench.store.getState().revision, asked],
    queryFn: ({ signal }) => partFile(bench, JSON.parse(asked) as Excerpt, signal),
    retry: false,
    gcTime: 0,
  })
  const picture = usePictureUrl(seen.data?.blob)
  const [state, setState] = useState<{ text: string; trouble: boolean } | 'busy' | null>(null)
  const make = async (use: (file: Awaited<ReturnType<typeof partFile>>) => Promise<string>) => {
    setState('busy')
    try {
      setState({ text: await use(await partFile(bench, part)), trouble: false })
    } catch (thrown) {
      setState({ text: thrown instanceof Error ? thrown.message : 'This could not be made.', trouble: true })
    }
  }
  const save = () =>
    make(async ({ blob, name, message }) => {
      saveFile(blob, name)
      return `${name}, ${sizeLabel(blob.size)}. ${message}`
    })
  const copy = async () => {
    setState('busy')
    setState(await copyPart(bench, part))
  }
  const format = outputOf(how.format)
  return (
    <div className="flex min-h-0 flex-1">
      <div className="relative flex min-w-0 flex-1 items-center justify-center bg-stage p-5">
        {picture && (
          // biome-ignore lint/performance/noImgElement: a picture made just now, that only this page has
          <img
            src={picture}
            alt="The part as it will be"
            className={`max-h-full max-w-full object-contain shadow-md ${ground === 'nothing' ? 'checker' : ''}`}
            draggable
          />
        )}
        {seen.isError && <p className="max-w-72 text-center text-small text-soft">{seen.error.message}</p>}
        {seen.isFetching && (
          <LoaderCircle className="absolute animate-spin text-soft" aria-label="The part is being made" />
        )}
      </div>
      <div className="scroll-thin flex w-72 shrink-0 flex-col gap-4 overflow-y-auto border-l border-line p-4">
        <Segments
          label="What goes out"
          value={of}
          options={[
            ['selection', 'Selection'],
            ['box', 'Box of the page'],
          ]}
          onChange={(v) => {
            if (v === 'box' || selection.length > 0) setOf(v as Of)
          }}
        />
        {of === 'box' && <BoxFields box={box} set={setBox} />}
        <Segments
          label="Ground"
          value={ground}
          options={[
            ['nothing', 'Nothing'],
            ['beneath', 'As it lies'],
            ['colour', 'Colour'],
          ]}
          onChange={(v) => setGround(v as typeof ground)}
        />
        {ground === 'colour' && (
          <input
            type="color"
            aria-label="Colour of the ground"
            className="h-7 w-full"
            value={colour}
            onChange={(e) => setColour(e.target.value)}
          />
        )}
        <Choice
          label="Format"
          value={how.format}
          options={FORMATS.map((f) => ({ value: f.id, label: f.label }))}
          onChange={(v) => setHow({ ...how, format: v as OutputId })}
        />
        <FormatSettings
          format={format}
          settings={part.settings}
          set={(chosen) => setHow({ ...how, chosen: { ...how.chosen, [how.format]: chosen } })}
        />
        {format.takes === 'picture' && <FactorField value={scale} onChange={setScale} />}
        {ground === 'nothing' && !format.keeps.transparency && (
          <p className="text-tiny text-warn">{format.label} has no transparency: it lies on white.</p>
        )}
        <div className="mt-auto flex flex-col gap-2">
          {state && state !== 'busy' && (
            <p role="status" className={`text-tiny ${state.trouble ? 'text-warn' : 'text-soft'}`}>
              {state.text}
            </p>
          )}
          <Button disabled={state === 'busy'} onClick={() => void copy()}>
            <Copy size={14} />
            Copy as a picture
          </Button>
          <Button look="primary" disabled={state === 'busy'} onClick={() => void save()}>
            <Download size={14} />
            {state === 'busy' ? 'Being made …' : 'Save the file'}
          </Button>
        </div>
      </div>
    </div>
  )
}
function BoxFields({ box, set }: { box: Bounds; set: (b: Bounds) => void }) {
  const { left, top, right, bottom } = box
  const field = (
    label: string,
    short: string,
    value: number,
    change: (v: number) => Bounds,
    min = -10_000,
  ) => (
    <NumberField
      label={label}
      short={short}
      unit="px"
      min={min}
      digits={0}
      value={value}
      onChange={(v) => set(change(v))}
    />
  )
  return (
    <div className="grid grid-cols-2 gap-2">
      {field('Left of the box', 'x', left, (v) => ({ ...box, left: v, right: v + right - left }))}
      {field('Top of the box', 'y', top, (v) => ({ ...box, top: v, bottom: v + bottom - top }))}
      {field('Width of the box', 'w', right - left, (v) => ({ ...box, right: left + v }), 1)}
      {field('Height of the box', 'h', bottom - top, (v) => ({ ...box, bottom: top + v }), 1)}
    </div>
  )
}
/** About how large a selection is, for a picture of it. */
function boundsOf(s: Parameters<typeof resolvedOf>[0], ids: readonly string[]): Bounds {
  const all = ids.flatMap((id) => {
    const own = resolvedOf(s, id)
    return own ? [placedBounds(own.layer.placement)] : []
  })
  const [first, ...rest] = all
  return rest.reduce(
    (a, b) => ({
      left: Math.min(a.left, b.left),
      top: Math.min(a.top, b.top),
      right: Math.max(a.right, b.right),
      bottom: Math.max(a.bottom, b.bottom),
    }),
    first ?? { left: 0, top: 0, right: s.resolved.width, bottom: s.resolved.height },
  )
}
function usePictureUrl(blob: Blob | undefined): string | null {
  const [url, setUrl] = useState<string | null>(null)
  useEffect(() => {
    if (!blob) return
    const made = URL.createObjectURL(blob)
    setUrl(made)
    return () => URL.revokeObjectURL(made)
  }, [blob])
  return url
}
