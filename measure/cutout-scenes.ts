import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { CHANNELS, develop, type Traced } from '../supplies/tracer/develop'
import { quad, random, type Vector } from '../supplies/tracer/geometry'
import type { Material } from '../supplies/tracer/materials'
import { grass, handle, looks, pot, profiles, room, Scene, sprig } from '../supplies/tracer/scene'
import { pack, trace } from '../supplies/tracer/trace'

/** A photo of one thing, or of some in a group, whose coverage is known exactly: traced once more with it white and its surroundings black. */
export type CutoutScene = {
  seed: number
  /** What makes it hard; empty for a clear one. */
  hard: string[]
  width: number
  height: number
  /** RGBA, opaque. */
  pixels: Uint8Array
  /** What the subject covers of each px, 0–255. */
  alpha: Uint8Array
}
type Look = keyof typeof looks
type Profile = keyof typeof profiles

const VESSELS: Profile[] = [
  'bottle',
  'tall',
  'moon',
  'gourd',
  'bowl',
  'cup',
  'beaker',
  'pitcher',
  'wide',
  'pot',
]
const GLAZES: Look[] = [
  'copper',
  'tenmoku',
  'celadon',
  'cobalt',
  'teal',
  'cream',
  'ash',
  'dipBlue',
  'dipWhite',
  'dipGreen',
  'dipRose',
  'banded',
]
const WALLS: Look[] = ['plaster', 'clayWall', 'blueWall', 'greenWall', 'darkWall', 'pinkWall']
const TABLES: Look[] = ['oak', 'walnut', 'pale', 'linen']
/** Glazes on walls that are hardly another colour. */
const NEAR: [Look, Look][] = [
  ['cream', 'plaster'],
  ['dipWhite', 'plaster'],
  ['ash', 'plaster'],
  ['tenmoku', 'darkWall'],
  ['raw', 'clayWall'],
  ['copper', 'clayWall'],
  ['dipRose', 'pinkWall'],
  ['teal', 'blueWall'],
  ['celadon', 'blueWall'],
]
/** Walls with more in them than a tone. */
const PATTERNS: Material[] = [
  {
    colour: '#d9cdb4',
    second: '#6f8f95',
    pattern: 'band',
    scale: 0.34,
    amount: 0.8,
    threshold: 0.5,
    roughness: 0.9,
  },
  { colour: '#b98a58', second: '#5e3a1e', pattern: 'wood', scale: 1.4, amount: 1, roughness: 0.8 },
  {
    colour: '#c9a58a',
    second: '#6a7d68',
    third: '#e0cfae',
    pattern: 'reactive',
    scale: 1.1,
    amount: 0.8,
    threshold: 0.4,
    roughness: 0.9,
  },
  {
    colour: '#dcd6c8',
    second: '#4a5a6a',
    third: '#b8b09c',
    pattern: 'speckle',
    scale: 5,
    amount: 0.3,
    roughness: 0.9,
  },
  { colour: '#a9b7a0', second: '#6f826c', pattern: 'plaster', scale: 2.6, amount: 1, roughness: 0.9 },
]
const FEATURES = ['near', 'shadow', 'pattern', 'stems'] as const

/** What a seed stands for: every third one is clear, the others have two of the features at least. */
function setUp(seed: number) {
  const rnd = random(seed * 7919 + 13)
  const pick = <T>(from: readonly T[]): T => from[Math.floor(rnd() * from.length)] as T
  const first = FEATURES[seed % 4] as (typeof FEATURES)[number]
  const others = FEATURES.filter((f) => f !== first)
  const hard = seed % 3 === 0 ? [] : [first, pick(others), ...(rnd() < 0.4 ? [pick(others)] : [])]
  const has = (f: (typeof FEATURES)[number]) => hard.includes(f)
  const near = pick(NEAR)
  const glaze = has('near') ? near[0] : pick(GLAZES)
  const far = (wall: Look) =>
    !NEAR.some(([g, w]) => g === glaze && w === wall) && !(wall === 'plaster' && glaze === 'celadon')
  const wall: Material = has('pattern')
    ? pick(PATTERNS)
    : looks[has('near') ? near[1] : pick(WALLS.filter(far))]
  const table: Material = looks[pick(TABLES)]
  const stems = has('stems')
  const vessel = pick(stems ? VESSELS.filter((v) => v !== 'wide' && v !== 'bowl') : VESSELS)
  const sizes = {
    at: [(rnd() - 0.5) * 0.8, 0, (rnd() - 0.5) * 0.6] as Vector,
    size: 0.85 + rnd() * 0.4,
    depth: 2.6 + rnd() * 3,
  }
  return {
    rnd,
    pick,
    hard: [...new Set<string>(hard)],
    has,
    glaze,
    wall,
    table,
    stems,
    vessel,
    handle: !stems && rnd() < 0.3,
    ...sizes,
  }
}

