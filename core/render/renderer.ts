import { quickHash } from '../basics/hash'
import { type Bounds, intersect } from '../geometry/bounds'
import { ALPHA, type PixelMemory, PLANE_BYTES, STRIDE, TILE } from '../pixels/memory'
import { beginningOf } from './beneath'
import { Distances } from './distances'
import { Drawing } from './drawing'
import { Filters } from './filters'
import type { Canvas } from './nodes/definition'
import { metBy } from './nodes/folds'
import { definitionOf } from './nodes/list'
import type { PlanNode } from './nodes/types'
import type { Plan } from './plan'
import { RasterCache } from './raster-cache'
import type { Reading, ReadTile } from './reading'
import { type Region, regionIn, WHOLE } from './region'
import { Rings } from './rings'
import { roomFor } from './room'
import { Covering } from './softening'
import type { SourceBook } from './sources'

/** A node on a tile; `key` changes when anything up to it does, `index` is its place in the plan. */
export type Link = { node: PlanNode; region: Region; key: string; index: number }

/** Pixels of a part of a tile, px from the tile's corner. */
export type TilePart = {
  x: number
  y: number
  width: number
  height: number
  data: Uint8ClampedArray<ArrayBuffer>
}

/** The chains of a plan's tiles by place: they are asked for several times a frame. */
const chainsOf = new WeakMap<Plan, Map<string, Link[]>>()
const stamps = new WeakMap<PlanNode, string>()
/** What a node shows and how it is blended. */
function stampOf(node: PlanNode): string {
  const held = stamps.get(node)
  if (held !== undefined) return held
  const stamp = `${node.key}/${node.mode}/${node.opacity}`
  stamps.set(node, stamp)
  return stamp
}

/**
 * Renders plans tile by tile. Tiles lie on a grid of 256 px from the trim corner, whoever renders: the same plan gives
 * the same bits everywhere. Rasters of nodes and flattened prefixes are kept by content, least recently used first out.
 */
export class Renderer {
  readonly cache: RasterCache
  private readonly drawing: Drawing
  private readonly covering: Covering
  private readonly rings: Rings
  private readonly filters: Filters
  private readonly canvas: Canvas
  private readonly chains = new Map<string, string[]>()
  /** Rasters drawn and reused since the start, for measuring. */
  readonly counts = { drawn: 0, reused: 0, blended: 0 }

  constructor(
    readonly memory: PixelMemory,
    sources: SourceBook,
    private readonly leastTiles = 384,
  ) {
    const reading: Reading = {
      rasterOf: (node, region, left, top) => this.nodeRaster(node, region, left, top),
      readTiles: (node, box, use) => this.readTiles(node, box, use),
    }
    this.drawing = new Drawing(memory, sources)
    this.covering = new Covering(memory, reading)
    this.rings = new Rings(memory, new Distances(memory, reading), this.drawing)
    this.filters = new Filters(memory, reading, this.covering)
    this.cache = new RasterCache(memory, leastTiles)
    this.canvas = {
      memory,
      drawing: this.drawing,
      filters: this.filters,
      rings: this.rings,
      covering: this.covering,
      rasterOf: reading.rasterOf,
      blend: (...args) => this.blend(...args),
      blendAll: (...args) => this.blendAll(...args),
      blendRaster: (...args) => this.blendRaster(...args),
      gradeWithin: (raster, node, part, left, top) => {
        const { gradeWithin } = definitionOf(node)
        gradeWithin?.(node, this.canvas, raster, part, left, top)
        return gradeWithin !== undefined
      },
      passing: (job) => this.cache.passing(job),
    }
  }

  /** Keeps as many rasters as a region of a plan takes, and no fewer than at first. */
  makeRoom(nodes: readonly PlanNode[], region: Bounds): void {
    this.cache.most = Math.max(this.leastTiles, roomFor(nodes, region))
  }
  /** Gives all kept rasters back. */
  release(): void {
    this.cache.clear()
  }

  /** Changes when the finished tile changes. */
  tileKey(plan: Plan, column: number, row: number): string {
    return this.chain(plan, column * TILE, row * TILE).at(-1)?.key ?? ''
  }

  /** The nodes that a tile shows, back to front. */
  chain(plan: Plan, left: number, top: number): Link[] {
    const made = chainsOf.get(plan) ?? new Map<string, Link[]>()
    chainsOf.set(plan, made)
    const place = `${left},${top}`
    const held = made.get(place)
    if (held) return held
    let key = place
    const links = plan.nodes.flatMap((node, index): Link[] => {
      const region = regionIn(node.bounds, left, top)
      if (!region) return []
      key = quickHash(`${key}>${stampOf(node)}`)
      return [{ node, region, key, index }]
    })
    made.set(place, links)
    return links
  }

