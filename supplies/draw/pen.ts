/** A recolourable graphic: its parts as path data, back to front. Drawn by code, so that every line is ours. */
export type Part = { colour: string; d: string; stroke?: number; even?: true }
export type Graphic = {
  name: string
  label: string
  words: string
  width: number
  height: number
  parts: Record<string, Part>
}
export type Spot = readonly [x: number, y: number]

export const TAU = Math.PI * 2
export const f = (v: number): string => String(Math.round(v * 100) / 100)
export const P = (x: number, y: number): string => `${f(x)} ${f(y)}`
export const polar = (cx: number, cy: number, r: number, a: number): [number, number] => [
  cx + Math.cos(a) * r,
  cy + Math.sin(a) * r,
]
/** Points along something that is told for 0–1. */
export const along = (fn: (t: number) => Spot, n = 24): Spot[] =>
  Array.from({ length: n + 1 }, (_, k) => fn(k / n))
export const times = <T>(n: number, make: (k: number) => T): T[] =>
  Array.from({ length: n }, (_, k) => make(k))

/** A leaf from a point along a direction. */
export function leaf(x: number, y: number, angle: number, length: number, width: number): string {
  const [tx, ty] = polar(x, y, length, angle)
  const side = (s: number, at: number, w: number): string => {
    const [mx, my] = polar(x, y, length * at, angle)
    return P(...polar(mx, my, w, angle + (s * Math.PI) / 2))
  }
  return `M${P(x, y)}C${side(1, 0.22, width)} ${side(1, 0.7, width * 0.8)} ${P(tx, ty)}C${side(-1, 0.7, width * 0.8)} ${side(-1, 0.22, width)} ${P(x, y)}Z`
}
/** A stroke along points as an outline; how wide it is where, and whether its ends are round. */
export function stroke(points: readonly Spot[], wide: (t: number) => number, round = true): string {
  const left: string[] = []
  const right: string[] = []
  points.forEach(([x, y], n) => {
    const [ax, ay] = points[Math.max(0, n - 1)] as Spot
    const [bx, by] = points[Math.min(points.length - 1, n + 1)] as Spot
    const a = Math.atan2(by - ay, bx - ax) + Math.PI / 2
    const w = wide(n / (points.length - 1)) / 2
    left.push(P(...polar(x, y, w, a)))
    right.unshift(P(...polar(x, y, w, a + Math.PI)))
  })
  const cap = (t: number) => {
    const r = wide(t) / 2
    return round && r > 0.5 ? `A${f(r)} ${f(r)} 0 0 0 ` : 'L'
  }
  return `M${left.join('L')}${cap(1)}${right[0]}L${right.slice(1).join('L')}${cap(0)}${left[0]}Z`
}
/** A tapering stem along points, as a filled outline. */
export const taper = (points: readonly Spot[], from: number, to: number): string =>
  stroke(points, (t) => from + (to - from) * t, false)
export const circle = (x: number, y: number, r: number): string =>
  `M${P(x - r, y)}a${f(r)} ${f(r)} 0 1 0 ${f(2 * r)} 0a${f(r)} ${f(r)} 0 1 0 ${f(-2 * r)} 0Z`
export const ellipse = (x: number, y: number, rx: number, ry: number): string =>
  `M${P(x - rx, y)}a${f(rx)} ${f(ry)} 0 1 0 ${f(2 * rx)} 0a${f(rx)} ${f(ry)} 0 1 0 ${f(-2 * rx)} 0Z`
export const ring = (x: number, y: number, r: number, w: number): string =>
  `${circle(x, y, r)}M${P(x + r - w, y)}a${f(r - w)} ${f(r - w)} 0 1 1 ${f(-2 * (r - w))} 0a${f(r - w)} ${f(r - w)} 0 1 1 ${f(2 * (r - w))} 0Z`
/** All outlines run the same way round, so that what overlaps in one part is filled and not cut out. */
function oneWay(points: readonly Spot[]): readonly Spot[] {
  const area = points.reduce((sum, [x, y], n) => {
    const [x2, y2] = points[(n + 1) % points.length] as Spot
    return sum + x * y2 - x2 * y
  }, 0)
  return area > 0 ? [...points].reverse() : points
}
export const rect = (x: number, y: number, w: number, h: number): string =>
  `M${P(x, y)}v${f(h)}h${f(w)}v${f(-h)}Z`
export const polygon = (points: readonly Spot[]): string =>
  `M${oneWay(points)
    .map((p) => P(...p))
    .join('L')}Z`
