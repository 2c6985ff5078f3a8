import { type Bounds, heightOf, widthOf } from '../geometry/bounds'
import { cosine, sine } from '../geometry/exact'
import type { Importance } from '../kinds/common'
import type { LayerOf } from '../kinds/list'
import { type Measure, wrapMeasured } from '../type/layout'

/** A text to be stacked, in reading order. Lengths are px of the master. */
export type Text = {
  id: string
  layer: LayerOf<'type'>
  measure: Measure
  size: number
  /** space above it to the text before */
  gap: number
  importance: Importance
  /** how far it is turned, degrees */
  turn: number
  /** room around it for a plate */
  padX: number
  padY: number
  /** widest unbreakable piece at size 1 */
  widest: number
}
export type StackedText = { id: string; size: number; box: Bounds; lines: number }
export type Stack = { texts: StackedText[]; bounds: Bounds; headline: number }
export type Align = 'start' | 'centre' | 'end'

export const widestPiece = (m: Measure): number =>
  Math.max(0.1, ...m.paragraphs.flatMap((p) => p.map((s) => s.width - s.trailing)))

/** Glyphs of tight lines reach beyond their line boxes by about this share of the size (*common practice*: 1.15 leading holds them). */
const overhang = (t: Text): number => Math.max(0, (1.16 - t.measure.leading) / 2)

/**
 * Stacks texts in a box at a factor of their master size, none below `smallest`; null where they do not fit. `hang` is
 * where the stack lies in a taller box: 0 top, 1 bottom.
 */
export function stackTexts(
  texts: readonly Text[],
  box: Bounds,
  factor: number,
  smallest: number,
  align: Align,
  hang: number,
): Stack | null {
  const width = widthOf(box)
  const rows: {
    text: Text
    size: number
    width: number
    height: number
    padX: number
    padY: number
    gap: number
    lines: number
  }[] = []
  let total = 0
  for (const text of texts) {
    const size = Math.max(smallest, text.size * factor)
    const k = size / text.size
    // Letters that change with their neighbours make a line a little wider alone than within its paragraph.
    const slack = size * 0.06 + 1
    const set = wrapTurned(text, size, k, width, slack)
    if (!set) return null
    const gap = rows.length === 0 ? 0 : text.gap * Math.min(k, factor * 1.5)
    rows.push({ text, size, gap, ...set })
    total += set.height + gap
  }
  const first = rows[0]
  const last = rows.at(-1)
  if (!first || !last) return { texts: [], bounds: { ...box, bottom: box.top, right: box.left }, headline: 0 }
  const [above, below] = [overhang(first.text) * first.size, overhang(last.text) * last.size]
  const room = heightOf(box) - above - below - total
  if (room < 0) return null
  let y = box.top + above + room * hang
  const bounds = { left: Infinity, top: y, right: -Infinity, bottom: y + total }
  const placed = rows.map((row): StackedText => {
    y += row.gap
    const { padX, padY } = row
    let share: number
    if (align === 'centre') share = 0.5
    else if (align === 'end') share = 1
    else share = 0
    const left = box.left + padX + (width - 2 * padX - row.width) * share
    const text = {
      id: row.text.id,
      size: row.size,
      lines: row.lines,
      box: { left, top: y + padY, right: left + row.width, bottom: y + row.height - padY },
    }
    bounds.left = Math.min(bounds.left, left - padX)
    bounds.right = Math.max(bounds.right, left + row.width + padX)
    y += row.height
    return text
  })
  return { texts: placed, bounds, headline: Math.max(...rows.map((r) => r.size)) }
}

/**
 * Wraps one text so that it fits a width with its plate and its turn. `height` is that of everything, `padX` and
 * `padY` what lies beyond the text's own box on each side: the upright box around w × h turned by θ measures
 * w·cos θ + h·sin θ by w·sin θ + h·cos θ.
 */
function wrapTurned(
  text: Text,
  size: number,
  k: number,
  width: number,
  slack: number,
): { width: number; height: number; padX: number; padY: number; lines: number } | null {
  const angle = (Math.abs(text.turn) * Math.PI) / 180
  const [c, s] = [cosine(angle), sine(angle)]
  const [plateX, plateY] = [2 * text.padX * k, 2 * text.padY * k]
  let inner = width / c - plateX - slack
  for (let round = 0; round < 4; round++) {
    if (text.widest * size > inner) return null
    const { widest, height, lines } = wrapMeasured(text.measure, size, inner)
    const w = Math.ceil(widest + slack)
    const [fullX, fullY] = [w + plateX, height + plateY]
    const [reachX, reachY] = [fullX * c + fullY * s, fullX * s + fullY * c]
    if (text.turn === 0) return { width: w, height: reachY, padX: plateX / 2, padY: plateY / 2, lines }
    // A hair of air, as turned corners are not whole numbers.
    const air = 0.05
    if (reachX + air <= width)
      return {
        width: w,
        height: reachY + air,
        padX: (reachX + air - w) / 2,
        padY: (reachY + air - height) / 2,
        lines,
      }
    inner = (width - fullY * s) / c - plateX - slack - 0.5
  }
  return null
}

/** Factors tried from large to small, in multiples of the area ratio. */
const LADDER = [
  1.4, 1.25, 1.12, 1, 0.9, 0.8, 0.72, 0.64, 0.57, 0.5, 0.44, 0.38, 0.33, 0.28, 0.24, 0.2, 0.16, 0.12, 0.08,
]

/** Lines as the author set them: explicit breaks, or what the box on the master made of the words. */
export const authorLines = (t: Text): number =>
  Math.max(t.measure.paragraphs.length, Math.round(t.layer.placement.height / (t.size * t.measure.leading)))

export type Fit = {
  base: number
  most: number
  smallest: number
  align: Align
  hang: number
  /** large letters keep the author's line breaks */
  whole: boolean
}

/** The largest factor of the ladder, not above `most`, whose stack fits; the stack with it. */
export function fitStack(
  texts: readonly Text[],
  box: Bounds,
  f: Fit,
): { stack: Stack; scale: number } | null {
  const large = Math.max(0, ...texts.map((t) => t.size)) * 0.7
  const torn = (stack: Stack) =>
    stack.texts.some((set, n) => {
      const text = texts[n]
      return text !== undefined && text.size >= large && set.lines > authorLines(text)
    })
  for (const scale of LADDER) {
    if (scale > f.most + 1e-9) continue
    const stack = stackTexts(texts, box, f.base * scale, f.smallest, f.align, f.hang)
    if (stack && !(f.whole && torn(stack))) return { stack, scale }
    // Everything is at the smallest already: smaller factors change nothing.
    if (texts.every((t) => t.size * f.base * scale <= f.smallest)) return null
  }
  return null
}

const RANK: Record<Importance, number> = { may: 0, should: 1, must: 2 }
/** The text to leave out next: the least important, of those the last in reading order; never the only one. */
export function leastOf(texts: readonly Text[]): Text | null {
  if (texts.length < 2) return null
  return texts.reduce((least, t) => (RANK[t.importance] <= RANK[least.importance] ? t : least))
}
