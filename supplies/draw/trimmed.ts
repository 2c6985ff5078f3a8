import { unionOf } from '../../core/geometry/bounds'
import { identity } from '../../core/geometry/matrix'
import { flatten, outlineBounds } from '../../core/vector/path'
import { readSvg } from '../../core/vector/svg'
import { svgOf } from './graphics'
import type { Graphic } from './pen'

/** What is drawn with nothing around it. */
export function trimmed(g: Graphic): string {
  const all = readSvg(svgOf(g)).pieces.flatMap((p) => outlineBounds(flatten(p.path, identity)) ?? [])
  const { left, top, right, bottom } = unionOf(all)
  const [x, y] = [Math.floor(left) - 2, Math.floor(top) - 2]
  return svgOf(g, { x, y, width: Math.ceil(right) + 2 - x, height: Math.ceil(bottom) + 2 - y })
}
