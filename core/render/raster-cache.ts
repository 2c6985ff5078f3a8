import type { PixelMemory } from '../pixels/memory'

/** Rasters of a tile each, kept by content, those used longest ago let go first. */
export class RasterCache {
  private readonly held = new Map<string, number>()
  private passed: string[] | null = null

  constructor(
    private readonly memory: PixelMemory,
    private readonly most: number,
  ) {}

  has(key: string): boolean {
    return this.held.has(key)
  }
  /** Whether these rasters are all still kept. */
  holdsAll(rasters: readonly number[]): boolean {
    const here = new Set(this.held.values())
    return rasters.every((r) => here.has(r))
  }
  take(key: string): number | undefined {
    const raster = this.held.get(key)
    if (raster === undefined) return undefined
    this.held.delete(key)
    this.held.set(key, raster)
    return raster
  }
  /** Takes over a raster; what was kept under the key before is let go. */
  keep(key: string, raster: number): void {
    this.drop(key)
    this.held.set(key, raster)
    this.passed?.push(key)
    while (this.held.size > this.most) {
      const oldest = this.held.entries().next().value
      if (!oldest) return
      this.drop(oldest[0])
    }
  }
  drop(key: string): void {
    const raster = this.held.get(key)
    if (raster === undefined) return
    this.held.delete(key)
    this.memory.releaseTile(raster)
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
