import { apply, identity, inverse, type Point } from '../geometry/matrix'
import { matrixOf } from '../geometry/placement'
import { isShape, layerName, takesPicture } from '../kinds/facts'
import type { Layer } from '../kinds/list'
import { flatResolved } from '../resolve/resolved'
import { flatten } from '../vector/path'
import { shapePath, slotPath } from '../vector/shapes'
import { defineCheck, type Found } from './define'

/** How far a corner must stick out to be seen, px. */
const SEEN = 1.5

/** Whether a point lies within outlines, by how often they wind around it. */
function windsAround(points: Float64Array, p: Point): boolean {
  let winding = 0
  for (let n = 0; n < points.length; n += 2) {
    const m = (n + 2) % points.length
    const [x0, y0, x1, y1] = [points[n], points[n + 1], points[m], points[m + 1]] as [
      number,
      number,
      number,
      number,
    ]
    const side = (x1 - x0) * (p.y - y0) - (p.x - x0) * (y1 - y0)
    if (y0 <= p.y && y1 > p.y && side > 0) winding++
    else if (y0 > p.y && y1 <= p.y && side < 0) winding--
  }
  return winding !== 0
}
const corners = ({ placement: p }: Layer): Point[] => {
  const m = matrixOf(p)
  return [
    { x: 0, y: 0 },
    { x: p.width, y: 0 },
    { x: p.width, y: p.height },
    { x: 0, y: p.height },
  ].map((q) => apply(m, q))
}
/** Rounded things that others lie in, with their outline in their own box. */
function container(l: Layer): Float64Array | null {
  if (!l.shown || (!isShape(l) && !takesPicture(l))) return null
  if (isShape(l) && (l.fill.kind === 'none' || l.form === 'line')) return null
  const round = l.form === 'rectangle' ? Math.max(...l.radii) > 2 : l.form === 'ellipse'
  return round ? (flatten(isShape(l) ? shapePath(l) : slotPath(l), identity, 0.1)[0]?.points ?? null) : null
}
/** Things with sharp corners. */
const sharp = (l: Layer): boolean =>
  l.shown &&
  l.opacity > 0.3 &&
  Object.keys(l.masks).length === 0 &&
  !l.placement.bend &&
  ((isShape(l) && l.form === 'rectangle' && l.fill.kind !== 'none' && Math.max(...l.radii) === 0) ||
    (takesPicture(l) && l.form === 'rectangle' && Math.max(...l.radii) === 0))

/** Corners of what lies in a rounded container that stick out of its boundary. */
export const sharpCorners = defineCheck('corners', 'Corners within their container', ({ page }) => {
  const all = flatResolved(page.layers).map((l) => l.layer)
  return all.flatMap((own, n): Found[] => {
    const outline = container(own)
    const back = outline && inverse(matrixOf(own.placement))
    if (!outline || !back) return []
    const { width, height } = own.placement
    const inBox = (p: Point, by: number) => p.x > -by && p.y > -by && p.x < width + by && p.y < height + by
    return all.slice(n + 1).flatMap((l): Found[] => {
      if (!sharp(l) || l.inside === own.id || l.parent !== own.parent) return []
      const at = corners(l)
      const inside = at.map((p) => apply(back, p))
      // It lies in the container's box with all of itself, and with a corner beyond its rounding.
      if (!inside.every((p) => inBox(p, 0.5))) return []
      const middle = {
        x: inside.reduce((s, p) => s + p.x, 0) / 4,
        y: inside.reduce((s, p) => s + p.y, 0) / 4,
      }
      const out = at.filter((_, k) => {
        const p = inside[k] as Point
        const long = Math.hypot(middle.x - p.x, middle.y - p.y) || 1
        return !windsAround(outline, {
          x: p.x + ((middle.x - p.x) / long) * SEEN,
          y: p.y + ((middle.y - p.y) / long) * SEEN,
        })
      })
      const [first] = out
      if (!first) return []
      return [
        {
          layer: l.id,
          at: { left: first.x - 12, top: first.y - 12, right: first.x + 12, bottom: first.y + 12 },
          text: `${out.length === 1 ? 'A corner' : `${out.length} corners`} of “${layerName(l)}” ${out.length === 1 ? 'sticks' : 'stick'} out of the rounding of “${layerName(own)}”. Keep it inside, or round it too.`,
        },
      ]
    })
  })
})
