import bidiFactory from 'bidi-js'
import * as hb from 'harfbuzzjs'
import LineBreaker from 'linebreak'
import { familyByName } from './catalogue'
import type { Face, FontBook } from './fonts'
import type { TypeStyle } from './style'

const bidi = bidiFactory()

/** One glyph placed on its line; px of the layer's own box. */
export type Glyph = {
  face: Face
  glyph: number
  x: number
  y: number
  advance: number
  /** index in the text, UTF-16 */
  cluster: number
  rtl: boolean
  /** no shipped face has it */
  unknown: boolean
}
export type Line = {
  glyphs: Glyph[]
  /** first index and the index after the last, line break left out */
  start: number
  end: number
  left: number
  width: number
  baseline: number
  top: number
  height: number
  rtl: boolean
}
export type TypeLayout = {
  lines: Line[]
  width: number
  height: number
  size: number
  /** Letters are drawn so many times as wide. */
  stretch: number
  unknown: number
}
/** How letters are set: their size, px, the room between them in thousandths of it, how much wider they are drawn. */
type Setting = { size: number; tracking: number; stretch: number }
const settingOf = ({ size, tracking, stretch = 1 }: TypeStyle): Setting => ({ size, tracking, stretch })

type Run = { face: Face; start: number; end: number; rtl: boolean; unknown: boolean }
type Measured = {
  glyph: number
  face: Face
  dx: number
  dy: number
  advance: number
  cluster: number
  rtl: boolean
  unknown: boolean
}

/** The text as it is shown; the case switch keeps every index where it was (ß stays ß). */
export function shownText(text: string, style: Pick<TypeStyle, 'case'>): string {
  if (style.case === 'as-typed') return text
  return [...text]
    .map((c) => {
      const changed = style.case === 'upper' ? c.toUpperCase() : c.toLowerCase()
      return changed.length === c.length ? changed : c
    })
    .join('')
}

function facesFor(book: FontBook, style: TypeStyle): Face[] {
  return book
    .filesFor(style)
    .map((f) => book.face(f))
    .filter((f): f is Face => f !== null)
}

const JOINS = /\p{M}|\u200d|[\ufe00-\ufe0f]/u

/** Runs of one face and one direction over a stretch of text. */
function runsOf(text: string, start: number, end: number, levels: Uint8Array, faces: readonly Face[]): Run[] {
  const out: Run[] = []
  for (let n = start; n < end; ) {
    const code = text.codePointAt(n) as number
    const size = code > 0xffff ? 2 : 1
    const rtl = (levels[n] as number) % 2 === 1
    const last = out.at(-1)
    // Marks and joiners stay with the face of their base.
    const keeps =
      last &&
      last.rtl === rtl &&
      (JOINS.test(String.fromCodePoint(code)) || code === 0x20 || code === 0xa0) &&
      !last.unknown
    const face = keeps ? last.face : faces.find((f) => f.has(code))
    const used = face ?? (faces[0] as Face)
    const unknown = !face && code > 0x20
    if (last && last.face === used && last.rtl === rtl && last.unknown === unknown) last.end = n + size
    else out.push({ face: used, start: n, end: n + size, rtl, unknown })
    n += size
  }
  return out
}

function shapeRun(text: string, run: Run, { size, tracking, stretch }: Setting): Measured[] {
  const buffer = new hb.Buffer()
  buffer.addText(text, run.start, run.end - run.start)
  buffer.setDirection(run.rtl ? hb.Direction.RTL : hb.Direction.LTR)
  buffer.guessSegmentProperties()
  buffer.setDirection(run.rtl ? hb.Direction.RTL : hb.Direction.LTR)
  // Letters that are spaced are not joined by ligatures (CSS Text 3 §8.2).
  hb.shape(run.face.font, buffer, tracking === 0 ? [] : LIGATURES_OFF)
  const k = size / run.face.unitsPerEm
  const across = k * stretch
  return buffer.getGlyphInfosAndPositions().map((g) => ({
    glyph: g.codepoint,
    face: run.face,
    dx: (g.xOffset ?? 0) * across,
    dy: -(g.yOffset ?? 0) * k,
    advance: (g.xAdvance ?? 0) * across + ((g.xAdvance ?? 0) > 0 ? (tracking / 1000) * size * stretch : 0),
    cluster: g.cluster,
    rtl: run.rtl,
    unknown: run.unknown,
  }))
}
const LIGATURES_OFF = ['-liga', '-clig']
  .map((f) => hb.Feature.fromString(f))
  .filter((f): f is NonNullable<typeof f> => f !== null && f !== undefined)

