import type { LightOf } from '../adapt/lightness'
import { lightBeneath } from '../adapt/lightness'
import { lookUp } from '../colour/colour'
import { lumaOf, paintLight } from '../colour/light'
import { type Item, isWords } from '../compose/item'
import { type Bounds, boundsOf } from '../geometry/bounds'
import { boundsOfPolygon } from '../geometry/polygon'
import { hasMembers } from '../kinds/facts'
import type { Before, Fault } from './faults/fault'
import type { Source } from './source'

/** Words that differ by so much of lightness from what lies beneath stand out (0–1, sRGB-encoded luma). */
const ENOUGH = 0.28
/** Less of it than this share of what they had is a loss. */
const LOST = 0.6
type Look = { source: Source; lightOf: LightOf }

/** Lines of words that lost the lightness they stood out from, judged line by line. */
export function unreadable(
  before: Before,
  items: readonly Item[],
  page: { width: number; height: number },
  look: Look,
): Fault[] {
  const here = boundsOf(0, 0, page.width, page.height)
  const there = boundsOf(0, 0, before.width, before.height)
  return items.flatMap((i): Fault[] => {
    const was = before.byId.get(i.id)
    if (!isWords(i) || !was) return []
    const now = contrast(i, items, here, look)
    if (now >= ENOUGH) return []
    const had = contrast(was, before.items, there, look)
    return now < had * LOST ? [{ kind: 'unreadable', ids: [i.id], weight: Math.min(1, (had - now) * 2) }] : []
  })
}
/** How much the worst line of some words differs in lightness from what lies beneath it. */
function contrast(i: Item, items: readonly Item[], page: Bounds, { source, lightOf }: Look): number {
  const [type] = i.types
  if (!type) return 1
  const { swatches, colour } = source
  const ink = paintLight(type.fill, swatches).light
  const beneath = items.flatMap(({ depth, node: { layer }, role }) =>
    depth < i.depth && !hasMembers(layer) && role !== 'words' ? [layer] : [],
  )
  const ground = colour === 'transparent' ? 1 : lumaOf(lookUp(colour, swatches)).light
  const lights = i.outlines.map(
    (line) => lightBeneath(boundsOfPolygon(line), page, beneath, swatches, lightOf, ground).mean,
  )
  return Math.min(...lights.map((light) => Math.abs(ink - light)))
}
