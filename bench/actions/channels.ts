import { newId } from '@/core/basics/ids'
import { inOrder, keyBetween } from '@/core/basics/order'
import type { Chosen } from '@/core/design/chosen-schema'
import { addChannel } from '@/core/design/commands'
import { type RatioGroup, ratioGroupOf } from '@/core/design/ratio-groups'
import { arrangementKey } from '@/core/design/schema'
import { type ChannelChange, changedChannel, readSizes } from '@/core/design/sizes'
import type { Bench } from '../state/bench'

/** Adds the sizes that a text tells as channels of their own, as one step, and goes to the first; says what could not be read. */
export function addSizes(
  bench: Bench,
  text: string,
): { added: number; unread: { text: string; why: string }[] } {
  const { channels, unread } = readSizes(text, () => `own-${newId()}`)
  const [first] = channels
  if (first) {
    bench.edit(channels.length > 1 ? `Add ${channels.length} channels` : 'Add a channel', (d) => {
      for (const c of channels) addChannel(d, c)
    })
    bench.show(bench.store.getState().page, first.id)
  }
  return { added: channels.length, unread }
}
export function changeChannel(bench: Bench, id: string, name: string, change: ChannelChange): void {
  bench.edit(name, (d) => {
    const held = d.channels[id]
    if (held) d.channels[id] = changedChannel(held, change)
  })
}
/** Moves a channel by one place in the lineup, where the master always comes first. */
export function moveChannel(bench: Bench, id: string, by: 1 | -1): void {
  const { design } = bench.store.getState()
  const all = inOrder(design.channels).filter((c) => c.id !== design.master)
  const at = all.findIndex((c) => c.id === id)
  const to = at + by
  if (at < 0 || to < 0 || to >= all.length) return
  const rest = all.filter((c) => c.id !== id)
  const order = keyBetween(rest[to - 1]?.order ?? null, rest[to]?.order ?? null)
  bench.edit('Order of the lineup', (d) => {
    const held = d.channels[id]
    if (held) held.order = order
  })
}
/** Makes another channel the one that is composed on; what the master was stays as it was on its own channel. */
export function makeMaster(bench: Bench, id: string): void {
  const { design } = bench.store.getState()
  if (id === design.master || !design.channels[id]) return
  const next = bench.withMaster(id)
  bench.edit('Make it the master', (d) => {
    Object.assign(d, structuredClone(next))
    delete d.channels[id]?.elsewhere
  })
  bench.notify(`“${design.channels[id]?.name}” is the master now: the other channels follow it.`)
}
/** Pins one kind of arrangement for all channels of like shape, which are arranged again by it; null lets each be as it is best. */
export function pinFamily(bench: Bench, group: RatioGroup, family: Chosen['family'] | null): void {
  bench.edit('Kind of arrangement', (d) => {
    if (family) d.pinned[group] = family
    else delete d.pinned[group]
    for (const c of Object.values(d.channels))
      if (c.id !== d.master && ratioGroupOf(c) === group)
        for (const page of Object.keys(d.pages)) delete d.arrangements[arrangementKey(page, c.id)]
  })
}
