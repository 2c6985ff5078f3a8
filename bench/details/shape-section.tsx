'use client'
import type { Draft } from 'immer'
import { setOn } from '@/core/design/properties'
import type { Design } from '@/core/design/schema'
import { isShape } from '@/core/kinds/facts'
import type { LayerOf } from '@/core/kinds/list'
import type { Stroke } from '@/core/vector/stroke-style'
import { useBench, useBenchState } from '../state/bench-context'
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
  const channel = useBenchState((s) => s.channel)
  const onMaster = useBenchState((s) => s.channel === s.design.master)
  const [first] = leaves
  if (!first) return null
  const write = (change: (s: Draft<Shape>) => void) => (d: Draft<Design>) => {
    for (const { id } of leaves) {
      const l = d.layers[id]
      if (isShape(l)) change(l)
    }
  }
  const number = (name: string, change: (s: Draft<Shape>, v: number) => void) => ({
    onChange: (v: number) =>
      bench.commit(
        name,
        write((s) => change(s, v)),
      ),
    onDrag: (v: number) => bench.preview(write((s) => change(s, v))),
  })
  // Borders may differ on a channel.
  const border = (value: Partial<Stroke>) => (d: Draft<Design>) =>
    leaves.forEach((l) => setOn(d, channel, l.id, 'stroke', value))
  return (
    <Section title={first.form === 'line' ? 'Line' : 'Border'}>
      <div className="grid grid-cols-2 gap-1.5">
        <NumberField
          label="Weight"
          short="weight"
          unit="px"
          min={0}
          max={5000}
          value={shared(leaves, (l) => l.stroke.weight)}
          onChange={(weight) => bench.commit('Border weight', border({ weight }))}
          onDrag={(weight) => bench.preview(border({ weight }))}
        />
        <Choice
          label="Line style"
          value={shared(leaves, (l) => dashName(l.stroke.dash))}
          options={Object.keys(DASHES).map((d) => ({ value: d, label: d }))}
          onChange={(v) =>
            bench.edit(
              'Line style',
              border({ dash: [...(DASHES[v] ?? [])], cap: v === 'dotted' ? 'round' : 'butt' }),
            )
          }
        />
      </div>
      {first.stroke.weight > 0 && (
        <ColourField
          label="Border colour"
          colour={first.stroke.colour}
          onPreview={(colour) => bench.preview(border({ colour }))}
          onChange={(colour) => bench.commit('Border colour', border({ colour }))}
        />
      )}
      {!onMaster && first.form !== 'line' && first.form !== 'ellipse' && (
        <p className="text-tiny text-soft">
          Corners are the same on every channel; change them on the master.
        </p>
      )}
      {onMaster && first.form === 'rectangle' && (
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
          {...number('Corner radius', (s, v) => {
            s.radii = [v, v, v, v]
          })}
        />
      )}
      {onMaster && (first.form === 'polygon' || first.form === 'star') && (
        <div className="grid grid-cols-2 gap-1.5">
          <NumberField
            label="Number of points"
            short="points"
            min={3}
            max={64}
            digits={0}
            value={shared(leaves, (l) => l.corners)}
            {...number('Points', (s, v) => {
              s.corners = Math.round(v)
            })}
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
              {...number('Inner radius', (s, v) => {
                s.inner = v / 100
              })}
            />
          )}
        </div>
      )}
    </Section>
  )
}
