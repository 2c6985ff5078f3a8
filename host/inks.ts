import { srgbToXyz, xyzToLab } from '../core/colour/cie'
import {
  type Cmyk,
  inkToLab,
  overColours,
  type PrintProfile,
  readPrintProfile,
  rgbToInk,
  throughColours,
} from '../core/colour/icc'
import type { Inks } from '../core/delivery/pdf/inks'
import type { Settings } from '../core/outputs/define'
import { cmykProfile, srgbProfile } from './profiles'

/** Light as screens show it. */
const srgbInks = async (): Promise<Inks> => ({
  channels: 3,
  profile: await srgbProfile(),
  name: 'sRGB',
  of: (rgb) => rgb,
  pixels: (rgb) => rgb,
})

let general: PrintProfile | null = null
/** The general profile of the four printing inks. */
export async function generalProfile(): Promise<PrintProfile> {
  general ??= readPrintProfile(await cmykProfile(), 'CMYK')
  return general
}
/** Steps of the table that pictures are separated by. */
const STEPS = 33
/** The four printing inks; neutral letters and lines are black ink alone, so that they stay sharp where plates shift. */
export function printInks(profile: PrintProfile): Inks {
  let table: Float32Array | null = null
  return {
    channels: 4,
    profile: profile.bytes,
    name: profile.name,
    of: (rgb, pure) => (pure && isNeutral(rgb) ? blackAlone(profile, rgb) : rgbToInk(profile, rgb)),
    pixels(rgb) {
      table ??= overColours(STEPS, 4, (c) => rgbToInk(profile, c))
      return throughColours(table, STEPS, 4, rgb)
    },
  }
}
const isNeutral = ([r, g, b]: readonly [number, number, number]): boolean => r === g && g === b
/** As much black as is as light as a grey. */
function blackAlone(profile: PrintProfile, rgb: readonly [number, number, number]): Cmyk {
  if (rgb[0] < DARK) return [0, 0, 0, 1]
  const { l } = xyzToLab(srgbToXyz(rgb))
  let [low, high] = [0, 1]
  for (let n = 0; n < 16; n++) {
    const k = (low + high) / 2
    if (inkToLab(profile, [0, 0, 0, k]).l > l) low = k
    else high = k
  }
  return [0, 0, 0, (low + high) / 2]
}
/** What is darker is meant as black. */
const DARK = 0.15
export const inksFor = async (s: Settings): Promise<Inks> =>
  s.colour === 'cmyk' ? printInks(await generalProfile()) : srgbInks()
