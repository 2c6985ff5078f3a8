import { decode as decodePng } from 'fast-png'
import jpegDecoder from 'jpeg-js'
import sharp from 'sharp'
import UTIF from 'utif2'
import { describe, expect, it } from 'vitest'
import { blankDesign, presetSpecs } from '../core/design/blank'
import { addLayers } from '../core/design/commands'
import { record } from '../core/design/edits'
import { boxAt, shapeLayer } from '../core/kinds/new'
import { settingsOf } from '../core/outputs/define'
import { outputForFile, outputOf, PICTURE_IDS, type PictureOutputId } from '../core/outputs/list'
import { renderPage } from '../core/render/render-page'
import { encodePicture } from './encode'
import { encodeWithin, likenessOf } from './fit'
import { decodePicture } from './pictures'
import { srgbProfile } from './profiles'
import { openHost } from './project'

const encoded = (picture: Pixels, format: PictureOutputId, settings: object = {}, more: object = {}) =>
  encodePicture(picture, { format, settings: settingsOf(outputOf(format), { ...settings }), ...more })
type Pixels = { width: number; height: number; data: Uint8ClampedArray<ArrayBuffer> }
const painted = (width: number, height: number, at: (x: number, y: number) => readonly number[]): Pixels => {
  const data = new Uint8ClampedArray(width * height * 4)
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) data.set(at(x, y), (y * width + x) * 4)
  return { width, height, data }
}
const seeThrough = painted(10, 6, (x) => [10, 120, 240, x % 2 ? 128 : 255])
/** Soft light with some grain, as in a photo. */
const photo = painted(256, 192, (x, y) => {
  const grain = ((x * 7919 + y * 104729) % 23) - 11
  const light = 128 + 90 * Math.sin(x / 37) * Math.cos(y / 29) + grain
  return [light, light * 0.8, 255 - light, 255]
})
const isNear = (a: ArrayLike<number>, b: ArrayLike<number>, by: number): boolean =>
  Array.from(a).every((v, n) => Math.abs(v - (b[n] as number)) <= by)

describe('a file', () => {
  it('as PNG loses no bit, transparency included, read by another decoder', async () => {
    const file = decodePng(await encoded(seeThrough, 'png'))
    expect([file.width, file.height, file.channels]).toEqual([10, 6, 4])
    expect(new Uint8ClampedArray(file.data)).toEqual(seeThrough.data)
  })
  it('of fewer colours has no more than that', async () => {
    const file = await encoded(photo, 'png', { colours: '16', dither: 100 })
    const { data, info } = await sharp(file).removeAlpha().raw().toBuffer({ resolveWithObject: true })
    const colours = new Set(
      Array.from({ length: info.width * info.height }, (_, n) => data.subarray(n * 3, n * 3 + 3).join()),
    )
    expect(colours.size).toBeLessThanOrEqual(16)
    expect(file.length).toBeLessThan((await encoded(photo, 'png')).length / 2)
  })
  it('as JPEG lies on its ground, read by another decoder', async () => {
    const clear = painted(16, 16, () => [0, 0, 0, 0])
    const file = jpegDecoder.decode(await encoded(clear, 'jpeg', { quality: 95 }, { ground: '#00ff00' }))
    expect(isNear(file.data.subarray(0, 3), [0, 255, 0], 3)).toBe(true)
  })
  it('as JPEG keeps colour at every px only where that is said (4:4:4)', async () => {
    const stripes = painted(32, 32, (x) => (x % 2 ? [255, 0, 0, 255] : [0, 0, 255, 255]))
    const off = async (subsampling: string) => {
      const { data } = jpegDecoder.decode(await encoded(stripes, 'jpeg', { quality: 95, subsampling }))
      return Math.max(...Array.from(stripes.data, (v, n) => Math.abs(v - (data[n] as number))))
    }
    expect(await off('full')).toBeLessThan(25)
    expect(await off('half')).toBeGreaterThan(60)
  })
  it('as TIFF loses no bit in any compression, read by another decoder', async () => {
    for (const compression of ['deflate', 'lzw', 'none']) {
      const file = await encoded(seeThrough, 'tiff', { compression })
      const [image] = UTIF.decode(file.buffer)
      if (!image) throw new Error('no image in the TIFF')
      UTIF.decodeImage(file.buffer, image)
      expect([image.width, image.height]).toEqual([10, 6])
      expect(new Uint8ClampedArray(UTIF.toRGBA8(image))).toEqual(seeThrough.data)
    }
  })
  it('as TIFF in the printing inks has four of them and their profile', async () => {
    const inks = await sharp(await encoded(photo, 'tiff', { colour: 'cmyk' })).metadata()
    expect([inks.space, inks.channels, inks.hasProfile]).toEqual(['cmyk', 4, true])
    // “scnr”, “prtr” …: the class, and “CMYK”: the space, of an ICC profile's header (ICC.1:2022, 7.2).
    expect(inks.icc?.subarray(16, 20).toString()).toBe('CMYK')
  })
  it('of the formats that can lose nothing does lose nothing', async () => {
    for (const format of ['webp', 'avif'] as const) {
      const file = await encoded(photo, format, { lossless: true })
      const { data } = await sharp(file).ensureAlpha().raw().toBuffer({ resolveWithObject: true })
      expect(`${format} ${isNear(data, photo.data, format === 'avif' ? 1 : 0)}`).toBe(`${format} true`)
    }
  })
  it('carries the sRGB profile in every format', async () => {
    for (const format of PICTURE_IDS) {
      const { icc } = await sharp(await encoded(photo, format)).metadata()
      expect(`${format} ${icc?.subarray(16, 20).toString()}`).toBe(`${format} RGB `)
    }
  })
  it('carries the density of print channels: 300 ppi are 11 811 px a metre (pHYs, PNG 3 §11.3.4.3)', async () => {
    const file = await encoded(seeThrough, 'png', {}, { ppi: 300 })
    const at = Buffer.from(file).indexOf('pHYs')
    expect(new DataView(file.buffer, file.byteOffset).getUint32(at + 4)).toBe(11_811)
  })
  it('goes by its ending, which says which there are', () => {
    expect(['a.png', 'B.JPG', 'c.jpeg', 'd.tif', 'e.webp'].map(outputForFile)).toEqual([
      'png',
      'jpeg',
      'jpeg',
      'tiff',
      'webp',
    ])
    expect(() => outputForFile('a.bmp')).toThrow(/must end in \.png, \.jpg, \.jpeg.* or \.tiff\./)
  })
  it('is not made with what its format does not take', () => {
    expect(() => settingsOf(outputOf('jpeg'), { quality: 400 })).toThrow(
      /“Quality” of JPEG takes a number from 1 to 100/,
    )
    expect(() => settingsOf(outputOf('png'), { colours: '7' })).toThrow(/takes one of all, 256/)
    expect(settingsOf(outputOf('png'), { more: 1 })).toMatchObject({ colours: 'all', dither: 80 })
  })
})

