import { fromHex } from '../colour/colour'
import { gradientMap, gradientTable, TABLE_SIZE } from '../colour/gradient'
import { type Bounds, intersect, isEmpty } from '../geometry/bounds'
import { lengthOf } from '../geometry/exact'
import { compose, scaling, translation } from '../geometry/matrix'
import { quickHash } from '../hash'
import { ALPHA, type PixelMemory, PLANE_BYTES, STRIDE, TILE } from '../pixels/memory'
import type { Fill, FillNode, PictureNode, Plan, PlanNode } from './plan'
import type { SourceBook } from './sources'

/** Source rows that resampling an upright picture may need for a tile. */
const SCRATCH_ROWS = 640

/** A part of a tile: `x`, `y` in the tile, a multiple of four wide. */
type Region = { x: number; y: number; width: number; height: number; offset: number }

/** Pixels of a part of a tile, px from the tile's corner. */
export type TilePart = { x: number; y: number; width: number; height: number; data: Uint8ClampedArray<ArrayBuffer> }

const WHOLE: Region = { x: 0, y: 0, width: TILE, height: TILE, offset: 0 }

/** The part of a tile that a box touches, widened to whole registers; null for none. */
function regionIn(bounds: Bounds, left: number, top: number): Region | null {
  const b = intersect(bounds, { left, top, right: left + TILE, bottom: top + TILE })
  if (isEmpty(b)) return null
  const x = (b.left - left) & ~3
  const right = Math.min(TILE, (b.right - left + 3) & ~3)
  const y = b.top - top
  return { x, y, width: right - x, height: b.bottom - b.top, offset: y * STRIDE + x * 4 }
}

/**
 * Renders plans tile by tile. Tiles lie on a grid of 256 px from the trim corner, whoever renders: the same plan gives
 * the same bits everywhere. Rasters of nodes and flattened prefixes are kept by content, least recently used first out.
 */
export class Renderer {
  private readonly cache = new Map<string, number>()
  private readonly tables = new Map<string, number>()
  private readonly chains = new Map<string, string[]>()
  private readonly cover: number
  private readonly sums: number
  private readonly scratch: number
  /** Rasters drawn and reused since the start, for measuring. */
  readonly counts = { drawn: 0, reused: 0, blended: 0 }

  constructor(
    private readonly memory: PixelMemory,
    private readonly sources: SourceBook,
    private readonly mostTiles = 320,
  ) {
    this.cover = memory.block(PLANE_BYTES)
    this.sums = memory.block((TILE + 2) * TILE * 4)
    this.scratch = memory.block(TILE * 64 + SCRATCH_ROWS * TILE * 16)
  }

  /** Changes when the finished tile changes. */
  tileKey(plan: Plan, column: number, row: number): string {
    return this.chain(plan, column * TILE, row * TILE).at(-1)?.key ?? ''
  }

  private chain(plan: Plan, left: number, top: number): { node: PlanNode; region: Region; key: string }[] {
    let key = ''
    return plan.nodes.flatMap((node) => {
      const region = regionIn(node.bounds, left, top)
      if (!region) return []
      key = quickHash(`${key}>${node.key}/${node.mode}/${node.opacity}@${left},${top}`)
      return [{ node, region, key }]
    })
  }

  /**
   * Renders one tile; the raster is handed to `use` and is only valid during the call. `memoryKey` names the view
   * whose last frame tells where the hand is: what lies beneath the first change is kept flattened. With a `clip`
   * (px of the view, around everything that changed) only that part is made, once what lies beneath is kept; `use` is
   * told the part that is valid.
   */
  tile<T>(plan: Plan, column: number, row: number, memoryKey: string, use: (raster: number, valid: Region) => T, clip?: Bounds): T {
    const [left, top] = [column * TILE, row * TILE]
    const chain = this.chain(plan, left, top)
    const place = `${memoryKey}:${column},${row}`
    const before = this.chains.get(place) ?? []
    const change = chain.findIndex((link, n) => link.key !== before[n])
    const keep = change > 0 && before.length > 0 ? change - 1 : -1
    this.chains.set(
      place,
      chain.map((l) => l.key),
    )
    const acc = this.memory.tile()
    try {
      let from = chain.length - 1
      while (from >= 0 && !this.cache.has(`p${chain[from]?.key}`)) from--
      const prefix = from >= 0 ? this.take(`p${chain[from]?.key}`) : undefined
      const part = clip && (from >= keep || keep < 0) ? regionIn(clip, left, top) : null
      const valid = part ?? WHOLE
      if (prefix !== undefined)
        this.memory.kernels.copyRect(acc + valid.offset, prefix + valid.offset, PLANE_BYTES, STRIDE, valid.width, valid.height)
      else this.memory.kernels.clearRect(acc + valid.offset, PLANE_BYTES, STRIDE, valid.width, valid.height)
      for (let n = from + 1; n < chain.length; n++) {
        const link = chain[n]
        if (!link) break
        this.blend(acc, link.node, link.region, left, top, part ? clip : undefined)
        if (n === keep && !part) this.store(`p${link.key}`, acc)
      }
      return use(acc, valid)
    } finally {
      this.memory.releaseTile(acc)
    }
  }

