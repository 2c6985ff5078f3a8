import fc from 'fast-check'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { readGreyPng, writeGreyPng } from './grey-png'

const picture = fc
  .tuple(fc.integer({ min: 1, max: 40 }), fc.integer({ min: 1, max: 40 }))
  .chain(([width, height]) =>
    fc.record({
      width: fc.constant(width),
      height: fc.constant(height),
      grey: fc.uint8Array({ minLength: width * height, maxLength: width * height }),
    }),
  )

describe('grey PNG', () => {
  it('is read by libvips as it was written', async () => {
    await fc.assert(
      fc.asyncProperty(picture, async ({ width, height, grey }) => {
        const { data, info } = await sharp(writeGreyPng(grey, width, height))
          .toColourspace('b-w')
          .raw()
          .toBuffer({ resolveWithObject: true })
        expect([info.width, info.height, info.channels]).toEqual([width, height, 1])
        expect([...data]).toEqual([...grey])
      }),
      { numRuns: 25, endOnFailure: true },
    )
  })
  it('written by libvips with any filter is read the same', async () => {
    await fc.assert(
      fc.asyncProperty(picture, fc.boolean(), async ({ width, height, grey }, adaptiveFiltering) => {
        const png = await sharp(Buffer.from(grey), { raw: { width, height, channels: 1 } })
          .toColourspace('b-w')
          .png({ adaptiveFiltering, palette: false })
          .toBuffer()
        expect([...readGreyPng(new Uint8Array(png)).grey]).toEqual([...grey])
      }),
      { numRuns: 25, endOnFailure: true },
    )
  })
  it('that is damaged anywhere, cut short or of another kind is refused with what to do', async () => {
    const good = writeGreyPng(new Uint8Array(64).fill(7), 8, 8)
    for (const at of [0, 12, 20, 30, 45, good.length - 5]) {
      const bad = good.slice()
      bad[at] = (bad[at] as number) ^ 0x41
      expect(() => readGreyPng(bad)).toThrow(/undo, or paint the mask anew/)
    }
    expect(() => readGreyPng(good.slice(0, 40))).toThrow(/damaged/)
    const colour = new Uint8Array(
      await sharp({ create: { width: 4, height: 4, channels: 3, background: '#123456' } })
        .png()
        .toBuffer(),
    )
    expect(() => readGreyPng(colour)).toThrow(/damaged/)
  })
})
