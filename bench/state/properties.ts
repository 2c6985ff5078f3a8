import { changeKey } from '@/core/design/change-schema'
import { followMaster, setAllOn } from '@/core/design/properties/set'
import { propertyFor } from '@/core/design/properties/table'
import { onLayer, readTarget, type Target, thingAt } from '@/core/design/properties/targets'
import type { Design } from '@/core/design/schema'
import type { Layer } from '@/core/kinds/list'
import { findResolved, type ResolvedPage } from '@/core/resolve/resolved'
import type { Bench, BenchState } from './bench'

type Seen = Pick<BenchState, 'design' | 'channel' | 'page' | 'resolved'>
type Thing = { readonly [key: string]: unknown }
const followerOf = (s: Pick<Seen, 'design' | 'page'>, recipe: string): string | undefined =>
  Object.values(s.design.layers).find((l) => l.recipe === recipe && l.page === s.page)?.id

/** A thing as it is on the channel shown; undefined where it is not there. */
export function thingOn(s: Seen, target: Target): Thing | undefined {
  const { kind, layer, recipe, id } = readTarget(target)
  if (kind === 'swatch') return s.resolved.swatches[id]
  const stored = thingAt(s.design, target)
  if (kind === 'page') return id === s.resolved.page ? { ...stored, colour: s.resolved.colour } : stored
  const seen = findResolved(s.resolved.layers, layer ?? followerOf(s, recipe ?? '') ?? '')?.layer
  // What has no room there, or nothing that follows it, is as the master has it.
  if (!seen) return stored
  if (kind === 'treatment') return seen.treatments[id]
  return kind === 'mask' ? seen.masks[id] : (seen as Thing)
}
/** The property that holds a key of a thing, by its id. */
const idFor = (s: Seen, target: Target, key: string): string | null =>
  propertyFor(target, (thingOn(s, target) ?? {}) as { kind?: unknown }, key)?.id ?? null
/** Whether something differs there from the master. */
export function differsOn(s: Pick<Seen, 'design' | 'channel'>, target: Target, property: string): boolean {
  return s.design.changes[changeKey(s.channel, target, property)] !== undefined
}

export type Values = Readonly<Record<string, unknown>>
/** Sets keys of things on the channel shown, as a step of its own or while the hand moves. */
export function setThings(
  bench: Bench,
  name: string,
  all: readonly (readonly [Target, Values])[],
  only: 'shown' | 'kept' = 'kept',
  onStage = false,
): void {
  const { channel } = bench.store.getState()
  const write = (d: Design) => {
    for (const [target, values] of all) setAllOn(d, channel, target, values)
  }
  if (only === 'shown') bench.preview(write, onStage)
  else bench.commit(name, write)
}

let start: { design: Design; page: ResolvedPage } | null = null
/** A layer on the channel shown, as it was when the hand took hold. */
export function layerAtStart(bench: Bench, id: string): Layer | null {
  const s = bench.store.getState()
  if (!bench.inGesture) return findResolved(s.resolved.layers, id)?.layer ?? s.design.layers[id] ?? null
  const { channel, page } = s
  if (start?.design !== bench.base || start.page.channel.id !== channel || start.page.page !== page)
    start = { design: bench.base, page: bench.resolveOf(bench.base) }
  return findResolved(start.page.layers, id)?.layer ?? null
}
/** Sets what a change says of each layer, told from how it was when the hand took hold. */
export function changeLayers<L extends Layer>(
  bench: Bench,
  name: string,
  ids: readonly string[],
  change: (layer: L) => Partial<L>,
  only: 'shown' | 'kept' = 'kept',
): void {
  const all = ids.flatMap((id) => {
    const layer = layerAtStart(bench, id)
    return layer ? [[onLayer(id), change(layer as L) as Values] as const] : []
  })
  setThings(bench, name, all, only)
}
/** What differs of things on the channel shown follows the master again: some properties, by key. */
export function followAgain(bench: Bench, targets: readonly Target[], keys: readonly string[]): void {
  const s = bench.store.getState()
  const own = new Set(targets)
  const ids = new Set(targets.flatMap((t) => keys.flatMap((key) => idFor(s, t, key) ?? [])))
  bench.edit('Follow the master again', (d) =>
    followMaster(d, { channel: s.channel, targets: (t) => own.has(t), property: (id) => ids.has(id) }),
  )
}
/** Which of some properties differ there, in words. */
export function differing(s: Seen, targets: readonly Target[], keys: readonly string[]): string[] {
  if (s.channel === s.design.master) return []
  const words = targets.flatMap((target) =>
    keys.flatMap((key) => {
      const property = propertyFor(target, (thingOn(s, target) ?? {}) as { kind?: unknown }, key)
      return property && differsOn(s, target, property.id) ? [property.words] : []
    }),
  )
  return [...new Set(words)]
}
