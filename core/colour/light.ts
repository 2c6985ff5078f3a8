import { fromHex, lookUp } from './colour'
import { stopsOf } from './gradient'
import type { Paint, Swatches } from './paint'

/** Lightness (0–1, sRGB-encoded luma by Rec. 709 weights) and coverage of one colour. */
export function lumaOf(hex: string): { light: number; alpha: number } {
  const c = fromHex(hex)
  return { light: 0.2126 * c.r + 0.7152 * c.g + 0.0722 * c.b, alpha: c.a }
}
const mean = (all: readonly number[]): number => all.reduce((sum, v) => sum + v, 0) / (all.length || 1)
/** The same of a paint: of a gradient the mean of its stops. */
export function paintLight(paint: Paint, swatches: Swatches): { light: number; alpha: number } {
  if (paint.kind === 'none') return { light: 0.5, alpha: 0 }
  if (paint.kind === 'solid') return lumaOf(lookUp(paint.colour, swatches))
  const stops = stopsOf(paint.stops, swatches).map((s) => lumaOf(s.colour))
  return { light: mean(stops.map((s) => s.light)), alpha: mean(stops.map((s) => s.alpha)) }
}
/** The colours that a paint is made of, references as they are. */
export function coloursOfPaint(paint: Paint): string[] {
  if (paint.kind === 'none') return []
  return paint.kind === 'solid' ? [paint.colour] : Object.values(paint.stops).map((s) => s.colour)
}
