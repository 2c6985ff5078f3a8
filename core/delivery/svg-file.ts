import { type BlendMode, STANDARD_MODES } from '../basics/blend-modes'
import { escaped } from '../basics/xml'
import { fromHex } from '../colour/colour'
import { gradientMap, gradientTable, stopsOf } from '../colour/gradient'
import type { Paint } from '../colour/paint'
import type { Bounds } from '../geometry/bounds'
import type { Matrix } from '../geometry/matrix'
import type { Fill, Letters, PlanNode } from '../render/nodes'
import {
  areaOf,
  type ClosedMark,
  gradientToView,
  type Mark,
  type PathsMark,
  type RasterMark,
  type StoredMark,
} from '../render/sharp-marks'
import type { Face } from '../type/fonts'
import { mapPath, type Path } from '../vector/path'

/** Blend modes of CSS (Compositing and Blending Level 1), which SVG 2 shares. */
export const SVG_MODES: ReadonlySet<BlendMode> = new Set(STANDARD_MODES)
/** What only the host can make: data URLs. */
export type SvgHost = {
  raster(mark: RasterMark): Promise<string>
  cover(node: PlanNode, box: Bounds): Promise<string>
  picture(mark: StoredMark): Promise<string | null>
}
export type SvgHow = {
  title: string
  /** What is shown, in words, for who cannot see it. */
  alt: string
  letters: 'text' | 'outlines'
  /** A layer's name, for the id of what it becomes. */
  nameOf: (id: string) => string
  /** Whether a face may be put into the file; else its letters are outlines. */
  mayEmbed: (face: Face) => boolean
  /** What CSS calls a face. */
  familyOf: (face: Face) => { family: string; weight: number; italic: boolean }
  /** Where a file of only these glyphs of a face is found: a data URL; asked for once all are known. */
  fontOf: (face: Face, glyphs: readonly number[]) => string
}

const num = (v: number): string => String(Number(v.toFixed(3)))
const matrix = (m: Matrix): string => `matrix(${m.map((v) => Number(v.toFixed(6))).join(' ')})`
const box = ({ left, top, right, bottom }: Bounds): string =>
  `x="${num(left)}" y="${num(top)}" width="${num(right - left)}" height="${num(bottom - top)}"`
/** Path data of SVG 2, 9.3. */
const dataOf = (path: Path): string =>
  path
    .map((c) =>
      c[0] === 'Z'
        ? 'Z'
        : `${c[0]}${c
            .slice(1)
            .map((v) => num(v as number))
            .join(' ')}`,
    )
    .join('')

/** A page, or a box of it (px), as an SVG 2 file, its marks at a scale of it: lines, type, gradients, masks and modes as they are, the rest as pictures of their own boxes. */
export async function writeSvg(
  page: { box: Bounds; scale: number; marks: readonly Mark[] },
  host: SvgHost,
  how: SvgHow,
): Promise<string> {
  const writer = new SvgWriter(host, how)
  const body = await writer.all(page.marks)
  const { box: seen, scale } = page
  const [width, height] = [seen.right - seen.left, seen.bottom - seen.top]
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${num(width)}" height="${num(height)}" viewBox="${num(seen.left * scale)} ${num(seen.top * scale)} ${num(width * scale)} ${num(height * scale)}" role="img">`,
    `<title>${escaped(how.title)}</title>`,
    ...(how.alt ? [`<desc>${escaped(how.alt)}</desc>`] : []),
    ...writer.head(),
    body,
    '</svg>\n',
  ].join('\n')
}

class SvgWriter {
  private readonly defs: string[] = []
  private readonly ids = new Set<string>()
  private readonly fonts = new Map<Face, Set<number>>()
  private count = 0
  constructor(
    private readonly host: SvgHost,
    private readonly how: SvgHow,
  ) {}

