import { angleOf, cosine, lengthOf, sine } from '../geometry/exact'
import { apply, inverse, type Point } from '../geometry/matrix'
import { matrixOf } from '../geometry/placement'
import type { Paint } from './paint'

export type Gradient = Extract<Paint, { kind: 'linear' | 'radial' | 'conic' }>
type Box = { width: number; height: number }

/** The ends of a gradient in px of its box: where it begins and ends, or its middle and where its edge or its first colour lies. */
export function gradientEnds(paint: Gradient, { width, height }: Box): { from: Point; to: Point } {
  if (paint.kind === 'radial') {
    const from = { x: paint.x * width, y: paint.y * height }
    return { from, to: { x: from.x + (paint.radius * width) / 2, y: from.y } }
  }
  const r = (paint.angleDegrees * Math.PI) / 180
  const [c, s] = [cosine(r), sine(r)]
  if (paint.kind === 'conic') {
    const from = { x: paint.x * width, y: paint.y * height }
    const reach = Math.min(width, height) / 2
    return { from, to: { x: from.x + c * reach, y: from.y + s * reach } }
  }
  const half = (Math.abs(width * c) + Math.abs(height * s)) / 2
  return {
    from: { x: width / 2 - c * half, y: height / 2 - s * half },
    to: { x: width / 2 + c * half, y: height / 2 + s * half },
  }
}

const degrees = (p: Point): number => (angleOf(p.y, p.x) * 180) / Math.PI
/** The gradient with one of its ends at a point of its box, px. */
export function withEnd(paint: Gradient, box: Box, end: 'from' | 'to', p: Point): Gradient {
  const { width, height } = box
  if (paint.kind === 'linear') {
    const away =
      end === 'to' ? { x: p.x - width / 2, y: p.y - height / 2 } : { x: width / 2 - p.x, y: height / 2 - p.y }
    return lengthOf(away.x, away.y) < 0.5 ? paint : { ...paint, angleDegrees: degrees(away) }
  }
  if (end === 'from') return { ...paint, x: p.x / width, y: p.y / height }
  const [dx, dy] = [p.x - paint.x * width, p.y - paint.y * height]
  if (paint.kind === 'conic')
    return lengthOf(dx, dy) < 0.5 ? paint : { ...paint, angleDegrees: degrees({ x: dx, y: dy }) }
  return { ...paint, radius: Math.max(0.01, lengthOf((2 * dx) / width, (2 * dy) / height)) }
}

/** How far along a gradient a point of its box lies, 0–1. */
export function offsetAt(paint: Gradient, box: Box, p: Point): number {
  const { from, to } = gradientEnds(paint, box)
  if (paint.kind === 'conic') {
    const turn = (degrees({ x: p.x - from.x, y: p.y - from.y }) - paint.angleDegrees) / 360
    return turn - Math.floor(turn)
  }
  if (paint.kind === 'radial')
    return Math.min(
      1,
      lengthOf((2 * (p.x - from.x)) / box.width, (2 * (p.y - from.y)) / box.height) / paint.radius,
    )
  const [dx, dy] = [to.x - from.x, to.y - from.y]
  return Math.min(1, Math.max(0, ((p.x - from.x) * dx + (p.y - from.y) * dy) / (dx * dx + dy * dy)))
}
/** Where on its line a share of a gradient lies, px of its box; of a conic one on the circle through its end. */
export function placeOf(paint: Gradient, box: Box, offset: number): Point {
  const { from, to } = gradientEnds(paint, box)
  if (paint.kind !== 'conic')
    return { x: from.x + (to.x - from.x) * offset, y: from.y + (to.y - from.y) * offset }
  const r = ((paint.angleDegrees + 360 * offset) * Math.PI) / 180
  const reach = lengthOf(to.x - from.x, to.y - from.y)
  return { x: from.x + cosine(r) * reach, y: from.y + sine(r) * reach }
}

/** A point of the page in px of a placement's box; null where the box is flat. */
export function intoBox(placement: Parameters<typeof matrixOf>[0], p: Point): Point | null {
  const back = inverse(matrixOf(placement))
  return back && apply(back, p)
}
