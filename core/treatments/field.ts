import { z } from 'zod'
import { colourSchema, idSchema, shaSchema, unitSchema } from '../basics/values'

const layerSchema = idSchema.nullable()
const pointSchema = z.object({ x: unitSchema, y: unitSchema })
const lutSchema = z.object({ source: shaSchema, name: z.string().max(200) })
const stopSchema = z.object({ offset: unitSchema, colour: colourSchema })

/** How one setting of a treatment is called, what it may be, and what it is at first. The settings form is drawn from it. */
type Common = {
  label: string
  /** Says in a few words what it does. */
  hint?: string
}
export type NumberField = Common & {
  kind: 'number'
  least: number
  most: number
  first: number
  /** `px` are lengths, px of the page, which are sized with the layer; `%` is held as a share. */
  unit: '' | 'px' | '%' | '°'
  /** What a slider reaches, where that is less than what may be typed. */
  reach?: number
  whole?: boolean
  /** How much is done: doubled while it is to be seen exaggerated. */
  amount?: boolean
  /** A length that is the same on all things, however large they are. */
  even?: boolean
}
export type ColourField = Common & { kind: 'colour'; first: string }
export type ChoiceField = Common & { kind: 'choice'; first: string; options: Record<string, string> }
export type SwitchField = Common & { kind: 'switch'; first: boolean }
/** Points of a curve from dark to light, in order of `x`. */
export type CurveField = Common & { kind: 'curve'; first: CurvePoint[] }
/** Colours from dark to light. */
export type StopsField = Common & { kind: 'stops'; first: Stop[] }
/** Another layer of the page. */
export type LayerField = Common & { kind: 'layer' }
/** A stored LUT file. */
export type LutField = Common & { kind: 'lut' }
export type Field =
  | NumberField
  | ColourField
  | ChoiceField
  | SwitchField
  | CurveField
  | StopsField
  | LayerField
  | LutField
export type Fields = Record<string, Field>
export type CurvePoint = z.infer<typeof pointSchema>
export type Stop = z.infer<typeof stopSchema>
export type LutFile = z.infer<typeof lutSchema>

type ValueOf<F extends Field> = F extends NumberField
  ? number
  : F extends ColourField
    ? string
    : F extends ChoiceField
      ? keyof F['options'] & string
      : F extends SwitchField
        ? boolean
        : F extends CurveField
          ? CurvePoint[]
          : F extends StopsField
            ? Stop[]
            : F extends LutField
              ? LutFile | null
              : string | null
export type Settings<F extends Fields> = { [K in keyof F]: ValueOf<F[K]> }

const schemas: { [K in Field['kind']]: (field: Extract<Field, { kind: K }>) => z.ZodType } = {
  number: (f) => (f.whole ? z.number().int() : z.number()).min(f.least).max(f.most),
  colour: () => colourSchema,
  choice: (f) => z.enum(Object.keys(f.options) as [string, ...string[]]),
  switch: () => z.boolean(),
  curve: () =>
    z
      .array(pointSchema)
      .min(2, 'a curve has two points at least')
      .max(16)
      .refine(
        (points) => points.every((p, n) => n === 0 || p.x > (points[n - 1] as CurvePoint).x),
        'the points of a curve go from dark to light',
      ),
  stops: () =>
    z
      .array(stopSchema)
      .min(2, 'a gradient has two stops at least')
      .max(16)
      .refine(
        (stops) => stops.every((s, n) => n === 0 || s.offset >= (stops[n - 1] as Stop).offset),
        'the stops of a gradient go from dark to light',
      ),
  layer: () => layerSchema,
  lut: () => lutSchema.nullable(),
}
/** What a field's value must be. */
export const schemaOf = (field: Field): z.ZodType => (schemas[field.kind] as (f: Field) => z.ZodType)(field)
/** What a field's value is at first. */
export const firstOf = (field: Field): unknown =>
  field.kind === 'layer' || field.kind === 'lut' ? null : field.first

/** Whether a setting is a length that is sized along with its layer. */
export const isLength = (field: Field): boolean =>
  field.kind === 'number' && field.unit === 'px' && !field.even

type Told<F> = Omit<F, 'kind' | 'label'>
/** A length, px of the page. */
export const px = (
  label: string,
  first: number,
  most: number,
  more: Partial<Told<NumberField>> = {},
): NumberField => ({
  kind: 'number',
  unit: 'px',
  label,
  first,
  least: 0,
  most,
  ...more,
})
/** A number that says how much is done. */
export const amount = (field: NumberField): NumberField => ({ ...field, amount: true })
/** A share, shown in percent; `least` and `most` as shares. */
export const percent = (label: string, first: number, least = 0, most = 1): NumberField => ({
  kind: 'number',
  unit: '%',
  label,
  first,
  least,
  most,
})
export const degrees = (label: string, first: number, least = -360, most = 360): NumberField => ({
  kind: 'number',
  unit: '°',
  label,
  first,
  least,
  most,
  reach: Math.min(most, 180),
})
export const count = (label: string, first: number, least: number, most: number): NumberField => ({
  kind: 'number',
  unit: '',
  label,
  first,
  least,
  most,
  whole: true,
})
export const colour = (label: string, first: string): ColourField => ({ kind: 'colour', label, first })
export const choice = <O extends Record<string, string>>(
  label: string,
  options: O,
  first: keyof O & string,
): Omit<ChoiceField, 'options'> & { options: O } => ({
  kind: 'choice',
  label,
  options,
  first,
})
export const toggle = (label: string, first: boolean): SwitchField => ({ kind: 'switch', label, first })
