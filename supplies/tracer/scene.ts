import {
  add,
  box,
  cross,
  curve,
  lathe,
  leaf,
  Mesh,
  quad,
  random,
  times,
  tube,
  unit,
  type Vector,
} from './geometry'
import type { Material } from './materials'

export type Camera = {
  from: Vector
  to: Vector
  /** vertical angle of view, degrees */
  angle: number
  /** lens radius, dm */
  lens?: number
  focus?: Vector
}
type Light = { corner: Vector; a: Vector; b: Vector; light: readonly [number, number, number] }

/** What one picture shows. Built by calling the helpers in order, then traced. */
export class Scene {
  mesh = new Mesh()
  materials: Material[] = []
  lights: Light[] = []
  camera: Camera = { from: [0, 3, 12], to: [0, 2, 0], angle: 25 }
  /** Light of the surroundings from above and below. */
  sky: readonly [number, number, number] = [0.35, 0.36, 0.4]
  ground: readonly [number, number, number] = [0.25, 0.22, 0.2]
  /** Cutouts leave the surroundings transparent. */
  cutout = false
  exposure = 1

  material(m: Material): number {
    return this.materials.push(m) - 1
  }

  /** A soft light: a rectangle whose face is a × b. */
  light(corner: Vector, a: Vector, b: Vector, light: readonly [number, number, number]): void {
    this.lights.push({ corner, a, b, light })
    quad(this.mesh, corner, a, b, this.material({ colour: '#000000', kind: 'light', light, unseen: true }))
  }

  /** A light at `at` that looks at `target`. */
  lamp(
    at: Vector,
    target: Vector,
    width: number,
    height: number,
    light: readonly [number, number, number],
  ): void {
    const forward = unit(add(target, times(at, -1)))
    const side = unit(cross(forward, [0, 1, 0.001]))
    const up = cross(side, forward)
    this.light(
      add(at, add(times(side, -width / 2), times(up, -height / 2))),
      times(up, height),
      times(side, width),
      light,
    )
    const last = this.lights.at(-1)
    if (last) {
      const n = cross(last.a, last.b)
      if (n[0] * forward[0] + n[1] * forward[1] + n[2] * forward[2] < 0) [last.a, last.b] = [last.b, last.a]
    }
  }
}