type Paragraph = { start: number; end: number; rtl: boolean; levels: Uint8Array }
function paragraphsOf(text: string): Paragraph[] {
  const out: Paragraph[] = []
  let start = 0
  for (const part of text.split('\n')) {
    const { levels, paragraphs } = bidi.getEmbeddingLevels(part || ' ')
    const own = new Uint8Array(text.length + 1)
    own.set(levels.subarray(0, part.length), start)
    out.push({ start, end: start + part.length, rtl: (paragraphs[0]?.level ?? 0) % 2 === 1, levels: own })
    start += part.length + 1
  }
  return out
}

/** What stands between two things and begins no line (common practice): it stays at the end of the one before. */
const BETWEEN = /^[·•∙⋅|‖/\u2013\u2014]\s*$/
/** Places where a line may end (UAX #14, but for marks between words), with the width in px of each stretch between them at the given size. */
type Stretch = { start: number; end: number; width: number; trailing: number }
function stretchesOf(text: string, p: Paragraph, faces: readonly Face[], setting: Setting): Stretch[] {
  const part = text.slice(p.start, p.end)
  const glyphs = runsOf(text, p.start, p.end, p.levels, faces).flatMap((r) => shapeRun(text, r, setting))
  const width = new Float64Array(part.length + 1)
  for (const g of glyphs) width[g.cluster - p.start] = (width[g.cluster - p.start] as number) + g.advance
  const breaker = new LineBreaker(part)
  const out: Stretch[] = []
  let at = 0
  for (let b = breaker.nextBreak(); b; b = breaker.nextBreak()) {
    let w = 0
    for (let n = at; n < b.position; n++) w += width[n] as number
    let trailing = 0
    for (let n = b.position - 1; n >= at && /\s/.test(part[n] ?? ''); n--) trailing += width[n] as number
    const before = out.at(-1)
    if (before && BETWEEN.test(part.slice(at, b.position))) {
      before.end = p.start + b.position
      before.width += w
      before.trailing = trailing
    } else out.push({ start: p.start + at, end: p.start + b.position, width: w, trailing })
    at = b.position
  }
  return out
}

function breakLines(
  text: string,
  paragraphs: readonly Paragraph[],
  faces: readonly Face[],
  setting: Setting,
  width: number,
): { start: number; end: number; paragraph: Paragraph }[] {
  return paragraphs.flatMap((paragraph) => {
    const lines: { start: number; end: number; paragraph: Paragraph }[] = []
    let start = paragraph.start
    let end = start
    let used = 0
    for (const s of stretchesOf(text, paragraph, faces, setting)) {
      if (used > 0 && used + s.width - s.trailing > width + 0.01) {
        lines.push({ start, end, paragraph })
        start = s.start
        used = 0
      }
      used += s.width
      end = s.end
    }
    lines.push({ start, end: Math.max(end, start), paragraph })
    return lines
  })
}

/** Widths of a text's unbreakable stretches at size 1, for quick measuring: lines as (width, trailing space) lists. */
export type Measure = { paragraphs: { width: number; trailing: number }[][]; leading: number }
export function measureType(book: FontBook, text: string, style: TypeStyle): Measure {
  const shown = shownText(text, style)
  const faces = facesFor(book, style)
  if (faces.length === 0)
    return {
      paragraphs: shown
        .split('\n')
        .map((line) =>
          line.split(/(?<= )/).map((w) => ({ width: w.length * 0.5, trailing: w.endsWith(' ') ? 0.25 : 0 })),
        ),
      leading: style.leading,
    }
  return {
    paragraphs: paragraphsOf(shown).map((p) =>
      stretchesOf(shown, p, faces, { ...settingOf(style), size: 1 }).map(({ width, trailing }) => ({
        width,
        trailing,
      })),
    ),
    leading: style.leading,
  }
}

