import { coloursSize, type Dab } from '../design/mask'
import { heightOf, widthOf } from '../geometry/bounds'
import type { PixelMemory } from '../pixels/memory'
import { SHAPE, shown, shownOf } from './look'
import { doubled, type Matte, matte } from './matting'
import { logistic, Network } from './network'
import { boxWhere, fitted, type Lab, type Pixels, reducedTo, toLab } from './picture'
import { FINE, refined } from './refine'
import { heldTo, segment, settledBy, sharpened } from './segment'
import { hasThin, THIN, withThin } from './thin'
import { unpacked } from './weights'
import stored from './weights.json' with { type: 'json' }

/** The longer side of the picture that is guessed on, and the most of the one that is cut, px. */
const GUESSED = 200
const CUT = 512

let weights: Record<keyof typeof stored, Float32Array> | null = null
const weightsOf = () => (weights ??= { look: unpacked(SHAPE, stored.look), fine: unpacked(FINE, stored.fine) })

/** px as one number each. */
const wordsOf = (data: Pixels['data']): Uint32Array => {
  const bytes = data.byteOffset % 4 === 0 ? data : data.slice()
  return new Uint32Array(bytes.buffer, bytes.byteOffset, bytes.length >> 2)
}
/** Half the size, each px the mean of four. */
export function halved(p: Pixels): Pixels {
  const [width, height] = [Math.max(1, (p.width + 1) >> 1), Math.max(1, (p.height + 1) >> 1)]
  const data = new Uint8Array(width * height * 4)
  const [from, to] = [wordsOf(p.data), new Uint32Array(data.buffer)]
  // Two channels at a time: each has eight bits of room above it for the sum.
  const even = 0xff00ff
  for (let y = 0; y < height; y++) {
    const [top, low] = [2 * y * p.width, Math.min(p.height - 1, 2 * y + 1) * p.width]
    for (let x = 0; x < width; x++) {
      const [u, v] = [2 * x, 2 * x + 1 < p.width ? 2 * x + 1 : 2 * x]
      const [a, b, c, d] = [from[top + u] as number, from[top + v] as number, from[low + u] as number, from[low + v] as number]
      const first = (a & even) + (b & even) + (c & even) + (d & even) + 0x20002
      const second = ((a >>> 8) & even) + ((b >>> 8) & even) + ((c >>> 8) & even) + ((d >>> 8) & even) + 0x20002
      to[y * width + x] = ((first >>> 2) & even) | (((second >>> 2) & even) << 8)
    }
  }
  return { width, height, data }
}

/** What is believed of each px of a picture: 1 its main thing, 0 its ground. `dabs` are what a person says of it. */
export function believe(memory: PixelMemory, picture: Pixels, dabs: readonly Dab[], look = weightsOf().look): Float32Array {
  const size = fitted(picture.width, picture.height, GUESSED)
  const network = new Network(memory, SHAPE, size.width, size.height)
  network.values = look
  const planes = shown(toLab(reducedTo(picture, size.width, size.height)))
  network.take(planes)
  network.take(shownOf(dabs, size), planes.length)
  const odds = network.run()
  network.free()
  return stretched(odds.map(logistic), size, picture)
}
/** What is known of each px of a picture brought to another size, bilinearly. */
export function stretched(
  from: Float32Array,
  { width: w, height: h }: Pick<Lab, 'width' | 'height'>,
  { width, height }: Pick<Pixels, 'width' | 'height'>,
): Float32Array {
  const out = new Float32Array(width * height)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const u = Math.min(w - 1, Math.max(0, ((x + 0.5) * w) / width - 0.5))
      const v = Math.min(h - 1, Math.max(0, ((y + 0.5) * h) / height - 0.5))
      const [u0, v0] = [Math.floor(u), Math.floor(v)]
      const [u1, v1] = [Math.min(w - 1, u0 + 1), Math.min(h - 1, v0 + 1)]
      const [du, dv] = [u - u0, v - v0]
      out[y * width + x] =
        ((from[v0 * w + u0] as number) * (1 - du) + (from[v0 * w + u1] as number) * du) * (1 - dv) +
        ((from[v1 * w + u0] as number) * (1 - du) + (from[v1 * w + u1] as number) * du) * dv
    }
  return out
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
 * its edge told from copy to copy up to the photo's own px. `dabs` are a person's corrections.
 */
