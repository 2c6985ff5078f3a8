import { converter, formatHex, formatHex8, parse } from 'culori'
import type { Swatches } from './paint'
import { toLinear } from './transfer'

/** sRGB-encoded components 0–1, straight alpha. */
export type Rgba = { r: number; g: number; b: number; a: number }

const toRgb = converter('rgb')
const clamp = (v: number): number => Math.min(1, Math.max(0, v))

/** Reads `#rgb`, `#rrggbb`, `#rrggbbaa` (with or without #), rgb(), hsl(), oklch() and CSS names; null when it is none. */
export function readColour(text: string): string | null {
  const trimmed = text.trim()
  const bare = /^[0-9a-f]{3,4}$|^[0-9a-f]{6}$|^[0-9a-f]{8}$/i.test(trimmed) ? `#${trimmed}` : trimmed
  const colour = parse(bare)
  if (!colour) return null
  const rgb = toRgb(colour)
  const fixed = {
    mode: 'rgb' as const,
    r: clamp(rgb.r),
    g: clamp(rgb.g),
    b: clamp(rgb.b),
    alpha: rgb.alpha ?? 1,
  }
  return fixed.alpha < 1 ? formatHex8(fixed) : formatHex(fixed)
}

/** Components of `#rrggbb` or `#rrggbbaa`. */
export function fromHex(hex: string): Rgba {
  const part = (at: number) => Number.parseInt(hex.slice(at, at + 2), 16) / 255
  return { r: part(1), g: part(3), b: part(5), a: hex.length > 7 ? part(7) : 1 }
}

export function toHex({ r, g, b, a }: Rgba): string {
  const two = (v: number) =>
    Math.round(clamp(v) * 255)
      .toString(16)
      .padStart(2, '0')
  return `#${two(r)}${two(g)}${two(b)}${a < 1 ? two(a) : ''}`
}

/** The literal colour behind a reference; a swatch that is gone is mid grey. */
export function lookUp(colour: string, swatches: Swatches): string {
  if (!colour.startsWith('swatch:')) return colour
  const swatch = swatches[colour.slice(7)]
  return swatch ? lookUp(swatch.colour, {}) : '#808080'
}

/** Relative luminance, WCAG 2.2. */
export const luminance = ({ r, g, b }: Pick<Rgba, 'r' | 'g' | 'b'>): number =>
  0.2126 * toLinear(r) + 0.7152 * toLinear(g) + 0.0722 * toLinear(b)
/** The contrast with a ground of several luminances that all but a quarter of it reaches. */
export function worstContrast(own: number, ground: readonly number[]): number {
  const ratios = ground.map((g) => contrastRatio(own, g)).sort((a, b) => a - b)
  return ratios[Math.floor(ratios.length / 4)] ?? 1
}
/** Contrast ratio of two relative luminances, 1–21, WCAG 2.2. */
export const contrastRatio = (one: number, other: number): number =>
  (Math.max(one, other) + 0.05) / (Math.min(one, other) + 0.05)
