import { fromHex } from '../colour/colour'
import { intersect, mapBounds } from '../geometry/bounds'
import { cosine, sine } from '../geometry/exact'
import { compose, translation } from '../geometry/matrix'
import { ALPHA, type PixelMemory, PLANE_BYTES, STRIDE, TILE } from '../pixels/memory'
import type { NearWork, PointWork } from '../treatments/definition'
import { nearWorks } from './near-works'
import type { EdgedNode, FilterNode, GradeNode, MappedNode, PlanNode, ReducedNode } from './nodes/types'
import type { Reading } from './reading'
import { type Region, regionIn } from './region'
import { type Near, PLANE, type Place, Scratch, SIDE, SIDE_BYTES } from './scratch'
import { screenTable } from './screen'
import type { Covering } from './softening'

type Mixed = Pick<FilterNode, 'strength' | 'blend' | 'masks'>

/** Treats pixels of parts of tiles.  */
export class Filters {
  private readonly scratch: Scratch

  constructor(
    private readonly memory: PixelMemory,
    private readonly reading: Reading,
    private readonly covering: Covering,
  ) {
    this.scratch = new Scratch(memory, reading)
  }

  /** Puts a treatment on a part of a raster that holds what it is put on. */
  apply(node: FilterNode, raster: number, region: Region, left: number, top: number): void {
    this.mix(node, raster, region, left, top, (place) => {
      const { work } = node
      if ('point' in work) this.point(work.point, place, node.step)
      else
        (nearWorks[work.near.op] as (s: Scratch, w: NearWork, n: Near, p: Place, step: number) => void)(
          this.scratch,
          work.near,
          work,
          place,
          node.step,
        )
    })
  }
  /** Puts a grade on all that a part of a raster shows. Within a holder its coverage stays as it is. */
  grade(node: GradeNode, raster: number, region: Region, left: number, top: number, held = false): void {
    this.mix(node, raster, region, left, top, (place) => {
      for (const step of node.steps) this.apply(step, place.raster, region, left, top)
      if (node.made) this.replace(place.raster, node.made, region, left, top, held)
    })
  }
  /** Puts a node's pixels in place of others, or only their colours. */
  replace(
    raster: number,
    node: PlanNode,
    region: Region,
    left: number,
    top: number,
    coloursOnly: boolean,
  ): void {
    const { memory } = this
    const { kernels } = memory
    const [at, rect] = [region.offset, [PLANE_BYTES, STRIDE, region.width, region.height] as const]
    const made = memory.tile()
    kernels.clearRect(made + at, ...rect)
    const box = {
      left: left + region.x,
      top: top + region.y,
      right: left + region.x + region.width,
      bottom: top + region.y + region.height,
    }
    const [part, whole] = [regionIn(intersect(node.bounds, box), left, top), regionIn(node.bounds, left, top)]
    if (part && whole) {
      const own = this.reading.rasterOf(node, whole, left, top)
      kernels.copyRect(made + part.offset, own + part.offset, PLANE_BYTES, STRIDE, part.width, part.height)
      if (node.opacity < 1)
        kernels.scaleRect(made + part.offset, PLANE_BYTES, STRIDE, part.width, part.height, node.opacity)
    }
    if (coloursOnly) {
      kernels.straightenRect(made + at, ...rect)
      kernels.maskRect(
        made + at,
        PLANE_BYTES,
        STRIDE,
        raster + ALPHA + at,
        STRIDE,
        region.width,
        region.height,
        1,
        0,
      )
    }
    kernels.copyRect(raster + at, made + at, ...rect)
    memory.releaseTile(made)
  }

  /** The pixels of a node that is planned finer, each the mean of those it covers; a block at a time, as there is room for. */
  reduced({ source, factor }: ReducedNode, raster: number, region: Region, left: number, top: number): void {
    const { scratch } = this
    const block = Math.max(1, Math.floor((SIDE - 16) / factor))
    for (let y = 0; y < region.height; y += block)
      for (let x = 0; x < region.width; x += block) {
        const [width, height] = [Math.min(block, region.width - x), Math.min(block, region.height - y)]
        const [fromX, fromY] = [(left + region.x + x) * factor, (top + region.y + y) * factor]
        const read = { x: Math.floor(fromX), y: Math.floor(fromY), width: 0, height: 0 }
        read.width = Math.ceil(fromX + width * factor) + 1 - read.x
        read.height = Math.ceil(fromY + height * factor) + 1 - read.y
        scratch.gatherPart(source, read)
        for (let p = 0; p < 4; p++) {
          const to = raster + p * PLANE_BYTES + region.offset + y * STRIDE + x * 4
          this.memory.kernels.reducePlane(
            to,
            STRIDE,
            scratch.a + p * PLANE,
            SIDE_BYTES,
            width,
            height,
            fromX - read.x,
            fromY - read.y,
            factor,
          )
        }
      }
  }

