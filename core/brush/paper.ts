import { dice } from '../kinds/strew/copies'
import { MASK_TILE } from '../masks/mask'
import type { PixelMemory } from '../pixels/memory'

/** Cells a side of the two nets of chance that the roughness is made of, the coarse first. */
const NETS = [64, 128] as const

let made: Float32Array | null = null
/**
 * How deep paper lies under a textured brush, 0 to 1, on 256 × 256 px; its sides meet, so that tiles of it lie side by side
 * without a seam. Value noise of two sizes, spread so that a third lies wholly in reach of the brush.
 */
export function paperDepth(): Float32Array {
  if (made) return made
  const out = new Float32Array(MASK_TILE * MASK_TILE)
  NETS.forEach((cells, k) => {
    const step = MASK_TILE / cells
    const at = (x: number, y: number) => dice(911, ((y + cells) % cells) * cells + ((x + cells) % cells), k)
    for (let y = 0; y < MASK_TILE; y++)
      for (let x = 0; x < MASK_TILE; x++) {
        const [u, v] = [x / step, y / step]
        const [i, j] = [Math.floor(u), Math.floor(v)]
        const [s, t] = [smooth(u - i), smooth(v - j)]
        const top = at(i, j) + (at(i + 1, j) - at(i, j)) * s
        const low = at(i, j + 1) + (at(i + 1, j + 1) - at(i, j + 1)) * s
        out[y * MASK_TILE + x] =
          (out[y * MASK_TILE + x] as number) + (top + (low - top) * t) * (k === 0 ? 0.6 : 0.4)
      }
  })
  for (let n = 0; n < out.length; n++) out[n] = Math.min(1, Math.max(0, ((out[n] as number) - 0.42) * 3.2))
  made = out
  return out
}
const smooth = (t: number): number => t * t * (3 - 2 * t)

const held = new WeakMap<PixelMemory, number>()
/** The same in the kernels' memory. */
export function paperIn(memory: PixelMemory): number {
  const there = held.get(memory)
  if (there !== undefined) return there
  const depth = paperDepth()
  const at = memory.block(depth.byteLength)
  memory.floats(at, depth.length).set(depth)
  held.set(memory, at)
  return at
}
