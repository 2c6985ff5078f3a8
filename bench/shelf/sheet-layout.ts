export type SheetChannel = { id: string; name: string; width: number; height: number; master: boolean }

type Place = { channel: SheetChannel; x: number; y: number; width: number; height: number }

/** Heights of the master and of the rows of adaptations, CSS px. */
const MASTER = 196
const ROW = 92
const GAP = 8

/** Packs adaptations beside the master in rows; print sizes count by their shape. */
export function sheetLayout(channels: readonly SheetChannel[]): {
  width: number
  height: number
  places: Place[]
} {
  const [master, ...rest] = channels
  if (!master) return { width: 160, height: MASTER, places: [] }
  const k = Math.min(MASTER / master.height, 290 / master.width)
  const first: Place = {
    channel: master,
    x: 0,
    y: 0,
    width: Math.round(master.width * k),
    height: Math.round(master.height * k),
  }
  if (rest.length === 0) return { width: first.width, height: MASTER, places: [first] }
  const sized = rest.map((c) => {
    const s = Math.min(ROW / c.height, 132 / c.width)
    return { channel: c, width: Math.round(c.width * s), height: Math.round(c.height * s) }
  })
  const total = sized.reduce((sum, p) => sum + p.width + GAP, 0)
  const across = Math.max(150, total / 2 + 40)
  const left = first.width + 14
  let [x, row, rowHeight, top, right] = [left, 0, 0, 0, left]
  const places = sized.map((p): Place => {
    if (x > left && x + p.width > left + across && row < 1) {
      x = left
      top += rowHeight + 12
      rowHeight = 0
      row++
    }
    const place = { ...p, x, y: top }
    rowHeight = Math.max(rowHeight, p.height)
    x += p.width + GAP
    right = Math.max(right, x - GAP)
    return place
  })
  return { width: right, height: Math.max(MASTER, top + rowHeight), places: [first, ...places] }
}
