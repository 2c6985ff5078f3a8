import { contrastRatio, luminance } from '../colour/colour'
import { type Bounds, heightOf, intersect } from '../geometry/bounds'
import { layerName } from '../kinds/facts'
import { TILE } from '../pixels/memory'
import { nodeWith, type PlanNode, withShown } from '../render/nodes'
import type { Plan } from '../render/plan'
import type { Renderer } from '../render/renderer'
import { type CheckContext, defineCheck } from './define'
import { shownType } from './typesetting'

/** WCAG 2.2 success criterion 1.4.3: 3 : 1 for large type, else 4.5 : 1. */
const LARGE = 3
const PLAIN = 4.5
/** Large: from 24 px at the size it is met; here from 4.4 % of the short side (*common practice*). */
const LARGE_SHARE = 0.044

/** Reads the page with all type of a layer left out, and its own colour from the page with it. */
export const contrast = defineCheck('contrast', 'Type readable on its ground', (c) =>
  shownType(c.page, c.host.fonts).flatMap(({ layer, at }) => {
    const needed = layer.style.size >= LARGE_SHARE * Math.min(c.page.width, c.page.height) ? LARGE : PLAIN
    const ratio = typeContrast(c, layer.id, at)
    if (ratio === null || ratio >= needed - 0.05) return []
    return [
      {
        layer: layer.id,
        at,
        text: `“${layerName(layer)}” has a contrast of ${ratio.toFixed(1)} : 1 against what lies beneath; ${needed} : 1 is needed.`,
      },
    ]
  }),
)

const without = (nodes: readonly PlanNode[], id: string): PlanNode[] =>
  withShown(nodes, (n) => (n.id === id ? null : undefined))
/** Relative luminances of what lies beneath a node's own px, taken evenly; null where nothing of it is seen. */
export function groundUnder(plan: Plan, id: string, renderer: Renderer): number[] | null {
  const node = nodeWith(plan.nodes, id)
  if (!node) return null
  const bare: Plan = { ...plan, nodes: without(plan.nodes, id) }
  const box = intersect(node.bounds, plan.page)
  const step = Math.max(1, Math.round(heightOf(box) / 60))
  const out: number[] = []
  for (let row = Math.floor(box.top / TILE); row * TILE < box.bottom; row++)
    for (let column = Math.floor(box.left / TILE); column * TILE < box.right; column++) {
      const ground = renderer.tileBytes(bare, column, row, 'bare')
      const [left, top] = [column * TILE, row * TILE]
      for (let y = Math.max(box.top, top); y < Math.min(box.bottom, top + TILE); y += step)
        for (let x = Math.max(box.left, left); x < Math.min(box.right, left + TILE); x += step) {
          if (renderer.alphaAt(node, x, y) < 0.9 * node.opacity) continue
          const k = ((y - top) * TILE + (x - left)) * 4
          out.push(
            luminance({
              r: (ground[k] as number) / 255,
              g: (ground[k + 1] as number) / 255,
              b: (ground[k + 2] as number) / 255,
            }),
          )
        }
    }
  return out.length > 0 ? out : null
}
/**
 * The contrast of a type layer with its rendered ground: the median over letters' pixels of the worse quarter of the
 * ratio between the picture with the type and the picture without it. Null where nothing of it is seen.
 */
function typeContrast({ plan, scale, host }: CheckContext, id: string, at: Bounds): number | null {
  const node = nodeWith(plan.nodes, id)
  if (!node) return null
  const bare: Plan = { ...plan, nodes: without(plan.nodes, id) }
  const box = intersect(
    {
      left: Math.floor(at.left * scale),
      top: Math.floor(at.top * scale),
      right: Math.ceil(at.right * scale),
      bottom: Math.ceil(at.bottom * scale),
    },
    plan.page,
  )
  const ratios: number[] = []
  const step = Math.max(1, Math.round(heightOf(box) / 90))
  for (let row = Math.floor(box.top / TILE); row * TILE < box.bottom; row++)
    for (let column = Math.floor(box.left / TILE); column * TILE < box.right; column++) {
      const seen = host.renderer.tileBytes(plan, column, row, 'check')
      const ground = host.renderer.tileBytes(bare, column, row, 'check-bare')
      const [left, top] = [column * TILE, row * TILE]
      for (let y = Math.max(box.top, top); y < Math.min(box.bottom, top + TILE); y += step)
        for (let x = Math.max(box.left, left); x < Math.min(box.right, left + TILE); x += step) {
          if (host.renderer.alphaAt(node, x, y) < 0.9) continue
          const k = ((y - top) * TILE + (x - left)) * 4
          const of = (p: Uint8ClampedArray) =>
            luminance({
              r: (p[k] as number) / 255,
              g: (p[k + 1] as number) / 255,
              b: (p[k + 2] as number) / 255,
            })
          ratios.push(contrastRatio(of(seen), of(ground)))
        }
    }
  if (ratios.length < 12) return null
  ratios.sort((a, b) => a - b)
  return ratios[Math.floor(ratios.length / 4)] ?? null
}