  head(): string[] {
    const rules = [...this.fonts].map(([face, glyphs]) => {
      const { family, weight, italic } = this.how.familyOf(face)
      return `@font-face{font-family:"${family.replace(/["\\]/g, '')}";font-weight:${weight};font-style:${italic ? 'italic' : 'normal'};src:url(${this.how.fontOf(face, [...glyphs])})}`
    })
    const faces = rules.length > 0 ? [`<style>${rules.join('')}</style>`] : []
    return this.defs.length + faces.length > 0 ? ['<defs>', ...faces, ...this.defs, '</defs>'] : []
  }
  async all(marks: readonly Mark[]): Promise<string> {
    const out: string[] = []
    for (const mark of marks) out.push(await this.mark(mark))
    return out.join('\n')
  }
  private define(make: (id: string) => string): string {
    const id = `d${++this.count}`
    this.defs.push(make(id))
    return id
  }
  /** What a mark is called: its layer's name, numbered where others have it too. */
  private named({ id }: Mark): string {
    const name = this.how.nameOf(id)
    if (name === '') return ''
    const plain = name
      .normalize('NFKD')
      .replace(/\p{M}+/gu, '')
      .replace(/[^\p{L}\p{N}_-]+/gu, '-')
      .replace(/^[^\p{L}_]+|-$/gu, '')
    let free = plain || 'layer'
    for (let n = 2; this.ids.has(free); n++) free = `${plain || 'layer'}-${n}`
    this.ids.add(free)
    return ` id="${free}"`
  }
  private look({ opacity, blend }: Pick<Mark, 'opacity' | 'blend'>): string {
    const mode = blend === 'normal' ? '' : ` style="mix-blend-mode:${blend}"`
    return `${opacity < 1 ? ` opacity="${num(opacity)}"` : ''}${mode}`
  }
  private async mark(mark: Mark): Promise<string> {
    if (mark.kind === 'paths') return this.paths(mark)
    if (mark.kind === 'closed') return this.group(mark)
    const start = `<image${this.named(mark)}${this.look(mark)}`
    if (mark.kind === 'raster')
      return `${start} ${box(mark.bounds)} preserveAspectRatio="none" href="${await this.host.raster(mark)}"/>`
    const href = await this.host.picture(mark)
    return href
      ? `${start} width="${mark.width}" height="${mark.height}" transform="${matrix(mark.toView)}" preserveAspectRatio="none" href="${href}"/>`
      : ''
  }
  private async group(mark: ClosedMark): Promise<string> {
    const name = this.named(mark)
    const mask = mark.mask ? await this.maskOf(mark.mask, mark.bounds) : ''
    let inner = await this.all(mark.marks)
    // Clips within clips: each is a group of its own.
    for (const clip of mark.clips) {
      const id = this.define(
        (d) =>
          `<clipPath id="${d}"><path clip-rule="${clip.evenOdd ? 'evenodd' : 'nonzero'}" d="${dataOf(areaOf(clip))}"/></clipPath>`,
      )
      inner = `<g clip-path="url(#${id})">\n${inner}\n</g>`
    }
    const alone =
      mark.marks.some((m) => m.blend !== 'normal') && mark.blend === 'normal' && mark.opacity === 1
    const style = alone ? ' style="isolation:isolate"' : ''
    return `<g${name}${this.look(mark)}${style}${mask}>\n${inner}\n</g>`
  }
  private async maskOf(node: PlanNode, bounds: Bounds): Promise<string> {
    const href = await this.host.cover(node, bounds)
    const id = this.define(
      (d) =>
        `<mask id="${d}" mask-type="alpha" style="mask-type:alpha" maskUnits="userSpaceOnUse" ${box(bounds)}><image ${box(bounds)} preserveAspectRatio="none" href="${href}"/></mask>`,
    )
    return ` mask="url(#${id})"`
  }

