import { z } from 'zod'
import { blendModeSchema } from '../../basics/blend-modes'
import { idSchema, unitSchema } from '../../basics/values'
import { type Field, isLength, schemaOf } from '../../treatments/field'
import { treatmentDefinitions } from '../../treatments/list'
import { ofKind, optionally, type Property, plainly, type Reference } from './property'

const references: { [K in Field['kind']]?: Reference } = { layer: 'layer', lut: 'blob' }
const always = () => true
/** One setting of a kind of treatment, by its own field. */
function settingOf(kind: string, key: string, field: Field): Property {
  const refersTo = references[field.kind]
  return ofKind(
    kind,
    plainly('treatment', key, {
      words: field.label.toLowerCase(),
      schema: schemaOf(field),
      ...(isLength(field) ? { sizes: true } : {}),
      ...(refersTo ? { refersTo } : {}),
    }),
  )
}

/** What of a treatment may differ on a channel: what all have, and every setting of every kind. */
export const treatmentProperties: readonly Property[] = [
  plainly('treatment', 'on', { words: 'on', schema: z.boolean() }),
  plainly('treatment', 'strength', { words: 'strength', schema: unitSchema }),
  optionally('treatment', 'blend', 'normal', always, { words: 'blend mode', schema: blendModeSchema }),
  optionally('treatment', 'mask', null, always, { words: 'where it applies', schema: idSchema.nullable() }),
  ...treatmentDefinitions.flatMap((d) =>
    Object.entries(d.fields).map(([key, field]) => settingOf(d.kind, key, field)),
  ),
]
