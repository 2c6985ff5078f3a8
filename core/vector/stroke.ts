import { angleOf, cosine, lengthOf, sine } from '../geometry/exact'
import type { Outline } from './path'
import type { Stroke } from './stroke-style'

type P = readonly [number, number]

/** Cuts outlines into dashes; lengths are px along the outline, on and off in turn, begun `from` px into them. */
export function dashed(outlines: readonly Outline[], lengths: readonly number[], from = 0): Outline[] {
  const total = lengths.reduce((a, b) => a + b, 0)
  if (lengths.length === 0 || total <= 0.01) return [...outlines]
  const pattern = lengths.length % 2 ? [...lengths, ...lengths] : lengths
  const whole = pattern.reduce((a, b) => a + b, 0)
  let [first, begun] = [0, ((from % whole) + whole) % whole]
  while (begun >= (pattern[first] as number)) {
    begun -= pattern[first] as number
    first = (first + 1) % pattern.length
  }
  const out: Outline[] = []
  for (const { points, closed } of outlines) {
    const all = closed ? [...points, points[0] as number, points[1] as number] : [...points]
    const before = out.length
    let index = first
    let left = (pattern[first] as number) - begun
    let on = first % 2 === 0
    let run: number[] = [all[0] as number, all[1] as number]
    for (let n = 2; n < all.length; n += 2) {
      let [x, y] = [all[n - 2] as number, all[n - 1] as number]
      const [toX, toY] = [all[n] as number, all[n + 1] as number]
      let way = lengthOf(toX - x, toY - y)
      while (way > left && out.length < 20_000) {
        const t = left / way
        ;[x, y] = [x + (toX - x) * t, y + (toY - y) * t]
        way -= left
        if (on) out.push({ points: Float64Array.from([...run, x, y]), closed: false })
        run = [x, y]
        on = !on
        index = (index + 1) % pattern.length
        left = Math.max(0.01, pattern[index] as number)
      }
      left -= way
      if (on) run.push(toX, toY)
    }
    if (!on || run.length < 4) continue
    const starting = first % 2 === 0 ? out[before] : undefined
    // A dash that comes round to where the outline began goes on into the first one, corner and all.
    if (closed && starting)
      out[before] = { points: Float64Array.from([...run, ...starting.points.slice(2)]), closed: false }
    else
      out.push(
        closed && out.length === before && first % 2 === 0
          ? { points, closed }
          : { points: Float64Array.from(run), closed },
      )
  }
  return out
}

/** Points of an arc about a centre from one direction to another the short way, ends left out. */
function* arcPoints(c: P, from: P, to: P, radius: number): Generator<P> {
  let by = angleOf(from[0] * to[1] - from[1] * to[0], from[0] * to[0] + from[1] * to[1])
  if (Math.abs(by) < 1e-9) by = 0
  const steps = Math.ceil(Math.abs(by) / (2 * Math.acos(Math.max(0, 1 - 1 / 16 / Math.max(radius, 1 / 8)))))
  const start = angleOf(from[1], from[0])
  for (let n = 1; n < steps; n++) {
    const a = start + (by * n) / steps
    yield [c[0] + cosine(a) * radius, c[1] + sine(a) * radius]
  }
}

/**
 * Outlines of a stroke, to be filled non-zero; `weight` px. Joins and caps as SVG 2 §13.5 has them, miter limit 4.
 */
export function strokeOutlines(
  outlines: readonly Outline[],
  weight: number,
  { cap, join }: Pick<Stroke, 'cap' | 'join'>,
): Outline[] {
  const half = weight / 2
  return outlines.flatMap((outline) => {
    const points = tidy(outline)
    if (points.length < 2) return []
    const sides = [
      side(points, outline.closed, half, join),
      side([...points].reverse(), outline.closed, half, join),
    ] as const
    if (outline.closed) return sides.map((s) => ({ points: Float64Array.from(s.flat()), closed: true }))
    const [first, last] = [points[0] as P, points.at(-1) as P]
    const around = [
      ...sides[0],
      ...capPoints(points.at(-2) as P, last, half, cap),
      ...sides[1],
      ...capPoints(points[1] as P, first, half, cap),
    ]
    return [{ points: Float64Array.from(around.flat()), closed: true }]
  })
}

/** Drops repeated points. */
function tidy({ points, closed }: Outline): P[] {
  const out: P[] = []
  for (let n = 0; n < points.length; n += 2) {
    const p: P = [points[n] as number, points[n + 1] as number]
    const last = out.at(-1)
    if (!last || lengthOf(p[0] - last[0], p[1] - last[1]) > 1e-4) out.push(p)
  }
  const [first, last] = [out[0], out.at(-1)]
  if (closed && first && last && out.length > 2 && lengthOf(first[0] - last[0], first[1] - last[1]) <= 1e-4)
    out.pop()
  return out
}

const normal = (a: P, b: P): P => {
  const l = lengthOf(b[0] - a[0], b[1] - a[1]) || 1
  return [(b[1] - a[1]) / l, -(b[0] - a[0]) / l]
}

/** The left side of a line of points, joins included. */
function side(points: readonly P[], closed: boolean, half: number, join: Stroke['join']): P[] {
  const out: P[] = []
  const count = points.length
  const at = (n: number) => points[(n + count) % count] as P
  const off = (p: P, n: P): P => [p[0] + n[0] * half, p[1] + n[1] * half]
  for (let n = 0; n < count; n++) {
    const here = at(n)
    if (!closed && (n === 0 || n === count - 1)) {
      out.push(off(here, n === 0 ? normal(here, at(1)) : normal(at(n - 1), here)))
      continue
    }
    const [before, after] = [normal(at(n - 1), here), normal(here, at(n + 1))]
    const turn = before[0] * after[1] - before[1] * after[0]
    const cosine = before[0] * after[0] + before[1] * after[1]
    const miter: P = [
      here[0] + ((before[0] + after[0]) * half) / (1 + cosine),
      here[1] + ((before[1] + after[1]) * half) / (1 + cosine),
    ]
    const reach = Math.min(
      lengthOf(here[0] - at(n - 1)[0], here[1] - at(n - 1)[1]),
      lengthOf(at(n + 1)[0] - here[0], at(n + 1)[1] - here[1]),
    )
    if (turn < 0 && cosine > -0.999) {
      // The inner side: the crossing of both sides where it lies within the segments, else by way of the point itself.
      if (lengthOf(miter[0] - here[0], miter[1] - here[1]) <= Math.max(reach, half)) out.push(miter)
      else out.push(off(here, before), here, off(here, after))
      continue
    }
    if (cosine > 0.9999) out.push(off(here, after))
    else if (join === 'round')
      out.push(off(here, before), ...arcPoints(here, before, after, half), off(here, after))
    else if (join === 'miter' && 2 / (1 + cosine) <= 16) out.push(miter)
    else out.push(off(here, before), off(here, after))
  }
  return out
}

function capPoints(before: P, end: P, half: number, cap: Stroke['cap']): P[] {
  const n = normal(before, end)
  const forward: P = [-n[1], n[0]]
  if (cap === 'butt') return []
  if (cap === 'square')
    return [
      [end[0] + (n[0] + forward[0]) * half, end[1] + (n[1] + forward[1]) * half],
      [end[0] + (forward[0] - n[0]) * half, end[1] + (forward[1] - n[1]) * half],
    ]
  const tip: P = [end[0] + forward[0] * half, end[1] + forward[1] * half]
  return [...arcPoints(end, n, forward, half), tip, ...arcPoints(end, forward, [-n[0], -n[1]], half)]
}
