import { heightOf, widthOf } from '../geometry/bounds'
import { coloursSize, type Dab } from '../masks/mask'
import type { PixelMemory } from '../pixels/memory'
import { doubled, type Prior, priorOf } from './band'
import { boxWhere, type Lab, type Pixels, type Size, stretched } from './copies'
import { SHAPE, shownOf } from './look'
import { type Matte, matte } from './matting'
import { logistic, Network } from './network'
import { FINE, refined } from './refine'
import { heldTo, segment, settledBy, sharpened } from './segment'
import { guessedSize, guessPlanes, type Studied, study } from './study'
import { gapsOf, joined, leftOut, stemsOf, THIN, thinOf } from './thin'
import { unpacked } from './weights'
import stored from './weights.json' with { type: 'json' }

let weights: Record<keyof typeof stored, Float32Array> | null = null
const weightsOf = () =>
  (weights ??= {
    look: unpacked(SHAPE, stored.look),
    solid: unpacked(SHAPE, stored.solid),
    fine: unpacked(FINE, stored.fine),
  })
/** With less of a thing thin than this, a share of all of it, it is solid. */
const SOLID = 0.025

/**
 * What is believed of each px of a picture: 1 its main thing, 0 its ground. `dabs` are what a person says of it, `planes` what it
 * shows. What is solid is looked at once more by weights that have seen many stacks and groups and know their insides; those of
 * the first look know plants and stems. `look` are other weights than those two.
 */
export function believe(
  memory: PixelMemory,
  picture: Pixels,
  dabs: readonly Dab[],
  look?: Float32Array,
  planes = guessPlanes(picture),
): Float32Array {
  const size = guessedSize(picture)
  const network = new Network(memory, SHAPE, size.width, size.height)
  const seen = (values: Float32Array, said: readonly Dab[]): Float32Array => {
    network.values = values
    network.take(planes)
    network.take(shownOf(said, size), planes.length)
    return network.run()
  }
  // Which weights look at it does not change with what a person says.
  const first = look ? null : seen(weightsOf().look, [])
  const values = look ?? weightsOf()[first && isSolid(first, size) ? 'solid' : 'look']
  const odds = first && values === weightsOf().look && dabs.length === 0 ? first : seen(values, dabs)
  network.free()
  return stretched(odds.map(logistic), size, picture)
}
function isSolid(odds: Float32Array, size: Size): boolean {
  const set = Uint8Array.from(odds, (v) => (v > 0 ? 1 : 0))
  const px = (of: Uint8Array) => of.reduce((sum, v) => sum + v, 0)
  return px(thinOf(set, size, THIN * Math.max(size.width, size.height))) < SOLID * px(set)
}
export type CutOut = {
  width: number
  height: number
  /** What the subject covers of each px, 0–255. */
  alpha: Uint8Array
  /** The subject's own colours along its edge, see-through elsewhere: what half-covered px are to show. */
  colours: Pixels
}

/**
 * Separates the main thing of a photo from its ground: guessed by a small network on a very small copy, cut on a reduced one,
 * its edge told from copy to copy up to the photo's own px. `dabs` are a person's corrections; who makes many of them keeps
 * what was `studied` of the photo.
 */
export function cutOut(
  memory: PixelMemory,
  photo: Pixels,
  dabs: readonly Dab[],
  progress: (share: number) => void = () => {},
  studied = study(photo),
): CutOut {
  const { chain } = studied
  const { belief, cut } = cutStages(memory, studied, dabs, progress)
  progress(0.5)
  let colours: Pixels | null = null
  let made: Matte | null = null
  const held = coloursSize(photo.width, photo.height)
  // The contour is cut again on the first finer copy; from there on the edge is told by its colours.
  for (let n = Math.max(0, chain.length - 2); n >= 0; n--) {
    const level = chain[n] as Pixels
    const settled = dabs.length > 0 ? settledBy(dabs, level.width, level.height) : null
    const prior: Prior = made
      ? doubled(made.alpha, made, level)
      : priorOf(cutFiner(memory, studied, cut, belief, settled), level)
    made = matte(level, prior, settled, made)
    if (level.width === held.width && level.height === held.height) colours = coloursOf(made, level)
    progress(1 - 0.5 * (n / chain.length))
  }
  return {
    width: photo.width,
    height: photo.height,
    alpha: (made as Matte).alpha,
    colours: colours as Pixels,
  }
}

