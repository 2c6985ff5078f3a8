import { contrastRatio, luminance } from '../colour/colour'
import { type Bounds, heightOf, intersect, union } from '../geometry/bounds'
import { layerName } from '../kinds/facts'
import { TILE } from '../pixels/memory'
import { nodeWith, type PlanNode, withShown } from '../render/nodes'
import type { Plan } from '../render/plan'
import type { Renderer } from '../render/renderer'
import { type CheckContext, defineCheck, type Found } from './define'
import { type LetterContrast, letterContrasts } from './edges'
import { shownType } from './typesetting'

/** WCAG 2.2 success criterion 1.4.3: 3 : 1 for large type, else 4.5 : 1. */
const LARGE = 3
const PLAIN = 4.5
/** Large: from 24 px at the size it is met; here from 4.4 % of the short side (*common practice*). */
const LARGE_SHARE = 0.044

/** Of several letters so many must be weak before it is told: one alone is still read by its word. */
const FEW = 2
/** With more of them weak the whole is. */
const MOST = 0.8
const MOST_NAMED = 32

/**
 * Letter by letter, as people see them: each against what lies close around it. Letters that are too small for that are read
 * together, the page with them against the page without.
 */
export const contrast = defineCheck('contrast', 'Type readable on its ground', (c) =>
  shownType(c.page, c.host.fonts).flatMap((set): Found[] => {
    const { layer, at } = set
    const needed = layer.style.size >= LARGE_SHARE * Math.min(c.page.width, c.page.height) ? LARGE : PLAIN
    const letters = letterContrasts(c, set)
    const whole = (ratio: number, where: Bounds): Found => ({
      layer: layer.id,
      at: where,
      text: `“${layerName(layer)}” has a contrast of ${ratio.toFixed(1)} : 1 against what lies beneath; ${needed} : 1 is needed.`,
    })
    if (letters.length === 0) {
      const ratio = layer.plate ? null : typeContrast(c, layer.id, at)
      return ratio === null || ratio >= needed - 0.05 ? [] : [whole(ratio, at)]
    }
    const weak = letters.filter((l) => l.ratio < needed - 0.05)
    if (weak.length < Math.min(FEW, letters.length)) return []
    const where = weak.map((l) => l.at).reduce(union)
    const ratio = Math.min(...weak.map((l) => l.ratio))
    if (weak.length > MOST * letters.length) return [whole(ratio, where)]
    const text = `“${layerName(layer)}” is hard to read at “${wordsAt(layer.text, weak)}”: a contrast of ${ratio.toFixed(1)} : 1 against what lies beneath; ${needed} : 1 is needed.`
    return [{ layer: layer.id, at: where, text }]
  }),
)
/** The words that some letters belong to, from the first to the last of them. */
function wordsAt(text: string, weak: readonly LetterContrast[]): string {
  const [first, last] = [Math.min(...weak.map((l) => l.index)), Math.max(...weak.map((l) => l.index))]
  const from = text.slice(0, first).search(/\S*$/)
  const to = last + (text.slice(last).match(/^\S*/)?.[0].length ?? 1)
  const found = text.slice(from, to).replace(/\s+/g, ' ')
  return found.length > MOST_NAMED ? `${found.slice(0, MOST_NAMED)} …` : found
}

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
