import { binsOf, ColourModel } from './colour-model'
import type { Lab } from './copies'
import { blurred, edgesOf, escapeTime } from './edges'

/**
 * How hard it is to come to each px from the border: the least over all ways of the span of values met on the way,
 * by raster scans (J. Zhang et al., “Minimum barrier salient object detection at 80 FPS”, ICCV 2015).
 */
function barrier(plane: Float32Array, width: number, height: number): Float32Array {
  const out = new Float32Array(plane.length).fill(1e9)
  const high = Float32Array.from(plane)
  const low = Float32Array.from(plane)
  for (let x = 0; x < width; x++) for (const y of [0, height - 1]) out[y * width + x] = 0
  for (let y = 0; y < height; y++) for (const x of [0, width - 1]) out[y * width + x] = 0
  const pass = (n: number, m: number) => {
    const v = plane[n] as number
    const h = Math.max(high[m] as number, v)
    const l = Math.min(low[m] as number, v)
    if (h - l < (out[n] as number)) {
      out[n] = h - l
      high[n] = h
      low[n] = l
    }
  }
  for (let round = 0; round < 3; round++) {
    for (let y = 1; y < height - 1; y++)
      for (let x = 1; x < width - 1; x++) {
        const n = y * width + x
        pass(n, n - width)
        pass(n, n - 1)
        pass(n, n - width - 1)
        pass(n, n - width + 1)
      }
    for (let y = height - 2; y > 0; y--)
      for (let x = width - 2; x > 0; x--) {
        const n = y * width + x
        pass(n, n + width)
        pass(n, n + 1)
        pass(n, n + width + 1)
        pass(n, n + width - 1)
      }
  }
  return out
}

/** Divided by what all but one in fifty are below. */
function scaled(values: Float32Array): Float32Array {
  const sorted = Float32Array.from(values).sort()
  const top = Math.max(1e-6, sorted[Math.floor(sorted.length * 0.98)] as number)
  return values.map((v) => Math.min(1.5, v / top))
}

/** The colours on either side of each row, calmed: what a wall or a table has there. */
function sidesOf(plane: Float32Array, width: number, height: number): [Float64Array, Float64Array] {
  const deep = Math.max(2, Math.round(width * 0.04))
  const side = (from: number) =>
    Float64Array.from({ length: height }, (_, row) => {
      let [sum, count] = [0, 0]
      for (let y = Math.max(0, row - 2); y <= Math.min(height - 1, row + 2); y++)
        for (let x = from; x < from + deep; x++) {
          sum += plane[y * width + x] as number
          count++
        }
      return sum / count
    })
  return [side(0), side(width - deep)]
}

/** What is known of each px, plane by plane, each about −2 to 2; everything is told from the picture alone. */
export function featuresOf(p: Lab): Float32Array[] {
  const { width, height } = p
  const count = width * height
  const over = (from: Float32Array) => from.map((v, n) => v / Math.max(0.12, p.l[n] as number))
  // Shadow scales all of OKLab alike: these do not change in it.
  const [ra, rb] = [over(p.a), over(p.b)]
  const all = edgesOf([p.l, p.a, p.b], [1, 1.6, 1.6], width, height)
  const tint = edgesOf([ra, rb], [1, 1], width, height)
  const calm = (plane: Float32Array) => blurred(plane, width, height, 1)
  const [cl, ca, cb, cra, crb] = [p.l, p.a, p.b, ra, rb].map(calm) as [
    Float32Array,
    Float32Array,
    Float32Array,
    Float32Array,
    Float32Array,
  ]
  const sum = (...planes: Float32Array[]) =>
    (planes[0] as Float32Array).map((_, n) => planes.reduce((s, q) => s + (q[n] as number), 0))
  const ways = [cl, ca, cb, cra, crb].map((plane) => barrier(plane, width, height)) as Float32Array[]
  const enclosed = scaled(escapeTime(all.edges, width, height, 2.5))
  const through = scaled(escapeTime(tint.edges, width, height, 2.5))

  const rim = new ColourModel()
  const bins = binsOf(p)
  const deep = Math.max(2, Math.round(Math.min(width, height) * 0.06))
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      if (x < deep || y < deep || x >= width - deep || y >= height - deep)
        rim.add(bins[y * width + x] as number, 1)
  rim.settle()

  const sides = [cl, cra, crb].map((plane) => sidesOf(plane, width, height))
  const [unlikeLight, unlikeTint] = [new Float32Array(count), new Float32Array(count)]
  const rare = new Float32Array(count)
  const [across, up, middle] = [new Float32Array(count), new Float32Array(count), new Float32Array(count)]
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const n = y * width + x
      const t = (x + 0.5) / width
      const ground = (k: 0 | 1 | 2) => {
        const [left, right] = sides[k] as [Float64Array, Float64Array]
        return (left[y] as number) * (1 - t) + (right[y] as number) * t
      }
      unlikeLight[n] = 4 * ((cl[n] as number) - ground(0))
      unlikeTint[n] = 8 * Math.hypot((cra[n] as number) - ground(1), (crb[n] as number) - ground(2))
      rare[n] = -Math.log(rim.at(bins[n] as number) + 1e-5) / 6
      const v = (y + 0.5) / height
      across[n] = 2 * Math.abs(t - 0.5)
      up[n] = 2 * v - 1
      middle[n] = Math.exp(-((t - 0.5) ** 2 + (v - 0.55) ** 2) / 0.08)
    }
  const edge = blurred(all.edges, width, height, 2)
  const wide = (plane: Float32Array, share: number) =>
    blurred(plane, width, height, Math.max(1, Math.round(Math.min(width, height) * share)))
  return [
    enclosed,
    through,
    scaled(ways[0] as Float32Array),
    (ways[0] as Float32Array).map((v) => v * 4),
    scaled(sum(ways[1] as Float32Array, ways[2] as Float32Array)),
    sum(ways[1] as Float32Array, ways[2] as Float32Array).map((v) => v * 10),
    scaled(sum(ways[3] as Float32Array, ways[4] as Float32Array)),
    sum(ways[3] as Float32Array, ways[4] as Float32Array).map((v) => v * 6),
    unlikeLight,
    unlikeLight.map(Math.abs),
    unlikeTint.map((v) => Math.min(2, v)),
    rare,
    wide(rare, 0.06),
    across,
    up,
    middle,
    edge,
    all.spread.map((v) => Math.min(2, Math.sqrt(v) * 20)),
    wide(enclosed, 0.08),
    wide(unlikeTint, 0.05),
    wide(unlikeLight, 0.05),
    p.l.map((v) => v * 2 - 1),
    p.a.map((v) => v * 8),
    p.b.map((v) => v * 8),
  ]
}
