import { groundUnder } from '@/core/checks/contrast'
import { intersect, isEmpty, scaledWhole } from '@/core/geometry/bounds'
import { bodyOf, nodeWith, type PlanNode } from '@/core/render/nodes'
import { definitionOf } from '@/core/render/nodes/list'
import { openingsOf, viewsOf } from '@/core/render/openings'
import type { Plan } from '@/core/render/plan'
import { type Host, prepare, renderRegion } from '@/core/render/render-page'
import type { Renderer } from '@/core/render/renderer'
import type { ResolvedLayer, ResolvedPage } from '@/core/resolve/resolved'
import type { Question } from './protocol'

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
      for (let i = -NEAR; i <= NEAR; i++)
        if (i * i + j * j <= NEAR * NEAR && renderer.alphaAt(node, x + i, y + j) * strength >= TAKEN)
          return true
    return false
  }
  /** What is inside shows as far as its holder covers. */
  const within = (node: PlanNode, strength: number): string[] => {
    const held = definitionOf(node).within?.(node)
    const covered = held ? renderer.alphaAt(held.holder, x, y) * node.opacity * strength : 0
    return held && covered > 0 ? walk(held.insides, covered) : []
  }
  const walk = (list: readonly PlanNode[], strength: number): string[] =>
    [...list].reverse().flatMap((node) => {
      if (node.id === '') return []
      const body = bodyOf(node)
      const members = definitionOf(body).members?.(body)
      if (members && !members.one && body === node) return walk(members.nodes, strength * node.opacity)
      const here = renderer.alphaAt(node, x, y) * strength >= TAKEN
      // Of a shape made of several, and of a group that is masked or treated, that member is meant which lies there.
      if (members) {
        const found = here ? walk(members.nodes, strength) : []
        // What a treatment put around all of them is theirs together.
        return found.length === 0 && here ? [node.id] : found
      }
      const inner = within(body, strength)
      return here || (node.fine && near(node, strength)) ? [...inner, node.id] : inner
    })
  // What passes over something by a weave is met twice.
  return [...new Set(walk(nodes, 1))]
}

/** The mean colour around a point of the view, 8-bit RGBA; `radius` 0 is one pixel. */
async function colourAt(
  plan: Plan,
  x: number,
  y: number,
  radius: number,
  renderer: Renderer,
): Promise<number[]> {
  const region = { left: x - radius, top: y - radius, right: x + radius + 1, bottom: y + radius + 1 }
  const { data } = await renderRegion(plan, region, renderer, { memoryKey: 'stage' })
  const sum = [0, 0, 0, 0]
  for (let n = 0; n < data.length; n += 4) {
    const alpha = data[n + 3] as number
    // What is hardly there says as little of the colour.
    for (let k = 0; k < 3; k++) sum[k] = (sum[k] as number) + ((data[n + k] as number) * alpha) / 255
    sum[3] = (sum[3] as number) + alpha
  }
  const cover = (sum[3] as number) / 255
  return cover === 0
    ? [0, 0, 0, 0]
    : [
        ...sum.slice(0, 3).map((v) => Math.round(v / cover)),
        Math.round((sum[3] as number) / (data.length / 4)),
      ]
}

/** What can be said of the stage's plan as it is; undefined for a question that needs more. */
export function answerFrom(question: Question, stage: Plan, renderer: Renderer): unknown {
  if (question.ask === 'hit')
    return hitAt(stage.nodes, Math.floor(question.x), Math.floor(question.y), renderer)
  if (question.ask === 'sample') {
    const own = question.layer ? nodeWith(stage.nodes, question.layer) : null
    const read = own ? { ...stage, nodes: [{ ...own, mode: 0, opacity: 1 }] } : stage
    return colourAt(read, Math.floor(question.x), Math.floor(question.y), question.radius, renderer)
  }
  if (question.ask === 'ground') return groundUnder(stage, question.layer, renderer)
  if (question.ask === 'openings') return viewsOf(openingsOf(stage.nodes, question.id, renderer))
  return undefined
}

/** A page on which layers have nothing around them: where two cross is told from the things themselves, not from their rims. */
export function withoutRims(page: ResolvedPage, ids: readonly string[]): ResolvedPage {
  const bare = (l: ResolvedLayer): ResolvedLayer => {
    const children = { children: l.children.map(bare), insides: l.insides.map(bare) }
    if (!ids.includes(l.layer.id)) return { ...l, ...children }
    const kept = Object.values(l.layer.treatments).filter((t) => !AROUND.has(t.kind))
    return {
      ...l,
      ...children,
      layer: { ...l.layer, treatments: Object.fromEntries(kept.map((t) => [t.id, t])) },
    }
  }
  return { ...page, layers: page.layers.map(bare), everything: page.everything.map(bare) }
}
/** What lies around a thing and is none of it. */
const AROUND: ReadonlySet<string> = new Set(['rim', 'shadow', 'contact', 'halo', 'edge-light'])

/** One layer's own pixels, px at a scale from the trim corner, and the scale. */
export type LayerPixels = {
  left: number
  top: number
  width: number
  height: number
  scale: number
  data: Uint8ClampedArray<ArrayBuffer>
}
/** A page on which a layer shows nothing but what one of its treatments adds. */
export function withOnly(page: ResolvedPage, id: string, treatment: string): ResolvedPage {
  const mapped = (l: ResolvedLayer): ResolvedLayer => {
    if (l.layer.id !== id) return { ...l, children: l.children.map(mapped), insides: l.insides.map(mapped) }
    const own = l.layer.treatments[treatment]
    return {
      ...l,
      insides: [],
      layer: { ...l.layer, body: 0, treatments: own ? { [treatment]: { ...own, on: true } } : {} },
    }
  }
  return { ...page, layers: page.layers.map(mapped), everything: page.everything.map(mapped) }
}

/** One layer's own pixels without what lies around it, no side longer than `most`; null where nothing of it is seen. */
export async function layerPixels(
  page: ResolvedPage,
  id: string,
  scale: number,
  most: number,
  host: Host,
  memoryKey: string,
): Promise<LayerPixels | null> {
  const made = await prepare(page, scale, host)
  const node = nodeWith(made.nodes, id)
  if (!node) return null
  // What hangs far over the page is left out.
  const { width, height } = page
  const region = intersect(
    node.bounds,
    scaledWhole({ left: -width, top: -height, right: 2 * width, bottom: 2 * height }, scale),
  )
  if (isEmpty(region)) return null
  const side = Math.max(region.right - region.left, region.bottom - region.top)
  if (side > most) return layerPixels(page, id, (scale * most) / (side + 2), most, host, memoryKey)
  const only = { ...made, nodes: [{ ...node, mode: 0, opacity: 1 }] }
  const pixels = await renderRegion(only, region, host.renderer, { memoryKey })
  return { ...pixels, left: region.left, top: region.top, scale }
}
