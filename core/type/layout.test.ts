import { readFileSync } from 'node:fs'
import { beforeAll, describe, expect, it } from 'vitest'
import { openFonts } from '../../host/fonts'
import { plainStyle } from '../kinds/new'
import { filesFor } from './catalogue'
import { openFace } from './fonts'
import { caretAt, indexAt, layoutType, measureType, selectionBoxes, shownText, wrapMeasured } from './layout'

const fonts = openFonts()
const style = { ...plainStyle, family: 'Rubik', weight: 400, size: 100, leading: 1.2 }
beforeAll(() =>
  fonts.open(
    [style, { ...style, family: 'Fraunces' }, { ...style, family: 'IBM Plex Mono' }].flatMap(filesFor),
  ),
)
const lay = (text: string, width = 10_000, more = {}) => layoutType(fonts, text, { ...style, ...more }, width)

/** Advance widths from the font’s own `hmtx` and `cmap`-independent glyph ids (OpenType 1.9). */
function hmtx(bytes: Uint8Array): (glyph: number) => number {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const tables = new Map(
    Array.from({ length: view.getUint16(4) }, (_, n) => {
      const at = 12 + n * 16
      return [String.fromCharCode(...bytes.subarray(at, at + 4)), view.getUint32(at + 8)] as const
    }),
  )
  const count = view.getUint16((tables.get('hhea') as number) + 34)
  return (glyph) => view.getUint16((tables.get('hmtx') as number) + Math.min(glyph, count - 1) * 4)
}

describe('shaping', () => {
  it('advances as the font’s own hmtx table says, where nothing is kerned', () => {
    const name = 'ibm-plex-mono-latin-400-normal'
    const bytes = new Uint8Array(readFileSync(`public/generated/fonts/${name}.ttf`))
    const advance = hmtx(bytes)
    const layout = layoutType(fonts, 'HELLO', { ...style, family: 'IBM Plex Mono' }, 10_000)
    for (const g of layout.lines[0]?.glyphs ?? [])
      expect(g.advance).toBeCloseTo((advance(g.glyph) / g.face.unitsPerEm) * 100, 6)
  })
  it('kerns as HarfBuzz does: AV is narrower than A and V apart', () => {
    const width = (text: string) => lay(text, 10_000, { family: 'Fraunces' }).lines[0]?.width ?? 0
    expect(width('AV')).toBeLessThan(width('A') + width('V') - 1)
  })
  it('adds tracking to every letter but the last, in thousandths of the size', () => {
    const [plain, spaced] = [lay('HHHH'), lay('HHHH', 10_000, { tracking: 100 })]
    expect((spaced.lines[0]?.width ?? 0) - (plain.lines[0]?.width ?? 0)).toBeCloseTo(3 * 10, 6)
  })
  it('refuses a web font that was not unpacked instead of shaping nothing', () => {
    const woff = new Uint8Array(
      readFileSync('node_modules/@fontsource/rubik/files/rubik-latin-400-normal.woff2'),
    )
    expect(() => openFace('rubik', woff)).toThrow(/unpacked/)
  })
  it('keeps the place of every character when the case is switched', () => {
    expect(shownText('Straße ﬁn', { case: 'upper' })).toHaveLength('Straße ﬁn'.length)
    expect(shownText('Kiln', { case: 'upper' })).toBe('KILN')
  })
})

