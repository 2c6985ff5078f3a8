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
  // A first line is drawn in ink that is seen on what lies there.
  const drawLine = async (weight: number) => {
    const isFirst = before.current ?? first?.stroke.weight
    before.current = null
    const p = first && isFirst === 0 && weight > 0 ? first.placement : null
    const colour = p && (await inkAt(bench, { x: p.x, y: p.y - p.height / 2 }))
    set(words.weight, colour ? { weight, colour } : { weight })
  }
  return (
    <>
      <NumberField
        label={words.weight}
        short={words.short}
        unit="px"
        min={0}
        max={5000}
        value={shared(layers, (l) => l.stroke.weight)}
        onChange={(weight) => void drawLine(weight)}
        onDrag={(weight) => {
          before.current ??= first?.stroke.weight ?? null
          set(words.weight, { weight }, 'shown')
        }}
      />
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
