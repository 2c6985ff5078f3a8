import { orderAbove } from '@/core/design/spots'
import { areaOf, type Bounds, heightOf, intersect, isEmpty, widthOf } from '@/core/geometry/bounds'
import { placedBounds } from '@/core/geometry/placement'
import type { Placement } from '@/core/geometry/placement-schema'
import { hasMembers, isPhoto, isShape, takesPicture } from '@/core/kinds/facts'
import type { Link } from '@/core/kinds/link'
import type { Layer } from '@/core/kinds/list'
import { graphicLayer, pictureLayer } from '@/core/kinds/new'
import { PLANES, type Plane } from '@/core/kinds/planes'
import { isFilled } from '@/core/kinds/slot/framing'
import { groundOf } from '@/core/resolve/ground'
import type { BenchState } from '../state/bench'
import type { SourceInfo } from '../worker/protocol'
import { boundsOfNode } from './handled'

/** What is placed: its file, what it is called, how it mixes, where its focal point is, what it is. */
export type Placing = {
  info: SourceInfo
  label: string
  blend?: string
  focal?: { x: number; y: number } | null
  kind?: string
  /** The design that it is a picture of. */
  linked?: Link
}
/** What is placed as a layer: a picture or a graphic in a box, px of the master. */
export function layerOfSource(
  where: Parameters<typeof pictureLayer>[0],
  p: Pick<Placing, 'info' | 'label' | 'focal' | 'linked'>,
  box: Placement,
): Layer {
  const { sha, width, height, kind, parts } = p.info
  return kind === 'graphic'
    ? graphicLayer(where, p.label, sha, parts ?? {}, box)
    : pictureLayer(
        where,
        p.label,
        {
          sha,
          width,
          height,
          ...(p.focal ? { focal: p.focal } : {}),
          ...(p.linked ? { linked: p.linked } : {}),
        },
        box,
      )
}
export type Spot = {
  page: string
  plane: Plane
  parent: string | null
  inside: string | null
  order: string
}
type Seen = Pick<BenchState, 'design' | 'resolved' | 'sources'>

/** From this opacity what lies beneath is not seen through. */
const HIDES = 0.85
/** Whether a thing lets nothing through where it lies. */
function hides(layer: Layer, sources: BenchState['sources']): boolean {
  if (!layer.shown || layer.opacity < HIDES || layer.blend !== 'normal') return false
  if (Object.values(layer.masks).some((m) => m.on)) return false
  if (isPhoto(layer)) return sources[layer.source]?.opaque ?? false
  if (takesPicture(layer)) return isFilled(layer)
  return isShape(layer) && layer.form === 'rectangle' && layer.fill.kind === 'solid'
}
/** So much of a thing must be seen, or it goes in front of what hides it. */
const SEEN = 0.5
/**
 * Where in depth a new thing of a box (px of the page) is seen: where it was to go, or directly in front of the frontmost thing
 * that would hide it there.
 */
export function seenSpot(s: Seen, spot: Spot, box: Bounds): Spot {
  if (spot.parent || spot.inside) return spot
  const planes = s.resolved.layers
  const before = planes.findIndex(
    ({ layer }) =>
      planeRank(layer.plane) > planeRank(spot.plane) ||
      (layer.plane === spot.plane && layer.order > spot.order),
  )
  if (before < 0) return spot
  const area = Math.max(1, areaOf(box))
  const hiding = planes
    .slice(before)
    .filter(({ layer }) => !hasMembers(layer) && hides(layer, s.sources))
    .filter(({ layer }) => areaOf(intersect(placedBounds(layer.placement), box)) > SEEN * area)
    .at(-1)?.layer
  if (!hiding) return spot
  const to = { page: spot.page, plane: hiding.plane, parent: null }
  return { ...spot, ...to, order: orderAbove(s.design, to, hiding.id) }
}
const planeRank = (plane: Plane): number => PLANES.indexOf(plane)

