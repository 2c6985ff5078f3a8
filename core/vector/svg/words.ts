import { readColour } from '../../colour/colour'
import { compose, identity, type Matrix } from '../../geometry/matrix'
import {
  declaredFor,
  type Element,
  lengthIn,
  numbersIn,
  parseSvg,
  type Rule,
  transformIn,
  viewBoxMap,
} from './source'

/** Text of an SVG as words that can be typed in: px of the file; `x`, `y` where its first baseline begins, by `align` from its side. */
export type SvgWords = {
  text: string
  x: number
  y: number
  size: number
  /** From baseline to baseline in sizes. */
  leading: number
  family: string
  weight: number
  italic: boolean
  /** Thousandths of the size. */
  tracking: number
  colour: string
  opacity: number
  align: 'start' | 'centre' | 'end'
  turnDegrees: number
}

/** What words cannot say: what hides or paints them otherwise, and what runs along a path. */
const BEYOND = ['clip-path', 'mask', 'filter', 'textLength', 'text-decoration', 'writing-mode']
const ANCHORS: Record<string, SvgWords['align']> = { start: 'start', middle: 'centre', end: 'end' }
const WEIGHTS: Record<string, number> = { normal: 400, bold: 700, lighter: 300, bolder: 700 }
const INHERITED = [
  'font-family',
  'font-size',
  'font-weight',
  'font-style',
  'letter-spacing',
  'fill',
  'fill-opacity',
  'stroke',
  'text-anchor',
  'opacity',
] as const
type Style = Partial<Record<(typeof INHERITED)[number], string>>

/** The one text that a stretch of a file holds, as words; null where it is more, or says what words here cannot. */
export function wordsIn(svg: string, { width, height }: { width: number; height: number }): SvgWords | null {
  const { root, rules } = parseSvg(svg)
  const found = textIn(root, rules, {}, identity)
  if (!found) return null
  const { viewBox, preserveAspectRatio } = root.attributes
  const toFile = viewBoxMap(numbersIn(viewBox), width, height, preserveAspectRatio)
  return wordsOf(found.text, rules, found.style, compose(found.toRoot, toFile))
}
type Found = { text: Element; style: Style; toRoot: Matrix }
function styled(e: Element, rules: readonly Rule[], before: Style): Style | null {
  const get = declaredFor(e, rules)
  if (BEYOND.some((b) => (get(b) ?? 'none') !== 'none')) return null
  const own: Style = { ...before }
  for (const name of INHERITED) {
    const value = get(name)
    if (value !== undefined && value !== 'inherit') own[name] = value
  }
  return own
}
/** The only thing that is painted, if it is a text within plain groups. */
function textIn(e: Element, rules: readonly Rule[], before: Style, toRoot: Matrix): Found | null {
  const style = styled(e, rules, before)
  if (!style) return null
  const here = e.tag === 'svg' ? toRoot : compose(transformIn(e.attributes.transform), toRoot)
  if (e.tag === 'text') return { text: e, style, toRoot: here }
  // A group that is not fully there would make its members weaker than each is by itself.
  if (e.tag !== 'svg' && Number(declaredFor(e, rules)('opacity') ?? 1) < 1) return null
  const shown = e.children.filter((c) => ['g', 'a', 'switch', 'text', 'svg'].includes(c.tag))
  const [only, more] = shown
  return only && !more ? textIn(only, rules, { ...style, opacity: '1' }, here) : null
}

function wordsOf(e: Element, rules: readonly Rule[], given: Style, m: Matrix): SvgWords | null {
  const [a, b, c, d] = m
  const scale = Math.hypot(a, b)
  // Words are turned and sized here, not slanted or stretched.
  if (scale < 1e-6 || Math.abs(a - d) > 1e-3 * scale || Math.abs(b + c) > 1e-3 * scale) return null
  // A single span says for all of it how it is set.
  const [span, more] = e.children
  const style = span && !more ? styled(span, rules, given) : given
  const lines = style && linesOf(e, rules, style)
  if (!lines) return null
  const [first] = lines.at
  const size = lengthIn(style['font-size'], 16)
  const fill = style.fill ?? '#000000'
  const colour = readColour(fill === 'currentColor' ? '#000000' : fill)
  if (!first || !colour || size <= 0 || (style.stroke ?? 'none') !== 'none') return null
  const second = lines.at[1]
  const spacing = style['letter-spacing']
  return {
    text: lines.text,
    x: a * first.x + c * first.y + m[4],
    y: b * first.x + d * first.y + m[5],
    size: size * scale,
    leading: second ? Math.min(4, Math.max(0.6, (second.y - first.y) / size)) : 1.2,
    family: familyIn(style['font-family']),
    weight: WEIGHTS[style['font-weight'] ?? ''] ?? (Number(style['font-weight']) || 400),
    italic: /italic|oblique/.test(style['font-style'] ?? ''),
    tracking: spacing && spacing !== 'normal' ? (lengthIn(spacing, 0) / size) * 1000 : 0,
    colour: colour.slice(0, 7),
    opacity: Number(style.opacity ?? 1) * Number(style['fill-opacity'] ?? 1),
    align: ANCHORS[style['text-anchor'] ?? 'start'] ?? 'start',
    turnDegrees: (Math.atan2(b, a) * 180) / Math.PI,
  }
}
const familyIn = (list: string | undefined): string =>
  (list ?? '')
    .split(',')[0]
    ?.trim()
    .replace(/^["']|["']$/g, '')
    .slice(0, 74) || 'sans-serif'
const SIGNS: Record<string, string> = { amp: '&', lt: '<', gt: '>', quot: '"', apos: "'" }
const plain = (text: string): string =>
  text
    .replace(/&(?:#x([0-9a-f]{1,6})|#(\d{1,7})|(amp|lt|gt|quot|apos));/gi, (whole, hex, number, name) => {
      if (name) return SIGNS[String(name).toLowerCase()] ?? whole
      const code = hex ? Number.parseInt(hex, 16) : Number(number)
      return code > 0 && code <= 0x10ffff ? String.fromCodePoint(code) : whole
    })
    .replace(/\s+/g, ' ')
    .trim()

/** Lines of a text: its own letters, or spans of one style, each that sets a height a line of its own. */
function linesOf(
  e: Element,
  rules: readonly Rule[],
  style: Style,
): { text: string; at: { x: number; y: number }[] } | null {
  const at = (of: Element, name: string): number | undefined => numbersIn(of.attributes[name])[0]
  const start = { x: at(e, 'x') ?? 0, y: at(e, 'y') ?? 0 }
  if (e.children.length === 0) {
    const text = plain(e.text)
    return text === '' ? null : { text, at: [start] }
  }
  if (plain(e.text) !== '' || e.children.some((s) => s.tag !== 'tspan' || s.children.length > 0)) return null
  const lines: { text: string; x: number; y: number }[] = []
  for (const span of e.children) {
    const own = styled(span, rules, style)
    // One text is set in one style here.
    if (!own || INHERITED.some((name) => own[name] !== style[name])) return null
    const last = lines.at(-1)
    const moves = 'y' in span.attributes || 'dy' in span.attributes
    const y = at(span, 'y') ?? (last?.y ?? start.y) + lengthIn(span.attributes.dy, 0)
    if (last && !moves) last.text += ` ${plain(span.text)}`
    else lines.push({ text: plain(span.text), x: at(span, 'x') ?? last?.x ?? start.x, y })
  }
  const [first] = lines
  if (!first || lines.some((l) => Math.abs(l.x - first.x) > 0.5)) return null
  return { text: lines.map((l) => l.text).join('\n'), at: lines }
}
