import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { settingsOf } from '../core/outputs/define'
import { outputOf } from '../core/outputs/list'
import { encodePicture } from '../host/encode'
import { inksFor, profileFile } from '../host/inks'
import { cmykProfile, srgbProfile } from '../host/profiles'
import { readBlob, sourceInfo, storeProfile } from './blobs'
import { forgetProfile, listProfiles, proofOf } from './print-profiles'
import { openTemporaryStore } from './temporary-store.test-data'

openTemporaryStore()
/** The general profile under a name of its own: its tables as they are. */
async function own(): Promise<Uint8Array> {
  const bytes = (await cmykProfile()).slice()
  const view = new DataView(bytes.buffer)
  for (let n = 0; n < view.getUint32(128); n++) {
    const at = 132 + 12 * n
    if (view.getUint32(at) !== 0x64657363) continue
    const where = view.getUint32(at + 4)
    // The first letters of the description, ASCII (textDescriptionType) or UTF-16 (multiLocalizedUnicodeType).
    const isWide = view.getUint32(where) === 0x6d6c7563
    const from = isWide ? where + view.getUint32(where + 24) : where + 12
    ;[...'Kiln'].forEach((c, k) => {
      bytes[from + (isWide ? 2 * k + 1 : k)] = c.charCodeAt(0)
    })
  }
  return bytes
}

const isSame = (a: Uint8Array | undefined, b: Uint8Array): boolean =>
  a !== undefined && Buffer.compare(Buffer.from(a), Buffer.from(b)) === 0

describe('profiles of the printing inks that people bring', () => {
  it('are kept by their own names for all designs, once each, and are no pictures', async () => {
    const made = await storeProfile(await own(), 'press.icc')
    expect(made.name).toMatch(/^Kiln/)
    await storeProfile(await own(), 'again.icc')
    expect(await listProfiles()).toEqual([made])
    expect(await sourceInfo([made.id])).toEqual([])
    const [there, general] = [await proofOf(made.id), await proofOf('')]
    expect(isSame(there, general)).toBe(true)
  })
  it('are refused where they are none, cut short, or of light', async () => {
    const bytes = await own()
    await expect(storeProfile(new Uint8Array(50), 'a.icc')).rejects.toThrow(/it is none, or damaged/)
    await expect(storeProfile(bytes.slice(0, 9000), 'b.icc')).rejects.toThrow(
      /“b.icc” is no colour profile that can be used/,
    )
    await expect(storeProfile(await srgbProfile(), 'c.icc')).rejects.toThrow(
      /for RGB and not for the four printing inks/,
    )
    expect(await listProfiles()).toHaveLength(1)
  })
  it('are what files in inks are written with', async () => {
    const [profile] = await listProfiles()
    const settings = settingsOf(outputOf('tiff'), { colour: 'cmyk', profile: profile?.id })
    const picture = { width: 4, height: 4, data: new Uint8ClampedArray(64).fill(180) }
    const file = await profileFile(settings, readBlob)
    const { icc, space } = await sharp(
      await encodePicture(picture, { format: 'tiff', settings, profile: file }),
    ).metadata()
    expect(space).toBe('cmyk')
    expect(isSame(icc, await own())).toBe(true)
    const inks = await inksFor(
      settingsOf(outputOf('pdf'), { colour: 'cmyk', profile: profile?.id }),
      readBlob,
    )
    expect(inks.name).toBe(profile?.name)
    expect(isSame(inks.profile, await own())).toBe(true)
    // Chosen, but for light: it counts for nothing.
    expect((await inksFor({ colour: 'srgb', profile: profile?.id ?? '' }, readBlob)).channels).toBe(3)
  })
  it('that are gone are said where they are still asked for', async () => {
    const [profile] = await listProfiles()
    await forgetProfile(profile?.id ?? '')
    expect(await listProfiles()).toEqual([])
    const settings = { colour: 'cmyk', profile: 'f'.repeat(64) }
    await expect(inksFor(settings, readBlob)).rejects.toThrow(
      /is not kept here any more\. The design is safe/,
    )
    expect(() => settingsOf(outputOf('pdf'), { profile: '../secret' })).toThrow(
      /a profile of the printing inks/,
    )
  })
})
