import sharp, { type Sharp } from 'sharp'
import { describe, expect, it } from 'vitest'
import { decodePicture, lightGrid, sniff } from './pictures'

const red = { r: 200, g: 30, b: 30 }
const plain = (width: number, height: number, background: object = red) =>
  sharp({ create: { width, height, channels: 3, background } as never })
const bytes = async (image: Sharp) => new Uint8Array(await image.toBuffer())

describe('what a file is', () => {
  it('is told by its first bytes, whatever its name says', async () => {
    const made = {
      png: await bytes(plain(4, 4).png()),
      jpeg: await bytes(plain(4, 4).jpeg()),
      webp: await bytes(plain(4, 4).webp()),
      avif: await bytes(plain(4, 4).avif()),
      gif: await bytes(plain(4, 4).gif()),
      tiff: await bytes(plain(4, 4).tiff()),
    }
    for (const [format, file] of Object.entries(made))
      expect(sniff(file, 'misnamed.txt')).toMatchObject({ kind: 'picture', format })
    expect(
      sniff(
        new TextEncoder().encode('<?xml version="1.0"?>\n<svg xmlns="http://www.w3.org/2000/svg"/>'),
        'a',
      ),
    ).toMatchObject({
      kind: 'graphic',
    })
  })
  it('says of PDF what to do', () => {
    expect(() => sniff(new TextEncoder().encode('%PDF-1.7\n'), 'a.pdf')).toThrow(/its pages are chosen/)
  })
  it('is refused, with what to do, where it is none of them', () => {
    for (const content of ['hello', '<html></html>', ''])
      expect(() => sniff(new TextEncoder().encode(content), 'note.png')).toThrow(
        /note\.png.*Nothing was stored.*save it as one of these/s,
      )
  })
})

