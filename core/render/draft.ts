import { blendModeNumber, lessensCoverage } from '../basics/blend-modes'
import { quickHash } from '../basics/hash'
import { type Bounds, heightOf, intersect, isEmpty, shift, widthOf } from '../geometry/bounds'
import { PLANE_BYTES, STRIDE, TILE } from '../pixels/memory'
import type { Hand } from './hand'
import { openedIn } from './nodes/folds'
import { definitionOf } from './nodes/list'
import type { Body, PlanNode } from './nodes/types'
import type { Plan } from './plan'
import { type Region, regionIn } from './region'
import type { Link, Renderer, TilePart } from './renderer'

const STRIP = 32
const HALF_TILE = TILE / 2
/** Where drafts of a smaller size are drawn what moves lies on one of so many places in a px, so that it is drawn few times. */
const SMALL_STEPS = 2
const QUARTERS = [
  [0, 0],
  [1, 0],
  [0, 1],
  [1, 1],
] as const

/** A part of a tile and which tile it is of. */
export type PlacedPart = TilePart & { column: number; row: number }

/** A run of layers over an opaque ground: each of its pixels becomes a × it + b, at most `most`. */
type Run = { a: number; b: number; most: number }

const RUNNABLE: readonly number[] = (['normal', 'multiply', 'screen', 'plus-lighter'] as const).map(
  blendModeNumber,
)
/** Whether a node can be part of a run: its mode is linear in what lies beneath. */
const canRun = (node: PlanNode): boolean =>
  !definitionOf(node).stands && openedIn(node) === null && RUNNABLE.includes(node.mode)

/** Consecutive nodes that can be one run, and those that stand alone. */
function runsOf<T extends { node: PlanNode }>(links: readonly T[]): (T | T[])[] {
  const out: (T | T[])[] = []
  for (const link of links) {
    const last = out.at(-1)
    if (!canRun(link.node)) out.push(link)
    else if (Array.isArray(last)) last.push(link)
    else out.push([link])
  }
  return out.map((r) => (Array.isArray(r) && r.length === 1 ? (r[0] as T) : r))
}

/** Whether a node takes coverage away from what lies beneath it. */
const opens = (node: PlanNode): boolean => openedIn(node)?.some(opens) ?? lessensCoverage(node.mode)

/** A node's pixels as they are kept while it moves: drawn as if it lay at a fraction of a px, shown from (x, y) on. */
type Kept = { key: string; x: number; y: number; bounds: Bounds; draw: () => PlanNode }

/** The pixels of a node that moves; in `steps` of a px, 0 for exactly where it is. */
function keptOf(node: PlanNode, body: Body, steps: number): Kept {
  const [toX, toY] = [body.x, body.y].map((v) => (steps > 0 ? Math.round(v * steps) / steps : v)) as [
    number,
    number,
  ]
  const [x, y] = [Math.floor(toX), Math.floor(toY)]
  const [dx, dy] = [toX - body.x - x, toY - body.y - y]
  // A fraction of a px stands for all that differ from it by less than can be seen.
  const digits = (v: number): number => Math.round(v * 1024) / 1024
  const e = shift(body.extent, dx, dy)
  const bounds = {
    left: Math.floor(digits(e.left) - 0.5),
    top: Math.floor(digits(e.top) - 0.5),
    right: Math.ceil(digits(e.right) + 0.5),
    bottom: Math.ceil(digits(e.bottom) + 0.5),
  }
  const key = `${body.key}+${digits(toX - x)},${digits(toY - y)}/${Object.values(bounds)}`
  return {
    key,
    x,
    y,
    bounds,
    draw: () => ({ ...(definitionOf(node).moved?.(node, dx, dy) ?? node), key, bounds }),
  }
}
/** The part of a tile that lies on the page, by whole registers; null for none. */
function onPage(page: Bounds, left: number, top: number): Region | null {
  const inner = { ...page, left: Math.ceil(page.left / 4) * 4, right: Math.floor(page.right / 4) * 4 }
  return regionIn(inner, left, top)
}

/** Of a part of a tile what lies in a box; null for nothing. */
function within(part: PlacedPart, box: Bounds): PlacedPart | null {
  const { column, row, width, height } = part
  const [left, top] = [column * TILE + part.x, row * TILE + part.y]
  const seen = intersect(box, { left, top, right: left + width, bottom: top + height })
  if (isEmpty(seen)) return null
  const [w, h] = [widthOf(seen), heightOf(seen)]
  if (w === width && h === height) return part
  // Rows move together where they are: a fresh array would cost more.
  for (let y = 0; y < h; y++) {
    const from = ((seen.top - top + y) * width + seen.left - left) * 4
    part.data.copyWithin(y * w * 4, from, from + w * 4)
  }
  return {
    column,
    row,
    x: seen.left - column * TILE,
    y: seen.top - row * TILE,
    width: w,
    height: h,
    data: part.data.subarray(0, w * h * 4),
  }
}

