import type { Channel } from './channel-schema'
import type { Design, Guide } from './schema'

type Size = Pick<Channel, 'id' | 'width' | 'height'>
const sideOf = (axis: Guide['axis'], c: Pick<Channel, 'width' | 'height'>): number =>
  axis === 'x' ? c.width : c.height

/** Where a guide lies on a channel, px; null where it belongs to another. */
export function guideAt(guide: Guide, channel: Size): number | null {
  if (guide.channel !== null && guide.channel !== channel.id) return null
  return guide.unit === '%' ? (guide.at / 100) * sideOf(guide.axis, channel) : guide.at
}

/** The guides of a channel and where they lie, px. */
export const guidesOn = (design: Pick<Design, 'guides'>, channel: Size): { guide: Guide; at: number }[] =>
  Object.values(design.guides).flatMap((guide) => {
    const at = guideAt(guide, channel)
    return at === null ? [] : [{ guide, at }]
  })

/** A guide moved to px of a channel, in its own unit; percent is kept to a hundredth. */
export const guideMoved = (guide: Guide, channel: Size, px: number): Guide => ({
  ...guide,
  at:
    guide.unit === '%'
      ? Math.round((px / sideOf(guide.axis, channel)) * 1e4) / 100
      : Math.round(px * 10) / 10,
})

/** The same line in the other unit: percent lies on every channel, px on one. */
export function guideIn(guide: Guide, unit: Guide['unit'], channel: Size): Guide {
  const at = guideAt(guide, channel)
  if (at === null || unit === guide.unit) return guide
  return guideMoved({ ...guide, unit, channel: unit === '%' ? null : channel.id }, channel, at)
}
