import { MASK_TILE } from '../design/mask'
import { badInput } from '../errors'
import { readGreyPng } from '../formats/grey-png'
import type { PixelMemory } from '../pixels/memory'
import { type Artwork, readSvg } from '../vector/svg'
import { type PaintedContent, paintedKey, paintedLevel, type TileBytes } from './painted'

/** Painted masks that are known at a time, and tiles of them that are held, 64 KB each. */
const MOST_MASKS = 500
const MOST_TILES = 1200

/**
 * One mip level of a picture: RGBA, straight alpha, upright; `deep` ones have 16 bits a channel (little endian), the
 * others 8. Level 0 is the source itself.
 */
export type PictureLevel = { width: number; height: number; opaque: boolean; deep: boolean; data: Uint8Array }
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

/** Holds the pictures and graphics that rendering reads, in the kernels' memory, bounded in bytes. */
export class SourceBook {
  private readonly levels = new Map<string, HeldLevel | null>()
  private readonly artworks = new Map<string, Artwork | null>()
  private readonly pending = new Map<string, Promise<void>>()
  private readonly masks = new Map<string, PaintedContent>()
  private readonly tiles = new Map<string, TileBytes>()
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
  knowMask(mask: PaintedContent): string | null {
    if (Object.keys(mask.tiles).length === 0) return null
    const key = paintedKey(mask)
    if (!this.masks.has(key)) {
      if (this.masks.size > MOST_MASKS) this.masks.delete(this.masks.keys().next().value as string)
      this.masks.set(key, mask)
    }
    return key
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
    if (width !== MASK_TILE || height !== MASK_TILE) throw badInput('A part of a mask has another size than it should. Undo, or paint the mask anew.')
    this.knowTile(sha, grey)
    return grey
  }
  private async painted(key: string, level: number): Promise<PictureLevel | null> {
    const mask = this.masks.get(key)
    if (!mask) return null
    const bytes = new Map<string, TileBytes>()
    for (const tile of new Set(Object.values(mask.tiles))) {
      const found = tile === 'full' || tile === 'none' ? null : await this.loadTile(tile)
      if (found) bytes.set(tile, found)
    }
    return paintedLevel(mask, level, (sha) => bytes.get(sha) ?? null)
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
      const found = sha.startsWith('mask:') ? await this.painted(sha, level) : await this.loader.picture(sha, level)
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
      this.artworks.set(sha, text === null ? null : readSvg(text))
    })
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
      this.memory.releaseBlock(held.at, held.bytes)
      this.heldBytes -= held.bytes
      this.levels.delete(key)
    }
  }
}
