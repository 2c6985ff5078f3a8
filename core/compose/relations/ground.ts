import { heightOf, widthOf } from '../../geometry/bounds'
import type { BehaviourKind } from '../../kinds/common'
import { kindOf } from '../../kinds/list'
import type { Item } from '../item'
import { type Composition, defineRelation } from '../relation'

export type Reach = { left: boolean; right: boolean; top: boolean; bottom: boolean }
/** The page edges that a thing touches or crosses. */
export const reachOf = ({ ink }: Pick<Item, 'ink'>, c: Pick<Composition, 'width' | 'height'>): Reach => ({
  left: ink.left <= 1,
  right: ink.right >= c.width - 1,
  top: ink.top <= 1,
  bottom: ink.bottom >= c.height - 1,
})
const UPRIGHT = 0.5
/** A plain area with level and upright sides. */
export const isUpright = (i: Item): boolean => Math.abs(i.node.layer.placement.rotation % 90) < UPRIGHT
/** What people or its kind say that it does on other sizes. */
export const saidOf = (i: Item): BehaviourKind | 'auto' => {
  const { kind } = i.node.layer.behaviour
  return kind === 'auto' && kindOf(i.node.layer).nature === 'cover' ? 'cover' : kind
}
/** Covers the whole page. */
export const covers = (i: Item, c: Composition): boolean => {
  const r = reachOf(i, c)
  const said = saidOf(i)
  return said === 'cover' || (said === 'auto' && i.role !== 'words' && r.left && r.right && r.top && r.bottom)
}
/** The least share of the page's other side that a part of the ground takes. */
const LEAST = 0.04

/** A part of the page that others lie on: it covers it, or runs from edge to edge, or fills a side of it. */
export const ground = defineRelation({
  kind: 'ground',
  find: (c) =>
    c.items.flatMap((i) => {
      if (covers(i, c)) return [{ kind: 'ground', of: [i.id], to: [] }]
      const area = i.role === 'shape' || i.role === 'photo' || i.role === 'graphic'
      if (!area || !isUpright(i) || i.types.length > 0 || !['auto', 'span', 'cover'].includes(saidOf(i)))
        return []
      const r = reachOf(i, c)
      const [wide, high] = [r.left && r.right, r.top && r.bottom]
      const thick = wide ? heightOf(i.ink) / c.height : widthOf(i.ink) / c.width
      if ((!wide && !high) || thick < LEAST) return []
      // An ellipse or a graphic that only reaches two edges with its sides is a thing that bleeds.
      const filled = i.area > 0.9 * widthOf(i.ink) * heightOf(i.ink)
      return filled && i.role !== 'graphic' ? [{ kind: 'ground', of: [i.id], to: [] }] : []
    }),
  sentence: () => 'is part of the ground',
})
