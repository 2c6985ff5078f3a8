import type { Part } from '../definition'
import { isNone } from '../inwards'

/**
 * What lies on a thing from its own edge inwards: covered where its silhouette, moved or narrowed, is not. `reach` and
 * `softness` px of the page; nothing where both are nothing.
 */
export const fromTheEdge = (
  reach: number,
  softness: number,
  scale: number,
  part: Pick<Part, 'colour' | 'blend' | 'thicken' | 'dx' | 'dy'>,
): Part[] =>
  isNone(reach, softness)
    ? []
    : [
        {
          place: 'over',
          form: 'silhouette',
          inverse: true,
          within: 'own',
          sigma: (softness / 2) * scale,
          ...part,
        },
      ]
