import { z } from 'zod'
import type { KindDefinition } from './definition'
import { grade } from './grade/kind'
import { gradeSchema } from './grade/schema'
import { graphic } from './graphic/kind'
import { graphicSchema } from './graphic/schema'
import { group } from './group/kind'
import { groupSchema } from './group/schema'
import { merged } from './merged/kind'
import { mergedSchema } from './merged/schema'
import { picture } from './picture/kind'
import { pictureSchema } from './picture/schema'
import { shape } from './shape/kind'
import { shapeSchema } from './shape/schema'
import { slot } from './slot/kind'
import { slotSchema } from './slot/schema'
import { strew } from './strew/kind'
import { strewSchema } from './strew/schema'
import { type } from './type/kind'
import { typeSchema } from './type/schema'

export const layerSchema = z.discriminatedUnion('kind', [
  pictureSchema,
  graphicSchema,
  shapeSchema,
  slotSchema,
  typeSchema,
  strewSchema,
  groupSchema,
  mergedSchema,
  gradeSchema,
])
export type Layer = z.infer<typeof layerSchema>
export type LayerKind = Layer['kind']
export type LayerOf<K extends LayerKind> = Extract<Layer, { kind: K }>

/** All kinds there are: what is true of one is said in its folder. */
export const kinds: { readonly [K in LayerKind]: KindDefinition<LayerOf<K>> } = {
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
/** What is true of a layer by its kind. */
export const kindOf = (layer: Layer): KindDefinition<Layer> => kinds[layer.kind] as KindDefinition<Layer>
