import type { OwnFace } from '@/core/type/own-face'

/** Typefaces that people brought for all designs. */
export type FacesSlice = { ownFaces: readonly OwnFace[] }
export const facesAtFirst: FacesSlice = { ownFaces: [] }
