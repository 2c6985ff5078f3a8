import type { PixelMemory } from '../pixels/memory'

/** The most that an entry counts over another, in rounds of being used longest ago. */
const MOST_WORTH = 8

type Entry = { raster: number; worth: number; credit: number }

/**
 * Rasters of a tile each, kept by content. Those used longest ago are let go first, those that took much to make later
 * (GreedyDual: N. Young, “The k-server dual and loose competitiveness for paging”, Algorithmica 11, 1994).
 */
export class RasterCache {
  private readonly held = new Map<string, Entry>()
  private readonly pinned = new Map<number, number>()
  private passed: string[] | null = null
  private floor = 0

  constructor(
    private readonly memory: PixelMemory,
    /** How many are kept at most. */
    public most: number,
  ) {}

  has(key: string): boolean {
    return this.held.has(key)
  }
  /** Whether these rasters are all still kept. */
  holdsAll(rasters: readonly number[]): boolean {
    const here = new Set([...this.held.values()].map((e) => e.raster))
    return rasters.every((r) => here.has(r))
  }
  take(key: string): number | undefined {
    const entry = this.held.get(key)
    if (entry === undefined) return undefined
    entry.credit = this.floor + entry.worth
    this.held.delete(key)
    this.held.set(key, entry)
    return entry.raster
  }
  /** Takes over a raster for which `drawn` had to be drawn, itself counted; what was kept under the key before is let go. */
  keep(key: string, raster: number, drawn = 1): void {
    this.drop(key)
    const worth = Math.min(MOST_WORTH, 1 + Math.log2(Math.max(1, drawn)))
    this.held.set(key, { raster, worth, credit: this.floor + worth })
    this.passed?.push(key)
    while (this.held.size > this.most && this.letGo(key));
  }
  /** Lets go what is worth least, but not what was just made or is being read; false where there is nothing. */
  private letGo(newest: string): boolean {
    let [least, credit] = ['', Infinity]
    for (const [key, entry] of this.held)
      if (entry.credit < credit && key !== newest && !this.pinned.has(entry.raster))
        [least, credit] = [key, entry.credit]
    if (credit === Infinity) return false
    this.floor = Math.max(this.floor, credit)
    this.drop(least)
    return true
  }
  drop(key: string): void {
    const entry = this.held.get(key)
    if (entry === undefined) return
    this.held.delete(key)
    this.memory.releaseTile(entry.raster)
  }
  clear(): void {
    for (const key of [...this.held.keys()]) this.drop(key)
  }
  /** Keeps a raster from being let go until it is let loose as often. */
  pin(raster: number): void {
    this.pinned.set(raster, (this.pinned.get(raster) ?? 0) + 1)
  }
  loose(raster: number): void {
    const count = (this.pinned.get(raster) ?? 0) - 1
    if (count > 0) this.pinned.set(raster, count)
    else this.pinned.delete(raster)
  }
  /** Runs a job whose rasters are not worth keeping: they would drive out what is. */
  passing<T>(job: () => T): T {
    const made: string[] = []
    const outer = this.passed
    this.passed = made
    const result = job()
    this.passed = outer
    for (const key of made) this.drop(key)
    return result
  }
}
