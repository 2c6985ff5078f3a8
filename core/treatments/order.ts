import type { rim } from './around/rim'
import type { Settings } from './field'
import type { Treatment } from './list'

export type { Treatment } from './list'
export type Rim = Treatment & Settings<(typeof rim)['fields']>

/** A layer's treatments in their order. */
export const treatmentsOf = (layer: { treatments: Record<string, Treatment> }): Treatment[] =>
  Object.values(layer.treatments).sort((a, b) => {
    if (a.order < b.order) return -1
    if (a.order > b.order) return 1
    if (a.id < b.id) return -1
    return 1
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
