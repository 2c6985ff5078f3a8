import { beforeAll, describe, expect, it } from 'vitest'
import { generalProfile, printInks } from '@/host/inks'
import { srgbToXyz, xyzToLab, xyzToSrgb } from './cie'
import {
  inkToLab,
  inkToRgb,
  labToInk,
  missedBy,
  overColours,
  type PrintProfile,
  readPrintProfile,
  rgbToInk,
  throughColours,
} from './icc'

let profile: PrintProfile
beforeAll(async () => {
  profile = await generalProfile()
})
const percent = (ink: readonly number[]) => ink.map((v) => v * 100)
const near = (got: readonly number[], wanted: readonly number[], by: number) =>
  got.forEach((v, n) => expect(Math.abs(v - (wanted[n] as number))).toBeLessThanOrEqual(by))

describe('colours by CIE', () => {
  it('are as CSS Color 4 gives them for sRGB red and lime', () => {
    // CSS Color 4, sample values of named colours in Lab D50 (from memory).
    const lab = (rgb: readonly [number, number, number]) => Object.values(xyzToLab(srgbToXyz(rgb)))
    near(lab([1, 0, 0]), [54.29, 80.81, 69.89], 0.02)
    near(lab([0, 1, 0]), [87.82, -79.29, 80.99], 0.02)
    near(lab([1, 1, 1]), [100, 0, 0], 0.02)
    near(xyzToSrgb(srgbToXyz([0.2, 0.5, 0.8])), [0.2, 0.5, 0.8], 2e-4)
  })
})
describe('a print profile', () => {
  it('is read as Little CMS reads it, both ways', () => {
    // transicc of Little CMS 2.14, relative colorimetric, for the profile that comes with libvips.
    const lab = (ink: readonly [number, number, number, number]) => Object.values(inkToLab(profile, ink))
    near(lab([0.15, 0.05, 0.25, 0.9]), [23.1112, 0.4883, -0.4063], 0.01)
    near(lab([0.2, 0.8, 0.5, 0.1]), [46.7647, 43.5156, 9.9063], 0.01)
    near(percent(labToInk(profile, { l: 50, a: 20, b: -10 })), [19.2828, 48.8884, 2.9358, 31.1574], 0.02)
    near(percent(labToInk(profile, { l: 30, a: 0, b: 5 })), [8.7251, 3.6896, 38.5199, 84.6891], 0.02)
  })
  it('keeps black black: within two per cent of ink of Little CMS with black point compensation', () => {
    near(percent(rgbToInk(profile, [0, 0, 0])), [11.6335, 0.0092, 56.1593, 98.2422], 2)
    near(percent(rgbToInk(profile, [0.5, 0.3, 0.2])), [0, 50.8934, 68.3574, 53.9254], 2)
    near(rgbToInk(profile, [1, 1, 1]), [0, 0, 0, 0], 1e-4)
    near(inkToRgb(profile, [0, 0, 0, 0]), [1, 1, 1], 0.005)
  })
  it('tells what inks cannot reach', () => {
    expect(missedBy(profile, [0, 1, 0])).toBeGreaterThan(30)
    expect(missedBy(profile, [0.6, 0.5, 0.4])).toBeLessThan(4)
  })
  it('is looked through for many colours as for each', () => {
    const table = overColours(17, 4, (c) => rgbToInk(profile, c))
    const rgb = Uint8Array.of(0, 0, 0, 255, 255, 255, 128, 77, 51)
    const got = throughColours(table, 17, 4, rgb)
    near(
      [...got.subarray(0, 4)],
      percent(rgbToInk(profile, [0, 0, 0])).map((v) => v * 2.55),
      1,
    )
    near(
      [...got.subarray(8)],
      percent(rgbToInk(profile, [128 / 255, 77 / 255, 51 / 255])).map((v) => v * 2.55),
      5,
    )
  })
  it('prints neutral letters in black alone', () => {
    const inks = printInks(profile)
    expect(inks.of([0, 0, 0], true)).toEqual([0, 0, 0, 1])
    const [c, m, y, k = 0] = inks.of([0.5, 0.5, 0.5], true)
    expect([c, m, y]).toEqual([0, 0, 0])
    expect(inkToLab(profile, [0, 0, 0, k]).l).toBeCloseTo(xyzToLab(srgbToXyz([0.5, 0.5, 0.5])).l, 1)
    expect(inks.of([0, 0, 0], false)[0]).toBeGreaterThan(0.05)
  })
  it('that is damaged or for other colours is refused with the reason', () => {
    const { bytes } = profile
    expect(() => readPrintProfile(bytes.subarray(0, 60), 'x.icc')).toThrow(/none, or damaged/)
    expect(() => readPrintProfile(bytes.subarray(0, 30_000), 'x.icc')).toThrow(/cut short|lacks its table/)
    const rgb = bytes.slice()
    rgb.set(new TextEncoder().encode('RGB '), 16)
    expect(() => readPrintProfile(rgb, 'x.icc')).toThrow(/for RGB/)
  })
})
