import { fromHex, toHex } from './colour'
import { fromOklab, type Oklab, toOklab } from './oklab'

type Pixels = { width: number; height: number; data: ArrayLike<number> }
/** px that are looked at, evenly over a picture. */
const SAMPLES = 4096
const ROUNDS = 24

function sampled({ width, height, data }: Pixels): (Oklab & { weight: number })[] {
  const step = Math.max(1, Math.floor((width * height) / SAMPLES))
  const out: (Oklab & { weight: number })[] = []
  for (let n = 0; n < width * height; n += step) {
    const [r, g, b, a] = [0, 1, 2, 3].map((k) => (data[n * 4 + k] as number) / 255) as [
      number,
      number,
      number,
      number,
    ]
    if (a > 0.03) out.push({ ...toOklab({ r, g, b }), weight: a })
  }
  return out
}
const apart = (p: Oklab, q: Oklab): number => (p.l - q.l) ** 2 + (p.a - q.a) ** 2 + (p.b - q.b) ** 2

/** The mean colour of what a picture covers, in OKLab, as `#rrggbb`; null where it covers nothing. RGBA, straight alpha. */
export function meanColour(picture: Pixels): string | null {
  const points = sampled(picture)
  const total = points.reduce((sum, p) => sum + p.weight, 0)
  if (total === 0) return null
  const mean = (of: (p: Oklab) => number) => points.reduce((sum, p) => sum + of(p) * p.weight, 0) / total
  return toHex({ ...fromOklab({ l: mean((p) => p.l), a: mean((p) => p.a), b: mean((p) => p.b) }), a: 1 })
}

/**
 * The colours that a picture is made of, as many as are wanted at most, the most used first: k-means in OKLab, begun with
 * the colour furthest from those taken already, so that the same picture always gives the same. RGBA, straight alpha.
 */
export const paletteOf = (picture: Pixels, count: number): string[] => [
  ...new Set(shared(picture, count).map((c) => c.colour)),
]
/** The same, with what share of what is covered each is. */
function shared(picture: Pixels, count: number): { colour: string; share: number }[] {
  const points = sampled(picture)
  const [first] = points
  if (!first) return []
  let middles: Oklab[] = [mean(points) ?? first]
  while (middles.length < count) {
    let [far, most] = [first as Oklab, 0]
    for (const p of points) {
      const d = Math.min(...middles.map((m) => apart(p, m)))
      if (d > most) [far, most] = [p, d]
    }
    // What no eye would tell apart is one colour.
    if (most < 0.02 ** 2) break
    middles.push({ l: far.l, a: far.a, b: far.b })
  }
  let shares: number[] = []
  for (let round = 0; round < ROUNDS; round++) {
    const groups = middles.map((): typeof points => [])
    for (const p of points) {
      let best = 0
      for (let k = 1; k < middles.length; k++)
        if (apart(p, middles[k] as Oklab) < apart(p, middles[best] as Oklab)) best = k
      groups[best]?.push(p)
    }
    shares = groups.map((g) => g.reduce((sum, p) => sum + p.weight, 0))
    const next = groups.map((g, k) => mean(g) ?? (middles[k] as Oklab))
    const still = next.every((m, k) => apart(m, middles[k] as Oklab) < 1e-9)
    middles = next
    if (still) break
  }
  const order = middles.map((_, k) => k).filter((k) => (shares[k] as number) > 0)
  order.sort((a, b) => (shares[b] as number) - (shares[a] as number))
  const total = shares.reduce((sum, n) => sum + n, 0)
  return order.map((k) => ({
    colour: toHex({ ...fromOklab(middles[k] as Oklab), a: 1 }),
    share: (shares[k] as number) / total,
  }))
}
/** Greys tell as much as so much chroma; of the green of leaves only a part counts, as a rose is not called green. */
const GREY = 0.04
const LEAVES = 0.25
/** The hues of leaves and stems, degrees in OKLab, and how light they are at most. */
const isLeaf = ({ l, a, b }: Oklab): boolean => {
  const hue = (Math.atan2(b, a) * 180) / Math.PI
  return hue > 105 && hue < 150 && l < 0.62
}
/** What colour a thing is said to have: of those it is made of a vivid one that there is much of; null where it covers nothing. */
export function leadingColour(picture: Pixels): string | null {
  const said = shared(picture, 5).map(({ colour, share }) => {
    const made = toOklab(fromHex(colour))
    const vivid = Math.max(GREY, Math.hypot(made.a, made.b)) * (isLeaf(made) ? LEAVES : 1)
    return { colour, tells: vivid * Math.sqrt(share) }
  })
  return said.reduce((best, c) => (c.tells > best.tells ? c : best), said[0] ?? { colour: null, tells: 0 })
    .colour
}
function mean(points: readonly (Oklab & { weight: number })[]): Oklab | null {
  const total = points.reduce((sum, p) => sum + p.weight, 0)
  if (total === 0) return null
  const of = (key: 'l' | 'a' | 'b') => points.reduce((sum, p) => sum + p[key] * p.weight, 0) / total
  return { l: of('l'), a: of('a'), b: of('b') }
}