/** The widths of the lines, px, that a measured text makes at a size in a width. */
export function linesMeasured(measure: Measure, size: number, width: number): number[] {
  const out: number[] = []
  for (const stretches of measure.paragraphs) {
    let used = 0
    let visible = 0
    for (const s of stretches) {
      if (used > 0 && (used + s.width - s.trailing) * size > width + 0.01) {
        out.push(visible)
        used = 0
      }
      visible = (used + s.width - s.trailing) * size
      used += s.width
    }
    out.push(visible)
  }
  return out
}
/** Lines, the widest line and the block's height, px, of a measured text at a size in a width. */
export function wrapMeasured(
  measure: Measure,
  size: number,
  width: number,
): { lines: number; widest: number; height: number } {
  const widths = linesMeasured(measure, size, width)
  const lines = widths.length
  return { lines, widest: widths.reduce((m, w) => Math.max(m, w), 0), height: lines * size * measure.leading }
}

/** Lays out a text in a box of the given width, px. Lines hang from the top; without a width nothing wraps. */
export function layoutType(book: FontBook, text: string, style: TypeStyle, width: number): TypeLayout {
  const shown = shownText(text, style)
  const faces = facesFor(book, style)
  const setting = settingOf(style)
  const { size, tracking, stretch } = setting
  const lineHeight = size * style.leading
  const first = faces[0]
  if (!first) return { lines: [], width, height: lineHeight, size, stretch, unknown: 0 }
  let unknown = 0
  const lines = breakLines(shown, paragraphsOf(shown), faces, setting, width).map((l, n): Line => {
    const visual = lineGlyphs(shown, l, faces, setting)
    unknown += visual.filter((g) => g.unknown).length
    const trailing = trailingWidth(shown, l.end, visual)
    const lastTracking = visual.length > 0 ? (tracking / 1000) * size * stretch : 0
    const full = visual.reduce((sum, g) => sum + g.advance, 0)
    const own = full - trailing - lastTracking
    const rtl = l.paragraph.rtl
    let share: number
    if (style.align === 'centre') share = 0.5
    else if ((style.align === 'end') !== rtl) share = 1
    else share = 0
    const left = (width - own) * share - (rtl ? trailing : 0)
    const baseline =
      n * lineHeight + (lineHeight - (first.ascent + first.descent) * size) / 2 + first.ascent * size
    let x = left
    const glyphs = visual.map((g): Glyph => {
      const placed = {
        face: g.face,
        glyph: g.glyph,
        x: x + g.dx,
        y: baseline + g.dy,
        advance: g.advance,
        cluster: g.cluster,
        rtl: g.rtl,
        unknown: g.unknown,
      }
      x += g.advance
      return placed
    })
    return {
      glyphs,
      start: l.start,
      end: l.end,
      left,
      width: own,
      baseline,
      top: n * lineHeight,
      height: lineHeight,
      rtl,
    }
  })
  return { lines, width, height: lines.length * lineHeight, size, stretch, unknown }
}

/** A line's glyphs in visual order: runs reordered by their levels (UAX #9 L2). */
function lineGlyphs(
  text: string,
  l: { start: number; end: number; paragraph: Paragraph },
  faces: readonly Face[],
  setting: Setting,
): Measured[] {
  const runs = runsOf(text, l.start, l.end, l.paragraph.levels, faces)
  const levels = runs.map((r) => l.paragraph.levels[r.start] as number)
  const order = runs.map((_, n) => n)
  const base = l.paragraph.rtl ? 1 : 0
  for (let level = Math.max(base, ...levels); level >= 1; level--)
    for (let n = 0; n < order.length; ) {
      if ((levels[order[n] as number] as number) < level) {
        n++
        continue
      }
      let end = n
      while (end < order.length && (levels[order[end] as number] as number) >= level) end++
      order.splice(n, end - n, ...order.slice(n, end).reverse())
      n = end
    }
  return order.flatMap((n) => shapeRun(text, runs[n] as Run, setting))
}

