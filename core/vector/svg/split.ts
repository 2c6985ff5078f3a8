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
/** Why an element must be a picture; null where it need not. */
function whyBeyond(e: Raw): string | null {
  const filtered = attribute(e, 'filter') || /filter\s*:\s*url/.test(attribute(e, 'style'))
  if (filtered && filtered !== 'none') return 'a filter'
  if (['marker', 'marker-start', 'marker-mid', 'marker-end'].some((m) => attribute(e, m)))
    return 'marks along a line'
  return BEYOND[tagOf(e)] ?? null
}

/**
 * A file whose drawing cannot all be held, in stretches back to front that show the same when they lie over each other. Groups
 * around what is parted stand in each stretch. Throws `bad-input` for active files.
 */
export function splitSvg(text: string): Stretch[] {
  refuseActiveSvg(text)
  const tree = parser.parse(text) as Raw[]
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
      const beyond = HOLDS.has(tag) || PAINTS.has(tag) || tag in BEYOND ? whyBeyond(e) : null
      if (beyond) mark(e, beyond)
      else if (PAINTS.has(tag)) mark(e, null)
      else if (HOLDS.has(tag)) walk(e[rawTagOf(e)])
    }
  }
  walk(tree)
  const only = (list: unknown, leaves: ReadonlySet<Raw>): unknown =>
    Array.isArray(list)
      ? (list as Raw[]).flatMap((e): Raw[] => {
          const tag = tagOf(e)
          if (leaves.has(e)) return [e]
          if (HOLDS.has(tag) && !whyBeyond(e)) return [{ ...e, [rawTagOf(e)]: only(e[rawTagOf(e)], leaves) }]
          // Definitions and styles stand in every stretch.
          return PAINTS.has(tag) || HOLDS.has(tag) || tag in BEYOND ? [] : [e]
        })
      : list
  return stretches.map(({ beyond, leaves }) => ({ beyond, svg: String(builder.build(only(tree, leaves))) }))
}