/** From this seed on scenes show several things that belong together, and now and then others behind them. */
export const SEVERAL = 5001
/** From this seed on it is stacks seen from above on an upright photo, with what does not belong to them beside and behind. */
export const STACKS = 8001
const BESIDE = VESSELS.filter((v) => v !== 'wide')
/** What joins the first thing of a scene: bowls stacked on it or things beside it, in its group. Gives how far it all reaches. */
function join(s: Scene, rnd: () => number, at: Vector, first: Reach, bowls: boolean, size: number): Reach {
  const pick = <T>(from: readonly T[]): T => from[Math.floor(rnd() * from.length)] as T
  let { left, right, top } = first
  const count = 1 + Math.floor(rnd() * 3)
  for (let n = 0; n < (bowls ? count + 1 : count); n++) {
    const material = s.material(looks[pick(GLAZES)])
    if (bowls) {
      const k = size * (1 - 0.03 * (n + 1))
      pot(s, profiles.bowl, [at[0] + (rnd() - 0.5) * 0.12, at[1] + 0.51 * size * (n + 1), at[2]], material, k)
      top = 0.51 * size * (n + 1) + 1.02 * k
      continue
    }
    const profile = profiles[pick(BESIDE)]
    const k = size * (0.6 + rnd() * 0.5)
    const wide = Math.max(...profile.map(([r]) => r)) * k
    const gap = 0.04 + rnd() ** 2 * 0.7
    const onLeft = rnd() < 0.5
    const x = onLeft ? left - gap - wide : right + gap + wide
    const foot: Vector = [x, 0, at[2] + (rnd() - 0.5)]
    pot(s, profile, foot, material, k)
    if (rnd() < 0.3)
      handle(s, foot, [wide * 0.8, 0.9 * k], [wide * 0.85, 0.3 * k], 0.4 * k, material, rnd() * 80 - 40, 0.08)
    if (onLeft) left = x - wide
    else right = x + wide
    top = Math.max(top, Math.max(...profile.map(([, y]) => y)) * k)
  }
  return { left, right, top }
}
type Reach = { left: number; right: number; top: number }
/** Things further back that do not belong to it. */
function behind(s: Scene, rnd: () => number, depth: number): void {
  for (let n = Math.floor(rnd() * 3); n > 0; n--) {
    const profile = profiles[VESSELS[Math.floor(rnd() * VESSELS.length)] as Profile]
    const material = s.material(looks[GLAZES[Math.floor(rnd() * GLAZES.length)] as Look])
    pot(s, profile, [(rnd() - 0.5) * 7, 0, -Math.min(3.2, depth - 1.1)], material, 0.7 + rnd() * 0.4)
  }
}

