import { newId } from '@/core/basics/ids'
import { inOrder, keyBetween } from '@/core/basics/order'
import { addChannel } from '@/core/design/commands'
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
