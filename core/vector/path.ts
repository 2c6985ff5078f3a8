import { badInput } from '../basics/errors'
import type { Bounds } from '../geometry/bounds'
import { angleOf, cosine, lengthOf, sine } from '../geometry/exact'
import { apply, type Matrix } from '../geometry/matrix'

/** A path in absolute commands: M x y, L x y, C x1 y1 x2 y2 x y, Z. */
export type Command =
  | readonly ['M', number, number]
  | readonly ['L', number, number]
  | readonly ['C', number, number, number, number, number, number]
  | readonly ['Z']
export type Path = readonly Command[]
/** A flattened outline, x and y in turn; `closed` outlines end where they began without repeating the point. */
export type Outline = { points: Float64Array; closed: boolean }

const NUMBER = /[+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?/gi
const NEXT = new RegExp(`^${NUMBER.source}`, 'i')
const lengths: Record<string, number> = { M: 2, L: 2, H: 1, V: 1, C: 6, S: 4, Q: 4, T: 2, A: 7, Z: 0 }

/** Reads the path data of SVG 2 §9.3; throws `bad-input` where it is none. */
export function parsePath(d: string): Path {
  const out: Command[] = []
  let [x, y, startX, startY, controlX, controlY] = [0, 0, 0, 0, 0, 0]
  let before = ''
  const curveTo = (x1: number, y1: number, x2: number, y2: number, toX: number, toY: number) =>
    out.push(['C', x1, y1, x2, y2, toX, toY])
  const quadTo = (cx: number, cy: number, toX: number, toY: number) =>
    curveTo(
      x + ((cx - x) * 2) / 3,
      y + ((cy - y) * 2) / 3,
      toX + ((cx - toX) * 2) / 3,
      toY + ((cy - toY) * 2) / 3,
      toX,
      toY,
    )
  for (const [, letter = '', rest = ''] of d.matchAll(/([a-z])([^a-z]*(?:e[+-]?\d[^a-z]*)*)/gi)) {
    const upper = letter.toUpperCase()
    const take = lengths[upper]
    if (take === undefined) throw badInput(`The path has a command “${letter}” that SVG does not know.`)
    const numbers = upper === 'A' ? arcNumbers(rest) : (rest.match(NUMBER) ?? []).map(Number)
    if (take === 0) {
      out.push(['Z'])
      ;[x, y] = [startX, startY]
      before = 'Z'
      continue
    }
    if (numbers.length === 0 || numbers.length % take !== 0)
      throw badInput(`The path command “${letter}” has ${numbers.length} numbers.`)
    for (let n = 0; n < numbers.length; n += take) {
      const v = numbers.slice(n, n + take)
      const at = (k: number) => v[k] as number
      const [rx, ry] = letter === upper ? [0, 0] : [x, y]
      let [toX, toY] = [x, y]
      if (upper === 'H') toX = at(0) + rx
      else if (upper === 'V') toY = at(0) + ry
      else [toX, toY] = [at(take - 2) + rx, at(take - 1) + ry]
      if (upper === 'M' && n === 0) {
        out.push(['M', toX, toY])
        ;[startX, startY] = [toX, toY]
      } else if (upper === 'M' || upper === 'L' || upper === 'H' || upper === 'V') out.push(['L', toX, toY])
      else if (upper === 'C') {
        curveTo(at(0) + rx, at(1) + ry, at(2) + rx, at(3) + ry, toX, toY)
        ;[controlX, controlY] = [at(2) + rx, at(3) + ry]
      } else if (upper === 'S') {
        const [x1, y1] = 'CS'.includes(before) && before ? [2 * x - controlX, 2 * y - controlY] : [x, y]
        curveTo(x1, y1, at(0) + rx, at(1) + ry, toX, toY)
        ;[controlX, controlY] = [at(0) + rx, at(1) + ry]
      } else if (upper === 'Q') {
        ;[controlX, controlY] = [at(0) + rx, at(1) + ry]
        quadTo(controlX, controlY, toX, toY)
      } else if (upper === 'T') {
        ;[controlX, controlY] =
          'QT'.includes(before) && before ? [2 * x - controlX, 2 * y - controlY] : [x, y]
        quadTo(controlX, controlY, toX, toY)
      } else if (upper === 'A')
        for (const c of arc(x, y, at(0), at(1), at(2), at(3) !== 0, at(4) !== 0, toX, toY)) out.push(c)
      ;[x, y] = [toX, toY]
      before = upper
    }
  }
  return out
}

/** Arc flags may stand without a space between them (“a1 1 0 01 2 2”): the fourth and fifth are single digits. */
function arcNumbers(rest: string): number[] {
  const out: number[] = []
  let at = 0
  for (;;) {
    while (at < rest.length && /[\s,]/.test(rest[at] ?? '')) at++
    if (at >= rest.length) return out
    const place = out.length % 7
    const found = place === 3 || place === 4 ? /^[01]/.exec(rest.slice(at)) : NEXT.exec(rest.slice(at))
    if (!found) return out
    out.push(Number(found[0]))
    at += found[0].length
  }
}

/** An elliptical arc as cubics: centre parameterisation of SVG 2 appendix B.2.4, one cubic a quarter turn at most. */
function arc(
  x0: number,
  y0: number,
  rx0: number,
  ry0: number,
  turn: number,
  large: boolean,
  sweep: boolean,
  x1: number,
  y1: number,
): Command[] {
  let [rx, ry] = [Math.abs(rx0), Math.abs(ry0)]
  if (rx === 0 || ry === 0) return [['L', x1, y1]]
  if (x0 === x1 && y0 === y1) return []
  const phi = (turn * Math.PI) / 180
  const [c, s] = [cosine(phi), sine(phi)]
  const [px, py] = [(c * (x0 - x1) + s * (y0 - y1)) / 2, (-s * (x0 - x1) + c * (y0 - y1)) / 2]
  const spread = (px * px) / (rx * rx) + (py * py) / (ry * ry)
  if (spread > 1) [rx, ry] = [rx * Math.sqrt(spread), ry * Math.sqrt(spread)]
  const root =
    Math.sqrt(
      Math.max(
        0,
        (rx * rx * ry * ry - rx * rx * py * py - ry * ry * px * px) / (rx * rx * py * py + ry * ry * px * px),
      ),
    ) * (large === sweep ? -1 : 1)
  const [qx, qy] = [(root * rx * py) / ry, (-root * ry * px) / rx]
  const [mx, my] = [c * qx - s * qy + (x0 + x1) / 2, s * qx + c * qy + (y0 + y1) / 2]
  const from = angleOf((py - qy) / ry, (px - qx) / rx)
  let by = angleOf((-py - qy) / ry, (-px - qx) / rx) - from
  if (sweep && by < 0) by += 2 * Math.PI
  if (!sweep && by > 0) by -= 2 * Math.PI
  const parts = Math.max(1, Math.ceil(Math.abs(by) / (Math.PI / 2) - 1e-9))
  const step = by / parts
  const k = (4 / 3) * (sine(step / 4) / cosine(step / 4))
  const point = (u: number, v: number): [number, number] => [
    c * rx * u - s * ry * v + mx,
    s * rx * u + c * ry * v + my,
  ]
  return Array.from({ length: parts }, (_, n) => {
    const a = from + n * step
    const b = from + (n + 1) * step
    const p2 = point(cosine(a) - k * sine(a), sine(a) + k * cosine(a))
    const p3 = point(cosine(b) + k * sine(b), sine(b) - k * cosine(b))
    const [x4, y4]: [number, number] = n === parts - 1 ? [x1, y1] : point(cosine(b), sine(b))
    return ['C', p2[0], p2[1], p3[0], p3[1], x4, y4]
  })
}

export function mapPath(path: Path, m: Matrix): Path {
  const p = (x: number, y: number) => apply(m, { x, y })
  return path.map((c): Command => {
    if (c[0] === 'Z') return c
    if (c[0] === 'C') {
      const [a, b, d] = [p(c[1], c[2]), p(c[3], c[4]), p(c[5], c[6])]
      return ['C', a.x, a.y, b.x, b.y, d.x, d.y]
    }
    const q = p(c[1], c[2])
    return [c[0], q.x, q.y]
  })
}

/**
 * Flattens to outlines after mapping, so that no chord is further than `tolerance` px from its curve
 * (segment count from the bound on the second difference, Wang 1984).
 */
export function flatten(path: Path, m: Matrix, tolerance = 1 / 16): Outline[] {
  const out: Outline[] = []
  let points: number[] = []
  const end = (closed: boolean) => {
    if (points.length >= 4) out.push({ points: Float64Array.from(points), closed })
    points = []
  }
  let [x, y, startX, startY] = [0, 0, 0, 0]
  const map = (px: number, py: number): [number, number] => [
    m[0] * px + m[2] * py + m[4],
    m[1] * px + m[3] * py + m[5],
  ]
  for (const c of path) {
    if (c[0] === 'M') {
      end(false)
      ;[x, y] = map(c[1], c[2])
      ;[startX, startY] = [x, y]
      points.push(x, y)
    } else if (c[0] === 'Z') {
      end(true)
      ;[x, y] = [startX, startY]
    } else {
      if (points.length === 0) points.push(x, y)
      if (c[0] === 'L') {
        ;[x, y] = map(c[1], c[2])
        points.push(x, y)
      } else {
        const [x1, y1] = map(c[1], c[2])
        const [x2, y2] = map(c[3], c[4])
        const [x3, y3] = map(c[5], c[6])
        const bend = Math.max(
          lengthOf(x - 2 * x1 + x2, y - 2 * y1 + y2),
          lengthOf(x1 - 2 * x2 + x3, y1 - 2 * y2 + y3),
        )
        const steps = Math.min(200, Math.max(1, Math.ceil(Math.sqrt((0.75 * bend) / tolerance))))
        for (let n = 1; n < steps; n++) {
          const t = n / steps
          const u = 1 - t
          points.push(
            u * u * u * x + 3 * u * u * t * x1 + 3 * u * t * t * x2 + t * t * t * x3,
            u * u * u * y + 3 * u * u * t * y1 + 3 * u * t * t * y2 + t * t * t * y3,
          )
        }
        points.push(x3, y3)
        ;[x, y] = [x3, y3]
      }
    }
  }
  end(false)
  return out
}

/** The box around flattened outlines, or null for none. */
export function outlineBounds(outlines: readonly Outline[]): Bounds | null {
  const b = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity }
  for (const { points } of outlines)
    for (let n = 0; n < points.length; n += 2) {
      const [x, y] = [points[n] as number, points[n + 1] as number]
      if (x < b.left) b.left = x
      if (x > b.right) b.right = x
      if (y < b.top) b.top = y
      if (y > b.bottom) b.bottom = y
    }
  return b.left <= b.right ? b : null
}
