import { toEncoded, toLinear } from './transfer'

/** CIE XYZ relative to D50, Y of white is 1. */
export type Xyz = { x: number; y: number; z: number }
/** CIE 1976 L*a*b* relative to D50. */
export type Lab = { l: number; a: number; b: number }
/** Its white: D50 with the digits of the matrices of CSS Color 4, so that white is white. */
export const WHITE_D50: Xyz = { x: 0.964295676, y: 1, z: 0.825104603 }

/** sRGB (IEC 61966-2-1), 0–1 each, adapted to D50 by Bradford (CSS Color 4, §10). */
export function srgbToXyz([r, g, b]: readonly [number, number, number]): Xyz {
  const [lr, lg, lb] = [toLinear(r), toLinear(g), toLinear(b)]
  return {
    x: 0.436065742 * lr + 0.385151487 * lg + 0.143078472 * lb,
    y: 0.222493178 * lr + 0.71688706 * lg + 0.060616907 * lb,
    z: 0.013923922 * lr + 0.097081325 * lg + 0.714099351 * lb,
  }
}
/** The way back; cut to what a screen shows. */
export function xyzToSrgb({ x, y, z }: Xyz): [number, number, number] {
  const cut = (v: number) => toEncoded(Math.min(1, Math.max(0, v)))
  return [
    cut(3.134187086 * x - 1.617208999 * y - 0.490694059 * z),
    cut(-0.978749472 * x + 1.916130219 * y + 0.033433385 * z),
    cut(0.071963951 * x - 0.228993999 * y + 1.405385135 * z),
  ]
}
const F = (t: number): number => (t > 216 / 24389 ? Math.cbrt(t) : ((24389 / 27) * t + 16) / 116)
const BACK = (f: number): number => (f ** 3 > 216 / 24389 ? f ** 3 : (116 * f - 16) / (24389 / 27))
/** CIE 15:2004, 8.2.1. */
export function xyzToLab({ x, y, z }: Xyz): Lab {
  const [fx, fy, fz] = [F(x / WHITE_D50.x), F(y / WHITE_D50.y), F(z / WHITE_D50.z)]
  return { l: 116 * fy - 16, a: 500 * (fx - fy), b: 200 * (fy - fz) }
}
export function labToXyz({ l, a, b }: Lab): Xyz {
  const fy = (l + 16) / 116
  return {
    x: BACK(fy + a / 500) * WHITE_D50.x,
    y: BACK(fy) * WHITE_D50.y,
    z: BACK(fy - b / 200) * WHITE_D50.z,
  }
}
