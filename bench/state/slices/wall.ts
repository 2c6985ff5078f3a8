import type { Arrangement } from '@/core/design/schema'

/** How the wall is looked at: all pages on all channels at once, around the one that is worked on. */
export type WallSlice = {
  wall: {
    /** All of one height, or each as large as it is beside the others. */
    sizes: 'alike' | 'true'
    /** Channels in another order than that of the lineup. */
    order: readonly string[] | null
    /** Channels that are treated alike. */
    chosen: readonly string[]
    /** What each is compared with, and up to which share of its width that is seen. */
    against: 'master' | { version: string } | null
    split: number
    /** The other arrangements of a channel, the best first, shown beneath it. */
    trying: { channel: string; arrangements: readonly Arrangement[] } | null
  } | null
}
export const wallAtFirst: WallSlice = { wall: null }
export const newWall: NonNullable<WallSlice['wall']> = {
  sizes: 'alike',
  order: null,
  chosen: [],
  against: null,
  split: 0.5,
  trying: null,
}
