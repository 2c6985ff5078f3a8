import type { Lab } from './picture'

/** Half of what a part is thinner than, shares of a picture's longer side. */
export const THIN = 0.011
/** What is thin belongs to the thing from this belief on, and to the ground up to that. */
const JOINED = 0.42
const LEFT = 0.4
/** From so many px on that are thin and not in a cut it is looked at again, shares of all; some are along any edge. */
const SOME = 0.0002

type Size = Pick<Lab, 'width' | 'height'>

/** Gives a value to every px up to `radius` columns and rows from one that has it. */
function grown(from: Uint8Array, { width, height }: Size, radius: number, value: 0 | 1): Uint8Array {
  let [a, b] = [from, from]
  const run = (start: number, step: number, length: number): void => {
    let left = 0
    for (let n = 0, at = start; n < length; n++, at += step) {
      if (a[at] === value) left = radius + 1
      if (left-- > 0) b[at] = value
    }
  }
  b = a.slice()
  for (let y = 0; y < height; y++) {
    run(y * width, 1, width)
    run((y + 1) * width - 1, -1, width)
  }
  a = b
  b = a.slice()
  for (let x = 0; x < width; x++) {
    run(x, width, height)
    run((height - 1) * width + x, -width, height)
  }
  return b
}
/** What of a set, 1 a px, no square of `2 × radius + 1` px fits over: an opening takes it away (J. Serra, “Image analysis and mathematical morphology”, 1982). */
export function thinOf(set: Uint8Array, size: Size, radius: number): Uint8Array {
  const r = Math.max(1, Math.round(radius))
  const opened = grown(grown(set, size, r, 0), size, r, 1)
  return set.map((v, n) => (v && !opened[n] ? 1 : 0))
}

/** Thin parts of the px of which a belief holds. */
function partsOf(belief: Float32Array, holds: (v: number) => boolean, size: Size, radius: number): Uint8Array {
  const set = new Uint8Array(belief.length)
  for (let n = 0; n < set.length; n++) set[n] = holds(belief[n] as number) ? 1 : 0
  return thinOf(set, size, radius)
}
/** Whether a thing that is believed in has thin parts that a cut left out. */
export function hasThin(cut: Uint8Array, belief: Float32Array, size: Size, radius: number): boolean {
  let count = 0
  partsOf(belief, (v) => v > JOINED, size, radius).forEach((v, n) => {
    if (v && !cut[n]) count++
  })
  return count > SOME * cut.length
}

/**
 * A cut with the stems and fringes that it left out and without the gaps that it closed, as a cut shuns what is thin: parts up to
 * `2 × radius` px thick that are believed in, 0–1 a px, and hang on to it, be it by way of each other, come to it; what is
 * believed to be ground and as thin goes.
 */
export function withThin(cut: Uint8Array, belief: Float32Array, size: Size, radius: number): Uint8Array {
  const { width } = size
  const thin = partsOf(belief, (v) => v > JOINED, size, radius)
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
    if (!thin[n] || out[n]) return
    out[n] = 1
    hanging.push(n)
  }
  for (let n = 0; n < cut.length; n++) {
    if (!thin[n] || cut[n]) continue
    let touches = false
    around(n, (m) => {
      touches ||= cut[m] === 1
    })
    if (touches) take(n)
  }
  for (let n = hanging.pop(); n !== undefined; n = hanging.pop()) around(n, take)
  const gaps = partsOf(belief, (v) => v < LEFT, size, radius)
  for (let n = 0; n < cut.length; n++) if (gaps[n]) out[n] = 0
  return out
}
