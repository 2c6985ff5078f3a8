import { type Bounds, centreOf } from '../../geometry/bounds'
import { type Item, isWords, sizeOf } from '../item'
import { type Composition, defineRelation, type Relation } from '../relation'

/** Lines whose feet differ by less than this share of their size are one row. */
const LEVEL = 0.35
/** Cells of a column share an edge or their middle within this share of their size. */
const IN_COLUMN = 0.5
/** So many rows make a table; with rules between them two do. */
const ROWS = 3

/** Lines of words in rows and columns. `of` are its cells, row by row; `to` says how many there are in each row. */
export const table = defineRelation({
  kind: 'table',
  find(c, found) {
    const taken = new Set(
      found
        .filter((f) => (f.kind === 'caption' || f.kind === 'on') && !onShared(f, found))
        .flatMap((f) => f.of),
    )
    const words = c.items.filter(
      (i) => isWords(i) && Math.abs(i.node.layer.placement.rotation) < 0.5 && !taken.has(i.id),
    )
    const out: Relation[] = []
    let run: Item[][] = []
    const close = () => {
      if (run.length >= ROWS || (run.length === 2 && ruled(run, c)))
        out.push({ kind: 'table', of: run.flat().map((i) => i.id), to: run.map((row) => String(row.length)) })
      run = []
    }
    for (const row of rowsOf(words)) {
      const last = run.at(-1)
      if (last && !continues(last, row)) close()
      if (row.length >= 2) run.push(row)
    }
    close()
    return out
  },
  sentence: (r) => `is a cell of a table of ${r.to.length} rows`,
})
/** The cells of a table, row by row. */
export function tableRows({ of, to }: Pick<Relation, 'of' | 'to'>): string[][] {
  let at = 0
  return to.map((count) => of.slice(at, (at += Number(count))))
}
/** Several words on one carrier may make a table there. */
const onShared = (f: Relation, found: readonly Relation[]): boolean =>
  f.kind === 'on' && found.filter((g) => g.kind === 'on' && g.to[0] === f.to[0]).length >= 6
function rowsOf(words: readonly Item[]): Item[][] {
  const rows: Item[][] = []
  for (const w of [...words].sort((a, b) => a.ink.bottom - b.ink.bottom || a.ink.left - b.ink.left)) {
    const size = sizeOf(w)
    const row = rows.find((r) =>
      r.every((o) => Math.abs(firstFoot(o) - firstFoot(w)) < LEVEL * Math.min(size, sizeOf(o))),
    )
    if (row) row.push(w)
    else rows.push([w])
  }
  return rows
    .map((r) => r.sort((a, b) => a.ink.left - b.ink.left))
    .sort((a, b) => firstFoot(a[0] as Item) - firstFoot(b[0] as Item))
}
const firstFoot = (i: Item): number => i.outlines[0]?.[2]?.y ?? i.ink.bottom
function continues(a: readonly Item[], b: readonly Item[]): boolean {
  if (a.length !== b.length || b.length < 2) return false
  const [p, q] = [a[0] as Item, b[0] as Item]
  if (firstFoot(q) - firstFoot(p) > 4 * sizeOf(q)) return false
  return a.every((cell, n) => {
    const under = b[n] as Item
    const near = IN_COLUMN * sizeOf(under)
    return (
      Math.abs(sizeOf(cell) - sizeOf(under)) < 0.2 * sizeOf(cell) &&
      (Math.abs(cell.ink.left - under.ink.left) < near ||
        Math.abs(cell.ink.right - under.ink.right) < near ||
        Math.abs(centreOf(cell.ink).x - centreOf(under.ink).x) < near)
    )
  })
}
function ruled([a, b]: readonly Item[][], c: Composition): boolean {
  const [from, to] = [a?.[0]?.ink.bottom ?? 0, b?.[0]?.ink.top ?? 0]
  return c.items.some((i) => i.role === 'rule' && centreOf(i.ink).y > from && centreOf(i.ink).y < to)
}

/** A rule like those between a table's rows, above its first or beneath its last: it opens or closes the table. */
export function isEndRule(rule: Bounds, within: readonly Bounds[], cells: Bounds, step: number): boolean {
  const near = (a: number, b: number) => Math.abs(a - b) <= 0.02 * (cells.right - cells.left)
  const like = within.some((w) => near(w.left, rule.left) && near(w.right, rule.right))
  const away = Math.max(cells.top - rule.bottom, rule.top - cells.bottom)
  return like && away >= 0 && away < 0.8 * step
}
