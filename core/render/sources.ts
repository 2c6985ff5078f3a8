import { badInput } from '../basics/errors'
import { type Brush, Stroke, type StrokePoint } from '../brush/stroke'
import { readGreyPng } from '../formats/grey-png'
import { type Bounds, union } from '../geometry/bounds'
import { MASK_TILE } from '../masks/mask'
import type { PixelMemory } from '../pixels/memory'
import type { PictureLevel } from '../pixels/mips'
import { levelSize } from '../pixels/mips'
import { readCube } from '../treatments/cube'
import type { Lut } from '../treatments/definition'
import { type Artwork, readSvg } from '../vector/svg'
import { type PaintedContent, paintedKey, type TileBytes } from './painted'

/** Painted masks that are known at a time, and tiles of them that are held, 64 KB each. */
const MOST_MASKS = 500
const MOST_TILES = 1200
const TILE_BYTES = MASK_TILE * MASK_TILE

export type HeldLevel = Omit<PictureLevel, 'data'> & { at: number; bytes: number }

/** Where sources come from: the server's working copies in a browser, the blob folder elsewhere. */
export interface SourceLoader {
  /** A level of a picture, or null where the blob is gone. */
  picture(sha: string, level: number): Promise<PictureLevel | null>
  /** The text of a graphic, or null where the blob is gone. */
  graphic(sha: string): Promise<string | null>
  /** A stored tile of a painted mask as it is, or null where the blob is gone. */
  tile(sha: string): Promise<Uint8Array | null>
}

/** A mask that is being painted, or was and is not in the design yet. */
type Live = {
  place: string
  source: string
  version: number
  content: PaintedContent
  stroke: Stroke | null
  baseOf: (place: string) => TileBytes | number
  unfinished: number
}

/** Holds the pictures and graphics that rendering reads, in the kernels' memory, bounded in bytes. */
export class SourceBook {
  private readonly levels = new Map<string, HeldLevel | null>()
  private readonly artworks = new Map<string, Artwork | null>()
  private readonly luts = new Map<string, Lut | null>()
  private readonly absent = new Set<string>()
  private readonly pending = new Map<string, Promise<void>>()
  private readonly masks = new Map<string, PaintedContent>()
  private readonly tiles = new Map<string, TileBytes>()
  private live: Live | null = null
  private strokes = 0
  private pinned: ReadonlySet<string> = new Set()
  private heldBytes = 0

  constructor(
    private readonly memory: PixelMemory,
    private readonly loader: SourceLoader,
    private readonly mostBytes = 384 * 1024 * 1024,
  ) {}

  /** A level that is here: the one asked for, or the nearest coarser, or the nearest finer; or with `finer` the other way round. */
  picture(sha: string, level: number, finer = false): { level: number; held: HeldLevel } | null {
    const [down, up] = [[1, 2, 3, 4, 5].map((n) => level - n), [1, 2, 3, 4, 5, 6, 7].map((n) => level + n)]
    for (const step of finer ? [level, ...down, ...up] : [level, ...up, ...down]) {
      const key = `${sha}/${step}`
      const held = step < 0 ? null : this.levels.get(key)
      if (!held) continue
      this.levels.delete(key)
      this.levels.set(key, held)
      return { level: step, held }
    }
    return null
  }
  /** Takes what is painted in a mask for a source; gives its name, null where nothing is painted. */
  knowMask(mask: PaintedContent, place: string): { source: string; version: number } | null {
    if (this.live?.place === place) return { source: this.live.source, version: this.live.version }
    if (Object.keys(mask.tiles).length === 0) return null
    const key = paintedKey(mask)
    if (!this.masks.has(key)) {
      if (this.masks.size > MOST_MASKS) this.masks.delete(this.masks.keys().next().value as string)
      this.masks.set(key, mask)
    }
    return { source: key, version: 0 }
  }

