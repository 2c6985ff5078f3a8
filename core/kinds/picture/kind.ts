import type { KindDefinition } from '../definition'
import { plain, ratioOf } from '../plain'
import type { PictureLayer } from './schema'

/** A photo, a cutout, an overlay: stored pixels in a box. */
export const picture: KindDefinition<PictureLayer> = {
  ...plain,
  plane: 'subject',
  nameOf: () => 'picture',
  sources: (layer) => [{ sha: layer.source, kind: 'picture' }],
  picture: (layer) => layer,
  enlargedBy: ({ placement, sourceWidth, sourceHeight }) =>
    Math.max(placement.width / sourceWidth, placement.height / sourceHeight),
  light: () => ({ light: 0.5, alpha: 0.8 }),
  thing: ({ placement, source, sourceWidth, sourceHeight, focal }) => ({
    kind: 'picture',
    ratio: ratioOf(placement),
    source,
    sourceWidth,
    sourceHeight,
    focal,
  }),
}
