import { PDFDocument, type PDFRef, PDFString } from 'pdf-lib'
import { type BlendMode, STANDARD_MODES } from '../../basics/blend-modes'
import { fromHex } from '../../colour/colour'
import { gradientMap, gradientTable, stopsOf } from '../../colour/gradient'
import type { Paint } from '../../colour/paint'
import { type Bounds, heightOf, widthOf } from '../../geometry/bounds'
import { compose, type Matrix } from '../../geometry/matrix'
import type { Drawn, Fill, Letters, PlanNode } from '../../render/nodes'
import type { Picture } from '../../render/render-page'
import type { RasterMark, StoredMark } from '../../render/sharp-marks'
import {
  areaOf,
  type ClosedMark,
  gradientToView,
  type Mark,
  type PathsMark,
  unitToView,
} from '../../render/sharp-marks'
import { mapPath } from '../../vector/path'
import { Content, N, num, nums } from './content'
import { PdfFonts, type Subset, textOf } from './fonts'
import { imageOf, type Pixels } from './images'
import type { Inks } from './inks'
import { MARGIN, printMarks } from './print-marks'
import { sampledWay, shading, straightWay } from './shadings'

/** Blend modes of PDF (ISO 32000-1, 11.3.5) are those that W3C Compositing took over: `color-dodge` is `ColorDodge`. */
const nameOfMode = (mode: BlendMode): string =>
  mode
    .split('-')
    .map((word) => word.slice(0, 1).toUpperCase() + word.slice(1))
    .join('')
export const PDF_MODES: ReadonlySet<BlendMode> = new Set(STANDARD_MODES)

/** What only the host can make. */
export type PdfHost = {
  raster(mark: RasterMark): Promise<Picture>
  /** How much a node covers in a box: its alpha counts. */
  cover(node: PlanNode, box: Bounds): Promise<Picture>
  picture(mark: StoredMark): Promise<Pixels | null>
  subset: Subset
}
export type PdfHow = {
  title: string
  author: string
  /** BCP 47. */
  language: string
  inks: Inks
  /** Letters as text with their fonts, or as outlines. */
  letters: 'fonts' | 'outlines'
  /** Whose fonts must not be embedded: those are outlines. */
  mayEmbed: (face: { name: string }) => boolean
  printed: Date
}
/** A page, px of the view: its trim begins at `left`, `top`; `points` are a px in points of 1/72 inch. */
export type PdfPage = {
  name: string
  left: number
  top: number
  width: number
  height: number
  bleed: number
  points: number
  marks: readonly Mark[]
  /** Crop marks, register marks, a colour bar and this line of words around the page, set in points; null for none. */
  slug: Letters | null
  alt: string
}

/** A PDF document (ISO 32000-1) page by page: lines, letters and pictures as what they are. */
export class PdfWriter {
  private readonly fonts: PdfFonts
  private readonly space: PDFRef
  private readonly states = new Map<string, PDFRef>()
  private readonly pictures = new Map<string, PDFRef | null>()

  private constructor(
    private readonly doc: PDFDocument,
    private readonly host: PdfHost,
    private readonly how: PdfHow,
  ) {
    const { context } = doc
    this.fonts = new PdfFonts(context, host.subset)
    const { inks } = how
    const profile = context.register(
      context.flateStream(inks.profile, {
        N: inks.channels,
        Alternate: N(inks.channels === 3 ? 'DeviceRGB' : 'DeviceCMYK'),
      }),
    )
    this.space = context.register(context.obj([N('ICCBased'), profile]))
    doc.catalog.set(
      N('OutputIntents'),
      context.obj([
        {
          Type: N('OutputIntent'),
          S: N('GTS_PDFX'),
          OutputConditionIdentifier: PDFString.of('Custom'),
          Info: textOf(inks.name),
          DestOutputProfile: profile,
        },
      ]),
    )
    doc.setTitle(how.title, { showInWindowTitleBar: true })
    if (how.author) doc.setAuthor(how.author)
    doc.setLanguage(how.language)
    doc.setCreator('Vivid Layer')
    doc.setProducer('Vivid Layer')
    doc.setCreationDate(how.printed)
    doc.setModificationDate(how.printed)
    doc.catalog.set(N('MarkInfo'), context.obj({ Marked: true }))
  }
  static async begin(host: PdfHost, how: PdfHow): Promise<PdfWriter> {
    return new PdfWriter(await PDFDocument.create({ updateMetadata: false }), host, how)
  }