  /**
   * Begins a stroke on a mask: from now on it is seen as it is painted, `place` being its layer and itself. What was
   * painted before is loaded first.
   */
  async beginStroke(place: string, mask: PaintedContent, brush: Brush): Promise<void> {
    const before =
      this.live?.place === place
        ? this.live.content
        : { width: mask.width, height: mask.height, ground: mask.ground, tiles: mask.tiles }
    const bytes = new Map<string, TileBytes>()
    for (const tile of new Set(Object.values(before.tiles))) {
      const found = tile === 'full' || tile === 'none' ? null : await this.loadTile(tile)
      if (found) bytes.set(tile, found)
    }
    const baseOf = (at: string): TileBytes | number => {
      const tile = before.tiles[at] ?? before.ground
      if (tile === 'full') return 255
      if (tile === 'none') return 0
      return bytes.get(tile) ?? 255
    }
    const old = this.live?.place === place ? this.live.source : paintedKey(before)
    const source = `mask:live-${++this.strokes}`
    const stroke = new Stroke(this.memory, before.width, before.height, brush, baseOf)
    const unfinished = this.live?.place === place ? this.live.unfinished : 0
    this.live = { place, source, version: 0, content: before, stroke, baseOf, unfinished }
    // What is seen now stays seen.
    for (const level of this.heldLevels(old)) await this.loadPicture(source, level)
  }
  /** Whether a mask is being painted now: other pixels with every frame. */
  isPainting(place: string): boolean {
    return this.live?.place === place && this.live.stroke !== null
  }
  /** Paints on; gives the px of the mask that changed. */
  strokeTo(points: readonly StrokePoint[]): Bounds | null {
    const { live } = this
    if (!live?.stroke) return null
    const boxes = points.flatMap((p) => live.stroke?.to(p) ?? [])
    const [first, ...rest] = boxes
    if (!first) return null
    const box = rest.reduce(union, first)
    live.version++
    for (const level of this.heldLevels(live.source)) this.repaint(live, level, box)
    return box
  }
  /** Ends the stroke; gives the tiles it touched, in what they are now. It stays seen until `strokeKept`, or is dropped. */
  endStroke(): { place: string; width: number; height: number; tiles: Map<string, TileBytes> } | null {
    const { live } = this
    if (!live?.stroke) return null
    const tiles = new Map(
      live.stroke.places.flatMap((at) => [[at, live.stroke?.tile(at) as TileBytes] as const]),
    )
    return { place: live.place, width: live.content.width, height: live.content.height, tiles }
  }
  /** Takes the names of the tiles of the stroke that ended; what is seen goes over to them. */
  nameStroke(tiles: PaintedContent['tiles']): void {
    const { live } = this
    if (!live) return
    live.stroke?.close()
    const content = { ...live.content, tiles: { ...live.content.tiles, ...tiles } }
    const key = paintedKey(content)
    for (const level of this.heldLevels(live.source)) {
      const held = this.levels.get(`${live.source}/${level}`)
      this.levels.delete(`${live.source}/${level}`)
      if (held && !this.levels.has(`${key}/${level}`)) this.levels.set(`${key}/${level}`, held)
    }
    this.masks.set(key, content)
    this.live = { ...live, content, source: key, version: 0, stroke: null, unfinished: live.unfinished + 1 }
  }
  /** The design holds what was painted now, or the stroke was given up. */
  strokeKept(): void {
    if (!this.live) return
    const unfinished = this.live.unfinished - 1
    this.live =
      unfinished <= 0 && !this.live.stroke ? null : { ...this.live, unfinished: Math.max(0, unfinished) }
  }
  dropStroke(): void {
    const { live } = this
    if (!live) return
    live.stroke?.close()
    for (const level of this.heldLevels(live.source)) this.letGo(`${live.source}/${level}`)
    this.live = null
  }
  private heldLevels(source: string): number[] {
    return [0, 1, 2, 3, 4, 5, 6, 7, 8].filter((level) => this.levels.get(`${source}/${level}`))
  }
  private repaint(live: Live, level: number, box: Bounds): void {
    const held = this.levels.get(`${live.source}/${level}`)
    if (!held) return
    for (let row = Math.floor(box.top / MASK_TILE); row * MASK_TILE < box.bottom; row++)
      for (let column = Math.floor(box.left / MASK_TILE); column * MASK_TILE < box.right; column++)
        this.writeTile(
          held,
          level,
          live.content,
          `${column},${row}`,
          live.stroke?.at(`${column},${row}`) ?? null,
          {
            left: Math.max(0, box.left - column * MASK_TILE),
            top: Math.max(0, box.top - row * MASK_TILE),
            right: Math.min(MASK_TILE, box.right - column * MASK_TILE),
            bottom: Math.min(MASK_TILE, box.bottom - row * MASK_TILE),
          },
        )
  }
  private letGo(key: string): void {
    const held = this.levels.get(key)
    this.levels.delete(key)
    if (!held) return
    this.memory.releaseBlock(held.at, held.bytes)
    this.heldBytes -= held.bytes
  }
  /** A tile that was just painted and need not be fetched. */
  knowTile(sha: string, bytes: TileBytes): void {
    this.tiles.delete(sha)
    this.tiles.set(sha, bytes)
    while (this.tiles.size > MOST_TILES) this.tiles.delete(this.tiles.keys().next().value as string)
  }
  async loadTile(sha: string): Promise<TileBytes | null> {
    const held = this.tiles.get(sha)
    if (held) return held
    const stored = await this.loader.tile(sha)
    if (!stored) return null
    const { width, height, grey } = readGreyPng(stored)
    if (width !== MASK_TILE || height !== MASK_TILE)
      throw badInput('A part of a mask has another size than it should. Undo, or paint the mask anew.')
    this.knowTile(sha, grey)
    return grey
  }
  /**
   * A level of what is painted in a mask, as white of that alpha: how much it shows, or on a full ground how much it
   * hides, so that beyond its edge it is 0 either way.
   */
  private async paintLevel(key: string, level: number): Promise<void> {
    const live = () => (this.live?.source === key ? this.live : null)
    const mask = live()?.content ?? this.masks.get(key)
    if (!mask) {
      this.levels.set(`${key}/${level}`, null)
      return
    }
    const tiles = new Map<string, TileBytes>()
    for (const tile of new Set(Object.values(mask.tiles))) {
      const found = tile === 'full' || tile === 'none' ? null : await this.loadTile(tile)
      if (found) tiles.set(tile, found)
    }
    const [width, height] = [levelSize(mask.width, level), levelSize(mask.height, level)]
    const bytes = width * height * 4
    this.makeRoom(bytes)
    const at = this.memory.block(bytes)
    new Uint32Array(this.memory.kernels.memory.buffer, at, width * height).fill(0x00ffffff)
    this.heldBytes += bytes
    const held: HeldLevel = { width, height, opaque: false, deep: false, at, bytes }
    const scratch = this.memory.block(TILE_BYTES)
    for (const [place, tile] of Object.entries(mask.tiles)) {
      if (tile === mask.ground) continue
      const found = tiles.get(tile)
      if (found) this.memory.bytes.set(found, scratch)
      else if (tile === 'full' || tile === 'none')
        this.memory.bytes.fill(tile === 'full' ? 255 : 0, scratch, scratch + TILE_BYTES)
      else continue
      this.writeTile(held, level, mask, place, scratch)
    }
    this.memory.releaseBlock(scratch, TILE_BYTES)
    this.levels.set(`${key}/${level}`, held)
    // A stroke that began meanwhile lies over it.
    for (const place of live()?.stroke?.places ?? [])
      this.writeTile(held, level, mask, place, live()?.stroke?.at(place) ?? null)
  }
  private writeTile(
    held: HeldLevel,
    level: number,
    mask: PaintedContent,
    place: string,
    tile: number | null,
    within?: Bounds,
  ): void {
    if (tile === null) return
    const [column, row] = place.split(',').map(Number) as [number, number]
    const box = within ?? { left: 0, top: 0, right: MASK_TILE, bottom: MASK_TILE }
    this.memory.kernels.maskLevel(
      held.at,
      held.width,
      held.height,
      tile,
      column,
      row,
      level,
      mask.width,
      mask.height,
      mask.ground === 'full' ? 1 : 0,
      box.left,
      box.top,
      box.right,
      box.bottom,
    )
  }
  artwork(sha: string): Artwork | null {
    return this.artworks.get(sha) ?? null
  }
  /** Whether asking again would bring nothing new. */
  hasPicture(sha: string, level: number): boolean {
    return this.levels.has(`${sha}/${level}`)
  }
  hasArtwork(sha: string): boolean {
    return this.artworks.has(sha)
  }

