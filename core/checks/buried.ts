import { boundsOf, holds, intersect, isEmpty } from '../geometry/bounds'
import { placedBounds } from '../geometry/placement'
import { hasMembers, layerName } from '../kinds/facts'
import { kindOf, type Layer } from '../kinds/list'
import { nodeWith } from '../render/nodes'
import { flatResolved } from '../resolve/resolved'
import { defineCheck, type Found } from './define'

/** What is seen of a thing is told at so many places across and down its box. */
const PLACES = 9
/** Coverage from which a thing is there, and from which it hides what is beneath. */
const THERE = 0.3
const HIDES = 0.98

/** Things that nobody can see, since others lie over all of them. */
export const buried = defineCheck('buried', 'Nothing wholly covered', ({ page, plan, scale, host }) => {
  const all = flatResolved(page.layers).map((l) => l.layer)
  const whole = boundsOf(0, 0, page.width, page.height)
  const box = new Map(all.map((l) => [l.id, placedBounds(l.placement)]))
  const plain = (l: Layer) => l.shown && !hasMembers(l) && kindOf(l).placed
  const hiding = (l: Layer) => plain(l) && l.opacity >= HIDES && l.blend === 'normal'
  return all.flatMap((own, n): Found[] => {
    const seen = intersect(box.get(own.id) ?? whole, whole)
    const node =
      plain(own) && own.inside === null && own.parent === null ? nodeWith(plan.nodes, own.id) : null
    if (!node || isEmpty(seen)) return []
    const over = all
      .slice(n + 1)
      // What is kept inside it is of it.
      .filter((l) => hiding(l) && l.inside === null && l.parent === null)
      .map((l) => ({ l, b: box.get(l.id) ?? whole }))
    if (over.length === 0) return []
    let there = 0
    for (let k = 0; k < PLACES * PLACES; k++) {
      const p = {
        x: seen.left + (((k % PLACES) + 0.5) / PLACES) * (seen.right - seen.left),
        y: seen.top + ((Math.floor(k / PLACES) + 0.5) / PLACES) * (seen.bottom - seen.top),
      }
      const [x, y] = [Math.floor(p.x * scale), Math.floor(p.y * scale)]
      if (host.renderer.alphaAt(node, x, y) < THERE) continue
      there++
      const hidden = over.some(({ l, b }) => {
        const front = holds(b, p) ? nodeWith(plan.nodes, l.id) : null
        return front !== null && host.renderer.alphaAt(front, x, y) >= HIDES
      })
      if (!hidden) return []
    }
    return there > 3
      ? [{ layer: own.id, at: seen, text: `“${layerName(own)}” is wholly covered by what lies over it.` }]
      : []
  })
})
