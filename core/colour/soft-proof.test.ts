import { beforeAll, describe, expect, it } from 'vitest'
import { generalProfile } from '@/host/inks'
import { inkToRgb, type PrintProfile, rgbToInk } from './icc'
import { INK_LIMIT, proofPixels, proofTable, SEEN_MISS } from './soft-proof'

let profile: PrintProfile
let table: Uint8Array<ArrayBuffer>
beforeAll(async () => {
  profile = await generalProfile()
  table = proofTable(profile)
})
const shown = (rgb: readonly number[], marks: 'none' | 'reach' | 'ink', limit = 0): number[] => {
  const data = Uint8ClampedArray.from([...rgb, 255])
  proofPixels(data, 1, { table, marks, limit })
  return [...data.subarray(0, 3)]
}

describe('a soft proof', () => {
  it('shows colours as the inks give them, within two levels of the profile itself', () => {
    for (const rgb of [
      [0, 0, 0],
      [255, 255, 255],
      [128, 77, 51],
      [30, 60, 200],
    ]) {
      const [r = 0, g = 0, b = 0] = rgb.map((v) => v / 255)
      const wanted = inkToRgb(profile, rgbToInk(profile, [r, g, b])).map((v) => v * 255)
      for (const [n, v] of shown(rgb, 'none').entries())
        expect(Math.abs(v - (wanted[n] as number))).toBeLessThanOrEqual(3)
    }
  })
  it('marks what inks cannot reach, and where there is too much of them, in stripes', () => {
    expect(shown([0, 255, 0], 'reach', SEEN_MISS)).toEqual([255, 0, 200])
    expect(shown([150, 130, 110], 'reach', SEEN_MISS)).not.toEqual([255, 0, 200])
    const [c, m, y, k] = rgbToInk(profile, [60 / 255, 0, 0])
    const sum = (c + m + y + k) * 100
    expect(shown([60, 0, 0], 'ink', sum - 10)).toEqual([255, 0, 200])
    expect(shown([60, 0, 0], 'ink', sum + 10)).not.toEqual([255, 0, 200])
    expect(shown([255, 255, 255], 'ink', INK_LIMIT)).toEqual([255, 255, 255])
    const row = Uint8ClampedArray.from(Array(16).fill([0, 255, 0, 255]).flat())
    proofPixels(row, 16, { table, marks: 'reach', limit: SEEN_MISS })
    const marked = [...Array(16)].filter((_, n) => row[4 * n] === 255 && row[4 * n + 2] === 200).length
    expect(marked).toBe(6)
  })
  it('leaves what is see-through as it is', () => {
    const data = Uint8ClampedArray.from([0, 255, 0, 0])
    proofPixels(data, 1, { table, marks: 'reach', limit: 1 })
    expect([...data]).toEqual([0, 255, 0, 0])
  })
})
