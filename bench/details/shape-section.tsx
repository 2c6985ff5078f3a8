'use client'
import { onLayer } from '@/core/design/properties/targets'
import type { LayerOf } from '@/core/kinds/list'
import type { Stroke } from '@/core/vector/stroke-style'
import { useBench } from '../state/bench-context'
import { setThings } from '../state/properties'
import { Choice } from '../ui/choice'
import { NumberField } from '../ui/number-field'
import { ColourField } from './colour-field'
import { Section, shared } from './section'

type Shape = LayerOf<'shape'>
/** Lengths of dash and gap in weights of the line. */
export const DASHES: Record<string, number[]> = { solid: [], dashed: [3, 2], dotted: [0, 2] }
export const dashName = (dash: readonly number[]): string =>
  Object.entries(DASHES).find(([, d]) => d.join() === dash.join())?.[0] ?? 'dashed'

export function ShapeSection({ leaves }: { leaves: readonly Shape[] }) {
  const bench = useBench()
  const [first] = leaves
  if (!first) return null
  const of = leaves.map((l) => onLayer(l.id))
  const set = (name: string, values: Partial<Shape>, only?: 'shown') =>
    setThings(
      bench,
      name,
      of.map((target) => [target, values] as const),
      only,
    )
  const number = (name: string, values: (v: number) => Partial<Shape>) => ({
    onChange: (v: number) => set(name, values(v)),
    onDrag: (v: number) => set(name, values(v), 'shown'),
  })
  const border = (name: string, stroke: Partial<Stroke>, only?: 'shown') =>
    setThings(
      bench,
      name,
      of.map((target) => [target, { stroke }] as const),
      only,
    )
  return (
    <Section
      title={first.form === 'line' ? 'Line' : 'Border'}
      own={{ of, keys: ['stroke', 'radii', 'corners', 'inner'] }}
    >
      <div className="grid grid-cols-2 gap-1.5">
        <NumberField
          label="Weight"
          short="weight"
          unit="px"
          min={0}
          max={5000}
          value={shared(leaves, (l) => l.stroke.weight)}
          onChange={(weight) => border('Border weight', { weight })}
          onDrag={(weight) => border('Border weight', { weight }, 'shown')}
        />
        <Choice
          label="Line style"
          value={shared(leaves, (l) => dashName(l.stroke.dash))}
          options={Object.keys(DASHES).map((d) => ({ value: d, label: d }))}
          onChange={(v) =>
            border('Line style', { dash: [...(DASHES[v] ?? [])], cap: v === 'dotted' ? 'round' : 'butt' })
          }
        />
      </div>
      {first.stroke.weight > 0 && (
        <ColourField
          label="Border colour"
          colour={first.stroke.colour}
          onPreview={(colour) => border('Border colour', { colour }, 'shown')}
          onChange={(colour) => border('Border colour', { colour })}
        />
      )}
      {first.form === 'rectangle' && (
        <NumberField
          label="Corner radius"
          short="corners"
          unit="px"
          min={0}
          value={
            leaves.every((l) => l.radii.every((r) => r === l.radii[0]))
              ? shared(leaves, (l) => l.radii[0])
              : null
          }
          {...number('Corner radius', (v) => ({ radii: [v, v, v, v] }))}
        />
      )}
      {(first.form === 'polygon' || first.form === 'star') && (
        <div className="grid grid-cols-2 gap-1.5">
          <NumberField
            label="Number of points"
            short="points"
            min={3}
            max={64}
            digits={0}
            value={shared(leaves, (l) => l.corners)}
            {...number('Points', (v) => ({ corners: Math.round(v) }))}
          />
          {first.form === 'star' && (
            <NumberField
              label="Inner radius"
              short="inner"
              unit="%"
              min={5}
              max={100}
              digits={0}
              value={(shared(leaves, (l) => l.inner) ?? 0.5) * 100}
              {...number('Inner radius', (v) => ({ inner: v / 100 }))}
            />
          )}
        </div>
      )}
    </Section>
  )
}
