import { gradientTable } from '../../colour/gradient'
import type { Look } from '../definition'
import { ENTRIES } from '../tables'

/** A table of straight RGBA from what colour a lightness has. */
export function lightTable(of: (t: number) => readonly [number, number, number, number]): Float32Array {
  const table = new Float32Array(ENTRIES * 4)
  for (let n = 0; n < ENTRIES; n++) table.set(of(n / (ENTRIES - 1)), n * 4)
  return table
}
export const between = (look: Look, stops: readonly { offset: number; colour: string }[]): Float32Array =>
  gradientTable(
    stops.map((s) => ({ offset: s.offset, colour: look.colour(s.colour) })),
    ENTRIES,
  )
