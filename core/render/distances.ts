import { type Bounds, heightOf, intersect, widthOf } from '../geometry/bounds'
import { type PixelMemory, PLANE_BYTES, STRIDE, TILE } from '../pixels/memory'
import { type Corner, contoursOf, cornersOf } from '../vector/corners'
import type { RimNode } from './nodes/types'
import type { Reading } from './reading'

const ALPHA_PLANE = 3 * PLANE_BYTES
/** Bytes of measured silhouettes that are kept. */
const MOST_BYTES = 200 * 1024 * 1024

/** A measured silhouette: sixteenths of a px outwards, and where it is asked for inwards, 16 bits each; its sharp corners, px of the view. */
export type Measured = {
  outside: number
  inside: number
  bounds: Bounds
  width: number
  bytes: number
  corners: readonly Corner[]
}

/** How far each px is from a silhouette, measured once for all of it: then any width of a ring costs the same. */
export class Distances {
  private readonly held = new Map<string, Measured>()
  private bytes = 0

  constructor(
    private readonly memory: PixelMemory,
    private readonly reading: Reading,
  ) {}

  of(node: RimNode): Measured {
    const inwards = node.low < -1.5
    const key = `${node.silhouette.key}/${Object.values(node.measured)}/${inwards}/${node.mitred}`
    const found = this.held.get(key)
    if (found) {
      this.held.delete(key)
      this.held.set(key, found)
      return found
    }
    const made = this.measure(node, inwards)
    this.held.set(key, made)
    this.bytes += made.bytes
    for (const [old, m] of this.held) {
      if (this.bytes <= MOST_BYTES || old === key) break
      this.letGo(old, m)
    }
    return made
  }
  private letGo(key: string, m: Measured): void {
    this.held.delete(key)
    this.bytes -= m.bytes
    const size = m.width * heightOf(m.bounds) * 2
    this.memory.releaseBlock(m.outside, size)
    if (m.inside) this.memory.releaseBlock(m.inside, size)
  }

  private measure({ silhouette, measured: bounds, mitred }: RimNode, inwards: boolean): Measured {
    const { memory } = this
    const { kernels } = memory
    const [width, height] = [widthOf(bounds), heightOf(bounds)]
    const cover = memory.block(width * height)
    memory.bytes.fill(0, cover, cover + width * height)
    // A row of tiles at a time: a large thing has more than are kept.
    for (let row = Math.floor(bounds.top / TILE); row * TILE < bounds.bottom; row++)
      this.reading.readTiles(
        silhouette,
        intersect(bounds, { ...bounds, top: row * TILE, bottom: (row + 1) * TILE }),
        (tiles) => {
          for (const { raster, part, left, top } of tiles)
            kernels.coverBytes(
              cover + (part.top - bounds.top) * width + part.left - bounds.left,
              width,
              raster + ALPHA_PLANE + (part.top - top) * STRIDE + (part.left - left) * 4,
              STRIDE,
              part.right - part.left,
              part.bottom - part.top,
            )
        },
      )
    const line = memory.block((width + 1) * 16)
    const most = 2000
    const outside = memory.block(width * height * 2)
    kernels.distanceField(outside, cover, line, width, height, 0, most)
    const inside = inwards ? memory.block(width * height * 2) : 0
    if (inside) kernels.distanceField(inside, cover, line, width, height, 1, most)
    const corners = mitred ? this.cornersOf(cover, bounds) : []
    memory.releaseBlock(line, (width + 1) * 16)
    memory.releaseBlock(cover, width * height)
    return { outside, inside, bounds, width, bytes: width * height * (inwards ? 4 : 2), corners }
  }
  private cornersOf(cover: number, bounds: Bounds): Corner[] {
    const [width, height] = [widthOf(bounds), heightOf(bounds)]
    const bytes = this.memory.bytes.slice(cover, cover + width * height)
    return contoursOf(bytes, width, height).flatMap((contour) =>
      cornersOf(contour, width, height).map((c) => ({ ...c, x: c.x + bounds.left, y: c.y + bounds.top })),
    )
  }
}
