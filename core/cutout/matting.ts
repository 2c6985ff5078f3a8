import { type Band, bandAlong, fromContour, type Prior } from './band'
import type { Pixels } from './copies'

/** How far samples of subject and ground are looked for, px of the level. */
const REACH = 28
/** Means of neighbours are softer than what they are of, the more the less is known. */
const SHARPEN = 0.35
/** A subject's rim is often darker or lighter than what samples of it say: what is in doubt belongs to it. */
const WHOLE = 0.1
/** How sure of itself at least what is told by colours is, and what only the prior tells. */
const LEAST_SURE = 0.003
const UNTOLD = 0.01
/** Directions in which they are looked for, by turns so that neighbours look elsewhere. */
const RAYS = 16
/** Columns and rows to the px at each distance along each of them. */
const FAR = REACH + 4
const stepsOf = (of: (angle: number) => number): Int32Array =>
  Int32Array.from({ length: RAYS * FAR }, (_, n) =>
    Math.round(of((Math.floor(n / FAR) * 2 * Math.PI) / RAYS) * (n % FAR)),
  )
const [ACROSS, DOWN] = [stepsOf(Math.cos), stepsOf(Math.sin)]

/** How much a neighbour counts by how unlike it is, the square of its difference in levels, and by where it lies of 5 × 5. */
const LIKE = Float64Array.from({ length: 1024 }, (_, d) => Math.exp(-d / 60))
const BESIDE = Float64Array.from({ length: 25 }, (_, n) =>
  Math.exp(-(((n % 5) - 2) ** 2 + (Math.floor(n / 5) - 2) ** 2) / 4),
)

export type Matte = Band & {
  width: number
  height: number
  /** The subject's own colour and the ground's at each px of the band, RGB 0–255. */
  colours: Float32Array
  grounds: Float32Array
}
/** What each px of the band is by itself, 0–1, before its neighbours are asked, and how sure that is. */
type Told = Pick<Matte, 'colours' | 'grounds'> & { rough: Float32Array; sure: Float32Array }
const toldOf = (count: number): Told => ({
  rough: new Float32Array(count),
  sure: new Float32Array(count),
  colours: new Float32Array(count * 3),
  grounds: new Float32Array(count * 3),
})

/** Leaves a px to the prior where no colours are known to tell it by. */
function leave(told: Told, k: number, share: number, own: readonly number[]): void {
  told.rough[k] = share
  told.sure[k] = UNTOLD
  told.colours.set(own, k * 3)
  told.grounds.set(own, k * 3)
}

/** The prior is one more sight of a px, `away` px from the contour: there worth a difference of 17 levels, further off more and more. */
const trustOf = (away: number): number => 300 + 600 * away * away
/** The share of one colour in a px that lies `along` of the way to it, times that way, from another a square `apart`. */
const shareOf = (along: number, apart: number, trust: number, before: number): number =>
  Math.min(1, Math.max(0, (along + trust * before) / (apart + trust)))
/** What it costs to be off the mixture by a square of levels, and off the prior, between colours that are a square apart. */
const costOf = (off: number, fromPrior: number, away: number, apart: number): number =>
  off / 60 + (0.6 + 0.5 * away * away) * fromPrior * fromPrior + 60 / (apart + 60)
const sureBy = (cost: number, apart: number): number =>
  Math.exp(-cost / 3) * (apart / (apart + 300)) + LEAST_SURE

/**
 * What a subject covers in the band along its edge: of the settled colours met in several directions the pair that
 * explains a px best says how much of it is subject, and what colour that is (after E. Gastal, M. Oliveira, “Shared
 * sampling for real-time alpha matting”, Eurographics 2010); where both are alike the prior decides. With a matte of half
 * the size, `coarse`, both colours are those found there.
 */
export function matte(
  picture: Pixels,
  prior: Prior,
  settled: Uint8Array | null,
  coarse: Matte | null = null,
): Matte {
  const found = bandAlong(prior, picture, settled)
  const away = fromContour(prior, found, picture.width)
  const told = coarse ? taken(picture, prior, found, away, coarse) : sampled(picture, prior, found, away)
  // What was taken is calm already: a px of the coarser picture was four of this one.
  calm(picture, found, told, coarse ? 1 : 2)
  const { colours, grounds } = coarse ? told : calmedColours(picture, found, told)
  return { width: picture.width, height: picture.height, ...found, colours, grounds }
}

