import { type Bounds, intersect } from '../geometry/bounds'
import { angleOf, cosine, lengthOf, sine } from '../geometry/exact'
import type { Point } from '../geometry/matrix'
import { type PixelMemory, PLANE_BYTES, STRIDE, TILE } from '../pixels/memory'
import { MOST_SIDE } from '../treatments/cube'
import type { NearWork } from '../treatments/definition'
import type { FilterNode, PlanNode } from './nodes/types'
import type { Reading } from './reading'
import type { Region } from './region'
import { gaussian } from './softening'

/** px that work looks away from a part of a tile at most, at the scale it is done at, and the side of the buffers it needs. */
export const MOST_LOOK = 208
export const SIDE = TILE + 2 * MOST_LOOK + 16
export const SIDE_BYTES = SIDE * 4
export const PLANE = SIDE * SIDE_BYTES
/** Bytes of a row of px of four whole numbers. */
const PX_BYTES = 2 * SIDE_BYTES
/** Where smeared px lie behind those they are of. */
const SMEARED = SIDE * PX_BYTES
/** px of a side whose rays are cast at a time, and of one that is smeared at a time: what is summed is soon read again. */
const BLOCK = 132
const NEAR = 32
/** How far rays are from each other where they are furthest, px. */
const RAYS_APART = 1.4
/** How far beside a part rays are taken along it, px: more than from one to the next, and one on. */
const BESIDE = 4
/** Rays whose ways there is room for. */
const MOST_RAYS = 8000
/** Bytes for tables and settings, and for the largest cube. */
const TABLE_BYTES = 196_608
const CUBE_BYTES = MOST_SIDE ** 3 * 16
/** Where in the table's bytes what near works are told begins. */
const TOLD = 65536
/** Where what rays take begins. */
const SPANS = 131_072

/** A raster, the part of it that is made, and the px of the view that it begins at. */
export type Place = { raster: number; region: Region; left: number; top: number }
export type Near = Extract<FilterNode['work'], { near: NearWork }>
/** What a near work reads: buffer (0, 0) is px (x, y) of the source's scale; so many px of it are filled. */
export type Read = { x: number; y: number; width: number; height: number }

/** How many px lie between a px and the furthest that two shifts of it need, on either side. */
const beside = (one: number, other: number): number =>
  one === 0 && other === 0 ? 0 : Math.ceil(Math.max(Math.abs(one), Math.abs(other))) + 1
/**
 * From where to where rays take px, for each two of them: as far as they are in a part, or its neighbours, or are smeared
 * into it; in px from the distance `first` on. The ways are cosines and sines by turns.
 */
function spansOf(
  ways: Float32Array,
  { left, top, right, bottom }: Bounds,
  pole: Point,
  amount: number,
  first: number,
  count: number,
): Int32Array {
  const [l, t, r, b] = [
    left - BESIDE - pole.x,
    top - BESIDE - pole.y,
    right + BESIDE - pole.x,
    bottom + BESIDE - pole.y,
  ]
  const within = l <= 0 && r >= 0 && t <= 0 && b >= 0
  const out = new Int32Array(ways.length / 2)
  for (let n = 0; n < out.length; n += 2) {
    let [begin, end] = [count, 0]
    for (let ray = n; ray < n + 2; ray++) {
      // A ray along a side is taken to lean a hair to the part.
      const [x, y] = [ways[2 * ray] || 1e-9, ways[2 * ray + 1] || 1e-9]
      const [nearX, nearY] = x > 0 ? [l / x, y > 0 ? t / y : b / y] : [r / x, y > 0 ? t / y : b / y]
      const least = within ? 0 : Math.max(nearX, nearY, 0)
      const most = Math.min(x > 0 ? r / x : l / x, y > 0 ? b / y : t / y, first + count)
      if (least >= most) continue
      begin = Math.min(begin, Math.max(0, Math.floor(least * (1 - amount)) - 3 - first))
      end = Math.max(end, Math.min(count, Math.ceil(most * (1 + amount)) + 3 - first))
    }
    if (begin >= end) continue
    out[n] = begin
    out[n + 1] = end
  }
  return out
}

/** Two buffers of five planes around a part of a tile, and room for tables, taken when they are first needed. */
export class Scratch {
  private cubes: { at: number; values: Float32Array | null } | null = null
  private held: { a: number; b: number; table: number } | null = null

  constructor(
    readonly memory: PixelMemory,
    readonly reading: Reading,
  ) {}

