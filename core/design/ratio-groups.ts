import type { Channel } from './channel-schema'

/** Channels of like shape, from strips to towers. */
export const RATIO_GROUPS = ['strip', 'wide', 'even', 'tall', 'tower'] as const
export type RatioGroup = (typeof RATIO_GROUPS)[number]
export const ratioGroupLabels: Record<RatioGroup, string> = {
  strip: 'strips',
  wide: 'wide channels',
  even: 'nearly square channels',
  tall: 'tall channels',
  tower: 'towers',
}
/** Beyond this a page is a strip or a tower; within the other it counts as square. */
const EXTREME = 2.6
const EVEN = 1.2

/** The group that a page belongs to by its shape. */
export function ratioGroupOf({ width, height }: Pick<Channel, 'width' | 'height'>): RatioGroup {
  const ratio = width / height
  if (ratio > EXTREME) return 'strip'
  if (ratio > EVEN) return 'wide'
  if (ratio >= 1 / EVEN) return 'even'
  return ratio >= 1 / EXTREME ? 'tall' : 'tower'
}