  /** A tile, or the part of it within `clip`, as 8-bit RGBA with straight alpha. */
  tilePart(plan: Plan, column: number, row: number, memoryKey: string, clip?: Bounds): TilePart {
    return this.tile(
      plan,
      column,
      row,
      memoryKey,
      (raster, { x, y, width, height, offset }) => {
        const out = this.memory.tile()
        this.memory.kernels.toBytes(out, width * 4, raster + offset, PLANE_BYTES, STRIDE, width, height)
        const data = new Uint8ClampedArray(this.memory.bytes.slice(out, out + width * height * 4).buffer)
        this.memory.releaseTile(out)
        return { x, y, width, height, data }
      },
      clip,
    )
  }
  /** A whole tile as 8-bit RGBA, straight alpha. */
  tileBytes(plan: Plan, column: number, row: number, memoryKey: string): Uint8ClampedArray<ArrayBuffer> {
    return this.tilePart(plan, column, row, memoryKey).data
  }

  /** Coverage 0–1 of a node's own pixels at a point of the view, its opacity included. */
  alphaAt(node: PlanNode, x: number, y: number): number {
    if (x < node.bounds.left || y < node.bounds.top || x >= node.bounds.right || y >= node.bounds.bottom) return 0
    const [column, row] = [Math.floor(x / TILE), Math.floor(y / TILE)]
    const region = regionIn(node.bounds, column * TILE, row * TILE)
    if (!region) return 0
    const raster = this.nodeRaster(node, region, column * TILE, row * TILE)
    const value = this.memory.floats(raster + ALPHA + (y - row * TILE) * STRIDE + (x - column * TILE) * 4, 1)[0] ?? 0
    return value * node.opacity
  }

  /** Blends a node onto a raster; `region` is the node's own part of the tile, narrowed to `clip` where there is one. */
  private blend(acc: number, node: PlanNode, whole: Region, left: number, top: number, clip?: Bounds): void {
    if (node.opacity === 0) return
    const region = clip ? regionIn(intersect(node.bounds, clip), left, top) : whole
    if (!region) return
    const { kernels } = this.memory
    if (node.kind === 'group' && !node.closed) {
      if (node.opacity === 1) {
        this.blendAll(acc, node.children, left, top, clip)
        return
      }
      const through = this.memory.tile()
      kernels.copyRect(through + region.offset, acc + region.offset, PLANE_BYTES, STRIDE, region.width, region.height)
      this.blendAll(through, node.children, left, top, clip)
      kernels.mixRect(acc + region.offset, through + region.offset, PLANE_BYTES, STRIDE, region.width, region.height, node.opacity)
      this.memory.releaseTile(through)
      return
    }
    const raster = this.nodeRaster(node, whole, left, top)
    kernels.blendRect(acc + region.offset, raster + region.offset, PLANE_BYTES, STRIDE, region.width, region.height, node.mode, node.opacity)
    this.counts.blended++
  }
  private blendAll(acc: number, nodes: readonly PlanNode[], left: number, top: number, clip?: Bounds): void {
    for (const node of nodes) {
      const region = regionIn(node.bounds, left, top)
      if (region) this.blend(acc, node, region, left, top, clip)
    }
  }

  /** A node's own pixels on a tile, kept by content. */
  private nodeRaster(node: PlanNode, region: Region, left: number, top: number): number {
    const key = `n${node.key}@${left},${top}`
    const held = this.take(key)
    if (held !== undefined) {
      this.counts.reused++
      return held
    }
    const raster = this.memory.tile()
    if (node.kind === 'picture') this.drawPicture(raster, node, region, left, top)
    else if (node.kind === 'fill') this.drawFills(raster, node, region, left, top)
    else {
      this.memory.kernels.clearRect(raster + region.offset, PLANE_BYTES, STRIDE, region.width, region.height)
      this.blendAll(raster, node.children, left, top)
    }
    this.counts.drawn++
    this.keep(key, raster)
    return raster
  }

