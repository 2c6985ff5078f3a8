import { describe, expect, it } from 'vitest'
import { channelPresets } from '@/core/design/channels'
import { cellAt, cellBeside, fitWall, type Hung, keyOfCell, planWall, viewOfCell, wallViewOf } from './layout'

const hung: Hung[] = channelPresets.map((channel) => ({ page: 'page1', channel }))
const two: Hung[] = ['page1', 'page2'].flatMap((page) => hung.slice(0, 4).map((h) => ({ ...h, page })))

describe('the wall', () => {
  it.each(['alike', 'true'] as const)(
    'hangs every channel once, in order, none over another (%s)',
    (sizes) => {
      const { cells, width, height } = planWall(hung, sizes, 1.6)
      expect(cells.map((c) => c.channel)).toEqual(hung.map((h) => h.channel.id))
      cells.forEach((a, n) => {
        expect(a.width / a.height).toBeCloseTo(
          (hung[n]?.channel.width ?? 0) / (hung[n]?.channel.height ?? 1),
          6,
        )
        expect(a.x + a.width).toBeLessThanOrEqual(width + 1e-6)
        expect(a.y + a.height).toBeLessThanOrEqual(height + 1e-6)
        for (const b of cells.slice(n + 1))
          expect(
            a.x + a.width <= b.x || b.x + b.width <= a.x || a.y + a.height <= b.y || b.y + b.height <= a.y,
          ).toBe(true)
      })
    },
  )
  it('shows printed pages at CSS’s 96 units an inch beside those of screens', () => {
    const poster = channelPresets.find((c) => c.id === 'a3-poster')
    const cell = planWall(hung, 'true', 1.6).cells.find((c) => c.channel === 'a3-poster')
    // A3 is 297 mm × 420 mm (ISO 216).
    expect(cell?.width).toBeCloseTo(((poster?.print?.widthMm ?? 0) / 25.4) * 96, 6)
    expect(poster?.print?.widthMm).toBe(297)
  })
  it('fills a wide stage with fewer rows than a tall one', () => {
    const rows = (ratio: number) => new Set(planWall(hung, 'alike', ratio).cells.map((c) => c.y)).size
    expect(rows(4)).toBeLessThan(rows(0.4))
  })
  it('begins a row with every page', () => {
    const { cells } = planWall(two, 'alike', 3)
    const first = cells.find((c) => c.page === 'page2')
    expect(first?.x).toBe(0)
    expect(cells.filter((c) => c.page === 'page1').every((c) => c.y < (first?.y ?? 0))).toBe(true)
  })
  it('goes from the stage’s view to the wall’s and back, and finds what hangs at a point', () => {
    const plan = planWall(hung, 'alike', 1.6)
    const wall = fitWall(plan, { width: 900, height: 560 }, 44)
    for (const cell of plan.cells) {
      const view = viewOfCell(wall, cell)
      const back = wallViewOf(view, cell)
      expect(back.zoom).toBeCloseTo(wall.zoom, 9)
      expect(back.x).toBeCloseTo(wall.x, 6)
      const middle = { x: view.x + (cell.width * wall.zoom) / 2, y: view.y + (cell.height * wall.zoom) / 2 }
      expect(cellAt(plan, wall, middle)).toBe(cell)
    }
    expect(cellAt(plan, wall, { x: -5, y: -5 })).toBeNull()
    expect(wall.y).toBeGreaterThanOrEqual(44)
  })
  it('goes to the neighbour by keys, and nowhere beyond the ends', () => {
    const plan = planWall(two, 'alike', 3)
    const first = keyOfCell('page1', two[0]?.channel.id ?? '')
    expect(cellBeside(plan, first, 'left')).toBeNull()
    expect(cellBeside(plan, first, 'up')).toBeNull()
    expect(cellBeside(plan, first, 'right')?.channel).toBe(two[1]?.channel.id)
    const below = cellBeside(plan, first, 'down')
    expect(below?.y).toBeGreaterThan(plan.cells[0]?.y ?? 0)
    expect(cellBeside(plan, below?.key ?? '', 'up')?.key).toBe(first)
  })
})
