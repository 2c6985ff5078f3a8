import { type PDFContext, PDFHexString, type PDFRef, PDFString } from 'pdf-lib'
import type { Face } from '../../type/fonts'
import { N } from './content'

/** A font file with only some of its glyphs, their numbers kept. */
export type Subset = (bytes: Uint8Array, index: number, glyphs: readonly number[]) => Uint8Array

/** Who issued the collections of glyphs that are in our files. */
const ISSUER = 'VividLayer'

type Used = { ref: PDFRef; face: Face; glyphs: Map<number, string> }

/** The typefaces of a document, each embedded once with the glyphs that are used of it (ISO 32000-1, 9.7). */
export class PdfFonts {
  private readonly used = new Map<Face, Used>()
  constructor(
    private readonly context: PDFContext,
    private readonly subset: Subset,
  ) {}

  /** The font of a face. */
  refOf(face: Face): PDFRef {
    return this.of(face).ref
  }
  /** Glyphs are told by their number, two bytes each; `text` is what they stand for. */
  glyph(face: Face, glyph: number, text: string): string {
    const { glyphs } = this.of(face)
    if (text !== '' || !glyphs.has(glyph)) glyphs.set(glyph, text || (glyphs.get(glyph) ?? ''))
    return `<${glyph.toString(16).padStart(4, '0')}>`
  }
  private of(face: Face): Used {
    const held = this.used.get(face)
    if (held) return held
    const made = { ref: this.context.nextRef(), face, glyphs: new Map<number, string>() }
    this.used.set(face, made)
    return made
  }

  /** Puts all fonts into the document. */
  finish(): void {
    let count = 0
    for (const used of this.used.values()) this.embed(used, count++)
  }
  private embed({ ref, face, glyphs }: Used, count: number): void {
    const { context } = this
    const list = [...glyphs.keys()].sort((a, b) => a - b)
    const bytes = this.subset(face.bytes, face.index, list)
    const cff = String.fromCharCode(...bytes.subarray(0, 4)) === 'OTTO'
    // Subsets are told by six letters before the name (9.6.4).
    const tag = [...Array(6)]
      .map((_, n) => String.fromCharCode(65 + ((count >> (5 * (5 - n))) & 15)))
      .join('')
    const name = `${tag}+${face.name.replace(/[^\w-]/g, '')}`
    const em = (v: number) => Math.round(v * 1000)
    const file = context.register(
      context.flateStream(bytes, cff ? { Subtype: N('OpenType') } : { Length1: bytes.length }),
    )
    const descriptor = context.register(
      context.obj({
        Type: N('FontDescriptor'),
        FontName: N(name),
        // Symbolic: glyphs are told by number.
        Flags: 4,
        FontBBox: [0, -em(face.descent), 1000, em(face.ascent)],
        ItalicAngle: 0,
        Ascent: em(face.ascent),
        Descent: -em(face.descent),
        CapHeight: em(face.ascent),
        StemV: 80,
        [cff ? 'FontFile3' : 'FontFile2']: file,
      }),
    )
    const descendant = context.register(
      context.obj({
        Type: N('Font'),
        Subtype: N(cff ? 'CIDFontType0' : 'CIDFontType2'),
        BaseFont: N(name),
        // Glyphs by their number are a collection of our own (9.7.3), whatever they are called.
        CIDSystemInfo: { Registry: PDFString.of(ISSUER), Ordering: PDFString.of('Identity'), Supplement: 0 },
        FontDescriptor: descriptor,
        DW: 0,
        W: list.flatMap((g) => [g, [em(face.advance(g))]]),
        ...(cff ? {} : { CIDToGIDMap: N('Identity') }),
      }),
    )
    context.assign(
      ref,
      context.obj({
        Type: N('Font'),
        Subtype: N('Type0'),
        BaseFont: N(name),
        Encoding: N('Identity-H'),
        DescendantFonts: [descendant],
        ToUnicode: context.register(context.flateStream(toUnicode(glyphs))),
      }),
    )
  }
}
/** What glyphs stand for (9.10.3), so that text is found and copied. */
function toUnicode(glyphs: ReadonlyMap<number, string>): string {
  const hex = (v: number) => v.toString(16).padStart(4, '0')
  const pairs = [...glyphs].flatMap(([g, text]) =>
    text === '' ? [] : [`<${hex(g)}> <${[...text].flatMap(utf16).map(hex).join('')}>`],
  )
  const blocks: string[] = []
  for (let n = 0; n < pairs.length; n += 100) {
    const part = pairs.slice(n, n + 100)
    blocks.push(`${part.length} beginbfchar`, ...part, 'endbfchar')
  }
  return [
    '/CIDInit /ProcSet findresource begin 12 dict begin begincmap',
    `/CIDSystemInfo << /Registry (${ISSUER}) /Ordering (UCS) /Supplement 0 >> def`,
    `/CMapName /${ISSUER}-Identity-UCS def /CMapType 2 def`,
    '1 begincodespacerange <0000> <ffff> endcodespacerange',
    ...blocks,
    'endcmap CMapName currentdict /CMap defineresource pop end end',
  ].join('\n')
}
const utf16 = (c: string): number[] => [...Array(c.length)].map((_, n) => c.charCodeAt(n))
export const textOf = (text: string): PDFHexString => PDFHexString.fromText(text)
