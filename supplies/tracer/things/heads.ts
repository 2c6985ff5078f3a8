import { add, ball, cross, curve, leaf, random, sheet, times, tube, unit, type Vector } from '../geometry'
import type { Material } from '../materials'
import type { Scene } from '../scene'

/** A petal: from its base colour to that of its tip, light shining through. */
const petal = (colour: string, tip: string, through = 0.32): Material => ({
  colour,
  second: tip,
  third: colour,
  pattern: 'leaf',
  amount: 1,
  kind: 'leaf',
  through,
  roughness: 0.6,
  coat: 0.12,
})
export const GREEN: Material = {
  colour: '#4f7040',
  second: '#7d9a58',
  third: '#94ad6c',
  pattern: 'leaf',
  amount: 0.7,
  kind: 'leaf',
  through: 0.25,
  roughness: 0.5,
  coat: 0.2,
}
export const STALK: Material = {
  colour: '#5c7a43',
  second: '#7b945a',
  pattern: 'plaster',
  scale: 4,
  amount: 0.5,
  roughness: 0.6,
}
const soft = (colour: string, second: string): Material => ({
  colour,
  second,
  pattern: 'speckle',
  scale: 22,
  amount: 0.5,
  roughness: 0.9,
  bump: 0.5,
  bumpScale: 30,
})

type Ring = {
  count: number
  length: number
  width: number
  /** Away from the axis, degrees: 0 stands up, 90 lies flat. */
  tilt: number
  curl?: number
  fold?: number
  shape?: number
  /** How far from the axis it begins, and how high. */
  out?: number
  up?: number
  jitter?: number
}
/** Directions across an axis. */
function frameOf(axis: Vector): [Vector, Vector] {
  const side = unit(cross(Math.abs(axis[1]) > 0.9 ? [1, 0, 0.2] : [0, 1, 0], axis))
  return [side, cross(axis, side)]
}
/** Petals around an axis. */
export function petals(s: Scene, at: Vector, axis: Vector, ring: Ring, material: number, seed: number): void {
  const rnd = random(seed)
  const a = unit(axis)
  const [x, y] = frameOf(a)
  const turn = rnd() * 6.28
  const jitter = ring.jitter ?? 0.12
  for (let n = 0; n < ring.count; n++) {
    const phi = turn + (n / ring.count) * Math.PI * 2 + (rnd() - 0.5) * jitter
    const tilt = ((ring.tilt + (rnd() - 0.5) * jitter * 90) * Math.PI) / 180
    const out = add(times(x, Math.cos(phi)), times(y, Math.sin(phi)))
    const along = add(times(a, Math.cos(tilt)), times(out, Math.sin(tilt)))
    const inner = add(times(out, -Math.cos(tilt)), times(a, Math.sin(tilt)))
    const size = 1 + (rnd() - 0.5) * jitter
    leaf(
      s.mesh,
      add(at, add(times(out, ring.out ?? 0), times(a, ring.up ?? 0))),
      along,
      inner,
      ring.length * size,
      ring.width * size,
      (ring.curl ?? 0) * (0.8 + rnd() * 0.4),
      ring.fold ?? 0.1,
      material,
      ring.shape ?? 0.55,
    )
  }
}
/** Thin threads with heads, as in the middle of many flowers. */
function stamens(
  s: Scene,
  at: Vector,
  axis: Vector,
  count: number,
  length: number,
  spread: number,
  colours: [number, number],
  seed: number,
): void {
  const rnd = random(seed)
  const a = unit(axis)
  const [x, y] = frameOf(a)
  for (let n = 0; n < count; n++) {
    const phi = (n / count) * 6.283 + rnd() * 0.3
    const out = add(times(x, Math.cos(phi)), times(y, Math.sin(phi)))
    const l = length * (0.75 + rnd() * 0.4)
    const tip = add(at, add(times(a, l), times(out, spread * (0.5 + rnd() * 0.6))))
    tube(
      s.mesh,
      curve([at, add(at, add(times(a, l * 0.6), times(out, spread * 0.25))), tip], 4),
      () => 0.012,
      colours[0],
      6,
    )
    ball(s.mesh, tip, 0.034, colours[1], 1, 8)
  }
}
/** A stalk from the ground to a head; gives the direction there. */
export function stalk(
  s: Scene,
  from: Vector,
  to: Vector,
  bend: number,
  material: number,
  thick = 0.045,
): Vector {
  const middle = add(times(add(from, to), 0.5), [bend, 0, bend * 0.3])
  const path = curve([from, middle, to], 12)
  tube(s.mesh, path, (t) => thick * (1.1 - t * 0.35), material, 10)
  const [p, q] = [path.at(-3) as Vector, path.at(-1) as Vector]
  return unit(add(q, times(p, -1)))
}

