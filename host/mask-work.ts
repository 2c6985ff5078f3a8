import { badInput, tooLarge } from '../core/basics/errors'
import { withoutSpecks } from '../core/cutout/specks'
import { readGreyPng } from '../core/formats/grey-png'
import { MASK_TILE, type MaskOf } from '../core/masks/mask'
import { pickOf } from '../core/render/masked'
import { tilesOfAlpha } from './cut-out'
import { openMemory } from './kernels'
import { decodePicture } from './pictures'

export type PickAsked = Pick<MaskOf<'picked'>, 'by' | 'colour' | 'tolerance' | 'fade' | 'from' | 'to'> & {
  x: number
  y: number
}

/** What of a picture's own px is picked and hangs together with a point of it (fractions of its sides). */
export async function pickedTouching(bytes: Uint8Array, asked: PickAsked) {
  const { width, height, deep, data } = await decodePicture(bytes, 'picture')
  const eight = deep
    ? Uint8Array.from({ length: data.length / 2 }, (_, n) => data[2 * n + 1] as number)
    : data
  return { width, height, tiles: tilesOfAlpha(touchingIn(eight, width, height, asked).picked, width, height) }
}
/** The same on px, 0–255 of each; how many there are, and how long picking took. */
export function touchingIn(
  rgba: Uint8Array,
  width: number,
  height: number,
  asked: PickAsked,
): { picked: Uint8Array; count: number; milliseconds: number } {
  const memory = openMemory()
  const count = width * height
  const [px, out, marks] = [memory.block(count * 4), memory.block(count), memory.block(count)]
  const length = Math.max(4096, Math.ceil(count / 4))
  const stack = memory.block(length * 4)
  memory.bytes.set(rgba, px)
  const p = pickOf(asked)
  const [x, y] = [
    Math.min(width - 1, Math.floor(asked.x * width)),
    Math.min(height - 1, Math.floor(asked.y * height)),
  ]
  const from = performance.now()
  const left = memory.kernels.pickTouching(
    out,
    px,
    marks,
    stack,
    length,
    width,
    height,
    p.tone ? 1 : 0,
    p.a,
    p.b,
    p.c,
    p.tolerance,
    p.fade,
    x,
    y,
  )
  const milliseconds = performance.now() - from
  return { picked: memory.bytes.slice(out, out + count), count: left, milliseconds }
}

/** The most px of a mask whose specks are cleaned at once. */
const MOST_PX = 80_000_000
export type SpecksAsked = Pick<MaskOf<'painted'>, 'width' | 'height' | 'ground' | 'tiles'> & { size: number }
/** A painted mask's tiles without specks under a size, px of the mask. */
export async function cleanedSpecks(asked: SpecksAsked, read: (sha: string) => Promise<Uint8Array | null>) {
  const { width, height, ground, tiles, size } = asked
  if (width * height > MOST_PX)
    throw tooLarge('This mask has too many pixels to be cleaned at once. It is as it was.')
  const alpha = new Uint8Array(width * height).fill(ground === 'full' ? 255 : 0)
  for (const [place, name] of Object.entries(tiles)) {
    const [column, row] = place.split(',').map(Number) as [number, number]
    const stored = name === 'full' || name === 'none' ? null : await read(name)
    if (!stored && name !== 'full' && name !== 'none')
      throw badInput('A part of this mask is not stored any more. It is as it was; undo, or paint it anew.')
    const grey = stored ? readGreyPng(stored).grey : null
    const w = Math.min(MASK_TILE, width - column * MASK_TILE)
    for (let y = 0; y < Math.min(MASK_TILE, height - row * MASK_TILE); y++) {
      const at = (row * MASK_TILE + y) * width + column * MASK_TILE
      if (grey) alpha.set(grey.subarray(y * MASK_TILE, y * MASK_TILE + w), at)
      else alpha.fill(name === 'full' ? 255 : 0, at, at + w)
    }
  }
  const made = withoutSpecks(alpha, width, height, size)
  return { width, height, dots: made.dots, holes: made.holes, tiles: tilesOfAlpha(made.alpha, width, height) }
}