  async add(page: PdfPage): Promise<void> {
    const { points, slug } = page
    const [w, h] = [page.width * points, page.height * points]
    const bleed = page.bleed * points
    const around = bleed + (slug === null ? 0 : MARGIN)
    const made = this.doc.addPage([w + 2 * around, h + 2 * around])
    made.setTrimBox(around, around, w, h)
    made.setBleedBox(around - bleed, around - bleed, w + 2 * bleed, h + 2 * bleed)
    const content = new Content()
    // Artwork is one figure with its words for who cannot see it (14.8.4.5).
    content.add('/Figure << /MCID 0 >> BDC', 'q')
    content.add(`${nums(around - bleed, around - bleed, w + 2 * bleed, h + 2 * bleed)} re W n`)
    content.map([points, 0, 0, -points, around - page.left * points, around + h + page.top * points])
    await this.draw(page.marks, content)
    content.add('Q', 'EMC')
    if (slug !== null) printMarks(content, { w, h, around, bleed, slug }, this.how.inks, this.space)
    const { context } = this.doc
    const { node } = made
    node.set(N('Contents'), context.register(context.flateStream(content.text)))
    node.set(N('Resources'), context.obj(content.resources()))
    node.set(
      N('Group'),
      context.obj({ Type: N('Group'), S: N('Transparency'), CS: this.space, I: true, K: false }),
    )
    node.set(N('StructParents'), context.obj(this.doc.getPageCount() - 1))
    this.figures.push({ page: made.ref, alt: page.alt || page.name })
  }
  private readonly figures: { page: PDFRef; alt: string }[] = []

  async finish(): Promise<Uint8Array> {
    this.fonts.finish()
    const { context } = this.doc
    const [root, whole] = [context.nextRef(), context.nextRef()]
    const elements = this.figures.map(({ page, alt }) =>
      context.register(
        context.obj({ Type: N('StructElem'), S: N('Figure'), P: whole, Pg: page, K: 0, Alt: textOf(alt) }),
      ),
    )
    const numbers = elements.flatMap((e, n) => [n, context.obj([e])])
    context.assign(whole, context.obj({ Type: N('StructElem'), S: N('Document'), P: root, K: elements }))
    context.assign(
      root,
      context.obj({
        Type: N('StructTreeRoot'),
        K: whole,
        ParentTree: context.register(context.obj({ Nums: numbers })),
        ParentTreeNextKey: elements.length,
      }),
    )
    this.doc.catalog.set(N('StructTreeRoot'), root)
    return this.doc.save({ useObjectStreams: true })
  }

  private async draw(marks: readonly Mark[], to: Content): Promise<void> {
    for (const mark of marks) {
      if (mark.kind === 'paths') this.paths(mark, to)
      else if (mark.kind === 'closed') await this.group(mark, to)
      else {
        const ref =
          mark.kind === 'raster'
            ? imageOf(this.doc.context, await this.host.raster(mark), this.how.inks, this.space)
            : await this.pictureOf(mark)
        if (!ref) continue
        const { left, top, right, bottom } = mark.bounds
        const unit: Matrix =
          mark.kind === 'raster' ? [right - left, 0, 0, bottom - top, left, top] : unitToView(mark)
        to.saved(() => {
          this.state(mark, to)
          // An image's own unit square stands upright (8.9.5).
          to.map(compose([1, 0, 0, -1, 0, 1], unit)).add(`/${to.name('XObject', ref)} Do`)
        })
      }
    }
  }
  private async pictureOf(mark: StoredMark): Promise<PDFRef | null> {
    const held = this.pictures.get(mark.source)
    if (held !== undefined) return held
    const pixels = await this.host.picture(mark)
    const ref = pixels && imageOf(this.doc.context, pixels, this.how.inks, this.space)
    this.pictures.set(mark.source, ref)
    return ref
  }

