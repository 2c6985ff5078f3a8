import { type Bounds, union } from '../geometry/bounds'
import { MASK_TILE } from '../masks/mask'
import type { PixelMemory } from '../pixels/memory'
import { paperIn } from './paper'

/** A brush in px of what it paints on: half axes of its outline, shares 0–1, `step` between marks in diameters. */
export type Brush = {
  rx: number
  ry: number
  hardness: number
  flow: number
  strength: number
  step: number
  hides: boolean
  /** How much the paper shows, 0–1; none where it is left out. */
  rough?: number
}
export type StrokePoint = {
  x: number
  y: number
  /** 0–1, 1 without a pen. */
  pressure: number
}
/** A tile as it was before the stroke: 256 × 256 px, or one value for all of it. */
export type BaseTile = (place: string) => Uint8Array | number

/** How much of its size a pen leaves at no pressure. */
const LEAST_SIZE = 0.15
const BYTES = MASK_TILE * MASK_TILE
const TILE_BLOCK = 6 * BYTES

/** From which share of its radius a mark falls: even the hardest rim is a px wide, or it would be jagged. */
const edgeOf = (hardness: number, radius: number): number =>
  Math.min(hardness, 1 - 1 / Math.max(1, radius), 0.999)

/** How strongly a mark covers at a share of its radius: whole up to its hardness, then falling smoothly to its rim. */
export function markAt(share: number, hardness: number, radius: number): number {
  const edge = edgeOf(hardness, radius)
  if (share <= edge) return 1
  if (share >= 1) return 0
  const t = (share - edge) / (1 - edge)
  return 1 - t * t * (3 - 2 * t)
}

/**
 * One stroke over the tiles of a mask. Marks build up towards their own form, by `flow` each, so that passing again in
 * the same stroke never hardens the rim; what the stroke covers then moves the mask towards showing or hiding by
 * `strength`. Only tiles that were touched are held.
 */
export class Stroke {
  /** Where a tile's parts lie in the kernels' memory: what is covered, what it is now, what it was. */
  private readonly tiles = new Map<string, { covered: number; out: number; base: number }>()
  private last: StrokePoint | null = null
  /** Way since the last mark, px. */
  private since = 0

  constructor(
    private readonly memory: PixelMemory,
    private readonly width: number,
    private readonly height: number,
    private readonly brush: Brush,
    private readonly base: BaseTile,
  ) {}

  /** Goes on to a point, from where the stroke was with marks all along; gives the px that changed, null for none. */
  to(p: StrokePoint): Bounds | null {
    const { last } = this
    this.last = p
    if (!last) return this.mark(p)
    const distance = Math.hypot(p.x - last.x, p.y - last.y)
    const every = Math.max(0.5, this.brush.step * 2 * Math.min(this.brush.rx, this.brush.ry))
    let changed: Bounds | null = null
    let at = every - this.since
    for (; at <= distance; at += every) {
      const k = at / distance
      const box = this.mark({
        x: last.x + (p.x - last.x) * k,
        y: last.y + (p.y - last.y) * k,
        pressure: last.pressure + (p.pressure - last.pressure) * k,
      })
      if (box) changed = changed ? union(changed, box) : box
    }
    this.since = distance - (at - every)
    return changed
  }

  /** Places of the tiles that the stroke touched. */
  get places(): string[] {
    return [...this.tiles.keys()]
  }
  /** A touched tile as it is now: its address in the kernels' memory. */
  at(place: string): number | null {
    return this.tiles.get(place)?.out ?? null
  }
  /** A touched tile as it is now, copied out. */
  tile(place: string): Uint8Array | null {
    const at = this.at(place)
    return at === null ? null : this.memory.bytes.slice(at, at + BYTES)
  }
  /** Gives its memory back. */
  close(): void {
    for (const t of this.tiles.values()) this.memory.releaseBlock(t.covered, TILE_BLOCK)
    this.tiles.clear()
  }

  private mark(p: StrokePoint): Bounds | null {
    const size = LEAST_SIZE + (1 - LEAST_SIZE) * p.pressure
    const [rx, ry] = [Math.max(0.5, this.brush.rx * size), Math.max(0.5, this.brush.ry * size)]
    const box = {
      left: Math.max(0, Math.floor(p.x - rx)),
      top: Math.max(0, Math.floor(p.y - ry)),
      right: Math.min(this.width, Math.ceil(p.x + rx)),
      bottom: Math.min(this.height, Math.ceil(p.y + ry)),
    }
    if (box.right <= box.left || box.bottom <= box.top) return null
    for (let row = Math.floor(box.top / MASK_TILE); row * MASK_TILE < box.bottom; row++)
      for (let column = Math.floor(box.left / MASK_TILE); column * MASK_TILE < box.right; column++)
        this.markTile(column, row, p, rx, ry, box)
    return box
  }

  private markTile(column: number, row: number, p: StrokePoint, rx: number, ry: number, box: Bounds): void {
    const place = `${column},${row}`
    const held = this.tiles.get(place) ?? this.open(place)
    const [x0, y0] = [column * MASK_TILE, row * MASK_TILE]
    this.memory.kernels.brushMark(
      held.covered,
      held.out,
      held.base,
      p.x - x0,
      p.y - y0,
      rx,
      ry,
      edgeOf(this.brush.hardness, Math.min(rx, ry)),
      this.brush.flow,
      this.brush.strength,
      this.brush.hides ? 0 : 255,
      Math.max(0, box.left - x0) & ~3,
      Math.max(0, box.top - y0),
      (Math.min(MASK_TILE, box.right - x0) + 3) & ~3,
      Math.min(MASK_TILE, box.bottom - y0),
      this.brush.rough ? paperIn(this.memory) : 0,
      this.brush.rough ?? 0,
    )
  }
  private open(place: string): { covered: number; out: number; base: number } {
    const covered = this.memory.block(TILE_BLOCK)
    const [out, base] = [covered + 4 * BYTES, covered + 5 * BYTES]
    const { bytes } = this.memory
    bytes.fill(0, covered, out)
    const was = this.base(place)
    for (const at of [out, base])
      if (typeof was === 'number') bytes.fill(was, at, at + BYTES)
      else bytes.set(was, at)
    const held = { covered, out, base }
    this.tiles.set(place, held)
    return held
  }
}

/** Draws a hand's way smooth: each point goes only part of the way to where the hand is. `share` 0 leaves it as it is. */
export function steadied(share: number): (p: StrokePoint) => StrokePoint {
  let at: StrokePoint | null = null
  return (p) => {
    at = at
      ? { x: at.x + (p.x - at.x) * (1 - share), y: at.y + (p.y - at.y) * (1 - share), pressure: p.pressure }
      : p
    return at
  }
}
