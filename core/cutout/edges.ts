/** Two passes of a running mean in either direction, px beyond the border as its last. */
export function blurred(from: Float32Array, width: number, height: number, radius: number): Float32Array {
  let a = Float32Array.from(from)
  let b = new Float32Array(a.length)
  const run = (count: number, length: number, step: number, next: number) => {
    for (let line = 0; line < count; line++) {
      const at = line * next
      let sum = 0
      for (let k = -radius; k <= radius; k++)
        sum += a[at + Math.min(length - 1, Math.max(0, k)) * step] as number
      for (let n = 0; n < length; n++) {
        b[at + n * step] = sum / (2 * radius + 1)
        sum +=
          (a[at + Math.min(length - 1, n + radius + 1) * step] as number) -
          (a[at + Math.max(0, n - radius) * step] as number)
      }
    }
    ;[a, b] = [b, a]
  }
  for (let pass = 0; pass < 2; pass++) {
    run(height, width, 1, width)
    run(width, height, width, 1)
  }
  return a
}

/**
 * How strongly the picture changes at each px beyond what its texture does by itself: the slope of its calmed planes over
 * the spread beside it on both sides.
 */
export function edgesOf(
  planes: readonly Float32Array[],
  weights: readonly number[],
  width: number,
  height: number,
): { edges: Float32Array; spread: Float32Array } {
  const count = width * height
  const spread = new Float32Array(count)
  // The structure tensor of all planes.
  const xx = new Float32Array(count)
  const yy = new Float32Array(count)
  const xy = new Float32Array(count)
  planes.forEach((plane, k) => {
    const w = weights[k] as number
    const mean = blurred(plane, width, height, 1)
    const wide = blurred(plane, width, height, 2)
    const square = blurred(
      plane.map((v) => v * v),
      width,
      height,
      2,
    )
    for (let n = 0; n < count; n++)
      spread[n] =
        (spread[n] as number) + w * w * Math.max(0, (square[n] as number) - (wide[n] as number) ** 2)
    for (let y = 1; y < height - 1; y++)
      for (let n = y * width + 1; n < y * width + width - 1; n++) {
        const u = w * ((mean[n + 1] as number) - (mean[n - 1] as number))
        const v = w * ((mean[n + width] as number) - (mean[n - width] as number))
        xx[n] = (xx[n] as number) + u * u
        yy[n] = (yy[n] as number) + v * v
        xy[n] = (xy[n] as number) + u * v
      }
  })
  const out = new Float32Array(count)
  const spreadAt = (x: number, y: number): number =>
    spread[
      Math.min(height - 1, Math.max(0, Math.round(y))) * width +
        Math.min(width - 1, Math.max(0, Math.round(x)))
    ] as number
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const n = y * width + x
      const apart = (xx[n] as number) - (yy[n] as number)
      const both = xy[n] as number
      const root = Math.sqrt(apart * apart + 4 * both * both)
      const slope = Math.sqrt(((xx[n] as number) + (yy[n] as number) + root) / 2)
      // Across the edge, four px.
      const tilted = Math.abs(both) > 1e-12
      let ex: number
      if (tilted) ex = (apart + root) / 2
      else if (apart >= 0) ex = 1
      else ex = 0
      let ey: number
      if (tilted) ey = both
      else if (apart >= 0) ey = 0
      else ey = 1
      const step = 4 / (Math.sqrt(ex * ex + ey * ey) || 1)
      out[n] =
        slope /
        Math.sqrt(
          0.012 ** 2 +
            0.5 * (spreadAt(x + step * ex, y + step * ey) + spreadAt(x - step * ex, y - step * ey)),
        )
    }
  return { edges: out, spread }
}

/**
 * How long a walker that shuns edges takes from each px to the border: long where edges close a thing in, gaps or not.
 * The mean first passage time of a random walk (as in B. Jiang et al., “Saliency detection via absorbing Markov chain”,
 * ICCV 2013, on px), by successive over-relaxation, begun on half the size.
 */
export function escapeTime(edges: Float32Array, width: number, height: number, shun: number): Float32Array {
  const [w, h] = [(width + 1) >> 1, (height + 1) >> 1]
  const half = new Float32Array(w * h)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const n = (y >> 1) * w + (x >> 1)
      half[n] = Math.max(half[n] as number, edges[y * width + x] as number)
    }
  const coarse = new Float32Array(w * h)
  relax(coarse, half, w, h, shun, 4, 140)
  const out = new Float32Array(width * height)
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) out[y * width + x] = coarse[(y >> 1) * w + (x >> 1)] as number
  relax(out, edges, width, height, shun, 1, 60)
  return out
}
/** How much further than to what its neighbours say a px is moved. */
const OVER = 1.93
function relax(
  out: Float32Array,
  edges: Float32Array,
  width: number,
  height: number,
  shun: number,
  each: number,
  rounds: number,
): void {
  const [right, down] = [new Float32Array(out.length), new Float32Array(out.length)]
  const pass = Float32Array.from(edges, (e) => Math.exp(-shun * e))
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const n = y * width + x
      if (x < width - 1) right[n] = Math.min(pass[n] as number, pass[n + 1] as number) + 0.0005
      if (y < height - 1) down[n] = Math.min(pass[n] as number, pass[n + width] as number) + 0.0005
    }
  const step = 1e-4 * each
  const whole = new Float32Array(out.length)
  for (let n = width; n < out.length; n++)
    whole[n] =
      OVER /
      ((right[n] as number) + (right[n - 1] as number) + (down[n] as number) + (down[n - width] as number))
  for (let round = 0; round < rounds; round++)
    for (let y = 1; y < height - 1; y++) {
      let last = out[y * width] as number
      for (let n = y * width + 1; n < y * width + width - 1; n++) {
        const k = whole[n] as number
        const next = (right[n] as number) * (out[n + 1] as number)
        const rows =
          (down[n] as number) * (out[n + width] as number) +
          (down[n - width] as number) * (out[n - width] as number)
        // The one before comes last, as it was made just now: the rest need not wait for it.
        last =
          k * (step + next + rows) + (1 - OVER) * (out[n] as number) + k * (right[n - 1] as number) * last
        out[n] = last
      }
    }
}
