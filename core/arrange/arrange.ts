import type { AdaptContext } from '../adapt/adapt'
import { movedNode, moveTo } from '../adapt/place'
import { keysOf, type Reading } from '../compose/read'
import type { Channel } from '../design/channel-schema'
import { ARRANGER, type Chosen } from '../design/chosen-schema'
import { safeArea } from '../design/free-space'
import type { LayerNode } from '../design/tree'
import { centreOf, heightOf, unionOf, widthOf } from '../geometry/bounds'
import { type Best, bestOf } from './best'
import { families } from './families'
import type { Fault } from './faults/fault'
import { weightOf } from './faults/list'
import { Search } from './search'
import { type Source, type Understood, understood } from './source'

export type Arranged = {
  nodes: LayerNode[]
  chosen: Chosen
  leftOut: string[]
  faults: Fault[]
  reading: Reading
}
/** Faults may grow by so much before something else is looked for; it must be better by as much. */
const WORSE = 3
/** At most so many relations are kept to go on holding. */
const MOST_READ = 800

/**
 * Lays a page out for another channel, by what belongs together in it. What was `chosen` before is carried out as long as
 * nothing gets much worse by it. Deterministic; never throws; what could not be had is in `faults`.
 */
export function arrange(
  source: Source,
  channel: Channel,
  chosen: Chosen | null,
  context: AdaptContext,
): Arranged & { anew: boolean } {
  const known = understood(source, context, chosen?.read ?? [])
  const kept = chosen && carriedOut(new Search(source, channel, context, known, chosen), chosen)
  if (kept && weightOf(kept.faults) <= chosen.faults + WORSE)
    return { ...told(kept, source, known, chosen), anew: false }
  const s = new Search(source, channel, context, known, null)
  const [best] = bestOf(s)
  if (kept && (!best || weightOf(best.faults) > weightOf(kept.faults) - WORSE))
    return { ...told(kept, source, known, chosen), anew: false }
  return { ...(best ? told(best, source, known) : fallback(s, known)), anew: chosen !== null }
}
/** The same choices again; null where nothing can be had by them. */
function carriedOut(s: Search, chosen: Chosen): Best | null {
  const leftOut = chosen.leftOut.filter((id) => s.before.byId.has(id))
  const [kept] = s.candidates(new Set(leftOut), [families[chosen.family]])
  return kept ? { ...kept, leftOut } : null
}
/** An arrangement as it is given on and stored; what was kept goes on being measured by what it was chosen with. */
function told(
  { tried, nodes, faults, leftOut }: Best,
  source: Source,
  { reading }: Understood,
  before?: Chosen,
): Arranged {
  const { family, turned, words, choices } = tried
  const hidden = new Set(leftOut)
  return {
    nodes: source.nodes.flatMap((n) => (hidden.has(n.layer.id) ? [] : [nodes.get(n.layer.id) ?? n])),
    chosen: {
      solver: ARRANGER,
      family,
      faults: before?.faults ?? weightOf(faults),
      turned,
      words,
      choices,
      read: keysOf(reading.relations).slice(0, MOST_READ),
      leftOut,
    },
    leftOut,
    faults,
    reading,
  }
}
/** Where nothing else can be had: everything evenly into the safe area, what covers covering. */
function fallback(s: Search, { reading }: Understood): Arranged {
  const { loose, fields, veils, decor } = s.parts
  const rest = [...loose, ...fields, ...veils, ...decor]
  const out = new Map(s.grounds)
  if (rest.length > 0) {
    const all = unionOf(rest.map((i) => i.ink))
    const safe = safeArea(s.channel)
    const k = Math.max(0.001, Math.min(widthOf(safe) / widthOf(all), heightOf(safe) / heightOf(all)))
    const c = centreOf(safe)
    for (const i of rest) out.set(i.id, movedNode(i.node, moveTo(all, k, c.x, c.y)))
  }
  const plain = {
    family: 'whole',
    faults: 0,
    turned: false,
    words: 1,
    choices: {},
    read: [],
    leftOut: [],
  } as const
  return {
    nodes: s.source.nodes.map((n) => out.get(n.layer.id) ?? n),
    chosen: { solver: ARRANGER, ...plain, read: [], leftOut: [] },
    leftOut: [],
    faults: [],
    reading,
  }
}

/** Other arrangements of a channel, best first, each of another structure; at most `most`. */
export function alternatives(source: Source, channel: Channel, context: AdaptContext, most = 6): Arranged[] {
  const known = understood(source, context, [])
  const structures = new Map<string, Arranged>()
  for (const best of bestOf(new Search(source, channel, context, known, null), true)) {
    const made = told(best, source, known)
    const { family, turned, choices, leftOut } = made.chosen
    const key = JSON.stringify([family, turned, choices, leftOut])
    if (structures.size < most && !structures.has(key)) structures.set(key, made)
  }
  return [...structures.values()]
}

/** The whole composition scaled evenly into the safe area, what covers covering: the floor under every arrangement. */
export function contained(
  source: Source,
  channel: Channel,
  context: AdaptContext,
): { nodes: LayerNode[]; faults: readonly Fault[] } {
  const s = new Search(source, channel, context, understood(source, context, []), null)
  const made = s.contained()
  return { nodes: source.nodes.map((n) => made?.nodes.get(n.layer.id) ?? n), faults: made?.faults ?? [] }
}