describe('decoding', () => {
  it('turns a photo upright by its EXIF orientation (6: a quarter turn clockwise)', async () => {
    const file = await bytes(plain(60, 40).jpeg().withMetadata({ orientation: 6 }))
    expect(await decodePicture(file, 'turned.jpg')).toMatchObject({ width: 40, height: 60, opaque: true })
  })
  it('keeps 16-bit PNG and TIFF in their depth, little endian, and takes what 8 bits can say in 8', async () => {
    const ramp = Uint16Array.from({ length: 16 * 4 * 3 }, (_, n) => n * 301)
    const raw = { raw: { width: 16, height: 4, channels: 3 as const } }
    for (const format of ['png', 'tiff'] as const) {
      const picture = await decodePicture(
        await bytes(
          sharp(ramp, raw)
            .toColourspace('rgb16')
            .toFormat(format, { compression: format === 'tiff' ? 'deflate' : undefined } as never),
        ),
        'x',
      )
      expect(picture).toMatchObject({ width: 16, height: 4, deep: true, opaque: true })
      const values = new Uint16Array(picture.data.slice().buffer)
      expect([...values.slice(0, 4), ...values.slice(4, 8)]).toEqual([
        0, 301, 602, 65535, 903, 1204, 1505, 65535,
      ])
    }
    const same = await decodePicture(
      await bytes(
        sharp(
          ramp.map((v) => (v >> 8) * 257),
          raw,
        )
          .toColourspace('rgb16')
          .png(),
      ),
      'x',
    )
    expect(same).toMatchObject({ deep: false })
    expect([...same.data.slice(0, 4)]).toEqual([0, 301 >> 8, 602 >> 8, 255])
  })
  it('brings grey and CMYK to 8-bit sRGB', async () => {
    const deep = await bytes(plain(8, 8).png())
    const grey = await bytes(plain(8, 8, { r: 128, g: 128, b: 128 }).toColourspace('b-w').png())
    const cmyk = await bytes(plain(8, 8).toColourspace('cmyk').jpeg({ quality: 100 }))
    for (const file of [deep, grey, cmyk]) {
      const picture = await decodePicture(file, 'x')
      expect(picture.data).toHaveLength(8 * 8 * 4)
      expect(picture.opaque).toBe(true)
    }
    expect([...(await decodePicture(deep, 'x')).data.slice(0, 4)]).toEqual([200, 30, 30, 255])
    expect([...(await decodePicture(grey, 'x')).data.slice(0, 4)]).toEqual([128, 128, 128, 255])
  })
  it('brings wide colours to sRGB by the profile that a file holds, in 8 and in 16 bits, see-through or not', async () => {
    const pixels = Buffer.from([200, 30, 30, 40, 160, 90, 128, 128, 128, 250, 240, 60])
    const image = () => sharp(pixels, { raw: { width: 4, height: 1, channels: 3 } }).withIccProfile('p3')
    const files = [
      await bytes(image().png()),
      await bytes(image().tiff({ compression: 'deflate' })),
      await bytes(image().toColourspace('rgb16').png()),
      await bytes(
        sharp(pixels, { raw: { width: 4, height: 1, channels: 3 } })
          .withIccProfile('srgb')
          .toColourspace('rgb16')
          .png(),
      ),
      await bytes(image().ensureAlpha().png()),
    ]
    for (const file of files) expect((await sharp(file).metadata()).icc).toBeDefined()
    for (const file of files) {
      const { data, deep } = await decodePicture(file, 'wide')
      const rgb = [...data].map((_, n) => (deep ? (data[2 * n + 1] ?? 0) : (data[n] ?? 0)))
      for (let n = 0; n < 4; n++)
        for (let k = 0; k < 3; k++)
          expect(Math.abs((rgb[4 * n + k] as number) - (pixels[3 * n + k] as number))).toBeLessThanOrEqual(2)
    }
  })
  it('keeps transparency straight, not multiplied in', async () => {
    const file = await bytes(
      sharp({ create: { width: 2, height: 2, channels: 4, background: { ...red, alpha: 0.5 } } }).png(),
    )
    const { data, opaque } = await decodePicture(file, 'x')
    expect(opaque).toBe(false)
    expect([...data.slice(0, 4)]).toEqual([200, 30, 30, 128])
  })
  it('takes the first frame of a moving GIF', async () => {
    const frames = Buffer.concat([Buffer.alloc(4 * 4 * 3, 10), Buffer.alloc(4 * 4 * 3, 240)])
    const file = await bytes(
      sharp(frames, { raw: { width: 4, height: 8, channels: 3, pageHeight: 4 } as never }).gif({
        delay: [100, 100],
      }),
    )
    const picture = await decodePicture(file, 'moving.gif')
    expect([picture.width, picture.height]).toEqual([4, 4])
    expect(picture.data[0]).toBeLessThan(30)
  })
  it('says of a damaged file that it is damaged and that nothing was stored', async () => {
    const whole = await bytes(plain(200, 200).png({ compressionLevel: 0 }))
    await expect(decodePicture(whole.slice(0, whole.length / 2), 'half.png')).rejects.toThrow(
      /half\.png.*damaged.*Nothing was stored/s,
    )
    await expect(decodePicture(whole.slice(0, 20), 'head.png')).rejects.toThrow(/damaged/)
  })
  it('refuses a header of 40 000 × 40 000 px before any pixel is read', async () => {
    const file = await bytes(plain(4, 4).png())
    const view = new DataView(file.buffer, file.byteOffset)
    view.setUint32(16, 40_000)
    view.setUint32(20, 40_000)
    await expect(decodePicture(file, 'huge.png')).rejects.toThrow(/40,000 × 40,000|damaged/)
  })
})

describe('the lightness map', () => {
  it('is luma by ITU-R BT.709 weights and coverage, cell by cell', () => {
    const data = new Uint8Array(32 * 16 * 4)
    for (let n = 0; n < 32 * 16; n++) data.set(n % 32 < 16 ? [255, 0, 0, 255] : [0, 255, 0, 51], n * 4)
    const grid = lightGrid({ width: 32, height: 16, opaque: false, deep: false, data })
    expect([grid.columns, grid.rows]).toEqual([16, 16])
    expect(grid.light[0]).toBeCloseTo(0.213, 3)
    expect(grid.light[15]).toBeCloseTo(0.715, 3)
    expect(grid.alpha[0]).toBe(1)
    expect(grid.alpha[15]).toBeCloseTo(0.2, 3)
  })
  it('of something see-through is neutral there', () => {
    const grid = lightGrid({ width: 2, height: 2, opaque: false, deep: false, data: new Uint8Array(16) })
    expect([...(grid.light as number[])]).toEqual([0.5, 0.5, 0.5, 0.5])
  })
})
