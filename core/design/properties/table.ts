import { layerProperties } from './layer'
import { maskProperties } from './mask'
import { pageProperties, swatchProperties } from './page'
import type { Property } from './property'
import { kindOfTarget, type Target } from './targets'
import { treatmentProperties } from './treatment'

/** All properties that may differ: what is true of one is said in its definition and nowhere else. */
export const properties: readonly Property[] = [
  ...layerProperties,
  ...treatmentProperties,
  ...maskProperties,
  ...swatchProperties,
  ...pageProperties,
]
const byName = new Map(properties.map((p) => [`${p.of} ${p.id}`, p]))
/** The property of a target by its id; undefined where it has none of that name. */
export function propertyOf(target: Target, id: string): Property | undefined {
  const of = kindOfTarget(target)
  return of ? byName.get(`${of} ${id}`) : undefined
}
/** The property by which a thing holds a key: settings of treatments and masks are named by their kind. */
export function propertyFor(target: Target, thing: { kind?: unknown }, key: string): Property | undefined {
  return propertyOf(target, key) ?? propertyOf(target, `${String(thing.kind)}.${key}`)
}
