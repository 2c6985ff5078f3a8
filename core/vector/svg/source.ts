import { XMLParser } from 'fast-xml-parser'
import { badInput } from '../../basics/errors'
import { compose, identity, type Matrix, scaling, translation, turning } from '../../geometry/matrix'

/** An element as it is written; `text` is what stands directly in it. */
export type Element = { tag: string; attributes: Record<string, string>; children: Element[]; text: string }
type Raw = Record<string, unknown>

const parser = new XMLParser({
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: '',
  parseTagValue: false,
  parseAttributeValue: false,
  processEntities: false,
})

function elementsOf(raw: unknown): Element[] {
  if (!Array.isArray(raw)) return []
  return (raw as Raw[]).flatMap((entry) => {
    const tag = Object.keys(entry).find((k) => k !== ':@')
    if (!tag || tag === '#comment' || tag === '?xml') return []
    if (tag === '#text') return [{ tag, attributes: {}, children: [], text: String(entry[tag] ?? '') }]
    const inner = elementsOf(entry[tag])
    const attributes = Object.fromEntries(
      Object.entries((entry[':@'] ?? {}) as Record<string, string>).map(([k, v]) => [
        k.replace(/^(xlink|svg):/, ''),
        v,
      ]),
    )
    const text = inner.map((c) => (c.tag === '#text' ? c.text : '')).join('')
    return [
      { tag: tag.replace(/^svg:/, ''), attributes, children: inner.filter((c) => c.tag !== '#text'), text },
    ]
  })
}

