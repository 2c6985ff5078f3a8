import { canHug } from '@/core/arrange/leaves'
import type { Behaviour } from '@/core/kinds/common'
import { useBench, usePaced } from '../state/bench-context'
import { NumberField } from '../ui/number-field'
import { Tick } from '../ui/tick'

const KEPT = { keepsWidth: 'Keeps its width', keepsHeight: 'Keeps its height' } as const

/** Of what others lie on: the room around them on other sizes, and which of its sides do not follow them. */
export function CarrierFields({ ids }: { ids: readonly string[] }) {
  const bench = useBench()
  const { page, design } = usePaced('kept', (s) => ({ page: s.page, design: s.design }))
  const { relations, items } = bench.readingOf(page)
  const carriers = items.filter(
    (i) => ids.includes(i.id) && canHug(i) && relations.some((r) => r.kind === 'on' && r.to.includes(i.id)),
  )
  const own = carriers.flatMap((i) => design.layers[i.id] ?? [])
  const [first] = own
  if (!first || own.length < ids.length) return null
  const set = (name: string, change: Partial<Behaviour>) =>
    bench.edit(name, (d) => {
      for (const { id } of own) {
        const { behaviour } = d.layers[id] ?? {}
        if (!behaviour) continue
        Object.assign(behaviour, change)
        if (behaviour.padding === undefined) delete behaviour.padding
      }
    })
  const { padding } = first.behaviour
  const alike = own.every((l) => l.behaviour.padding === padding)
  return (
    <>
      {(['keepsWidth', 'keepsHeight'] as const).map((key) => (
        <Tick
          key={key}
          on={own.every((l) => l.behaviour[key] ?? false)}
          onChange={(on) => set(KEPT[key], { [key]: on })}
        >
          {KEPT[key]}
        </Tick>
      ))}
      <Tick
        on={padding !== undefined}
        onChange={(on) =>
          set('Room around what lies on it', { padding: on ? leastPad(bench, first.id) : undefined })
        }
      >
        A set room around what lies on it
      </Tick>
      {padding !== undefined && (
        <NumberField
          label="Room around what lies on it"
          short="room"
          unit="px"
          min={0}
          max={2000}
          value={alike ? padding : null}
          onChange={(v) => set('Room around what lies on it', { padding: v })}
        />
      )}
    </>
  )
}
/** The least room that what lies on a carrier has on the master, px. */
function leastPad(bench: ReturnType<typeof useBench>, id: string): number {
  const { relations, items } = bench.readingOf(bench.store.getState().page)
  const carrier = items.find((i) => i.id === id)
  const held = relations.filter((r) => r.kind === 'on' && r.to.includes(id)).flatMap((r) => r.of)
  const room = items
    .filter((i) => held.includes(i.id))
    .flatMap(({ ink }) =>
      carrier
        ? [
            ink.left - carrier.ink.left,
            carrier.ink.right - ink.right,
            ink.top - carrier.ink.top,
            carrier.ink.bottom - ink.bottom,
          ]
        : [],
    )
  return room.length > 0 ? Math.max(0, Math.round(Math.min(...room))) : 0
}
