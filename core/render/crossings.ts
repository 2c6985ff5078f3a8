import { intersect, isEmpty } from '../geometry/bounds'
import { connectedParts, within } from '../geometry/connected'
import { nodeWith, type PlanNode } from './nodes'
import type { Renderer } from './renderer'

/** Coverage from which two things are taken to cross. */
const CROSSING = 0.3
/** The longer side of the grid that crossings are looked for on. */
const GRID = 220

/** A place where two layers cross, px of the view: points that are spread over it, the one furthest from its edge first, each with how far that is. */
export type Crossing = { x: number; y: number; radius: number }[]
/** Gaps of so many cells of the grid do not part a crossing: those between rim lines. */
const BRIDGED = within(4)
/** The most points of one crossing. */
const MOST_POINTS = 24

/** Where two layers of a plan cross: each connected part of what both cover. */
export function crossingsOf(
  nodes: readonly PlanNode[],
  a: string,
  b: string,
  renderer: Renderer,
): Crossing[] {
  const [one, two] = [nodeWith(nodes, a), nodeWith(nodes, b)]
  if (!one || !two) return []
  const box = intersect(one.bounds, two.bounds)
  if (isEmpty(box)) return []
  const step = Math.max(1, (box.right - box.left) / GRID, (box.bottom - box.top) / GRID)
  const [columns, rows] = [
    Math.max(1, Math.ceil((box.right - box.left) / step)),
    Math.max(1, Math.ceil((box.bottom - box.top) / step)),
  ]
  const cells = (count: number, from: number) =>
    Array.from({ length: count }, (_, n) => Math.floor(from + (n + 0.5) * step))
  const [xs, ys] = [cells(columns, box.left), cells(rows, box.top)]
  const [first, second] = [one, two].map((node) => renderer.alphasAt({ ...node, opacity: 1 }, xs, ys)) as [
    Float32Array,
    Float32Array,
  ]
  const both = Uint8Array.from(first, (covered, n) =>
    covered >= CROSSING && (second[n] ?? 0) >= CROSSING ? 1 : 0,
  )
  const depth = depthsOf(both, columns, rows)
  const out: Crossing[] = []
  for (const part of connectedParts(columns, rows, (n) => both[n] === 1, BRIDGED)) {
    const best = part.reduce((most, n) => ((depth[n] as number) > (depth[most] as number) ? n : most))
    // A fleck is no crossing.
    if (part.length * step * step < 12) continue
    const spread = [best]
    // One more where none is near, until all of it is near one.
    const away = new Float32Array(part.length).fill(1e9)
    while (spread.length < MOST_POINTS) {
      const last = spread.at(-1) as number
      let far = 0
      part.forEach((n, k) => {
        away[k] = Math.min(
          away[k] as number,
          Math.hypot((n % columns) - (last % columns), Math.floor(n / columns) - Math.floor(last / columns)),
        )
        if ((away[k] as number) > (away[far] as number)) far = k
      })
      if ((away[far] as number) <= Math.max(3, 1.5 * (depth[best] as number))) break
      spread.push(part[far] as number)
    }
    out.push(
      spread.map((n) => ({
        x: box.left + ((n % columns) + 0.5) * step,
        y: box.top + (Math.floor(n / columns) + 0.5) * step,
        radius: (depth[n] as number) * step,
      })),
    )
  }
  return out
}
/** How many steps each set cell is from one that is not. */
function depthsOf(set: Uint8Array, columns: number, rows: number): Uint16Array {
  const out = Uint16Array.from(set, (v) => (v ? 60_000 : 0))
  const pass = (n: number, m: number) => {
    if ((out[n] as number) > (out[m] as number) + 1) out[n] = (out[m] as number) + 1
  }
  for (let n = 0; n < out.length; n++) {
    if (n % columns === 0 || n < columns) out[n] = Math.min(out[n] as number, 1)
    else {
      pass(n, n - 1)
      pass(n, n - columns)
    }
  }
  for (let n = out.length - 1; n >= 0; n--) {
    if (n % columns === columns - 1 || n >= columns * (rows - 1)) out[n] = Math.min(out[n] as number, 1)
    else {
      pass(n, n + 1)
      pass(n, n + columns)
    }
  }
  return out
}