describe('lines', () => {
  it('break where UAX #14 allows, never inside a word, and hold explicit breaks', () => {
    const layout = lay('one two three\nfour', 420)
    const text = 'one two three\nfour'
    expect(layout.lines.map((l) => text.slice(l.start, l.end).trim())).toEqual(['one two', 'three', 'four'])
    for (const l of layout.lines) expect(l.width).toBeLessThanOrEqual(420)
  })
  it('begin with no mark that stands between two things: it ends the line before (common practice)', () => {
    for (const mark of ['·', '•', '|', '/', '–', '—']) {
      const text = `Fennel row ${mark} 17 October`
      for (let width = 60; width < 500; width += 7) {
        const starts = layoutType(fonts, text, style, width).lines.map((l) => text[l.start])
        expect(starts).not.toContain(mark)
      }
    }
    // What begins a paragraph may.
    expect(layoutType(fonts, '— and more', style, 20).lines[0]?.start).toBe(0)
  })
  it('align by start, centre and end without the trailing space', () => {
    const left = (align: 'start' | 'centre' | 'end') =>
      lay('Hi ', 1000, { align }).lines[0] as { left: number; width: number }
    expect(left('start').left).toBeCloseTo(0, 6)
    expect(left('centre').left).toBeCloseTo((1000 - left('centre').width) / 2, 6)
    expect(left('end').left + left('end').width).toBeCloseTo(1000, 6)
  })
  it('are measured quickly as they are laid out', () => {
    const text = 'Every visitor glazes one piece. We fire it and keep it for you.\nBring a friend.'
    const measure = measureType(fonts, text, style)
    for (const width of [300, 520, 900, 4000]) {
      const [quick, full] = [
        wrapMeasured(measure, 64, width),
        layoutType(fonts, text, { ...style, size: 64 }, width),
      ]
      expect(quick.lines).toBe(full.lines.length)
      expect(quick.height).toBeCloseTo(full.height, 6)
      expect(quick.widest).toBeCloseTo(Math.max(...full.lines.map((l) => l.width)), 3)
    }
  })
  it('stand on baselines one leading apart', () => {
    const layout = lay('a\nb\nc')
    expect((layout.lines[1]?.baseline ?? 0) - (layout.lines[0]?.baseline ?? 0)).toBeCloseTo(120, 9)
    expect(layout.height).toBeCloseTo(360, 9)
  })
})

describe('other scripts', () => {
  it('runs Hebrew from the right, Latin words inside it from the left (UAX #9)', () => {
    const text = 'שלום Kiln עולם'
    const line = lay(text).lines[0]
    expect(line?.rtl).toBe(true)
    const x = (index: number) => line?.glyphs.find((g) => g.cluster === index)?.x ?? Number.NaN
    expect(x(0)).toBeGreaterThan(x(5))
    expect(x(5)).toBeLessThan(x(6))
    expect(x(5)).toBeGreaterThan(x(text.length - 1))
  })
  it('joins Arabic letters: a letter at the start of a word has another form than alone', () => {
    const glyphs = (t: string) => new Map(lay(t).lines[0]?.glyphs.map((g) => [g.cluster, g.glyph]))
    expect(glyphs('خزف').get(0)).not.toBe(glyphs('خ').get(0))
    expect(glyphs('خزف').size).toBe(3)
  })
  it('sets marks over their base without advancing', () => {
    const [bare, marked] = [lay('e'), lay('e\u0301')]
    expect(marked.lines[0]?.width).toBeCloseTo(bare.lines[0]?.width ?? 0, 1)
    expect(lay('न').unknown).toBe(0)
  })
  it('draws a character that no shipped face has from the fallback and counts it', () => {
    const layout = lay('a\u{1F3FA}')
    expect(layout.unknown).toBe(1)
    expect(layout.lines[0]?.glyphs.at(-1)?.face.outline(0).length).toBeGreaterThan(0)
  })
})

describe('caret and selection', () => {
  it('walks through a ligature or a line without leaving it', () => {
    const layout = lay('office\nkiln')
    const xs = [0, 1, 2, 3, 4, 5, 6].map((n) => caretAt(layout, n).x)
    for (let n = 1; n < xs.length; n++) expect(xs[n]).toBeGreaterThan(xs[n - 1] as number)
    expect(caretAt(layout, 7)).toMatchObject({ line: 1, x: 0 })
  })
  it('finds the index under a point and back', () => {
    const layout = lay('Autumn kiln opening', 600)
    for (const n of [0, 4, 9, 14, 19]) {
      const c = caretAt(layout, n)
      expect(indexAt(layout, c.x, c.top + 10)).toBe(n)
    }
  })
  it('covers exactly the selected letters', () => {
    const layout = lay('abcd')
    const total = selectionBoxes(layout, 1, 3).reduce((w, b) => w + b.width, 0)
    expect(total).toBeCloseTo(caretAt(layout, 3).x - caretAt(layout, 1).x, 6)
    expect(selectionBoxes(layout, 2, 2)).toEqual([])
  })
})