  private get blocks() {
    const { memory } = this
    return (this.held ??= {
      a: memory.block(PLANE * 5),
      b: memory.block(PLANE * 5),
      table: memory.block(TABLE_BYTES),
    })
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

  /** Fills the first buffer with what a source shows around a part of a tile, `look` px of its own scale further on every or each side. */
  gather(near: Near, { region, left, top }: Place, look: number | Bounds): Read {
    const { factor, source } = near
    const by = typeof look === 'number' ? { left: look, top: look, right: look, bottom: look } : look
    const [x, y] = [
      Math.floor((left + region.x) / factor - 0.5) - by.left,
      Math.floor((top + region.y) / factor - 0.5) - by.top,
    ]
    const width = Math.ceil(region.width / factor) + 3 + by.left + by.right
    const height = Math.ceil(region.height / factor) + 3 + by.top + by.bottom
    const read = { x, y, width, height }
    this.gatherPart(source, read)
    return read
  }
  /** Fills the first buffer with what a node shows on a part of its view. */
  gatherPart(source: PlanNode, { x, y, width, height }: Read): void {
    const { kernels } = this.memory
    const { a } = this
    const box = { left: x, top: y, right: x + width, bottom: y + height }
    const seen = intersect(source.bounds, box)
    this.reading.readTiles(source, box, (tiles) => {
      this.clearBut(
        { left: seen.left - x, top: seen.top - y, right: seen.right - x, bottom: seen.bottom - y },
        (width + 3) & ~3,
        height + 1,
      )
      for (const { raster, part, left, top } of tiles) {
        const from = raster + (part.top - top) * STRIDE + (part.left - left) * 4
        const to = a + (part.top - y) * SIDE_BYTES + (part.left - x) * 4
        for (let p = 0; p < 4; p++)
          kernels.enlargePlane(
            to + p * PLANE,
            SIDE_BYTES,
            from + p * PLANE_BYTES,
            STRIDE,
            part.right - part.left,
            part.bottom - part.top,
            0,
            0,
            1,
          )
        if (source.opacity < 1)
          kernels.scaleRect(
            to,
            PLANE,
            SIDE_BYTES,
            (part.right - part.left + 3) & ~3,
            part.bottom - part.top,
            source.opacity,
          )
      }
    })
  }
  /** Clears a corner of the first buffer but a part of it that will be filled. */
  private clearBut(part: Bounds, width: number, height: number): void {
    const clear = (left: number, top: number, right: number, bottom: number) =>
      this.memory.kernels.clearRect(
        this.a + top * SIDE_BYTES + left * 4,
        PLANE,
        SIDE_BYTES,
        right - left,
        bottom - top,
      )
    if (part.right <= part.left || part.bottom <= part.top) return clear(0, 0, width, height)
    clear(0, 0, width, part.top)
    clear(0, part.top, part.left, part.bottom)
    clear(part.right, part.top, width, part.bottom)
    clear(0, part.bottom, width, height)
  }
  /** Softens planes of the first buffer in place, all but `reach` px at its border. */
  blur(sigma: number, { width, height }: Read, planes: readonly number[]): void {
    const { kernels } = this.memory
    const { a, b } = this
    const weights = gaussian(sigma)
    const reach = weights.length - 1
    const at = this.told(weights)
    for (const p of planes) {
      kernels.blurPlane(
        b + p * PLANE,
        a + p * PLANE,
        SIDE_BYTES,
        reach,
        0,
        width - 2 * reach,
        height,
        4,
        at,
        reach,
      )
      kernels.blurPlane(
        a + p * PLANE,
        b + p * PLANE,
        SIDE_BYTES,
        reach,
        reach,
        width - 2 * reach,
        height - 2 * reach,
        SIDE_BYTES,
        at,
        reach,
      )
    }
  }
  /** Brings a plane of a buffer to the scale of the raster. */
  bring(
    to: number,
    toStride: number,
    from: number,
    read: Read,
    { region, left, top }: Place,
    factor: number,
    dx = 0,
    dy = 0,
  ): void {
    const [x, y] = [
      (left + region.x + 0.5 - dx) / factor - 0.5 - read.x,
      (top + region.y + 0.5 - dy) / factor - 0.5 - read.y,
    ]
    this.memory.kernels.enlargePlane(
      to,
      toStride,
      from,
      SIDE_BYTES,
      region.width,
      region.height,
      x,
      y,
      1 / factor,
    )
  }
  bringAll(from: number, read: Read, place: Place, factor: number): void {
    for (let p = 0; p < 4; p++)
      this.bring(
        place.raster + p * PLANE_BYTES + place.region.offset,
        STRIDE,
        from + p * PLANE,
        read,
        place,
        factor,
      )
  }

  /** Softens the source and brings it onto the raster. */
  softened(near: Near, place: Place, planes: readonly number[] = [0, 1, 2, 3]): Read {
    const reach = gaussian(near.sigma).length - 1
    const read = this.gather(near, place, reach)
    this.blur(near.sigma, read, planes)
    return read
  }

  /**
   * Smears an inner part of the first buffer, as px in the second, towards a pole by so many times the distance from it or
   * around it by so many radians, on either side: a smear is the difference of two sums along a ray, or from ray to ray.
   */
  smearAbout({ width, height }: Read, inner: Bounds, pole: Point, amount: number, around: boolean): void {
    this.memory.kernels.weavePx(this.b, PX_BYTES, this.a, PLANE, SIDE_BYTES, (width + 3) & ~3, height)
    for (let top = inner.top; top < inner.bottom; top += BLOCK)
      for (let left = inner.left; left < inner.right; left += BLOCK) {
        const block = {
          left,
          top,
          right: Math.min(inner.right, left + BLOCK),
          bottom: Math.min(inner.bottom, top + BLOCK),
        }
        this.smearBlock({ width, height }, block, pole, amount, around)
      }
  }
  private smearBlock(
    { width, height }: Pick<Read, 'width' | 'height'>,
    inner: Bounds,
    pole: Point,
    amount: number,
    around: boolean,
  ): void {
    const { kernels } = this.memory
    const { a, b } = this
    const sides = [
      [inner.left - pole.x, inner.top - pole.y],
      [inner.right - pole.x, inner.top - pole.y],
      [inner.left - pole.x, inner.bottom - pole.y],
      [inner.right - pole.x, inner.bottom - pole.y],
    ] as const
    const nearest = lengthOf(
      Math.max(inner.left - pole.x, 0, pole.x - inner.right),
      Math.max(inner.top - pole.y, 0, pole.y - inner.bottom),
    )
    const furthest = Math.max(...sides.map(([x, y]) => lengthOf(x, y)), 2)
    // Seen from without, the part lies to both sides of the way to its middle.
    const within = nearest < 2
    const [mx, my] = [(inner.left + inner.right) / 2 - pole.x, (inner.top + inner.bottom) / 2 - pole.y]
    const [c, s] = within ? [1, 0] : [mx / lengthOf(mx, my), my / lengthOf(mx, my)]
    const turns = within ? [-Math.PI, Math.PI] : sides.map(([x, y]) => angleOf(c * y - s * x, c * x + s * y))
    const [low, high] = [Math.min(...turns), Math.max(...turns)]
    const first = Math.max(0, Math.floor(nearest * (around ? 1 : 1 - amount)) - 2)
    const count = Math.ceil(furthest * (around ? 1 : 1 + amount)) + 3 - first
    const more = around ? amount : 0
    // Or as near as there is room for.
    const most = Math.min(MOST_RAYS, Math.floor((PLANE * 5) / 16 / (count + 1)) - 2)
    const apart = Math.max(RAYS_APART / furthest, (high - low + 2 * more) / (most - 6))
    const start = low - more - 2 * apart
    const rays = 2 * Math.ceil(Math.min(most - 1, (high - low + 2 * more) / apart + 5) / 2)
    const ways = new Float32Array(2 * rays)
    // Each way is the one before turned by a little: in double precision this stays within a hair of the true one.
    const [turnX, turnY] = [cosine(apart), sine(apart)]
    let [x, y] = [c * cosine(start) - s * sine(start), s * cosine(start) + c * sine(start)]
    for (let n = 0; n < rays; n++) {
      ways[2 * n] = x
      ways[2 * n + 1] = y
      ;[x, y] = [x * turnX - y * turnY, y * turnX + x * turnY]
    }
    const spans = around
      ? new Int32Array(rays).map((_, n) => (n % 2 ? count : 0))
      : spansOf(ways, inner, pole, amount, first, count)
    const [waysAt, spansAt] = [this.told(ways), this.table(new Float32Array(spans.buffer), SPANS)]
    const about = [pole.x, pole.y] as const
    kernels.castRays(
      a,
      b,
      PX_BYTES,
      width,
      height,
      ...about,
      waysAt,
      spansAt,
      rays,
      first,
      count,
      around ? 1 : 0,
    )
    const of = [c, s, start, apart, rays, first, count, amount, around ? 1 : 0] as const
    for (let y = inner.top; y < inner.bottom; y += NEAR)
      for (let x = inner.left; x < inner.right; x += NEAR) {
        const [w, h] = [Math.min(NEAR, (inner.right - x + 3) & ~3), Math.min(NEAR, inner.bottom - y)]
        kernels.smearByRays(b, SMEARED, PX_BYTES, x, y, w, h, a, ...about, ...of)
      }
  }
  /** Smeared px as planes of the first buffer. */
  parted({ width, height }: Read): number {
    this.memory.kernels.partPx(
      this.a,
      PLANE,
      SIDE_BYTES,
      this.b + SMEARED,
      PX_BYTES,
      (width + 3) & ~3,
      height,
    )
    return this.a
  }
  /** Smeared px from (x, y) on as a part of a raster. */
  partInto({ raster, region }: Place, x: number, y: number): void {
    const from = this.b + SMEARED + y * PX_BYTES + x * 8
    this.memory.kernels.partPx(
      raster + region.offset,
      PLANE_BYTES,
      STRIDE,
      from,
      PX_BYTES,
      region.width,
      region.height,
    )
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
    let [across, down] = [0, 0]
    for (let n = 0; n < count; n++) {
      const by = shifts(n)
      across += beside(by[0], by[2])
      down += beside(by[1], by[3])
      const part = [across, down, read.width - 2 * across, read.height - 2 * down] as const
      for (const p of planes)
        this.memory.kernels.pairShift(to + p * PLANE, from + p * PLANE, SIDE_BYTES, ...part, ...by, most)
      ;[from, to] = [to, from]
    }
    return from
  }
}