/** By what is settled around each px. */
function sampled(
  { width, height, data }: Pixels,
  { shares }: Prior,
  { alpha, band, open }: Band,
  away: Uint8Array,
): Told {
  const told = toldOf(band.length)
  const { rough, sure, colours, grounds } = told
  const f = new Float32Array(8 * 4)
  const g = new Float32Array(8 * 4)

  const sample = (
    into: Float32Array,
    at: number,
    x: number,
    y: number,
    ray: number,
    far: number,
    inside: boolean,
  ): void => {
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

  for (let k = 0; k < band.length; k++) {
    const n = band[k] as number
    const [x, y] = [n % width, Math.floor(n / width)]
    let [fs, gs] = [0, 0]
    for (let ray = (x + 2 * y) % 2; ray < RAYS; ray += 2) {
      let [foundF, foundG] = [false, false]
      for (let far = 1; far <= REACH && !(foundF && foundG); far++) {
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
    const before = (shares[n] as number) / 255
    if (fs === 0 || gs === 0) {
      leave(told, k, before, [pr, pg, pb])
      continue
    }
    const d = away[k] as number
    const trust = trustOf(d)
    let [best, bestAlpha, bestF, bestG, bestApart] = [Infinity, before, 0, 0, 0]
    for (let i = 0; i < fs; i++) {
      const [fr, fg, fb, fd] = [
        f[i * 4] as number,
        f[i * 4 + 1] as number,
        f[i * 4 + 2] as number,
        f[i * 4 + 3] as number,
      ]
      for (let j = 0; j < gs; j++) {
        const [gr, gg, gb, gd] = [
          g[j * 4] as number,
          g[j * 4 + 1] as number,
          g[j * 4 + 2] as number,
          g[j * 4 + 3] as number,
        ]
        const [dr, dg, db] = [fr - gr, fg - gg, fb - gb]
        const apart = dr * dr + dg * dg + db * db
        const t = shareOf((pr - gr) * dr + (pg - gg) * dg + (pb - gb) * db, apart, trust, before)
        const [er, eg, eb] = [pr - gr - t * dr, pg - gg - t * dg, pb - gb - t * db]
        const cost = costOf(er * er + eg * eg + eb * eb, t - before, d, apart) + 1.2 * (fd + gd)
        if (cost < best) {
          best = cost
          bestAlpha = t
          bestF = i * 4
          bestG = j * 4
          bestApart = apart
        }
      }
    }
    rough[k] = bestAlpha
    sure[k] = sureBy(best, bestApart)
    for (let c = 0; c < 3; c++) {
      colours[k * 3 + c] = f[bestF + c] as number
      grounds[k * 3 + c] = g[bestG + c] as number
    }
  }
  return told
}

/** By the colours of both that were found on half the size. */
function taken(
  { width, data }: Pixels,
  { shares }: Prior,
  { band }: Band,
  away: Uint8Array,
  coarse: Matte,
): Told {
  const told = toldOf(band.length)
  const { rough, sure, colours, grounds } = told
  const sums = new Float64Array(6)
  for (let k = 0; k < band.length; k++) {
    const n = band[k] as number
    const [y, before] = [Math.floor(n / width), (shares[n] as number) / 255]
    const [u, v] = [(n - y * width) >> 1, y >> 1]
    sums.fill(0)
    let count = 0
    const add = (m: number): void => {
      if (!coarse.open[m]) return
      const at = 3 * (coarse.place[m] as number)
      for (let c = 0; c < 3; c++) {
        sums[c] = (sums[c] as number) + (coarse.colours[at + c] as number)
        sums[c + 3] = (sums[c + 3] as number) + (coarse.grounds[at + c] as number)
      }
      count++
    }
    add(v * coarse.width + u)
    // Beside its end the band is as at its end.
    if (count === 0)
      for (let b = Math.max(0, v - 1); b <= Math.min(coarse.height - 1, v + 1); b++)
        for (let a = Math.max(0, u - 1); a <= Math.min(coarse.width - 1, u + 1); a++)
          add(b * coarse.width + a)
    const [pr, pg, pb] = [data[n * 4] as number, data[n * 4 + 1] as number, data[n * 4 + 2] as number]
    if (count === 0) {
      leave(told, k, before, [pr, pg, pb])
      continue
    }
    for (let c = 0; c < 3; c++) {
      colours[k * 3 + c] = (sums[c] as number) / count
      grounds[k * 3 + c] = (sums[c + 3] as number) / count
    }
    const [gr, gg, gb] = [
      grounds[k * 3] as number,
      grounds[k * 3 + 1] as number,
      grounds[k * 3 + 2] as number,
    ]
    const [dr, dg, db] = [
      (colours[k * 3] as number) - gr,
      (colours[k * 3 + 1] as number) - gg,
      (colours[k * 3 + 2] as number) - gb,
    ]
    const apart = dr * dr + dg * dg + db * db
    const d = away[k] as number
    const t = shareOf((pr - gr) * dr + (pg - gg) * dg + (pb - gb) * db, apart, trustOf(d), before)
    const [er, eg, eb] = [pr - gr - t * dr, pg - gg - t * dg, pb - gb - t * db]
    rough[k] = t
    sure[k] = sureBy(costOf(er * er + eg * eg + eb * eb, t - before, d, apart), apart)
  }
  return told
}

/** Of px around one of the band how much each counts: by how like it is, and how near. */
const likeness = (data: Pixels['data'], n: number, m: number, beside: number): number => {
  const [r, g, b] = [
    (data[m * 4] as number) - (data[n * 4] as number),
    (data[m * 4 + 1] as number) - (data[n * 4 + 1] as number),
    (data[m * 4 + 2] as number) - (data[n * 4 + 2] as number),
  ]
  const d = r * r + g * g + b * b
  return d < LIKE.length ? (LIKE[d] as number) * (BESIDE[beside] as number) : 0
}

/** Tells the share of each px of the band by what it and its neighbours of the same colour, up to `reach` px away, are by themselves. */
function calm(
  { width, height, data }: Pixels,
  { alpha, band, open, place }: Band,
  { rough, sure }: Told,
  reach: 1 | 2,
): void {
  for (let k = 0; k < band.length; k++) {
    const n = band[k] as number
    const [x, y] = [n % width, Math.floor(n / width)]
    let [sum, total, nears] = [0, 0, 0]
    for (let v = Math.max(0, y - reach); v <= Math.min(height - 1, y + reach); v++)
      for (let u = Math.max(0, x - reach); u <= Math.min(width - 1, x + reach); u++) {
        const m = v * width + u
        const near = likeness(data, n, m, (v - y + reach) * 5 + u - x + reach)
        if (near === 0) continue
        const j = place[m] as number
        const w = near * (open[m] ? (sure[j] as number) : 0.5)
        sum += w * (open[m] ? (rough[j] as number) : (alpha[m] as number) / 255)
        total += w
        nears += near
      }
    const t = total > 0 ? sum / total : (rough[k] as number)
    const doubt = 1 - Math.min(1, (2 * total) / Math.max(1e-6, nears))
    alpha[n] = Math.round(
      255 * Math.min(1, Math.max(0, (t - 0.5) * (1 + SHARPEN * doubt) + 0.5 + WHOLE * doubt)),
    )
  }
}
/** The colours of both, in the mean of neighbours of the same colour in the band. */
function calmedColours(
  { width, height, data }: Pixels,
  { band, open, place }: Band,
  told: Told,
): Pick<Matte, 'colours' | 'grounds'> {
  const [colours, grounds] = [new Float32Array(band.length * 3), new Float32Array(band.length * 3)]
  for (let k = 0; k < band.length; k++) {
    const n = band[k] as number
    const [x, y] = [n % width, Math.floor(n / width)]
    // The px itself is among them, so neither sum is nothing.
    let [mine, other] = [0, 0]
    for (let v = Math.max(0, y - 2); v <= Math.min(height - 1, y + 2); v++)
      for (let u = Math.max(0, x - 2); u <= Math.min(width - 1, x + 2); u++) {
        const m = v * width + u
        if (!open[m]) continue
        const j = place[m] as number
        const near = likeness(data, n, m, (v - y + 2) * 5 + u - x + 2) * (told.sure[j] as number)
        const [f, g] = [near * (0.05 + (told.rough[j] as number)), near * (1.05 - (told.rough[j] as number))]
        for (let c = 0; c < 3; c++) {
          colours[k * 3 + c] = (colours[k * 3 + c] as number) + f * (told.colours[j * 3 + c] as number)
          grounds[k * 3 + c] = (grounds[k * 3 + c] as number) + g * (told.grounds[j * 3 + c] as number)
        }
        mine += f
        other += g
      }
    for (let c = 0; c < 3; c++) {
      colours[k * 3 + c] = (colours[k * 3 + c] as number) / mine
      grounds[k * 3 + c] = (grounds[k * 3 + c] as number) / other
    }
  }
  return { colours, grounds }
}
