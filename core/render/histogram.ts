/** How often each value comes in a picture, from dark to light; the largest of each list is 1. Ends are shares of all that is seen. */
export type Histogram = {
  light: number[]
  red: number[]
  green: number[]
  blue: number[]
  /** Clipped: with one colour at least at its least, or at its most. */
  dark: number
  bright: number
}
/** Steps from dark to light. */
export const BINS = 64
const NOTHING: Histogram = { light: [], red: [], green: [], blue: [], dark: 0, bright: 0 }

/** Of unassociated 8-bit RGBA; px count as far as they cover. Lightness is luma by ITU-R BT.709-6. */
export function histogramOf(data: Uint8ClampedArray): Histogram {
  const [light, red, green, blue] = Array.from({ length: 4 }, () => new Float64Array(BINS)) as [
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
  ]
  let [all, dark, bright] = [0, 0, 0]
  const put = (into: Float64Array, v: number, a: number) => {
    const n = Math.min(BINS - 1, Math.floor((v * BINS) / 256))
    into[n] = (into[n] as number) + a
  }
  for (let k = 0; k < data.length; k += 4) {
    const [r, g, b, a] = [data[k], data[k + 1], data[k + 2], data[k + 3]] as [number, number, number, number]
    if (a === 0) continue
    all += a
    if (Math.min(r, g, b) === 0) dark += a
    if (Math.max(r, g, b) === 255) bright += a
    put(light, 0.2126 * r + 0.7152 * g + 0.0722 * b, a)
    put(red, r, a)
    put(green, g, a)
    put(blue, b, a)
  }
  if (all === 0) return NOTHING
  // Spikes of flat colours would press everything else down.
  const told = (bins: Float64Array): number[] => {
    const sorted = [...bins].sort((x, y) => y - x)
    const most = Math.max(sorted[2] ?? 0, (sorted[0] ?? 0) * 0.2)
    return [...bins].map((v) => Math.min(1, v / most))
  }
  return {
    light: told(light),
    red: told(red),
    green: told(green),
    blue: told(blue),
    dark: dark / all,
    bright: bright / all,
  }
}
