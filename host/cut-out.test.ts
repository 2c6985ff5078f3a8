import { readFileSync } from 'node:fs'
import sharp from 'sharp'
import { describe, expect, it, vi } from 'vitest'
import { study } from '../core/cutout/study'
import { MASK_TILE } from '../core/masks/mask'
import { believedPicture, cutAhead, cutOutPicture, studyPicture, tilesOfAlpha } from './cut-out'

/** A dark disc on a pale ground, as PNG. */
const photo = async (side: number, x = 0.5) =>
  new Uint8Array(
    await sharp(
      Buffer.from(
        `<svg xmlns="http://www.w3.org/2000/svg" width="${side}" height="${side}"><rect width="100%" height="100%" fill="#ded6c6"/><circle cx="${side * x}" cy="${side / 2}" r="${side * 0.25}" fill="#2b4a7a"/></svg>`,
      ),
    )
      .png()
      .toBuffer(),
  )

describe('tiles of a coverage', () => {
  const [width, height] = [MASK_TILE * 2 + 40, MASK_TILE + 30]
  it('are full, left out or PNGs that give the coverage back, as sharp reads them', async () => {
    const alpha = Uint8Array.from({ length: width * height }, (_, n) => {
      const [x, y] = [n % width, Math.floor(n / width)]
      if (x < MASK_TILE) return 255
      return x < 2 * MASK_TILE ? (x + y) & 255 : 0
    })
    const tiles = tilesOfAlpha(alpha, width, height)
    // The last column covers nothing; what lies beyond the border of a full tile is not asked.
    expect(Object.keys(tiles).sort()).toEqual(['0,0', '0,1', '1,0', '1,1'])
    expect([tiles['0,0'], tiles['0,1']]).toEqual(['full', 'full'])
    for (const row of [0, 1]) {
      const { data, info } = await sharp(tiles[`1,${row}`] as Uint8Array)
        .raw()
        .toBuffer({ resolveWithObject: true })
      expect([info.width, info.height]).toEqual([MASK_TILE, MASK_TILE])
      for (let y = 0; y < MASK_TILE; y++)
        for (let x = 0; x < MASK_TILE; x++) {
          const v = row * MASK_TILE + y
          expect(
            data[(y * MASK_TILE + x) * info.channels] === (v < height ? alpha[v * width + MASK_TILE + x] : 0),
          ).toBe(true)
        }
    }
  })
})

describe('the shipped stack of bowls', () => {
  it('keeps its insides and lets go of the table, the leaves before it and the pots behind it', async () => {
    const bytes = new Uint8Array(readFileSync('supplies/generated/photos/stacked-bowls.jpg'))
    const studied = await studyPicture('bowls', async () => bytes)
    if (!studied) throw new Error('there is no picture')
    const { width, tiles } = await cutOutPicture(studied, [], () => undefined)
    /** What is kept at a point, 0–255; points are px of a picture 500 px wide. */
    const at = async (x: number, y: number): Promise<number> => {
      const [px, py] = [Math.round((x * width) / 500), Math.round((y * width) / 500)]
      const tile = tiles[`${Math.floor(px / MASK_TILE)},${Math.floor(py / MASK_TILE)}`]
      if (!tile || tile === 'full') return tile ? 255 : 0
      const { data, info } = await sharp(tile).raw().toBuffer({ resolveWithObject: true })
      return data[((py % MASK_TILE) * MASK_TILE + (px % MASK_TILE)) * info.channels] as number
    }
    const inside = [
      [410, 240],
      [90, 240],
      [420, 305],
      [75, 300],
      [430, 360],
      [80, 365],
      [425, 425],
      [70, 420],
    ]
    const own = [
      [250, 180],
      [250, 230],
      [250, 290],
      [250, 360],
      [250, 430],
      [250, 520],
      [240, 575],
    ]
    const others = [
      [450, 565],
      [380, 575],
      [470, 500],
      [380, 640],
      [100, 560],
      [250, 660],
      [490, 250],
      [20, 400],
      [480, 420],
      [250, 80],
    ]
    for (const [x = 0, y = 0] of [...inside, ...own])
      expect(await at(x, y), `${x}, ${y}`).toBeGreaterThan(200)
    for (const [x = 0, y = 0] of others) expect(await at(x, y), `${x}, ${y}`).toBeLessThan(20)
  })
})

describe('a picture that is cut out again and again', () => {
  it('is read and looked at once, whatever is cut ahead', async () => {
    const [one, other] = [await photo(300), await photo(280, 0.45)]
    const read = vi.fn(async (sha: string) => {
      if (sha === 'one') return one
      if (sha === 'other') return other
      return null
    })
    expect(await cutAhead('one', read)).toBe(true)
    const studied = await studyPicture('one', read)
    expect(read).toHaveBeenCalledTimes(1)
    expect(await studyPicture('one', read)).toBe(studied)
    expect(await studyPicture('other', read)).not.toBe(studied)
    expect(await cutAhead('gone', read)).toBe(false)
    expect(await studyPicture('gone', read)).toBeNull()
  })
  it('is cut as one that was not looked at before, with dabs and without', async () => {
    const bytes = await photo(300)
    await cutAhead('ahead', async () => bytes)
    const kept = await studyPicture('ahead', async () => null)
    const fresh = kept && study(kept.chain[0] as (typeof kept.chain)[0])
    if (!kept || !fresh) throw new Error('It was kept.')
    for (const dabs of [[], [{ x: 0.1, y: 0.1, radius: 0.02, keep: true }], []]) {
      const [a, b] = [await cutOutPicture(kept, dabs, () => {}), await cutOutPicture(fresh, dabs, () => {})]
      expect(a.tiles).toEqual(b.tiles)
      expect(Object.keys(a.tiles).length).toBeGreaterThan(0)
    }
  })
  it('is refused where it is too small', async () => {
    const bytes = await sharp({ create: { width: 4, height: 90, channels: 3, background: '#888' } })
      .png()
      .toBuffer()
    await expect(studyPicture('small', async () => new Uint8Array(bytes))).rejects.toThrow(
      /too small to cut anything out/,
    )
  })
})

describe('what a cut is likely to keep', () => {
  it('is seen long before it is made: a small picture that veils the ground alone', async () => {
    const veil = await believedPicture(await photo(1200), [])
    const { data, info } = await sharp(veil).raw().toBuffer({ resolveWithObject: true })
    expect(Math.max(info.width, info.height)).toBe(256)
    const alphaAt = (x: number, y: number) =>
      data[(Math.round(y * 255) * info.width + Math.round(x * 255)) * 4 + 3]
    expect(alphaAt(0.5, 0.5)).toBe(0)
    expect(alphaAt(0.06, 0.06)).toBeGreaterThan(120)
    expect(alphaAt(0.94, 0.9)).toBeGreaterThan(120)
  })
  it('follows what a person says of it', async () => {
    const drop = [{ x: 0.5, y: 0.5, radius: 0.1, keep: false }]
    const { data, info } = await sharp(await believedPicture(await photo(600), drop))
      .raw()
      .toBuffer({ resolveWithObject: true })
    expect(data[(128 * info.width + 128) * 4 + 3]).toBeGreaterThan(60)
  })
})