  private paths(mark: PathsMark): string {
    const drawn = mark.fills.map((f) => this.fill(f))
    const [only = ''] = drawn
    if (drawn.length === 1) return only.replace(/^<(\w+)/, `<$1${this.named(mark)}${this.look(mark)}`)
    return `<g${this.named(mark)}${this.look(mark)}>\n${drawn.join('\n')}\n</g>`
  }
  private fill(fill: Fill): string {
    const line = fill.drawn?.stroke
    const { paint, alpha } = this.paint(fill, line ? 'stroke' : 'fill')
    const rule = fill.evenOdd ? ' fill-rule="evenodd"' : ''
    const thin = alpha < 1 ? ` ${line ? 'stroke' : 'fill'}-opacity="${num(alpha)}"` : ''
    const whole = fill.drawn?.letters?.lines.every((l) => l.glyphs.every((g) => this.how.mayEmbed(g.face)))
    if (fill.drawn?.letters && whole && this.how.letters === 'text')
      return this.text(fill.drawn.letters, fill.drawn.toView, `${paint}${thin}`)
    if (!line || !fill.drawn) return `<path${paint}${thin}${rule} d="${dataOf(areaOf(fill))}"/>`
    const dash = line.dash.length > 0 ? ` stroke-dasharray="${line.dash.map(num).join(' ')}"` : ''
    const d = dataOf(mapPath(fill.drawn.path, fill.drawn.toView))
    return `<path fill="none"${paint}${thin} stroke-width="${num(line.weight)}" stroke-linecap="${line.cap}" stroke-linejoin="${line.join}" stroke-miterlimit="4"${dash} d="${d}"/>`
  }
  private paint(fill: Fill, as: 'fill' | 'stroke'): { paint: string; alpha: number } {
    const { paint } = fill
    if (paint.kind === 'none') return { paint: ` ${as}="none"`, alpha: 1 }
    if (paint.kind === 'solid') {
      const { a } = fromHex(paint.colour)
      return { paint: ` ${as}="${paint.colour.slice(0, 7)}"`, alpha: a * fill.opacity }
    }
    return { paint: ` ${as}="url(#${this.gradient(fill, paint)})"`, alpha: fill.opacity }
  }
  private gradient(fill: Fill, paint: Exclude<Paint, { kind: 'none' } | { kind: 'solid' }>): string {
    const lying = gradientToView(gradientMap(paint, fill.width, fill.height, fill.toBox))
    const how = `gradientUnits="userSpaceOnUse" gradientTransform="${matrix(lying ?? [1, 0, 0, 1, 0, 0])}"`
    const stops = stopsFor(paint)
      .map(
        ({ offset, colour, alpha }) =>
          `<stop offset="${num(offset)}" stop-color="${colour}"${alpha < 1 ? ` stop-opacity="${num(alpha)}"` : ''}/>`,
      )
      .join('')
    return this.define((id) =>
      paint.kind === 'linear'
        ? `<linearGradient id="${id}" x1="0" y1="0" x2="1" y2="0" ${how}>${stops}</linearGradient>`
        : `<radialGradient id="${id}" cx="0" cy="0" r="1" ${how}>${stops}</radialGradient>`,
    )
  }
  private glyphsOf(face: Face): Set<number> {
    const held = this.fonts.get(face) ?? new Set<number>()
    this.fonts.set(face, held)
    return held
  }
  /** Letters as text, each stretch where it stands here. */
  private text({ lines, size, stretch, text }: Letters, toView: Matrix, paint: string): string {
    const spans = lines.flatMap((line) => {
      const glyphs = [...line.glyphs].sort((a, b) => a.cluster - b.cluster)
      const [first] = glyphs
      if (!first) return []
      // The place of every character that begins a stretch; what joins it follows by itself.
      const starts = new Map<number, number>()
      for (const g of line.glyphs)
        starts.set(g.cluster, Math.min(starts.get(g.cluster) ?? Number.POSITIVE_INFINITY, g.x))
      const rtl = line.glyphs.some((g) => g.rtl)
      const { family, weight, italic } = this.how.familyOf(first.face)
      for (const g of glyphs) this.glyphsOf(g.face).add(g.glyph)
      const families = [...new Set(glyphs.map((g) => this.how.familyOf(g.face).family))]
      const shown = text.slice(line.start, line.end).replace(/\n+$/, '')
      const places = rtl
        ? num(line.left + line.width)
        : [...Array(shown.length)]
            .map((_, n) => starts.get(line.start + n))
            .map((x, n, all) =>
              num((x ?? all.slice(0, n).findLast((v) => v !== undefined) ?? line.left) / stretch),
            )
            .join(' ')
      const set = `font-family="${escaped([family, ...families.filter((f) => f !== family)].map((f) => `'${f.replace(/'/g, '')}'`).join(', '))}" font-size="${num(size)}" font-weight="${weight}"${italic ? ' font-style="italic"' : ''}`
      return [
        `<tspan ${set} x="${places}" y="${num(line.baseline)}"${rtl ? ' direction="rtl"' : ''}>${escaped(shown)}</tspan>`,
      ]
    })
    const wide: Matrix = [
      toView[0] * stretch,
      toView[1] * stretch,
      toView[2],
      toView[3],
      toView[4],
      toView[5],
    ]
    return `<text${paint} xml:space="preserve" transform="${matrix(wide)}">${spans.join('')}</text>`
  }
}

/** A gradient's stops; where colours are mixed otherwise than SVG mixes them, as many as keep it within a level or two. */
function stopsFor(
  paint: Exclude<Paint, { kind: 'none' } | { kind: 'solid' }>,
): { offset: number; colour: string; alpha: number }[] {
  const stops = stopsOf(paint.stops, {})
  const clear = stops.some((s) => fromHex(s.colour).a < 1)
  if (!clear && !paint.oklab && !paint.eased)
    return stops.map((s) => ({ offset: s.offset, colour: s.colour.slice(0, 7), alpha: 1 }))
  const table = gradientTable(stops, SAMPLES, paint)
  const hex = (v: number) =>
    Math.round(v * 255)
      .toString(16)
      .padStart(2, '0')
  return Array.from({ length: SAMPLES }, (_, n) => ({
    offset: n / (SAMPLES - 1),
    colour: `#${hex(table[4 * n] as number)}${hex(table[4 * n + 1] as number)}${hex(table[4 * n + 2] as number)}`,
    alpha: table[4 * n + 3] as number,
  }))
}
const SAMPLES = 33