  /** Opacity and mode from here on. */
  private state({ opacity, blend }: Pick<Mark, 'opacity' | 'blend'>, to: Content, mask?: PDFRef): void {
    if (opacity === 1 && blend === 'normal' && !mask) return
    const key = `${opacity}/${blend}`
    const held = mask ? undefined : this.states.get(key)
    const { context } = this.doc
    const ref =
      held ??
      context.register(
        context.obj({
          Type: N('ExtGState'),
          ca: opacity,
          CA: opacity,
          BM: N(nameOfMode(blend)),
          ...(mask ? { SMask: { Type: N('Mask'), S: N('Luminosity'), G: mask } } : {}),
        }),
      )
    if (!mask) this.states.set(key, ref)
    to.add(`/${to.name('ExtGState', ref)} gs`)
  }
  private form(inner: Content, { left, top, right, bottom }: Bounds, space: PDFRef | 'DeviceGray'): PDFRef {
    const { context } = this.doc
    return context.register(
      context.flateStream(inner.text, {
        Type: N('XObject'),
        Subtype: N('Form'),
        BBox: [left, top, right, bottom],
        Resources: inner.resources(),
        Group: {
          Type: N('Group'),
          S: N('Transparency'),
          CS: space === 'DeviceGray' ? N(space) : space,
          I: true,
          K: false,
        },
      }),
    )
  }
  private async group(mark: ClosedMark, to: Content): Promise<void> {
    const mask = mark.mask ? await this.coverForm(mark.mask, mark.bounds) : undefined
    if (mark.opacity === 1 && mark.blend === 'normal' && !mask && !mark.marks.some(blends)) {
      // Nothing in it looks at what lies beneath: it needs no picture of its own.
      to.add('q')
      for (const clip of mark.clips) this.clip(clip, to)
      await this.draw(mark.marks, to)
      to.add('Q')
      return
    }
    const inner = new Content()
    await this.draw(mark.marks, inner)
    const form = this.form(inner, mark.bounds, this.space)
    to.saved(() => {
      for (const clip of mark.clips) this.clip(clip, to)
      this.state(mark, to, mask)
      to.add(`/${to.name('XObject', form)} Do`)
    })
  }
  private clip(fill: Fill, to: Content): void {
    to.path(areaOf(fill)).add(fill.evenOdd ? 'W* n' : 'W n')
  }
  /** A soft mask (11.5.3): grey where it covers. */
  private async coverForm(node: PlanNode, box: Bounds): Promise<PDFRef> {
    const { width, height, data } = await this.host.cover(node, box)
    const grey = new Uint8Array(width * height)
    for (let n = 0; n < grey.length; n++) grey[n] = data[4 * n + 3] as number
    const { context } = this.doc
    const image = context.register(
      context.flateStream(grey, {
        Type: N('XObject'),
        Subtype: N('Image'),
        Width: width,
        Height: height,
        ColorSpace: N('DeviceGray'),
        BitsPerComponent: 8,
      }),
    )
    const inner = new Content()
    inner.map([widthOf(box), 0, 0, -heightOf(box), box.left, box.bottom])
    inner.add(`/${inner.name('XObject', image)} Do`)
    return this.form(inner, box, 'DeviceGray')
  }

  private paths(mark: PathsMark, to: Content): void {
    const [only] = mark.fills
    const one = mark.fills.length === 1 && only
    // Several areas that are not wholly there are blended as one.
    if (!one && (mark.opacity < 1 || mark.blend !== 'normal')) {
      const inner = new Content()
      for (const fill of mark.fills) this.fill(fill, 1, 'normal', mark.bounds, inner)
      const form = this.form(inner, mark.bounds, this.space)
      to.saved(() => {
        this.state(mark, to)
        to.add(`/${to.name('XObject', form)} Do`)
      })
    } else for (const fill of mark.fills) this.fill(fill, mark.opacity, mark.blend, mark.bounds, to)
  }
  private fill(fill: Fill, opacity: number, blend: BlendMode, box: Bounds, to: Content): void {
    const { paint } = fill
    if (paint.kind === 'none') return
    if (paint.kind !== 'solid') return this.gradient(fill, paint, opacity * fill.opacity, blend, box, to)
    const { r, g, b, a } = fromHex(paint.colour)
    const whole = opacity * fill.opacity * a
    if (whole === 0) return
    const letters = this.lettersOf(fill)
    to.saved(() => {
      this.state({ opacity: whole, blend }, to)
      const line = fill.drawn?.stroke
      const colour = this.how.inks.of([r, g, b], letters !== null || line !== undefined)
      const space = to.name('ColorSpace', this.space)
      if (letters) {
        to.add(`/${space} cs ${nums(...colour)} sc`)
        this.write(letters.letters, letters.toView, to)
      } else if (line && fill.drawn) {
        to.add(`/${space} CS ${nums(...colour)} SC ${num(line.weight)} w 4 M`)
        to.add(`${CAPS[line.cap]} J ${JOINS[line.join]} j`)
        if (line.dash.length > 0) to.add(`[${nums(...line.dash)}] 0 d`)
        to.path(mapPath(fill.drawn.path, fill.drawn.toView)).add('S')
      } else {
        to.add(`/${space} cs ${nums(...colour)} sc`)
        to.path(areaOf(fill)).add(fill.evenOdd ? 'f*' : 'f')
      }
    })
  }
  private lettersOf({ drawn }: Fill): { letters: Letters; toView: Matrix } | null {
    if (this.how.letters === 'outlines' || !drawn?.letters) return null
    const { letters, toView } = drawn
    const whole = letters.lines.every((l) => l.glyphs.every((g) => this.how.mayEmbed(g.face)))
    return whole ? { letters, toView } : null
  }
  private write({ lines, size, stretch, text }: Letters, toView: Matrix, to: Content): void {
    to.add('BT')
    let face: unknown = null
    for (const line of lines) {
      const starts = [...new Set(line.glyphs.map((g) => g.cluster))].sort((a, b) => a - b)
      const told = new Set<number>()
      // Letters that are set apart are one word for who copies or hears them (14.9.4).
      to.add(`/Span << /ActualText ${textOf(text.slice(line.start, line.end))} >> BDC`)
      for (const g of line.glyphs) {
        if (g.face !== face) to.add(`/${to.name('Font', this.fonts.refOf(g.face))} 1 Tf`)
        face = g.face
        const end = starts[starts.indexOf(g.cluster) + 1] ?? line.end
        // Of several glyphs for one stretch of text the first tells it.
        const own = told.has(g.cluster) ? '' : text.slice(g.cluster, end)
        told.add(g.cluster)
        const at = compose([size * stretch, 0, 0, -size, g.x, g.y], toView)
        to.add(`${nums(...at)} Tm ${this.fonts.glyph(g.face, g.glyph, own)} Tj`)
      }
      to.add('EMC')
    }
    to.add('ET')
  }

