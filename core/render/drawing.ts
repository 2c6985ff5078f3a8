import { fromHex } from '../colour/colour'
import { gradientMap, gradientTable, TABLE_SIZE } from '../colour/gradient'
import type { Gradient } from '../colour/gradient-line'
import { lengthOf } from '../geometry/exact'
import { applyHomography, composeHomographies, fromAffine, type Homography } from '../geometry/homography'
import { apply, compose, identity, inverse, scaling, translation } from '../geometry/matrix'
import { type PixelMemory, PLANE_BYTES, STRIDE, TILE } from '../pixels/memory'
import { levelOf } from './levels'
import type { Fill, FillNode, PictureNode } from './nodes/types'
import type { Region } from './region'
import type { HeldLevel, SourceBook } from './sources'
import { reductionAt, type ToUnit, type Warped } from './warped'

/** Source rows that resampling an upright picture may need for a tile, and source px of a row. */
const SCRATCH_ROWS = 640
const LINE = 2048
/** A map covers a tile and one row and column more. */
const MAP_STRIDE = (TILE + 4) * 4
const MAP_PLANE = MAP_STRIDE * (TILE + 4)
/** Source px that a mapped block of 32 × 32 px may need. */
const PATCH_PIXELS = 256 * 256

const formatOf = (held: HeldLevel): number => (held.opaque ? 1 : 0) | (held.deep ? 2 : 0)
const outlined = (points: Float64Array): Fill['outlines'][number] => ({
  points,
  bounds: { left: -Infinity, top: -Infinity, right: Infinity, bottom: Infinity },
})
/** The corners of an affine picture in px of the view. */
function cornersOf(node: PictureNode): Fill['outlines'][number] {
  const toView = inverse(node.toSource) ?? identity
  const [w, h] = [node.sourceWidth, node.sourceHeight]
  const all = [
    apply(toView, { x: 0, y: 0 }),
    apply(toView, { x: w, y: 0 }),
    apply(toView, { x: w, y: h }),
    apply(toView, { x: 0, y: h }),
  ]
  return outlined(Float64Array.from(all.flatMap((p) => [p.x, p.y])))
}

/** Draws pictures and fills onto parts of tiles. Owns the scratch memory that it takes. */
export class Drawing {
  private readonly tables = new Map<string, number>()
  private readonly cover: number
  private readonly sums: number
  private readonly scratch: number
  private readonly map: number
  private readonly patch: number

  constructor(
    private readonly memory: PixelMemory,
    private readonly sources: SourceBook,
  ) {
    this.cover = memory.block(PLANE_BYTES)
    this.sums = memory.block((TILE + 2) * TILE * 4)
    this.scratch = memory.block(TILE * 100 + LINE * 16 + SCRATCH_ROWS * TILE * 16)
    this.map = memory.block(2 * MAP_PLANE)
    this.patch = memory.block(PATCH_PIXELS * 16)
  }

  /**
   * Where a part of an 8-bit picture lies in its source, px, if it lies on the source's own grid at 100 % and wholly
   * within it; else null.
   */
  onGrid(
    node: PictureNode,
    region: Region,
    left: number,
    top: number,
  ): { at: number; width: number; x: number; y: number } | null {
    const k = 1 / 2 ** node.level
    const m = compose(compose(translation(left + region.x, top + region.y), node.toSource), scaling(k))
    const [x, y] = [m[4], m[5]]
    if (
      node.warped ||
      m[0] !== 1 ||
      m[1] !== 0 ||
      m[2] !== 0 ||
      m[3] !== 1 ||
      !Number.isInteger(x) ||
      !Number.isInteger(y)
    )
      return null
    if (
      x < 0 ||
      y < 0 ||
      x + region.width > node.sourceWidth * k ||
      y + region.height > node.sourceHeight * k
    )
      return null
    const found = this.sources.picture(node.source, node.level)
    return found && found.level === node.level && !found.held.deep
      ? { at: found.held.at, width: found.held.width, x, y }
      : null
  }

