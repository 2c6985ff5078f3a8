import type { Channel } from '@/core/design/channel-schema'
import type { Point } from '@/core/geometry/matrix'
import type { View } from '../state/bench-state'

/** A page on a channel as it hangs on the wall; in units of the wall. */
export type Cell = {
  key: string
  page: string
  channel: string
  x: number
  y: number
  width: number
  height: number
  /** Units of the wall for each px of the page. */
  scale: number
}
export type WallPlan = { cells: readonly Cell[]; width: number; height: number }
/** All of one height, or each as large as it is beside the others. */
export type WallSizes = 'alike' | 'true'
export type Hung = { page: string; channel: Pick<Channel, 'id' | 'width' | 'height' | 'print'> }
/** Where the wall lies on the stage: CSS px for each of its units, its corner in CSS px. */
export type WallView = { zoom: number; x: number; y: number }

const ROW = 1000
/** Nothing is wider than so many times the height of a row. */
const WIDEST = 2.4
/** Between two that hang beside each other, units. */
export const GAP = 90
/** Above each there is room for its name, in units where nothing is said. */
const CAPTION = 150
/** A printed page is seen at so many units an inch: as large as a screen shows it beside the others (CSS Values 4, absolute lengths). */
const UNITS_PER_INCH = 96
const MM_PER_INCH = 25.4
/** So many widths of the wall are tried. */
const WIDTHS = 40

export const keyOfCell = (page: string, channel: string): string => `${page}/${channel}`

function sizeOf({ channel: c }: Hung, sizes: WallSizes): { width: number; height: number; scale: number } {
  let scale = 1
  if (sizes === 'alike') scale = Math.min(ROW / c.height, (ROW * WIDEST) / c.width)
  else if (c.print) scale = (c.print.widthMm / MM_PER_INCH) * (UNITS_PER_INCH / c.width)
  return { width: c.width * scale, height: c.height * scale, scale }
}

/** Hangs pages in rows, in their order and each page of a series in rows of its own, so that they fill a stage of that ratio. */
export function planWall(
  hung: readonly Hung[],
  sizes: WallSizes,
  ratio: number,
  caption: number = CAPTION,
): WallPlan {
  const all = hung.map((h) => ({ ...sizeOf(h, sizes), ...h }))
  if (all.length === 0) return { cells: [], width: 1, height: 1 }
  const widest = Math.max(...all.map((s) => s.width))
  const total = all.reduce((sum, s) => sum + s.width + GAP, 0)
  let best: WallPlan | null = null
  for (let n = 0; n <= WIDTHS; n++) {
    const plan = rowsOf(all, widest * Math.max(1, total / widest) ** (n / WIDTHS) + 1, caption)
    if (!best || zoomOf(plan, ratio) > zoomOf(best, ratio) + 1e-9) best = plan
  }
  return best as WallPlan
}
const zoomOf = (p: WallPlan, ratio: number): number => Math.min(ratio / p.width, 1 / p.height)

function rowsOf(
  all: readonly (Hung & { width: number; height: number; scale: number })[],
  most: number,
  caption: number,
): WallPlan {
  const cells: Cell[] = []
  let [x, y, tall, width] = [0, caption, 0, 0]
  let last = all[0]?.page
  for (const s of all) {
    if (x > 0 && (x + s.width > most || s.page !== last)) {
      ;[x, y, tall] = [0, y + tall + caption + GAP / 2, 0]
    }
    last = s.page
    const { page, channel, scale } = s
    cells.push({
      key: keyOfCell(page, channel.id),
      page,
      channel: channel.id,
      x,
      y,
      width: s.width,
      height: s.height,
      scale,
    })
    width = Math.max(width, x + s.width)
    x += s.width + GAP
    tall = Math.max(tall, s.height)
  }
  return { cells, width, height: y + tall }
}

/** The stage's view of a page that hangs on the wall as the wall is looked at. */
export const viewOfCell = (wall: WallView, cell: Cell): View => ({
  zoom: wall.zoom * cell.scale,
  x: wall.x + cell.x * wall.zoom,
  y: wall.y + cell.y * wall.zoom,
  fitted: false,
})
/** How the wall is looked at where one of its pages is seen so on the stage. */
export function wallViewOf(view: View, cell: Cell): WallView {
  const zoom = view.zoom / cell.scale
  return { zoom, x: view.x - cell.x * zoom, y: view.y - cell.y * zoom }
}
/** The whole wall in the middle of a stage, below a band of `top` px. */
export function fitWall(
  plan: WallPlan,
  stage: { width: number; height: number },
  top: number,
  margin = 20,
): WallView {
  const room = { width: stage.width - 2 * margin, height: stage.height - top - margin }
  const zoom = Math.max(1e-4, Math.min(room.width / plan.width, room.height / plan.height))
  return {
    zoom,
    x: Math.round((stage.width - plan.width * zoom) / 2),
    y: Math.round(top + Math.max(0, room.height - plan.height * zoom) / 2),
  }
}
/** The page that hangs at a point of the stage. */
export const cellAt = (plan: WallPlan, wall: WallView, p: Point): Cell | null =>
  plan.cells.find(
    (c) =>
      p.x >= wall.x + c.x * wall.zoom &&
      p.x <= wall.x + (c.x + c.width) * wall.zoom &&
      p.y >= wall.y + c.y * wall.zoom &&
      p.y <= wall.y + (c.y + c.height) * wall.zoom,
  ) ?? null
/** The one that hangs nearest in a direction, by where their middles lie. */
export function cellBeside(plan: WallPlan, from: string, way: 'left' | 'right' | 'up' | 'down'): Cell | null {
  const at = plan.cells.findIndex((c) => c.key === from)
  const own = plan.cells[at]
  if (!own) return null
  if (way === 'left' || way === 'right') return plan.cells[at + (way === 'right' ? 1 : -1)] ?? null
  const middle = (c: Cell) => c.x + c.width / 2
  const rows = [...new Set(plan.cells.map((c) => c.y))].sort((a, b) => a - b)
  const row = rows[rows.indexOf(own.y) + (way === 'down' ? 1 : -1)]
  const there = plan.cells.filter((c) => c.y === row)
  return there.reduce(
    (b: Cell | null, c) =>
      b && Math.abs(middle(b) - middle(own)) <= Math.abs(middle(c) - middle(own)) ? b : c,
    null,
  )
}
