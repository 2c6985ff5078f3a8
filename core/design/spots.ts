import { keyBetween } from '../basics/order'
import type { Layer } from '../kinds/list'
import type { Design } from './schema'
import { siblingsOf } from './tree'

/** A place in depth: a plane of a page, or a group or holder in it. */
export type Spot = Pick<Layer, 'page' | 'plane' | 'parent'> & Partial<Pick<Layer, 'inside'>>
/** The order key directly above a layer, or on top of its band where none is named. */
export function orderAbove(design: Design, spot: Spot, below: string | null): string {
  const list = siblingsOf(design, spot)
  const at = below ? list.findIndex((l) => l.id === below) : list.length - 1
  return keyBetween(list[at]?.order ?? null, list[at + 1]?.order ?? null)
}

/** The order key directly beneath a layer. */
export function orderBeneath(design: Design, spot: Spot, above: string): string {
  const list = siblingsOf(design, spot)
  const at = list.findIndex((l) => l.id === above)
  return keyBetween(list[at - 1]?.order ?? null, list[at]?.order ?? null)
}
