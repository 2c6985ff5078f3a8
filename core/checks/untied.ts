import { isSolid, isWords, itemsOf, sharedArea } from '../compose/item'
import { type Reading, read } from '../compose/read'
import { layerName } from '../kinds/facts'
import { defineCheck, type Found } from './define'

/** So much of words lies on a thing that people take them for its label (*common practice*). */
const LABELS = 0.6
/** What takes more of the page is a ground, and words on it are no label. */
const GROUND = 0.6

/**
 * Said on the master, before any channel shows it: a label lies on something, but nothing ties it there, because they are
 * groups, or faint, or were said to be apart of others. On other sizes they would go their own ways.
 */
export const untied = defineCheck('untied', 'Labels tied to what they lie on', ({ page, host }) => {
  if (page.arrangement !== null || page.channel.id !== page.masterChannel) return []
  const nodes = page.layers.filter((l) => l.layer.shown)
  const nothingKnown = () => null
  const reading = read(nodes, page, { fonts: host.fonts, lightOf: nothingKnown }, new Set(), page.said)
  const items = itemsOf(nodes, host.fonts, nothingKnown)
  const most = GROUND * page.width * page.height
  return items.filter(isWords).flatMap((label): Found[] => {
    if (isTied(reading, label.id)) return []
    const carrier = items
      .filter((i) => i.depth < label.depth && i.area > label.area && i.area < most && !isWords(i))
      .filter((i) => sharedArea(label, i) > LABELS * label.area)
      .at(-1)
    // What lies over another without belonging to it is light and shade.
    const { blend } = carrier?.node.layer ?? {}
    if (!carrier || (!isSolid(carrier) && (carrier.role === 'photo' || blend !== 'normal'))) return []
    return [
      {
        layer: label.id,
        to: carrier.id,
        at: label.ink,
        text: `“${layerName(label.node.layer)}” lies on “${layerName(carrier.node.layer)}” but is not tied to it: other sizes may part them.`,
      },
    ]
  })
})
/** Whether anything that holds words to another thing was understood of them, or people said that they are apart. */
const isTied = ({ relations }: Reading, id: string): boolean =>
  relations.some((r) => HOLDS.has(r.kind) && (r.of.includes(id) || r.to.includes(id)))
const HOLDS = new Set(['on', 'rides', 'through', 'together', 'set', 'table', 'stands'])
