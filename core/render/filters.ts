import { fromHex } from '../colour/colour'
import { blendModeNumber } from '../design/blend-modes'
import { intersect } from '../geometry/bounds'
import { cosine, sine } from '../geometry/exact'
import { apply, inverse } from '../geometry/matrix'
import { type PixelMemory, PLANE_BYTES, STRIDE, TILE } from '../pixels/memory'
import type { NearWork, PointWork } from '../treatments/definition'
import type { FilterNode, GradeNode, PlanNode } from './nodes'
import { type Region, regionIn } from './region'
import { screenTable } from './screen'
import { type Covering, gaussian } from './softening'

/** px that work looks away from a part of a tile at most, at the scale it is done at, and the side of the buffers it needs. */
const MOST_LOOK = 208
const SIDE = TILE + 2 * MOST_LOOK + 16
const SIDE_BYTES = SIDE * 4
const PLANE = SIDE * SIDE_BYTES
const ALPHA = 3 * PLANE_BYTES
const ATOP = blendModeNumber('src-atop')
/** Bytes for tables and settings: a cube of 65 a side is the largest. */
const TABLE_BYTES = 65 ** 3 * 16

type RasterOf = (node: PlanNode, region: Region, left: number, top: number) => number
/** A raster, the part of it that is made, and the px of the view that it begins at. */
type Place = { raster: number; region: Region; left: number; top: number }
type Mixed = Pick<FilterNode, 'strength' | 'blend' | 'masks'>
type Near = Extract<FilterNode['work'], { near: NearWork }>
/** What a near work reads: buffer (0, 0) is px (x, y) of the source's scale; so many px of it are filled. */
type Read = { x: number; y: number; width: number; height: number }

/** Treats pixels of parts of tiles. Owns the scratch memory that it takes, from when it is first needed. */
export class Filters {
  private held: { a: number; b: number; table: number } | null = null

  constructor(
    private readonly memory: PixelMemory,
    private readonly rasterOf: RasterOf,
    private readonly covering: Covering,
  ) {}

  private get scratch() {
    const { memory } = this
    return (this.held ??= { a: memory.block(PLANE * 5), b: memory.block(PLANE * 5), table: memory.block(TABLE_BYTES) })
  }

  /** Puts a treatment on a part of a raster that holds what it is put on. */
  apply(node: FilterNode, raster: number, region: Region, left: number, top: number): void {
    this.mix(node, raster, region, left, top, (place) => {
      if ('point' in node.work) this.point(node.work.point, place, node.step)
      else (this.near[node.work.near.op] as (w: NearWork, n: FilterNode, near: Near, p: Place) => void)(node.work.near, node, node.work, place)
    })
  }
  /** Puts a grade on all that a part of a raster shows. */
  grade(node: GradeNode, raster: number, region: Region, left: number, top: number): void {
    this.mix(node, raster, region, left, top, (place) => {
      for (const step of node.steps) this.apply(step, place.raster, region, left, top)
    })
  }

  /** What is made of a copy is mixed with what was there. */
  private mix(node: Mixed, raster: number, region: Region, left: number, top: number, make: (place: Place) => void): void {
    const { memory } = this
    const { kernels } = memory
    const rect = [PLANE_BYTES, STRIDE, region.width, region.height] as const
    const made = memory.tile()
    const at = region.offset
    kernels.copyRect(made + at, raster + at, ...rect)
    make({ raster: made, region, left, top })
    if (node.blend !== 0) this.blended(made, raster, region, node.blend)
    if (node.masks.length === 0) {
      if (node.strength < 1) kernels.mixRect(raster + at, made + at, ...rect, node.strength)
      else kernels.copyRect(raster + at, made + at, ...rect)
    } else this.mixed(node, raster, made, region, left, top)
    memory.releaseTile(made)
  }