  private drawPicture(raster: number, node: PictureNode, region: Region, left: number, top: number): void {
    const found = this.sources.picture(node.source, node.level)
    if (!found || found.level !== node.level) {
      this.memory.kernels.clearRect(raster + region.offset, PLANE_BYTES, STRIDE, region.width, region.height)
      return
    }
    const { held } = found
    const k = 1 / 2 ** node.level
    const m = compose(compose(translation(left + region.x, top + region.y), node.toSource), scaling(k))
    const wide = (a: number, b: number) => Math.min(2.9, Math.max(1, lengthOf(a, b)))
    const [wideX, wideY] = [wide(m[0], m[2]), wide(m[1], m[3])]
    const out = raster + region.offset
    const opaque = held.opaque ? 1 : 0
    const { kernels } = this.memory
    if (m[1] === 0 && m[2] === 0 && Math.abs(m[3]) * TILE + 4 * wideY + 2 < SCRATCH_ROWS)
      kernels.sampleUpright(
        out,
        PLANE_BYTES,
        STRIDE,
        region.width,
        region.height,
        held.at,
        held.width,
        held.height,
        opaque,
        m[0],
        m[3],
        m[4],
        m[5],
        wideX,
        wideY,
        node.sourceWidth * k,
        node.sourceHeight * k,
        this.scratch,
        SCRATCH_ROWS,
      )
    else
      kernels.samplePicture(
        out,
        PLANE_BYTES,
        STRIDE,
        region.width,
        region.height,
        held.at,
        held.width,
        held.height,
        opaque,
        m[0],
        m[1],
        m[2],
        m[3],
        m[4],
        m[5],
        wideX,
        wideY,
        node.sourceWidth * k,
        node.sourceHeight * k,
      )
  }

  private drawFills(raster: number, node: FillNode, region: Region, left: number, top: number): void {
    const { kernels } = this.memory
    const [only] = node.fills
    if (only && node.fills.length === 1 && only.opacity === 1) {
      this.drawFill(raster, only, region, left, top)
      return
    }
    kernels.clearRect(raster + region.offset, PLANE_BYTES, STRIDE, region.width, region.height)
    const scratch = this.memory.tile()
    for (const fill of node.fills) {
      this.drawFill(scratch, fill, region, left, top)
      kernels.blendRect(raster + region.offset, scratch + region.offset, PLANE_BYTES, STRIDE, region.width, region.height, 0, fill.opacity)
    }
    this.memory.releaseTile(scratch)
  }

  private drawFill(raster: number, fill: Fill, region: Region, left: number, top: number): void {
    const { kernels } = this.memory
    const [x0, y0] = [left + region.x, top + region.y]
    kernels.coverageBegin(this.sums, region.width, region.height)
    for (const { points, bounds } of fill.outlines) {
      if (bounds.bottom <= y0 || bounds.top >= y0 + region.height || bounds.left >= x0 + region.width || bounds.right <= x0) continue
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
    kernels.coverageEnd(this.cover, STRIDE, fill.evenOdd ? 1 : 0)
    const { paint } = fill
    if (paint.kind === 'none') return
    if (paint.kind === 'solid') {
      const c = fromHex(paint.colour)
      kernels.fillSolid(raster + region.offset, PLANE_BYTES, STRIDE, region.width, region.height, this.cover, STRIDE, c.r, c.g, c.b, c.a)
      return
    }
    const { radial, x, y } = gradientMap(paint, fill.width, fill.height, compose(translation(x0, y0), fill.toBox))
    kernels.fillGradient(
      raster + region.offset,
      PLANE_BYTES,
      STRIDE,
      region.width,
      region.height,
      this.cover,
      STRIDE,
      this.table(paint.stops),
      radial ? 1 : 0,
      x[0],
      x[1],
      x[2],
      y[0],
      y[1],
      y[2],
      x0,
      y0,
    )
  }

  private table(stops: Extract<Fill['paint'], { kind: 'linear' | 'radial' }>['stops']): number {
    const key = JSON.stringify(stops)
    const held = this.tables.get(key)
    if (held !== undefined) return held
    const bytes = TABLE_SIZE * 16 + 16
    if (this.tables.size > 256)
      for (const [old, at] of [...this.tables].slice(0, 128)) {
        this.memory.releaseBlock(at, bytes)
        this.tables.delete(old)
      }
    const at = this.memory.block(bytes)
    this.memory.floats(at, TABLE_SIZE * 4).set(gradientTable(Object.values(stops).sort((a, b) => a.offset - b.offset)))
    this.tables.set(key, at)
    return at
  }

  private take(key: string): number | undefined {
    const held = this.cache.get(key)
    if (held === undefined) return undefined
    this.cache.delete(key)
    this.cache.set(key, held)
    return held
  }
  private keep(key: string, raster: number): void {
    this.cache.set(key, raster)
    while (this.cache.size > this.mostTiles) {
      const oldest = this.cache.entries().next().value
      if (!oldest) return
      this.cache.delete(oldest[0])
      this.memory.releaseTile(oldest[1])
    }
  }
  private store(key: string, acc: number): void {
    if (this.cache.has(key)) return
    const copy = this.memory.tile()
    this.memory.kernels.copyRect(copy, acc, PLANE_BYTES, STRIDE, TILE, TILE)
    this.keep(key, copy)
  }
}
