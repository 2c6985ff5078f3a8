import type { Design } from '../design/schema'
import { isPhoto, takesPicture } from '../kinds/facts'
import { isFilled } from '../kinds/slot/framing'
import type { OutputId } from '../outputs/list'

/** The format that suits a design, with the reason in a few words (*common practice*). */
export function proposedOutput(
  design: Pick<Design, 'layers'>,
  ground: 'page' | 'transparent',
): { format: OutputId; why: string } {
  if (ground === 'transparent') return { format: 'png', why: 'it keeps what is see-through' }
  const photos = Object.values(design.layers).some(
    (l) => l.shown && (isPhoto(l) || (takesPicture(l) && isFilled(l))),
  )
  return photos
    ? { format: 'jpeg', why: 'photos get light with it' }
    : { format: 'png', why: 'flat colours and lettering stay sharp' }
}