/** A smooth closed outline through points (Catmull–Rom as Bézier curves). */
export function smooth(given: readonly Spot[], tension = 6): string {
  const points = oneWay(given)
  const at = (k: number) => points[(k + points.length) % points.length] as Spot
  const segments = points.map((_, k) => {
    const [p0, p1, p2, p3] = [at(k - 1), at(k), at(k + 1), at(k + 2)]
    return `C${P(p1[0] + (p2[0] - p0[0]) / tension, p1[1] + (p2[1] - p0[1]) / tension)} ${P(p2[0] - (p3[0] - p1[0]) / tension, p2[1] - (p3[1] - p1[1]) / tension)} ${P(...p2)}`
  })
  return `M${P(...at(0))}${segments.join('')}Z`
}
/** Points of an open smooth curve through some. */
export function through(points: readonly Spot[], steps = 8): Spot[] {
  const at = (n: number) => points[Math.max(0, Math.min(points.length - 1, n))] as Spot
  const out: Spot[] = []
  for (let n = 0; n < points.length - 1; n++)
    for (let s = 0; s < steps; s++) {
      const [p0, p1, p2, p3] = [at(n - 1), at(n), at(n + 1), at(n + 2)]
      const t = s / steps
      const mix = (k: 0 | 1) =>
        0.5 *
        (2 * p1[k] +
          (p2[k] - p0[k]) * t +
          (2 * p0[k] - 5 * p1[k] + 4 * p2[k] - p3[k]) * t * t +
          (3 * p1[k] - p0[k] - 3 * p2[k] + p3[k]) * t ** 3)
      out.push([mix(0), mix(1)])
    }
  return [...out, at(points.length - 1)]
}
/** A rectangle with round corners; backwards, it cuts a hole. */
export const rounded = (x: number, y: number, w: number, h: number, r: number, backwards = false): string =>
  backwards
    ? `M${P(x + r, y)}H${f(x + w - r)}A${f(r)} ${f(r)} 0 0 1 ${P(x + w, y + r)}V${f(y + h - r)}A${f(r)} ${f(r)} 0 0 1 ${P(x + w - r, y + h)}H${f(x + r)}A${f(r)} ${f(r)} 0 0 1 ${P(x, y + h - r)}V${f(y + r)}A${f(r)} ${f(r)} 0 0 1 ${P(x + r, y)}Z`
    : `M${P(x + r, y)}A${f(r)} ${f(r)} 0 0 0 ${P(x, y + r)}V${f(y + h - r)}A${f(r)} ${f(r)} 0 0 0 ${P(x + r, y + h)}H${f(x + w - r)}A${f(r)} ${f(r)} 0 0 0 ${P(x + w, y + h - r)}V${f(y + r)}A${f(r)} ${f(r)} 0 0 0 ${P(x + w - r, y)}Z`
/** A frame of a thickness around a box. */
export const frame = (x: number, y: number, w: number, h: number, t: number): string =>
  `M${P(x, y)}h${f(w)}v${f(h)}h${f(-w)}ZM${P(x + t, y + t)}v${f(h - 2 * t)}h${f(w - 2 * t)}v${f(-(h - 2 * t))}Z`
/** A star about a point. */
export const star = (
  x: number,
  y: number,
  r: number,
  points: number,
  inner: number,
  turn = -Math.PI / 2,
): string =>
  polygon(times(points * 2, (k) => polar(x, y, k % 2 ? r * inner : r, (k / (points * 2)) * TAU + turn)))
/** A star whose sides are drawn in, as light sparkles. */
export function sparkle(x: number, y: number, r: number, points = 4, inner = 0.16): string {
  const at = (k: number) => polar(x, y, k % 2 ? r * inner : r, (k / (points * 2)) * TAU - Math.PI / 2)
  const sides = times(points, (k) => `Q${P(...at(2 * k + 1))} ${P(...at(2 * k + 2))}`)
  return `M${P(...at(0))}${sides.join('')}Z`
}
export const heart = (x: number, y: number, r: number): string =>
  `M${P(x, y + r)}C${P(x + r * 1.7, y - r * 0.1)} ${P(x + r * 0.9, y - r * 1.35)} ${P(x, y - r * 0.45)}C${P(x - r * 0.9, y - r * 1.35)} ${P(x - r * 1.7, y - r * 0.1)} ${P(x, y + r)}Z`
/** A wheel of small bumps. */
export function scalloped(x: number, y: number, r: number, count: number, bump: number): string {
  const at = (k: number) => polar(x, y, r, (k / count) * TAU)
  return `M${P(...at(0))}${times(count, (k) => `A${f(bump)} ${f(bump)} 0 0 1 ${P(...at(k + 1))}`).join('')}Z`
}

/** Colours of the sample world. */
export const INKS = {
  clay: '#c2553a',
  rust: '#8f3b28',
  ochre: '#e2a53c',
  sand: '#e8d3ae',
  cream: '#f6ead6',
  pine: '#2f5f63',
  teal: '#3f8a86',
  moss: '#7f9268',
  rose: '#e0a093',
  plum: '#6b3a4a',
  night: '#2b2a3a',
  ink: '#33261f',
  sky: '#8fb3b5',
} as const
/** A graphic of its parts. */
export const drawn = (
  name: string,
  label: string,
  words: string,
  width: number,
  height: number,
  parts: Graphic['parts'],
): Graphic => ({ name, label, words, width, height, parts })
