import { heightOf, widthOf } from '../../geometry/bounds'
import { type NodeDefinition, type SetNode, type Shape, unbeaten } from '../node'

/** Another number in a row costs so much; a last row that is not full this much more. */
const OTHERWISE = 0.1
const RAGGED = 0.25
/** At most so many widths of a cell are tried. */
const WIDTHS = 10
const LEAST_GAP = 0.4

const perRowOf = (choice: string): number => Number(choice.slice(2))
export const set: NodeDefinition<SetNode> = {
  shapes(node, fit, shapesOf) {
    const lists = node.children.map((c) => shapesOf(c))
    const n = node.children.length
    const cells = cellsOf(lists)
    const least = LEAST_GAP * fit.smallest
    const gapX = Math.max(node.gapX * fit.scale, Math.min(node.gapX, least))
    const gapY = Math.max(node.gapY * fit.scale, Math.min(node.gapY, least))
    const kept = fit.kept?.[node.key]
    const out: Shape[] = []
    for (let columns = 1; columns <= n; columns++) {
      const rows = Math.ceil(n / columns)
      const choice = `in${columns}`
      if (kept !== undefined && kept !== choice) continue
      const ragged = n % columns !== 0
      // A last row of one beside rows of many looks forgotten.
      if (ragged && columns !== node.perRow && (columns > 4 || n % columns < columns - 1)) continue
      const cost =
        (columns === node.perRow ? 0 : OTHERWISE) + (ragged && columns !== node.perRow ? RAGGED : 0)
      for (const cell of cells)
        out.push({
          width: columns * cell.width + (columns - 1) * gapX,
          height: rows * cell.height + (rows - 1) * gapY,
          cost: cost + cell.cost,
          node,
          choice,
          kids: cell.kids,
          scale: fit.scale,
          extra: [gapX, gapY],
        })
    }
    // A choice that cannot be had any more leaves all free.
    if (out.length === 0 && kept !== undefined) return set.shapes(node, { ...fit, kept: null }, shapesOf)
    return unbeaten(out, 24)
  },
  place(node, shape, box, _to, placeNode) {
    const columns = perRowOf(shape.choice)
    const rows = Math.ceil(shape.kids.length / columns)
    const [gapX = 0, gapY = 0] = shape.extra ?? []
    const spare = (room: number, used: number, gaps: number, gap: number) => {
      const left = Math.max(0, room - used)
      return gaps > 0 ? Math.min(left / gaps, gap * 0.8) : 0
    }
    const [moreX, moreY] = [
      spare(widthOf(box), shape.width, columns - 1, gapX),
      spare(heightOf(box), shape.height, rows - 1, gapY),
    ]
    // Cards take the room that is left; other things stay as large as they are.
    const stretches = shape.kids.every((s) => s.node.room === 'grows')
    const lacking = {
      x: widthOf(box) - shape.width - moreX * (columns - 1),
      y: heightOf(box) - shape.height - moreY * (rows - 1),
    }
    const own = {
      w: (shape.width - gapX * (columns - 1)) / columns,
      h: (shape.height - gapY * (rows - 1)) / rows,
    }
    const cell = {
      w: own.w + (stretches ? Math.min(lacking.x / columns, own.w * 0.25) : 0),
      h: own.h + (stretches ? Math.min(lacking.y / rows, own.h * 0.25) : 0),
    }
    const full = {
      w: columns * cell.w + (columns - 1) * (gapX + moreX),
      h: rows * cell.h + (rows - 1) * (gapY + moreY),
    }
    const [left, top] = [
      box.left + (widthOf(box) - full.w) * alignOf(node),
      box.top + (heightOf(box) - full.h) / 2,
    ]
    shape.kids.forEach((s, n) => {
      const [row, column] = [Math.floor(n / columns), n % columns]
      const inRow = Math.min(columns, shape.kids.length - row * columns)
      const shift = inRow < columns ? ((columns - inRow) * (cell.w + gapX + moreX)) / 2 : 0
      const x = left + column * (cell.w + gapX + moreX) + shift
      const y = top + row * (cell.h + gapY + moreY)
      const cellBox = { left: x, top: y, right: x + cell.w, bottom: y + cell.h }
      if (s.node.room === 'grows') placeNode(s, cellBox)
      else {
        const inside = {
          left: x + (cell.w - s.width) * (s.node.reads ?? 0.5),
          top: y + (cell.h - s.height) * (s.node.reads === null ? shareY(node) : 0),
        }
        placeNode(s, { ...inside, right: inside.left + s.width, bottom: inside.top + s.height })
      }
    })
  },
}
const alignOf = (node: SetNode): number => {
  const words = node.children.find((c) => c.reads !== null)
  return words?.reads ?? 0.5
}
/** Things of different height stand on one floor where they did. */
function shareY(node: SetNode): number {
  const feet = node.children.map((c) => c.box.bottom)
  const heads = node.children.map((c) => c.box.top)
  const spread = (list: number[]) => Math.max(...list) - Math.min(...list)
  if (node.perRow < node.children.length || Math.abs(spread(feet) - spread(heads)) < 1) return 0.5
  return spread(feet) < spread(heads) ? 1 : 0
}

type Cell = { width: number; height: number; cost: number; kids: Shape[] }
/** Boxes that every one of the children fits into. */
function cellsOf(lists: readonly (readonly Shape[])[]): Cell[] {
  const widths = [...new Set(lists.flatMap((l) => l.map((s) => Math.ceil(s.width))))].sort((a, b) => a - b)
  const step = Math.max(1, Math.floor(widths.length / WIDTHS))
  const tried = widths.filter((_, n) => n % step === 0 || n === widths.length - 1)
  // Like things are built alike: all cards as rows, or all as columns.
  const built = lists.map((l) => grouped(l))
  const structures = [...(built[0]?.keys() ?? [])].filter((t) => built.every((b) => b.has(t)))
  return (structures.length > 0 ? structures : [null]).flatMap((structure) => {
    const own = structure === null ? lists : built.map((b) => b.get(structure) ?? [])
    return tried.flatMap((width): Cell[] => {
      const kids = own.map((l) => lowest(l, width))
      if (kids.some((k) => k === null)) return []
      const all = kids as Shape[]
      return [
        {
          width: Math.max(...all.map((s) => s.width)),
          height: Math.max(...all.map((s) => s.height)),
          cost: all.reduce((sum, s) => sum + s.cost, 0) / all.length,
          kids: all,
        },
      ]
    })
  })
}
function grouped(list: readonly Shape[]): Map<string, Shape[]> {
  const out = new Map<string, Shape[]>()
  for (const s of list) {
    const structure = structureOf(s)
    const held = out.get(structure)
    if (held) held.push(s)
    else out.set(structure, [s])
  }
  return out
}
function lowest(list: readonly Shape[], width: number): Shape | null {
  let best: Shape | null = null
  for (const s of list)
    if (
      s.width <= width + 0.5 &&
      (!best || s.height < best.height || (s.height === best.height && s.cost < best.cost))
    )
      best = s
  return best
}
/** What was chosen within, whoever it was chosen of. */
function structureOf({ choice, alike, kids }: Shape): string {
  if (kids.length === 0) return alike ? choice + alike : choice
  let within = ''
  for (const k of kids) within += `${structureOf(k)},`
  return `${choice}(${within})`
}