  /** A picture's own pixels; transparent where its source is not here. `left`, `top` is the tile's corner in the view. */
  picture(raster: number, node: PictureNode, region: Region, left: number, top: number): void {
    const level = node.warped ? this.levelIn(node, node.warped, region, left, top) : node.level
    const found = this.sources.picture(node.source, level)
    if (!found || found.level !== level) {
      this.memory.kernels.clearRect(raster + region.offset, PLANE_BYTES, STRIDE, region.width, region.height)
      return
    }
    const { held } = found
    const k = 1 / 2 ** level
    const m = compose(compose(translation(left + region.x, top + region.y), node.toSource), scaling(k))
    const [wideX, wideY] = [Math.max(1, lengthOf(m[0], m[2])), Math.max(1, lengthOf(m[1], m[3]))]
    const out = raster + region.offset
    const { kernels } = this.memory
    const [right, low] = [node.sourceWidth * k, node.sourceHeight * k]
    const size = [region.width, region.height] as const
    const grid = this.onGrid(node, region, left, top)
    if (grid)
      kernels.copyPicture(
        out,
        PLANE_BYTES,
        STRIDE,
        ...size,
        grid.at,
        grid.width,
        grid.x,
        grid.y,
        held.opaque ? 1 : 0,
      )
    else if (
      !node.warped &&
      m[1] === 0 &&
      m[2] === 0 &&
      Math.abs(m[3]) * TILE + 4 * wideY + 2 < SCRATCH_ROWS &&
      Math.abs(m[0]) * TILE + 4 * wideX + 2 < LINE
    )
      kernels.sampleUpright(
        out,
        PLANE_BYTES,
        STRIDE,
        ...size,
        held.at,
        held.width,
        held.height,
        formatOf(held),
        m[0],
        m[3],
        m[4],
        m[5],
        wideX,
        wideY,
        right,
        low,
        this.scratch,
        SCRATCH_ROWS,
      )
    else {
      const [u, v] = [this.map, this.map + MAP_PLANE]
      this.coverOf(
        [node.warped ? outlined(node.warped.outline.points) : cornersOf(node)],
        false,
        region,
        left,
        top,
      )
      if (node.warped) this.mapUnit(node.warped.toUnit, region, left, top, right, low)
      else kernels.mapAffine(u, v, MAP_STRIDE, region.width + 1, region.height + 1, ...m)
      kernels.sampleMapped(
        out,
        PLANE_BYTES,
        STRIDE,
        ...size,
        u,
        v,
        MAP_STRIDE,
        this.cover,
        STRIDE,
        held.at,
        held.width,
        held.height,
        formatOf(held),
        this.patch,
        PATCH_PIXELS,
      )
    }
  }

  /** The level that a part of a perspective needs: that of its own middle. */
  private levelIn(node: PictureNode, warped: Warped, region: Region, left: number, top: number): number {
    if (node.coarsest === node.level || warped.toUnit.kind !== 'perspective') return node.level
    const middle = { x: left + region.x + region.width / 2, y: top + region.y + region.height / 2 }
    const at = applyHomography(warped.toUnit.map, middle)
    const clamp = (x: number) => Math.min(1, Math.max(0, x))
    const r = reductionAt(warped, clamp(at.x), clamp(at.y), node.sourceWidth, node.sourceHeight)
    return Math.min(node.coarsest, Math.max(node.level, levelOf(r.x, r.y)))
  }

  /** Fills the map of a part of the view with places in a warped box `width` by `height` large. */
  private mapUnit(
    to: ToUnit,
    region: Region,
    left: number,
    top: number,
    width: number,
    height: number,
  ): void {
    const { kernels } = this.memory
    const [u, v] = [this.map, this.map + MAP_PLANE]
    const [x0, y0, columns, rows] = [left + region.x, top + region.y, region.width + 1, region.height + 1]
    if (to.kind === 'perspective') {
      const m = composeHomographies(
        composeHomographies(fromAffine(translation(x0, y0)), to.map),
        fromAffine(scaling(width, height)),
      )
      // Seen from the front, so that what lies beyond the horizon can be told by its sign.
      const w = m[6] * (columns / 2) + m[7] * (rows / 2) + m[8]
      kernels.mapPerspective(
        u,
        v,
        MAP_STRIDE,
        columns,
        rows,
        ...((w < 0 ? m.map((n) => -n) : m) as unknown as Homography),
      )
      return
    }
    kernels.mapClear(u, v, MAP_STRIDE, columns, rows)
    const { triangles: t, boxes } = to
    for (let n = 0; n * 12 < t.length; n++) {
      const b = n * 4
      if (
        (boxes[b] as number) > x0 + columns ||
        (boxes[b + 2] as number) < x0 ||
        (boxes[b + 1] as number) > y0 + rows ||
        (boxes[b + 3] as number) < y0
      )
        continue
      const at = (corner: number) => {
        const i = n * 12 + corner * 4
        return [
          (t[i] as number) - x0,
          (t[i + 1] as number) - y0,
          (t[i + 2] as number) * width,
          (t[i + 3] as number) * height,
        ] as const
      }
      kernels.mapTriangle(u, v, MAP_STRIDE, columns, rows, ...at(0), ...at(1), ...at(2))
    }
  }

