import { inkToRgb, missedBy, overColours, type PrintProfile, rgbToInk } from './icc'

/** Steps of the table along each of red, green and blue, and values of each entry. */
const STEPS = 33
const VALUES = 5
/** A byte of how far inks miss is so much of ΔE*ab, and of all inks together so many per cent. */
const DELTA = 0.25
const INK = 2

/**
 * What becomes of sRGB colours in inks: what they look like then (RGB), how far that is from what was wanted, how much ink
 * it takes; bytes, red fastest.
 */
export function proofTable(p: PrintProfile): Uint8Array<ArrayBuffer> {
  const floats = overColours(STEPS, VALUES, (rgb) => {
    const ink = rgbToInk(p, rgb)
    const sum = ink[0] + ink[1] + ink[2] + ink[3]
    const [r, g, b] = inkToRgb(p, ink)
    return [r * 255, g * 255, b * 255, missedBy(p, rgb) / DELTA, (sum * 100) / INK]
  })
  return Uint8Array.from(floats, (v) => Math.min(255, Math.max(0, Math.round(v))))
}
/** How printing is looked at: what is marked, from which ΔE*ab or per cent of ink on. */
export type Proofing = { table: Uint8Array; marks: 'none' | 'reach' | 'ink'; limit: number }

/** From so far on a miss is plain to see beside what was wanted (*common practice*). */
export const SEEN_MISS = 6
/** All inks together that sheet-fed printing on coated paper takes, per cent (*common practice*). */
export const INK_LIMIT = 300
/** What marks are drawn in: stripes of it, so that what lies there is still seen. */
const MARK = [255, 0, 200] as const
const [STRIPE, PERIOD] = [3, 8]

/**
 * Shows pixels (RGBA of 8 bits, straight alpha) as they will be printed, in place: looked up tetrahedrally. `x` and `y` are where
 * the first lies, px, so that stripes of parts run on.
 */
export function proofPixels(
  data: Uint8ClampedArray,
  width: number,
  { table, marks, limit }: Proofing,
  x = 0,
  y = 0,
): void {
  const k = (STEPS - 1) / 255
  const [sr, sg, sb] = [VALUES, STEPS * VALUES, STEPS * STEPS * VALUES]
  const over = marks === 'ink' ? limit / INK : limit / DELTA
  const watched = marks === 'ink' ? 4 : 3
  for (let n = 0; n < data.length; n += 4) {
    if (data[n + 3] === 0) continue
    const [r, g, b] = [(data[n] as number) * k, (data[n + 1] as number) * k, (data[n + 2] as number) * k]
    const [lr, lg, lb] = [Math.min(STEPS - 2, r | 0), Math.min(STEPS - 2, g | 0), Math.min(STEPS - 2, b | 0)]
    let [s1, f1, s2, f2, s3, f3] = [sr, r - lr, sg, g - lg, sb, b - lb]
    if (f1 < f2) [s1, f1, s2, f2] = [s2, f2, s1, f1]
    if (f2 < f3) [s2, f2, s3, f3] = [s3, f3, s2, f2]
    if (f1 < f2) [s1, f1, s2, f2] = [s2, f2, s1, f1]
    const at = lr * sr + lg * sg + lb * sb
    const value = (v: number): number => {
      const a = table[at + v] as number
      const c = table[at + s1 + v] as number
      const d = table[at + s1 + s2 + v] as number
      const e = table[at + s1 + s2 + s3 + v] as number
      return a + (c - a) * f1 + (d - c) * f2 + (e - d) * f3
    }
    const px = (n / 4) % width
    const line = x + px + y + (n / 4 - px) / width
    if (marks !== 'none' && line % PERIOD < STRIPE && value(watched) > over) data.set(MARK, n)
    else {
      const [pr, pg, pb] = [value(0), value(1), value(2)]
      data[n] = pr
      data[n + 1] = pg
      data[n + 2] = pb
    }
  }
}
