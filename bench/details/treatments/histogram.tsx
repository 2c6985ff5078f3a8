'use client'
import { Pipette } from 'lucide-react'
import { useEffect, useState } from 'react'
import { BINS, type Histogram } from '@/core/render/histogram'
import type { Definition } from '@/core/treatments/definition'
import { curvesFor, levelsFor, PICKED, type PickedPoint } from '@/core/treatments/light/points'
import type { Treatment } from '@/core/treatments/order'
import { changeTreatment, type Nth } from '../../actions/treating'
import { useBench, usePaced } from '../../state/bench-context'
import { Button } from '../../ui/button'

const HEIGHT = 40
const COLOURS = [
  ['red', '#d0453b'],
  ['green', '#3d9a50'],
  ['blue', '#3f6fd1'],
] as const
/** Shares that are clipped are told from this on. */
const TOLD = 0.002

/** How light what a treatment acts on is, told anew whenever something changed; null until it is known. */
export function useHistogram(layer: string, treatment: string): Histogram | null {
  const bench = useBench()
  const [known, setKnown] = useState<Histogram | null>(null)
  const seen = usePaced('kept', (s) => s.resolved)
  // What is seen of the page changed: that is when it is asked for.
  // biome-ignore lint/correctness/useExhaustiveDependencies: the page itself is not read here
  useEffect(() => {
    let here = true
    void bench.client
      .ask<Histogram | null>({ ask: 'acted', layer, treatment, at: null })
      .then((found) => here && found && setKnown(found))
      .catch(() => undefined)
    return () => {
      here = false
    }
  }, [bench, layer, treatment, seen])
  return known
}
/** The outline of a list of heights in a box of a width and height. */
export function areaPath(bins: readonly number[], width: number, height: number): string {
  if (bins.length === 0) return ''
  const at = (v: number, n: number) =>
    `${((n * width) / (BINS - 1)).toFixed(2)} ${(height * (1 - v)).toFixed(2)}`
  return `M0 ${height}L${bins.map(at).join('L')}L${width} ${height}Z`
}
const percentOf = (share: number): string => `${(share * 100).toFixed(share < 0.1 ? 1 : 0)} %`

/** What a treatment acts on, from dark to light, with the values that its settings mark; its clipped ends are told. */
export function HistogramField({
  t,
  definition,
  layer,
  which,
}: {
  t: Treatment
  definition: Definition
  layer: string
  which: Nth
}) {
  const known = useHistogram(layer, t.id)
  const marks = definition.histogram?.(t as never) ?? []
  const [dark, bright] = [known?.dark ?? 0, known?.bright ?? 0]
  return (
    <div className="flex flex-col gap-1">
      <svg
        viewBox={`0 0 100 ${HEIGHT}`}
        preserveAspectRatio="none"
        className="h-12 w-full rounded-control bg-well"
        role="img"
        aria-label={`What ${definition.label} acts on, from dark to light`}
      >
        {known && (
          <>
            <path d={areaPath(known.light, 100, HEIGHT)} className="fill-ink" opacity={0.28} />
            {COLOURS.map(([name, hue]) => (
              <path
                key={name}
                d={areaPath(known[name], 100, HEIGHT)}
                fill="none"
                stroke={hue}
                strokeWidth={1}
                vectorEffect="non-scaling-stroke"
              />
            ))}
          </>
        )}
        {marks.map((m, n) => (
          <path
            key={n}
            d={`M${m * 100} 0V${HEIGHT}`}
            className="stroke-accent"
            strokeWidth={1.5}
            vectorEffect="non-scaling-stroke"
          />
        ))}
      </svg>
      {(dark > TOLD || bright > TOLD) && (
        <p className="flex justify-between text-tiny text-soft tabular-nums">
          <span>{dark > TOLD && `${percentOf(dark)} at the dark end`}</span>
          <span>{bright > TOLD && `${percentOf(bright)} at the light end`}</span>
        </p>
      )}
      <PickPoints t={t} layer={layer} which={which} />
    </div>
  )
}
const NAMES: Record<PickedPoint, string> = { black: 'Black', grey: 'Grey', white: 'White' }
/** Black, a neutral grey and white are picked on the stage, where the treatment can be told by them. */
function PickPoints({ t, layer, which }: { t: Treatment; layer: string; which: Nth }) {
  const bench = useBench()
  if (t.kind !== 'levels' && t.kind !== 'curves') return null
  const pick = (point: PickedPoint) =>
    bench.set({
      tool: 'sample',
      sampleFor: (_colour, at) => void take(point, at),
    })
  const take = async (point: PickedPoint, at: { x: number; y: number } | undefined) => {
    const rgb =
      at &&
      (await bench.client.ask<[number, number, number] | null>({ ask: 'acted', layer, treatment: t.id, at }))
    if (!rgb)
      return bench.notify('There is nothing of it there. Pick a point where it shows; nothing was changed.')
    const change = t.kind === 'levels' ? levelsFor(point, rgb, t as never) : curvesFor(point, rgb, t as never)
    changeTreatment(bench, `${NAMES[point].toLowerCase()} point`, which, change)
  }
  return (
    <div role="group" aria-label="Picked on the stage" className="grid grid-cols-3 gap-1">
      {PICKED.map((point) => (
        <Button
          key={point}
          small
          title={`Press on the stage what is to be ${point === 'grey' ? 'a neutral grey' : point}`}
          onClick={() => pick(point)}
        >
          <Pipette aria-hidden size={11} /> {NAMES[point]}
        </Button>
      ))}
    </div>
  )
}