export type Head = (s: Scene, at: Vector, axis: Vector, size: number, seed: number) => void
const ring = (s: Scene, at: Vector, axis: Vector, k: number, r: Ring, m: number, seed: number) =>
  petals(
    s,
    at,
    axis,
    { ...r, length: r.length * k, width: r.width * k, out: (r.out ?? 0) * k, up: (r.up ?? 0) * k },
    m,
    seed,
  )
const many = (
  colours: readonly [string, string],
  rings: readonly Ring[],
  middle?: (s: Scene, at: Vector, axis: Vector, k: number) => void,
): Head => {
  return (s, at, axis, k, seed) => {
    const m = s.material(petal(...colours))
    rings.forEach((r, n) => ring(s, at, axis, k, r, m, seed * 17 + n))
    middle?.(s, at, axis, k)
  }
}
/** A dome in the middle of a flower, facing along its axis. */
function dome(s: Scene, at: Vector, axis: Vector, radius: number, height: number, material: number): void {
  const a = unit(axis)
  const [x, y] = frameOf(a)
  sheet(
    s.mesh,
    (u, v) => {
      const [phi, t] = [u * Math.PI * 2, (v * Math.PI) / 2]
      const out = add(times(x, Math.cos(phi)), times(y, Math.sin(phi)))
      return add(at, add(times(out, radius * Math.cos(t)), times(a, height * Math.sin(t))))
    },
    material,
    32,
    10,
  )
}
const button =
  (colour: string, second: string, radius: number, height: number, up = 0.02) =>
  (s: Scene, at: Vector, axis: Vector, k: number) =>
    dome(
      s,
      add(at, times(unit(axis), up * k)),
      axis,
      radius * k,
      height * k,
      s.material(soft(colour, second)),
    )

