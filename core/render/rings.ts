import { fromHex } from '../colour/colour'
import { type Bounds, intersect, overlaps } from '../geometry/bounds'
import { ALPHA, type PixelMemory, PLANE_BYTES, STRIDE, TILE } from '../pixels/memory'
import { mitresAt } from '../vector/corners'
import { outlineBounds } from '../vector/path'
import type { Distances, Measured } from './distances'
import type { Drawing } from './drawing'
import type { Fill, RimNode } from './nodes/types'
import { type Region, regionIn } from './region'

/** Further than any distance that is told, px. */
const FAR = 4000

const boxOf = (region: Region, left: number, top: number): Bounds => ({
  left: left + region.x,
  top: top + region.y,
  right: left + region.x + region.width,
  bottom: top + region.y + region.height,
})

/** Draws rings of one colour on parts of tiles, by the distance from their silhouettes. */
export class Rings {
  constructor(
    private readonly memory: PixelMemory,
    private readonly distances: Distances,
    private readonly drawing: Drawing,
  ) {}

  draw(raster: number, node: RimNode, region: Region, left: number, top: number): void {
    const { kernels } = this.memory
    kernels.clearRect(raster + region.offset, PLANE_BYTES, STRIDE, region.width, region.height)
    const measured = this.distances.of(node)
    const part = regionIn(intersect(measured.bounds, boxOf(region, left, top)), left, top)
    if (!part) return
    const cover = this.memory.tile()
    this.ring(cover, measured, part, left, top, node.low, node.high)
    if (node.mitred) this.mitre(cover, node, measured, part, left, top)
    const c = fromHex(node.colour)
    kernels.fillSolid(
      raster + part.offset,
      PLANE_BYTES,
      STRIDE,
      part.width,
      part.height,
      cover + part.offset,
      STRIDE,
      c.r,
      c.g,
      c.b,
      c.a,
    )
    this.memory.releaseTile(cover)
  }

  /** Coverage of the distances from `low` to `high` px, into a plane. */
  private ring(
    cover: number,
    { outside, inside, bounds, width }: Measured,
    part: Region,
    left: number,
    top: number,
    low: number,
    high: number,
  ): void {
    // The last columns of a part that was widened to whole registers may lie beyond what is measured.
    const from = Math.max(part.x, bounds.left - left)
    const count = Math.min(part.x + part.width, bounds.right - left) - from
    this.memory.floats(cover, TILE * TILE).fill(0)
    const at = [left + from - bounds.left, top + part.y - bounds.top, count, part.height] as const
    this.memory.kernels.ringCover(
      cover + part.y * STRIDE + from * 4,
      STRIDE,
      outside,
      inside,
      width,
      ...at,
      low,
      high,
    )
  }

  /** Makes the round corners of a ring's coverage mitred: outwards those that stick out, inwards those that go in. */
  private mitre(
    cover: number,
    { low, high }: RimNode,
    measured: Measured,
    part: Region,
    left: number,
    top: number,
  ): void {
    const [form, there] = [this.memory.tile(), this.memory.tile()]
    for (const [reach, near, convex] of [
      [high, low, true],
      [-low, -high, false],
    ] as const) {
      if (reach <= 1.5 || !this.mitres(form, measured, reach, convex, part, left, top)) continue
      this.ring(there, measured, part, left, top, convex ? low : -FAR, convex ? FAR : high)
      this.change(cover, form, part, there, (own, mitre, beyond) => Math.max(own, Math.min(mitre, beyond)))
      // What lies in the mitres of the ring's other side is none of it.
      if (near > 0 && this.mitres(form, measured, near, convex, part, left, top))
        this.change(cover, form, part, there, (own, mitre) => own * (1 - mitre))
    }
    this.memory.releaseTile(there)
    this.memory.releaseTile(form)
  }
  /** Draws what lies in the mitres of an offset into a raster; false where nothing of them is here. */
  private mitres(
    raster: number,
    { corners }: Measured,
    reach: number,
    convex: boolean,
    part: Region,
    left: number,
    top: number,
  ): boolean {
    const box = boxOf(part, left, top)
    const outlines = mitresAt(corners, reach, convex).flatMap((points) => {
      const bounds = outlineBounds([{ points, closed: true }])
      return bounds && overlaps(bounds, box) ? [{ points, bounds }] : []
    })
    if (outlines.length === 0) return false
    const fill: Fill = {
      outlines,
      evenOdd: false,
      paint: { kind: 'solid', colour: '#ffffff' },
      opacity: 1,
      toBox: [1, 0, 0, 1, 0, 0],
      width: 1,
      height: 1,
    }
    this.drawing.fill(raster, fill, part, left, top)
    return true
  }
  private change(
    cover: number,
    form: number,
    part: Region,
    there: number,
    to: (own: number, mitre: number, beyond: number) => number,
  ): void {
    const [own, mitre, beyond] = [cover, form + ALPHA, there].map((at) =>
      this.memory.floats(at, TILE * TILE),
    ) as [Float32Array, Float32Array, Float32Array]
    for (let y = part.y; y < part.y + part.height; y++)
      for (let n = y * TILE + part.x; n < y * TILE + part.x + part.width; n++)
        own[n] = to(own[n] as number, mitre[n] as number, beyond[n] as number)
  }
}
