import { isWords } from '../compose/item'
import { type Bounds, unionOf, widthOf } from '../geometry/bounds'
import type { Axis, Node } from './node'
import { readingShare } from './nodes/words'

/** A cut may go through so much of a thing's side. */
const THROUGH = 0.1
/** Of all gaps in one direction those are cut together that are at least this share of the widest. */
const ALIKE = 0.55

/** Parts of a page beside or beneath each other, and how far they are apart, px of the master. */
export type Cuts = { parts: Node[][]; gaps: number[] }
/** Where straight cuts go between things in one direction. */
export function cuts(nodes: readonly Node[], axis: Axis, boxOf: (n: Node) => Bounds): Cuts {
  const [lo, hi] = axis === 'x' ? (['left', 'right'] as const) : (['top', 'bottom'] as const)
  const sorted = nodes.map((node) => ({ node, box: boxOf(node) })).sort((a, b) => a.box[lo] - b.box[lo])
  const [parts, gaps]: [Node[][], number[]] = [[], []]
  let [end, own] = [-Infinity, -Infinity]
  for (const { node, box } of sorted) {
    if (parts.length > 0 && box[lo] < end - (box[hi] - box[lo]) * THROUGH) parts.at(-1)?.push(node)
    else {
      if (parts.length > 0) gaps.push(node.box[lo] - own)
      parts.push([node])
    }
    end = Math.max(end, box[hi])
    own = Math.max(own, node.box[hi])
  }
  return { parts, gaps }
}
/** Parts with smaller gaps between them come together: what is near belongs together. */
export function gathered({ parts, gaps }: Cuts): Cuts {
  const widest = Math.max(...gaps)
  // Where all of them overlap a little each is a cut.
  const least = widest > 0 ? widest * ALIKE : Number.NEGATIVE_INFINITY
  const out: Cuts = { parts: [[...(parts[0] as Node[])]], gaps: [] }
  parts.slice(1).forEach((p, n) => {
    const gap = gaps[n] as number
    if (gap >= least) {
      out.parts.push([...p])
      out.gaps.push(gap)
    } else out.parts.at(-1)?.push(...p)
  })
  return out
}
/** Which line things share across their direction: starts, middles or ends; words say it where all do. */
export function alignOf(children: readonly Node[], axis: Axis): number {
  const [lo, hi] = axis === 'x' ? (['left', 'right'] as const) : (['top', 'bottom'] as const)
  const spread = (of: (b: Bounds) => number) => {
    const all = children.map((c) => of(c.box))
    return Math.max(...all) - Math.min(...all)
  }
  const [start, middle, end] = [
    spread((b) => b[lo]),
    spread((b) => (b[lo] + b[hi]) / 2),
    spread((b) => b[hi]),
  ]
  const words = children.flatMap((c) => c.items).find(isWords)
  const told = axis === 'x' && words ? readingShare(words) : 0.5
  const least = Math.min(start, middle, end)
  const size = Math.max(widthOf(unionOf(children.map((c) => c.box))), 1)
  const near = (v: number) => v <= least + 0.01 * size
  if (told === 0 && near(start)) return 0
  if (told === 1 && near(end)) return 1
  if (told === 0.5 && near(middle)) return 0.5
  if (start === least) return 0
  return end === least ? 1 : 0.5
}
