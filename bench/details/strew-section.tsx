'use client'
import { Dices } from 'lucide-react'
import { onLayer } from '@/core/design/properties/targets'
import type { LayerOf } from '@/core/kinds/list'
import { MAX_COPIES, strewing } from '@/core/kinds/strew/schema'
import { commandById } from '../commands/list'
import { useBench } from '../state/bench-context'
import { changeLayers, setThings } from '../state/properties'
import { Button, IconButton } from '../ui/button'
import { Choice } from '../ui/choice'
import { NumberField } from '../ui/number-field'
import { Tick } from '../ui/tick'
import { Section } from './section'

type Strew = LayerOf<'strew'>
const GROUNDS: readonly (readonly [Strew['ground'], string])[] = [
  ['area', 'all over the box'],
  ['disc', 'within an ellipse'],
  ['edge', 'along the edge'],
  ['ring', 'around an ellipse'],
  ['line', 'along a line'],
]
type RangeKey = 'size' | 'angle' | 'distance'
const RANGES: readonly (readonly [RangeKey, string, number, string, number, number])[] = [
  ['size', 'Size', 100, '%', 0.5, 400],
  ['angle', 'Angle', 1, '°', -360, 360],
  ['distance', 'Distance', 100, '%', -200, 200],
]

/** How copies are strewn; everything stays editable, the same seed gives the same picture. */
export function StrewSection({ strew }: { strew: Strew }) {
  const bench = useBench()
  const set = (name: string, change: Partial<Strew>, only?: 'shown') =>
    setThings(bench, name, [[onLayer(strew.id), change]], only)
  const range = (label: string, key: RangeKey, end: 'from' | 'to', value: number, only?: 'shown') =>
    changeLayers<Strew>(
      bench,
      `${label} of copies`,
      [strew.id],
      (l) => {
        const { from, to } = l[key]
        // The other end gives way, so that a range never turns round.
        return {
          [key]:
            end === 'from'
              ? { from: value, to: Math.max(value, to) }
              : { from: Math.min(value, from), to: value },
        }
      },
      only,
    )
  return (
    <Section title="Strew" own={{ of: [onLayer(strew.id)], keys: Object.keys(strewing) }}>
      <Choice
        label="Where copies lie"
        value={strew.ground}
        options={GROUNDS.map(([value, label]) => ({ value, label }))}
        onChange={(v) => set('Where copies lie', { ground: v as Strew['ground'] })}
      />
      <div className="grid grid-cols-[1fr_1fr_auto] gap-1.5">
        <NumberField
          label="Number of copies"
          short="copies"
          min={1}
          max={MAX_COPIES}
          digits={0}
          value={strew.count}
          onChange={(v) => set('Number of copies', { count: Math.round(v) })}
          onDrag={(v) => set('Number of copies', { count: Math.round(v) }, 'shown')}
        />
        <NumberField
          label="Seed"
          short="seed"
          min={0}
          max={999_999}
          digits={0}
          value={strew.seed}
          onChange={(v) => set('Seed', { seed: Math.round(v) })}
        />
        <IconButton
          label="Strew anew"
          onClick={() => set('Strew anew', { seed: (strew.seed * 7919 + 12_553) % 1_000_000 })}
        >
          <Dices size={15} />
        </IconButton>
      </div>
      {RANGES.map(([key, label, k, unit, min, max]) => (
        <div key={key} className="grid grid-cols-2 gap-1.5">
          {(['from', 'to'] as const).map((end) => (
            <NumberField
              key={end}
              label={`${label} ${end}`}
              short={end === 'from' ? label.toLowerCase() : 'to'}
              unit={unit}
              min={min}
              max={max}
              value={strew[key][end] * k}
              onChange={(v) => range(label, key, end, v / k)}
              onDrag={(v) => range(label, key, end, v / k, 'shown')}
            />
          ))}
        </div>
      ))}
      <Tick on={strew.follow} onChange={(on) => set('Copies follow the path', { follow: on })}>
        Copies turn with the path
      </Tick>
      <Button small className="self-start" onClick={() => commandById('set-free').run(bench)}>
        Set free into copies
      </Button>
    </Section>
  )
}