// ---- pots ----
export type Profile = readonly (readonly [number, number])[]
const wall = 0.07
/** Closes an outer profile with an inner wall, so that pots are hollow. */
const hollow = (outer: Profile, floor = 0.12): Profile => {
  const rim = outer.at(-1) as readonly [number, number]
  const inner = [...outer]
    .reverse()
    .filter(([, y]) => y > floor + 0.08)
    .map(([r, y]) => [Math.max(r - wall, 0.02), y] as const)
  return [
    [0, 0.03],
    [outer[0]?.[0] ?? 0.5, 0.0],
    ...outer,
    [rim[0] - wall * 0.35, rim[1] + 0.035],
    ...inner,
    [Math.max((inner.at(-1)?.[0] ?? 0.3) * 0.75, 0.02), floor],
    [0, floor],
  ]
}
export const profiles = {
  bottle: hollow([
    [0.62, 0.02],
    [0.86, 0.3],
    [0.98, 0.8],
    [0.9, 1.35],
    [0.52, 1.85],
    [0.3, 2.25],
    [0.27, 2.7],
    [0.33, 2.98],
    [0.4, 3.06],
  ]),
  tall: hollow([
    [0.5, 0.02],
    [0.58, 0.4],
    [0.72, 1.3],
    [0.8, 2.2],
    [0.74, 2.9],
    [0.55, 3.3],
    [0.46, 3.5],
    [0.5, 3.66],
  ]),
  moon: hollow([
    [0.5, 0.02],
    [0.95, 0.35],
    [1.25, 0.95],
    [1.25, 1.45],
    [0.95, 2.02],
    [0.5, 2.32],
    [0.42, 2.42],
    [0.46, 2.52],
  ]),
  gourd: hollow([
    [0.5, 0.02],
    [0.85, 0.35],
    [0.95, 0.8],
    [0.7, 1.3],
    [0.44, 1.6],
    [0.5, 1.9],
    [0.56, 2.1],
    [0.42, 2.4],
    [0.3, 2.6],
    [0.36, 2.76],
  ]),
  bowl: hollow(
    [
      [0.42, 0.02],
      [0.46, 0.14],
      [0.85, 0.36],
      [1.2, 0.72],
      [1.34, 1.02],
    ],
    0.2,
  ),
  wide: hollow(
    [
      [0.5, 0.02],
      [0.54, 0.12],
      [1.1, 0.3],
      [1.6, 0.56],
      [1.78, 0.76],
    ],
    0.18,
  ),
  cup: hollow([
    [0.4, 0.02],
    [0.5, 0.12],
    [0.56, 0.5],
    [0.57, 0.9],
    [0.6, 1.14],
  ]),
  beaker: hollow([
    [0.36, 0.02],
    [0.42, 0.2],
    [0.5, 0.7],
    [0.55, 1.2],
    [0.58, 1.4],
  ]),
  plate: hollow(
    [
      [0.8, 0.02],
      [0.86, 0.06],
      [1.4, 0.16],
      [1.72, 0.27],
    ],
    0.08,
  ),
  pitcher: hollow([
    [0.55, 0.02],
    [0.78, 0.3],
    [0.88, 0.9],
    [0.76, 1.5],
    [0.56, 1.95],
    [0.56, 2.3],
    [0.66, 2.6],
  ]),
  pot: hollow([
    [0.6, 0.02],
    [0.92, 0.22],
    [1.08, 0.62],
    [1.0, 1.02],
    [0.66, 1.3],
    [0.5, 1.34],
  ]),
  holder: hollow([
    [0.9, 0.02],
    [0.94, 0.08],
    [0.5, 0.2],
    [0.24, 0.42],
    [0.24, 0.62],
    [0.36, 0.82],
    [0.38, 0.9],
  ]),
} satisfies Record<string, Profile>

export const pot = (s: Scene, profile: Profile, at: Vector, material: number, size = 1): void =>
  lathe(
    s.mesh,
    profile.map(([r, y]) => [r * size, y * size] as const),
    at,
    material,
  )

/** A handle from one height to another on the right of a pot, turned by `turn` degrees. */
export function handle(
  s: Scene,
  at: Vector,
  from: readonly [number, number],
  to: readonly [number, number],
  reach: number,
  material: number,
  turn = 0,
  thick = 0.085,
): void {
  const points: [number, number, number][] = [
    [from[0] - 0.06, from[1], 0],
    [from[0] + reach * 0.55, from[1] + 0.06, 0],
    [from[0] + reach, from[1] * 0.62 + to[1] * 0.38, 0],
    [(from[0] + to[0]) / 2 + reach * 0.8, from[1] * 0.25 + to[1] * 0.75, 0],
    [to[0] - 0.05, to[1], 0],
  ]
  const [c, k] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)]
  const path = curve(points, 14).map(([x, y, z]) => add(at, [x * c - z * k, y, x * k + z * c]))
  tube(s.mesh, path, (t) => thick * (1 + 0.35 * Math.abs(t - 0.5)), material, 20, 1.35)
}

