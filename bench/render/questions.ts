import type { PlanNode } from '@/core/render/nodes'
import { renderRegion } from '@/core/render/picture'
import type { Plan } from '@/core/render/plan'
import type { Renderer } from '@/core/render/renderer'

/** Coverage from which a click takes a thing. */
const TAKEN = 0.05
/** How near to a fine line a click may fall, px of the view. */
const NEAR = 4

/** Ids of the layers with coverage of 5 % and more at a point of the view, front first; fine lines within 4 px of it. */
export function hitAt(nodes: readonly PlanNode[], x: number, y: number, renderer: Renderer): string[] {
  const near = (node: PlanNode, strength: number): boolean => {
    const b = node.bounds
    if (x < b.left - NEAR || x > b.right + NEAR || y < b.top - NEAR || y > b.bottom + NEAR) return false
    for (let j = -NEAR; j <= NEAR; j++)
      for (let i = -NEAR; i <= NEAR; i++) if (i * i + j * j <= NEAR * NEAR && renderer.alphaAt(node, x + i, y + j) * strength >= TAKEN) return true
    return false
  }
  /** What is inside shows as far as its holder covers. */
  const within = (node: Extract<PlanNode, { kind: 'held' }>, strength: number): string[] => {
    const covered = renderer.alphaAt(node.holder, x, y) * node.opacity * strength
    return covered > 0 ? walk(node.insides, covered) : []
  }
  const walk = (list: readonly PlanNode[], strength: number): string[] =>
    [...list].reverse().flatMap((node) => {
      if (node.id === '') return []
      if (node.kind === 'group') return walk(node.children, strength * node.opacity)
      // Of a shape made of several, and of a masked group, that member is meant which lies there.
      const parts = node.kind === 'combined' ? node.members : node.kind === 'masked' && node.inner.kind === 'group' ? node.inner.children : null
      if (parts) return renderer.alphaAt(node, x, y) * strength >= TAKEN ? walk(parts, strength) : []
      const inner = node.kind === 'held' ? within(node, strength) : []
      return renderer.alphaAt(node, x, y) * strength >= TAKEN || (node.fine && near(node, strength)) ? [...inner, node.id] : inner
    })
  // What passes over something by a weave is met twice.
  return [...new Set(walk(nodes, 1))]
}

/** The mean colour around a point of the view, 8-bit RGBA; `radius` 0 is one pixel. */
export async function colourAt(plan: Plan, x: number, y: number, radius: number, renderer: Renderer): Promise<number[]> {
  const region = { left: x - radius, top: y - radius, right: x + radius + 1, bottom: y + radius + 1 }
  const { data } = await renderRegion(plan, region, renderer, { memoryKey: 'stage' })
  const sum = [0, 0, 0, 0]
  for (let n = 0; n < data.length; n++) sum[n % 4] = (sum[n % 4] as number) + (data[n] as number)
  return sum.map((v) => Math.round(v / (data.length / 4)))
}
