import { z } from 'zod'
import { inOrder, keyBetween } from '../basics/order'
import { colourSchema, idSchema as id, orderSchema, shaSchema } from '../basics/values'
import { filesOf, treatmentSchema } from '../treatments/list'
import type { Design } from './schema'

const name = z.string().max(200)
/** What the designs of a campaign share: its colours, faces, marks and recipes. */
export const houseSchema = z.object({
  swatches: z.record(id, z.object({ id, name, order: orderSchema, colour: colourSchema })).default({}),
  recipes: z
    .record(id, z.object({ id, name, order: orderSchema, treatments: z.record(id, treatmentSchema) }))
    .default({}),
  fonts: z.array(z.string().max(80)).max(40).default([]),
  marks: z.record(id, z.object({ id, name, order: orderSchema, source: shaSchema })).default({}),
})
export type House = z.infer<typeof houseSchema>
export const noHouse: House = { swatches: {}, recipes: {}, fonts: [], marks: {} }

/** The stored files that a house set needs. */
export const blobsOfHouse = (house: House): string[] => [
  ...Object.values(house.marks).map((m) => m.source),
  ...Object.values(house.recipes).flatMap((r) => filesOf(r.treatments)),
]

type Kept = { id: string; name: string; order: string }
/** Writes what the house has of a kind into a design: under the same id, changed where it differs, added where it lacks. */
function follow<T extends Kept>(own: Record<string, T>, house: Record<string, T>): void {
  for (const wanted of inOrder(house)) {
    const held = own[wanted.id]
    const order = held?.order ?? keyBetween(inOrder(own).at(-1)?.order ?? null, null)
    const next = { ...structuredClone(wanted), order }
    if (!held || JSON.stringify({ ...held }) !== JSON.stringify(next)) own[wanted.id] = next
  }
}
/** Brings a design up to its campaign's house set: what uses its swatches and follows its recipes changes with them. */
export function followHouse(d: Pick<Design, 'swatches' | 'recipes'>, house: House): void {
  follow(d.swatches, house.swatches)
  follow(d.recipes, house.recipes)
}
/** What of a house set a design has otherwise by now, taken over into it; null where nothing differs. */
export function houseAfter(house: House, d: Pick<Design, 'swatches' | 'recipes'>): House | null {
  const taken = <T extends Kept>(own: Record<string, T>, held: Record<string, T>): Record<string, T> =>
    Object.fromEntries(
      Object.entries(held).map(([key, was]) => [key, own[key] ? { ...own[key], order: was.order } : was]),
    )
  const next = {
    ...house,
    swatches: taken(d.swatches, house.swatches),
    recipes: taken(d.recipes, house.recipes),
  }
  return JSON.stringify(next) === JSON.stringify(house) ? null : next
}