/** Draws drafts of tiles for a hand in motion, from what the renderer keeps. */
export class Drafts {
  constructor(private readonly renderer: Renderer) {}

  /**
   * A draft of a tile while the hand moves what lies from `first` to `last`: what lies beneath is kept flattened, runs of
   * layers above are kept merged to one step each. Equal to the tile but for the order of sums, which the last digit of
   * a float shows; null where the ground is see-through, as runs need an opaque one. Only what lies on the page is drafted.
   */
  part(plan: Plan, column: number, row: number, hand: Hand, clip: Bounds): TilePart | null {
    const placed = this.draw(plan, column, row, hand, clip, 0, (raster, part) => ({
      column,
      row,
      ...this.renderer.toPart(raster, part),
    }))
    return placed && within(placed, plan.page)
  }

  /**
   * The same from a plan at half or a quarter of the scale, enlarged bilinearly: parts of tiles of the full scale.
   * `column`, `row` and `clip` are the smaller scale's, `page` the full one's.
   */
  enlargedParts(
    plan: Plan,
    column: number,
    row: number,
    hand: Hand,
    clip: Bounds,
    factor: 2 | 4,
    page: Bounds,
  ): PlacedPart[] | null {
    const parts = this.draw(plan, column, row, hand, clip, SMALL_STEPS, (raster, part) =>
      factor === 2
        ? this.doubled(raster, part, column * 2, row * 2)
        : this.doubledTwice(raster, part, column * 4, row * 4),
    )
    return parts?.flatMap((p) => within(p, page) ?? []) ?? null
  }

  private doubledTwice(raster: number, part: Region, column: number, row: number): PlacedPart[] {
    const { memory } = this.renderer
    const twice = memory.tile()
    // A quarter of the raster at a time makes a raster of its own.
    const parts = QUARTERS.flatMap(([dx, dy]) => {
      const [x0, y0] = [Math.max(part.x, dx * HALF_TILE), Math.max(part.y, dy * HALF_TILE)]
      const [x1, y1] = [
        Math.min(part.x + part.width, (dx + 1) * HALF_TILE),
        Math.min(part.y + part.height, (dy + 1) * HALF_TILE),
      ]
      if (x1 <= x0 || y1 <= y0) return []
      const [x, y] = [2 * (x0 - dx * HALF_TILE), 2 * (y0 - dy * HALF_TILE)]
      const region = { x, y, width: 2 * (x1 - x0), height: 2 * (y1 - y0), offset: y * STRIDE + x * 4 }
      memory.kernels.doubleRaster(
        twice + region.offset,
        raster + y0 * STRIDE + x0 * 4,
        PLANE_BYTES,
        STRIDE,
        x1 - x0,
        y1 - y0,
      )
      return this.doubled(twice, region, column + 2 * dx, row + 2 * dy)
    })
    memory.releaseTile(twice)
    return parts
  }

  /** A part of a raster twice as large, cut at the borders of the four tiles from `column`, `row` on. */
  private doubled(
    raster: number,
    { x, y, width, height, offset }: Region,
    column: number,
    row: number,
  ): PlacedPart[] {
    const { memory } = this.renderer
    const out = memory.tile()
    // Where the borders of the tiles cut it, px of the raster; each part's rows come next to each other.
    const [across, down] = [
      Math.min(width, Math.max(0, HALF_TILE - x)),
      Math.min(height, Math.max(0, HALF_TILE - y)),
    ]
    memory.kernels.doubleToBytes(out, raster + offset, PLANE_BYTES, STRIDE, width, height, across)
    const parts = QUARTERS.flatMap(([dx, dy]): PlacedPart[] => {
      const w = 2 * (dx === 0 ? across : width - across)
      const h = 2 * (dy === 0 ? down : height - down)
      if (w <= 0 || h <= 0) return []
      const at = out + dx * across * height * 16 + dy * 2 * down * w * 4
      const data = memory.copyOut(at, w * h * 4)
      return [
        {
          column: column + dx,
          row: row + dy,
          x: dx === 0 ? 2 * x : 2 * Math.max(0, x - HALF_TILE),
          y: dy === 0 ? 2 * y : 2 * Math.max(0, y - HALF_TILE),
          width: w,
          height: h,
          data,
        },
      ]
    })
    memory.releaseTile(out)
    return parts
  }

