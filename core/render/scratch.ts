import { MOST_SIDE } from '../formats/cube'
import { intersect } from '../geometry/bounds'
import { type PixelMemory, PLANE_BYTES, STRIDE, TILE } from '../pixels/memory'
import type { NearWork } from '../treatments/definition'
import type { FilterNode, PlanNode } from './nodes'
import { type Region, regionIn } from './region'
import { gaussian } from './softening'

/** px that work looks away from a part of a tile at most, at the scale it is done at, and the side of the buffers it needs. */
export const MOST_LOOK = 208
const SIDE = TILE + 2 * MOST_LOOK + 16
export const SIDE_BYTES = SIDE * 4
export const PLANE = SIDE * SIDE_BYTES
/** Bytes for tables and settings, and for the largest cube. */
const TABLE_BYTES = 131_072
const CUBE_BYTES = MOST_SIDE ** 3 * 16
/** Where in the table's bytes what near works are told begins. */
const TOLD = 65536

export type RasterOf = (node: PlanNode, region: Region, left: number, top: number) => number
/** A raster, the part of it that is made, and the px of the view that it begins at. */
export type Place = { raster: number; region: Region; left: number; top: number }
export type Near = Extract<FilterNode['work'], { near: NearWork }>
/** What a near work reads: buffer (0, 0) is px (x, y) of the source's scale; so many px of it are filled. */
export type Read = { x: number; y: number; width: number; height: number }

/** Two buffers of five planes around a part of a tile, and room for tables, taken when they are first needed. */
export class Scratch {
  private cubes: { at: number; values: Float32Array | null } | null = null
  private held: { a: number; b: number; table: number } | null = null

  constructor(
    readonly memory: PixelMemory,
    readonly rasterOf: RasterOf,
  ) {}

  private get blocks() {
    const { memory } = this
    return (this.held ??= { a: memory.block(PLANE * 5), b: memory.block(PLANE * 5), table: memory.block(TABLE_BYTES) })
  }
  get a(): number {
    return this.blocks.a
  }
  get b(): number {
    return this.blocks.b
  }
  /** Writes values where kernels read them; those of near works lie apart from the tables of others. */
  table(values: ArrayLike<number>, offset = 0): number {
    const at = this.blocks.table + offset
    this.memory.floats(at, values.length).set(values)
    return at
  }
  /** Writes a cube where the last one was, unless it is that. */
  cube(values: Float32Array): number {
    const held = (this.cubes ??= { at: this.memory.block(CUBE_BYTES), values: null })
    if (held.values !== values) this.memory.floats(held.at, values.length).set(values)
    held.values = values
    return held.at
  }
  told(values: ArrayLike<number>): number {
    return this.table(values, TOLD)
  }

