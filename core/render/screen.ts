import { cosine } from '../geometry/exact'
import { ENTRIES } from '../treatments/tables'

const made = new Map<boolean, Float32Array>()
/**
 * Which share of a cell lies below each value of a screen's spot function, so that a tone covers as much as it is dark:
 * ½ − ¼ (cos 2πu + cos 2πv) for dots, counted over a cell; lines are even by themselves.
 */
export function screenTable(lines: boolean): Float32Array {
  const held = made.get(lines)
  if (held) return held
  const table = new Float32Array(ENTRIES)
  if (lines) for (let n = 0; n < ENTRIES; n++) table[n] = n / (ENTRIES - 1)
  else {
    const side = 512
    const counts = new Float64Array(ENTRIES)
    const wave = Float64Array.from(
      { length: side },
      (_, n) => 0.25 * cosine((2 * Math.PI * (n + 0.5)) / side),
    )
    for (const a of wave)
      for (const b of wave)
        counts[Math.round((0.5 - a - b) * (ENTRIES - 1))] =
          (counts[Math.round((0.5 - a - b) * (ENTRIES - 1))] as number) + 1
    let sum = 0
    for (let n = 0; n < ENTRIES; n++) {
      sum += counts[n] as number
      table[n] = (sum - (counts[n] as number) / 2) / (side * side)
    }
  }
  made.set(lines, table)
  return table
}
