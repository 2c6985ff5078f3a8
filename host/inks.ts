import sharp from 'sharp'
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
import type { Inks } from '../core/formats/pdf/inks'
import type { Settings } from '../core/outputs/define'

let srgb: Uint8Array | null = null
const grey = sharp({ create: { width: 1, height: 1, channels: 3, background: '#808080' } })
/** Light as screens show it. */
async function srgbInks(): Promise<Inks> {
  if (!srgb) {
    const png = await grey.clone().withIccProfile('srgb').png().toBuffer()
    srgb = new Uint8Array((await sharp(png).metadata()).icc as Buffer)
  }
  return { channels: 3, profile: srgb, name: 'sRGB', of: (rgb) => rgb, pixels: (rgb) => rgb }
}

let general: PrintProfile | null = null
/** The general profile of the four printing inks that comes with the picture library; it is in the public domain. */
export async function generalProfile(): Promise<PrintProfile> {
  if (!general) {
    const tiff = await grey.clone().toColourspace('cmyk').withIccProfile('cmyk').tiff().toBuffer()
    general = readPrintProfile(new Uint8Array((await sharp(tiff).metadata()).icc as Buffer), 'CMYK')
  }
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
