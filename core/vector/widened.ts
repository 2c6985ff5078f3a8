import { angleOf, cosine, lengthOf, sine } from '../geometry/exact'
import type { Outline } from './path'

/**
 * Everything within `reach` px of outlines, as pieces that may overlap and all turn the same way, to be filled non-zero: a
 * box for each of their lines, and at each corner a wedge, round or mitred (limit 4).
 */
export function widened(outlines: readonly Outline[], reach: number, join: 'round' | 'mitred'): Outline[] {
  const out: Outline[] = []
  const piece = (...points: number[]) => {
    let area = 0
    for (let n = 0; n < points.length; n += 2) {
      const m = (n + 2) % points.length
      area +=
        (points[n] as number) * (points[m + 1] as number) - (points[m] as number) * (points[n + 1] as number)
    }
    if (Math.abs(area) < 1e-9) return
    const turned =
      area > 0
        ? points
        : Array.from(
            { length: points.length },
            (_, k) => points[points.length - 2 - (k & ~1) + (k & 1)] as number,
          )
    out.push({ points: Float64Array.from(turned), closed: true })
  }
  for (const { points, closed } of outlines) {
    const clean: [number, number][] = []
    for (let n = 0; n < points.length; n += 2) {
      const p: [number, number] = [points[n] as number, points[n + 1] as number]
      const last = clean.at(-1)
      if (!last || lengthOf(p[0] - last[0], p[1] - last[1]) > 1e-3) clean.push(p)
    }
    const [first, last] = [clean[0], clean.at(-1)]
    if (
      closed &&
      first &&
      last &&
      clean.length > 1 &&
      lengthOf(first[0] - last[0], first[1] - last[1]) <= 1e-3
    )
      clean.pop()
    const count = clean.length
    if (count < 2) continue
    const normals = clean.map((p, n): [number, number] => {
      const q = clean[(n + 1) % count] as [number, number]
      const l = lengthOf(q[0] - p[0], q[1] - p[1]) || 1
      return [(q[1] - p[1]) / l, -(q[0] - p[0]) / l]
    })
    for (let n = 0; n < (closed ? count : count - 1); n++) {
      const [p, q, m] = [clean[n], clean[(n + 1) % count], normals[n]] as [
        [number, number],
        [number, number],
        [number, number],
      ]
      const [x, y] = [m[0] * reach, m[1] * reach]
      piece(p[0] + x, p[1] + y, q[0] + x, q[1] + y, q[0] - x, q[1] - y, p[0] - x, p[1] - y)
    }
    for (let n = closed ? 0 : 1; n < (closed ? count : count - 1); n++) {
      const p = clean[n] as [number, number]
      let [a, b] = [normals[(n + count - 1) % count], normals[n]] as [[number, number], [number, number]]
      // The wedge lies on the side away from which the line turns.
      if (a[0] * b[1] - a[1] * b[0] < 0)
        [a, b] = [
          [-b[0], -b[1]],
          [-a[0], -a[1]],
        ]
      const between = a[0] * b[0] + a[1] * b[1]
      if (between > 0.999999) continue
      const [ax, ay, bx, by] = [
        p[0] + a[0] * reach,
        p[1] + a[1] * reach,
        p[0] + b[0] * reach,
        p[1] + b[1] * reach,
      ]
      if (join === 'mitred' && 2 / (1 + between) <= 16) {
        const k = reach / (1 + between)
        piece(p[0], p[1], ax, ay, p[0] + (a[0] + b[0]) * k, p[1] + (a[1] + b[1]) * k, bx, by)
        continue
      }
      if (join === 'mitred') {
        piece(p[0], p[1], ax, ay, bx, by)
        continue
      }
      const start = angleOf(a[1], a[0])
      const turn = angleOf(a[0] * b[1] - a[1] * b[0], between)
      const steps = Math.max(
        1,
        Math.ceil(turn / (2 * Math.acos(Math.max(0, 1 - 1 / 16 / Math.max(reach, 1 / 8))))),
      )
      const arc = Array.from({ length: steps - 1 }, (_, k) => start + (turn * (k + 1)) / steps).flatMap(
        (t) => [p[0] + cosine(t) * reach, p[1] + sine(t) * reach],
      )
      piece(p[0], p[1], ax, ay, ...arc, bx, by)
    }
  }
  return out
}
