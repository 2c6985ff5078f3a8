import { type Bounds, boundsOf } from '../geometry/bounds'
import { boxWhere, type Pixels, type Size } from './picture'

/** An alpha this close to either end is settled, of 255. */
const NONE = 5
const ALL = 250
/** How far samples of subject and ground are looked for, px of the level. */
const REACH = 28
/** From this longer side on a picture is large, px. */
const LARGE = 1400
/** Means of neighbours are softer than what they are of, the more the less is known. */
const SHARPEN = 0.35
/** A subject's rim is often darker or lighter than what samples of it say: what is in doubt belongs to it. */
const WHOLE = 0.1
/** Directions in which they are looked for, by turns so that neighbours look elsewhere. */
const RAYS = 16
/** Columns and rows to the px at each distance along each of them. */
const FAR = REACH + 4
const stepsOf = (of: (angle: number) => number): Int32Array =>
  Int32Array.from({ length: RAYS * FAR }, (_, n) => Math.round(of((Math.floor(n / FAR) * 2 * Math.PI) / RAYS) * (n % FAR)))
const [ACROSS, DOWN] = [stepsOf(Math.cos), stepsOf(Math.sin)]

/** How much a neighbour counts by how unlike it is, the square of its difference in levels, and by where it lies of 5 × 5. */
const LIKE = Float64Array.from({ length: 1024 }, (_, d) => Math.exp(-d / 60))
const BESIDE = Float64Array.from({ length: 25 }, (_, n) => Math.exp(-(((n % 5) - 2) ** 2 + (Math.floor(n / 5) - 2) ** 2) / 4))

export type Matte = {
  width: number
  height: number
  /** What the subject covers of each px, 0–255. */
  alpha: Uint8Array
  /** px of the edge band, in order. */
  band: Int32Array
  /** The subject's own colour at each of these, RGB 0–255. */
  colours: Float32Array
}

/** An alpha of half the size brought to this one's, bilinearly. */
export function doubled(alpha: Uint8Array, from: Size, to: Size): Uint8Array {
  const out = new Uint8Array(to.width * to.height)
  const box = boxWhere(alpha, from, 1, 2)
  if (!box) return out
  const first = Math.max(1, box.left)
  for (let y = 2 * box.top; y < Math.min(to.height, 2 * box.bottom); y++) {
    const v = Math.min(from.height - 1, Math.max(0, (y - 0.5) / 2))
    const [v0, dv] = [Math.floor(v), v - Math.floor(v)]
    const [top, low] = [v0 * from.width, Math.min(from.height - 1, v0 + 1) * from.width]
    const row = y * to.width
    // Between the middles of two px of the coarser one lie two of this, beyond the first and the last one.
    let [b, d] = [alpha[top + first - 1] as number, alpha[low + first - 1] as number]
    if (box.left === 0) out[row] = Math.round(b + (d - b) * dv)
    for (let u = first, x = 2 * first - 1; u <= box.right && x < to.width; u++, x += 2) {
      const [a, c] = [b, d]
      if (u < from.width) [b, d] = [alpha[top + u] as number, alpha[low + u] as number]
      const flat = a === b && c === a && d === a
      const [left, right] = [a + (c - a) * dv, b + (d - b) * dv]
      out[row + x] = flat ? a : Math.round(left + (right - left) * 0.25)
      if (x + 1 < to.width) out[row + x + 1] = flat ? a : Math.round(left + (right - left) * 0.75)
    }
  }
  return out
}

/** px within a box that are neither settled nor further than `grow` from one that is not. */
function bandOf(prior: Uint8Array, width: number, height: number, grow: number, box: Bounds): Uint8Array {
  const open = new Uint8Array(prior.length)
  for (let y = box.top; y < box.bottom; y++)
    for (let x = box.left; x < box.right; x++) {
      const n = y * width + x
      const v = prior[n] as number
      if ((v === 0 || v === 255) && (x === 0 || prior[n - 1] === v) && (y === 0 || prior[n - width] === v)) continue
      const edge =
        (v > NONE && v < ALL) ||
        (x > 0 && (prior[n - 1] as number) >= ALL !== v >= ALL) ||
        (y > 0 && (prior[n - width] as number) >= ALL !== v >= ALL)
      if (!edge) continue
      for (let b = Math.max(0, y - grow); b <= Math.min(height - 1, y + grow); b++)
        open.fill(1, b * width + Math.max(0, x - grow), b * width + Math.min(width - 1, x + grow) + 1)
    }
  return open
}