/** Bowls, plates now and then, one in the other to a stack; gives how far it reaches. */
function stack(s: Scene, rnd: () => number): Reach {
  const pick = <T>(from: readonly T[]): T => from[Math.floor(rnd() * from.length)] as T
  const count = 3 + Math.floor(rnd() * 4)
  const [step, shrink] = [0.42 + rnd() * 0.14, rnd() * 0.05]
  const first = 0.9 + rnd() * 0.35
  let [y, wide] = [0, 0]
  for (let n = 0; n < count; n++) {
    const profile = profiles[rnd() < 0.15 ? 'wide' : 'bowl']
    const k = first * (1 - shrink * n) * (profile === profiles.wide ? 0.75 : 1)
    pot(s, profile, [(rnd() - 0.5) * 0.16, y, (rnd() - 0.5) * 0.1], s.material(looks[pick(GLAZES)]), k)
    wide = Math.max(wide, Math.max(...profile.map(([r]) => r)) * k)
    y += step * k
  }
  return { left: -wide, right: wide, top: y + 0.6 * first }
}
/** What lies about a stack and is not of it: pots behind it on both sides, a sprig before it. */
function about(s: Scene, rnd: () => number, depth: number): void {
  const pick = <T>(from: readonly T[]): T => from[Math.floor(rnd() * from.length)] as T
  for (const side of [-1, 1])
    if (rnd() < 0.8) {
      const foot: Vector = [side * (2 + rnd() * 1.6), 0, -Math.min(depth - 1.1, 1.2 + rnd() * 2.4)]
      pot(s, profiles[pick(BESIDE)], foot, s.material(looks[pick(GLAZES)]), 0.8 + rnd() * 0.4)
    }
  if (rnd() < 0.75) {
    const side = rnd() < 0.5 ? -1 : 1
    const [leaf, stem] = [s.material(looks[pick(['olive', 'rust', 'fern'] as const)]), s.material(looks.stem)]
    const lying = { seed: Math.floor(rnd() * 999), height: 0.55, lean: 2.6, turn: rnd() * 360, droop: 0.6 }
    const leaves = { count: 9, length: 0.62, width: 0.42, start: 0.1 }
    sprig(s, [side * (1.5 + rnd() * 0.5), 0.05, 0.8 + rnd() * 0.5], { leaf, stem, ...lying, ...leaves })
  }
}
function buildStack(seed: number, told: boolean): Scene {
  const rnd = random(seed * 101 + 3)
  const { wall, table, depth } = setUp(seed)
  const s = new Scene()
  s.cutout = told
  const reach = stack(s, rnd)
  const own = s.materials.length
  about(s, rnd, depth)
  room(s, table, wall, depth)
  if (told) s.materials = s.materials.map((_, n) => (n < own ? WHITE : BLACK))
  const side = rnd() < 0.5 ? -1 : 1
  s.lamp([side * 7, 9, 6], [0, 1, 0], 3.6, 4, [19, 17, 14.4])
  s.lamp([-side * 8, 4, 6], [0, 1, 0], 4, 5, [2.6, 2.7, 3])
  s.sky = [0.36, 0.38, 0.4]
  const middle = reach.top * (0.42 + rnd() * 0.14)
  const from: Vector = [(rnd() - 0.5) * 2.4, middle + 1 + rnd() * 2.6, 12.5]
  const span = Math.max(reach.top * 1.15, (reach.right - reach.left) * 1.35) * (0.95 + rnd() * 0.75)
  const angle = (Math.atan(span / 2 / 12.5) * 360) / Math.PI
  s.camera = {
    from,
    to: [(rnd() - 0.5) * 0.5, middle, 0],
    angle,
    lens: 0.02 + rnd() * 0.12,
    focus: [0, 2, 0.6],
  }
  return s
}

const WHITE: Material = { colour: '#ffffff' }
const BLACK: Material = { colour: '#000000' }