  /** Fills the first buffer with what a source shows around a part of a tile, `look` px of its own scale further. */
  gather(near: Near, { region, left, top }: Place, look: number): Read {
    const { factor, source } = near
    const [x, y] = [Math.floor((left + region.x) / factor - 0.5) - look, Math.floor((top + region.y) / factor - 0.5) - look]
    const width = Math.ceil(region.width / factor) + 3 + 2 * look
    const height = Math.ceil(region.height / factor) + 3 + 2 * look
    const read = { x, y, width, height }
    this.gatherPart(source, read)
    return read
  }
  /** Fills the first buffer with what a node shows on a part of its view. */
  gatherPart(source: PlanNode, { x, y, width, height }: Read): void {
    const { kernels } = this.memory
    const { a } = this
    kernels.clearRect(a, PLANE, SIDE_BYTES, (width + 3) & ~3, height + 1)
    const seen = intersect(source.bounds, { left: x, top: y, right: x + width, bottom: y + height })
    for (let row = Math.floor(seen.top / TILE); row * TILE < seen.bottom; row++)
      for (let column = Math.floor(seen.left / TILE); column * TILE < seen.right; column++) {
        const [tx, ty] = [column * TILE, row * TILE]
        const whole = regionIn(source.bounds, tx, ty)
        const part = intersect(seen, { left: tx, top: ty, right: tx + TILE, bottom: ty + TILE })
        if (!whole || part.right <= part.left || part.bottom <= part.top) continue
        const raster = this.rasterOf(source, whole, tx, ty) + (part.top - ty) * STRIDE + (part.left - tx) * 4
        const to = a + (part.top - y) * SIDE_BYTES + (part.left - x) * 4
        for (let p = 0; p < 4; p++)
          kernels.enlargePlane(to + p * PLANE, SIDE_BYTES, raster + p * PLANE_BYTES, STRIDE, part.right - part.left, part.bottom - part.top, 0, 0, 1)
        if (source.opacity < 1) kernels.scaleRect(to, PLANE, SIDE_BYTES, (part.right - part.left + 3) & ~3, part.bottom - part.top, source.opacity)
      }
  }
  /** Softens planes of the first buffer in place, all but `reach` px at its border. */
  blur(sigma: number, { width, height }: Read, planes: readonly number[]): void {
    const { kernels } = this.memory
    const { a, b } = this
    const weights = gaussian(sigma)
    const reach = weights.length - 1
    const at = this.told(weights)
    for (const p of planes) {
      kernels.blurPlane(b + p * PLANE, a + p * PLANE, SIDE_BYTES, reach, 0, width - 2 * reach, height, 4, at, reach)
      kernels.blurPlane(a + p * PLANE, b + p * PLANE, SIDE_BYTES, reach, reach, width - 2 * reach, height - 2 * reach, SIDE_BYTES, at, reach)
    }
  }
  /** Brings a plane of a buffer to the scale of the raster. */
  bring(to: number, toStride: number, from: number, read: Read, { region, left, top }: Place, factor: number, dx = 0, dy = 0): void {
    const [x, y] = [(left + region.x + 0.5 - dx) / factor - 0.5 - read.x, (top + region.y + 0.5 - dy) / factor - 0.5 - read.y]
    this.memory.kernels.enlargePlane(to, toStride, from, SIDE_BYTES, region.width, region.height, x, y, 1 / factor)
  }
  bringAll(from: number, read: Read, place: Place, factor: number): void {
    for (let p = 0; p < 4; p++) this.bring(place.raster + p * PLANE_BYTES + place.region.offset, STRIDE, from + p * PLANE, read, place, factor)
  }

  /** Softens the source and brings it onto the raster. */
  softened(near: Near, place: Place, planes: readonly number[] = [0, 1, 2, 3]): Read {
    const reach = gaussian(near.sigma).length - 1
    const read = this.gather(near, place, reach)
    this.blur(near.sigma, read, planes)
    return read
  }

  /**
   * Two places meet again and again, half as far each time: as many even places as they are px apart. Each time all but a
   * border of so many px is made.
   */
  paired({ width, height }: Read, maps: (n: number) => readonly number[], borders: readonly number[]): number {
    const { kernels } = this.memory
    const [whole, stride] = [(width + 3) & ~3, 2 * SIDE_BYTES]
    let { a: to, b: from } = this
    kernels.weavePx(from, stride, to, PLANE, SIDE_BYTES, whole, height)
    borders.forEach((border, n) => {
      const at = this.told(maps(n))
      const left = Math.max(0, border)
      kernels.pairUp(to, from, stride, left, left, width - 2 * left, height - 2 * left, width, height, at)
      ;[from, to] = [to, from]
    })
    kernels.partPx(to, PLANE, SIDE_BYTES, from, stride, whole, height)
    return to
  }

  /** The same by plain shifts, which are quicker; each time a little more of the buffer's border is no longer made. */
  shifted(
    read: Read,
    planes: readonly number[],
    shifts: (n: number) => readonly [number, number, number, number],
    count: number,
    most: 0 | 1,
  ): number {
    let { a: from, b: to } = this
    let border = 0
    for (let n = 0; n < count; n++) {
      const by = shifts(n)
      border += Math.ceil(Math.max(...by.map(Math.abs))) + 1
      const part = [border, border, read.width - 2 * border, read.height - 2 * border] as const
      for (const p of planes) this.memory.kernels.pairShift(to + p * PLANE, from + p * PLANE, SIDE_BYTES, ...part, ...by, most)
      ;[from, to] = [to, from]
    }
    return from
  }
}
