/** A picture's luma, 0–255, row by row. */
export type Luma = { width: number; height: number; data: Float32Array }

/** Luma of opaque 8-bit RGB or RGBA (ITU-R BT.601, as in the paper's own program). */
export function lumaOf(p: { width: number; height: number; data: ArrayLike<number> }, channels: 3 | 4): Luma {
  const data = new Float32Array(p.width * p.height)
  for (let n = 0; n < data.length; n++) {
    const k = n * channels
    data[n] =
      0.299 * (p.data[k] as number) + 0.587 * (p.data[k + 1] as number) + 0.114 * (p.data[k + 2] as number)
  }
  return { width: p.width, height: p.height, data }
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
function means({ width, height, data }: Luma): Luma {
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
  return { width: w, height: h, data: out }
}
/** Every so many px, each the mean of those about it: what is seen from where the whole is seen. */
function seenFromAfar(p: Luma): Luma {
  const step = Math.max(1, Math.round(Math.min(p.width, p.height) / 256))
  if (step === 1) return p
  const [width, height] = [Math.floor(p.width / step), Math.floor(p.height / step)]
  const data = new Float32Array(width * height)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      let sum = 0
      for (let j = 0; j < step; j++)
        for (let i = 0; i < step; i++) sum += p.data[(y * step + j) * p.width + x * step + i] as number
      data[y * width + x] = sum / (step * step)
    }
  return { width, height, data }
}

/**
 * How like two pictures of one size are, at most 1: the mean structural similarity of their luma (Z. Wang, A. C. Bovik,
 * H. R. Sheikh, E. P. Simoncelli, “Image quality assessment: from error visibility to structural similarity”, IEEE Trans. Image
 * Processing 13, 2004), with the 11 × 11 Gaussian window of σ 1.5 and constants of the paper, reduced first as its authors
 * recommend. Smaller than the window they are told by one window over all.
 */
export function likeness(first: Luma, second: Luma): number {
  const [a, b] = [seenFromAfar(first), seenFromAfar(second)]
  if (Math.min(a.width, a.height) <= 2 * RADIUS) return ofAll(a, b)
  const product = (p: Luma, q: Luma): Luma => ({
    ...p,
    data: p.data.map((v, n) => v * (q.data[n] as number)),
  })
  const [ma, mb] = [means(a).data, means(b).data]
  const [aa, bb, ab] = [means(product(a, a)).data, means(product(b, b)).data, means(product(a, b)).data]
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
