import { describe, expect, it } from 'vitest'
import { type Luma, likeness, lumaOf } from './likeness'

const made = (width: number, height: number, at: (x: number, y: number) => number): Luma => ({
  width,
  height,
  data: Float32Array.from({ length: width * height }, (_, n) => at(n % width, Math.floor(n / width))),
})
const [C1, C2] = [(0.01 * 255) ** 2, (0.03 * 255) ** 2]

// Values by formula 13 of Wang, Bovik, Sheikh, Simoncelli (2004), solved for pictures of which means and variances are plain.
describe('structural similarity', () => {
  it('of plain greys is what the means alone say', () => {
    const like = (2 * 100 * 130 + C1) / (100 ** 2 + 130 ** 2 + C1)
    expect(
      likeness(
        made(40, 30, () => 100),
        made(40, 30, () => 130),
      ),
    ).toBeCloseTo(like, 6)
  })
  it('of a picture and its negative about the middle is below nothing where it is rough', () => {
    const a = made(64, 64, (x, y) => 127.5 + ((x + y) % 2 ? 60 : -60))
    const b = made(64, 64, (x, y) => 127.5 - ((x + y) % 2 ? 60 : -60))
    // Means are equal; the covariance is the variance, turned round.
    const variance = 3600
    expect(likeness(a, b)).toBeCloseTo((C2 - 2 * variance) / (2 * variance + C2), 2)
  })
  it('is 1 for the same and the same both ways', () => {
    const a = made(50, 40, (x, y) => (x * 5 + y * 3) % 256)
    const b = made(50, 40, (x, y) => (x * 5 + y * 3 + ((x * y) % 17)) % 256)
    expect(likeness(a, a)).toBeCloseTo(1, 9)
    expect(likeness(a, b)).toBeCloseTo(likeness(b, a), 9)
    expect(likeness(a, b)).toBeLessThan(1)
  })
  it('looks at large pictures from afar: what is seen there is what counts', () => {
    const grey = (side: number, at: (x: number, y: number) => number) => {
      const data = new Uint8Array(side * side * 4)
      for (let n = 0; n < side * side; n++) {
        const v = at(n % side, Math.floor(n / side))
        data.set([v, v, v, 255], n * 4)
      }
      return lumaOf({ width: side, height: side, data })
    }
    // Noise of one px vanishes where four px are one.
    const noise = (x: number, y: number) => 120 + ((x * 7919 + y * 104729) % 31) - 15
    const like = (side: number) =>
      likeness(
        grey(side, () => 120),
        grey(side, noise),
      )
    expect(like(1024)).toBeGreaterThan(like(256) + 0.2)
  })
  it('of very small pictures is told by all of them at once', () => {
    expect(
      likeness(
        made(6, 6, () => 90),
        made(6, 6, () => 90),
      ),
    ).toBeCloseTo(1, 9)
  })
  it('takes luma by ITU-R BT.601, of what is see-through on white', () => {
    const luma = (pixel: number[]) => lumaOf({ width: 1, height: 1, data: pixel }).data[0]
    expect(luma([255, 0, 0, 255])).toBeCloseTo(76.245, 3)
    expect(luma([255, 0, 0, 0])).toBeCloseTo(255, 3)
  })
})