/** A cut on a finer picture than the one it was made on: its contour is looked for anew, and what is thin. */
function cutFiner(
  memory: PixelMemory,
  { small, finer }: Studied,
  cut: Uint8Array,
  belief: Float32Array,
  settled: Uint8Array | null,
): Uint8Array {
  const { level, lab, bins } = finer
  if (level === small) return withStems(memory, lab, bins, cut, belief)
  const { shares } = doubled(
    cut.map((v) => v * 255),
    small,
    level,
  )
  const coarse = shares.map((v) => (v >= 128 ? 1 : 0))
  return withStems(memory, lab, bins, sharpened(lab, coarse, settled, bins), stretched(belief, small, level))
}

/** Where less than this is believed nothing thin is looked for, but `ROOM` px beside where more is. */
const NONE = 0.2
const ROOM = 48
/** A cut with what is thin of a thing, as it is believed after another look at its surroundings, or two where something is thin. */
function withStems(
  memory: PixelMemory,
  lab: Lab,
  bins: Uint16Array,
  cut: Uint8Array,
  belief: Float32Array,
): Uint8Array {
  const box = boxWhere(belief, lab, NONE, ROOM)
  if (!box) return cut
  const size = { width: widthOf(box), height: heightOf(box) }
  const radius = THIN * Math.max(lab.width, lab.height)
  const part = <T extends Float32Array | Uint8Array | Uint16Array>(plane: T): T => {
    const out = new (plane.constructor as new (length: number) => T)(size.width * size.height)
    for (let y = 0; y < size.height; y++) {
      const at = (box.top + y) * lab.width + box.left
      out.set(plane.subarray(at, at + size.width), y * size.width)
    }
    return out
  }
  const [near, colours, known] = [
    { ...size, l: part(lab.l), a: part(lab.a), b: part(lab.b) },
    part(bins),
    part(cut),
  ]
  let told = refined(memory, weightsOf().fine, near, part(belief), colours)
  let stems = stemsOf(told, size, radius)
  if (leftOut(known, stems)) {
    told = refined(memory, weightsOf().fine, near, told, colours)
    stems = stemsOf(told, size, radius)
  }
  const made = joined(known, stems, gapsOf(told, size, radius), size, radius)
  const out = Uint8Array.from(cut)
  for (let y = 0; y < size.height; y++)
    out.set(made.subarray(y * size.width, (y + 1) * size.width), (box.top + y) * lab.width + box.left)
  return out
}

/** What is believed of the reduced photo by the networks and a person, 0–1 a px, and what is cut on it. */
type Stages = { belief: Float32Array; cut: Uint8Array }
/** Those without dabs: every photo is cut once like that. */
const plain = new WeakMap<Studied, Stages>()
export function cutStages(
  memory: PixelMemory,
  studied: Studied,
  dabs: readonly Dab[],
  progress: (share: number) => void = () => {},
): Stages {
  const { small, lab, guess, edges } = studied
  const known = dabs.length === 0 && plain.get(studied)
  if (known) return known
  progress(0.1)
  const believed = believe(memory, small, dabs, undefined, guess)
  progress(0.25)
  const belief = heldTo(lab, refined(memory, weightsOf().fine, lab, believed), dabs, edges)
  const made = { belief, cut: segment(lab, belief, dabs) }
  if (dabs.length === 0) plain.set(studied, made)
  return made
}

/** The band's own colours, and some px on from them. */
function coloursOf({ width, height, band, colours, alpha }: Matte, level: Pixels): Pixels {
  const data = new Uint8Array(width * height * 4)
  band.forEach((n, k) => {
    for (let c = 0; c < 3; c++) data[n * 4 + c] = Math.round(colours[k * 3 + c] as number)
    data[n * 4 + 3] = 255
  })
  // On either side they run out: into the subject with its own colours, over the ground with those of the edge.
  let front = [...band]
  for (let step = 0; step < 3; step++) {
    const next: number[] = []
    for (const n of front)
      for (const m of [n - 1, n + 1, n - width, n + width]) {
        if (m < 0 || m >= width * height || data[m * 4 + 3] === 255) continue
        const from = (alpha[m] as number) === 255 ? level.data : data
        const at = (alpha[m] as number) === 255 ? m : n
        for (let c = 0; c < 3; c++) data[m * 4 + c] = from[at * 4 + c] as number
        data[m * 4 + 3] = 255
        next.push(m)
      }
    front = next
  }
  return { width, height, data }
}
