import type { Target } from '@/core/design/properties/targets'
import { useBench, usePaced } from '../state/bench-context'
import { setThings, thingOn } from '../state/properties'
import { shared } from './section'

/** One setting of what is selected, as a panel has it. */
export type Setting<V> = {
  /** On the channel shown; null where the targets differ from each other. */
  value: V | null
  mixed: boolean
  /** Shows a value while the hand moves; `keep` records it, on the master or on the channel shown. */
  show: (value: V) => void
  keep: (value: V) => void
  /** Where it may be followed again: for the mark beside it. */
  own: { of: readonly Target[]; keys: readonly string[] }
}
/** A property of one or several things by its key, read and set on the channel shown. `name` is that of the step. */
export function useProperty<V extends string | number | boolean>(
  targets: readonly Target[],
  key: string,
  name: string,
): Setting<V> {
  const bench = useBench()
  const value = usePaced('panel', (s) =>
    shared(
      targets.flatMap((t) => thingOn(s, t) ?? []),
      (thing) => (thing as Record<string, unknown>)[key] as V,
    ),
  )
  const all = (v: V) => targets.map((t) => [t, { [key]: v }] as const)
  return {
    value,
    mixed: value === null && targets.length > 1,
    show: (v) => setThings(bench, name, all(v), 'shown'),
    keep: (v) => setThings(bench, name, all(v)),
    own: { of: targets, keys: [key] },
  }
}
