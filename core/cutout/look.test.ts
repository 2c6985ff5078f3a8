import { describe, expect, it } from 'vitest'
import type { Dab } from '../masks/mask'
import { type Pixels, toLab } from './copies'
import { SHAPE, shown, shownOf } from './look'
import { FINE, shownFinely } from './refine'

/** A picture of no pattern. */
const noise = (width: number, height: number): Pixels => ({
  width,
  height,
  data: Uint8Array.from({ length: width * height * 4 }, (_, n) =>
    n % 4 === 3 ? 255 : (n * 7919 + (n >> 3) * 104729) % 256,
  ),
})

describe('what networks are shown', () => {
  it.each([
    [40, 30],
    [41, 31],
    [9, 64],
  ])(
    'of a picture of %d × %d are as many planes of half its size as they take, every value a number of a few units',
    (width, height) => {
      const lab = toLab(noise(width, height))
      const half = ((width + 1) >> 1) * ((height + 1) >> 1)
      const first = [...shown(lab), ...shownOf([], lab)]
      const second = shownFinely(lab, new Float32Array(width * height).fill(0.7))
      expect([first.length, second.length]).toEqual([SHAPE.inputs, FINE.inputs])
      for (const plane of [...first, ...second]) {
        expect(plane).toHaveLength(half)
        expect(plane.every((v) => Math.abs(v) < 8)).toBe(true)
      }
    },
  )
  it('has each px’s own lightness in one of four planes', () => {
    const lab = toLab(noise(12, 10))
    const planes = shown(lab)
    for (let y = 0; y < 10; y++)
      for (let x = 0; x < 12; x++)
        expect(planes[(x & 1) + 2 * (y & 1)]?.[(y >> 1) * 6 + (x >> 1)]).toBeCloseTo(
          (lab.l[y * 12 + x] as number) * 2 - 1,
          6,
        )
  })
  it('has dabs where they lie, those that keep apart from those that drop, and less the further off', () => {
    const size = { width: 80, height: 60 }
    const dabs: Dab[] = [
      { x: 0.25, y: 0.5, radius: 0.05, keep: true },
      { x: 0.75, y: 0.5, radius: 0.05, keep: false },
    ]
    const [keep, drop] = shownOf(dabs, size) as [Float32Array, Float32Array]
    const at = (plane: Float32Array, x: number, y: number) => plane[y * 40 + x] as number
    expect([at(keep, 10, 15), at(drop, 30, 15)]).toEqual([1, 1])
    expect(Math.max(at(keep, 30, 15), at(drop, 10, 15))).toBeLessThan(1e-3)
    for (let x = 13; x < 30; x++) expect(at(keep, x + 1, 15)).toBeLessThan(at(keep, x, 15))
    expect(shownOf([], size).every((plane) => plane.every((v) => v === 0))).toBe(true)
  })
})