/** The scene of a seed; `told` has its subject in white and all else in black, what hides some of it too. */
function build(seed: number, told: boolean): Scene {
  if (seed >= STACKS) return buildStack(seed, told)
  const { rnd, pick, has, glaze, wall, table, stems, at, size, depth, ...u } = setUp(seed)
  const group = seed >= SEVERAL ? random(seed * 101 + 3) : null
  const bowls = group !== null && !stems && group() < 0.35
  const vessel = bowls ? 'bowl' : u.vessel
  const s = new Scene()
  s.cutout = told
  const body = s.material(looks[glaze])
  pot(s, profiles[vessel], at, body, size)
  const top = Math.max(...profiles[vessel].map(([, y]) => y)) * size
  const wide = Math.max(...profiles[vessel].map(([r]) => r)) * size
  let height = top
  if (u.handle)
    handle(s, at, [wide * 0.8, top * 0.8], [wide * 0.85, top * 0.3], 0.45 * size, body, rnd() * 60 - 30, 0.08)
  if (stems) {
    const [leaf, stem, dry] = [
      s.material(looks[pick(['olive', 'eucalyptus', 'fern', 'rust'] as const)]),
      s.material(looks.stem),
      s.material(looks.straw),
    ]
    const root: Vector = [at[0], top * 0.5, at[2]]
    const long = 1.6 + rnd() * 1.6
    const plumes = rnd() < 0.5
    for (let n = 0; n < 5; n++) {
      const plant = {
        seed: seed * 31 + n,
        height: top * 0.5 + long * (0.7 + rnd() * 0.5),
        lean: 0.08 + rnd() * 0.3,
        turn: n * 72 + rnd() * 40,
      }
      if (plumes) grass(s, root, { ...plant, stem: dry, plume: 60 })
      else
        sprig(s, root, { ...plant, leaf, stem, count: 9, start: 0.5, length: 0.5, width: 0.4, thick: 0.014 })
      height = Math.max(height, root[1] + plant.height)
    }
  }
  let reach: Reach = { left: at[0] - wide, right: at[0] + wide, top: height }
  if (group) reach = join(s, group, at, reach, bowls, size)
  height = Math.max(height, reach.top)
  const cloth = has('pattern') && rnd() < 0.6 ? pick(PATTERNS) : null
  const own = s.materials.length
  if (group) behind(s, group, depth)
  room(s, table, has('pattern') ? { ...wall, bump: 0 } : wall, depth)
  if (cloth) quad(s.mesh, [-20, 0.004, 4], [40, 0, 0], [0, 0, -4 - depth], s.material(cloth))
  if (told) s.materials = s.materials.map((_, n) => (n < own ? WHITE : BLACK))
  // A small lamp throws a hard shadow.
  const side = rnd() < 0.5 ? -1 : 1
  if (has('shadow')) s.lamp([side * 6, 6, 5], [0, 1, 0], 0.7, 0.7, [420, 380, 320])
  else s.lamp([side * 6, 8, 6], [0, 1, 0], 4.5, 5, [16, 14.8, 13])
  s.lamp([-side * 7, 5, 6], [0, 1, 0], 4, 5, [3.4, 3.5, 3.9])
  s.sky = [0.34, 0.35, 0.38]
  // Groups are seen closer or from further off, their middle in the middle.
  const centre = (reach.left + reach.right) / 2
  const span = group
    ? Math.max(height * 1.25, (reach.right - reach.left) * 0.9) * (0.85 + group() * 0.4)
    : Math.max(height * 1.25, wide * 3.4)
  const middle = height * 0.52
  const lens = rnd() < 0.3 ? 0.08 : 0.02
  s.camera = {
    from: [(rnd() - 0.5) * 3, middle + 0.6 + rnd() * 2, 13],
    to: [group ? centre : at[0] * 0.5, middle, 0],
    angle: (Math.atan(span / 2 / 13) * 360) / Math.PI,
    lens,
    focus: at,
  }
  return s
}

/** Where a traced px has the first of its body colour. */
const BODY = 6
const coverageOf = (traced: Traced): Uint8Array =>
  Uint8Array.from({ length: traced.width * traced.height }, (_, n) =>
    Math.round(Math.min(1, Math.max(0, traced.data[n * CHANNELS + BODY] as number)) * 255),
  )

/** Traces the scene of a seed, its longer side `long` px; what was traced before is kept in `folder`. */
export async function cutoutScene(seed: number, folder: string | null, long = 720): Promise<CutoutScene> {
  const { hard } = setUp(seed)
  const [width, height] = hard.includes('stems') || seed >= STACKS ? [long * 0.75, long] : [long, long * 0.75]
  const path = folder ? `${folder}/${seed}-${long}.bin` : null
  if (path && existsSync(path)) {
    const bytes = readFileSync(path)
    return {
      seed,
      hard,
      width,
      height,
      pixels: bytes.subarray(0, width * height * 4),
      alpha: bytes.subarray(width * height * 4),
    }
  }
  const scene = build(seed, false)
  const packed = pack(scene)
  const light = await trace(packed, { width: width / 2, height: height / 2, samples: 24, guidesOnly: false })
  const guides = await trace(packed, { width, height, samples: 24, guidesOnly: true })
  const pixels = develop(light, guides, scene.exposure, false)
  const only = await trace(pack(build(seed, true)), { width, height, samples: 32, guidesOnly: true })
  const alpha = coverageOf(only)
  if (folder && path) {
    mkdirSync(folder, { recursive: true })
    writeFileSync(path, Buffer.concat([pixels, alpha]))
  }
  return { seed, hard, width, height, pixels, alpha }
}
