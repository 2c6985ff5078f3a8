import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { openFace } from '../core/type/fonts'
import { fromWoff } from '../core/type/sfnt'
import { readFont } from './own-fonts'

// Open font files from the registry (SIL Open Font License 1.1).
const file = (path: string) => new Uint8Array(readFileSync(`node_modules/@fontsource/${path}`))
const REGULAR = 'space-mono/files/space-mono-latin-400-normal'
const BOLD = 'space-mono/files/space-mono-latin-700-normal'
const viewOf = (b: Uint8Array) => new DataView(b.buffer, b.byteOffset, b.byteLength)

/** A collection of fonts as OpenType 1.9 has it: a header, then each font whole, its tables told from the file's beginning. */
function collection(fonts: readonly Uint8Array[]): Uint8Array {
  const header = 12 + 4 * fonts.length
  const starts: number[] = []
  let size = header
  for (const f of fonts) {
    starts.push(size)
    size += (f.length + 3) & ~3
  }
  const out = new Uint8Array(size)
  out.set(new TextEncoder().encode('ttcf'))
  const to = viewOf(out)
  to.setUint32(4, 0x00010000)
  to.setUint32(8, fonts.length)
  for (const [n, f] of fonts.entries()) {
    const start = starts[n] as number
    to.setUint32(12 + 4 * n, start)
    out.set(f, start)
    for (let t = 0; t < viewOf(f).getUint16(4); t++) {
      const at = start + 12 + 16 * t + 8
      to.setUint32(at, to.getUint32(at) + start)
    }
  }
  return out
}

describe('a font that somebody brings', () => {
  it('is kept unpacked, whatever it came in, and is the same file then', async () => {
    const [one, two] = await Promise.all(
      ['woff', 'woff2'].map((e) => readFont({ bytes: file(`${BOLD}.${e}`), name: `b.${e}` })),
    )
    expect(one?.faces[0]).toMatchObject({ weight: 700, italic: false, index: 0 })
    const glyph = (font: Uint8Array | undefined) => openFace('f', font as Uint8Array).outline(30)
    expect(glyph(one?.font)).toEqual(glyph(two?.font))
  })
  it('may be a collection: each of its faces is read and opened by its number', async () => {
    const fonts = [REGULAR, BOLD].map((p) => fromWoff(file(`${p}.woff`), p))
    const { faces, font, sha } = await readFont({ bytes: collection(fonts), name: 'Mono.ttc' })
    expect(faces.map((f) => [f.index, f.weight, f.source === sha])).toEqual([
      [0, 400, true],
      [1, 700, true],
    ])
    for (const [n, single] of fonts.entries())
      expect(openFace('c', font, n).outline(40)).toEqual(openFace('s', single).outline(40))
    // The two are drawn differently: the number counts.
    expect(openFace('c', font, 0).outline(40)).not.toEqual(openFace('c', font, 1).outline(40))
  })
  it('tells which scripts it has letters of', async () => {
    const of = async (path: string) => (await readFont({ bytes: file(path), name: 'f' })).faces[0]?.scripts
    expect(await of(`${BOLD}.woff2`)).toEqual(['latin'])
    expect(await of('rubik/files/rubik-hebrew-400-normal.woff2')).toEqual(['hebrew'])
    expect(await of('lora/files/lora-cyrillic-400-normal.woff2')).toEqual(['cyrillic'])
  })
  it('is refused with what is wrong with it: another kind of file, a cut one, one that unpacks without end', async () => {
    const refused = (bytes: Uint8Array) =>
      readFont({ bytes, name: 'F.ttf' }).then(
        () => 'read',
        (e) => e.message,
      )
    expect(await refused(new TextEncoder().encode('%PDF-1.7 not a font'))).toContain(
      'no font that can be read',
    )
    expect(await refused(new Uint8Array())).toContain('no font that can be read')
    const whole = fromWoff(file(`${BOLD}.woff`), 'b')
    expect(await refused(whole.slice(0, 3000))).toContain('reaches beyond the end')
    expect(await refused(file(`${BOLD}.woff2`).slice(0, 5000))).toContain('damaged web font')
    const bomb = file(`${BOLD}.woff2`)
    viewOf(bomb).setUint32(16, 0x7fffffff)
    expect(await refused(bomb)).toContain('damaged web font')
    const empty = collection([])
    expect(await refused(empty)).toContain('holds no font')
    for (const message of [await refused(empty), await refused(bomb)])
      expect(message).toContain('Nothing was stored')
  })
})