function trailingWidth(text: string, end: number, glyphs: readonly Measured[]): number {
  let from = end
  while (from > 0 && /[^\S\n]/.test(text[from - 1] ?? '')) from--
  return from === end
    ? 0
    : glyphs.filter((g) => g.cluster >= from && g.cluster < end).reduce((sum, g) => sum + g.advance, 0)
}

/** Where the caret stands before the character at an index: px of the layer's box. */
export function caretAt(
  layout: TypeLayout,
  index: number,
): { x: number; top: number; height: number; line: number } {
  const lineIndex = Math.max(
    0,
    layout.lines.findLastIndex((l) => index >= l.start),
  )
  const line = layout.lines[lineIndex]
  if (!line) return { x: 0, top: 0, height: layout.height, line: 0 }
  const spans = clusterSpans(line)
  const inside = spans.find((s) => index >= s.from && index < s.to)
  let x = line.rtl ? line.left : line.left + line.glyphs.reduce((sum, g) => sum + g.advance, 0)
  if (inside) {
    const share = (index - inside.from) / (inside.to - inside.from)
    x = inside.rtl
      ? inside.right - share * (inside.right - inside.left)
      : inside.left + share * (inside.right - inside.left)
  } else if (line.glyphs.length === 0) x = line.left
  return { x, top: line.top, height: line.height, line: lineIndex }
}

type Span = { from: number; to: number; left: number; right: number; rtl: boolean }
/** Each cluster's stretch of text and of the line; a ligature is divided evenly among its characters. */
function clusterSpans(line: Line): Span[] {
  const starts = [...new Set(line.glyphs.map((g) => g.cluster))].sort((a, b) => a - b)
  let x = line.left
  const spans = new Map<number, Span>()
  for (const g of line.glyphs) {
    const next = starts[starts.indexOf(g.cluster) + 1] ?? line.end
    const held = spans.get(g.cluster)
    if (held) held.right = x + g.advance
    else spans.set(g.cluster, { from: g.cluster, to: next, left: x, right: x + g.advance, rtl: g.rtl })
    x += g.advance
  }
  return [...spans.values()]
}

/** The index whose caret is nearest to a point of the layer's box. */
export function indexAt(layout: TypeLayout, x: number, y: number): number {
  const line =
    layout.lines[
      Math.min(layout.lines.length - 1, Math.max(0, Math.floor(y / (layout.lines[0]?.height ?? 1))))
    ]
  if (!line) return 0
  let best = line.start
  let way = Infinity
  for (const s of clusterSpans(line))
    for (let n = s.from; n <= s.to; n++) {
      const share = (n - s.from) / (s.to - s.from || 1)
      const at = s.rtl ? s.right - share * (s.right - s.left) : s.left + share * (s.right - s.left)
      if (Math.abs(at - x) < way - 1e-9) {
        way = Math.abs(at - x)
        best = n
      }
    }
  return best
}

/** Boxes that cover a selection, px of the layer's box. */
export function selectionBoxes(
  layout: TypeLayout,
  from: number,
  to: number,
): { x: number; y: number; width: number; height: number }[] {
  return layout.lines.flatMap((line) =>
    clusterSpans(line).flatMap((s) => {
      const [a, b] = [Math.max(from, s.from), Math.min(to, s.to)]
      if (a >= b) return []
      const w = (s.right - s.left) / (s.to - s.from)
      const left = s.rtl ? s.right - (b - s.from) * w : s.left + (a - s.from) * w
      return [{ x: left, y: line.top, width: w * (b - a), height: line.height }]
    }),
  )
}

/** Whether a family is shipped in a face as bold as asked for. */
export const weightsOf = (family: string): readonly number[] => familyByName(family).weights
