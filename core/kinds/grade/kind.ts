import type { KindDefinition } from '../definition'
import { plain } from '../plain'
import { gradeName } from './name'
import type { GradeLayer } from './schema'

/** Treatments on all that lies beneath it. */
export const grade: KindDefinition<GradeLayer> = {
  ...plain,
  plane: 'finish',
  nameOf: (layer) => gradeName(layer.treatments),
  placed: false,
  readsBeneath: true,
  nature: 'cover',
}
