import type { Bounds } from '../geometry/bounds'
import { placedBounds } from '../geometry/placement'
import { isShape, layerName, takesPicture } from '../kinds/facts'
import type { Layer } from '../kinds/list'
import { groundOf } from '../resolve/ground'
import { defineCheck, type Found } from './define'

/** A gap this narrow was not meant, px; under the first it is none (*common practice*). */
const NARROW = { from: 0.3, to: 3 }
/** How much of the shorter of two edges must run along the gap. */
const ALONG = 0.6

/** Upright things with straight edges that hide what is beneath. */
function solid(l: Layer): boolean {
  if (
    !l.shown ||
    l.opacity < 1 ||
    l.blend !== 'normal' ||
    Object.keys(l.masks).length > 0 ||
    l.placement.rotation % 90 !== 0 ||
    l.placement.bend ||
    l.placement.corners
  )
    return false
  return (
    (isShape(l) && l.form === 'rectangle' && l.fill.kind !== 'none') ||
    (takesPicture(l) && l.form === 'rectangle' && l.picture !== null)
  )
}
function gapBetween(a: Bounds, b: Bounds): Bounds | null {
  const overlap = (a0: number, a1: number, b0: number, b1: number) =>
    (Math.min(a1, b1) - Math.max(a0, b0)) / Math.max(1, Math.min(a1 - a0, b1 - b0))
  for (const [left, right] of [
    [a, b],
    [b, a],
  ] as const) {
    const across = right.left - left.right
    if (
      across >= NARROW.from &&
      across <= NARROW.to &&
      overlap(left.top, left.bottom, right.top, right.bottom) >= ALONG
    )
      return {
        left: left.right,
        right: right.left,
        top: Math.max(left.top, right.top),
        bottom: Math.min(left.bottom, right.bottom),
      }
    const down = right.top - left.bottom
    if (
      down >= NARROW.from &&
      down <= NARROW.to &&
      overlap(left.left, left.right, right.left, right.right) >= ALONG
    )
      return {
        top: left.bottom,
        bottom: right.top,
        left: Math.max(left.left, right.left),
        right: Math.min(left.right, right.right),
      }
  }
  return null
}

/** Slivers of ground between things that nearly meet, and between things and the edge of the page. */
export const slivers = defineCheck('slivers', 'No slivers of ground', ({ page }) => {
  const ground = groundOf(page)
  const all = page.layers.map((l) => l.layer).filter(solid)
  const found: Found[] = []
  all.forEach((one, n) => {
    const a = placedBounds(one.placement)
    for (const two of all.slice(n + 1)) {
      const at = gapBetween(a, placedBounds(two.placement))
      if (at)
        found.push({
          layer: two.id,
          to: one.id,
          at,
          text: `Between “${layerName(one)}” and “${layerName(two)}” a sliver of ${(Math.min(at.right - at.left, at.bottom - at.top)).toFixed(1)} px is left.`,
        })
    }
    const edges: [string, number, Bounds][] = [
      ['left', a.left, { ...a, left: 0, right: a.left }],
      ['right', page.width - a.right, { ...a, left: a.right, right: page.width }],
      ['top', a.top, { ...a, top: 0, bottom: a.top }],
      ['bottom', page.height - a.bottom, { ...a, top: a.bottom, bottom: page.height }],
    ]
    for (const [side, gap, at] of edges)
      if (gap >= NARROW.from && gap <= NARROW.to)
        found.push({
          layer: one.id,
          at,
          text: `“${layerName(one)}” leaves a sliver of ${gap.toFixed(1)} px at the ${side} edge of the page.`,
        })
  })
  for (const { layer } of page.layers) {
    const at = ground.has(layer.id) && layer.placement.rotation % 90 === 0 ? gapOf(layer, page) : null
    if (at && !found.some((f) => f.layer === layer.id))
      found.push({
        layer: layer.id,
        fills: true,
        at,
        text: `“${layerName(layer)}” is the ground and leaves a strip of ${Math.min(at.right - at.left, at.bottom - at.top).toFixed(1)} px of the page free.`,
      })
  }
  return found.map((f) => (f.layer && ground.has(f.layer) && !f.to ? { ...f, fills: true as const } : f))
})
/** The widest strip of page that a ground leaves free; null where it covers all of it. */
function gapOf(layer: Layer, page: { width: number; height: number }): Bounds | null {
  const b = placedBounds(layer.placement)
  const whole = { left: 0, top: 0, right: page.width, bottom: page.height }
  const strips: [number, Bounds][] = [
    [b.left, { ...whole, right: b.left }],
    [page.width - b.right, { ...whole, left: b.right }],
    [b.top, { ...whole, bottom: b.top }],
    [page.height - b.bottom, { ...whole, top: b.bottom }],
  ]
  // The same all round it is a frame of the page's colour, and meant.
  const gaps = strips.map(([gap]) => gap)
  if (Math.min(...gaps) >= NARROW.from && Math.max(...gaps) - Math.min(...gaps) < 1) return null
  const [widest] = strips.filter(([gap]) => gap >= NARROW.from).sort((p, q) => q[0] - p[0])
  return widest?.[1] ?? null
}
