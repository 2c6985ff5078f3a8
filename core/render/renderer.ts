import { isOperator } from '../design/blend-modes'
import { COMBINES } from '../design/schema'
import { type Bounds, contains, intersect } from '../geometry/bounds'
import { quickHash } from '../hash'
import { ALPHA, type PixelMemory, PLANE_BYTES, STRIDE, TILE } from '../pixels/memory'
import { beginningOf } from './beneath'
import { Distances } from './distances'
import { Drawing } from './drawing'
import { Filters, replacesAll } from './filters'
import {
  type BeneathNode,
  type CombinedNode,
  coverStep,
  type FilterNode,
  type HeldNode,
  type MaskedNode,
  type PlanNode,
} from './nodes'
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

const sameRegion = (a: Region, b: Region): boolean =>
  a.offset === b.offset && a.width === b.width && a.height === b.height

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
  /** A whole tile as 8-bit RGBA, straight alpha. */
  tileBytes(plan: Plan, column: number, row: number, memoryKey: string): Uint8ClampedArray<ArrayBuffer> {
    return this.tilePart(plan, column, row, memoryKey).data
  }

  /** Coverage 0–1 of a node's own pixels at a point of the view, its opacity included. */
  alphaAt(node: PlanNode, x: number, y: number): number {
    if (node.kind === 'grade') return 0
    if (node.kind === 'exact') return this.alphaAt(node.own, x, y)
    if (x < node.bounds.left || y < node.bounds.top || x >= node.bounds.right || y >= node.bounds.bottom)
      return 0
    const [column, row] = [Math.floor(x / TILE), Math.floor(y / TILE)]
    const region = regionIn(node.bounds, column * TILE, row * TILE)
    if (!region) return 0
    const raster = this.nodeRaster(node, region, column * TILE, row * TILE)
    const value =
      this.memory.floats(raster + ALPHA + (y - row * TILE) * STRIDE + (x - column * TILE) * 4, 1)[0] ?? 0
    return value * node.opacity
  }

  /** Blends a node onto a raster; `region` is the node's own part of the tile, narrowed to `clip` where there is one. */
  blend(acc: number, node: PlanNode, whole: Region, left: number, top: number, clip?: Bounds): void {
    if (node.opacity === 0) return
    const region = clip ? regionIn(intersect(node.bounds, clip), left, top) : whole
    if (!region) return
    if (node.kind === 'grade') return this.filters.grade(node, acc, region, left, top)
    if (node.kind === 'exact') return this.filters.replace(acc, node.made, region, left, top, false)
    const { kernels } = this.memory
    if (node.kind === 'group' && !node.closed) {
      if (node.opacity === 1) {
        this.blendAll(acc, node.children, left, top, clip)
        return
      }
      const through = this.memory.tile()
      kernels.copyRect(
        through + region.offset,
        acc + region.offset,
        PLANE_BYTES,
        STRIDE,
        region.width,
        region.height,
      )
      this.blendAll(through, node.children, left, top, clip)
      kernels.mixRect(
        acc + region.offset,
        through + region.offset,
        PLANE_BYTES,
        STRIDE,
        region.width,
        region.height,
        node.opacity,
      )
      this.memory.releaseTile(through)
      return
    }
    const grid = node.kind === 'picture' ? this.drawing.onGrid(node, region, left, top) : null
    if (grid) {
      // The same bits as drawing and blending, in one step and without a raster of its own.
      kernels.blendPicture(
        acc + region.offset,
        PLANE_BYTES,
        STRIDE,
        region.width,
        region.height,
        grid.at,
        grid.width,
        grid.x,
        grid.y,
        node.mode,
        node.opacity,
      )
      return
    }
    if (node.kind === 'masked' && node.masks.some((m) => m.fleeting))
      this.cache.passing(() => this.blendRaster(acc, node, region, region, left, top))
    else this.blendRaster(acc, node, whole, region, left, top)
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
    if (node.kind === 'exact') return this.nodeRaster(node.own, region, left, top)
    if (node.kind === 'edged' && contains(node.edge, { left, top, right: left + TILE, bottom: top + TILE })) {
      const own = regionIn(node.source.bounds, left, top)
      if (own && sameRegion(own, region)) return this.nodeRaster(node.source, own, left, top)
    }
    const key = `n${node.key}@${left},${top}`
    const held = this.cache.take(key)
    if (held !== undefined) {
      this.counts.reused++
      return held
    }
    const raster = this.memory.tile()
    const { drawn } = this.counts
    if (node.kind === 'picture') this.drawing.picture(raster, node, region, left, top)
    else if (node.kind === 'fill') this.drawing.fills(raster, node, region, left, top)
    else if (node.kind === 'held') this.drawHeld(raster, node, region, left, top)
    else if (node.kind === 'combined') this.drawCombined(raster, node, region, left, top)
    else if (node.kind === 'filter') this.drawFilter(raster, node, region, left, top)
    else if (node.kind === 'grade')
      this.memory.kernels.clearRect(raster + region.offset, PLANE_BYTES, STRIDE, region.width, region.height)
    else if (node.kind === 'reduced') this.filters.reduced(node, raster, region, left, top)
    else if (node.kind === 'edged') this.filters.edged(node, raster, region, left, top)
    else if (node.kind === 'beneath') this.drawBeneath(raster, node, region, left, top)
    else if (node.kind === 'mapped') this.filters.mapped(node, raster, region, left, top)
    else if (node.kind === 'rim') this.rings.draw(raster, node, region, left, top)
    else if (node.kind === 'masked') this.drawMasked(raster, node, region, left, top)
    else {
      this.memory.kernels.clearRect(raster + region.offset, PLANE_BYTES, STRIDE, region.width, region.height)
      this.blendAll(raster, node.children, left, top)
    }
    this.counts.drawn++
    this.cache.keep(key, raster, this.counts.drawn - drawn)
    return raster
  }

  /** What the picture beneath held before, and what came on it. */
  private drawBeneath(raster: number, node: BeneathNode, region: Region, left: number, top: number): void {
    const { kernels } = this.memory
    kernels.clearRect(raster + region.offset, PLANE_BYTES, STRIDE, region.width, region.height)
    const part = node.before && regionIn(node.before.bounds, left, top)
    if (node.before && part) {
      const before = this.nodeRaster(node.before, part, left, top)
      kernels.copyRect(
        raster + part.offset,
        before + part.offset,
        PLANE_BYTES,
        STRIDE,
        part.width,
        part.height,
      )
    }
    this.blendAll(raster, node.nodes, left, top)
  }

  /** The holder's own pixels as far as its body shows, and on them, within its coverage, what is kept inside. */
  private drawHeld(raster: number, node: HeldNode, region: Region, left: number, top: number): void {
    const { kernels } = this.memory
    const holder = this.nodeRaster(node.holder, region, left, top)
    const rect = [PLANE_BYTES, STRIDE, region.width, region.height] as const
    kernels.copyRect(raster + region.offset, holder + region.offset, ...rect)
    // Copied, as drawing what is inside may let the holder's own raster go.
    const cover = this.memory.tile()
    kernels.copyRect(cover + region.offset, holder + region.offset, ...rect)
    if (node.body < 1) kernels.scaleRect(raster + region.offset, ...rect, node.body)
    const before = this.memory.tile()
    for (const inside of node.insides) {
      const part = regionIn(intersect(inside.bounds, node.bounds), left, top)
      const whole = regionIn(inside.bounds, left, top)
      if (!part || !whole || inside.opacity === 0) continue
      if (inside.kind === 'grade') {
        this.filters.grade(inside, raster, part, left, top, true)
        continue
      }
      const source = this.nodeRaster(inside, whole, left, top)
      const [at, size] = [part.offset, [PLANE_BYTES, STRIDE, part.width, part.height] as const]
      kernels.copyRect(before + at, raster + at, ...size)
      kernels.blendRect(raster + at, source + at, ...size, inside.mode, inside.opacity)
      // An operator says itself what becomes of what is there.
      if (!isOperator(inside.mode))
        kernels.withinRect(
          raster + at,
          before + at,
          cover + ALPHA + at,
          source + ALPHA + at,
          ...size,
          inside.opacity,
        )
    }
    this.memory.releaseTile(before)
    this.memory.releaseTile(cover)
  }

  /** The paint where the members together cover. */
  private drawCombined(raster: number, node: CombinedNode, region: Region, left: number, top: number): void {
    const { kernels } = this.memory
    const rect = [region.width, region.height] as const
    const [cover, own] = [this.memory.tile(), this.memory.tile()]
    node.members.forEach((member, n) => {
      this.covering.cover(n === 0 ? cover : own, coverStep(member), region, left, top)
      if (n > 0)
        kernels.combinePlane(
          cover + region.offset,
          own + region.offset,
          STRIDE,
          ...rect,
          COMBINES.indexOf(node.how),
        )
    })
    this.memory.releaseTile(own)
    kernels.clearRect(raster + region.offset, PLANE_BYTES, STRIDE, ...rect)
    const whole = regionIn(node.paint.bounds, left, top)
    if (whole) this.blend(raster, node.paint, whole, left, top, node.bounds)
    kernels.maskRect(
      raster + region.offset,
      PLANE_BYTES,
      STRIDE,
      cover + region.offset,
      STRIDE,
      ...rect,
      1,
      0,
    )
    this.memory.releaseTile(cover)
  }

  /** A node's own pixels, and of them what its masks leave. */
  private drawMasked(raster: number, node: MaskedNode, region: Region, left: number, top: number): void {
    const { kernels } = this.memory
    const rect = [region.width, region.height] as const
    const whole = regionIn(node.inner.bounds, left, top)
    kernels.clearRect(raster + region.offset, PLANE_BYTES, STRIDE, ...rect)
    if (!whole) return
    this.blend(raster, node.inner, whole, left, top, node.bounds)
    const cover = this.memory.tile()
    for (const step of node.masks) {
      this.covering.cover(cover, step, region, left, top)
      const args = [
        raster + region.offset,
        PLANE_BYTES,
        STRIDE,
        cover + region.offset,
        STRIDE,
        ...rect,
        step.strength,
        step.swap ? 1 : 0,
      ] as const
      const own = step.colours && regionIn(intersect(step.colours.bounds, node.bounds), left, top)
      if (step.colours && own) {
        const from = this.nodeRaster(step.colours, regionIn(step.colours.bounds, left, top) ?? own, left, top)
        const [at, size] = [own.offset, [own.width, own.height] as const]
        kernels.maskColours(
          raster + at,
          PLANE_BYTES,
          STRIDE,
          cover + at,
          STRIDE,
          from + at,
          ...size,
          step.strength,
          step.swap ? 1 : 0,
        )
      }
      if (step.clean) kernels.maskClean(...args, step.clean.r, step.clean.g, step.clean.b)
      else kernels.maskRect(...args)
    }
    this.memory.releaseTile(cover)
  }

  /** A node's pixels, treated. */
  private drawFilter(raster: number, node: FilterNode, region: Region, left: number, top: number): void {
    // What is made anew from elsewhere needs nothing to be there.
    if (!replacesAll(node)) {
      const { inner } = node
      const whole = regionIn(inner.bounds, left, top)
      // A picture that is there px for px is drawn where it is wanted; one that is resampled is kept, as its treatment may change next.
      if (
        inner.kind === 'picture' &&
        inner.mode === 0 &&
        inner.opacity === 1 &&
        whole &&
        sameRegion(whole, region) &&
        this.drawing.onGrid(inner, region, left, top)
      )
        this.drawing.picture(raster, inner, region, left, top)
      else {
        this.memory.kernels.clearRect(
          raster + region.offset,
          PLANE_BYTES,
          STRIDE,
          region.width,
          region.height,
        )
        if (whole) this.blend(raster, inner, whole, left, top, node.bounds)
      }
    }
    this.filters.apply(node, raster, region, left, top)
  }

  private store(key: string, acc: number): void {
    if (this.cache.has(key)) return
    const copy = this.memory.tile()
    this.memory.kernels.copyRect(copy, acc, PLANE_BYTES, STRIDE, TILE, TILE)
    this.cache.keep(key, copy)
  }
}
