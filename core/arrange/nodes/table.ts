import { carriedNode, movedNode, moveTo, stretchedLayer } from '../../adapt/place'
import type { Item } from '../../compose/item'
import { type Bounds, centreOf, heightOf, unionOf, widthOf } from '../../geometry/bounds'
import type { NodeDefinition, Shape, TableNode } from '../node'
import { readingShare } from './words'

/** Columns may move together to this share of the gap between them, and what that costs. */
const GAPS: readonly (readonly [number, number])[] = [
  [1, 0],
  [0.55, 0.06],
  [0.28, 0.14],
]
/** Breaking a table into two halves side by side. */
const HALVES = 0.25
const LEAST_ROWS = 4

type Column = { left: number; right: number }
/** The columns of a table, px of the master. */
const columnsOf = ({ rows }: TableNode): Column[] =>
  (rows[0] ?? []).map((_, n) => {
    const cells = rows.flatMap((r) => (r[n] ? [(r[n] as Item).ink] : []))
    return { left: Math.min(...cells.map((c) => c.left)), right: Math.max(...cells.map((c) => c.right)) }
  })
/** How much of the width goes into gaps between columns, px. */
function openOf(node: TableNode): number {
  const columns = columnsOf(node)
  return columns.slice(1).reduce((sum, c, n) => sum + Math.max(0, c.left - (columns[n]?.right ?? 0)), 0)
}
export const table: NodeDefinition<TableNode> = {
  shapes(node, fit) {
    const k = Math.max(
      fit.scale,
      Number.isFinite(node.least) ? Math.max(fit.scale * fit.words, fit.smallest / node.least) : 0,
    )
    const [w, h, open] = [widthOf(node.box), heightOf(node.box), openOf(node)]
    const kept = fit.kept?.[node.key]
    const out: Shape[] = []
    for (const halves of [1, 2]) {
      if (halves === 2 && (node.rows.length < LEAST_ROWS || (kept !== undefined && kept !== 'halves')))
        continue
      if (halves === 1 && kept === 'halves') continue
      for (const [gap, cost] of GAPS) {
        const width = (w - open * (1 - gap)) * k
        const apart = 0.12 * w * k
        out.push({
          width: halves === 1 ? width : 2 * width + apart,
          height: halves === 1 ? h * k : halfHeight(node) * k,
          cost: cost + (halves === 2 ? HALVES : 0),
          node,
          choice: halves === 1 ? 'whole' : 'halves',
          kids: [],
          scale: k,
          extra: [gap, width],
        })
      }
    }
    return out
  },
  place(node, shape, box, { out }) {
    const k = shape.scale
    const columns = columnsOf(node)
    const halves = shape.choice === 'halves'
    const [gap = 1, least = widthOf(box)] = shape.extra ?? []
    const spare = halves ? 0 : Math.max(0, widthOf(box) - shape.width)
    // Room that is left opens the gaps again, as far as they were open.
    const open = Math.max(1, openOf(node) * k)
    const by = Math.min(1.25, gap + (openOf(node) > 0 ? spare / open : 0))
    const width = halves ? least : (widthOf(node.box) - openOf(node) * (1 - by)) * k
    const starts = columnStarts(columns, by, k)
    const split = halves ? Math.ceil(node.rows.length / 2) : node.rows.length
    const top2 = startOf(node, split)
    const rest = Math.max(0, widthOf(box) - (halves ? shape.width : width))
    const left = box.left + rest * readingShare(node.rows[0]?.[0] as Item)
    const at = (x: number, y: number, n: number): { x: number; y: number } => {
      const second = y >= top2 - 0.001 && halves
      const column = columns[n] as Column
      return {
        x:
          left +
          (second ? width + 0.12 * widthOf(node.box) * k : 0) +
          (starts[n] ?? 0) +
          (x - column.left) * k,
        y: box.top + (y - (second ? top2 : node.box.top)) * k,
      }
    }
    for (const row of node.rows)
      row.forEach((cell, n) => {
        const c = centreOf(cell.ink)
        const to = at(c.x, c.y, n)
        out.set(cell.id, movedNode(cell.node, moveTo(cell.ink, k, to.x, to.y)))
      })
    for (const r of node.rules)
      placeRule(r, node, { left, top: box.top, width, k, halves, top2, starts, columns }, out)
  },
}
const columnStarts = (columns: readonly Column[], by: number, k: number): number[] => {
  let x = 0
  return columns.map((c, n) => {
    const before = columns[n - 1]
    if (before) x += (before.right - before.left) * k + Math.max(0, c.left - before.right) * by * k
    return x
  })
}
const rowTop = (node: TableNode, n: number): number => {
  const row = node.rows[n]
  return row ? unionOf(row.map((i) => i.ink)).top : node.box.bottom
}
/** Where the part from a row on begins: with the line above it, where the table has one above its first row. */
const startOf = (node: TableNode, n: number): number =>
  rowTop(node, n) - Math.max(0, rowTop(node, 0) - node.box.top)
const halfHeight = (node: TableNode): number => {
  const split = Math.ceil(node.rows.length / 2)
  const bottomOf = (rows: TableNode['rows']) => unionOf(rows.flat().map((i) => i.ink)).bottom
  return Math.max(bottomOf(node.rows.slice(0, split)) - node.box.top, node.box.bottom - startOf(node, split))
}
type Laid = {
  left: number
  top: number
  width: number
  k: number
  halves: boolean
  top2: number
  starts: number[]
  columns: Column[]
}
const BEYOND = 0.06
/** Rules run over the table's width again, or between the same columns. */
function placeRule(r: Item, node: TableNode, t: Laid, out: Map<string, Item['node']>): void {
  const level = widthOf(r.ink) >= heightOf(r.ink)
  const c = centreOf(r.ink)
  const second = t.halves && c.y >= t.top2 - 0.001
  const left = t.left + (second ? t.width + 0.12 * widthOf(node.box) * t.k : 0)
  const y = t.top + (c.y - (second ? t.top2 : node.box.top)) * t.k
  if (!level) {
    const n = Math.max(0, t.columns.findIndex((col) => col.left > c.x) - 1)
    const column = t.columns[n] as Column
    const x = left + (t.starts[n] ?? 0) + (column.right - column.left) * t.k + (c.x - column.right) * t.k
    out.set(r.id, movedNode(r.node, moveTo(r.ink, t.k, x, y)))
    return
  }
  // Lines reach a little beyond their columns; one that ran on to a column that is gone ends with those that are left.
  const most = BEYOND * widthOf(node.box)
  const beyond = (by: number) => Math.min(most, Math.max(-most, by)) * t.k
  const [outLeft, outRight] = [beyond(r.ink.left - node.box.left), beyond(r.ink.right - node.box.right)]
  const thick = Math.max(1, heightOf(r.ink) * t.k)
  const to: Bounds = {
    left: left + outLeft,
    right: left + t.width + outRight,
    top: y - thick / 2,
    bottom: y + thick / 2,
  }
  out.set(r.id, carriedNode(r.node, stretchedLayer(r.node.layer, to, t.k)))
}