// ---- plants ----
type Plant = {
  leaf: number
  stem: number
  seed: number
  height: number
  lean?: number
  turn?: number
  count?: number
  length?: number
  width?: number
  shape?: number
  pair?: boolean
  thick?: number
  droop?: number
  start?: number
  curl?: number
}
/** One stem with leaves from `at` upward. */
export function sprig(s: Scene, at: Vector, p: Plant): void {
  const rnd = random(p.seed)
  const lean = p.lean ?? 0.3
  const turn = ((p.turn ?? 0) * Math.PI) / 180
  const points: Vector[] = []
  for (let n = 0; n <= 5; n++) {
    const t = n / 5
    const away = lean * p.height * t ** 1.7
    const wobble = (rnd() - 0.5) * 0.06 * p.height * t
    points.push(
      add(at, [
        Math.cos(turn) * away + wobble,
        p.height * (t - (p.droop ?? 0.1) * t * t * t),
        Math.sin(turn) * away + (rnd() - 0.5) * 0.06 * p.height * t,
      ]),
    )
  }
  const path = curve(points, 8)
  const thick = p.thick ?? 0.022
  tube(s.mesh, path, (t) => thick * (1.15 - t * 0.85), p.stem, 8)
  const count = p.count ?? 14
  for (let n = 0; n < count; n++) {
    const t = (p.start ?? 0.28) + (1 - (p.start ?? 0.28)) * (n / (count - 1))
    const index = Math.min(path.length - 2, Math.floor(t * (path.length - 1)))
    const here = path[index] as Vector
    const forward = unit(add(path[index + 1] as Vector, times(here, -1)))
    const size =
      (p.length ?? 0.6) * (0.65 + 0.5 * Math.sin(Math.PI * (0.25 + t * 0.68))) * (0.85 + rnd() * 0.3)
    const sides = p.pair ? [0, Math.PI] : [n % 2 ? Math.PI : 0]
    for (const side of n === count - 1 ? [Math.PI / 2] : sides) {
      const around = side + (rnd() - 0.5) * 1.1 + (p.pair ? (n % 2) * 1.3 : 0) + turn
      const out: Vector = unit([Math.cos(around), 0.1 + rnd() * 0.2, Math.sin(around)])
      const spread = n === count - 1 ? 0.1 : 0.85
      const along = unit(add(times(forward, 1 - spread * 0.55), times(out, spread)))
      const face = unit(add(forward, times([rnd() - 0.5, rnd() - 0.5, rnd() - 0.3], 0.9)))
      leaf(
        s.mesh,
        here,
        along,
        face,
        size,
        size * (p.width ?? 0.36),
        (p.curl ?? 0.25) * (0.6 + rnd() * 0.8),
        0.25,
        p.leaf,
        p.shape ?? 0.42,
      )
    }
  }
}

/** A plume of dry grass: a thin stem with many thin seeds. */
export function grass(
  s: Scene,
  at: Vector,
  p: { stem: number; seed: number; height: number; lean: number; turn: number; plume?: number },
): void {
  const rnd = random(p.seed)
  const turn = (p.turn * Math.PI) / 180
  const points: Vector[] = Array.from({ length: 6 }, (_, n) => {
    const t = n / 5
    const away = p.lean * p.height * t * t
    return add(at, [Math.cos(turn) * away, p.height * (t - 0.12 * t ** 3), Math.sin(turn) * away])
  })
  const path = curve(points, 8)
  tube(s.mesh, path, (t) => 0.012 * (1.1 - t * 0.8), p.stem, 6)
  const plume = p.plume ?? 90
  for (let n = 0; n < plume; n++) {
    const t = 0.6 + 0.4 * (n / plume)
    const index = Math.min(path.length - 2, Math.floor(t * (path.length - 1)))
    const here = path[index] as Vector
    const forward = unit(add(path[index + 1] as Vector, times(here, -1)))
    const around = rnd() * Math.PI * 2
    const along = unit(add(forward, times([Math.cos(around), 0.15, Math.sin(around)], 0.35 + 0.3 * rnd())))
    leaf(
      s.mesh,
      here,
      along,
      [rnd() - 0.5, rnd() - 0.5, rnd() - 0.5],
      0.2 + 0.22 * rnd() * (1.3 - t),
      0.03,
      0.3,
      0.1,
      p.stem,
      0.5,
    )
  }
}

// ---- surroundings ----
/** A table or floor with a wall behind it. */
export function room(
  s: Scene,
  table: Material,
  wallMaterial: Material,
  depth = 4,
  edge?: { front: number; height: number },
): void {
  const t = s.material(table)
  if (edge) box(s.mesh, [-14, -edge.height, -depth], [14, 0, edge.front], t, 0.05)
  else quad(s.mesh, [-20, 0, 16], [40, 0, 0], [0, 0, -16 - depth], t)
  quad(s.mesh, [-20, -6, -depth], [40, 0, 0], [0, 26, 0], s.material(wallMaterial))
}