  private draw<T>(
    plan: Plan,
    column: number,
    row: number,
    hand: Hand,
    clip: Bounds,
    steps: number,
    use: (raster: number, part: Region) => T,
  ): T | null {
    const [left, top] = [column * TILE, row * TILE]
    const made = this.draftOf(plan, left, top, hand)
    const part = regionIn(intersect(clip, plan.page), left, top)
    if (!made || !part) return null
    const { memory } = this.renderer
    const { kernels } = memory
    const acc = memory.tile()
    const held = made.held.map((l) =>
      'body' in l.node && typeof l.node.body === 'object'
        ? { ...l, kept: keptOf(l.node, l.node.body, steps) }
        : l,
    )
    // Strips go through all steps at once, so that they stay in the processor's near caches.
    for (let y = part.y; y < part.y + part.height; y += STRIP) {
      const strip = {
        ...clip,
        top: Math.max(clip.top, top + y),
        bottom: Math.min(clip.bottom, top + y + STRIP),
      }
      const r = regionIn(strip, left, top)
      if (!r) continue
      const rect = [PLANE_BYTES, STRIDE, r.width, r.height] as const
      kernels.copyRect(acc + r.offset, made.ground + r.offset, ...rect)
      for (const link of held)
        if ('kept' in link) this.moved(acc, link.node, link.kept, strip, left, top)
        else this.renderer.blend(acc, link.node, link.region, left, top, strip)
      for (const step of made.steps)
        if ('node' in step) this.renderer.blend(acc, step.node, step.region, left, top, strip)
        else
          kernels.runApply(
            acc + r.offset,
            step.a + r.offset,
            step.b + r.offset,
            step.most + r.offset,
            ...rect,
          )
    }
    const result = use(acc, part)
    memory.releaseTile(acc)
    return result
  }

  /** Blends a node that moved from pixels that were drawn once, in tiles of its own grid; only another fraction of a px draws it anew. */
  private moved(acc: number, node: PlanNode, kept: Kept, clip: Bounds, left: number, top: number): void {
    const to = regionIn(intersect(shift(kept.bounds, kept.x, kept.y), clip), left, top)
    if (!to || node.opacity === 0) return
    const { memory } = this.renderer
    const { kernels } = memory
    const scratch = memory.tile()
    kernels.clearRect(scratch + to.offset, PLANE_BYTES, STRIDE, to.width, to.height)
    const seen = intersect(
      shift(
        { left: left + to.x, top: top + to.y, right: left + to.x + to.width, bottom: top + to.y + to.height },
        -kept.x,
        -kept.y,
      ),
      kept.bounds,
    )
    let drawn: PlanNode | null = null
    for (let row = Math.floor(seen.top / TILE); row * TILE < seen.bottom; row++)
      for (let column = Math.floor(seen.left / TILE); column * TILE < seen.right; column++) {
        const [x, y] = [column * TILE, row * TILE]
        const region = regionIn(kept.bounds, x, y)
        if (!region) continue
        if (!this.renderer.hasRaster(kept.key, x, y)) drawn ??= kept.draw()
        const raster = this.renderer.nodeRaster(drawn ?? { ...node, key: kept.key }, region, x, y)
        const part = intersect(seen, { left: x, top: y, right: x + TILE, bottom: y + TILE })
        const at = (part.top + kept.y - top) * STRIDE + (part.left + kept.x - left) * 4
        const from = (part.top - y) * STRIDE + (part.left - x) * 4
        kernels.copyRect(
          scratch + at,
          raster + from,
          PLANE_BYTES,
          STRIDE,
          part.right - part.left,
          part.bottom - part.top,
        )
      }
    kernels.blendRect(
      acc + to.offset,
      scratch + to.offset,
      PLANE_BYTES,
      STRIDE,
      to.width,
      to.height,
      node.mode,
      node.opacity,
    )
    memory.releaseTile(scratch)
  }

  /** Changes when what drafts of a tile need changes. */
  keyOf(plan: Plan, column: number, row: number, hand: Hand): string {
    return `${this.renderer.tileKey(plan, column, row)}/${hand.first}-${hand.last}`
  }

  /** Makes what drafts of a tile need, where there will be any: by making one that nobody sees. */
  prepare(plan: Plan, column: number, row: number, hand: Hand, factor: 1 | 2 | 4): void {
    const [left, top] = [column * TILE, row * TILE]
    const clip = { left, top, right: left + TILE, bottom: top + TILE }
    const everywhere = { left: -Infinity, top: -Infinity, right: Infinity, bottom: Infinity }
    const made =
      factor === 1
        ? [this.part(plan, column, row, hand, clip)]
        : this.enlargedParts(plan, column, row, hand, clip, factor, everywhere)
    this.renderer.memory.handBack((made ?? []).flatMap((p) => p?.data.buffer ?? []))
  }

