import { flatResolved, type ResolvedPage } from '../design/resolve'
import { Problem } from '../errors'
import {
  type Bounds,
  contains,
  grow,
  heightOf,
  mapBounds,
  overlaps,
  scaled,
  union,
  widthOf,
} from '../geometry/bounds'
import { TILE } from '../pixels/memory'
import { filesFor } from '../type/catalogue'
import type { FontBook } from '../type/fonts'
import { type MaskStep, type PlanNode, partsOf } from './nodes'
import { type Plan, plan, type View } from './plan'
import type { Renderer } from './renderer'
import { softReach } from './softening'
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
    if (node.kind === 'picture')
      for (let level = node.level; level <= node.coarsest; level++)
        out.set(`${node.source}/${level}`, { sha: node.source, level })
    for (const [inner, of] of readBy(node, before ? union(before, part) : part)) read(inner, of)
  }
  for (const node of nodes) read(node, band)
  return [...out.values()]
}
const EVERYWHERE: Bounds = { left: -Infinity, top: -Infinity, right: Infinity, bottom: Infinity }

const readByMasks = (masks: readonly MaskStep[], band: Bounds): [PlanNode, Bounds][] =>
  masks.flatMap(({ node, soft, colours, offset }): [PlanNode, Bounds][] => {
    const own = soft ? grow(scaled(band, 1 / soft.factor), softReach(soft) / soft.factor) : band
    return [
      ...(node ? [[node, offset ? EVERYWHERE : own] as [PlanNode, Bounds]] : []),
      ...(colours ? [[colours, band] as [PlanNode, Bounds]] : []),
    ]
  })
/** The nodes that a part of a node is made of, and which part of each. */
function readBy(n: PlanNode, band: Bounds): [PlanNode, Bounds][] {
  const all = (nodes: readonly PlanNode[], part = band): [PlanNode, Bounds][] =>
    nodes.map((node) => [node, part])
  if (n.kind === 'masked') return [[n.inner, band], ...readByMasks(n.masks, band)]
  if (n.kind === 'mapped') return all([n.source], grow(mapBounds(n.back, band), 4))
  // A ring is measured from all of its silhouette.
  if (n.kind === 'rim') return all([n.silhouette], EVERYWHERE)
  if (n.kind === 'grade')
    return [
      ...all(n.made ? [n.made] : []),
      ...readByMasks([...n.masks, ...n.steps.flatMap((s) => s.masks)], EVERYWHERE),
    ]
  if (n.kind === 'reduced') return all([n.source], grow(scaled(band, n.factor), 2))
  if (n.kind === 'edged') return all([n.source], outTo(band, n.edge))
  if (n.kind === 'filter') {
    const masks = readByMasks(n.masks, EVERYWHERE)
    if (!('near' in n.work)) return [[n.inner, band], ...masks]
    const { source, factor, reach, map } = n.work
    return [
      ...all([n.inner, ...(map ? [map] : [])]),
      ...masks,
      [source, grow(scaled(band, 1 / factor), reach / factor + 2)],
    ]
  }
  return all(partsOf(n))
}
/** A part, and as much more as it takes to reach into a box. */
const outTo = (part: Bounds, box: Bounds): Bounds => ({
  left: Math.min(part.left, box.right - 1),
  top: Math.min(part.top, box.bottom - 1),
  right: Math.max(part.right, box.left + 1),
  bottom: Math.max(part.bottom, box.top + 1),
})

/** Loads every font and source that a page needs at a scale, then plans it. */
export const prepare = (page: ResolvedPage, scale: number, host: Host): Promise<Plan> =>
  planned(page, { scale }, host)

async function planned(page: ResolvedPage, view: View, host: Host): Promise<Plan> {
  await host.fonts.open(
    flatResolved(page.layers).flatMap(({ layer }) => (layer.kind === 'type' ? filesFor(layer.style) : [])),
  )
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
  how: Progress = {},
): Promise<Picture> {
  const made = await planned(page, { scale, whole: true }, host)
  return renderRegion(made, region, host.renderer, {
    ...how,
    before: (band) => host.sources.hold(levelsIn(made.nodes, band)),
  })
}

export type Picture = { width: number; height: number; data: Uint8ClampedArray<ArrayBuffer> }

/**
 * A region of a plan, px of the view, as 8-bit RGBA with straight alpha. `progress` is told the share done after each
 * row of tiles; an aborted `signal`, or time that is up, throws a `stopped` problem.
 */
export async function renderRegion(
  made: Plan,
  region: Bounds,
  renderer: Renderer,
  how: Progress & { memoryKey?: string; before?: (band: Bounds) => Promise<void> } = {},
): Promise<Picture> {
  const [width, height] = [widthOf(region), heightOf(region)]
  const data = new Uint8ClampedArray(width * height * 4)
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
      const [x0, x1] = [Math.max(region.left, column * TILE), Math.min(region.right, (column + 1) * TILE)]
      const [y0, y1] = [Math.max(region.top, row * TILE), Math.min(region.bottom, (row + 1) * TILE)]
      for (let y = y0; y < y1; y++) {
        const from = ((y - row * TILE) * TILE + (x0 - column * TILE)) * 4
        data.set(
          bytes.subarray(from, from + (x1 - x0) * 4),
          ((y - region.top) * width + (x0 - region.left)) * 4,
        )
      }
    }
    how.progress?.((row - firstRow + 1) / (lastRow - firstRow + 1))
    await Promise.resolve()
  }
  return { width, height, data }
}
