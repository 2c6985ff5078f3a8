import { keepInside } from '@/core/design/commands'
import { centreOf, grow, heightOf, widthOf } from '@/core/geometry/bounds'
import type { Placement } from '@/core/geometry/placement-schema'
import { isPhoto, isShape } from '@/core/kinds/facts'
import type { Layer } from '@/core/kinds/list'
import { boxAt } from '@/core/kinds/new'
import type { Bench } from '../state/bench'
import { boundsOfIds } from './handled'
import { toMaster } from './placing'

/** What covers its holder reaches so far beyond it, px. */
const BEYOND = 2
/** Colour that runs over something, and pictures that are laid on it as texture or light: they have no place of their own. */
function fits(l: Layer): boolean {
  if (isShape(l)) return l.form === 'rectangle' && l.fill.kind !== 'solid' && l.fill.kind !== 'none'
  return isPhoto(l) && l.blend !== 'normal'
}
/** Keeps things inside a holder, in one step; gradients, textures and lights among them are fitted over all of it. */
export function putInside(bench: Bench, ids: readonly string[], holder: string): void {
  const s = bench.store.getState()
  const seen = boundsOfIds(s, [holder])
  const box = seen && grow(seen, BEYOND)
  const over = (l: Layer): Placement | null => {
    if (!box || !fits(l)) return null
    const { width, height } = l.placement
    const [w, h] = [widthOf(box), heightOf(box)]
    const k = Math.max(w / width, h / height)
    const c = centreOf(box)
    const to = isShape(l)
      ? boxAt(box.left, box.top, w, h)
      : { ...l.placement, rotation: 0, x: c.x, y: c.y, width: width * k, height: height * k }
    return toMaster(s, to)
  }
  bench.edit('Keep inside', (d) => {
    keepInside(d, ids, holder)
    for (const id of ids) {
      const l = d.layers[id]
      const to = l && over(l)
      if (l && to) l.placement = to
    }
  })
  bench.select([...ids])
}