  /** Areas covered and coloured, one over the other. */
  fills(raster: number, node: FillNode, region: Region, left: number, top: number): void {
    const { kernels } = this.memory
    const [only] = node.fills
    if (only && node.fills.length === 1 && only.opacity === 1) {
      this.fill(raster, only, region, left, top)
      return
    }
    kernels.clearRect(raster + region.offset, PLANE_BYTES, STRIDE, region.width, region.height)
    const scratch = this.memory.tile()
    for (const fill of node.fills) {
      this.fill(scratch, fill, region, left, top)
      kernels.blendRect(
        raster + region.offset,
        scratch + region.offset,
        PLANE_BYTES,
        STRIDE,
        region.width,
        region.height,
        0,
        fill.opacity,
      )
    }
    this.memory.releaseTile(scratch)
  }

  /** Coverage of outlines on a part of the view, into the cover plane. */
  private coverOf(
    outlines: Fill['outlines'],
    evenOdd: boolean,
    region: Region,
    left: number,
    top: number,
  ): void {
    const { kernels } = this.memory
    const [x0, y0] = [left + region.x, top + region.y]
    kernels.coverageBegin(this.sums, region.width, region.height)
    for (const { points, bounds } of outlines) {
      if (
        bounds.bottom <= y0 ||
        bounds.top >= y0 + region.height ||
        bounds.left >= x0 + region.width ||
        bounds.right <= x0
      )
        continue
      let px = (points[points.length - 2] as number) - x0
      let py = (points[points.length - 1] as number) - y0
      for (let n = 0; n < points.length; n += 2) {
        const x = (points[n] as number) - x0
        const y = (points[n + 1] as number) - y0
        kernels.coverageLine(px, py, x, y)
        px = x
        py = y
      }
    }
    kernels.coverageEnd(this.cover, STRIDE, evenOdd ? 1 : 0)
  }

  /** An area covered and coloured. */
  fill(raster: number, fill: Fill, region: Region, left: number, top: number): void {
    const { kernels } = this.memory
    const [x0, y0] = [left + region.x, top + region.y]
    this.coverOf(fill.outlines, fill.evenOdd, region, left, top)
    const { paint } = fill
    if (paint.kind === 'none') return
    if (paint.kind === 'solid') {
      const c = fromHex(paint.colour)
      kernels.fillSolid(
        raster + region.offset,
        PLANE_BYTES,
        STRIDE,
        region.width,
        region.height,
        this.cover,
        STRIDE,
        c.r,
        c.g,
        c.b,
        c.a,
      )
      return
    }
    const { toUnit } = fill
    if (toUnit) this.mapUnit(toUnit, region, left, top, fill.width, fill.height)
    const own = fill.within !== undefined
    const map = toUnit ? (fill.within ?? identity) : compose(translation(x0, y0), fill.toBox)
    const { form, x, y } = gradientMap(paint, own ? 1 : fill.width, own ? 1 : fill.height, map)
    kernels.fillGradient(
      raster + region.offset,
      PLANE_BYTES,
      STRIDE,
      region.width,
      region.height,
      this.cover,
      STRIDE,
      this.table(paint),
      form,
      x[0],
      x[1],
      x[2],
      y[0],
      y[1],
      y[2],
      x0,
      y0,
      toUnit ? this.map : 0,
      this.map + MAP_PLANE,
      MAP_STRIDE,
    )
  }

  private table({ stops, oklab, eased }: Gradient): number {
    const key = JSON.stringify([stops, oklab, eased])
    const held = this.tables.get(key)
    if (held !== undefined) return held
    const bytes = TABLE_SIZE * 16 + 16
    if (this.tables.size > 256)
      for (const [old, at] of [...this.tables].slice(0, 128)) {
        this.memory.releaseBlock(at, bytes)
        this.tables.delete(old)
      }
    const at = this.memory.block(bytes)
    this.memory.floats(at, TABLE_SIZE * 4).set(
      gradientTable(
        Object.values(stops).sort((a, b) => a.offset - b.offset),
        TABLE_SIZE,
        { oklab, eased },
      ),
    )
    this.tables.set(key, at)
    return at
  }
}