/** Throws `bad-input` for files that could run something or reach outside. */
export function refuseActiveSvg(text: string): void {
  if (/<!ENTITY|<!DOCTYPE[^>]*\[/i.test(text))
    throw badInput(
      'This SVG declares entities, which could hide other content. Nothing was stored; save it as plain SVG and try again.',
    )
  if (/<\s*(?:svg:)?(script|foreignObject|iframe|object|embed)\b/i.test(text))
    throw badInput('This SVG holds a script or foreign content. Nothing was stored; remove it and try again.')
  if (/\son[a-z]+\s*=/i.test(text) || /(?:href|src)\s*=\s*["']\s*(?:javascript|https?|file):/i.test(text))
    throw badInput(
      'This SVG reaches outside itself or reacts to events. Nothing was stored; save it as plain SVG and try again.',
    )
}

/** The root of a file and its elements by id. Throws `bad-input` for what is broken or active. */
export function parseSvg(text: string): {
  root: Element
  byId: ReadonlyMap<string, Element>
  rules: readonly Rule[]
} {
  refuseActiveSvg(text)
  let tree: Element[]
  try {
    tree = elementsOf(parser.parse(text))
  } catch {
    throw badInput('This SVG is damaged and cannot be read. Nothing was stored.')
  }
  const root = tree.find((n) => n.tag === 'svg')
  if (!root) throw badInput('This file is not an SVG. Nothing was stored.')
  const byId = new Map<string, Element>()
  const rules: Rule[] = []
  const walk = (e: Element) => {
    if (e.attributes.id && !byId.has(e.attributes.id)) byId.set(e.attributes.id, e)
    if (e.tag === 'style') rules.push(...rulesIn(e.text))
    for (const child of e.children) walk(child)
  }
  walk(root)
  return { root, byId, rules }
}

/** A style rule for elements by tag, class and id; `weight` says which of two counts (Selectors 4 §17, simple selectors only). */
export type Rule = {
  tag: string | null
  id: string | null
  classes: string[]
  weight: number
  declared: Record<string, string>
}
function rulesIn(text: string): Rule[] {
  const plain = text.replace(/\/\*[\s\S]*?\*\//g, '').replace(/<!\[CDATA\[|\]\]>/g, '')
  return [...plain.matchAll(/([^{}@]+)\{([^{}]*)\}/g)].flatMap(([, selectors = '', body = '']) => {
    const declared = declarations(body)
    return selectors.split(',').flatMap((selector): Rule[] => {
      const found = /^([a-z][\w-]*|\*)?((?:[.#][\w-]+)*)$/i.exec(selector.trim())
      if (!found || selector.trim() === '') return []
      const marks = [...(found[2] ?? '').matchAll(/([.#])([\w-]+)/g)]
      const classes = marks.flatMap(([, kind, name]) => (kind === '.' && name ? [name] : []))
      const id = marks.find(([, kind]) => kind === '#')?.[2] ?? null
      const tag = found[1] && found[1] !== '*' ? found[1] : null
      return [{ tag, id, classes, weight: (id ? 100 : 0) + 10 * classes.length + (tag ? 1 : 0), declared }]
    })
  })
}
function declarations(text: string): Record<string, string> {
  return Object.fromEntries(
    text.split(';').flatMap((d) => {
      const at = d.indexOf(':')
      return at < 0
        ? []
        : [
            [
              d.slice(0, at).trim().toLowerCase(),
              d
                .slice(at + 1)
                .replace('!important', '')
                .trim(),
            ],
          ]
    }),
  )
}
/** What is declared for an element: its attributes, over them rules by their weight, over them its own style. */
export function declaredFor(e: Element, rules: readonly Rule[]): (name: string) => string | undefined {
  const classes = (e.attributes.class ?? '').split(/\s+/)
  const fitting = rules
    .filter(
      (r) =>
        (!r.tag || r.tag === e.tag) &&
        (!r.id || r.id === e.attributes.id) &&
        r.classes.every((c) => classes.includes(c)),
    )
    .sort((a, b) => a.weight - b.weight)
  const all = Object.assign(
    {},
    ...fitting.map((r) => r.declared),
    declarations(e.attributes.style ?? ''),
  ) as Record<string, string>
  return (name) => all[name] ?? e.attributes[name]
}

const NUMBERS = /[+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?/gi
export const numbersIn = (text: string | undefined): number[] => (text?.match(NUMBERS) ?? []).map(Number)

/** px of the units that SVG takes (CSS Values 4 §6.2); em as 16 px. */
const UNITS: Record<string, number> = {
  '': 1,
  px: 1,
  pt: 4 / 3,
  pc: 16,
  mm: 96 / 25.4,
  cm: 96 / 2.54,
  in: 96,
  em: 16,
  ex: 8,
  rem: 16,
  q: 96 / 101.6,
}
/** A length in px; percentages of `whole`. */
export function lengthIn(text: string | undefined, fallback: number, whole = 0): number {
  const found = /^\s*([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)\s*(%|[a-z]*)\s*$/i.exec(text ?? '')
  if (!found) return fallback
  const value = Number(found[1])
  if (found[2] === '%') return (value / 100) * whole
  const unit = UNITS[(found[2] ?? '').toLowerCase()]
  return unit === undefined ? fallback : value * unit
}

const steps: Record<string, (at: (n: number, fallback?: number) => number) => Matrix> = {
  matrix: (at) => [at(0, 1), at(1), at(2), at(3, 1), at(4), at(5)],
  translate: (at) => translation(at(0), at(1)),
  scale: (at) => scaling(at(0, 1), at(1, at(0, 1))),
  rotate: (at) => compose(compose(translation(-at(1), -at(2)), turning(at(0))), translation(at(1), at(2))),
  skewX: (at) => [1, 0, Math.tan((at(0) * Math.PI) / 180), 1, 0, 0],
  skewY: (at) => [1, Math.tan((at(0) * Math.PI) / 180), 0, 1, 0, 0],
}
/** A list of transforms as one map (CSS Transforms 1 §8). */
export function transformIn(text: string | undefined): Matrix {
  let m: Matrix = identity
  for (const [, name = '', inside = ''] of (text ?? '').matchAll(/(\w+)\s*\(([^)]*)\)/g)) {
    const v = numbersIn(inside)
    const step = steps[name]
    if (step)
      m = compose(
        step((n, fallback = 0) => v[n] ?? fallback),
        m,
      )
  }
  return m
}

/** How a view box is laid into a box (SVG 2 §8.2, `preserveAspectRatio`). */
export function viewBoxMap(
  box: readonly number[],
  width: number,
  height: number,
  how = 'xMidYMid meet',
): Matrix {
  const [left = 0, top = 0, w = width, h = height] = box
  const [kx, ky] = [width / w, height / h]
  if (/none/.test(how)) return compose(translation(-left, -top), scaling(kx, ky))
  const k = /slice/.test(how) ? Math.max(kx, ky) : Math.min(kx, ky)
  const share = (word: string): number => {
    if (new RegExp(`${word}Min`).test(how)) return 0
    if (new RegExp(`${word}Max`).test(how)) return 1
    return 0.5
  }
  return compose(
    compose(translation(-left, -top), scaling(k)),
    translation((width - w * k) * share('x'), (height - h * k) * share('Y')),
  )
}
/** The reference in `url(#…)` or `#…`; null for none. */
export const referenceIn = (text: string | undefined): string | null =>
  /#([^)"'\s]+)/.exec(text ?? '')?.[1] ?? null