export function cutOut(memory: PixelMemory, photo: Pixels, dabs: readonly Dab[], progress: (share: number) => void = () => {}): CutOut {
  const { chain, small, belief, cut } = cutStages(memory, photo, dabs, progress)
  progress(0.5)
  let alpha: Uint8Array = cut.map((v) => v * 255)
  let colours: Pixels | null = null
  const held = coloursSize(photo.width, photo.height)
  let size: { width: number; height: number } = small
  for (let n = chain.length - 1; n >= 0; n--) {
    const level = chain[n] as Pixels
    const settled = dabs.length > 0 ? settledBy(dabs, level.width, level.height) : null
    let prior = n === chain.length - 1 ? alpha : doubled(alpha, size, level)
    size = level
    // The contour is cut again on the first finer copy, and what is thin is looked for there; from there on the edge is told by its colours.
    if (n === Math.max(0, chain.length - 2)) {
      const lab = toLab(level)
      const coarse = prior.map((v) => (v >= 128 ? 1 : 0))
      const again = chain.length > 1 ? sharpened(lab, coarse, settled) : coarse
      prior = withStems(memory, lab, again, stretched(belief, small, level)).map((v) => v * 255)
    }
    if (n === chain.length - 1 && n > 0) {
      alpha = prior
      continue
    }
    const made = matte(level, prior, 1, settled)
    alpha = made.alpha
    if (level.width === held.width && level.height === held.height) colours = coloursOf(made, level)
    progress(1 - 0.5 * (n / chain.length))
  }
  return { width: photo.width, height: photo.height, alpha, colours: colours as Pixels }
}

/** Where less than this is believed nothing thin is looked for, but `ROOM` px beside where more is. */
const NONE = 0.02
const ROOM = 24
/** A cut with what is thin of a thing, as it is believed after another look at its surroundings, or two where something is thin. */
function withStems(memory: PixelMemory, lab: Lab, cut: Uint8Array, belief: Float32Array): Uint8Array {
  const box = boxWhere(belief, lab, NONE, ROOM)
  if (!box) return cut
  const size = { width: widthOf(box), height: heightOf(box) }
  const radius = THIN * Math.max(lab.width, lab.height)
  const part = <T extends Float32Array | Uint8Array>(plane: T): T => {
    const out = new (plane.constructor as new (length: number) => T)(size.width * size.height)
    for (let y = 0; y < size.height; y++) {
      const at = (box.top + y) * lab.width + box.left
      out.set(plane.subarray(at, at + size.width), y * size.width)
    }
    return out
  }
  const [near, known] = [{ ...size, l: part(lab.l), a: part(lab.a), b: part(lab.b) }, part(cut)]
  let told = refined(memory, weightsOf().fine, near, part(belief))
  if (hasThin(known, told, size, radius)) told = refined(memory, weightsOf().fine, near, told)
  const made = withThin(known, told, size, radius)
  const out = Uint8Array.from(cut)
  for (let y = 0; y < size.height; y++) out.set(made.subarray(y * size.width, (y + 1) * size.width), (box.top + y) * lab.width + box.left)
  return out
}

/** The photo, its halves down to the reduced one, what is believed of that by the networks and a person, and what is cut on it. */
export function cutStages(
  memory: PixelMemory,
  photo: Pixels,
  dabs: readonly Dab[],
  progress: (share: number) => void = () => {},
): { chain: Pixels[]; small: Pixels; belief: Float32Array; cut: Uint8Array } {
  const chain = [photo]
  while (Math.max((chain.at(-1) as Pixels).width, (chain.at(-1) as Pixels).height) > CUT) chain.push(halved(chain.at(-1) as Pixels))
  progress(0.1)
  const small = chain.at(-1) as Pixels
  const believed = believe(memory, small, dabs)
  progress(0.25)
  const lab = toLab(small)
  const belief = heldTo(lab, refined(memory, weightsOf().fine, lab, believed), dabs)
  return { chain, small, belief, cut: segment(lab, belief, dabs) }
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
