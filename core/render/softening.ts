import { intersect } from '../geometry/bounds'
import { ALPHA, type PixelMemory, PLANE_BYTES, STRIDE, TILE } from '../pixels/memory'
import type { MaskStep, PlanNode } from './nodes/types'
import type { Reading } from './reading'
import { type Region, regionIn } from './region'

/** Where a softening leaves off, in standard deviations: 0.05 % of the weight lies beyond. */
const REACH = 3.5
/** Softenings are made at a scale where the standard deviation has from so many px to twice as many. */
const FINEST = 5
/** Coverage of one over this is taken for all. */
const FULLY = 64
/** Greatest reach and the side of the buffers that a tile needs, px. */
const MOST_REACH = Math.ceil(REACH * FINEST * 2)
const SIDE = TILE + 2 * MOST_REACH + 12
const SIDE_BYTES = SIDE * 4

/**
 * At which part of the scale a Gaussian of `sigma` px is made, and its standard deviation there. Wide ones are made
 * small, so that a px costs the same however soft. Averaging over a px and bilinear enlarging widen it by ¼ px².
 */
export function softening(sigma: number, finest = FINEST): { factor: number; sigma: number } {
  let factor = 1
  while (sigma / factor >= 2 * finest) factor *= 2
  const own = sigma / factor
  return { factor, sigma: factor === 1 ? own : Math.sqrt(own * own - 0.25) }
}
/** How far a softened thing reaches beyond itself, px of the view. */
export const softReach = (soft: { factor: number; sigma: number }): number =>
  (Math.ceil(soft.sigma * REACH) + 2) * soft.factor

/** A Gaussian's weights from the middle on, their sum over both sides 1. */
export function gaussian(sigma: number): Float32Array {
  const half = Array.from({ length: Math.ceil(sigma * REACH) + 1 }, (_, n) =>
    Math.exp((-n * n) / (2 * sigma * sigma)),
  )
  const sum = half.reduce((a, w, n) => a + (n === 0 ? w : 2 * w), 0)
  return Float32Array.from(half, (w) => w / sum)
}

/** What masks cover on parts of tiles. Owns the scratch memory that it takes. */
export class Covering {
  private readonly buffers: readonly [number, number]
  private readonly weights: number

  constructor(
    private readonly memory: PixelMemory,
    private readonly reading: Reading,
  ) {
    this.buffers = [memory.block(SIDE * SIDE_BYTES), memory.block(SIDE * SIDE_BYTES)]
    this.weights = memory.block((MOST_REACH + 1) * 4)
  }

  /** Fills a part of a plane of a tile with what a mask covers. */
  cover(plane: number, step: MaskStep, region: Region, left: number, top: number): void {
    const { bytes } = this.memory
    const clear = () => {
      for (let y = 0; y < region.height; y++)
        bytes.fill(
          0,
          plane + region.offset + y * STRIDE,
          plane + region.offset + y * STRIDE + region.width * 4,
        )
    }
    const { node, soft } = step
    if (!node) return clear()
    const { x = 0, y = 0 } = step.offset ?? {}
    if (soft) return this.soft(plane, node, soft, step.by, region, left - x, top - y)
    clear()
    const box = {
      left: left + region.x,
      top: top + region.y,
      right: left + region.x + region.width,
      bottom: top + region.y + region.height,
    }
    const part = regionIn(intersect(node.bounds, box), left, top)
    const whole = regionIn(node.bounds, left, top)
    if (!part || !whole) return
    const raster = this.reading.rasterOf(node, whole, left, top)
    this.read(plane + part.offset, STRIDE, raster + part.offset, part.width, part.height, step.by)
  }

  /** What a raster is a mask by, into a plane. */
  private read(
    to: number,
    toStride: number,
    from: number,
    count: number,
    rows: number,
    by: MaskStep['by'],
  ): void {
    const { kernels } = this.memory
    if (by === 'touch') return this.touched(to, toStride, from, count, rows)
    if (typeof by === 'string')
      kernels.coverFrom(to, toStride, from, PLANE_BYTES, STRIDE, count, rows, by === 'lightness' ? 1 : 0)
    else
      kernels.pickFrom(
        to,
        toStride,
        from,
        PLANE_BYTES,
        STRIDE,
        count,
        rows,
        by.tone ? 1 : 0,
        by.a,
        by.b,
        by.c,
        by.tolerance,
        by.fade,
      )
  }

  /** All of a px that a raster covers at all. */
  private touched(to: number, toStride: number, from: number, count: number, rows: number): void {
    for (let y = 0; y < rows; y++) {
      const alpha = this.memory.floats(from + ALPHA + y * STRIDE, count)
      const out = this.memory.floats(to + y * toStride, count)
      for (let x = 0; x < count; x++) out[x] = Math.min(1, (alpha[x] as number) * FULLY)
    }
  }

  private soft(
    plane: number,
    node: PlanNode,
    soft: NonNullable<MaskStep['soft']>,
    by: MaskStep['by'],
    region: Region,
    left: number,
    top: number,
  ): void {
    const { kernels } = this.memory
    const { factor } = soft
    const weights = gaussian(soft.sigma)
    const reach = weights.length - 1
    const [a, b] = this.buffers
    // Small px that the part of the tile is enlarged from, and as many more as the Gaussian reaches.
    const [x0, y0] = [
      Math.floor((left + region.x) / factor - 0.5) - reach,
      Math.floor((top + region.y) / factor - 0.5) - reach,
    ]
    const width = Math.ceil(region.width / factor) + 3
    const height = Math.ceil(region.height / factor) + 3
    const [across, down] = [width + 2 * reach, height + 2 * reach]
    const box = { left: x0, top: y0, right: x0 + across, bottom: y0 + down }
    this.reading.readTiles(node, box, (tiles) => {
      for (const at of [a, b]) this.memory.bytes.fill(0, at, at + (down + 1) * SIDE_BYTES)
      for (const tile of tiles) {
        const { part } = tile
        this.read(
          a + (part.top - y0) * SIDE_BYTES + (part.left - x0) * 4,
          SIDE_BYTES,
          tile.raster + (part.top - tile.top) * STRIDE + (part.left - tile.left) * 4,
          part.right - part.left,
          part.bottom - part.top,
          by,
        )
      }
    })
    this.memory.floats(this.weights, weights.length).set(weights)
    kernels.blurPlane(b, a, SIDE_BYTES, reach, 0, width, down, 4, this.weights, reach)
    kernels.blurPlane(a, b, SIDE_BYTES, reach, reach, width, height, SIDE_BYTES, this.weights, reach)
    kernels.enlargePlane(
      plane + region.offset,
      STRIDE,
      a,
      SIDE_BYTES,
      region.width,
      region.height,
      (left + region.x + 0.5) / factor - 0.5 - x0,
      (top + region.y + 0.5) / factor - 0.5 - y0,
      1 / factor,
    )
  }
}
