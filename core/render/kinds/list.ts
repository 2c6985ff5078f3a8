import type { Layer, LayerKind, LayerOf } from '../../kinds/list'
import type { Planner } from './definition'
import { grade } from './grade'
import { graphic } from './graphic'
import { group } from './group'
import { merged } from './merged'
import { picture } from './picture'
import { shape } from './shape'
import { slot } from './slot'
import { strew } from './strew'
import { type } from './type'

/** How each kind of layer is planned. */
const planners: { readonly [K in LayerKind]: Planner<LayerOf<K>> } = {
  picture,
  graphic,
  shape,
  slot,
  type,
  strew,
  group,
  merged,
  grade,
}
export const plannerOf = (layer: Layer): Planner<Layer> => planners[layer.kind] as Planner<Layer>
