import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import decompress from 'woff2-encoder/decompress'
import { openFace } from './fonts'
import { nearestFace, type OwnFace } from './own-face'
import { containerOf, facesIn, fromWoff, readFace } from './sfnt'

// Open font files from the registry, of families whose names, weights and licences are known (SIL Open Font License 1.1).
const file = (name: string) => new Uint8Array(readFileSync(`node_modules/@fontsource/${name}`))
const MONO = 'space-mono/files/space-mono-latin-700-italic'
const viewOf = (b: Uint8Array) => new DataView(b.buffer, b.byteOffset, b.byteLength)
/** Where a table is named in an unpacked file, and where it lies. */
function recordOf(font: Uint8Array, tag: string): number {
  for (let n = 0; n < viewOf(font).getUint16(4); n++) {
    const at = 12 + 16 * n
    if (String.fromCharCode(...font.subarray(at, at + 4)) === tag) return at
  }
  throw new Error(`no ${tag}`)
}
const tableAt = (font: Uint8Array, tag: string): number => viewOf(font).getUint32(recordOf(font, tag) + 8)

describe('a font file', () => {
  it('is known by its first bytes', async () => {
    const two = file(`${MONO}.woff2`)
    expect([containerOf(file(`${MONO}.woff`)), containerOf(two)]).toEqual(['woff', 'woff2'])
    expect(containerOf(new Uint8Array(await decompress(two)))).toBe('sfnt')
    expect(containerOf(new TextEncoder().encode('ttcf'))).toBe('collection')
    expect(containerOf(new TextEncoder().encode('%PDF-1.7'))).toBeNull()
  })
  it('says its family, weight, slope and licence', () => {
    const font = fromWoff(file(`${MONO}.woff`), 'mono')
    expect(readFace(font, 0, 'mono')).toMatchObject({
      family: 'Space Mono',
      weight: 700,
      italic: true,
      embedding: 'installable',
    })
    expect(readFace(font, 0, 'mono').licence).toContain('openfontlicense.org')
    expect(facesIn(font)).toBe(1)
  })
  it('comes out of either web container with the same letters', async () => {
    const one = openFace('one', fromWoff(file(`${MONO}.woff`), 'mono'))
    const two = openFace('two', new Uint8Array(await decompress(file(`${MONO}.woff2`))))
    expect(one.unitsPerEm).toBe(two.unitsPerEm)
    for (const glyph of [5, 20, 40]) expect(one.outline(glyph)).toEqual(two.outline(glyph))
  })
  it('has the right that its fsType gives, the least restricting of several (OpenType 1.9, OS/2)', () => {
    const font = fromWoff(file(`${MONO}.woff`), 'mono')
    const right = (fsType: number) => {
      viewOf(font).setUint16(tableAt(font, 'OS/2') + 8, fsType)
      return readFace(font, 0, 'mono').embedding
    }
    expect([0, 2, 4, 8, 0x104, 6].map(right)).toEqual([
      'installable',
      'restricted',
      'preview',
      'editable',
      'preview',
      'preview',
    ])
  })
  it('is refused with the reason where it is damaged, and is never read beyond its end', () => {
    const font = fromWoff(file(`${MONO}.woff`), 'mono')
    const refused = (change: (f: Uint8Array) => Uint8Array) => {
      const made = change(font.slice())
      try {
        readFace(made, 0, 'Mono.ttf')
        return 'read'
      } catch (thrown) {
        return (thrown as Error).message
      }
    }
    expect(refused((f) => f.slice(0, 40))).toContain('cut short')
    expect(refused((f) => f.slice(0, f.length - 5000))).toMatch(/reaches beyond the end/)
    const overwritten = (at: (f: Uint8Array) => number, bytes: number[]) =>
      refused((f) => {
        f.set(bytes, at(f))
        return f
      })
    expect(overwritten((f) => tableAt(f, 'head') + 12, [0, 0, 0, 7])).toContain('header')
    expect(overwritten((f) => recordOf(f, 'cmap'), [120, 120, 120, 120])).toContain('no font that can be set')
    for (let n = 0; n < font.length - 4; n += 997) overwritten(() => n, [255, 255, 255, 255])
    expect(() => fromWoff(file(`${MONO}.woff`).slice(0, 900), 'm')).toThrow(/damaged web font/)
  })
})

describe('the face of a style', () => {
  const face = (weight: number, italic = false): OwnFace => ({
    family: 'F',
    weight,
    italic,
    source: 'a'.repeat(64),
    index: 0,
    scripts: [],
    licence: '',
    embedding: 'installable',
  })
  it('is the nearest in weight among those of its slope', () => {
    const faces = [face(400), face(700), face(400, true)]
    const of = (weight: number, italic: boolean) => nearestFace(faces, { weight, italic })
    expect(of(600, false)).toMatchObject({ weight: 700, italic: false })
    expect(of(700, true)).toMatchObject({ weight: 400, italic: true })
    expect(nearestFace([], { weight: 400, italic: false })).toBeUndefined()
  })
})
