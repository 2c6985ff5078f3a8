'use client'
import { memo, useDeferredValue } from 'react'
import { BLEND_MODES, type BlendMode, blendModes } from '@/core/basics/blend-modes'
import { setCombine } from '@/core/design/commands'
import { onLayer } from '@/core/design/properties/targets'
import { hasMembers } from '@/core/kinds/facts'
import type { COMBINES } from '@/core/kinds/group/schema'
import { kindOf } from '@/core/kinds/list'
import { resolvedOf } from '../actions/handled'
import type { BenchState } from '../state/bench'
import { useBench, usePaced } from '../state/bench-context'
import { Choice } from '../ui/choice'
import { NumberField } from '../ui/number-field'
import { Slider } from '../ui/slider'
import { Tick } from '../ui/tick'
import { Section, shared } from './section'
import { useProperty } from './use-property'

const COMBINED = [
  { value: 'none', label: 'single things' },
  { value: 'join', label: 'one shape, joined' },
  { value: 'punch', label: 'the lowest, the others punched out' },
  { value: 'overlap', label: 'only where all overlap' },
  { value: 'exclude', label: 'all but the overlap' },
]

/** Of a number in per cent. */
const share = (percent: number): number => Math.min(1, Math.max(0, percent / 100))
const shown = (state: BenchState) => ({
  resolved: state.resolved,
  design: state.design,
  channel: state.channel,
})

/** Follows the hand when there is time. */
export function BlendSection({ ids }: { ids: readonly string[] }) {
  return <Blend ids={ids} s={useDeferredValue(usePaced('panel', shown))} />
}

const Blend = memo(function Blend({ ids, s }: { ids: readonly string[]; s: ReturnType<typeof shown> }) {
  const bench = useBench()
  const layers = ids.flatMap((id) => resolvedOf(s, id)?.layer ?? s.design.layers[id] ?? [])
  const of = ids.map(onLayer)
  const blend = useProperty<BlendMode>(of, 'blend', 'Blend mode')
  const opacity = useProperty<number>(of, 'opacity', 'Opacity')
  // Only where something is spared does a weaker body differ from a weaker layer.
  const holders = layers.filter(
    (l) =>
      kindOf(l).placed &&
      (Object.keys(l.treatments).length > 0 || Object.values(s.design.layers).some((i) => i.inside === l.id)),
  )
  const body = useProperty<number>(
    holders.map((l) => onLayer(l.id)),
    'body',
    'Body strength',
  )
  const groups = layers.filter((l) => hasMembers(l))
  return (
    <Section title="Blend" own={{ of, keys: ['opacity', 'blend', 'body'] }}>
      <div className="grid grid-cols-2 gap-1.5">
        <Choice
          label="Blend mode"
          value={blend.value}
          options={BLEND_MODES.map((m) => ({ value: m, label: blendModes[m].label }))}
          onPeek={(v) => (v ? blend.show(v as BlendMode) : bench.cancel())}
          onChange={(v) => blend.keep(v as BlendMode)}
        />
        <NumberField
          label="Opacity"
          short="opacity"
          unit="%"
          min={0}
          max={100}
          digits={0}
          value={opacity.value === null ? null : opacity.value * 100}
          onChange={(v) => opacity.keep(share(v))}
          onDrag={(v) => opacity.show(share(v))}
        />
      </div>
      <Slider
        label="Opacity"
        min={0}
        max={100}
        value={(opacity.value ?? layers[0]?.opacity ?? 1) * 100}
        onChange={(v) => opacity.show(share(v))}
        onCommit={(v) => opacity.keep(share(v))}
      />
      {holders.length > 0 && (
        <>
          <NumberField
            label="Body strength"
            short="body strength"
            unit="%"
            min={0}
            max={100}
            digits={0}
            value={body.value === null ? null : body.value * 100}
            onChange={(v) => body.keep(share(v))}
            onDrag={(v) => body.show(share(v))}
          />
          <Slider
            label="Body strength"
            min={0}
            max={100}
            value={(body.value ?? 1) * 100}
            onChange={(v) => body.show(share(v))}
            onCommit={(v) => body.keep(share(v))}
          />
        </>
      )}
      {groups.length > 0 && (
        <Choice
          label="What the members make"
          value={shared(groups, (g) => (hasMembers(g) ? (g.combine ?? 'none') : 'none'))}
          options={COMBINED}
          onChange={(v) =>
            bench.edit('What the members make', (d) => {
              for (const g of groups)
                setCombine(d, g.id, v === 'none' ? null : (v as (typeof COMBINES)[number]))
            })
          }
        />
      )}
      {groups.length > 0 && groups.every((g) => hasMembers(g) && !g.combine && !g.mirror) && (
        <Tick
          on={groups.every((g) => hasMembers(g) && !g.open)}
          onChange={(on) =>
            bench.edit(on ? 'Close the group' : 'Open the group', (d) => {
              for (const g of groups) {
                const l = d.layers[g.id]
                if (hasMembers(l)) l.open = !on
              }
            })
          }
        >
          Closed: members blend with each other only
        </Tick>
      )}
    </Section>
  )
})