  /** Mixes straight colours by a blend mode, coverage as it was made. */
  private blended(made: number, raster: number, region: Region, mode: number): void {
    const { memory } = this
    const { kernels } = memory
    const [at, rect] = [region.offset, [PLANE_BYTES, STRIDE, region.width, region.height] as const]
    const under = memory.tile()
    const cover = memory.tile()
    kernels.copyRect(under + at, raster + at, ...rect)
    kernels.copyRect(cover + at, made + at, ...rect)
    kernels.straightenRect(under + at, ...rect)
    kernels.straightenRect(made + at, ...rect)
    kernels.blendRect(under + at, made + at, ...rect, mode, 1)
    kernels.copyRect(made + at, under + at, ...rect)
    kernels.maskRect(made + at, PLANE_BYTES, STRIDE, cover + ALPHA + at, STRIDE, region.width, region.height, 1, 0)
    memory.releaseTile(cover)
    memory.releaseTile(under)
  }
  /** As much of what was made as the masks show, the rest as it was. */
  private mixed(node: Mixed, raster: number, made: number, region: Region, left: number, top: number): void {
    const { memory } = this
    const { kernels } = memory
    const at = region.offset
    const share = memory.tile()
    const one = memory.tile()
    kernels.clearRect(share + at, PLANE_BYTES, STRIDE, region.width, region.height)
    // What was made is weighed by the share, what was there by the rest.
    const full = memory.floats(share, TILE * TILE)
    for (let y = region.y; y < region.y + region.height; y++) full.fill(node.strength, y * TILE + region.x, y * TILE + region.x + region.width)
    for (const step of node.masks) {
      this.covering.cover(one, step, region, left, top)
      kernels.maskRect(share + at, PLANE_BYTES, STRIDE, one + at, STRIDE, region.width, region.height, step.strength, step.swap ? 1 : 0)
    }
    const weigh = (tile: number, swap: number) =>
      kernels.maskRect(tile + at, PLANE_BYTES, STRIDE, share + at, STRIDE, region.width, region.height, 1, swap)
    weigh(made, 0)
    weigh(raster, 1)
    kernels.addRect(raster + at, made + at, PLANE_BYTES, STRIDE, region.width, region.height)
    memory.releaseTile(one)
    memory.releaseTile(share)
  }

  private table(values: ArrayLike<number>, offset = 0): number {
    const at = this.scratch.table + offset
    this.memory.floats(at, values.length).set(values)
    return at
  }

  private point(work: PointWork, { raster, region, left, top }: Place, step: number): void {
    const { kernels } = this.memory
    const rect = [raster + region.offset, PLANE_BYTES, STRIDE, region.width, region.height] as const
    const [x, y] = [left + region.x, top + region.y]
    if (work.op === 'shape') {
      const [before, after] = [work.before ? this.table(work.before) : 0, work.after ? this.table(work.after, 16384) : 0]
      kernels.shapeRect(...rect, before, work.matrix ? this.table(work.matrix, 32768) : 0, after)
    } else if (work.op === 'light') kernels.mapLight(...rect, this.table(work.table))
    else if (work.op === 'cube') kernels.mapCube(...rect, this.table(work.table), work.side)
    else if (work.op === 'oklab') kernels.oklabRect(...rect, this.table(work.settings))
    else if (work.op === 'grain') kernels.grainRect(...rect, x, y, step, work.size, work.amount, work.colours ? 1 : 0, work.seed)
    else {
      const r = (work.turnDegrees * Math.PI) / 180
      const k = step / work.pitch
      const [c, s] = [cosine(r) * k, sine(r) * k]
      const ink = fromHex(work.ink ?? '#000000')
      // What a px of the view is of the way of a threshold from 0 to 1, at most all of it.
      const soft = Math.min(2, Math.max(0.02, k * (work.lines ? 2 : 1.6)))
      kernels.screenRect(
        ...rect,
        ...([c, s, c * x + s * y, -s, c, c * y - s * x] as const),
        this.table(screenTable(work.lines)),
        work.lines ? 1 : 0,
        soft,
        work.ink === null ? 1 : 0,
        ink.r,
        ink.g,
        ink.b,
        work.paper ? 1 : 0,
      )
    }
  }

  /** Fills the first buffer with what a source shows around a part of a tile, `look` px of its own scale further. */
  private gather(near: Near, { region, left, top }: Place, look: number, shiftX = 0, shiftY = 0): Read {
    const { kernels } = this.memory
    const { a } = this.scratch
    const { factor, source } = near
    const [x, y] = [Math.floor((left + region.x) / factor - 0.5 - shiftX) - look, Math.floor((top + region.y) / factor - 0.5 - shiftY) - look]
    const width = Math.ceil(region.width / factor) + 3 + 2 * look
    const height = Math.ceil(region.height / factor) + 3 + 2 * look
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
    return { x, y, width, height }
  }
  /** Softens planes of the first buffer in place, all but `reach` px at its border. */
  private blur(sigma: number, { width, height }: Read, planes: readonly number[]): number {
    const { kernels } = this.memory
    const { a, b } = this.scratch
    const weights = gaussian(sigma)
    const reach = weights.length - 1
    const at = this.table(weights, 65536)
    for (const p of planes) {
      kernels.blurPlane(b + p * PLANE, a + p * PLANE, SIDE_BYTES, reach, 0, width - 2 * reach, height, 4, at, reach)
      kernels.blurPlane(a + p * PLANE, b + p * PLANE, SIDE_BYTES, reach, reach, width - 2 * reach, height - 2 * reach, SIDE_BYTES, at, reach)
    }
    return reach
  }
  /** Brings a plane of a buffer to the scale of the raster. */
  private bring(to: number, toStride: number, from: number, read: Read, { region, left, top }: Place, factor: number, dx = 0, dy = 0): void {
    const [x, y] = [(left + region.x + 0.5 - dx) / factor - 0.5 - read.x, (top + region.y + 0.5 - dy) / factor - 0.5 - read.y]
    this.memory.kernels.enlargePlane(to, toStride, from, SIDE_BYTES, region.width, region.height, x, y, 1 / factor)
  }
  private bringAll(from: number, read: Read, place: Place, factor: number): void {
    for (let p = 0; p < 4; p++) this.bring(place.raster + p * PLANE_BYTES + place.region.offset, STRIDE, from + p * PLANE, read, place, factor)
  }