export const heads = {
  daisy: many(
    ['#fbf6ea', '#ffffff'],
    [
      { count: 17, length: 0.62, width: 0.17, tilt: 84, curl: 0.14, out: 0.12, shape: 0.62 },
      { count: 14, length: 0.56, width: 0.16, tilt: 72, curl: 0.16, out: 0.1, up: 0.03, shape: 0.62 },
    ],
    button('#e7b13a', '#b9791c', 0.2, 0.12),
  ),
  sunflower: many(
    ['#e9a51f', '#f7cf4c'],
    [
      { count: 22, length: 0.78, width: 0.25, tilt: 86, curl: 0.2, out: 0.36, shape: 0.5 },
      { count: 20, length: 0.7, width: 0.24, tilt: 70, curl: 0.24, out: 0.34, up: 0.03, shape: 0.5 },
    ],
    button('#4a2d17', '#8a5a26', 0.46, 0.16),
  ),
  poppy: (s, at, axis, k, seed) => {
    const m = s.material(petal('#c8321f', '#ee6546', 0.42))
    ring(
      s,
      at,
      axis,
      k,
      { count: 4, length: 0.78, width: 0.98, tilt: 58, curl: -0.35, fold: 0.22, shape: 0.62 },
      m,
      seed,
    )
    ring(
      s,
      at,
      axis,
      k,
      { count: 4, length: 0.72, width: 0.86, tilt: 40, curl: -0.25, fold: 0.2, shape: 0.62, up: 0.03 },
      m,
      seed + 5,
    )
    ball(
      s.mesh,
      add(at, times(unit(axis), 0.16 * k)),
      0.12 * k,
      s.material(soft('#5f6d3c', '#2c3320')),
      1,
      20,
    )
    const dark = s.material({ colour: '#231815', roughness: 0.9 })
    stamens(s, add(at, times(unit(axis), 0.05 * k)), axis, 26, 0.24 * k, 0.3 * k, [dark, dark], seed)
  },
  tulip: many(
    ['#c9453a', '#ee9a7c'],
    [
      { count: 3, length: 0.98, width: 0.62, tilt: 15, curl: -0.2, fold: 0.5, shape: 0.46, out: 0.1 },
      { count: 3, length: 0.94, width: 0.6, tilt: 10, curl: -0.16, fold: 0.5, shape: 0.46, out: 0.06 },
    ],
  ),
  rose: many(
    ['#b8414c', '#e58b8b'],
    [
      {
        count: 5,
        length: 0.62,
        width: 0.66,
        tilt: 66,
        curl: 0.34,
        fold: 0.14,
        shape: 0.66,
        out: 0.08,
        jitter: 0.16,
      },
      {
        count: 6,
        length: 0.6,
        width: 0.6,
        tilt: 46,
        curl: 0.1,
        fold: 0.26,
        shape: 0.66,
        out: 0.09,
        up: 0.04,
      },
      {
        count: 5,
        length: 0.58,
        width: 0.54,
        tilt: 28,
        curl: -0.2,
        fold: 0.4,
        shape: 0.66,
        out: 0.08,
        up: 0.07,
      },
      {
        count: 4,
        length: 0.52,
        width: 0.46,
        tilt: 14,
        curl: -0.4,
        fold: 0.55,
        shape: 0.66,
        out: 0.06,
        up: 0.1,
      },
      {
        count: 3,
        length: 0.44,
        width: 0.36,
        tilt: 5,
        curl: -0.5,
        fold: 0.7,
        shape: 0.66,
        out: 0.03,
        up: 0.12,
      },
    ],
  ),
  peony: many(
    ['#d77f94', '#f7d3d5'],
    [
      {
        count: 8,
        length: 0.66,
        width: 0.56,
        tilt: 80,
        curl: -0.1,
        fold: 0.16,
        shape: 0.66,
        out: 0.08,
        jitter: 0.24,
      },
      {
        count: 9,
        length: 0.62,
        width: 0.5,
        tilt: 60,
        curl: -0.3,
        fold: 0.26,
        shape: 0.68,
        out: 0.1,
        up: 0.05,
        jitter: 0.28,
      },
      {
        count: 10,
        length: 0.58,
        width: 0.42,
        tilt: 42,
        curl: -0.34,
        fold: 0.34,
        shape: 0.7,
        out: 0.1,
        up: 0.08,
        jitter: 0.32,
      },
      {
        count: 10,
        length: 0.54,
        width: 0.36,
        tilt: 26,
        curl: -0.36,
        fold: 0.44,
        shape: 0.7,
        out: 0.08,
        up: 0.12,
        jitter: 0.34,
      },
      {
        count: 8,
        length: 0.48,
        width: 0.3,
        tilt: 12,
        curl: -0.4,
        fold: 0.5,
        shape: 0.7,
        out: 0.05,
        up: 0.14,
        jitter: 0.34,
      },
    ],
  ),
  lily: (s, at, axis, k, seed) => {
    const m = s.material(petal('#f2e6cf', '#fffaf0'))
    ring(
      s,
      at,
      axis,
      k,
      { count: 3, length: 1.15, width: 0.42, tilt: 48, curl: 0.5, fold: 0.3, shape: 0.5 },
      m,
      seed,
    )
    ring(
      s,
      at,
      axis,
      k,
      { count: 3, length: 1.1, width: 0.36, tilt: 40, curl: 0.55, fold: 0.3, shape: 0.5 },
      m,
      seed + 2,
    )
    stamens(
      s,
      at,
      axis,
      6,
      0.72 * k,
      0.3 * k,
      [s.material(STALK), s.material({ colour: '#a5582a', roughness: 0.9 })],
      seed,
    )
  },
  dahlia: many(
    ['#b9542c', '#f0a45c'],
    [
      { count: 16, length: 0.66, width: 0.24, tilt: 96, fold: 0.5, shape: 0.6, out: 0.06 },
      { count: 16, length: 0.62, width: 0.23, tilt: 80, fold: 0.55, shape: 0.6, out: 0.06, up: 0.04 },
      { count: 15, length: 0.56, width: 0.21, tilt: 64, fold: 0.6, shape: 0.6, out: 0.06, up: 0.07 },
      { count: 13, length: 0.48, width: 0.18, tilt: 46, fold: 0.65, shape: 0.6, out: 0.05, up: 0.1 },
      {
        count: 10,
        length: 0.38,
        width: 0.15,
        tilt: 26,
        curl: -0.2,
        fold: 0.7,
        shape: 0.6,
        out: 0.03,
        up: 0.12,
      },
      { count: 6, length: 0.28, width: 0.12, tilt: 10, curl: -0.3, fold: 0.7, shape: 0.6, up: 0.13 },
    ],
  ),
  anemone: (s, at, axis, k, seed) => {
    const m = s.material(petal('#dfe0f0', '#ffffff'))
    ring(
      s,
      at,
      axis,
      k,
      { count: 5, length: 0.72, width: 0.58, tilt: 70, curl: -0.2, fold: 0.18, shape: 0.6, out: 0.06 },
      m,
      seed,
    )
    ring(
      s,
      at,
      axis,
      k,
      {
        count: 5,
        length: 0.66,
        width: 0.52,
        tilt: 56,
        curl: -0.2,
        fold: 0.2,
        shape: 0.6,
        out: 0.06,
        up: 0.03,
      },
      m,
      seed + 3,
    )
    const dark = s.material(soft('#252238', '#12101c'))
    ball(s.mesh, add(at, times(unit(axis), 0.08 * k)), 0.13 * k, dark, 0.8, 20)
    stamens(s, add(at, times(unit(axis), 0.03 * k)), axis, 22, 0.16 * k, 0.26 * k, [dark, dark], seed)
  },
  cornflower: many(
    ['#2f4a9c', '#6f8fdc'],
    [
      {
        count: 12,
        length: 0.66,
        width: 0.3,
        tilt: 66,
        curl: -0.1,
        fold: 0.5,
        shape: 0.78,
        out: 0.06,
        jitter: 0.3,
      },
      {
        count: 10,
        length: 0.5,
        width: 0.24,
        tilt: 42,
        curl: -0.1,
        fold: 0.5,
        shape: 0.78,
        out: 0.05,
        jitter: 0.3,
      },
      { count: 9, length: 0.36, width: 0.12, tilt: 20, fold: 0.4, shape: 0.7, jitter: 0.3 },
    ],
  ),
  blossom: (s, at, axis, k, seed) => {
    const m = s.material(petal('#eaa3ad', '#fdeeee', 0.4))
    ring(
      s,
      at,
      axis,
      k,
      { count: 5, length: 0.52, width: 0.44, tilt: 66, curl: -0.15, fold: 0.16, shape: 0.6, out: 0.03 },
      m,
      seed,
    )
    stamens(s, at, axis, 9, 0.22 * k, 0.14 * k, [m, s.material({ colour: '#d79a3a', roughness: 0.9 })], seed)
  },
  marigold: many(
    ['#cf6a12', '#f6a623'],
    [
      {
        count: 16,
        length: 0.5,
        width: 0.26,
        tilt: 92,
        curl: -0.1,
        fold: 0.4,
        shape: 0.72,
        out: 0.05,
        jitter: 0.3,
      },
      {
        count: 15,
        length: 0.46,
        width: 0.24,
        tilt: 70,
        curl: -0.2,
        fold: 0.5,
        shape: 0.72,
        out: 0.05,
        up: 0.06,
        jitter: 0.34,
      },
      {
        count: 13,
        length: 0.42,
        width: 0.22,
        tilt: 48,
        curl: -0.3,
        fold: 0.55,
        shape: 0.72,
        out: 0.04,
        up: 0.1,
        jitter: 0.36,
      },
      {
        count: 10,
        length: 0.34,
        width: 0.18,
        tilt: 22,
        curl: -0.3,
        fold: 0.6,
        shape: 0.72,
        up: 0.13,
        jitter: 0.36,
      },
    ],
  ),
} satisfies Record<string, Head>
