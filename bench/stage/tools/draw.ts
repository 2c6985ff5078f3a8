import type { Point } from '@/core/geometry/matrix'
import { lineBox } from '@/core/geometry/placement'
import type { Placement } from '@/core/geometry/placement-schema'
import { boxAt } from '@/core/kinds/new'
import { takeArea } from '../../actions/areas'
import { addShape, addSlot, addType } from '../../actions/placing'
import type { Bench } from '../../state/bench'
import type { Tool } from '../../state/bench-state'
import { between } from './boxes'
import { defineTool, type Pointer, type Press, type ToolDefinition } from './definition'

/** What the hand drew: its box, whether it moved, and the two ends, whole px of the page. */
type Made = { box: Placement; moved: boolean; from: Point; to: Point; width: number }
const whole = (p: Point): Point => ({ x: Math.round(p.x), y: Math.round(p.y) })
/** Less than so many px are a press. */
const LEAST = 4
/** What a press without a drag makes, of the page's shorter side. */
const PRESSED = 0.25

function drawn(bench: Bench, start: Point, end: Point, went: boolean): Made {
  const { resolved, tool, shapeForm } = bench.store.getState()
  const [from, to] = [whole(start), whole(end)]
  const [width, h] = [Math.abs(to.x - from.x), Math.abs(to.y - from.y)]
  const line = tool === 'shape' && shapeForm === 'line'
  const side = Math.round(Math.min(resolved.width, resolved.height) * PRESSED)
  const moved = went && (width > LEAST || h > LEAST)
  const box = moved
    ? boxAt(Math.min(to.x, from.x), Math.min(to.y, from.y), Math.max(2, width), Math.max(line ? 1 : 2, h))
    : boxAt(Math.round(from.x - side / 2), Math.round(from.y - side / 2), side, line ? 4 : side)
  return { box, moved: went, from, to, width }
}
const drawPress = (bench: Bench, from: Pointer, make: (made: Made) => void): Press => ({
  move({ page, at }) {
    const box = between(from.page, page)
    const note = `${Math.round(box.right - box.left)} × ${Math.round(box.bottom - box.top)}`
    return { marquee: box, note, at }
  },
  end: ({ page }, moved) => make(drawn(bench, from.page, page, moved)),
})
/** A tool that draws one thing in a box; the hand goes back to picking. */
const drawing = (id: Tool, make: (bench: Bench, made: Made, from: Pointer) => void): ToolDefinition =>
  defineTool({
    id,
    cursor: 'crosshair',
    press: ({ bench }, from) => drawPress(bench, from, (made) => make(bench, made, from)),
  })

export const area = drawing('area', (bench, { box }) => {
  void takeArea(bench, bench.store.getState().areaFor, box)
  bench.set({ tool: 'pick' })
})
export const slot = drawing('slot', (bench, { box }) => {
  addSlot(bench, bench.store.getState().slotForm, box)
  bench.set({ tool: 'pick' })
})
export const shape = drawing('shape', (bench, { box, moved, from, to }) => {
  const { shapeForm } = bench.store.getState()
  addShape(bench, shapeForm, shapeForm === 'line' && moved ? lineBox(from, to) : box)
  bench.set({ tool: 'pick' })
})
/** Narrower than so many px a drag sets no width for the words, px of the page. */
const LEAST_COLUMN = 20
export const type = drawing('type', (bench, { moved, width }, from) => {
  void addType(bench, from.page, moved && width > LEAST_COLUMN ? width : undefined)
})
