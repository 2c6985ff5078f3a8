import type { BlendMode } from '../basics/blend-modes'

/** Straight RGBA 0–1; results are premultiplied. */
export type Pixel = [number, number, number, number]
type Rgb = [number, number, number]

const lum = ([r, g, b]: Rgb) => 0.3 * r + 0.59 * g + 0.11 * b
const sat = (c: Rgb) => Math.max(...c) - Math.min(...c)
function clip(c: Rgb): Rgb {
  const [l, n, x] = [lum(c), Math.min(...c), Math.max(...c)]
  let out = c
  if (n < 0) out = out.map((v) => l + ((v - l) * l) / (l - n)) as Rgb
  if (x > 1) out = out.map((v) => l + ((v - l) * (1 - l)) / (x - l)) as Rgb
  return out
}
const setLum = (c: Rgb, l: number): Rgb => clip(c.map((v) => v + l - lum(c)) as Rgb)
function setSat(c: Rgb, s: number): Rgb {
  const [n, x] = [Math.min(...c), Math.max(...c)]
  return x > n ? (c.map((v) => ((v - n) * s) / (x - n)) as Rgb) : [0, 0, 0]
}

const hard = (b: number, s: number) => (s <= 0.5 ? b * 2 * s : b + (2 * s - 1) - b * (2 * s - 1))
/** B(cb, cs) as W3C Compositing and Blending Level 1 §10.2 writes them. */
const separable: Partial<Record<BlendMode, (b: number, s: number) => number>> = {
  normal: (_, s) => s,
  multiply: (b, s) => b * s,
  screen: (b, s) => b + s - b * s,
  overlay: (b, s) => hard(s, b),
  darken: Math.min,
  lighten: Math.max,
  'color-dodge': (b, s) => {
    if (b === 0) return 0
    if (s === 1) return 1
    return Math.min(1, b / (1 - s))
  },
  'color-burn': (b, s) => {
    if (b === 1) return 1
    if (s === 0) return 0
    return 1 - Math.min(1, (1 - b) / s)
  },
  'hard-light': hard,
  'soft-light': (b, s) => {
    const d = b <= 0.25 ? ((16 * b - 12) * b + 4) * b : Math.sqrt(b)
    return s <= 0.5 ? b - (1 - 2 * s) * b * (1 - b) : b + (2 * s - 1) * (d - b)
  },
  difference: (b, s) => Math.abs(b - s),
  exclusion: (b, s) => b + s - 2 * b * s,
}
/** §10.3. */
const whole: Partial<Record<BlendMode, (b: Rgb, s: Rgb) => Rgb>> = {
  hue: (b, s) => setLum(setSat(s, sat(b)), lum(b)),
  saturation: (b, s) => setLum(setSat(b, sat(s)), lum(b)),
  color: (b, s) => setLum(s, lum(b)),
  luminosity: (b, s) => setLum(b, lum(s)),
}

/** §9.1: shares of the source and of what lies beneath. */
const operators: Partial<Record<BlendMode, (ab: number, as: number) => [number, number]>> = {
  'src-atop': (ab, as) => [ab, 1 - as],
  'dst-in': (_, as) => [0, as],
  'dst-out': (_, as) => [0, 1 - as],
  'dst-atop': (ab, as) => [1 - ab, as],
}

/** One pixel in double precision: cs' = (1 − αb) cs + αb B(cb, cs); co = αs cs' + (1 − αs) αb cb. */
export function blendPixel(mode: BlendMode, b: Pixel, s: Pixel): Pixel {
  const [ab, as] = [b[3], s[3]]
  const operator = operators[mode]
  if (operator) {
    const [fa, fb] = operator(ab, as)
    return [0, 1, 2, 3].map(
      (k) => as * fa * (k === 3 ? 1 : (s[k] as number)) + ab * fb * (k === 3 ? 1 : (b[k] as number)),
    ) as Pixel
  }
  if (mode === 'plus-lighter')
    return [0, 1, 2, 3].map((k) =>
      Math.min(1, k === 3 ? ab + as : (b[k] as number) * ab + (s[k] as number) * as),
    ) as Pixel
  const [cb, cs]: [Rgb, Rgb] = [
    [b[0], b[1], b[2]],
    [s[0], s[1], s[2]],
  ]
  const one = separable[mode]
  const mixed = one
    ? (cb.map((v, k) => one(v, cs[k] as number)) as Rgb)
    : (whole[mode] as (b: Rgb, s: Rgb) => Rgb)(cb, cs)
  const out = cb.map(
    (v, k) => as * ((1 - ab) * (cs[k] as number) + ab * (mixed[k] as number)) + (1 - as) * ab * v,
  ) as Rgb
  return [...out, as + ab * (1 - as)]
}
