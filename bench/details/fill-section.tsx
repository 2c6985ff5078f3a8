'use client'
import type { Draft } from 'immer'
import { useEffect, useState } from 'react'
import type { Paint } from '@/core/colour/paint'
import { setOnLayer } from '@/core/design/properties/set'
import { onLayer } from '@/core/design/properties/targets'
import type { Design } from '@/core/design/schema'
import { hasParts, isShape, isWorded, takesPicture } from '@/core/kinds/facts'
import type { LayerOf } from '@/core/kinds/list'
import { type Artwork, lineWeights, partLabels, readSvg } from '@/core/vector/svg'
import type { Leaf } from '../actions/handled'
import { useBench, useBenchState, usePaced } from '../state/bench-context'
import { Choice } from '../ui/choice'
import { NumberField } from '../ui/number-field'
import { serverLoader } from '../worker/loader'
import { ColourField } from './colour-field'
import { GradientEditor } from './gradient-editor'
import { Section } from './section'

type Filled = LayerOf<'shape'> | LayerOf<'slot'> | LayerOf<'type'>
const KINDS = [
  ['solid', 'Solid'],
  ['linear', 'Linear gradient'],
  ['radial', 'Radial gradient'],
  ['conic', 'Conic gradient'],
  ['none', 'None'],
] as const

export function FillSection({ leaves }: { leaves: readonly Leaf[] }) {
  const bench = useBench()
  const channel = useBenchState((s) => s.channel)
  const filled = leaves.filter(
    (l): l is Filled => (isShape(l) && l.form !== 'line') || takesPicture(l) || isWorded(l),
  )
  const graphics = leaves.flatMap((l) => (hasParts(l) ? [l] : []))
  const [first] = filled
  const write = (fill: Paint) => (d: Draft<Design>) =>
    filled.forEach((l) => setOnLayer(d, channel, l.id, 'fill', fill))
  const base = first ? baseColour(first.fill) : '#c65a36'
  const change = (kind: string) => {
    const stops =
      first && 'stops' in first.fill
        ? first.fill.stops
        : { a: { offset: 0, colour: base }, b: { offset: 1, colour: '#ffffff00' } }
    const made: Record<Paint['kind'], Paint> = {
      none: { kind: 'none' },
      solid: { kind: 'solid', colour: base },
      linear: { kind: 'linear', angleDegrees: 90, stops },
      radial: { kind: 'radial', x: 0.5, y: 0.5, radius: 1, stops },
      conic: { kind: 'conic', x: 0.5, y: 0.5, angleDegrees: -90, stops },
    }
    const fill = made[kind as Paint['kind']]
    bench.edit('Fill', write(fill))
  }
  return (
    <Section
      title={graphics.length > 0 && !first ? 'Parts' : 'Fill'}
      own={{ of: leaves.map((l) => onLayer(l.id)), keys: ['fill', 'parts', 'weights'] }}
    >
      {first && (
        <>
          <Choice
            label="Kind of fill"
            value={first.fill.kind}
            options={KINDS.filter(([k]) => k !== 'none' || !isWorded(first)).map(([value, label]) => ({
              value,
              label,
            }))}
            onChange={change}
          />
          {first.fill.kind === 'solid' && (
            <ColourField
              label="Fill colour"
              {...(isWorded(first) ? { against: first.id } : {})}
              colour={first.fill.colour}
              onPreview={(colour) => bench.preview(write({ kind: 'solid', colour }))}
              onChange={(colour) => bench.commit('Fill', write({ kind: 'solid', colour }))}
            />
          )}
          {first.fill.kind !== 'solid' && first.fill.kind !== 'none' && (
            <GradientEditor
              paint={first.fill}
              onPreview={(p) => bench.preview(write(p))}
              onChange={(p) => bench.commit('Gradient', write(p))}
            />
          )}
        </>
      )}
      {graphics.length > 0 && <Parts graphics={graphics} />}
    </Section>
  )
}
const baseColour = (fill: Paint): string => {
  if (fill.kind === 'solid') return fill.colour
  if (fill.kind === 'none') return '#c65a36'
  return Object.values(fill.stops).sort((a, b) => a.offset - b.offset)[0]?.colour ?? '#c65a36'
}

/** What the files of some graphics say of their parts: what people call them, and how heavy their lines are, px of the page. */
function useArtwork(graphics: readonly LayerOf<'graphic'>[]): {
  labels: Record<string, string>
  weights: Record<string, number>
} {
  const [known, setKnown] = useState<Record<string, Artwork>>({})
  const sources = [...new Set(graphics.map((g) => g.source))].sort().join()
  useEffect(() => {
    let here = true
    for (const source of sources.split(',').filter(Boolean))
      void serverLoader
        .graphic(source)
        .then((text) => {
          if (here && text) setKnown((k) => ({ ...k, [source]: readSvg(text) }))
        })
        .catch(() => undefined)
    return () => {
      here = false
    }
  }, [sources])
  const labels: Record<string, string> = {}
  const weights: Record<string, number> = {}
  for (const g of graphics) {
    const art = known[g.source]
    if (!art) continue
    Object.assign(labels, partLabels(art))
    const k = Math.sqrt((g.placement.width / art.width) * (g.placement.height / art.height))
    for (const [part, weight] of Object.entries(lineWeights(art)))
      weights[part] ??= weight * k * (g.weights[part] ?? 1)
  }
  return { labels, weights }
}
/** Each named part of the graphics with its colour, and where it draws lines with their weight. */
function Parts({ graphics }: { graphics: readonly LayerOf<'graphic'>[] }) {
  const bench = useBench()
  const s = usePaced('stage', (state) => ({
    channel: state.channel,
    sources: state.sources,
    design: state.design,
  }))
  const { labels, weights } = useArtwork(graphics)
  const names = [
    ...new Set(graphics.flatMap((g) => Object.keys({ ...s.sources[g.source]?.parts, ...g.parts }))),
  ]
  const write = (part: string, colour: string) => (d: Draft<Design>) => {
    for (const g of graphics)
      if (part in { ...s.sources[g.source]?.parts, ...g.parts })
        setOnLayer(d, s.channel, g.id, 'parts', { [part]: colour })
  }
  const weigh = (part: string, to: number) => (d: Draft<Design>) => {
    for (const g of graphics) {
      const by = (to / Math.max(0.01, weights[part] ?? 1)) * (g.weights[part] ?? 1)
      setOnLayer(d, s.channel, g.id, 'weights', { [part]: Math.min(100, Math.max(0, by)) })
    }
  }
  return (
    <>
      {names.map((part) => {
        const colour =
          graphics
            .map((g) => g.parts[part] ?? s.sources[g.source]?.parts?.[part])
            .find((c) => c !== undefined) ?? '#000000'
        const name = labels[part] ?? part
        return (
          <div key={part} className="space-y-1.5">
            <ColourField
              label={name}
              named={name}
              colour={colour}
              onPreview={(c) => bench.preview(write(part, c))}
              onChange={(c) => bench.commit(`Colour of ${name}`, write(part, c))}
            />
            {weights[part] !== undefined && (
              <NumberField
                label={`Lines of ${name}`}
                short="lines"
                unit="px"
                min={0}
                max={400}
                digits={1}
                value={weights[part]}
                onChange={(v) => bench.commit(`Lines of ${name}`, weigh(part, v))}
              />
            )}
          </div>
        )
      })}
    </>
  )
}
