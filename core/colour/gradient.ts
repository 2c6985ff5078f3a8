import { cosine, sine } from '../geometry/exact'
import type { Matrix } from '../geometry/matrix'
import { fromHex, lookUp } from './colour'
import type { Gradient } from './gradient-line'
import { fromOklab, toOklab } from './oklab'
import type { GradientStop, Paint, Swatches } from './paint'

/** Entries of a gradient table, both ends included. */
export const TABLE_SIZE = 1025

/** Stops in order of offset, colours literal. */
export function stopsOf(
  stops: Record<string, GradientStop>,
  swatches: Swatches,
): { offset: number; colour: string }[] {
  return Object.values(stops)
    .map((s) => ({ offset: s.offset, colour: lookUp(s.colour, swatches) }))
    .sort((a, b) => a.offset - b.offset)
}

function readStop(colour: string, oklab: boolean): { a: number; c: readonly [number, number, number] } {
  const { r, g, b, a } = fromHex(colour)
  if (!oklab) return { a, c: [r, g, b] }
  const lab = toOklab({ r, g, b })
  return { a, c: [lab.l, lab.a, lab.b] }
}
export type Mixing = { oklab?: boolean | undefined; eased?: boolean | undefined }
/**
 * Straight RGBA floats from 0 to 1, interpolated premultiplied, in sRGB (CSS Images 3 §3.4.2) or in OKLab (CSS Color 4 §12.3);
 * eased by 3t² − 2t³ between each two stops.
 */
export function gradientTable(
  stops: readonly { offset: number; colour: string }[],
  entries = TABLE_SIZE,
  { oklab, eased }: Mixing = {},
): Float32Array {
  const table = new Float32Array(entries * 4)
  const points = stops.map((s) => ({ at: s.offset, ...readStop(s.colour, oklab ?? false) }))
  const first = points[0] ?? { at: 0, a: 0, c: [0, 0, 0] as const }
  let k = 0
  for (let n = 0; n < entries; n++) {
    const t = n / (entries - 1)
    while (k < points.length - 1 && (points[k + 1]?.at ?? 1) <= t) k++
    const from = points[k] ?? first
    const to = points[k + 1] ?? from
    const share = t <= from.at || to.at <= from.at ? 0 : Math.min(1, (t - from.at) / (to.at - from.at))
    const w = eased ? share * share * (3 - 2 * share) : share
    const a = from.a + (to.a - from.a) * w
    const mix = (x: number, y: number) =>
      a > 0 ? (x * from.a * (1 - w) + y * to.a * w) / a : x + (y - x) * w
    const c = [mix(from.c[0], to.c[0]), mix(from.c[1], to.c[1]), mix(from.c[2], to.c[2])] as const
    if (oklab) {
      const { r, g, b } = fromOklab({ l: c[0], a: c[1], b: c[2] })
      table.set([r, g, b, a], n * 4)
    } else table.set([...c, a], n * 4)
  }
  return table
}

/**
 * How the kernel finds a position along the gradient from target px: `toBox` maps the target to the layer's box of
 * width × height. Linear: the line of CSS Images 3 §3.1 through the centre, 0° to the right, clockwise. Radial: an
 * ellipse that touches the box's sides at radius 1. Conic: the angle from the line to the right, turned.
 */
export function gradientMap(
  paint: Gradient,
  width: number,
  height: number,
  toBox: Matrix,
): { form: 0 | 1 | 2; x: readonly [number, number, number]; y: readonly [number, number, number] } {
  const row = (kx: number, ky: number, k: number): readonly [number, number, number] => [
    kx * toBox[0] + ky * toBox[1],
    kx * toBox[2] + ky * toBox[3],
    kx * toBox[4] + ky * toBox[5] + k,
  ]
  if (paint.kind === 'linear') {
    const r = (paint.angleDegrees * Math.PI) / 180
    const [c, s] = [cosine(r), sine(r)]
    const length = Math.abs(width * c) + Math.abs(height * s)
    return {
      form: 0,
      x: row(c / length, s / length, 0.5 - (c * width + s * height) / 2 / length),
      y: [0, 0, 0],
    }
  }
  if (paint.kind === 'conic') {
    const r = (paint.angleDegrees * Math.PI) / 180
    const [c, s] = [cosine(r), sine(r)]
    const [x, y] = [paint.x * width, paint.y * height]
    return { form: 2, x: row(c, s, -c * x - s * y), y: row(-s, c, s * x - c * y) }
  }
  const [rx, ry] = [(paint.radius * width) / 2, (paint.radius * height) / 2]
  return { form: 1, x: row(1 / rx, 0, (-paint.x * width) / rx), y: row(0, 1 / ry, (-paint.y * height) / ry) }
}

/** Literal colours in place of swatches; the form in which plans are keyed. */
export function literalPaint(paint: Paint, swatches: Swatches): Paint {
  if (paint.kind === 'none') return paint
  if (paint.kind === 'solid') return { kind: 'solid', colour: lookUp(paint.colour, swatches) }
  return { ...paint, stops: Object.fromEntries(stopsOf(paint.stops, swatches).map((s, n) => [String(n), s])) }
}
