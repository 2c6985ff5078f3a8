import { centreOf } from '../../geometry/bounds'
import type { Item } from '../item'
import { defineRelation, type Relation } from '../relation'

/** Lines are shared within this share of the page's shorter side. */
const SLACK = 0.006
const LEAST = 2
const LINES: { name: string; at: (i: Item) => number }[] = [
  { name: 'left', at: (i) => i.ink.left },
  { name: 'centre', at: (i) => centreOf(i.ink).x },
  { name: 'right', at: (i) => i.ink.right },
  { name: 'foot', at: (i) => i.ink.bottom },
]

/** Several things share their left, their right, their middle or their foot. `to` names the line. */
export const inLine = defineRelation({
  kind: 'in-line',
  find(c, found) {
    const free = c.items.filter(
      (i) =>
        (i.role === 'words' || i.role === 'photo' || i.role === 'shape') &&
        !found.some((f) => ['ground', 'frames', 'on', 'table'].includes(f.kind) && f.of.includes(i.id)),
    )
    const out: Relation[] = []
    for (const { name, at } of LINES) {
      const sorted = [...free].sort((a, b) => at(a) - at(b))
      let run: Item[] = []
      const close = () => {
        if (run.length >= LEAST && run.some((i) => i.role === 'words'))
          out.push({ kind: 'in-line', of: run.map((i) => i.id), to: [name] })
        run = []
      }
      for (const i of sorted) {
        if (run.length > 0 && at(i) - at(run[0] as Item) > SLACK * c.short) close()
        run.push(i)
      }
      close()
    }
    // What shares its middle shares left and right too where it is of one width: told once.
    return out.filter(
      (r, n) =>
        !out.some((o, m) => m < n && r.of.length <= o.of.length && r.of.every((id) => o.of.includes(id))),
    )
  },
  sentence: (r) => `is in line with ${r.of.length - 1} more at the ${r.to[0]}`,
})
