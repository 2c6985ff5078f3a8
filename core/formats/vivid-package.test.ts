import { strToU8, unzipSync, zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { blankDesign } from '../design/blank'
import { boxAt, pictureLayer, typeLayer } from '../kinds/new'
import { licencesOf } from './licences'
import { readPackage, writePackage } from './vivid-package'

const sha = 'a'.repeat(64)
function sample() {
  const design = blankDesign('p', 'Package')
  design.layers.l = pictureLayer(
    { id: 'l', page: 'page1', plane: 'subject', order: 'a0' },
    'Named by its author',
    { sha, width: 4, height: 4 },
    boxAt(0, 0, 40, 40),
  )
  return { design, blobs: new Map([[sha, Uint8Array.of(1, 2, 3)]]) }
}

describe('.vivid packages', () => {
  it('bring back what was written, names included', () => {
    const made = sample()
    const back = readPackage(writePackage(made))
    expect(back.design).toEqual(made.design)
    expect([...back.blobs.entries()]).toEqual([...made.blobs.entries()])
  })
  it('are the same bytes for the same design', () => {
    expect(Buffer.compare(Buffer.from(writePackage(sample())), Buffer.from(writePackage(sample())))).toBe(0)
  })
  const design = strToU8(JSON.stringify(sample().design))
  it.each<[string, Uint8Array, RegExp]>([
    [
      'a path that leaves the package',
      zipSync({ '../x': strToU8('no'), 'design.json': design }),
      /unsafe path/,
    ],
    ['an absolute path', zipSync({ '/etc/x': strToU8('no'), 'design.json': design }), /unsafe path/],
    ['a missing picture', zipSync({ 'design.json': design }), /lacks a picture/],
    ['no design', zipSync({ mimetype: strToU8('x') }), /holds no design/],
    ['a damaged design', zipSync({ 'design.json': strToU8('{"version":') }), /damaged/],
    ['something else', strToU8('this is no zip'), /not a .vivid package/],
  ])('refuse %s', (_, bytes, text) => {
    expect(() => readPackage(bytes)).toThrow(text)
    expect(() => readPackage(bytes)).toThrow(/Nothing was stored/)
  })
})

describe('the licences in a package', () => {
  it('are told of every typeface: of those that come along what their files say', () => {
    const design = blankDesign('l', 'Letter')
    const own = {
      family: 'Own Hand',
      weight: 400,
      italic: false,
      source: 'a'.repeat(64),
      index: 0,
      scripts: [],
      licence: 'Free for use by the studio.',
      embedding: 'installable' as const,
    }
    design.faces.own = own
    for (const [n, family] of ['Own Hand', 'Instrument Sans', 'Lost Face'].entries())
      design.layers[`t${n}`] = typeLayer(
        { id: `t${n}`, page: 'page1', plane: 'message', parent: null, order: `a${n}` },
        'Words',
        boxAt(0, 0, 100, 40),
        { family },
      )
    const text = licencesOf(design)
    expect(text).toContain('Own Hand: brought with the design, in this package. Free for use by the studio.')
    expect(text).toContain('Instrument Sans: SIL Open Font License 1.1.')
    expect(text).toContain('Lost Face: its file was missing')
    const packed = writePackage({ design, blobs: new Map([['a'.repeat(64), new Uint8Array([1])]]) })
    expect(new TextDecoder().decode(unzipSync(packed)['licences.txt'])).toBe(text)
  })
})
