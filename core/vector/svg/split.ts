import { XMLBuilder, XMLParser } from 'fast-xml-parser'
import { refuseActiveSvg } from './source'

type Raw = Record<string, unknown>
/** A stretch of a file's drawing, as a file of its own: held as outlines, or what must be a picture, by name. */
export type Stretch = { svg: string; beyond: string | null }

const options = {
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: '',
  processEntities: false,
} as const
const parser = new XMLParser({ ...options, parseTagValue: false, parseAttributeValue: false })
const builder = new XMLBuilder({ ...options, suppressEmptyNode: true })

const PAINTS = new Set(['path', 'rect', 'circle', 'ellipse', 'line', 'polyline', 'polygon', 'use'])
const HOLDS = new Set(['svg', 'g', 'a', 'switch'])
const BEYOND: Record<string, string> = { text: 'text', image: 'a picture' }

const tagOf = (e: Raw): string => (Object.keys(e).find((k) => k !== ':@') ?? '').replace(/^svg:/, '')
const rawTagOf = (e: Raw): string => Object.keys(e).find((k) => k !== ':@') ?? ''
const attribute = (e: Raw, name: string): string => String((e[':@'] as Raw | undefined)?.[name] ?? '')
type Known = ReadonlyMap<string, Raw>
/** Elements by their ids, wherever they stand. */
function byId(list: unknown, into = new Map<string, Raw>()): Map<string, Raw> {
  if (!Array.isArray(list)) return into
  for (const e of list as Raw[]) {
    const id = attribute(e, 'id')
    if (id && !into.has(id)) into.set(id, e)
    byId(e[rawTagOf(e)], into)
  }
  return into
}
const referred = (e: Raw, known: Known): Raw | undefined =>
  known.get((attribute(e, 'href') || attribute(e, 'xlink:href')).replace(/^#/, ''))
const maskOf = (e: Raw, known: Known): Raw | undefined =>
  known.get(/url\(\s*["']?#([^"')]+)/.exec(attribute(e, 'mask') || attribute(e, 'style'))?.[1] ?? '')
/** Whether anything that an element shows, or goes by, is a picture, text or filtered. */
function holdsBeyond(e: Raw | undefined, known: Known, depth = 0): string | null {
  if (!e || depth > MOST_DEPTH) return null
  const own = whyBeyond(e, known, depth)
  if (own) return own
  const inner = e[rawTagOf(e)]
  if (!Array.isArray(inner)) return null
  for (const child of inner as Raw[]) {
    const found = holdsBeyond(child, known, depth + 1)
    if (found) return found
  }
  return null
}
/** Definitions without those that nobody needs; what has no name is kept. */
const keeping = (list: unknown, needed: ReadonlySet<string>): unknown =>
  Array.isArray(list)
    ? (list as Raw[]).filter((e) => attribute(e, 'id') === '' || needed.has(attribute(e, 'id')))
    : list
/** The ids that a text refers to, directly or by what it refers to. */
function references(known: Known): (text: string) => ReadonlySet<string> {
  const texts = new Map<string, string[]>()
  const named = (text: string): string[] =>
    [...text.matchAll(/(?:url\(\s*["']?|href\s*=\s*["'])#([^"')\s]+)/g)].map((m) => m[1] as string)
  return (text) => {
    const out = new Set<string>()
    const due = named(text)
    for (let id = due.pop(); id !== undefined; id = due.pop()) {
      const e = known.get(id)
      if (out.has(id) || !e) continue
      out.add(id)
      const more = texts.get(id) ?? named(String(builder.build([e])))
      texts.set(id, more)
      due.push(...more)
    }
    return out
  }
}
/** References that lead on and on end here. */
const MOST_DEPTH = 24
/** Why an element must be a picture; null where it need not. */
function whyBeyond(e: Raw, known: Known, depth = 0): string | null {
  const filtered = attribute(e, 'filter') || /filter\s*:\s*url/.test(attribute(e, 'style'))
  if (filtered && filtered !== 'none') return 'a filter'
  if (['marker', 'marker-start', 'marker-mid', 'marker-end'].some((m) => attribute(e, m)))
    return 'marks along a line'
  if (BEYOND[tagOf(e)]) return BEYOND[tagOf(e)] ?? null
  if (tagOf(e) === 'use') return holdsBeyond(referred(e, known), known, depth + 1)
  return holdsBeyond(maskOf(e, known), known, depth + 1) ? 'a soft mask' : null
}

/**
 * A file whose drawing cannot all be held, in stretches back to front that show the same when they lie over each other. Groups
 * around what is parted stand in each stretch. Throws `bad-input` for active files.
 */
export function splitSvg(text: string): Stretch[] {
  refuseActiveSvg(text)
  const tree = parser.parse(text) as Raw[]
  const known = byId(tree)
  const stretches: { beyond: string | null; leaves: Set<Raw> }[] = []
  const mark = (e: Raw, beyond: string | null): void => {
    const last = stretches.at(-1)
    if (last && last.beyond === beyond && beyond === null) last.leaves.add(e)
    else stretches.push({ beyond, leaves: new Set([e]) })
  }
  const walk = (list: unknown): void => {
    if (!Array.isArray(list)) return
    for (const e of list as Raw[]) {
      const tag = tagOf(e)
      const beyond = HOLDS.has(tag) || PAINTS.has(tag) || tag in BEYOND ? whyBeyond(e, known) : null
      if (beyond) mark(e, beyond)
      else if (PAINTS.has(tag)) mark(e, null)
      else if (HOLDS.has(tag)) walk(e[rawTagOf(e)])
    }
  }
  walk(tree)
  const only = (list: unknown, leaves: ReadonlySet<Raw>, needed: ReadonlySet<string>): unknown =>
    Array.isArray(list)
      ? (list as Raw[]).flatMap((e): Raw[] => {
          const tag = tagOf(e)
          if (leaves.has(e)) return [e]
          if (HOLDS.has(tag) && !whyBeyond(e, known))
            return [{ ...e, [rawTagOf(e)]: only(e[rawTagOf(e)], leaves, needed) }]
          // Of definitions each stretch has what it needs; styles stand in every one.
          if (tag === 'defs') return [{ ...e, [rawTagOf(e)]: keeping(e[rawTagOf(e)], needed) }]
          return PAINTS.has(tag) || HOLDS.has(tag) || tag in BEYOND ? [] : [e]
        })
      : list
  const referred = references(known)
  return stretches.map(({ beyond, leaves }) => {
    const bare = String(builder.build(only(tree, leaves, new Set())))
    return { beyond, svg: String(builder.build(only(tree, leaves, referred(bare)))) }
  })
}
