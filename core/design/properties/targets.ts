import { z } from 'zod'

/** What a property may belong to. */
export const TARGET_KINDS = ['layer', 'treatment', 'mask', 'swatch', 'page'] as const
export type TargetKind = (typeof TARGET_KINDS)[number]
/** A thing of a design that has properties, by its way there: `layers/ID`, `layers/ID/masks/ID`, `swatches/ID` … */
export type Target = string

const ID = '[A-Za-z0-9_-]{1,40}'
const ways: readonly (readonly [TargetKind, RegExp])[] = [
  ['layer', new RegExp(`^layers/${ID}$`)],
  ['treatment', new RegExp(`^(layers|recipes)/${ID}/treatments/${ID}$`)],
  ['mask', new RegExp(`^layers/${ID}/masks/${ID}$`)],
  ['swatch', new RegExp(`^swatches/${ID}$`)],
  ['page', new RegExp(`^pages/${ID}$`)],
]
/** What a target is; null for no way at all. */
export const kindOfTarget = (target: Target): TargetKind | null =>
  ways.find(([, way]) => way.test(target))?.[0] ?? null
export const targetSchema = z
  .string()
  .max(150)
  .refine((t) => kindOfTarget(t) !== null, 'a target is a layer, treatment, mask, swatch or page by its way')

export const onLayer = (id: string): Target => `layers/${id}`
export const onMask = (layer: string, id: string): Target => `layers/${layer}/masks/${id}`
/** Of a layer's own treatment, or of one of a recipe. */
export const onTreatment = (holder: { layer: string } | { recipe: string }, id: string): Target =>
  'layer' in holder ? `layers/${holder.layer}/treatments/${id}` : `recipes/${holder.recipe}/treatments/${id}`
export const onSwatch = (id: string): Target => `swatches/${id}`
export const onPage = (id: string): Target => `pages/${id}`

/** A target in its parts: the layer or recipe that it is or belongs to, and its own id. */
export function readTarget(target: Target): {
  kind: TargetKind | null
  layer: string | null
  recipe: string | null
  id: string
} {
  const [of, holder = '', , inner] = target.split('/')
  return {
    kind: kindOfTarget(target),
    layer: of === 'layers' ? holder : null,
    recipe: of === 'recipes' ? holder : null,
    id: inner ?? holder,
  }
}
/** The layer that a target is or belongs to; null where it belongs to none. */
export const layerOfTarget = (target: Target): string | null => readTarget(target).layer
/** The same target of another layer: that of a copy. */
export const ofCopy = (target: Target, layer: string): Target =>
  target.replace(/^layers\/[^/]+/, `layers/${layer}`)
/** The thing itself; undefined where it is not there. */
export function thingAt(design: object, target: Target): Record<string, unknown> | undefined {
  let at: unknown = design
  for (const key of target.split('/'))
    at =
      typeof at === 'object' && at !== null && Object.hasOwn(at, key) ? at[key as keyof typeof at] : undefined
  return at as Record<string, unknown> | undefined
}
