import { lookUp } from '../../colour/colour'
import { literalPaint } from '../../colour/gradient'
import type { PictureLayer } from '../../kinds/picture/schema'
import { isFilled, picturePlacement } from '../../kinds/slot/framing'
import type { SlotLayer } from '../../kinds/slot/schema'
import { slotPath } from '../../vector/shapes'
import { fillNode, groupNode, heldNode, pictureNode } from '../makers'
import type { PlanNode } from '../nodes/types'
import type { Planner } from './definition'

export const slot: Planner<SlotLayer> = {
  alone(layer, c) {
    const bare = { ...layer, stroke: { ...layer.stroke, weight: 0 } }
    const see = layer.fill.kind === 'none'
    const path = slotPath(layer)
    const { width, height } = layer.placement
    const paint = literalPaint(
      see && layer.picture ? { kind: 'solid', colour: '#000000' } : layer.fill,
      c.swatches,
    )
    const ground =
      paint.kind === 'none'
        ? null
        : fillNode(bare, [{ path, evenOdd: false, paint, opacity: 1 }], c, width, height)
    const picture = isFilled(layer) ? pictureNode(pictureIn(layer), c) : null
    let body: PlanNode | null
    if (ground && picture) body = heldNode(ground, [picture], see ? 0 : 1)
    else if (see) body = null
    else body = ground
    if (layer.stroke.weight === 0) return body
    const rim = fillNode(
      layer,
      [
        {
          path,
          evenOdd: false,
          paint: { kind: 'solid', colour: lookUp(layer.stroke.colour, c.swatches) },
          opacity: 1,
          stroke: layer.stroke,
        },
      ],
      c,
      width,
      height,
    )
    const plain = (n: PlanNode | null) => (n ? [{ ...n, mode: 0, opacity: 1 }] : [])
    return groupNode(layer, [...plain(body), ...plain(rim)], true)
  },
}

/** The picture in a slot as a layer. */
function pictureIn(slot: SlotLayer & { picture: NonNullable<SlotLayer['picture']> }): PictureLayer {
  const {
    form: _f,
    d: _d,
    radii: _r,
    corners: _c,
    fill: _p,
    stroke: _s,
    picture,
    zoom: _z,
    pan: _n,
    ...common
  } = slot
  return {
    ...common,
    ...picture,
    kind: 'picture',
    placement: picturePlacement(slot),
    blend: 'normal',
    opacity: 1,
  }
}