describe('within a weight', () => {
  const within = (
    format: PictureOutputId,
    kb: number | null,
    settings: object = {},
    floor = 0,
    smaller = false,
  ) =>
    encodeWithin(
      photo,
      { format, settings: settingsOf(outputOf(format), { ...settings }) },
      { mostKb: kb, floor, smaller },
    )
  it('a file is as good as it may be, in at most eight tries, and says what it cost', async () => {
    for (const format of ['jpeg', 'webp', 'avif'] as const) {
      const whole = await within(format, null, { quality: 95 })
      const most = Math.floor((whole.bytes.length * 0.6) / 1024)
      const made = await within(format, most, { quality: 95 })
      expect(made.bytes.length).toBeLessThanOrEqual(most * 1024)
      expect(made.encodes).toBeLessThanOrEqual(8)
      expect(made.message).toMatch(/^Fitted: quality \d+ instead of 95, [\d.]+ % like the original\.$/)
      // One step better is too heavy.
      const better = await encoded(photo, format, { quality: Number(made.settings.quality) + 1 })
      expect(better.length).toBeGreaterThan(most * 1024)
    }
  })
  it('a PNG gives colours for it', async () => {
    const whole = await within('png', null)
    const made = await within('png', Math.floor(whole.bytes.length / 2 / 1024))
    expect(made.settings.colours).not.toBe('all')
    expect(made.bytes.length).toBeLessThanOrEqual(whole.bytes.length / 2)
  })
  it('what is light enough stays as it was asked for', async () => {
    const made = await within('jpeg', 500)
    expect(made.bytes).toEqual(await encoded(photo, 'jpeg'))
    expect(made.message).toBeUndefined()
  })
  it('what cannot be so light is said, and is the lightest there is', async () => {
    const made = await within('jpeg', 1)
    expect(made.message).toMatch(/more than the 1 KB that are wanted\. That is as light as it gets/)
    expect(made.settings.quality).toBe(30)
    expect((await within('tiff', 1)).message).toMatch(/choose another format/)
    expect((await within('webp', 1, { lossless: true })).message).toMatch(/choose another format/)
  })
  it('what cannot be so light has fewer pixels where it may, at the quality it has, in a few tries', async () => {
    const lightest = await within('jpeg', 1)
    const most = (lightest.bytes.length * 0.7) / 1024
    const made = await within('jpeg', most, {}, 0, true)
    expect(made.bytes.length).toBeLessThanOrEqual(most * 1024)
    expect(made.bytes.length).toBeGreaterThan(most * 1024 * 0.7)
    const { width, height } = await sharp(made.bytes).metadata()
    expect([width, height]).toEqual([made.picture.width, made.picture.height])
    expect((width ?? 0) / (height ?? 1)).toBeCloseTo(photo.width / photo.height, 1)
    expect(made.message).toBe(
      `Fitted: ${width} × ${height} px instead of ${photo.width} × ${photo.height}, as nothing else was light enough.`,
    )
    // A TIFF has no dial: it is light by its size alone.
    const tiff = await within('tiff', 20, {}, 0, true)
    expect(tiff.bytes.length).toBeLessThanOrEqual(20 * 1024)
    // No picture is so small that it fits into nothing.
    expect((await within('tiff', 1, {}, 0, true)).picture).toBe(photo)
  })
  it('no file is less like the original than a person allows', async () => {
    const free = await within('jpeg', 6)
    const asked = await within('jpeg', null)
    // Somewhere between what the weight alone would give and what was asked for.
    const floor = ((free.likeness ?? 1) + (asked.likeness ?? 1)) / 2
    const held = await within('jpeg', 6, {}, floor)
    expect(free.likeness).toBeLessThan(floor)
    expect(held.likeness).toBeGreaterThanOrEqual(floor)
    expect(Number(held.settings.quality)).toBeLessThan(88)
    expect(held.message).toMatch(/Lighter would be less like the original than wanted/)
  })
  it('likeness rises with quality, and is 1 for what lost nothing', async () => {
    const like = async (quality: number) => likenessOf(photo, await encoded(photo, 'jpeg', { quality }))
    const [low, high] = [await like(30), await like(90)]
    expect(low).toBeLessThan(high)
    expect(await likenessOf(photo, await encoded(photo, 'png'))).toBeCloseTo(1, 6)
    const loses = (format: PictureOutputId, settings: object = {}) =>
      outputOf(format).loses(settingsOf(outputOf(format), { ...settings }))
    expect([loses('png'), loses('png', { colours: '64' }), loses('jpeg')]).toEqual([false, true, true])
    expect([loses('webp', { lossless: true }), loses('tiff', { colour: 'cmyk' })]).toEqual([false, true])
  })
})

