import { isWorded } from '../kinds/facts'
import { type OwnFace, ownFaceId } from '../type/own-face'
import type { Design } from './schema'

/** Everything that is set in one family is set in another: on the master, and where channels have a typeface of their own. */
export function replaceFamily(d: Pick<Design, 'layers' | 'changes'>, from: string, to: string): void {
  for (const l of Object.values(d.layers)) if (isWorded(l) && l.style.family === from) l.style.family = to
  for (const c of Object.values(d.changes))
    if (typeof c.value === 'object' && c.value !== null && 'family' in c.value && c.value.family === from)
      c.value = { ...c.value, family: to }
}
/** How many texts are set in a family. */
export const usesOf = (d: Pick<Design, 'layers'>, family: string): number =>
  Object.values(d.layers).filter((l) => isWorded(l) && l.style.family === family).length
/** Has a design bring along the faces of a family that people brought. */
export function bringFaces(d: Pick<Design, 'faces'>, faces: readonly OwnFace[], family: string): void {
  for (const f of faces) if (f.family === family) d.faces[ownFaceId(f)] = f
}