  /** Softens the source and brings it onto the raster. */
  private softened(near: Near, place: Place, planes: readonly number[] = [0, 1, 2, 3]): Read {
    const reach = gaussian(near.sigma).length - 1
    const read = this.gather(near, place, reach)
    this.blur(near.sigma, read, planes)
    return read
  }

  /** Two places meet again and again, half as far each time: as many even places as they are px apart. */
  private paired(read: Read, maps: (n: number) => readonly number[], count: number): number {
    let { a: from, b: to } = this.scratch
    for (let n = 0; n < count; n++) {
      const at = this.table(maps(n), 65536)
      this.memory.kernels.pairUp(to, from, PLANE, SIDE_BYTES, 0, 0, read.width, read.height, read.width, read.height, at)
      ;[from, to] = [to, from]
    }
    return from
  }

  /** The same by plain shifts, which are quicker; each time a little more of the buffer's border is no longer made. */
  private shifted(
    read: Read,
    planes: readonly number[],
    shifts: (n: number) => readonly [number, number, number, number],
    count: number,
    most: 0 | 1,
  ): number {
    let { a: from, b: to } = this.scratch
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

  private readonly near: { [K in NearWork['op']]: (w: Extract<NearWork, { op: K }>, node: FilterNode, near: Near, place: Place) => void } = {
    blur: (w, _n, near, place) => {
      if (w.sigma < 0.05) return
      this.bringAll(this.scratch.a, this.softened(near, place), place, near.factor)
    },
    sharpen: (w, _n, near, place) => {
      const { memory } = this
      const read = this.softened(near, place, [0, 1, 2])
      const soft = memory.tile()
      this.bringAll(this.scratch.a, read, { ...place, raster: soft }, near.factor)
      const { raster, region } = place
      memory.kernels.sharpenRect(
        raster + region.offset,
        PLANE_BYTES,
        STRIDE,
        region.width,
        region.height,
        soft + region.offset,
        PLANE_BYTES,
        STRIDE,
        w.amount,
        w.threshold,
      )
      memory.releaseTile(soft)
    },
    spare: (w, _n, near, place) => {
      const { memory } = this
      const { kernels } = memory
      const { a } = this.scratch
      const reach = gaussian(near.sigma).length - 1
      const read = this.gather(near, place, 2 * reach)
      const { width, height } = read
      const [means, slopes] = [memory.tile(), memory.tile()]
      const even = (width + 3) & ~3
      // Plane by plane: its mean in the plane itself, the mean of its square in the fifth.
      for (let p = 0; p < 4; p++) {
        kernels.squarePlane(a + 4 * PLANE, a + p * PLANE, SIDE_BYTES, even, height)
        this.blur(near.sigma, read, [p, 4])
        kernels.guideLine(a + p * PLANE, a + 4 * PLANE, SIDE_BYTES, even, height, w.spared)
        this.blur(near.sigma, read, [p, 4])
        this.bring(slopes + place.region.offset, STRIDE, a + 4 * PLANE, read, place, near.factor)
        this.bring(means + place.region.offset, STRIDE, a + p * PLANE, read, place, near.factor)
        const at = place.region.offset
        kernels.guideApply(place.raster + p * PLANE_BYTES + at, STRIDE, slopes + at, means + at, STRIDE, place.region.width, place.region.height)
      }
      memory.releaseTile(slopes)
      memory.releaseTile(means)
    },
    smear: (w, _n, near, place) => {
      const [dx, dy] = [w.dx / near.factor, w.dy / near.factor]
      const length = Math.hypot(dx, dy)
      if (length < 0.5) return
      const count = Math.max(1, Math.ceil(Math.log2(length)))
      const read = this.gather(near, place, Math.ceil(length / 2) + 2 * count + 3)
      const shifts = (n: number) => {
        const [x, y] = [dx / 2 ** (n + 2), dy / 2 ** (n + 2)]
        return [-x, -y, x, y] as const
      }
      this.bringAll(this.shifted(read, [0, 1, 2, 3], shifts, count, 0), read, place, near.factor)
    },
    zoom: (w, _n, near, place) => this.about(near, place, w, (k) => [1 - k, 0, 0, 1 - k, 1 + k, 0, 0, 1 + k], 0.5 * w.by),
    spin: (w, _n, near, place) =>
      this.about(
        near,
        place,
        w,
        (k) => {
          const [c, s] = [cosine(k), sine(k)]
          return [c, s, -s, c, c, -s, s, c]
        },
        (w.by * Math.PI) / 4,
      ),
    dabs: (w, _n, near, place) => {
      const { kernels } = this.memory
      const { a } = this.scratch
      const radius = w.radius / near.factor
      if (radius < 0.3) return
      const reach = gaussian(near.sigma).length - 1
      const read = this.gather(near, place, reach + Math.ceil(radius * 0.75) + 1)
      kernels.lightSquare(a + 4 * PLANE, a, PLANE, SIDE_BYTES, (read.width + 3) & ~3, read.height)
      this.blur(near.sigma, read, [0, 1, 2, 3, 4])
      const places = Array.from({ length: 8 }, (_, n) => [cosine((n * Math.PI) / 4) * radius * 0.75, sine((n * Math.PI) / 4) * radius * 0.75]).flat()
      const at = this.table(places, 65536)
      const { raster, region, left, top } = place
      if (near.factor === 1) {
        const to = [raster + region.offset, PLANE_BYTES, STRIDE, a, PLANE, SIDE_BYTES, a + 4 * PLANE] as const
        kernels.dabRect(...to, left + region.x - read.x, top + region.y - read.y, region.width, region.height, at, w.sharp)
        return
      }
      const skip = reach + Math.ceil(radius * 0.75) + 1
      const { b } = this.scratch
      const inner = [read.width - 2 * skip, read.height - 2 * skip] as const
      kernels.dabRect(b + skip * SIDE_BYTES + skip * 4, PLANE, SIDE_BYTES, a, PLANE, SIDE_BYTES, a + 4 * PLANE, skip, skip, ...inner, at, w.sharp)
      this.bringAll(b, read, place, near.factor)
    },
    displace: (w, node, near, place) => {
      const { memory } = this
      const look = Math.min(MOST_LOOK, Math.ceil(Math.max(Math.abs(w.dx), Math.abs(w.dy))) + 2)
      const { raster, region, left, top } = place
      let map = 0
      if (near.map) {
        map = memory.tile()
        memory.kernels.clearRect(map + region.offset, PLANE_BYTES, STRIDE, region.width, region.height)
        const whole = regionIn(near.map.bounds, left, top)
        if (whole) {
          const own = this.rasterOf(near.map, whole, left, top)
          const part = regionIn(intersect(near.map.bounds, boxOf(place)), left, top)
          if (part) memory.kernels.copyRect(map + part.offset, own + part.offset, PLANE_BYTES, STRIDE, part.width, part.height)
        }
      }
      const read = this.gather(near, place, look)
      const most = look - 2
      const cut = (v: number) => Math.max(-most, Math.min(most, v))
      memory.kernels.displaceRect(
        ...([raster + region.offset, PLANE_BYTES, STRIDE, this.scratch.a, PLANE, SIDE_BYTES] as const),
        ...([left + region.x - read.x, top + region.y - read.y, region.width, region.height] as const),
        map ? map + region.offset : 0,
        PLANE_BYTES,
        STRIDE,
        w.light ? 1 : 0,
        cut(w.dx),
        cut(w.dy),
        ...([left + region.x, top + region.y, node.step / w.size] as const),
        w.seed,
      )
      if (map) memory.releaseTile(map)
    },
    fringe: (w, _n, near, place) => {
      const { memory } = this
      const { a } = this.scratch
      const look = Math.min(MOST_LOOK, Math.ceil(Math.max(Math.abs(w.dx), Math.abs(w.dy))) + 2)
      const read = this.gather(near, place, look)
      const { raster, region } = place
      const ways = [-1, 0, 1]
      ways.forEach((way, p) => {
        this.bring(raster + p * PLANE_BYTES + region.offset, STRIDE, a + p * PLANE, read, place, near.factor, way * w.dx, way * w.dy)
      })
      const own = memory.tile()
      ways.forEach((way, n) => {
        const to = n === 0 ? raster + ALPHA : own
        this.bring(to + region.offset, STRIDE, a + 3 * PLANE, read, place, near.factor, way * w.dx, way * w.dy)
        if (n > 0) memory.kernels.mostPlane(raster + ALPHA + region.offset, STRIDE, own + region.offset, STRIDE, region.width, region.height)
      })
      memory.releaseTile(own)
    },
    print: (w, _n, near, place) => {
      const { memory } = this
      const { raster, region } = place
      const [at, rect] = [region.offset, [PLANE_BYTES, STRIDE, region.width, region.height] as const]
      const own = memory.tile()
      memory.kernels.copyRect(own + at, raster + at, ...rect)
      this.bringAll(this.scratch.a, this.softened(near, place), place, near.factor)
      memory.kernels.clipRect(raster + at, ...rect, w.edge, w.slope)
      // What is covered keeps its colours; only where ink has spread are they those of what is near.
      memory.kernels.blendRect(raster + at, own + at, ...rect, ATOP, 1)
      memory.releaseTile(own)
    },
    wear: (w, node, near, place) => {
      const { memory } = this
      const read = this.softened(near, place, [3])
      const cover = memory.tile()
      const { raster, region, left, top } = place
      this.bring(cover + region.offset, STRIDE, this.scratch.a + 3 * PLANE, read, place, near.factor)
      memory.kernels.wearRect(
        ...([raster + region.offset, PLANE_BYTES, STRIDE, region.width, region.height] as const),
        ...([left + region.x, top + region.y, node.step] as const),
        w.size,
        w.amount,
        w.soft,
        w.edge,
        cover + region.offset,
        STRIDE,
        w.seed,
      )
      memory.releaseTile(cover)
    },
    extrude: (w, _n, near, place) => {
      const { memory } = this
      const { kernels } = memory
      const { raster, region } = place
      const [dx, dy] = [w.dx / near.factor, w.dy / near.factor]
      const length = Math.hypot(dx, dy)
      if (length < 0.25) return
      const count = Math.max(1, Math.ceil(Math.log2(length)) + 1)
      const read = this.gather(near, place, Math.ceil(length) + 2 * count + 3)
      const shifts = (n: number) => [0, 0, -dx / 2 ** (n + 1), -dy / 2 ** (n + 1)] as const
      const from = this.shifted(read, [3], shifts, count, 1)
      const under = memory.tile()
      this.bring(under + ALPHA + region.offset, STRIDE, from + 3 * PLANE, read, place, near.factor)
      const c = fromHex(w.colour)
      const [at, rect] = [region.offset, [PLANE_BYTES, STRIDE, region.width, region.height] as const]
      kernels.fillSolid(under + at, ...rect, under + ALPHA + at, STRIDE, c.r, c.g, c.b, c.a)
      kernels.blendRect(under + at, raster + at, ...rect, 0, 1)
      kernels.copyRect(raster + at, under + at, ...rect)
      memory.releaseTile(under)
    },
  }

  /** Smears towards or around a point of the box: by maps about it of ever smaller amounts. */
  private about(near: Near, place: Place, w: { x: number; y: number }, both: (k: number) => readonly number[], amount: number): void {
    const onto = inverse(near.box)
    if (!onto || amount <= 0) return
    const { region, left, top } = place
    const point = apply(onto, { x: w.x, y: w.y })
    const [cx, cy] = [point.x / near.factor, point.y / near.factor]
    const corners = [
      [left + region.x, top + region.y],
      [left + region.x + region.width, top + region.y + region.height],
    ].map(([x, y]) => Math.max(Math.abs((x as number) / near.factor - cx), Math.abs((y as number) / near.factor - cy)))
    const far = Math.max(...corners) * Math.SQRT2 * amount
    const look = Math.min(MOST_LOOK, Math.ceil(far) + 2)
    const read = this.gather(near, place, look)
    const count = Math.max(1, Math.ceil(Math.log2(Math.max(2, 2 * far))))
    const [px, py] = [cx - 0.5 - read.x, cy - 0.5 - read.y]
    const maps = (n: number) => {
      const [a, b, c, d, e, f, g, h] = both(amount / 2 ** (n + 1)) as [number, number, number, number, number, number, number, number]
      return [a, b, px - a * px - b * py, c, d, py - c * px - d * py, e, f, px - e * px - f * py, g, h, py - g * px - h * py]
    }
    this.bringAll(this.paired(read, maps, count), read, place, near.factor)
  }
}

const boxOf = ({ region, left, top }: Place) => ({
  left: left + region.x,
  top: top + region.y,
  right: left + region.x + region.width,
  bottom: top + region.y + region.height,
})