export const looks = {
  oak: {
    colour: '#b98a58',
    second: '#7f5630',
    pattern: 'wood',
    scale: 1.1,
    amount: 0.75,
    roughness: 0.42,
    coat: 0.7,
  },
  walnut: {
    colour: '#7a5236',
    second: '#4a2f1e',
    pattern: 'wood',
    scale: 1.2,
    amount: 0.8,
    roughness: 0.36,
    coat: 0.8,
  },
  pale: {
    colour: '#e4d2b4',
    second: '#cdb38c',
    pattern: 'wood',
    scale: 1,
    amount: 0.6,
    roughness: 0.5,
    coat: 0.5,
  },
  plaster: {
    colour: '#e6dccb',
    second: '#d4c6b1',
    pattern: 'plaster',
    scale: 0.7,
    amount: 0.7,
    bump: 0.12,
    bumpScale: 3,
    roughness: 0.9,
  },
  clayWall: {
    colour: '#c98a63',
    second: '#b0714c',
    pattern: 'plaster',
    scale: 0.6,
    amount: 0.8,
    bump: 0.16,
    bumpScale: 2.4,
    roughness: 0.9,
  },
  blueWall: {
    colour: '#7fa3a5',
    second: '#6a8f93',
    pattern: 'plaster',
    scale: 0.6,
    amount: 0.7,
    bump: 0.12,
    bumpScale: 2.6,
  },
  greenWall: {
    colour: '#405c50',
    second: '#34493f',
    pattern: 'plaster',
    scale: 0.5,
    amount: 0.7,
    bump: 0.12,
    bumpScale: 2.6,
  },
  darkWall: {
    colour: '#3a302e',
    second: '#2c2423',
    pattern: 'plaster',
    scale: 0.6,
    amount: 0.7,
    bump: 0.1,
    bumpScale: 2,
  },
  pinkWall: {
    colour: '#dcaa97',
    second: '#cf9883',
    pattern: 'plaster',
    scale: 0.6,
    amount: 0.7,
    bump: 0.1,
    bumpScale: 2.4,
  },
  linen: {
    colour: '#e8e0d2',
    second: '#cfc4b2',
    pattern: 'cloth',
    scale: 150,
    amount: 0.55,
    bump: 0.08,
    bumpScale: 9,
    roughness: 0.9,
  },
  copper: {
    colour: '#b4562a',
    second: '#f0b27a',
    third: '#5e2413',
    pattern: 'reactive',
    scale: 2.2,
    amount: 0.55,
    threshold: 0.62,
    roughness: 0.2,
    coat: 1,
    rings: 34,
    ringDepth: 0.05,
  },
  tenmoku: {
    colour: '#3b1d12',
    second: '#9a4d22',
    third: '#120a08',
    pattern: 'reactive',
    scale: 2.4,
    amount: 0.6,
    threshold: 0.75,
    roughness: 0.12,
    coat: 1,
    rings: 30,
    ringDepth: 0.04,
  },
  celadon: {
    colour: '#a9c3a6',
    second: '#8bab8f',
    third: '#c9d8c0',
    pattern: 'reactive',
    scale: 1.6,
    amount: 0.4,
    threshold: 0.3,
    roughness: 0.13,
    coat: 1,
    rings: 26,
    ringDepth: 0.03,
  },
  cobalt: {
    colour: '#24407e',
    second: '#6d8fc0',
    third: '#101f49',
    pattern: 'reactive',
    scale: 2,
    amount: 0.5,
    threshold: 0.7,
    roughness: 0.14,
    coat: 1,
    rings: 28,
    ringDepth: 0.04,
  },
  teal: {
    colour: '#1f6a6c',
    second: '#72b0a6',
    third: '#0f3d44',
    pattern: 'reactive',
    scale: 2.1,
    amount: 0.5,
    threshold: 0.66,
    roughness: 0.14,
    coat: 1,
    rings: 30,
    ringDepth: 0.035,
  },
  cream: {
    colour: '#efe5d0',
    second: '#7b5a3c',
    third: '#e0cfae',
    pattern: 'speckle',
    scale: 17,
    amount: 0.16,
    roughness: 0.26,
    coat: 0.95,
    rings: 30,
    ringDepth: 0.035,
  },
  ash: {
    colour: '#d9d6cd',
    second: '#3f3a36',
    third: '#c2bdb0',
    pattern: 'speckle',
    scale: 24,
    amount: 0.12,
    roughness: 0.32,
    coat: 0.85,
    rings: 34,
    ringDepth: 0.045,
  },
  dipBlue: {
    colour: '#4f7ea6',
    second: '#c99a6c',
    third: '#8fb4cc',
    pattern: 'dip',
    scale: 20,
    amount: 0.1,
    threshold: 0.3,
    roughness: 0.15,
    coat: 1,
    rings: 32,
    ringDepth: 0.04,
  },
  dipWhite: {
    colour: '#f1ebdd',
    second: '#b9774c',
    third: '#e2d6bf',
    pattern: 'dip',
    scale: 22,
    amount: 0.1,
    threshold: 0.34,
    roughness: 0.22,
    coat: 1,
    rings: 32,
    ringDepth: 0.045,
  },
  dipGreen: {
    colour: '#6d8f6a',
    second: '#d3ab80',
    third: '#a8c09a',
    pattern: 'dip',
    scale: 20,
    amount: 0.08,
    threshold: 0.28,
    roughness: 0.16,
    coat: 1,
    rings: 32,
    ringDepth: 0.04,
  },
  dipRose: {
    colour: '#d48e84',
    second: '#e0bd98',
    third: '#eab9ac',
    pattern: 'dip',
    scale: 20,
    amount: 0.08,
    threshold: 0.36,
    roughness: 0.2,
    coat: 1,
    rings: 32,
    ringDepth: 0.04,
  },
  raw: {
    colour: '#c08a63',
    second: '#a8744f',
    pattern: 'plaster',
    scale: 3,
    amount: 0.5,
    bump: 0.1,
    bumpScale: 14,
    roughness: 0.8,
    coat: 0.12,
    rings: 40,
    ringDepth: 0.09,
  },
  white: {
    colour: '#ece8df',
    second: '#ded8cb',
    pattern: 'plaster',
    scale: 2,
    amount: 0.4,
    bump: 0.04,
    bumpScale: 16,
    roughness: 0.55,
    coat: 0.35,
    rings: 36,
    ringDepth: 0.05,
  },
  banded: {
    colour: '#ede3cf',
    second: '#2f5573',
    pattern: 'band',
    scale: 0.1,
    amount: 0.9,
    threshold: 0.62,
    roughness: 0.2,
    coat: 1,
    rings: 30,
    ringDepth: 0.035,
  },
  glass: { colour: '#dff0ea', kind: 'glass' },
  olive: {
    colour: '#5f7350',
    second: '#8b9b6e',
    third: '#a9b48c',
    pattern: 'leaf',
    amount: 0.7,
    kind: 'leaf',
    through: 0.3,
    roughness: 0.4,
    coat: 0.35,
  },
  eucalyptus: {
    colour: '#7d9a8c',
    second: '#a6b9a2',
    third: '#b9c8b4',
    pattern: 'leaf',
    amount: 0.6,
    kind: 'leaf',
    through: 0.25,
    roughness: 0.5,
    coat: 0.25,
  },
  fern: {
    colour: '#3f6a35',
    second: '#6d9440',
    third: '#8fb45c',
    pattern: 'leaf',
    amount: 0.7,
    kind: 'leaf',
    through: 0.35,
    roughness: 0.38,
    coat: 0.4,
  },
  rust: {
    colour: '#b0572b',
    second: '#d99848',
    third: '#7a3318',
    pattern: 'leaf',
    amount: 0.9,
    kind: 'leaf',
    through: 0.3,
    roughness: 0.5,
    coat: 0.25,
  },
  straw: {
    colour: '#d9bd85',
    second: '#b9935a',
    pattern: 'leaf',
    amount: 0.6,
    kind: 'leaf',
    through: 0.3,
    roughness: 0.7,
  },
  stem: { colour: '#6b5a3a', second: '#8a7a50', pattern: 'plaster', scale: 4, amount: 0.5, roughness: 0.7 },
  dark: { colour: '#241c18', roughness: 0.8 },
} satisfies Record<string, Material>