  /**
   * Renders one tile; the raster is handed to `use` and is only valid during the call. `memoryKey` names the view
   * whose last frame tells where the hand is: what lies beneath the first change is kept flattened. With a `clip`
   * (px of the view, around everything that changed) only that part is made, once what lies beneath is kept; `use` is
   * told the part that is valid.
   */
  tile<T>(
    plan: Plan,
    column: number,
    row: number,
    memoryKey: string,
    use: (raster: number, valid: Region) => T,
    clip?: Bounds,
  ): T {
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
      const begun = beginningOf(plan.nodes)
      const first = begun ? chain.findIndex((l) => l.index >= begun.count) : 0
      const under = begun && first - 1 > from ? regionIn(begun.node.bounds, left, top) : null
      const prefix = from >= 0 ? this.cache.take(`p${chain[from]?.key}`) : undefined
      const part = clip && (from >= keep || keep < 0) ? regionIn(clip, left, top) : null
      const valid = part ?? WHOLE
      if (begun && under) {
        // What the picture beneath a layer holds need not be blended once more.
        from = first - 1
        this.memory.kernels.clearRect(acc, PLANE_BYTES, STRIDE, TILE, TILE)
        const own = this.nodeRaster(begun.node, under, left, top)
        this.memory.kernels.copyRect(
          acc + under.offset,
          own + under.offset,
          PLANE_BYTES,
          STRIDE,
          under.width,
          under.height,
        )
      } else if (prefix !== undefined)
        this.memory.kernels.copyRect(
          acc + valid.offset,
          prefix + valid.offset,
          PLANE_BYTES,
          STRIDE,
          valid.width,
          valid.height,
        )
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

  /** A part of a raster as 8-bit RGBA with straight alpha. */
  toPart(raster: number, { x, y, width, height, offset }: Region): TilePart {
    const out = this.memory.tile()
    this.memory.kernels.toBytes(out, width * 4, raster + offset, PLANE_BYTES, STRIDE, width, height)
    const data = this.memory.copyOut(out, width * height * 4)
    this.memory.releaseTile(out)
    return { x, y, width, height, data }
  }

  /** A tile, or the part of it within `clip`, as 8-bit RGBA with straight alpha. */
  tilePart(plan: Plan, column: number, row: number, memoryKey: string, clip?: Bounds): TilePart {
    return this.tile(plan, column, row, memoryKey, (raster, valid) => this.toPart(raster, valid), clip)
  }
  /** A whole tile as 16-bit RGBA with straight alpha. */
  tileWords(plan: Plan, column: number, row: number, memoryKey: string): Uint16Array<ArrayBuffer> {
    return this.tile(plan, column, row, memoryKey, (raster) => {
      const out = new Uint16Array(TILE * TILE * 4)
      const planes = [0, 1, 2, 3].map((p) => this.memory.floats(raster + p * PLANE_BYTES, TILE * TILE))
      const alphas = planes[3] as Float32Array
      for (let n = 0; n < TILE * TILE; n++) {
        const alpha = Math.min(1, Math.max(0, alphas[n] as number))
        if (alpha === 0) continue
        for (let p = 0; p < 3; p++) {
          const value = ((planes[p] as Float32Array)[n] as number) / alpha
          out[4 * n + p] = Math.round(Math.min(1, Math.max(0, value)) * 65535)
        }
        out[4 * n + 3] = Math.round(alpha * 65535)
      }
      return out
    })
  }
  /** A whole tile as 8-bit RGBA, straight alpha. */
  tileBytes(plan: Plan, column: number, row: number, memoryKey: string): Uint8ClampedArray<ArrayBuffer> {
    return this.tilePart(plan, column, row, memoryKey).data
  }

  /** Coverage 0–1 of a node's own pixels at a point of the view, its opacity included. */
  alphaAt(node: PlanNode, x: number, y: number): number {
    const by = metBy(node)
    if (!by) return 0
    const left = Math.floor(x / TILE) * TILE
    const line = x >= by.bounds.left && x < by.bounds.right && this.alphaLine(by, left, y)
    return line ? (line[x - left] ?? 0) * by.opacity : 0
  }
  /** The same wherever columns and rows meet, row by row: quicker than one by one. */
  alphasAt(node: PlanNode, xs: readonly number[], ys: readonly number[]): Float32Array {
    const out = new Float32Array(xs.length * ys.length)
    const by = metBy(node)
    if (!by) return out
    let n = 0
    for (const y of ys) {
      let line: Float32Array | null = null
      let from = Number.NaN
      for (const x of xs) {
        const left = Math.floor(x / TILE) * TILE
        if (left !== from) line = this.alphaLine(by, left, y)
        from = left
        if (line && x >= by.bounds.left && x < by.bounds.right) out[n] = (line[x - left] ?? 0) * by.opacity
        n++
      }
    }
    return out
  }
  /** What a node's own pixels cover along a row of the tile that begins at `left`. */
  private alphaLine(node: PlanNode, left: number, y: number): Float32Array | null {
    if (y < node.bounds.top || y >= node.bounds.bottom) return null
    const top = Math.floor(y / TILE) * TILE
    const region = regionIn(node.bounds, left, top)
    if (!region) return null
    const raster = this.nodeRaster(node, region, left, top)
    return this.memory.floats(raster + ALPHA + (y - top) * STRIDE, TILE)
  }

  /** Blends a node onto a raster; `region` is the node's own part of the tile, narrowed to `clip` where there is one. */
  blend(acc: number, node: PlanNode, whole: Region, left: number, top: number, clip?: Bounds): void {
    if (node.opacity === 0) return
    const region = clip ? regionIn(intersect(node.bounds, clip), left, top) : whole
    if (!region) return
    const place = { raster: acc, region, left, top }
    if (!definitionOf(node).blend?.(node, this.canvas, place, whole, clip))
      this.blendRaster(acc, node, whole, region, left, top)
  }
  private blendRaster(
    acc: number,
    node: PlanNode,
    whole: Region,
    region: Region,
    left: number,
    top: number,
  ): void {
    const { kernels } = this.memory
    const raster = this.nodeRaster(node, whole, left, top)
    kernels.blendRect(
      acc + region.offset,
      raster + region.offset,
      PLANE_BYTES,
      STRIDE,
      region.width,
      region.height,
      node.mode,
      node.opacity,
    )
    this.counts.blended++
  }
  private blendAll(acc: number, nodes: readonly PlanNode[], left: number, top: number, clip?: Bounds): void {
    for (const node of nodes) {
      const region = regionIn(node.bounds, left, top)
      if (region) this.blend(acc, node, region, left, top, clip)
    }
  }

  hasRaster(key: string, left: number, top: number): boolean {
    return this.cache.has(`n${key}@${left},${top}`)
  }

  /** All tiles of a node that a box of the view touches, drawn and held while they are read. */
  private readTiles(node: PlanNode, box: Bounds, use: (tiles: readonly ReadTile[]) => void): void {
    const seen = intersect(node.bounds, box)
    const tiles: ReadTile[] = []
    try {
      for (let top = Math.floor(seen.top / TILE) * TILE; top < seen.bottom; top += TILE)
        for (let left = Math.floor(seen.left / TILE) * TILE; left < seen.right; left += TILE) {
          const part = intersect(seen, { left, top, right: left + TILE, bottom: top + TILE })
          const region = regionIn(node.bounds, left, top)
          if (!region || part.right <= part.left || part.bottom <= part.top) continue
          const raster = this.nodeRaster(node, region, left, top)
          this.cache.pin(raster)
          tiles.push({ raster, part, left, top })
        }
      use(tiles)
    } finally {
      for (const { raster } of tiles) this.cache.loose(raster)
    }
  }

  /** A node's own pixels on a tile, kept by content. */
  nodeRaster(node: PlanNode, region: Region, left: number, top: number): number {
    const same = definitionOf(node).sameAs?.(node, region, left, top)
    if (same) return this.nodeRaster(same.node, same.region, left, top)
    const key = `n${node.key}@${left},${top}`
    const held = this.cache.take(key)
    if (held !== undefined) {
      this.counts.reused++
      return held
    }
    const raster = this.memory.tile()
    const { drawn } = this.counts
    definitionOf(node).draw(node, this.canvas, { raster, region, left, top })
    this.counts.drawn++
    this.cache.keep(key, raster, this.counts.drawn - drawn)
    return raster
  }

  private store(key: string, acc: number): void {
    if (this.cache.has(key)) return
    const copy = this.memory.tile()
    this.memory.kernels.copyRect(copy, acc, PLANE_BYTES, STRIDE, TILE, TILE)
    this.cache.keep(key, copy)
  }
}
