import { openMemory } from '../../host/kernels'
import { STRIDE, TILE } from '../pixels/memory'
import type { Outline } from './path'

const memory = openMemory()
const [sums, plane] = [memory.block((TILE + 44) * TILE * 4), memory.tile()]

/** Covers outlines on a 256 × 256 raster in the shared kernel: every pixel’s coverage, 0 to 1, row by row. */
export function coverageOf(outlines: readonly Outline[], evenOdd = false): Float32Array {
  memory.kernels.coverageBegin(sums, TILE, TILE)
  for (const { points } of outlines)
    for (let n = 0; n < points.length; n += 2) {
      const before = (n - 2 + points.length) % points.length
      memory.kernels.coverageLine(
        points[before] as number,
        points[before + 1] as number,
        points[n] as number,
        points[n + 1] as number,
      )
    }
  memory.kernels.coverageEnd(plane, STRIDE, evenOdd ? 1 : 0)
  return memory.floats(plane, TILE * TILE).slice()
}
