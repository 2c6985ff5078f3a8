import { Problem } from '../basics/errors'
import { type Bounds, contains, heightOf, overlaps, union, widthOf } from '../geometry/bounds'
import { TILE } from '../pixels/memory'
import { facesDue } from '../resolve/needs'
import type { ResolvedPage } from '../resolve/resolved'
import type { FontBook } from '../type/fonts'
import { EVERYWHERE } from './nodes/definition'
import { readsOf } from './nodes/folds'
import { definitionOf } from './nodes/list'
import type { PlanNode } from './nodes/types'
import { type Plan, plan, type View } from './plan'
import type { Renderer } from './renderer'
import type { SourceBook } from './sources'

export type Host = { fonts: FontBook; sources: SourceBook; renderer: Renderer }

/** `progress` is told the share done; `late` is asked before each tile whether time is up. */
export type Progress = { progress?: (share: number) => void; signal?: AbortSignal; late?: () => boolean }

type Wanted = { sha: string; level: number }
/** Levels of pictures that a part of a plan reads. */
function levelsIn(nodes: readonly PlanNode[], band: Bounds): Wanted[] {
  const out = new Map<string, Wanted>()
  // A node may be read by many: only what of it was not asked for yet is followed.
  const asked = new Map<string, Bounds>()
  const read = (node: PlanNode, part: Bounds): void => {
    if (!overlaps(node.bounds, part)) return
    const before = asked.get(node.key)
    if (before && contains(before, part)) return
    asked.set(node.key, before ? union(before, part) : part)
    const own = definitionOf(node).levels?.(node)
    if (own)
      for (let level = own.level; level <= own.coarsest; level++)
        out.set(`${own.source}/${level}`, { sha: own.source, level })
    for (const [inner, of] of readsOf(node, before ? union(before, part) : part)) read(inner, of)
  }
  for (const node of nodes) read(node, band)
  return [...out.values()]
}
/** Loads every font and source that a page needs at a scale, then plans it. */
export const prepare = (page: ResolvedPage, scale: number, host: Host): Promise<Plan> =>
  planned(page, { scale }, host)

async function planned(page: ResolvedPage, view: View, host: Host): Promise<Plan> {
  for (let due = facesDue(page, host.fonts); due.length > 0; due = facesDue(page, host.fonts))
    await host.fonts.open(due)
  for (;;) {
    const made = plan(page, view, host)
    if (made.missing.length === 0) return made
    // What is here already stays while the rest comes, or the two would drive each other out for ever.
    const pictures = made.missing.flatMap(({ sha, level }) => (level === null ? [] : [{ sha, level }]))
    host.sources.pin([...levelsIn(made.nodes, EVERYWHERE), ...pictures])
    await host.sources.load(made.missing)
  }
}

/**
 * A part of a page at a scale, worked in bands of tiles: sources are loaded when the first band needs them and may go
 * after the last, so that memory stays bounded however many there are. `region` is px of the view.
 */
export async function renderPage(
  page: ResolvedPage,
  scale: number,
  region: Bounds,
  host: Host,
  how: Progress & { deep?: boolean } = {},
): Promise<Picture> {
  const made = await planWhole(page, scale, host)
  return renderRegion(made, region, host.renderer, {
    ...how,
    before: (band) => host.sources.hold(levelsIn(made.nodes, band)),
  })
}

/** Nodes of a plan alone within a box, px of the view; sources are loaded band by band. */
export const renderNodes = (
  nodes: PlanNode[],
  box: Bounds,
  host: Host,
  how: Progress & { deep?: boolean } = {},
): Promise<Picture> =>
  renderRegion({ nodes, page: box, missing: [] }, box, host.renderer, {
    ...how,
    before: (band) => host.sources.hold(levelsIn(nodes, band)),
  })
/** A plan of a page for who loads its sources part by part. */
export const planWhole = (page: ResolvedPage, scale: number, host: Host): Promise<Plan> =>
  planned(page, { scale, whole: true }, host)

/** RGBA with straight alpha, row by row; in 16 bits a channel too where that was asked for. */
export type Picture = {
  width: number
  height: number
  data: Uint8ClampedArray<ArrayBuffer>
  deep?: Uint16Array<ArrayBuffer>
}

/**
 * A region of a plan, px of the view, as 8-bit RGBA with straight alpha. `progress` is told the share done after each
 * row of tiles; an aborted `signal`, or time that is up, throws a `stopped` problem.
 */
export async function renderRegion(
  made: Plan,
  region: Bounds,
  renderer: Renderer,
  how: Progress & { memoryKey?: string; before?: (band: Bounds) => Promise<void>; deep?: boolean } = {},
): Promise<Picture> {
  const [width, height] = [widthOf(region), heightOf(region)]
  const data = new Uint8ClampedArray(width * height * 4)
  const deep = how.deep ? new Uint16Array(width * height * 4) : null
  renderer.makeRoom(made.nodes, region)
  const [firstRow, lastRow] = [Math.floor(region.top / TILE), Math.floor((region.bottom - 1) / TILE)]
  for (let row = firstRow; row <= lastRow; row++) {
    if (how.signal?.aborted) throw new Problem('stopped', 'Stopped. Nothing was changed.')
    await how.before?.({ left: region.left, right: region.right, top: row * TILE, bottom: (row + 1) * TILE })
    for (
      let column = Math.floor(region.left / TILE);
      column <= Math.floor((region.right - 1) / TILE);
      column++
    ) {
      if (how.late?.()) throw new Problem('stopped', 'This would take too long here. Nothing was changed.')
      const bytes = renderer.tileBytes(made, column, row, how.memoryKey ?? '')
      const words = deep ? renderer.tileWords(made, column, row, how.memoryKey ?? '') : null
      const [x0, x1] = [Math.max(region.left, column * TILE), Math.min(region.right, (column + 1) * TILE)]
      const [y0, y1] = [Math.max(region.top, row * TILE), Math.min(region.bottom, (row + 1) * TILE)]
      for (let y = y0; y < y1; y++) {
        const from = ((y - row * TILE) * TILE + (x0 - column * TILE)) * 4
        const to = ((y - region.top) * width + (x0 - region.left)) * 4
        data.set(bytes.subarray(from, from + (x1 - x0) * 4), to)
        if (deep && words) deep.set(words.subarray(from, from + (x1 - x0) * 4), to)
      }
    }
    how.progress?.((row - firstRow + 1) / (lastRow - firstRow + 1))
    await Promise.resolve()
  }
  return { width, height, data, ...(deep ? { deep } : {}) }
}
