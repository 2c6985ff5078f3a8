import { deflateSync } from 'node:zlib'
import sharp from 'sharp'
import { badInput } from '../core/basics/errors'
import type { Pixels } from '../core/cutout/copies'
import { believe, cutOut, cutStages } from '../core/cutout/cut-out'
import { DROP, KEEP, settledBy } from '../core/cutout/segment'
import { type Studied, study } from '../core/cutout/study'
import { writeGreyPng } from '../core/formats/grey-png'
import { type Dab, MASK_TILE } from '../core/masks/mask'
import type { PixelMemory } from '../core/pixels/memory'
import { openMemory } from './kernels'
import { decodePicture } from './pictures'

const deflate = (raw: Uint8Array): Uint8Array => deflateSync(raw, { level: 3 })

/** Tiles of a coverage, 0–255: those that cover something, as grey PNGs or `full`. */
export function tilesOfAlpha(
  alpha: Uint8Array,
  width: number,
  height: number,
): Record<string, Uint8Array | 'full'> {
  const out: Record<string, Uint8Array | 'full'> = {}
  // Whole rows are compared at once: most of a mask is all or nothing.
  const [none, all] = [Buffer.alloc(MASK_TILE), Buffer.alloc(MASK_TILE, 255)]
  const rows = Buffer.from(alpha.buffer, alpha.byteOffset, alpha.byteLength)
  for (let row = 0; row * MASK_TILE < height; row++)
    for (let column = 0; column * MASK_TILE < width; column++) {
      const [left, top] = [column * MASK_TILE, row * MASK_TILE]
      const [w, h] = [Math.min(MASK_TILE, width - left), Math.min(MASK_TILE, height - top)]
      const starts = Array.from({ length: h }, (_, y) => (top + y) * width + left)
      const holds = (line: Buffer) => starts.every((at) => line.compare(rows, at, at + w, 0, w) === 0)
      if (holds(none)) continue
      if (holds(all)) {
        out[`${column},${row}`] = 'full'
        continue
      }
      const grey = new Uint8Array(MASK_TILE * MASK_TILE)
      starts.forEach((at, y) => {
        grey.set(alpha.subarray(at, at + w), y * MASK_TILE)
      })
      out[`${column},${row}`] = writeGreyPng(grey, MASK_TILE, MASK_TILE, deflate)
    }
  return out
}

/** How long what was studied of the last photo is kept for more dabs, ms, and of how many px at most. */
const KEPT = 120_000
const MOST_KEPT = 40e6
let last: { sha: string; studied: Studied } | null = null
let forget: NodeJS.Timeout | undefined

/** What a stored picture shows, for cutting it out; kept for a while, as one seldom cuts only once. Null where it is not stored. */
export async function studyPicture(
  sha: string,
  read: (sha: string) => Promise<Uint8Array | null>,
): Promise<Studied | null> {
  clearTimeout(forget)
  forget = setTimeout(() => {
    last = null
  }, KEPT).unref()
  if (last?.sha === sha) return last.studied
  last = null
  const bytes = await read(sha)
  if (!bytes) return null
  const { width, height, deep, data } = await decodePicture(bytes, 'picture')
  if (Math.min(width, height) < 8)
    throw badInput('This picture is too small to cut anything out of it. It is as it was.')
  // The high bytes of 16-bit channels are enough to tell things apart.
  const eight = deep
    ? Uint8Array.from({ length: data.length / 2 }, (_, n) => data[2 * n + 1] as number)
    : data
  const studied = study({ width, height, data: eight })
  if (width * height <= MOST_KEPT) last = { sha, studied }
  return studied
}

let memory: PixelMemory | null = null
/** Looks at a picture that may be cut out next, up to the cut of its reduced copy; false where it is not stored. */
export async function cutAhead(
  sha: string,
  read: (sha: string) => Promise<Uint8Array | null>,
): Promise<boolean> {
  const studied = await studyPicture(sha, read)
  if (studied) cutStages((memory ??= openMemory()), studied, [])
  return studied !== null
}

/** Separates the main thing of a picture: tiles of its mask, and the colours of its edge as a PNG. */
export async function cutOutPicture(
  studied: Studied,
  dabs: readonly Dab[],
  progress: (share: number) => void,
) {
  const { alpha, colours, width, height } = cutOut(
    (memory ??= openMemory()),
    studied.chain[0] as Pixels,
    dabs,
    progress,
    studied,
  )
  const png = await sharp(
    Buffer.from(colours.data.buffer, colours.data.byteOffset, colours.data.byteLength),
    {
      raw: { width: colours.width, height: colours.height, channels: 4 },
    },
  )
    .png({ compressionLevel: 5 })
    .toBuffer()
  return { width, height, tiles: tilesOfAlpha(alpha, width, height), colours: new Uint8Array(png) }
}

/** The longer side of what is believed, px: enough to see which things stay. */
const BELIEVED = 256
/** How much of the ground is veiled, and from which belief to which a thing stays. */
const VEIL = 0.66
const [GROUND, THING] = [0.35, 0.65]
/**
 * What a cut is likely to keep, told from a very small copy long before it is made: a PNG that veils the ground. Throws
 * `bad-input` for what is no picture.
 */
export async function believedPicture(bytes: Uint8Array, dabs: readonly Dab[]): Promise<Uint8Array> {
  const { data, info } = await sharp(bytes, { limitInputPixels: false })
    .rotate()
    .resize(BELIEVED, BELIEVED, { fit: 'inside' })
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
  const { width, height } = info
  const belief = believe((memory ??= openMemory()), { width, height, data }, dabs)
  const veil = Buffer.alloc(width * height * 4, 24)
  // What a person says of a place holds there, whatever is believed.
  const settled = settledBy(dabs, width, height)
  for (const [n, believed] of belief.entries()) {
    const said = settled[n]
    let b = believed
    if (said === KEEP) b = 1
    else if (said === DROP) b = 0
    const stays = Math.min(1, Math.max(0, (b - GROUND) / (THING - GROUND)))
    veil[4 * n + 3] = Math.round(255 * VEIL * (1 - stays))
  }
  return new Uint8Array(
    await sharp(veil, { raw: { width, height, channels: 4 } })
      .png()
      .toBuffer(),
  )
}
