import { badInput, missing } from '../core/basics/errors'
import { newId } from '../core/basics/ids'
import { blankDesign, type ChannelSpec } from '../core/design/blank'
import { addChannel, removeChannel } from '../core/design/commands'
import type { Design } from '../core/design/schema'
import { blobsOf } from '../core/design/sources-of'
import { boxAt, pictureLayer } from '../core/kinds/new'
import { composedIn } from '../core/resolve/compose-in'
import { openHost } from '../host/project'
import { loadSupplies, lookupIn } from '../host/supplies'
import { startingLayouts } from '../supplies/layouts/layouts'
import { beginDesign as begin } from '../wire/designs'
import { readBlob, sourceInfo } from './blobs'
import { createCampaign, createDesign, loadDesign } from './designs'

// The layouts are made once; the supplies they show never change while the server runs.
let made: Promise<Map<string, Design>> | undefined
const layoutDesigns = (): Promise<Map<string, Design>> => {
  made ??= loadSupplies().then(
    (loaded) => new Map(startingLayouts.map((l) => [l.id, l.make(lookupIn(loaded))])),
  )
  return made
}
/** A starting layout as a design on the channels it was made for; throws `missing` for an unknown name. */
export async function layoutDesign(id: string): Promise<Design> {
  const found = (await layoutDesigns()).get(id)
  if (!found) throw missing('There is no such starting layout. Choose another; nothing was created.')
  return found
}
export const listLayouts = (): { id: string; label: string; words: string }[] =>
  startingLayouts.map(({ id, label, words }) => ({ id, label, words }))

/** An earlier design or a layout on the chosen channels, composed in the chosen master. */
async function onChannels(from: Design, specs: readonly ChannelSpec[], master: string): Promise<Design> {
  const design = structuredClone(from)
  for (const spec of specs) if (!design.channels[spec.id]) addChannel(design, spec)
  const host = openHost(readBlob)
  // How light its pictures are is known: nothing is decoded while somebody waits.
  const infos = await sourceInfo([...blobsOf(design)])
  host.know(Object.fromEntries(infos.flatMap((i) => (i.light ? [[i.sha, i.light]] : []))))
  await host.ready(design)
  const composed = structuredClone(composedIn(design, master, host))
  for (const id of Object.keys(composed.channels))
    if (!specs.some((s) => s.id === id)) removeChannel(composed, id)
  return composed
}

/** A picture that fills the page at the very back. */
async function onPicture(
  id: string,
  name: string,
  specs: readonly ChannelSpec[],
  how: { master: string; colour: string },
  sha: string,
): Promise<Design> {
  const design = blankDesign(id, name, specs, how)
  const [info] = await sourceInfo([sha])
  const channel = design.channels[how.master]
  if (info?.kind !== 'picture' || !channel)
    throw missing('The picture to begin with is not stored here. Nothing was created; upload it again.')
  const [w, h] = [channel.width + 2 * channel.bleed, channel.height + 2 * channel.bleed]
  const k = Math.max(w / info.width, h / info.height)
  const box = boxAt(
    (channel.width - info.width * k) / 2,
    (channel.height - info.height * k) / 2,
    info.width * k,
    info.height * k,
  )
  const layer = pictureLayer(
    { id: newId(), page: 'page1', plane: 'backdrop', order: 'a0' },
    'Backdrop',
    { sha, width: info.width, height: info.height },
    box,
  )
  design.layers[layer.id] = layer
  return design
}

/** Begins a design: empty, from a layout, an earlier design or a picture. Returns its id; throws `bad-input` with a text for people. */
export async function beginDesign(value: unknown): Promise<string> {
  const parsed = begin.body.safeParse(value)
  if (!parsed.success)
    throw badInput(`${parsed.error.issues[0]?.message ?? 'The request is not valid.'} Nothing was created.`)
  const { name, campaign, channels, master, colour, from } = parsed.data
  if (!channels.some((c) => c.id === master))
    throw badInput('The master is not among the sizes. Nothing was created.')
  const id = newId()
  const begun = async (): Promise<Design> => {
    if (from === null) return blankDesign(id, name, channels, { master, colour })
    if (from.kind === 'picture') return onPicture(id, name, channels, { master, colour }, from.sha)
    const earlier = from.kind === 'layout' ? await layoutDesign(from.id) : (await loadDesign(from.id)).design
    return { ...(await onChannels(earlier, channels, master)), id, name }
  }
  const design = await begun()
  await createDesign(await createCampaign(campaign), design)
  return id
}