  loadPicture(sha: string, level: number): Promise<void> {
    const key = `${sha}/${level}`
    return this.once(key, this.levels.has(key), async () => {
      if (sha.startsWith('mask:')) return this.paintLevel(sha, level)
      const found = await this.loader.picture(sha, level)
      this.note(sha, found !== null)
      if (!found) {
        this.levels.set(key, null)
        return
      }
      const bytes = found.data.byteLength
      this.makeRoom(bytes)
      const at = this.memory.block(bytes)
      this.memory.bytes.set(found.data, at)
      this.heldBytes += bytes
      const { data: _, ...kept } = found
      this.levels.set(key, { ...kept, at, bytes })
    })
  }
  /** These levels stay until the next call, whatever else is loaded, even beyond the bound. */
  pin(wanted: readonly { sha: string; level: number }[]): void {
    this.pinned = new Set(wanted.map((w) => `${w.sha}/${w.level}`))
  }
  /** Pins levels and loads them one after another. */
  async hold(wanted: readonly { sha: string; level: number }[]): Promise<void> {
    this.pin(wanted)
    for (const { sha, level } of wanted) await this.loadPicture(sha, level)
  }
  loadArtwork(sha: string): Promise<void> {
    return this.once(sha, this.artworks.has(sha), async () => {
      const text = await this.loader.graphic(sha)
      this.note(sha, text !== null)
      this.artworks.set(sha, text === null ? null : readSvg(text))
    })
  }

