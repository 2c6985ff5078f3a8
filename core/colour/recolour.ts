import { fromHex, toHex } from './colour'
import { fromOklab, type Oklab, toOklab } from './oklab'

/** How much of what colours differ in beside their lightness is kept. */
export const VARIETY = 0.25

/**
 * A colour of something that becomes another as a whole, in OKLab: as much lighter or darker than `to` as it was than `from`,
 * times `shading`, and a part of its own hue.
 */
export function recoloured(colour: string, from: string, to: string, shading = 1): string {
  const own = fromHex(colour)
  const [c, f, t] = [toOklab(own), toOklab(fromHex(from)), toOklab(fromHex(to))]
  const made: Oklab = {
    l: Math.min(1, Math.max(0, t.l + shading * (c.l - f.l))),
    a: t.a + VARIETY * (c.a - f.a),
    b: t.b + VARIETY * (c.b - f.b),
  }
  return toHex({ ...fromOklab(made), a: own.a })
}

/** The middle of some colours in OKLab, each counted once. */
export function middleOf(colours: readonly string[]): string {
  const labs = colours.map((c) => toOklab(fromHex(c)))
  const of = (key: keyof Oklab) => labs.reduce((sum, l) => sum + l[key], 0) / Math.max(1, labs.length)
  return toHex({ ...fromOklab({ l: of('l'), a: of('a'), b: of('b') }), a: 1 })
}

/** Which of a set each of several colours takes: in the order of their lightness, spread over the whole set. */
export function shared(colours: readonly string[], set: readonly string[]): string[] {
  const light = (c: string) => toOklab(fromHex(c)).l
  const sorted = [...set].sort((a, b) => light(a) - light(b))
  const rank = colours.map((c, n) => ({ n, l: light(c) })).sort((a, b) => a.l - b.l || a.n - b.n)
  const out: string[] = []
  rank.forEach(({ n }, k) => {
    const at =
      colours.length === 1
        ? Math.floor(sorted.length / 2)
        : Math.round((k * (sorted.length - 1)) / (colours.length - 1))
    out[n] = sorted[at] ?? (colours[n] as string)
  })
  return out
}
