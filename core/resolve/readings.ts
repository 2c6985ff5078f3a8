import type { AdaptContext } from '../adapt/adapt'
import { lightBeneath, panesOf } from '../adapt/lightness'
import { type Arranged, alternatives } from '../arrange/arrange'
import { lookUp } from '../colour/colour'
import { lumaOf } from '../colour/light'
import { itemsOf } from '../compose/item'
import { type Reading, read } from '../compose/read'
import type { Arrangement, Design } from '../design/schema'
import { type Bounds, boundsOf } from '../geometry/bounds'
import { placedBounds } from '../geometry/placement'
import { hasMembers, isWorded } from '../kinds/facts'
import { arrangedNodes, sourceOf } from './arranged'
import { pageTree } from './resolve'
import { flatResolved, type ResolvedPage } from './resolved'
import { saidOn } from './said'

const readings = new WeakMap<Design, Map<string, Reading>>()
/** What is understood of a page of the master. Throws `missing` for a page that the design does not have. */
export function readingOf(design: Design, page: string, context: AdaptContext): Reading {
  const key = `${page} ${context.fonts.count}`
  const held = readings.get(design)?.get(key)
  if (held) return held
  const tree = pageTree(design, { page, channel: design.master }, context)
  const made = read(arrangedNodes(tree), tree.master, context, new Set(), saidOn(design, page))
  readings.set(design, (readings.get(design) ?? new Map()).set(key, made))
  return made
}
/** Other arrangements of a page on a channel, the best first, each of another structure. */
export function alternativesOn(
  design: Design,
  page: string,
  channel: string,
  context: AdaptContext,
): { arrangement: Arrangement; faults: Arranged['faults'] }[] {
  const tree = pageTree(design, { page, channel }, context)
  return alternatives(sourceOf(tree), tree.channel, context).map(({ chosen, faults }) => ({
    arrangement: chosen,
    faults,
  }))
}
/** The boxes of what is seen of the things at the top of a resolved page, px of the channel. */
export function inksOf(page: ResolvedPage, { fonts, lightOf }: AdaptContext): Map<string, Bounds> {
  const shown = page.layers.filter((l) => l.layer.shown)
  return new Map(itemsOf(shown, fonts, lightOf).map((i) => [i.id, i.ink]))
}
/** How light it is beneath a thing of a resolved page, 0–1; the page's own where nothing lies there. */
export function lightUnder(page: ResolvedPage, id: string, { lightOf }: AdaptContext): number {
  const all = flatResolved(page.layers).map((l) => l.layer)
  const at = all.findIndex((l) => l.id === id)
  const own = all[at]
  const ground = page.colour === 'transparent' ? 1 : lumaOf(lookUp(page.colour, page.swatches)).light
  if (!own) return ground
  const beneath = all.slice(0, at).filter((l) => l.shown && !hasMembers(l) && !isWorded(l))
  const whole = boundsOf(0, 0, page.width, page.height)
  const panes = panesOf(beneath, page.swatches, lightOf)
  return lightBeneath(placedBounds(own.placement), whole, panes, ground).mean
}
