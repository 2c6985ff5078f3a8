import { z } from 'zod'

const id = z.string().regex(/^[A-Za-z0-9_-]{1,40}$/, 'an id has 1 to 40 letters, digits, _ or -')
const colour = z.string().regex(/^(#[0-9a-f]{6}([0-9a-f]{2})?|swatch:[A-Za-z0-9_-]{1,40})$/i, 'a colour is #rrggbb, #rrggbbaa or a swatch')

export const RIM_PLACES = ['outside', 'centre', 'inside'] as const
export const RIM_JOINS = ['round', 'mitred'] as const
/** An even line around the outline. Lengths in fractions of the shorter side of the layer's box. */
const rimSchema = z.object({
  id,
  kind: z.literal('rim'),
  order: z.string().min(1).max(200),
  on: z.boolean(),
  strength: z.number().min(0).max(1),
  place: z.enum(RIM_PLACES),
  /** Mitred corners are for things with outlines of their own: shapes, graphics and type. */
  join: z.enum(RIM_JOINS),
  width: z.number().min(0).max(4),
  /** From the edge, or from the ring before on the same side. */
  gap: z.number().min(0).max(4),
  colour,
})
/** A non-destructive effect on one layer; several apply in their order. */
export const treatmentSchema = z.discriminatedUnion('kind', [rimSchema])
export type Treatment = z.infer<typeof treatmentSchema>
export type Rim = Extract<Treatment, { kind: 'rim' }>

/** A layer's treatments in their order. */
export const treatmentsOf = (layer: { treatments: Record<string, Treatment> }): Treatment[] =>
  Object.values(layer.treatments).sort((a, b) => (a.order < b.order ? -1 : a.order > b.order ? 1 : a.id < b.id ? -1 : 1))

export const newRim = (at: Pick<Rim, 'id' | 'order'>): Rim => ({
  ...at,
  kind: 'rim',
  on: true,
  strength: 1,
  place: 'outside',
  join: 'round',
  width: 0.03,
  gap: 0,
  colour: '#ffffff',
})

/** Where each ring begins and ends: px from the edge, outwards from 0 on each side; those of a side lie one beyond the other. */
export function ringsOf(rims: readonly Rim[], unit: number): { rim: Rim; from: number; to: number }[] {
  const ends = { outside: 0, centre: 0, inside: 0 }
  return rims.map((rim) => {
    if (rim.place === 'centre') return { rim, from: 0, to: (rim.width * unit) / 2 }
    const from = ends[rim.place] + rim.gap * unit
    ends[rim.place] = from + rim.width * unit
    return { rim, from, to: ends[rim.place] }
  })
}