  /** The pixels of a node within its edge, and beyond it the nearest of them. */
  edged({ source, edge }: EdgedNode, raster: number, region: Region, left: number, top: number): void {
    const { memory } = this
    const within = (v: number, from: number, to: number) => Math.min(Math.max(v, from), to - 1)
    const [x0, y0] = [left + region.x, top + region.y]
    const [fromX, toX] = [
      within(x0, edge.left, edge.right),
      within(x0 + region.width - 1, edge.left, edge.right) + 1,
    ]
    const [fromY, toY] = [
      within(y0, edge.top, edge.bottom),
      within(y0 + region.height - 1, edge.top, edge.bottom) + 1,
    ]
    this.reading.readTiles(source, { left: fromX, top: fromY, right: toX, bottom: toY }, (tiles) => {
      memory.kernels.clearRect(raster + region.offset, PLANE_BYTES, STRIDE, region.width, region.height)
      const out = memory.floats(raster, 4 * TILE * TILE)
      for (const tile of tiles) {
        const own = memory.floats(tile.raster, 4 * TILE * TILE)
        for (let y = 0; y < region.height; y++) {
          const sy = within(y0 + y, edge.top, edge.bottom)
          if (sy < tile.part.top || sy >= tile.part.bottom) continue
          for (let p = 0; p < 4 * TILE * TILE; p += TILE * TILE) {
            const to = p + (region.y + y) * TILE + region.x - x0
            const from = p + (sy - tile.top) * TILE - tile.left
            const [first, last] = [Math.max(x0, tile.part.left), Math.min(x0 + region.width, tile.part.right)]
            if (last > first) out.set(own.subarray(from + first, from + last), to + first)
            if (tile.part.left === edge.left && x0 < edge.left)
              out.fill(own[from + edge.left] as number, to + x0, to + Math.min(edge.left, x0 + region.width))
            if (tile.part.right === edge.right && x0 + region.width > edge.right)
              out.fill(
                own[from + edge.right - 1] as number,
                to + Math.max(x0, edge.right),
                to + x0 + region.width,
              )
          }
        }
      }
    })
  }

  /** Puts the pixels of another place on a part of a raster, by bicubic interpolation: on whole px they are as they were. */
  mapped({ source, back }: MappedNode, raster: number, region: Region, left: number, top: number): void {
    const { scratch } = this
    const [x0, y0] = [left + region.x, top + region.y]
    const box = mapBounds(back, { left: x0, top: y0, right: x0 + region.width, bottom: y0 + region.height })
    const [x, y] = [Math.floor(box.left) - 2, Math.floor(box.top) - 2]
    const read = { x, y, width: Math.ceil(box.right) + 3 - x, height: Math.ceil(box.bottom) + 3 - y }
    scratch.gatherPart(source, read)
    // From px of the part to px of the buffer, middles to middles.
    const m = compose(compose(translation(x0 + 0.5, y0 + 0.5), back), translation(-x - 0.5, -y - 0.5))
    this.memory.kernels.mapPlanes(
      raster + region.offset,
      PLANE_BYTES,
      STRIDE,
      region.width,
      region.height,
      scratch.a,
      PLANE,
      SIDE_BYTES,
      ...m,
    )
  }

  /** What is made of a copy is mixed with what was there. */
  private mix(
    node: Mixed,
    raster: number,
    region: Region,
    left: number,
    top: number,
    make: (place: Place) => void,
  ): void {
    const { memory } = this
    const { kernels } = memory
    // Wholly, everywhere and as it is: it can be made in place.
    if (node.strength === 1 && node.blend === 0 && node.masks.length === 0)
      return make({ raster, region, left, top })
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
    kernels.maskRect(
      made + at,
      PLANE_BYTES,
      STRIDE,
      cover + ALPHA + at,
      STRIDE,
      region.width,
      region.height,
      1,
      0,
    )
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
    for (let y = region.y; y < region.y + region.height; y++)
      full.fill(node.strength, y * TILE + region.x, y * TILE + region.x + region.width)
    for (const step of node.masks) {
      this.covering.cover(one, step, region, left, top)
      kernels.maskRect(
        share + at,
        PLANE_BYTES,
        STRIDE,
        one + at,
        STRIDE,
        region.width,
        region.height,
        step.strength,
        step.swap ? 1 : 0,
      )
    }
    const weigh = (tile: number, swap: number) =>
      kernels.maskRect(
        tile + at,
        PLANE_BYTES,
        STRIDE,
        share + at,
        STRIDE,
        region.width,
        region.height,
        1,
        swap,
      )
    weigh(made, 0)
    weigh(raster, 1)
    kernels.addRect(raster + at, made + at, PLANE_BYTES, STRIDE, region.width, region.height)
    memory.releaseTile(one)
    memory.releaseTile(share)
  }

  private point(work: PointWork, { raster, region, left, top }: Place, step: number): void {
    const { kernels } = this.memory
    const rect = [raster + region.offset, PLANE_BYTES, STRIDE, region.width, region.height] as const
    const [x, y] = [left + region.x, top + region.y]
    if (work.op === 'shape') {
      const [before, after] = [
        work.before ? this.scratch.table(work.before) : 0,
        work.after ? this.scratch.table(work.after, 16384) : 0,
      ]
      kernels.shapeRect(...rect, before, work.matrix ? this.scratch.table(work.matrix, 32768) : 0, after)
    } else if (work.op === 'light') kernels.mapLight(...rect, this.scratch.table(work.table))
    else if (work.op === 'cube') {
      if (work.before) kernels.shapeRect(...rect, this.scratch.table(work.before), 0, 0)
      kernels.mapCube(...rect, this.scratch.cube(work.table), work.side)
    } else if (work.op === 'oklab') kernels.oklabRect(...rect, this.scratch.table(work.settings))
    else if (work.op === 'grain')
      kernels.grainRect(...rect, x, y, step, work.size, work.amount, work.colours ? 1 : 0, work.seed)
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
        this.scratch.table(screenTable(work.lines)),
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
}
