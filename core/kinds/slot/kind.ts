import { coloursOfPaint, paintLight } from '../../colour/light'
import { slotPath } from '../../vector/shapes'
import type { KindDefinition } from '../definition'
import { plain, roundEnds, sizedEdges } from '../plain'
import { isFilled, pictureBox } from './framing'
import type { SlotLayer } from './schema'

/** A shape that takes a picture. */
export const slot: KindDefinition<SlotLayer> = {
  ...plain,
  plane: 'subject',
  nameOf: () => 'slot',
  sources: ({ picture }) => (picture ? [{ sha: picture.source, kind: 'picture' }] : []),
  picture: (layer) => layer.picture,
  outline: slotPath,
  weighed: sizedEdges,
  stretched: roundEnds,
  enlargedBy: (layer) => (isFilled(layer) ? pictureBox(layer).width / layer.picture.sourceWidth : 0),
  light: (layer, swatches) => paintLight(layer.fill, swatches),
  colours: ({ stroke, fill }) => [...coloursOfPaint(fill), ...(stroke.weight > 0 ? [stroke.colour] : [])],
  thing: ({ picture }) =>
    picture && { kind: 'picture', ratio: picture.sourceWidth / picture.sourceHeight, ...picture },
}
