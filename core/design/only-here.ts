import type { Placement } from '../geometry/placement-schema'
import { place } from './commands'
import { changesIn, followMaster, ofLayers, setOnLayer } from './properties/set'
import { onLayer } from './properties/targets'
import type { Design } from './schema'

const shownOnly = (id: string) => ({
  targets: ofLayers([id]),
  property: (property: string) => property === 'shown',
})

/** Whether a layer is shown on a channel, whatever its group says. */
export function isShownOn(d: Design, id: string, channel: string): boolean {
  const own = d.changes[`${channel}.${onLayer(id)}.shown`]?.value
  return channel !== d.master && typeof own === 'boolean' ? own : (d.layers[id]?.shown ?? false)
}
/** The one channel that a layer is shown on; null where there are several or none. */
export function onlyChannelOf(d: Design, id: string): string | null {
  const on = Object.keys(d.channels).filter((c) => isShownOn(d, id, c))
  return on.length === 1 && Object.keys(d.channels).length > 1 ? (on[0] ?? null) : null
}
/** Makes a layer a channel's own: shown there alone, where it lies now; `adapted` is where adapting puts it there. */
export function onlyOn(
  d: Design,
  channelId: string,
  id: string,
  now: { placement: Placement; adapted: Placement } | null,
): void {
  const [layer, channel] = [d.layers[id], d.channels[channelId]]
  if (!layer || !channel) return
  followMaster(d, shownOnly(id))
  if (channelId === d.master) {
    for (const other of Object.keys(d.channels))
      if (other !== d.master) setOnLayer(d, other, id, 'shown', false)
    layer.shown = true
    return
  }
  layer.shown = false
  setOnLayer(d, channelId, id, 'shown', true)
  const placed = changesIn(d, { channel: channelId, targets: ofLayers([id]), property: (p) => p === 'place' })
  if (now && placed.length === 0) place(d, channel, id, now.placement, now.adapted)
}
/** Shows a layer on all channels again. */
export function onAllChannels(d: Design, id: string): void {
  const layer = d.layers[id]
  if (!layer) return
  layer.shown = true
  followMaster(d, shownOnly(id))
}
/** What was added to a channel that was composed elsewhere is that channel's own: nothing else comes there, and it goes nowhere else. */
export function keepToChannel(before: Design, d: Design, channel: string): void {
  if (!d.channels[channel]?.elsewhere) return
  for (const layer of Object.values(d.layers))
    if (!before.layers[layer.id] && layer.parent === null && layer.shown) onlyOn(d, channel, layer.id, null)
}
