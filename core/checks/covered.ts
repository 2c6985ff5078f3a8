import { apply } from '../geometry/matrix'
import { matrixOf } from '../geometry/placement'
import { isPhoto, layerName } from '../kinds/facts'
import { nodeWith, type PlanNode } from '../render/nodes'
import { flatResolved } from '../resolve/resolved'
import { type CheckContext, defineCheck, type Found } from './define'
import { shownType } from './typesetting'

/** How much of a text's letters may be covered. */
const MOST_COVERED = 0.08
/** Coverage from which something hides what is beneath it. */
const HIDES = 0.6
/** Things that adorn; photos and plates are laid over each other on purpose. */
const ADORNS = new Set(['graphic', 'strew'])

/** Nodes of decorations that lie over a layer, front of it in the plan. */
function decorationsOver(c: CheckContext, id: string): { id: string; node: PlanNode }[] {
  const order = flatResolved(c.page.layers).map((l) => l.layer)
  const own = order.findIndex((l) => l.id === id)
  return order.slice(own + 1).flatMap((l) => {
    const node =
      ADORNS.has(l.kind) && l.shown && l.opacity >= HIDES && l.blend === 'normal'
        ? nodeWith(c.plan.nodes, l.id)
        : null
    return node ? [{ id: l.id, node }] : []
  })
}

/** Decorations that cover letters, or what a photo must show. */
export const covered = defineCheck('covered', 'Type and faces uncovered', (c) => {
  const { renderer } = c.host
  const names = new Map(flatResolved(c.page.layers).map((l) => [l.layer.id, layerName(l.layer)]))
  const type = shownType(c.page, c.host.fonts).flatMap(({ layer, at }): Found[] => {
    const text = nodeWith(c.plan.nodes, layer.id)
    const over = decorationsOver(c, layer.id)
    if (!text || over.length === 0) return []
    const step = Math.max(1, Math.round(((at.bottom - at.top) * c.scale) / 60))
    let letters = 0
    const hidden = new Map<string, number>()
    for (let y = Math.floor(at.top * c.scale); y < at.bottom * c.scale; y += step)
      for (let x = Math.floor(at.left * c.scale); x < at.right * c.scale; x += step) {
        if (renderer.alphaAt(text, x, y) < 0.5) continue
        letters++
        for (const o of over)
          if (renderer.alphaAt(o.node, x, y) >= HIDES) hidden.set(o.id, (hidden.get(o.id) ?? 0) + 1)
      }
    const [worst] = [...hidden].sort((a, b) => b[1] - a[1])
    if (!worst || letters < 12 || worst[1] / letters < MOST_COVERED) return []
    return [
      {
        layer: layer.id,
        at,
        text: `“${names.get(worst[0])}” covers ${Math.round((100 * worst[1]) / letters)} % of the letters of “${layerName(layer)}”.`,
      },
    ]
  })
  const focal = flatResolved(c.page.layers).flatMap(({ layer }): Found[] => {
    // A point in the very middle was never chosen.
    if (!isPhoto(layer) || !layer.shown || (layer.focal.x === 0.5 && layer.focal.y === 0.5)) return []
    const p = apply(matrixOf(layer.placement), {
      x: layer.focal.x * layer.placement.width,
      y: layer.focal.y * layer.placement.height,
    })
    const worst = decorationsOver(c, layer.id).find(
      (o) => renderer.alphaAt(o.node, Math.floor(p.x * c.scale), Math.floor(p.y * c.scale)) >= HIDES,
    )
    if (!worst) return []
    const r = 0.04 * Math.min(c.page.width, c.page.height)
    return [
      {
        layer: layer.id,
        at: { left: p.x - r, top: p.y - r, right: p.x + r, bottom: p.y + r },
        text: `“${names.get(worst.id)}” covers what “${layerName(layer)}” is to show.`,
      },
    ]
  })
  return [...type, ...focal]
})
