import type { Size } from './copies'

/** Half of what a part is thinner than, shares of a picture's longer side. */
export const THIN = 0.011
/** What is thin belongs to the thing from this belief on, and to the ground between stems up to that. */
const JOINED = 0.42
const LEFT = 0.4
/** From so many px on, shares of all, stems were left out of a cut. */
const SOME = 0.0002

/** Gives a value to every px up to `radius` columns and rows from one that has it. */
function grown(from: Uint8Array, { width, height }: Size, radius: number, value: 0 | 1): Uint8Array {
  const across = from.slice()
  for (let start = 0; start < from.length; start += width) {
    const row = from.subarray(start, start + width)
    // Run by run.
    for (let first = row.indexOf(value); first >= 0; ) {
      const next = row.indexOf(1 - value, first)
      across.fill(
        value,
        start + Math.max(0, first - radius),
        start + (next < 0 ? width : Math.min(width, next + radius)),
      )
      first = next < 0 ? -1 : row.indexOf(value, next)
    }
  }
  const out = across.slice()
  // All columns at once, row after row: how many rows on each still has the value.
  const down = (start: number, step: number): void => {
    const left = new Int32Array(width)
    for (let y = 0, row = start; y < height; y++, row += step)
      for (let x = 0; x < width; x++) {
        const rest = across[row + x] === value ? radius + 1 : (left[x] as number)
        if (rest > 0) out[row + x] = value
        left[x] = rest - 1
      }
  }
  down(0, width)
  down((height - 1) * width, -width)
  return out
}
/** What of a set, 1 a px, no square of `2 × radius + 1` px fits over: an opening takes it away (J. Serra, “Image analysis and mathematical morphology”, 1982). */
export function thinOf(set: Uint8Array, size: Size, radius: number): Uint8Array {
  const r = Math.max(1, Math.round(radius))
  const opened = grown(grown(set, size, r, 0), size, r, 1)
  for (let n = 0; n < opened.length; n++) opened[n] = (set[n] as number) & ~(opened[n] as number)
  return opened
}

/** What is thin of where a belief lies over `least`, or with `below` of where it lies under that. */
const partsOf = (
  belief: Float32Array,
  least: number,
  below: boolean,
  size: Size,
  radius: number,
): Uint8Array => {
  const set = new Uint8Array(belief.length)
  for (let n = 0; n < set.length; n++) if ((belief[n] as number) < least === below) set[n] = 1
  return thinOf(set, size, radius)
}
/** What is thin of a thing that is believed in, 0–1 a px, and of its ground. */
export const stemsOf = (belief: Float32Array, size: Size, radius: number): Uint8Array =>
  partsOf(belief, JOINED, false, size, radius)
export const gapsOf = (belief: Float32Array, size: Size, radius: number): Uint8Array =>
  partsOf(belief, LEFT, true, size, radius)

/** Whether a cut left out more of what is thin than lies along any edge. */
export function leftOut(cut: Uint8Array, stems: Uint8Array): boolean {
  let count = 0
  for (let n = 0; n < cut.length; n++) if (stems[n] && !cut[n]) count++
  return count > SOME * cut.length
}

/**
 * A cut with the stems that it left out, as a cut shuns what is thin: those that hang on to it, be it by way of each other; and
 * without the gaps that it closed up to `2 × radius` px beside them.
 */
export function joined(
  cut: Uint8Array,
  stems: Uint8Array,
  gaps: Uint8Array,
  size: Size,
  radius: number,
): Uint8Array {
  const { width } = size
  const out = Uint8Array.from(cut)
  const around = (n: number, each: (m: number) => void): void => {
    const x = n % width
    for (let m = n - width; m <= n + width; m += width) {
      if (m < 0 || m >= cut.length) continue
      if (x > 0) each(m - 1)
      each(m)
      if (x < width - 1) each(m + 1)
    }
  }
  const hanging: number[] = []
  const take = (n: number): void => {
    if (!stems[n] || out[n]) return
    out[n] = 1
    hanging.push(n)
  }
  for (let n = 0; n < cut.length; n++) {
    if (!stems[n] || cut[n]) continue
    let touches = false
    around(n, (m) => {
      touches ||= cut[m] === 1
    })
    if (touches) take(n)
  }
  for (let n = hanging.pop(); n !== undefined; n = hanging.pop()) around(n, take)
  const beside = grown(
    out.map((v, n) => (v && !cut[n] ? 1 : 0)),
    size,
    Math.round(2 * radius),
    1,
  )
  for (let n = 0; n < cut.length; n++) if (gaps[n] && beside[n]) out[n] = 0
  return out
}
