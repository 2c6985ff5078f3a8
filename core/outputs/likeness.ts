/** Luma of a picture, 0–255, row by row, seen from where the whole of it is seen. */
export type Luma = { width: number; height: number; data: Float32Array }

/** ITU-R BT.601, as in the paper's own program. */
const lumaAt = (data: ArrayLike<number>, n: number): number =>
  0.299 * (data[n] as number) + 0.587 * (data[n + 1] as number) + 0.114 * (data[n + 2] as number)

/**
 * Luma of 8-bit RGBA on white, reduced as the paper's authors recommend: each value is the mean of so many px across and down
 * that the shorter side has about 256 of them.
 */
export function lumaOf(p: { width: number; height: number; data: ArrayLike<number> }): Luma {
  const step = Math.max(1, Math.round(Math.min(p.width, p.height) / 256))
  const [width, height] = [Math.floor(p.width / step), Math.floor(p.height / step)]
  const data = new Float32Array(width * height)
  for (let y = 0; y < height * step; y++)
    for (let x = 0; x < width * step; x++) {
      const n = (y * p.width + x) * 4
      const covers = (p.data[n + 3] as number) / 255
      const at = Math.floor(y / step) * width + Math.floor(x / step)
      data[at] = (data[at] as number) + covers * lumaAt(p.data, n) + (1 - covers) * 255
    }
  return { width, height, data: data.map((sum) => sum / (step * step)) }
}

const [C1, C2] = [(0.01 * 255) ** 2, (0.03 * 255) ** 2]
const RADIUS = 5
const WINDOW = (() => {
  const raw = Array.from({ length: 2 * RADIUS + 1 }, (_, n) =>
    Math.exp(-((n - RADIUS) ** 2) / (2 * 1.5 ** 2)),
  )
  const sum = raw.reduce((s, v) => s + v, 0)
  return raw.map((v) => v / sum)
})()

/** Weighted means under the window, where it lies wholly within. */
function means({ width, height, data }: Luma): Float32Array {
  const [w, h] = [width - 2 * RADIUS, height - 2 * RADIUS]
  const across = new Float32Array(w * height)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < w; x++) {
      let sum = 0
      for (let k = 0; k < WINDOW.length; k++)
        sum += (WINDOW[k] as number) * (data[y * width + x + k] as number)
      across[y * w + x] = sum
    }
  const out = new Float32Array(w * h)
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      let sum = 0
      for (let k = 0; k < WINDOW.length; k++)
        sum += (WINDOW[k] as number) * (across[(y + k) * w + x] as number)
      out[y * w + x] = sum
    }
  return out
}

/**
 * How like two pictures of one size are, at most 1: the mean structural similarity of their luma (Z. Wang, A. C. Bovik,
 * H. R. Sheikh, E. P. Simoncelli, “Image quality assessment: from error visibility to structural similarity”, IEEE Trans. Image
 * Processing 13, 2004), with the 11 × 11 Gaussian window of σ 1.5 and the constants of the paper. Smaller than the window they
 * are told by one window over all.
 */
export function likeness(a: Luma, b: Luma): number {
  if (Math.min(a.width, a.height) <= 2 * RADIUS) return ofAll(a, b)
  const product = (p: Luma, q: Luma): Luma => ({
    ...p,
    data: p.data.map((v, n) => v * (q.data[n] as number)),
  })
  const [ma, mb] = [means(a), means(b)]
  const [aa, bb, ab] = [means(product(a, a)), means(product(b, b)), means(product(a, b))]
  let sum = 0
  for (let n = 0; n < ma.length; n++)
    sum += similar(ma[n] as number, mb[n] as number, aa[n] as number, bb[n] as number, ab[n] as number)
  return sum / ma.length
}
/** Of one window, by the means of both, of their squares and of their product: formula 13 of the paper. */
function similar(a: number, b: number, aa: number, bb: number, ab: number): number {
  const [va, vb, cov] = [aa - a * a, bb - b * b, ab - a * b]
  return ((2 * a * b + C1) * (2 * cov + C2)) / ((a * a + b * b + C1) * (va + vb + C2))
}
function ofAll(p: Luma, q: Luma): number {
  const mean = (of: (n: number) => number) => p.data.reduce((s, _, n) => s + of(n), 0) / p.data.length
  const [x, y] = [(n: number) => p.data[n] as number, (n: number) => q.data[n] as number]
  return similar(
    mean(x),
    mean(y),
    mean((n) => x(n) ** 2),
    mean((n) => y(n) ** 2),
    mean((n) => x(n) * y(n)),
  )
}
