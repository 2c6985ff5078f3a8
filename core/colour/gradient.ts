import type { Design, GradientStop, Paint } from '../design/schema'
import { cosine, sine } from '../geometry/exact'
import type { Matrix } from '../geometry/matrix'
import { fromHex, lookUp } from './colour'

/** Entries of a gradient table, both ends included. */
export const TABLE_SIZE = 1025

/** Stops in order of offset, colours literal. */
export function stopsOf(stops: Record<string, GradientStop>, swatches: Design['swatches']): { offset: number; colour: string }[] {
  return Object.values(stops)
    .map((s) => ({ offset: s.offset, colour: lookUp(s.colour, swatches) }))
    .sort((a, b) => a.offset - b.offset)
}

/** Straight RGBA floats from 0 to 1, interpolated in premultiplied sRGB (CSS Images 3 §3.4.2). */
export function gradientTable(stops: readonly { offset: number; colour: string }[], entries = TABLE_SIZE): Float32Array {
  const table = new Float32Array(entries * 4)
  const points = stops.map((s) => ({ at: s.offset, c: fromHex(s.colour) }))
  const first = points[0] ?? { at: 0, c: { r: 0, g: 0, b: 0, a: 0 } }
  let k = 0
  for (let n = 0; n < entries; n++) {
    const t = n / (entries - 1)
    while (k < points.length - 1 && (points[k + 1]?.at ?? 1) <= t) k++
    const from = points[k] ?? first
    const to = points[k + 1] ?? from
    const w = t <= from.at || to.at <= from.at ? 0 : Math.min(1, (t - from.at) / (to.at - from.at))
    const a = from.c.a + (to.c.a - from.c.a) * w
    const mix = (x: number, y: number) => (a > 0 ? (x * from.c.a * (1 - w) + y * to.c.a * w) / a : x + (y - x) * w)
    table.set([mix(from.c.r, to.c.r), mix(from.c.g, to.c.g), mix(from.c.b, to.c.b), a], n * 4)
  }
  return table
}

type Gradient = Extract<Paint, { kind: 'linear' | 'radial' }>
/**
 * How the kernel finds a position along the gradient from target px: `toBox` maps the target to the layer's box of
 * width × height. Linear: the line of CSS Images 3 §3.1 through the centre, 0° to the right, clockwise. Radial: an
 * ellipse that touches the box's sides at radius 1.
 */
export function gradientMap(
  paint: Gradient,
  width: number,
  height: number,
  toBox: Matrix,
): { radial: boolean; x: readonly [number, number, number]; y: readonly [number, number, number] } {
  const row = (kx: number, ky: number, k: number): readonly [number, number, number] => [
    kx * toBox[0] + ky * toBox[1],
    kx * toBox[2] + ky * toBox[3],
    kx * toBox[4] + ky * toBox[5] + k,
  ]
  if (paint.kind === 'linear') {
    const r = (paint.angleDegrees * Math.PI) / 180
    const [c, s] = [cosine(r), sine(r)]
    const length = Math.abs(width * c) + Math.abs(height * s)
    return { radial: false, x: row(c / length, s / length, 0.5 - (c * width + s * height) / 2 / length), y: [0, 0, 0] }
  }
  const [rx, ry] = [(paint.radius * width) / 2, (paint.radius * height) / 2]
  return { radial: true, x: row(1 / rx, 0, (-paint.x * width) / rx), y: row(0, 1 / ry, (-paint.y * height) / ry) }
}

/** Literal colours in place of swatches; the form in which plans are keyed. */
export function literalPaint(paint: Paint, swatches: Design['swatches']): Paint {
  if (paint.kind === 'none') return paint
  if (paint.kind === 'solid') return { kind: 'solid', colour: lookUp(paint.colour, swatches) }
  return { ...paint, stops: Object.fromEntries(stopsOf(paint.stops, swatches).map((s, n) => [String(n), s])) }
}
