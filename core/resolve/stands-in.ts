import type { LightGrid, LightOf } from '../adapt/lightness'
import type { Placement } from '../geometry/placement-schema'
import type { PictureLayer } from '../kinds/picture/schema'

/** Where a picture is not see-through, in fractions of it. */
type Ink = { left: number; top: number; right: number; bottom: number }
const WHOLE: Ink = { left: 0, top: 0, right: 1, bottom: 1 }
/** Cells of less coverage are taken for nothing. */
const SEEN = 0.12
function inkIn(grid: LightGrid | null): Ink {
  if (!grid) return WHOLE
  const { columns, rows, alpha } = grid
  const ink = { left: 1, top: 1, right: 0, bottom: 0 }
  for (let n = 0; n < columns * rows; n++) {
    if ((alpha[n] ?? 0) < SEEN) continue
    const [x, y] = [n % columns, Math.floor(n / columns)]
    ink.left = Math.min(ink.left, x / columns)
    ink.top = Math.min(ink.top, y / rows)
    ink.right = Math.max(ink.right, (x + 1) / columns)
    ink.bottom = Math.max(ink.bottom, (y + 1) / rows)
  }
  return ink.right > ink.left ? ink : WHOLE
}

/**
 * Where another picture lies in the place of one: what is seen of it fits into what was seen of that, in the middle and on the same
 * foot, whatever see-through margins both have.
 */
export function standsIn(was: PictureLayer, is: PictureLayer, lightOf: LightOf): Placement {
  const p = was.placement
  const [old, ink] = [inkIn(lightOf(was.source)), inkIn(lightOf(is.source))]
  const [wide, high] = [(ink.right - ink.left) * is.sourceWidth, (ink.bottom - ink.top) * is.sourceHeight]
  const k = Math.min(((old.right - old.left) * p.width) / wide, ((old.bottom - old.top) * p.height) / high)
  const [width, height] = [is.sourceWidth * k, is.sourceHeight * k]
  const middle = (i: Ink) => (i.left + i.right) / 2 - 0.5
  const across = (middle(old) * p.width - middle(ink) * width) * (p.flipX ? -1 : 1)
  const down = ((old.bottom - 0.5) * p.height - (ink.bottom - 0.5) * height) * (p.flipY ? -1 : 1)
  const turn = (p.rotation * Math.PI) / 180
  const [c, s] = [Math.cos(turn), Math.sin(turn)]
  return { ...p, width, height, x: p.x + across * c - down * s, y: p.y + across * s + down * c }
}
