import { toEncoded, toLinear } from './transfer'

export type Oklab = { l: number; a: number; b: number }

/** Encoded sRGB components 0–1 in OKLab (B. Ottosson, 2020, with the matrices of CSS Color 4). */
export function toOklab({ r, g, b }: { r: number; g: number; b: number }): Oklab {
  const [x, y, z] = [toLinear(r), toLinear(g), toLinear(b)]
  const l = Math.cbrt(0.4122214708 * x + 0.5363325363 * y + 0.0514459929 * z)
  const m = Math.cbrt(0.2119034982 * x + 0.6806995451 * y + 0.1073969566 * z)
  const s = Math.cbrt(0.0883024619 * x + 0.2817188376 * y + 0.6299787005 * z)
  return {
    l: 0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s,
    a: 1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s,
    b: 0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s,
  }
}
/** OKLab in encoded sRGB; components beyond the gamut are cut. */
export function fromOklab({ l: L, a, b }: Oklab): { r: number; g: number; b: number } {
  const l = (L + 0.3963377774 * a + 0.2158037573 * b) ** 3
  const m = (L - 0.1055613458 * a - 0.0638541728 * b) ** 3
  const s = (L - 0.0894841775 * a - 1.291485548 * b) ** 3
  const cut = (v: number) => toEncoded(Math.min(1, Math.max(0, v)))
  return {
    r: cut(4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s),
    g: cut(-1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s),
    b: cut(-0.0041960863 * l - 0.7034186147 * m + 1.707614701 * s),
  }
}