/** New things stand so far apart, of their size. */
const APART = 1.06
/** They may lie over what is there by this share and still be seen as beside it. */
const OVER = 0.25
/** So much of them lies on the page. */
const IN_PAGE = 0.7
/** Boxes of things that a new one would lie in a pile with: those of about its size and place. */
const isPile = (a: Bounds, b: Bounds): boolean => {
  const shared = intersect(a, b)
  return !isEmpty(shared) && areaOf(shared) > (1 - OVER) * Math.min(areaOf(a), areaOf(b))
}
/** A place beside what lies there already, so that nothing lands on the like of it: the wanted one where it is free. */
export function freePlace(s: Seen, box: Bounds): Bounds {
  const ground = groundOf(s.resolved)
  const page = { left: 0, top: 0, right: s.resolved.width, bottom: s.resolved.height }
  const margin = GAP * Math.min(page.right, page.bottom)
  const room = { left: margin, top: margin, right: page.right - margin, bottom: page.bottom - margin }
  const taken = s.resolved.layers.flatMap((l) => {
    const b = ground.has(l.layer.id) || !l.layer.shown ? null : boundsOfNode(l)
    // What is much larger is what it stands on, what is much smaller lies on it.
    return b && areaOf(b) < 3 * areaOf(box) && areaOf(b) > areaOf(box) / 3 ? [b] : []
  })
  if (!taken.some((t) => isPile(t, box))) return box
  const [w, h] = [widthOf(box) * APART, heightOf(box) * APART]
  const rings = [1, 2, 3].flatMap((r) =>
    [
      [r, 0],
      [-r, 0],
      [0, r],
      [0, -r],
      [r, r],
      [-r, r],
      [r, -r],
      [-r, -r],
    ].map(([x, y]) => ({ dx: (x ?? 0) * w, dy: (y ?? 0) * h })),
  )
  const at = rings
    .map(({ dx, dy }) => ({
      left: box.left + dx,
      right: box.right + dx,
      top: box.top + dy,
      bottom: box.bottom + dy,
    }))
    .filter((b) => areaOf(intersect(b, page)) > IN_PAGE * areaOf(box))
    .map((b) => pulledIn(b, room))
    .find((b) => !taken.some((t) => areaOf(intersect(t, b)) > OVER * areaOf(box)))
  if (at) return at
  // Nowhere is free: where it covers least of any of them.
  const [w0, h0] = [widthOf(box), heightOf(box)]
  const places = Array.from({ length: STEPS * STEPS }, (_, n): Bounds => {
    const left = room.left + ((n % STEPS) / (STEPS - 1)) * Math.max(0, widthOf(room) - w0)
    const top = room.top + (Math.floor(n / STEPS) / (STEPS - 1)) * Math.max(0, heightOf(room) - h0)
    return { left, right: left + w0, top, bottom: top + h0 }
  })
  const covers = (b: Bounds) => Math.max(...taken.map((t) => areaOf(intersect(t, b))))
  return places.reduce((best, b) => (covers(b) < covers(best) - 1 ? b : best), places[0] ?? box)
}
/** A box moved into the room where it would reach out of it; one larger than that is only moved to where it begins. */
const pulledIn = (b: Bounds, room: Bounds): Bounds => {
  const by = (from: number, to: number, least: number, most: number) =>
    Math.max(least - from, Math.min(0, most - to))
  const [dx, dy] = [by(b.left, b.right, room.left, room.right), by(b.top, b.bottom, room.top, room.bottom)]
  return { left: b.left + dx, right: b.right + dx, top: b.top + dy, bottom: b.bottom + dy }
}
/** So many places across and down are tried. */
const STEPS = 9

/** Room between things that come at once, of the page's shorter side; how much of the page they take together. */
const GAP = 0.03
const TOGETHER = 0.8
/** Boxes side by side for things that come at once, each of its ratio, about a point of the page. */
export function sideBySide(
  page: { width: number; height: number },
  ratios: readonly number[],
  at: { x: number; y: number },
): Bounds[] {
  const columns = Math.ceil(Math.sqrt((ratios.length * page.width) / page.height))
  const rows = Math.ceil(ratios.length / Math.min(columns, ratios.length))
  const perRow = Math.ceil(ratios.length / rows)
  const gap = GAP * Math.min(page.width, page.height)
  const cell = {
    width: (TOGETHER * page.width - gap * (perRow - 1)) / perRow,
    height: (TOGETHER * page.height - gap * (rows - 1)) / rows,
  }
  const full = {
    width: perRow * cell.width + (perRow - 1) * gap,
    height: rows * cell.height + (rows - 1) * gap,
  }
  const within = (v: number, size: number, most: number) => Math.min(Math.max(v - size / 2, 0), most - size)
  const [left, top] = [within(at.x, full.width, page.width), within(at.y, full.height, page.height)]
  return ratios.map((ratio, n) => {
    const [row, column] = [Math.floor(n / perRow), n % perRow]
    const width = Math.min(cell.width, cell.height * ratio)
    const c = {
      x: left + column * (cell.width + gap) + cell.width / 2,
      y: top + row * (cell.height + gap) + cell.height / 2,
    }
    const height = width / ratio
    return { left: c.x - width / 2, right: c.x + width / 2, top: c.y - height / 2, bottom: c.y + height / 2 }
  })
}