  /** Flattens what lies beneath the hand on a tile, where that is all that a gesture needs. */
  prepareBeneath(plan: Plan, column: number, row: number, hand: Hand): void {
    const [left, top] = [column * TILE, row * TILE]
    const beneath = this.renderer.chain(plan, left, top).filter((l) => l.index < hand.first)
    const key = beneath.at(-1)?.key
    if (key !== undefined && !this.renderer.cache.has(`p${key}`))
      this.renderer.cache.keep(`p${key}`, this.flattened(beneath, left, top))
  }

  private draftOf(
    plan: Plan,
    left: number,
    top: number,
    hand: Hand,
  ): { ground: number; held: Link[]; steps: (Link | Run)[] } | null {
    const chain = this.renderer.chain(plan, left, top)
    const beneath = chain.filter((l) => l.index < hand.first)
    const held = chain.filter((l) => l.index >= hand.first && l.index <= hand.last)
    const above = chain.filter((l) => l.index > hand.last).flatMap((l) => this.opened(l, left, top))
    // A run holds only over what is opaque, so nothing from the hand on may open the ground.
    if ([...held, ...above].some(({ node }) => opens(node))) return null
    const ground = this.ground(beneath, left, top, plan.page)
    if (ground === null) return null
    const steps = runsOf(above).map((run) => (Array.isArray(run) ? this.run(run, left, top) : run))
    // Where making the last drove out the first, there is too little room for drafts.
    return this.renderer.cache.holdsAll([
      ground,
      ...steps.flatMap((s) => ('a' in s ? [s.a, s.b, s.most] : [])),
    ])
      ? { ground, held, steps }
      : null
  }

  /** Members of open groups lie in the stack like others, as long as nothing is done to the group as a whole. */
  private opened(link: Link, left: number, top: number): Link[] {
    const { node } = link
    const inner = node.opacity === 1 ? openedIn(node) : null
    if (!inner) return [link]
    return inner.flatMap((child) => {
      const region = regionIn(child.bounds, left, top)
      return region ? this.opened({ ...link, node: child, region }, left, top) : []
    })
  }

  /** Everything beneath the hand, flattened; null where it is see-through on the page. */
  private ground(beneath: readonly Link[], left: number, top: number, page: Bounds): number | null {
    const key = beneath.at(-1)?.key
    const on = onPage(page, left, top)
    if (key === undefined || !on) return null
    const { memory, cache } = this.renderer
    const held = cache.take(`p${key}`)
    const acc = held ?? this.flattened(beneath, left, top)
    const opaque = memory.kernels.isOpaque(acc + on.offset, PLANE_BYTES, STRIDE, on.width, on.height) === 1
    if (held === undefined && opaque) cache.keep(`p${key}`, acc)
    else if (held === undefined) memory.releaseTile(acc)
    return opaque ? acc : null
  }

  private flattened(beneath: readonly Link[], left: number, top: number): number {
    const acc = this.renderer.memory.tile()
    this.renderer.memory.kernels.clearRect(acc, PLANE_BYTES, STRIDE, TILE, TILE)
    for (const { node, region } of beneath)
      this.renderer.cache.passing(() => this.renderer.blend(acc, node, region, left, top))
    return acc
  }

  private run(links: readonly Link[], left: number, top: number): Run {
    const key = quickHash(links.map((l) => `${l.node.key}/${l.node.mode}/${l.node.opacity}`).join('|'))
    const keys = ['a', 'b', 'm'].map((name) => `r${name}${key}@${left},${top}`)
    const [heldA, heldB, heldMost] = keys.map((k) => this.renderer.cache.take(k))
    if (heldA !== undefined && heldB !== undefined && heldMost !== undefined)
      return { a: heldA, b: heldB, most: heldMost }
    const { kernels } = this.renderer.memory
    const [a, b, most] = [
      this.renderer.memory.tile(),
      this.renderer.memory.tile(),
      this.renderer.memory.tile(),
    ]
    kernels.runBegin(a, b, most, PLANE_BYTES, STRIDE, TILE, TILE)
    for (const { node, region } of links) {
      this.renderer.cache.passing(() => {
        const raster = this.renderer.nodeRaster(node, region, left, top)
        const at = region.offset
        kernels.runAdd(
          a + at,
          b + at,
          most + at,
          raster + at,
          PLANE_BYTES,
          STRIDE,
          region.width,
          region.height,
          node.mode,
          node.opacity,
        )
      })
    }
    for (const [n, raster] of [a, b, most].entries()) {
      this.renderer.cache.keep(keys[n] as string, raster)
    }
    return { a, b, most }
  }
}
