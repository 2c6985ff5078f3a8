import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { openHost, sha256 } from '@/host/project'
import { blankDesign, presetSpecs } from '../design/blank'
import { blobsOf } from '../design/sources-of'
import { writeGreyPng } from '../formats/grey-png'
import { boxAt, pictureLayer } from '../kinds/new'
import { coloursSize, MASK_TILE, type MaskOf, newMask } from '../masks/mask'
import { renderPage } from './render-page'

const SIDE = 128
const blobs = new Map<string, Uint8Array>()
const keep = (bytes: Uint8Array): string => {
  const sha = sha256(bytes)
  blobs.set(sha, bytes)
  return sha
}
const flat = async (r: number, g: number, b: number) =>
  keep(
    new Uint8Array(
      await sharp({ create: { width: SIDE, height: SIDE, channels: 4, background: { r, g, b, alpha: 1 } } })
        .png()
        .toBuffer(),
    ),
  )
const host = openHost(async (sha) => blobs.get(sha) ?? null)

/** A photo of mixed red and green over black; its mask covers 40 % on the left, all on the right. */
async function shown(change: Partial<NonNullable<MaskOf<'painted'>['cut']>>): Promise<number[][]> {
  const [spec] = presetSpecs(['square-post'])
  if (!spec) throw new Error('no preset')
  const design = blankDesign('c', 'C', [{ ...spec, width: SIDE, height: SIDE }], { colour: '#000000' })
  const grey = Uint8Array.from({ length: MASK_TILE ** 2 }, (_, n) => (n % MASK_TILE < SIDE / 2 ? 102 : 255))
  const cut = { dabs: [], colours: await flat(200, 20, 20), clean: true, ...change }
  const mask = {
    ...newMask.painted({ id: 'm', order: 'a0' }, SIDE, SIDE, 'none'),
    tiles: { '0,0': keep(writeGreyPng(grey, MASK_TILE, MASK_TILE)) },
    cut,
  }
  const where = { id: 'p', page: 'page1', plane: 'subject' as const, order: 'a0', parent: null }
  design.layers.p = {
    ...pictureLayer(
      where,
      'P',
      { sha: await flat(100, 120, 20), width: SIDE, height: SIDE },
      boxAt(0, 0, SIDE, SIDE),
    ),
    masks: { m: mask },
  }
  expect([...blobsOf(design)]).toEqual(expect.arrayContaining(cut.colours ? [cut.colours] : []))
  const page = await host.resolve(design, 'page1', spec.id)
  const { data } = await renderPage(page, 1, { left: 0, top: 0, right: SIDE, bottom: SIDE }, host)
  const at = (x: number) => [...data.slice((64 * SIDE + x) * 4, (64 * SIDE + x) * 4 + 3)]
  return [at(20), at(100)]
}

describe('the old ground in the edge of a cutout', () => {
  it('is taken out: half-covered px show the subject’s own colour, whole ones the photo’s', async () => {
    const [half, whole] = await shown({})
    // 40 % of a colour that is the subject's own but for 0.4⁴ of it.
    const own = [200, 20, 20].map((v, k) => 0.4 * (v + 0.4 ** 4 * (([100, 120, 20][k] as number) - v)))
    half?.forEach((v, k) => expect(Math.abs(v - (own[k] as number))).toBeLessThan(1.5))
    expect(whole).toEqual([100, 120, 20])
  })
  it('stays where that is switched off, or nothing is known of the subject’s colours', async () => {
    for (const change of [{ clean: false }, { colours: null }]) {
      const [half] = await shown(change)
      half?.forEach((v, k) => expect(Math.abs(v - 0.4 * ([100, 120, 20][k] as number))).toBeLessThan(1.5))
    }
  })
  it('is held as a picture of the photo’s size, halved until it is small', () => {
    expect([coloursSize(900, 700), coloursSize(4000, 3001)]).toEqual([
      { width: 900, height: 700 },
      { width: 1000, height: 751 },
    ])
  })
})
