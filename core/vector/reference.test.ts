import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { identity } from '../geometry/matrix'
import type { LayerOf } from '../kinds/list'
import { boxAt, shapeLayer, solidStroke } from '../kinds/new'
import { TILE } from '../pixels/memory'
import { coverageOf } from './cover.test-data'
import { flatten, type Outline, outlineBounds, type Path, parsePath } from './path'
import { shapePath } from './shapes'
import { dashed, strokeOutlines } from './stroke'

/** Signed area of closed outlines by the shoelace formula. */
const area = (outlines: readonly Outline[]): number =>
  outlines.reduce((sum, { points }) => {
    let twice = 0
    for (let n = 0; n < points.length; n += 2) {
      const m = (n + 2) % points.length
      twice +=
        (points[n] as number) * (points[m + 1] as number) - (points[m] as number) * (points[n + 1] as number)
    }
    return sum + twice / 2
  }, 0)
const shape = (
  form: LayerOf<'shape'>['form'],
  width: number,
  height: number,
  more: Partial<LayerOf<'shape'>> = {},
): Path =>
  shapePath({
    ...shapeLayer(
      { id: 's', page: 'p', plane: 'setting', order: 'a0' },
      'S',
      form,
      boxAt(0, 0, width, height),
    ),
    ...more,
  })
const areaOfShape = (path: Path) => Math.abs(area(flatten(path, identity, 1 / 64)))

describe('shapes have the areas that geometry gives them', () => {
  it('an ellipse π a b', () => {
    expect(areaOfShape(shape('ellipse', 400, 240)) / (Math.PI * 200 * 120)).toBeCloseTo(1, 3)
  })
  it('a rectangle with corner radii w h − (4 − π) r²', () => {
    expect(areaOfShape(shape('rectangle', 300, 200, { radii: [40, 40, 40, 40] }))).toBeCloseTo(
      300 * 200 - (4 - Math.PI) * 1600,
      -1,
    )
  })
  it('four different radii Σ (1 − π/4) r² less', () => {
    const cut = [10, 20, 30, 40].reduce((sum, r) => sum + (1 - Math.PI / 4) * r * r, 0)
    expect(areaOfShape(shape('rectangle', 300, 200, { radii: [10, 20, 30, 40] }))).toBeCloseTo(
      60_000 - cut,
      -1,
    )
  })
  it('a radius over half the shorter side makes a pill', () => {
    expect(areaOfShape(shape('rectangle', 300, 100, { radii: [999, 999, 999, 999] }))).toBeCloseTo(
      200 * 100 + Math.PI * 2500,
      -2,
    )
  })
  it('a square on its tip half its box; a hexagon that fills its box three quarters of it', () => {
    expect(areaOfShape(shape('polygon', 100, 100, { corners: 4 }))).toBeCloseTo(5000, 3)
    expect(areaOfShape(shape('polygon', 100, 100, { corners: 6 }))).toBeCloseTo(7500, 3)
  })
  it('and fill their box to the edges', () => {
    for (const form of ['ellipse', 'polygon', 'star', 'rectangle'] as const) {
      const b = outlineBounds(flatten(shape(form, 300, 170, { corners: 5 }), identity, 1 / 64))
      expect(b?.left).toBeCloseTo(0, 2)
      expect(b?.right).toBeCloseTo(300, 2)
      expect(b?.top).toBeCloseTo(0, 2)
      expect(b?.bottom).toBeCloseTo(170, 2)
    }
  })
})

describe('path data of SVG 2 §9.3', () => {
  const points = (d: string) => flatten(parsePath(d), identity, 1 / 16)
  it('relative commands say the same as absolute ones', () => {
    expect(points('M10 10l20 0 0 20h-20z')).toEqual(points('M10 10 L30 10 L30 30 H10 Z'))
    expect(points('m10,10 20,0 0,20z')).toEqual(points('M10 10L30 10 30 30Z'))
  })
  it('numbers may stand without spaces where they can be told apart', () => {
    expect(parsePath('M.5.5L-1-2')).toEqual(parsePath('M 0.5 0.5 L -1 -2'))
    expect(parsePath('M1e1 2E0L3 4')).toEqual(parsePath('M10 2L3 4'))
  })
  it('a quadratic is the cubic with controls at two thirds', () => {
    expect(parsePath('M0 0Q30 60 60 0')).toEqual(parsePath('M0 0C20 40 40 40 60 0'))
  })
  it('a smooth curve mirrors the control before it, or has none to mirror', () => {
    expect(parsePath('M0 0C0 10 10 10 10 0S20 -10 20 0')).toEqual(
      parsePath('M0 0C0 10 10 10 10 0C10 -10 20 -10 20 0'),
    )
    expect(parsePath('M0 0S10 10 20 0')).toEqual(parsePath('M0 0C0 0 10 10 20 0'))
  })
  it('two half arcs are a circle, in either direction', () => {
    for (const sweep of [0, 1]) {
      const out = points(`M0 50A50 50 0 0 ${sweep} 100 50A50 50 0 0 ${sweep} 0 50Z`)
      expect(Math.abs(area(out)) / (Math.PI * 2500)).toBeCloseTo(1, 2)
    }
  })
  it('an arc too small for its ends is enlarged until it reaches (SVG 2 §9.5.1)', () => {
    const b = outlineBounds(points('M0 0A1 1 0 0 1 100 0'))
    expect(b?.top).toBeCloseTo(-50, 0)
  })
})

