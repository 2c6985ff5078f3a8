import { describe, expect, it } from 'vitest'
import { boxAt, pictureLayer, typeLayer } from '../kinds/new'
import { blankDesign, presetSpecs } from './blank'
import { facesNeeded, filesNeeded } from './needs'
import { setOnLayer } from './properties/set'
import { blobsOf } from './sources-of'

const at = (id: string) => ({ id, page: 'page1', plane: 'message' as const, order: `a${id}` })
const sha = (letter: string) => letter.repeat(64)
function made() {
  const d = blankDesign('n', 'N', presetSpecs(['square-post', 'wide-header']))
  for (const [id, family, weight] of [
    ['a', 'Studio', 700],
    ['b', 'Studio', 400],
    ['c', 'Lora', 400],
  ] as const)
    d.layers[id] = typeLayer(at(id), 'Kiln', boxAt(0, 0, 100, 40), { family, weight })
  for (const [id, letter] of [
    ['p', 'a'],
    ['q', 'a'],
    ['r', 'b'],
  ] as const)
    d.layers[id] = pictureLayer(
      at(id),
      `Cup ${id}`,
      { sha: sha(letter), width: 10, height: 10 },
      boxAt(0, 0, 10, 10),
    )
  return d
}

describe('what a design needs', () => {
  it('is its typefaces with the weights used, the most used first, those of channels too', () => {
    const d = made()
    setOnLayer(d, 'wide-header', 'c', 'style', { family: 'Anton', italic: true })
    expect(facesNeeded(d)).toEqual([
      {
        family: 'Studio',
        styles: [
          { weight: 400, italic: false },
          { weight: 700, italic: false },
        ],
        layers: ['a', 'b'],
      },
      { family: 'Anton', styles: [{ weight: 400, italic: true }], layers: ['c'] },
      { family: 'Lora', styles: [{ weight: 400, italic: false }], layers: ['c'] },
    ])
  })
  it('is each file once, with the layers that show it, also the pinned reference', () => {
    const d = made()
    d.reference = { source: sha('c'), name: 'Before', width: 10, height: 10 }
    expect(filesNeeded(d).map((f) => [f.sha[0], f.as, f.layers.join()])).toEqual([
      ['a', 'shown', 'p,q'],
      ['b', 'shown', 'r'],
      ['c', 'reference', ''],
    ])
  })
  it('leaves out no file that a package carries but what is painted in masks and brought as typefaces', () => {
    const d = made()
    d.reference = { source: sha('c'), name: 'Before', width: 10, height: 10 }
    expect(new Set(filesNeeded(d).map((f) => f.sha))).toEqual(blobsOf(d))
  })
})
