import { strToU8, zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { blankDesign } from '../design/blank'
import { boxAt, pictureLayer } from '../kinds/new'
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