  /** A stored look-up table; null where it is not here. */
  lut(sha: string): Lut | null {
    return this.luts.get(sha) ?? null
  }
  hasLut(sha: string): boolean {
    return this.luts.has(sha)
  }
  private loadLut(sha: string): Promise<void> {
    return this.once(`lut/${sha}`, this.luts.has(sha), async () => {
      const text = await this.loader.graphic(sha)
      this.note(sha, text !== null)
      this.luts.set(sha, text === null ? null : readCube(text))
    })
  }
  private note(sha: string, here: boolean): void {
    if (here) this.absent.delete(sha)
    else this.absent.add(sha)
  }
  /** Whether a file was asked for and is not there, or not whole. */
  isAbsent(sha: string): boolean {
    return this.absent.has(sha)
  }
  /** What was not there is asked for again: it may have been mended. */
  forgetAbsent(): void {
    for (const held of [this.levels, this.artworks, this.luts])
      for (const [key, value] of held) if (value === null) held.delete(key)
    this.absent.clear()
  }
  /** Loads what a plan lacks. */
  async load(missing: readonly { sha: string; level: number | null; as?: 'lut' }[]): Promise<void> {
    await Promise.all(
      missing.map(({ sha, level, as }) => {
        if (as === 'lut') return this.loadLut(sha)
        if (level === null) return this.loadArtwork(sha)
        return this.loadPicture(sha, level)
      }),
    )
  }

  private once(key: string, here: boolean, job: () => Promise<void>): Promise<void> {
    if (here) return Promise.resolve()
    const held = this.pending.get(key)
    if (held) return held
    const running = job().finally(() => this.pending.delete(key))
    this.pending.set(key, running)
    return running
  }

  private makeRoom(bytes: number): void {
    for (const [key, held] of this.levels) {
      if (this.heldBytes + bytes <= this.mostBytes) return
      if (!held || this.pinned.has(key)) continue
      this.letGo(key)
    }
  }
}

export type { PictureLevel }