describe('strokes against librsvg, coverage over the whole picture', () => {
  const SIZE = TILE
  /** Coverage summed by the second renderer: opaque white over nothing, alpha read back. */
  const theirs = async (d: string, attributes: string): Promise<Float64Array> => {
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${SIZE}" height="${SIZE}"><path d="${d}" fill="none" stroke="#fff" ${attributes}/></svg>`
    const { data } = await sharp(Buffer.from(svg)).ensureAlpha().raw().toBuffer({ resolveWithObject: true })
    return Float64Array.from({ length: SIZE * SIZE }, (_, n) => (data[n * 4 + 3] as number) / 255)
  }
  const ours = (
    d: string,
    weight: number,
    how: { cap?: 'butt' | 'round' | 'square'; join?: 'miter' | 'round' | 'bevel'; dash?: number[] } = {},
  ) => {
    const lines = dashed(flatten(parsePath(d), identity, 1 / 16), how.dash ?? [])
    return coverageOf(strokeOutlines(lines, weight, { ...solidStroke, ...how }))
  }
  const compare = async (
    d: string,
    weight: number,
    attributes: string,
    how: Parameters<typeof ours>[2] = {},
  ) => {
    const [a, b] = [ours(d, weight, how), await theirs(d, `stroke-width="${weight}" ${attributes}`)]
    let [sumA, sumB, off] = [0, 0, 0]
    for (let n = 0; n < SIZE * SIZE; n++) {
      sumA += a[n] as number
      sumB += b[n] as number
      if (Math.abs((a[n] as number) - (b[n] as number)) > 0.25) off++
    }
    expect(sumA / sumB).toBeGreaterThan(0.99)
    expect(sumA / sumB).toBeLessThan(1.01)
    // Antialiasing differs a little from one renderer to the next; whole pixels must not.
    expect(off).toBeLessThan(SIZE * 0.06)
  }
  const zigzag = 'M30 200L90 40L150 200L210 40'
  it('miter, round and bevel joins', async () => {
    await compare(zigzag, 18, 'stroke-linejoin="miter"', { join: 'miter' })
    await compare(zigzag, 18, 'stroke-linejoin="round"', { join: 'round' })
    await compare(zigzag, 18, 'stroke-linejoin="bevel"', { join: 'bevel' })
  })
  it('a miter beyond the limit of 4 is cut', async () => {
    await compare('M40 60L200 100L40 110', 12, 'stroke-linejoin="miter" stroke-miterlimit="4"', {
      join: 'miter',
    })
  })
  it('butt, round and square ends', async () => {
    for (const cap of ['butt', 'round', 'square'] as const)
      await compare('M60 60L190 150', 30, `stroke-linecap="${cap}"`, { cap })
  })
  it('curves', async () => {
    await compare('M20 220C20 20 230 20 230 220', 22, '')
  })
  it('closed outlines', async () => {
    await compare('M60 60H196V196H60Z', 16, 'stroke-linejoin="round"', { join: 'round' })
  })
  it('dashes, also around corners', async () => {
    await compare('M40 40H216V216H40Z', 10, 'stroke-dasharray="31 14"', { dash: [31, 14] })
    await compare('M20 128C90 20 160 240 236 128', 8, 'stroke-dasharray="16 9 3 9"', { dash: [16, 9, 3, 9] })
  })
  it('a dash longer than a closed outline leaves it whole', () => {
    const square = flatten(parsePath('M40 40H216V216H40Z'), identity, 1 / 16)
    expect(dashed(square, [1000, 10])).toEqual(square)
  })
  it('an odd pattern is repeated to be even, as SVG 2 §13.5.6 has it', async () => {
    await compare('M20 100H236', 10, 'stroke-dasharray="20 10 5"', { dash: [20, 10, 5] })
  })
})
