'use client'
import { onLayer } from '@/core/design/properties/targets'
import type { ShapeLayer } from '@/core/kinds/shape/schema'
import { useBench } from '../state/bench-context'
import { setThings } from '../state/properties'
import { NumberField } from '../ui/number-field'
import { LineFields, PointsField, RadiusField } from './edge-fields'
import { Section, shared } from './section'

const WORDS = { weight: 'Weight', short: 'weight', line: 'Line style', colour: 'Border colour' }

/** The border of shapes, their corners and points. */
export function ShapeSection({ leaves }: { leaves: readonly ShapeLayer[] }) {
  const bench = useBench()
  const [first] = leaves
  if (!first) return null
  const of = leaves.map((l) => onLayer(l.id))
  const inner = (percent: number, only?: 'shown') => {
    const all = of.map((target) => [target, { inner: percent / 100 }] as const)
    setThings(bench, 'Inner radius', all, only)
  }
  return (
    <Section
      title={first.form === 'line' ? 'Line' : 'Border'}
      own={{ of, keys: ['stroke', 'radii', 'corners', 'inner'] }}
    >
      <div className="grid grid-cols-2 gap-1.5">
        <LineFields layers={leaves} words={WORDS} />
      </div>
      {first.form === 'rectangle' && <RadiusField layers={leaves} />}
      {(first.form === 'polygon' || first.form === 'star') && (
        <div className="grid grid-cols-2 gap-1.5">
          <PointsField layers={leaves} />
          {first.form === 'star' && (
            <NumberField
              label="Inner radius"
              short="inner"
              unit="%"
              min={5}
              max={100}
              digits={0}
              value={(shared(leaves, (l) => l.inner) ?? 0.5) * 100}
              onChange={(v) => inner(v)}
              onDrag={(v) => inner(v, 'shown')}
            />
          )}
        </div>
      )}
    </Section>
  )
}
