import { existsSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { missing } from '../core/basics/errors'
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
import { writeWhole } from './files'
import { cmykProfile, srgbProfile } from './profiles'
import type { BlobReader } from './project'

/** Light as screens show it. */
export const srgbInks = async (): Promise<Inks> => ({
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
/** The profile of the printing inks that settings name; null where they name none. Throws `missing` where it is gone. */
async function ownProfile(s: Settings, read: BlobReader): Promise<Uint8Array | null> {
  if (s.colour !== 'cmyk' || typeof s.profile !== 'string' || s.profile === '') return null
  const bytes = await read(s.profile)
  if (!bytes)
    throw missing(
      'The print profile that was chosen is not kept here any more. The design is safe; choose another profile.',
    )
  return bytes
}
export async function inksFor(s: Settings, read: BlobReader): Promise<Inks> {
  if (s.colour !== 'cmyk') return srgbInks()
  const own = await ownProfile(s, read)
  return printInks(own ? readPrintProfile(own, 'CMYK') : await generalProfile())
}
/** The profile that settings name as a file of its own, as the picture library takes it; undefined where it has the right one. */
export async function profileFile(s: Settings, read: BlobReader): Promise<string | undefined> {
  const own = await ownProfile(s, read)
  if (!own) return undefined
  const file = join(tmpdir(), `vivid-profile-${s.profile}.icc`)
  if (!existsSync(file)) await writeWhole(file, own)
  return file
}