/** How far each px of the band is from where the prior goes from one half to the other, px, up to six. */
function fromContour(prior: Uint8Array, open: Uint8Array, band: Int32Array, width: number): Uint8Array {
  const out = new Uint8Array(prior.length).fill(6)
  let front: number[] = []
  for (const n of band) {
    const side = (prior[n] as number) >= 128
    const x = n % width
    for (const m of [x > 0 ? n - 1 : n, n >= width ? n - width : n])
      if ((prior[m] as number) >= 128 !== side) {
        if (out[n] === 6) front.push(n)
        if (out[m] === 6) front.push(m)
        out[n] = 0
        out[m] = 0
      }
  }
  for (let away = 1; away < 6; away++) {
    const next: number[] = []
    for (const n of front)
      for (const m of [n - 1, n + 1, n - width, n + width])
        if (open[m] && (out[m] as number) > away) {
          out[m] = away
          next.push(m)
        }
    front = next
  }
  return out
}

/**
 * What a subject covers in the band along its edge: of the settled colours met in several directions the pair that
 * explains a px best says how much of it is subject, and what colour that is (after E. Gastal, M. Oliveira, “Shared
 * sampling for real-time alpha matting”, Eurographics 2010); where both are alike the prior decides.
 */
export function matte(picture: Pixels, prior: Uint8Array, grow: number, settled: Uint8Array | null): Matte {
  const { width, height, data } = picture
  // Beyond the box there is nothing of the subject.
  const box = boxWhere(prior, picture, 1, grow + 2) ?? boundsOf(0, 0, 0, 0)
  const open = bandOf(prior, width, height, grow, box)
  if (settled) for (let n = 0; n < open.length; n++) if (settled[n]) open[n] = 0
  const alpha = new Uint8Array(prior.length)
  const all = new Int32Array(prior.length)
  let count = 0
  for (let y = box.top; y < box.bottom; y++)
    for (let n = y * width + box.left; n < y * width + box.right; n++) {
      if (open[n]) all[count++] = n
      else if ((prior[n] as number) >= 128) alpha[n] = 255
    }
  const band = all.slice(0, count)
  if (settled) for (let n = 0; n < settled.length; n++) if (settled[n]) alpha[n] = settled[n] === 1 ? 255 : 0
  const away = fromContour(prior, open, band, width)
  const rough = new Float32Array(count)
  const sure = new Float32Array(count)
  const colours = new Float32Array(count * 3)
  // Where in the band each of its px lies.
  const place = all
  // On a large picture neighbours share the work among more of them, and what is known is nearer.
  const large = Math.max(width, height) > LARGE
  const [spread, reach] = large ? [4, REACH / 2] : [2, REACH]
  const f = new Float32Array(8 * 4)
  const g = new Float32Array(8 * 4)

  const sample = (into: Float32Array, at: number, x: number, y: number, ray: number, far: number, inside: boolean): void => {
    let [r, gr, b, k] = [0, 0, 0, 0]
    for (let step = 0; step < 3; step++) {
      const s = ray * FAR + far + step
      const [u, v] = [x + (ACROSS[s] as number), y + (DOWN[s] as number)]
      if (u < 0 || v < 0 || u >= width || v >= height) break
      const n = v * width + u
      if (open[n] || (alpha[n] as number) >= 128 !== inside) break
      r += data[n * 4] as number
      gr += data[n * 4 + 1] as number
      b += data[n * 4 + 2] as number
      k++
    }
    into[at * 4] = r / k
    into[at * 4 + 1] = gr / k
    into[at * 4 + 2] = b / k
    into[at * 4 + 3] = far / REACH
  }

  for (let k = 0; k < count; k++) {
    const n = band[k] as number
    place[n] = k
    const [x, y] = [n % width, Math.floor(n / width)]
    let [fs, gs] = [0, 0]
    const turn = (x + 2 * y) % spread
    for (let ray = turn; ray < RAYS; ray += spread) {
      let [foundF, foundG] = [false, false]
      for (let far = 1; far <= reach && !(foundF && foundG); far++) {
        const [u, v] = [x + (ACROSS[ray * FAR + far] as number), y + (DOWN[ray * FAR + far] as number)]
        if (u < 0 || v < 0 || u >= width || v >= height) break
        const m = v * width + u
        if (open[m]) continue
        if ((alpha[m] as number) >= 128) {
          if (!foundF) sample(f, fs++, x, y, ray, far, true)
          foundF = true
          if (far > 6) break
        } else {
          if (!foundG) sample(g, gs++, x, y, ray, far, false)
          foundG = true
        }
      }
    }
    const [pr, pg, pb] = [data[n * 4] as number, data[n * 4 + 1] as number, data[n * 4 + 2] as number]
    const before = (prior[n] as number) / 255
    if (fs === 0 || gs === 0) {
      rough[k] = before
      sure[k] = 0.01
      colours.set([pr, pg, pb], k * 3)
      continue
    }
    // The prior is one more sight of it, at the contour worth a difference of 17 levels, further off more and more.
    const d = away[n] as number
    const trust = 300 + 600 * d * d
    let [best, bestAlpha, bestPair, bestApart] = [Infinity, before, 0, 0]
    for (let i = 0; i < fs; i++) {
      const [fr, fg, fb, fd] = [f[i * 4] as number, f[i * 4 + 1] as number, f[i * 4 + 2] as number, f[i * 4 + 3] as number]
      for (let j = 0; j < gs; j++) {
        const [gr, gg, gb, gd] = [g[j * 4] as number, g[j * 4 + 1] as number, g[j * 4 + 2] as number, g[j * 4 + 3] as number]
        const [dr, dg, db] = [fr - gr, fg - gg, fb - gb]
        const apart = dr * dr + dg * dg + db * db
        let t = ((pr - gr) * dr + (pg - gg) * dg + (pb - gb) * db + trust * before) / (apart + trust)
        t = t < 0 ? 0 : Math.min(t, 1)
        const [er, eg, eb] = [pr - gr - t * dr, pg - gg - t * dg, pb - gb - t * db]
        const cost = (er * er + eg * eg + eb * eb) / 60 + 1.2 * (fd + gd) + (0.6 + 0.5 * d * d) * (t - before) ** 2 + 60 / (apart + 60)
        if (cost < best) {
          best = cost
          bestAlpha = t
          bestPair = i
          bestApart = apart
        }
      }
    }
    rough[k] = bestAlpha
    sure[k] = Math.exp(-best / 3) * (bestApart / (bestApart + 300)) + 0.003
    for (let c = 0; c < 3; c++) colours[k * 3 + c] = f[bestPair * 4 + c] as number
  }

  // Neighbours of the same colour tell the same.
  const calm = new Float32Array(count * 3)
  for (let k = 0; k < count; k++) {
    const n = band[k] as number
    const [x, y] = [n % width, Math.floor(n / width)]
    let [sum, total, nears, r, gr, b, shares] = [0, 0, 0, 0, 0, 0, 0]
    for (let v = Math.max(0, y - 2); v <= Math.min(height - 1, y + 2); v++)
      for (let u = Math.max(0, x - 2); u <= Math.min(width - 1, x + 2); u++) {
        const m = v * width + u
        const d =
          ((data[m * 4] as number) - (data[n * 4] as number)) ** 2 +
          ((data[m * 4 + 1] as number) - (data[n * 4 + 1] as number)) ** 2 +
          ((data[m * 4 + 2] as number) - (data[n * 4 + 2] as number)) ** 2
        if (d >= LIKE.length) continue
        const near = (LIKE[d] as number) * (BESIDE[(v - y + 2) * 5 + u - x + 2] as number)
        const j = place[m] as number
        const w = near * (open[m] ? (sure[j] as number) : 0.5)
        sum += w * (open[m] ? (rough[j] as number) : (alpha[m] as number) / 255)
        total += w
        nears += near
        if (open[m]) {
          const s = near * (sure[j] as number) * (0.05 + (rough[j] as number))
          r += s * (colours[j * 3] as number)
          gr += s * (colours[j * 3 + 1] as number)
          b += s * (colours[j * 3 + 2] as number)
          shares += s
        }
      }
    const t = total > 0 ? sum / total : (rough[k] as number)
    const doubt = 1 - Math.min(1, (2 * total) / Math.max(1e-6, nears))
    alpha[n] = Math.round(255 * Math.min(1, Math.max(0, (t - 0.5) * (1 + SHARPEN * doubt) + 0.5 + WHOLE * doubt)))
    if (shares > 0) calm.set([r / shares, gr / shares, b / shares], k * 3)
    else calm.set(colours.subarray(k * 3, k * 3 + 3), k * 3)
  }
  return { width, height, alpha, band, colours: calm }
}
