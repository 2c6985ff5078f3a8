import type { ResolvedLayer, ResolvedPage } from '../design/resolve'
import { Problem } from '../errors'
import { type Bounds, heightOf, widthOf } from '../geometry/bounds'
import { TILE } from '../pixels/memory'
import { filesFor } from '../type/catalogue'
import type { FontBook } from '../type/fonts'
import { type Plan, plan } from './plan'
import type { Renderer } from './renderer'
import type { SourceBook } from './sources'

export type Host = { fonts: FontBook; sources: SourceBook; renderer: Renderer }

const flat = (layers: readonly ResolvedLayer[]): ResolvedLayer[] => layers.flatMap((l) => [l, ...flat(l.children)])

/** Loads every font and source that a page needs at a scale, then plans it. */
export async function prepare(page: ResolvedPage, scale: number, host: Host): Promise<Plan> {
  await host.fonts.open(flat(page.layers).flatMap(({ layer }) => (layer.kind === 'type' ? filesFor(layer.style) : [])))
  for (;;) {
    const made = plan(page, { scale }, host)
    if (made.missing.length === 0) return made
    await Promise.all(made.missing.map(({ sha, level }) => (level === null ? host.sources.loadArtwork(sha) : host.sources.loadPicture(sha, level))))
  }
}

export type Picture = { width: number; height: number; data: Uint8ClampedArray<ArrayBuffer> }

/**
 * A region of a plan, px of the view, as 8-bit RGBA with straight alpha. `progress` is told the share done after each
 * row of tiles; an aborted `signal` throws a `stopped` problem.
 */
export async function renderRegion(
  made: Plan,
  region: Bounds,
  renderer: Renderer,
  how: { memoryKey?: string; progress?: (share: number) => void; signal?: AbortSignal } = {},
): Promise<Picture> {
  const [width, height] = [widthOf(region), heightOf(region)]
  const data = new Uint8ClampedArray(width * height * 4)
  const [firstRow, lastRow] = [Math.floor(region.top / TILE), Math.floor((region.bottom - 1) / TILE)]
  for (let row = firstRow; row <= lastRow; row++) {
    if (how.signal?.aborted) throw new Problem('stopped', 'Stopped. Nothing was changed.')
    for (let column = Math.floor(region.left / TILE); column <= Math.floor((region.right - 1) / TILE); column++) {
      const bytes = renderer.tileBytes(made, column, row, how.memoryKey ?? '')
      const [x0, x1] = [Math.max(region.left, column * TILE), Math.min(region.right, (column + 1) * TILE)]
      const [y0, y1] = [Math.max(region.top, row * TILE), Math.min(region.bottom, (row + 1) * TILE)]
      for (let y = y0; y < y1; y++) {
        const from = ((y - row * TILE) * TILE + (x0 - column * TILE)) * 4
        data.set(bytes.subarray(from, from + (x1 - x0) * 4), ((y - region.top) * width + (x0 - region.left)) * 4)
      }
    }
    how.progress?.((row - firstRow + 1) / (lastRow - firstRow + 1))
    await Promise.resolve()
  }
  return { width, height, data }
}