  private gradient(
    fill: Fill,
    paint: Exclude<Paint, { kind: 'none' } | { kind: 'solid' }>,
    opacity: number,
    blend: BlendMode,
    box: Bounds,
    to: Content,
  ): void {
    const { context } = this.doc
    const stops = stopsOf(paint.stops, {})
    const lying = gradientToView(gradientMap(paint, fill.width, fill.height, fill.toBox))
    if (!lying) return
    const table = gradientTable(stops, ENTRIES, paint)
    const clear = table.some((v, n) => n % 4 === 3 && v < 1)
    // Straight from stop to stop in sRGB a gradient is its stops.
    const rising = stops.every((s, n) => n === 0 || s.offset > (stops[n - 1]?.offset ?? 0))
    const straight = rising && !clear && !paint.oklab && !paint.eased && this.how.inks.channels === 3
    const colours = Array.from({ length: ENTRIES }, (_, n) =>
      this.how.inks.of(
        [table[4 * n] as number, table[4 * n + 1] as number, table[4 * n + 2] as number],
        false,
      ),
    )
    const shade = (content: Content, samples: readonly number[][], space: PDFRef | 'DeviceGray') => {
      const way = straight ? straightWay(context, stops) : sampledWay(context, samples)
      const ref = shading(context, paint.kind === 'linear' ? 2 : 3, way, space)
      content.saved(() => content.map(lying).add(`/${content.name('Shading', ref)} sh`))
    }
    const drawn = (content: Content) =>
      content.saved(() => {
        // A line in a gradient is the area that it covers.
        const area = fill.drawn?.stroke ? areaOf({ outlines: fill.outlines }) : areaOf(fill)
        content.path(area).add(fill.evenOdd ? 'W* n' : 'W n')
        shade(content, colours as number[][], this.space)
      })
    let mask: PDFRef | undefined
    if (clear) {
      const grey = new Content()
      shade(
        grey,
        Array.from({ length: ENTRIES }, (_, n) => [table[4 * n + 3] as number]),
        'DeviceGray',
      )
      mask = this.form(grey, box, 'DeviceGray')
    }
    to.saved(() => {
      this.state({ opacity, blend }, to, mask)
      drawn(to)
    })
  }
}

/** Entries of a gradient's table: no step is more than one of 8 bits. */
const ENTRIES = 513
const CAPS: Record<NonNullable<Drawn['stroke']>['cap'], number> = { butt: 0, round: 1, square: 2 }
const JOINS: Record<NonNullable<Drawn['stroke']>['join'], number> = { miter: 0, round: 1, bevel: 2 }

const blends = (m: Mark): boolean => m.blend !== 'normal' || (m.kind === 'closed' && m.marks.some(blends))
