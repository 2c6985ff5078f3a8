import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { difference, premultiplied } from '../../render/compared.test-data'
import { fileOf } from './corpus.test-data'
import { readSvg } from './read'
import { splitSvg } from './split'

const drawn = async (svg: string) => {
  const { data } = await sharp(Buffer.from(svg)).ensureAlpha().raw().toBuffer({ resolveWithObject: true })
  return data
}
const MIXED = fileOf(
  '<defs><filter id="f"><feGaussianBlur stdDeviation="4"/></filter><clipPath id="c"><circle cx="60" cy="60" r="50"/></clipPath></defs><style>.a{fill:#c2412a}</style><g clip-path="url(#c)"><rect class="a" width="120" height="120"/><g filter="url(#f)"><rect x="20" y="20" width="50" height="30" fill="#fff"/></g><circle cx="80" cy="80" r="20" fill="#3a55c9"/></g><text x="20" y="70" font-size="30">Kiln</text><path d="M0 110H120" stroke="#000" stroke-width="6"/>',
)

describe('a file that cannot all be held', () => {
  it('comes apart into stretches that show the same over each other, the parts that must be pictures by name', async () => {
    const stretches = splitSvg(MIXED)
    expect(stretches.map((s) => s.beyond)).toEqual([null, 'a filter', null, 'text', null])
    for (const s of stretches) {
      const { beyond } = readSvg(s.svg)
      expect(beyond.length > 0).toBe(s.beyond !== null)
    }
    const whole = await drawn(MIXED)
    const over = await sharp({
      create: { width: 120, height: 120, channels: 4, background: { r: 0, g: 0, b: 0, alpha: 0 } },
    })
      .composite(stretches.map((s) => ({ input: Buffer.from(s.svg) })))
      .raw()
      .toBuffer()
    const off = difference(
      premultiplied(120, 120, new Uint8ClampedArray(whole)),
      premultiplied(120, 120, new Uint8ClampedArray(over)),
    )
    // A clip's soft edge is laid over itself where what it cuts is parted.
    expect(off.mean).toBeLessThan(0.6)
  })
  it('tells what is used from definitions, and what goes by a soft mask, for what it shows', () => {
    const dot = `data:image/png;base64,${Buffer.from('x').toString('base64')}`
    const svg = fileOf(
      `<defs><image id="i" width="9" height="9" xlink:href="${dot}"/><circle id="c" r="9"/><mask id="m"><use href="#i"/></mask><g id="loop"><use href="#loop"/></g></defs><rect width="9" height="9"/><use xlink:href="#c"/><use xlink:href="#i"/><g mask="url(#m)"><rect width="5" height="5"/></g><use href="#loop"/><rect width="3" height="3"/>`,
    )
    expect(splitSvg(svg).map((s) => s.beyond)).toEqual([null, 'a picture', 'a soft mask', null])
  })
  it('without anything of the kind is one stretch', () => {
    expect(
      splitSvg(fileOf('<g><rect width="9" height="9"/><g opacity="0.5"><circle r="9"/></g></g>')).map(
        (s) => s.beyond,
      ),
    ).toEqual([null])
  })
})
