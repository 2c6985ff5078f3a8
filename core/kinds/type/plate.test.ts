import { beforeAll, describe, expect, it } from 'vitest'
import { openFonts } from '../../../host/fonts'
import { allFontFiles } from '../../type/catalogue'
import { layoutType } from '../../type/layout'
import { plainStyle } from '../new'
import { type Plate, plateBoxes } from './plate'

const fonts = openFonts()
beforeAll(() => fonts.open(allFontFiles()))
const style = { ...plainStyle, size: 100 }
const plate = (kind: Plate['kind'], across = 0.5, down = 0.2): Plate => ({
  kind,
  across,
  down,
  radius: 0,
  fill: { kind: 'solid', colour: '#000000' },
})

describe('a plate behind words', () => {
  it('is one block round all lines, or a band as long as each', () => {
    const layout = layoutType(fonts, 'Kiln\nopening day', style, 2000)
    const [block, ...more] = plateBoxes(plate('block'), layout)
    expect(more).toEqual([])
    const bands = plateBoxes(plate('band'), layout)
    expect(bands).toHaveLength(2)
    const widths = bands.map((b) => b.right - b.left)
    expect(widths[0]).toBeLessThan((widths[1] as number) * 0.7)
    expect(block?.right).toBe(Math.max(...bands.map((b) => b.right)))
    expect(block?.bottom).toBe(bands[1]?.bottom)
  })
  it('grows with the words and keeps its room, in shares of their size', () => {
    const of = (size: number) => {
      const [b] = plateBoxes(plate('band'), layoutType(fonts, 'Kiln', { ...style, size }, 4000))
      return b ? { width: b.right - b.left, height: b.bottom - b.top } : null
    }
    expect(of(200)?.width).toBeCloseTo((of(100)?.width ?? 0) * 2, 3)
    expect(of(100)?.height).toBeCloseTo(100 * (0.74 + 0.2 + 2 * 0.2), 6)
  })
  it('has nothing behind a line without letters', () => {
    expect(plateBoxes(plate('band'), layoutType(fonts, 'a\n\nb', style, 900))).toHaveLength(2)
  })
})

describe('letters that are stretched', () => {
  it('are as much wider with the room between them, and no higher', () => {
    const of = (stretch?: number) =>
      layoutType(fonts, 'Kiln opening', { ...style, tracking: 40, ...(stretch ? { stretch } : {}) }, 4000)
    const [plainLine, wide] = [of().lines[0], of(1.5).lines[0]]
    expect(wide?.width).toBeCloseTo((plainLine?.width ?? 0) * 1.5, 3)
    expect(of(1.5).height).toBe(of().height)
  })
  it('break where their own width asks for it', () => {
    const lines = (stretch: number) =>
      layoutType(fonts, 'Kiln opening', { ...style, stretch }, 700).lines.length
    expect([lines(1), lines(2)]).toEqual([1, 2])
  })
})
