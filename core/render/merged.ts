import { quickHash } from '../basics/hash'
import { intersect, isEmpty } from '../geometry/bounds'
import type { LayerOf } from '../kinds/list'
import { rectanglePath } from '../vector/shapes'
import { type Beneath, type Context, fillNode } from './makers'
import { WHITE } from './masked'
import { coverStep, type PlanNode } from './nodes'

/** The picture of everything beneath, within a box; null where nothing is. */
export function mergedNode(layer: LayerOf<'merged'>, c: Context, beneath: Beneath): PlanNode | null {
  const { width, height } = layer.placement
  const path = rectanglePath(width, height, [0, 0, 0, 0])
  const box = fillNode(layer, [{ path, evenOdd: false, paint: WHITE, opacity: 1 }], c, width, height)
  const picture = beneath(c)
  if (!box || !picture) return null
  const bounds = intersect(box.bounds, picture.bounds)
  if (isEmpty(bounds)) return null
  return {
    kind: 'masked',
    id: layer.id,
    key: quickHash(`merged${picture.key}|${box.key}`),
    bounds,
    mode: box.mode,
    opacity: box.opacity,
    fine: false,
    inner: picture,
    masks: [coverStep({ ...box, mode: 0, opacity: 1 })],
  }
}
