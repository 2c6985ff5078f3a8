import { describe, expect, it } from 'vitest'
import { histogramOf } from '../../render/histogram'
import { curveThrough } from '../tables'
import { curvesFor, levelsFor } from './points'

const straight = () => [
  { x: 0, y: 0 },
  { x: 1, y: 1 },
]
const flat = { red: straight(), green: straight(), blue: straight() }
const shown = (curves: ReturnType<typeof curvesFor>, rgb: readonly [number, number, number]) =>
  [curves.red, curves.green, curves.blue].map((c, n) => curveThrough(c)(rgb[n] as number))

describe('points picked on the stage', () => {
  const now = { black: 0, white: 1, middle: 1 }
  it('make levels that show them black and white', () => {
    expect(levelsFor('black', [0.1, 0.14, 0.2], now)).toEqual({ black: 0.2 })
    expect(levelsFor('white', [0.9, 0.8, 0.7], now)).toEqual({ white: 0.7 })
    // Never over each other.
    expect(levelsFor('black', [0.9, 0.9, 0.9], { ...now, white: 0.5 }).black).toBeLessThan(0.5)
  })
  it('make levels that show a grey in the middle: t to the power of 1 / middle is a half', () => {
    const { middle = 1 } = levelsFor('grey', [0.25, 0.25, 0.25], now)
    expect(0.25 ** (1 / middle)).toBeCloseTo(0.5, 2)
  })
  it('make curves that take a cast away: the picked colour has three equal values then', () => {
    const rgb = [0.6, 0.5, 0.4] as const
    const [r, g, b] = shown(curvesFor('grey', rgb, flat), rgb)
    expect(r).toBeCloseTo(0.5, 2)
    expect(g).toBeCloseTo(0.5, 2)
    expect(b).toBeCloseTo(0.5, 2)
  })
  it('make curves that begin at black and end at white, always from dark to light', () => {
    const rgb = [0.2, 0.1, 0.05] as const
    const black = curvesFor('black', rgb, flat)
    expect(shown(black, rgb).every((v) => v < 0.001)).toBe(true)
    const both = curvesFor('white', [0.9, 0.95, 0.8], black)
    for (const points of Object.values(both)) {
      expect(points.length).toBeGreaterThan(1)
      expect(points.every((p, n) => n === 0 || p.x > (points[n - 1]?.x ?? 0))).toBe(true)
    }
    const odd = curvesFor('black', [0.999, 1, 1], flat)
    expect(Object.values(odd).every((points) => points.length > 1)).toBe(true)
  })
})

describe('a histogram', () => {
  const px = (...all: number[][]) => new Uint8ClampedArray(all.flat())
  it('counts px by how far they cover, and tells clipped ends', () => {
    const h = histogramOf(px([0, 0, 0, 255], [255, 255, 255, 255], [128, 128, 128, 255], [10, 200, 90, 0]))
    expect(h.dark).toBeCloseTo(1 / 3, 6)
    expect(h.bright).toBeCloseTo(1 / 3, 6)
    expect(h.light[0]).toBeGreaterThan(0)
    expect(h.light[32]).toBeGreaterThan(0)
    expect(h.light[12]).toBe(0)
  })
  it('has the luma of BT.709: pure green is light, pure blue is dark', () => {
    const at = (rgb: number[]) => histogramOf(px([...rgb, 255])).light.findIndex((v) => v > 0)
    expect(at([0, 255, 0])).toBe(Math.floor((0.7152 * 255 * 64) / 256))
    expect(at([0, 0, 255])).toBe(Math.floor((0.0722 * 255 * 64) / 256))
  })
  it('is empty of what is not seen', () => {
    expect(histogramOf(px([1, 2, 3, 0]))).toMatchObject({ light: [], dark: 0, bright: 0 })
  })
})
