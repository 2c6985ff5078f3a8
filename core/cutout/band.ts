import { boxWhere, type Size } from './copies'

/** A share this close to either end is settled, of 255. */
const NONE = 5
const ALL = 250
/** How far the band reaches beyond what is in doubt, px. */
const GROW = 1
/** How far from the contour of a prior is told, px. */
export const AWAY = 6

/** What is known of a subject's share in each px, 0–255, and the px beside its contour or neither all nor nothing. */
export type Prior = { shares: Uint8Array; doubt: readonly number[] }

/** Where a prior leaves in doubt what is the subject's. */
export type Band = {
  /** What is settled, 0 or 255 a px. */
  alpha: Uint8Array
  /** The px that are not. */
  band: Int32Array
  /** Of each px whether it is one of those, and if so where among them. */
  open: Uint8Array
  place: Int32Array
}

/** A cut, 1 a px of the subject, as a prior. */
export function priorOf(cut: Uint8Array, { width, height }: Size): Prior {
  const doubt: number[] = []
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const n = y * width + x
      if ((x > 0 && cut[n - 1] !== cut[n]) || (y > 0 && cut[n - width] !== cut[n])) doubt.push(n)
    }
  return { shares: cut.map((v) => v * 255), doubt }
}

/** The shares of a picture of half the size brought to this one's, bilinearly. */
export function doubled(alpha: Uint8Array, from: Size, to: Size): Prior {
  const shares = new Uint8Array(to.width * to.height)
  const doubt: number[] = []
  const box = boxWhere(alpha, from, 1, 2)
  if (!box) return { shares, doubt }
  const put = (n: number, share: number): void => {
    shares[n] = share
    if (share !== 0 && share !== 255) doubt.push(n)
  }
  const first = Math.max(1, box.left)
  for (let y = 2 * box.top; y < Math.min(to.height, 2 * box.bottom); y++) {
    const v = Math.min(from.height - 1, Math.max(0, (y - 0.5) / 2))
    const [v0, dv] = [Math.floor(v), v - Math.floor(v)]
    const [top, low] = [v0 * from.width, Math.min(from.height - 1, v0 + 1) * from.width]
    const row = y * to.width
    const end = Math.min(to.width, 2 * box.right + 1)
    // Between the middles of two px of the coarser one lie two of this, beyond the first and the last one.
    let [b, d] = [alpha[top + first - 1] as number, alpha[low + first - 1] as number]
    if (box.left === 0) put(row, Math.round(b + (d - b) * dv))
    for (let u = first, x = 2 * first - 1; x < end; u++, x += 2) {
      const [a, c] = [b, d]
      if (a === c && (a === 0 || a === 255)) {
        const start = x
        while (x < end && (u >= from.width || (alpha[top + u] === a && alpha[low + u] === a))) {
          u++
          x += 2
        }
        if (a === 255) shares.fill(a, row + start, row + Math.min(x, end))
        if (x >= end) break
      }
      if (u < from.width) [b, d] = [alpha[top + u] as number, alpha[low + u] as number]
      const [left, right] = [a + (c - a) * dv, b + (d - b) * dv]
      put(row + x, Math.round(left + (right - left) * 0.25))
      if (x + 1 < to.width) put(row + x + 1, Math.round(left + (right - left) * 0.75))
    }
  }
  return { shares, doubt }
}

/** The px that a prior leaves in doubt and those beside them; all others are settled by it or by a person (`settledBy`). */
export function bandAlong(
  { shares, doubt }: Prior,
  { width, height }: Size,
  settled: Uint8Array | null,
): Band {
  const open = new Uint8Array(shares.length)
  const alpha = shares.slice()
  const band: number[] = []
  const binary = (n: number): void => {
    alpha[n] = (shares[n] as number) >= 128 ? 255 : 0
  }
  for (const n of doubt) {
    const share = shares[n] as number
    if ((share > 0 && share <= NONE) || (share >= ALL && share < 255)) continue
    const [x, y] = [n % width, Math.floor(n / width)]
    for (let v = Math.max(0, y - GROW); v <= Math.min(height - 1, y + GROW); v++)
      for (let m = v * width + Math.max(0, x - GROW); m <= v * width + Math.min(width - 1, x + GROW); m++) {
        if (open[m] || settled?.[m]) continue
        open[m] = 1
        band.push(m)
      }
  }
  for (const n of doubt) if (!open[n]) binary(n)
  const place = new Int32Array(shares.length)
  band.forEach((n, k) => {
    place[n] = k
  })
  if (settled) for (let n = 0; n < settled.length; n++) if (settled[n]) alpha[n] = settled[n] === 1 ? 255 : 0
  return { alpha, band: Int32Array.from(band), open, place }
}

/** How far each px of a band is from where its prior goes from one half to the other, px, up to `AWAY`. */
export function fromContour({ shares }: Prior, { band, open, place }: Band, width: number): Uint8Array {
  const out = new Uint8Array(band.length).fill(AWAY)
  let front: number[] = []
  const reach = (n: number, away: number): void => {
    if (!open[n] || (out[place[n] as number] as number) <= away) return
    out[place[n] as number] = away
    front.push(n)
  }
  for (const n of band) {
    const side = (shares[n] as number) >= 128
    const [left, up] = [n % width > 0 ? n - 1 : n, n >= width ? n - width : n]
    for (const m of [left, up])
      if ((shares[m] as number) >= 128 !== side) {
        reach(n, 0)
        reach(m, 0)
      }
  }
  for (let away = 1; away < AWAY; away++) {
    const last = front
    front = []
    for (const n of last) for (const m of [n - 1, n + 1, n - width, n + width]) reach(m, away)
  }
  return out
}