describe('16 bits a channel', () => {
  const deep = Uint16Array.from([
    51400, 7710, 7711, 65535, 10280, 41121, 23131, 65535, 32897, 32000, 33000, 30000, 0, 0, 0, 0,
  ])
  const picture = { width: 4, height: 1, data: Uint8ClampedArray.from(deep, (v) => v >> 8), deep }
  it('are written as they are, in PNG and TIFF, and told to be sRGB', async () => {
    const png = await encodePicture(picture, {
      format: 'png',
      settings: { colours: 'all', depth: '16', dither: 0 },
    })
    expect([...(decodePng(png).data as Uint16Array)]).toEqual([...deep])
    // What the file says of itself.
    const chunks = new Map<string, Uint8Array>()
    for (let at = 8; at < png.length; ) {
      const length = new DataView(png.buffer, png.byteOffset + at).getUint32(0)
      chunks.set(String.fromCharCode(...png.subarray(at + 4, at + 8)), png.subarray(at + 8, at + 8 + length))
      at += 12 + length
    }
    expect([...(chunks.get('IHDR')?.subarray(8, 10) ?? [])]).toEqual([16, 6])
    expect([...(chunks.get('sRGB') ?? [])]).toEqual([0])
    const tiff = await encodePicture(picture, {
      format: 'tiff',
      settings: { colour: 'srgb', depth: '16', compression: 'none' },
    })
    const [page] = UTIF.decode(tiff.slice().buffer)
    expect(page?.t258).toEqual([16, 16, 16, 16])
    expect((page?.t34675 as number[] | undefined)?.length).toBe((await srgbProfile()).length)
    for (const [file, name] of [
      [png, 'png'],
      [tiff, 'tiff'],
    ] as const) {
      const back = await decodePicture(file, name)
      expect(back.deep, name).toBe(true)
      const words = new Uint16Array(back.data.slice().buffer)
      // The library goes by way of the profile that it finds: one level of 8 bits is 257.
      for (const [n, v] of [...deep].entries())
        if (n < 12) expect(Math.abs((words[n] as number) - v), `${name} ${n}`).toBeLessThan(80)
    }
  })
  it('say more than 8 bits where a design has more', async () => {
    const host = openHost(async () => null)
    const design = blankDesign('d', 'Fade', presetSpecs(['square-post']))
    const { design: faded } = record(design, (d) =>
      addLayers(d, [
        shapeLayer(
          { id: 'a', page: 'page1', plane: 'setting', parent: null, order: 'a' },
          'Fade',
          'rectangle',
          boxAt(0, 0, 1080, 1080),
          {
            kind: 'linear',
            angleDegrees: 0,
            stops: { a: { offset: 0, colour: '#404040' }, b: { offset: 1, colour: '#484848' } },
          },
        ),
      ]),
    )
    const page = await host.resolve(faded, 'page1', faded.master)
    const { deep: words, data } = await renderPage(
      page,
      1,
      { left: 0, top: 0, right: 1080, bottom: 8 },
      host,
      { deep: true },
    )
    const reds = new Set([...Array(1080)].map((_, x) => words?.[4 * x]))
    expect(reds.size).toBeGreaterThan(500)
    expect(new Set([...Array(1080)].map((_, x) => data[4 * x])).size).toBeLessThanOrEqual(9)
  })
})
