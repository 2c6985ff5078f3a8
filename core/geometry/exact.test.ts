import { describe, expect, it } from 'vitest'
import { angleOf, cosine, lengthOf, sine } from './exact'

describe('sine, cosine and angle of our own', () => {
  it('agree with the host to the last digits, everywhere', () => {
    for (let n = -2000; n <= 2000; n++) {
      const x = n * 0.01037
      expect(sine(x)).toBeCloseTo(Math.sin(x), 14)
      expect(cosine(x)).toBeCloseTo(Math.cos(x), 14)
    }
  })
  it('have the known values: sin 30° = ½, cos 60° = ½, 3-4-5', () => {
    expect(sine(Math.PI / 6)).toBeCloseTo(0.5, 15)
    expect(cosine(Math.PI / 3)).toBeCloseTo(0.5, 15)
    expect(lengthOf(3, 4)).toBe(5)
  })
  it('find the angle of every direction', () => {
    for (let n = -180; n <= 180; n += 7) {
      const a = (n * Math.PI) / 180
      expect(angleOf(Math.sin(a) * 3, Math.cos(a) * 3)).toBeCloseTo(Math.atan2(Math.sin(a), Math.cos(a)), 13)
    }
  })
})
