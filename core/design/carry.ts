import { inOrder } from '../basics/order'
import { layerName } from '../kinds/facts'
import type { Change } from './change-schema'
import type { Channel } from './channel-schema'
import { isPageOn } from './page-channels'
import { changeOfCopy, setOn } from './properties/set'
import { layerOfTarget } from './properties/targets'
import type { Design } from './schema'

/** Ratios of two channels of like shape differ by at most this factor. */
const LIKE = 1.3
type Sides = Pick<Channel, 'width' | 'height'>
const isLikeShaped = (a: Sides, b: Sides): boolean => {
  const by = a.width / a.height / (b.width / b.height)
  return Math.max(by, 1 / by) <= LIKE
}
/** The channels of a design, its master apart, whose shape is nearly that of another. */
const likeShapedAs = (design: Pick<Design, 'channels' | 'master'>, shape: Sides): Channel[] =>
  inOrder(design.channels).filter((c) => c.id !== design.master && !c.elsewhere && isLikeShaped(c, shape))
/** The other channels, the master apart, whose shape is nearly the same. */
export function likeShaped(design: Pick<Design, 'channels' | 'master'>, channel: string): string[] {
  const own = design.channels[channel]
  return own ? likeShapedAs(design, own).flatMap((c) => (c.id === channel ? [] : [c.id])) : []
}
/** The layer of another page that is to it what a layer is to its own: of one kind and one name, and the only one. */
export function twinOn(from: Design, id: string, to: Design, page: string): string | null {
  const own = from.layers[id]
  if (!own) return null
  const name = layerName(own)
  const like = Object.values(to.layers).filter(
    (l) => l.page === page && l.kind === own.kind && layerName(l) === name,
  )
  return like.length === 1 ? (like[0]?.id ?? null) : null
}
/** Changes as they would be made elsewhere. */
export type Carried = { page: string; channel: string; changes: Change[] }

/** Changes of one page's layers as those of another page's, as far as it has the like. */
function changesOn(from: Design, changes: readonly Change[], to: Design, page: string): Change[] {
  const twin = (id: string) =>
    from.id === to.id && from.layers[id]?.page === page ? id : twinOn(from, id, to, page)
  return changes.flatMap((c) => {
    const layer = layerOfTarget(c.target)
    const own = layer === null ? null : twin(layer)
    return own ? [changeOfCopy(c, own, (id) => twin(id) ?? id)] : []
  })
}
/**
 * Where changes made by hand on one page and channel could be made too: on channels of like shape, on other pages, and on both
 * of another design; nowhere where nothing has the same name and kind.
 */
export function carriedInto(
  from: Design,
  at: { page: string; channel: string },
  changes: readonly Change[],
  to: Design,
): Carried[] {
  const shape = from.channels[at.channel]
  if (!shape) return []
  return inOrder(to.pages).flatMap((page) => {
    const own = changesOn(from, changes, to, page.id)
    if (own.length === 0) return []
    return likeShapedAs(to, shape).flatMap((c): Carried[] => {
      const same = from.id === to.id && page.id === at.page && c.id === at.channel
      return same || !isPageOn(page, c.id)
        ? []
        : [{ page: page.id, channel: c.id, changes: own.map((o) => ({ ...o, channel: c.id })) }]
    })
  })
}
/** Makes carried changes in a design. */
export function takeCarried(d: Design, all: readonly Carried[]): void {
  for (const { channel, changes } of all)
    for (const c of changes) setOn(d, channel, c.target, c.property, c.value)
}
