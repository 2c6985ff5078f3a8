import type { GraphicLayer } from '../../kinds/graphic/schema'
import type { PictureLayer } from '../../kinds/picture/schema'
import type { ShapeLayer } from '../../kinds/shape/schema'
import { strewn } from '../../kinds/strew/copies'
import type { StrewLayer } from '../../kinds/strew/schema'
import { type Context, groupNode } from '../makers'
import type { PlanNode } from '../nodes/types'
import type { Planner } from './definition'
import { graphic } from './graphic'
import { picture } from './picture'
import { shape } from './shape'

type Copy = PictureLayer | GraphicLayer | ShapeLayer
const copies: { [K in Copy['kind']]: Planner<Extract<Copy, { kind: K }>> } = { picture, graphic, shape }
const copyNode = (copy: Copy, c: Context): PlanNode | null =>
  (copies[copy.kind] as Planner<Copy>).alone?.(copy, c) ?? null

export const strew: Planner<StrewLayer> = {
  alone: (layer, c) =>
    groupNode(
      layer,
      strewn(layer).flatMap((copy) => copyNode(copy, c) ?? []),
      layer.blend !== 'normal' || layer.opacity < 1,
    ),
}
