import { onAllChannels, onlyChannelOf, onlyOn } from '@/core/design/only-here'
import type { Bench, BenchState } from '../state/bench'
import { resolvedOf } from './handled'

/** Whether all that is selected is shown on the channel that is worked on and nowhere else. */
export const isOnlyHere = ({
  design,
  channel,
  selection,
}: Pick<BenchState, 'design' | 'channel' | 'selection'>): boolean =>
  selection.length > 0 && selection.every((id) => onlyChannelOf(design, id) === channel)

/** Makes what is selected this channel's own, or shows it on all channels again. */
export function toggleOnlyHere(bench: Bench): void {
  const s = bench.store.getState()
  const { channel, selection, design } = s
  const name = design.channels[channel]?.name ?? 'this channel'
  if (isOnlyHere(s)) {
    bench.edit('On all channels again', (d) => {
      for (const id of selection) onAllChannels(d, id)
    })
    return bench.notify('Shown on all channels again.')
  }
  const places = new Map(
    selection.flatMap((id) => {
      const found = resolvedOf(s, id)
      return found ? [[id, { placement: found.layer.placement, adapted: found.base }] as const] : []
    }),
  )
  bench.edit(`Only on ${name}`, (d) => {
    for (const id of selection) onlyOn(d, channel, id, places.get(id) ?? null)
  })
  bench.notify(`Shown on ${name} alone. New channels begin without it.`)
}
