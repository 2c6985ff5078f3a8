import type { Vision } from '@/core/colour/vision'
import type { PlaceId } from '../../at-size/places'

/** As what an adaptation is looked at: as it is, as at first glance, or with other cones. */
export type Look = 'plain' | 'blurred' | 'small' | 'grey' | Vision
/** The channel shown, where people will meet it; null where the stage is seen. */
export type AtSizeSlice = {
  atSize: {
    /** Null: whatever suits the channel best. */
    place: PlaceId | null
    dark: boolean
    look: Look
    /** How far away a wall is, m. */
    metres: number
    /** Computed at the channel's own px. */
    full: boolean
  } | null
}
export const atSizeAtFirst: AtSizeSlice = { atSize: null }
export const newAtSize: NonNullable<AtSizeSlice['atSize']> = {
  place: null,
  dark: false,
  look: 'plain',
  metres: 2,
  full: false,
}
