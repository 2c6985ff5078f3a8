import type { LightOf } from '../adapt/lightness'
import { lightBeneath, type Pane, panesOf } from '../adapt/lightness'
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

/** What words are seen against: the page, what lies on it back to front, the page's own lightness. */
type Ground = { page: Bounds; light: number; panes: readonly { depth: number; pane: Pane }[]; look: Look }
const groundOf = (
  items: readonly Item[],
  { width, height }: { width: number; height: number },
  look: Look,
): Ground => {
  const { colour, swatches } = look.source
  return {
    page: boundsOf(0, 0, width, height),
    light: colour === 'transparent' ? 1 : lumaOf(lookUp(colour, swatches)).light,
    panes: items.flatMap(({ depth, node: { layer }, role }) =>
      hasMembers(layer) || role === 'words'
        ? []
        : panesOf([layer], swatches, look.lightOf).map((pane) => ({ depth, pane })),
    ),
    look,
  }
}
/**
 * Tells of arrangements of one master which lines of words lost the lightness they stood out from, judged line by line. What
 * they stood out by on the master is told once.
 */
export function legibility(master: Before, look: Look) {
  const there = groundOf(master.items, master, look)
  const known = new Map<string, number>()
  const hadOf = (was: Item): number => {
    const had = known.get(was.id) ?? contrast(was, there)
    known.set(was.id, had)
    return had
  }
  return (items: readonly Item[], page: { width: number; height: number }): Fault[] => {
    const here = groundOf(items, page, look)
    return items.flatMap((i): Fault[] => {
      const was = master.byId.get(i.id)
      if (!isWords(i) || !was) return []
      const now = contrast(i, here)
      if (now >= ENOUGH) return []
      const had = hadOf(was)
      return now < had * LOST
        ? [{ kind: 'unreadable', ids: [i.id], weight: Math.min(1, (had - now) * 2) }]
        : []
    })
  }
}
/** How much the worst line of some words differs in lightness from what lies beneath it. */
function contrast(i: Item, { page, light, panes, look }: Ground): number {
  const [type] = i.types
  if (!type) return 1
  const ink = paintLight(type.fill, look.source.swatches).light
  const beneath = panes.flatMap((p) => (p.depth < i.depth ? [p.pane] : []))
  return Math.min(
    ...i.outlines.map((line) =>
      Math.abs(ink - lightBeneath(boundsOfPolygon(line), page, beneath, light).mean),
    ),
  )
}
