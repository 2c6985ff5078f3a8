import { keysBetween } from '../basics/order'
import type { Channel } from './channel-schema'
import { channelPresets, presetById } from './channels'
import { type Design, SCHEMA_VERSION } from './schema'

export type ChannelSpec = Omit<Channel, 'order'>
/** Channel records from presets, in the order given. */
export function channelsOf(specs: readonly ChannelSpec[]): Record<string, Channel> {
  const keys = keysBetween(null, null, specs.length)
  return Object.fromEntries(specs.map((s, n) => [s.id, channelFrom(s, keys[n] as string)]))
}
const channelFrom = (
  { id, name, width, height, bleed, safe, clear, smallestType, print }: ChannelSpec,
  order: string,
): Channel => ({
  id,
  name,
  order,
  width,
  height,
  bleed,
  safe,
  clear,
  smallestType,
  print,
})

export function presetSpecs(ids: readonly string[]): ChannelSpec[] {
  return ids.map((id) => presetById(id)).filter((p) => p !== undefined)
}

/** An empty design on some channels; the first is the master unless another is named. */
export function blankDesign(
  id: string,
  name: string,
  specs: readonly ChannelSpec[] = presetSpecs([(channelPresets[0] as ChannelSpec).id]),
  how: { master?: string; colour?: string } = {},
): Design {
  const [page] = keysBetween(null, null, 1)
  return {
    version: SCHEMA_VERSION,
    id,
    name,
    master: how.master ?? (specs[0] as ChannelSpec).id,
    colourSpace: 'srgb',
    output: { bitDepth: 8 },
    channels: channelsOf(specs),
    pages: { page1: { id: 'page1', name: 'Page 1', order: page as string, colour: how.colour ?? '#ffffff' } },
    layers: {},
    swatches: {},
    recipes: {},
    faces: {},
    guides: {},
    grids: {},
    reference: null,
    author: '',
    captions: {},
    remarks: {},
    said: {},
    pinned: {},
    accepted: {},
    columns: {},
    rows: {},
    changes: {},
    arrangements: {},
  }
}
