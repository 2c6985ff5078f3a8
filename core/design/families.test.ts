import { describe, expect, it } from 'vitest'
import { boxAt, typeLayer } from '../kinds/new'
import type { OwnFace } from '../type/own-face'
import { blankDesign, presetSpecs } from './blank'
import { bringFaces, replaceFamily, usesOf } from './families'
import { setOnLayer } from './properties/set'
import { blobsOf } from './sources-of'

const face = (family: string, weight: number, letter: string): OwnFace => ({
  family,
  weight,
  italic: false,
  source: letter.repeat(64),
  index: 0,
  scripts: ['latin'],
  licence: '',
  embedding: 'installable',
})
function set() {
  const d = blankDesign('f', 'F', presetSpecs(['square-post', 'wide-header']))
  for (const [id, family] of [
    ['a', 'Studio'],
    ['b', 'Studio'],
    ['c', 'Lora'],
  ] as const)
    d.layers[id] = typeLayer(
      { id, page: 'page1', plane: 'message', order: `a${id}` },
      'Kiln',
      boxAt(0, 0, 100, 40),
      { family },
    )
  setOnLayer(d, 'wide-header', 'c', 'style', { family: 'Studio', size: 30 })
  return d
}
const familyOf = (d: ReturnType<typeof set>, id: string) => {
  const l = d.layers[id]
  return l?.kind === 'type' ? l.style.family : null
}

describe('a typeface that another takes the place of', () => {
  it('is replaced wherever it is used, on channels that have it of their own too, and nothing else changes', () => {
    const d = set()
    expect(usesOf(d, 'Studio')).toBe(2)
    replaceFamily(d, 'Studio', 'Karla')
    expect(['a', 'b', 'c'].map((id) => familyOf(d, id))).toEqual(['Karla', 'Karla', 'Lora'])
    expect(Object.values(d.changes).map((c) => c.value)).toEqual([{ family: 'Karla', size: 30 }])
    expect(usesOf(d, 'Studio')).toBe(0)
  })
})

describe('faces that a design brings along', () => {
  it('are those of the family alone, once each, and their files are files of the design', () => {
    const d = set()
    const faces = [face('Studio', 400, 'a'), face('Studio', 700, 'b'), face('Other', 400, 'c')]
    bringFaces(d, faces, 'Studio')
    bringFaces(d, faces, 'Studio')
    expect(Object.values(d.faces).map((f) => f.weight)).toEqual([400, 700])
    expect([...blobsOf(d)].sort()).toEqual(['a'.repeat(64), 'b'.repeat(64)])
  })
})
