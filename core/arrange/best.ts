import { type Item, sizeOf } from '../compose/item'
import { families } from './families'
import type { Before } from './faults/fault'
import type { Parts } from './parts'
import type { Candidate, Search } from './search'
import { badness, WEIGHTS } from './weights'

/** With faults of less weight nothing is left out, and nothing taken apart. */
const GOOD = 1.6
/** With faults of more weight words are taken out of what they stood in; of still more, what overlapped is taken apart altogether. */
const POOR = 3
const UNREAD = 5
/** Nothing was found that can be read: words must go. */
const NO_ROOM = 20
const MOST_LEFT_OUT = 7

/** Of what these say nothing can go without tearing them. */
const WHOLE = ['set', 'table', 'through', 'together', 'stands']
/** The least important first; of the same importance what is small. */
const byImportance = (a: Item, b: Item): number =>
  RANK[a.node.layer.behaviour.importance] - RANK[b.node.layer.behaviour.importance] ||
  sizeOf(a) - sizeOf(b) ||
  b.ink.top - a.ink.top
const RANK = { may: 0, should: 1, must: 2 } as const
/** What may be left out, the least important first: what people said, then small words and badges. */
function leavable(parts: Parts, before: Before): Item[] {
  const largest = Math.max(0, ...parts.loose.map(sizeOf))
  const bound = (i: Item) =>
    before.relations.some((r) => WHOLE.includes(r.kind) && [...r.of, ...r.to].includes(i.id)) ||
    before.relations.some((r) => r.kind === 'on' && r.of[0] === i.id) ||
    before.relations.some(
      (r) => r.to.includes(i.id) && (r.kind === 'on' || r.kind === 'rides' || r.kind === 'caption'),
    )
  return parts.loose
    .filter((i) => {
      const { importance } = i.node.layer.behaviour
      if (importance === 'must' || sizeOf(i) === largest) return false
      return importance === 'may' || (i.types.length > 0 && !bound(i))
    })
    .sort(byImportance)
}
/** Words that go where there is no room to read all of them: all but the largest. */
function crowding(parts: Parts): Item[] {
  const worded = parts.loose.filter((i) => i.types.length > 0)
  const [headline] = [...worded].sort((a, b) => sizeOf(b) - sizeOf(a))
  return worded.filter((i) => i !== headline).sort(byImportance)
}
export type Best = Candidate & { leftOut: string[] }

/**
 * Everything worth comparing, the best first: more is left out, and more taken apart, only as long as nothing good was found.
 * `thorough` looks at what cannot be the best too.
 */
export function bestOf(s: Search, thorough = false): Best[] {
  const leftOut: string[] = []
  const all: Best[] = []
  const [spare, crowd] = [leavable(s.parts, s.before), crowding(s.parts)]
  const importanceOf = (id: string) => s.before.byId.get(id)?.node.layer.behaviour.importance ?? 'must'
  for (let round = 0; round <= MOST_LEFT_OUT; round++) {
    const lost = leftOut.reduce((sum, id) => sum + WEIGHTS.leftOut[importanceOf(id)], 0)
    const add = (...ids: (keyof typeof families)[]) => {
      const found = s.candidates(
        new Set(leftOut),
        ids.map((id) => families[id]),
        thorough ? Number.NEGATIVE_INFINITY : GOOD,
      )
      all.push(...found.map((c) => ({ ...c, score: c.score - lost, leftOut: [...leftOut] })))
    }
    /** What speaks against the best of all that was found. */
    const wanting = () => {
      const best = all.reduce((b: Best | null, o) => (b && b.score >= o.score ? b : o), null)
      return best ? best.tried.value - best.score : Number.POSITIVE_INFINITY
    }
    add('tree')
    if (round === 0 && (thorough || wanting() > 0)) add('whole')
    if (wanting() > GOOD + lost) add('apart')
    if (wanting() > POOR + lost) add('over')
    if (wanting() > UNREAD + lost) add('column')
    const there = (i: Item) => !leftOut.includes(i.id)
    const next = spare.find(there) ?? (wanting() > NO_ROOM + lost ? crowd.find(there) : undefined)
    if (!next || wanting() < GOOD + lost + WEIGHTS.leftOut[importanceOf(next.id)]) break
    leftOut.push(next.id)
  }
  // Containing all of it is the floor: nothing is taken that has more faults than that.
  all.sort((a, b) => b.score - a.score)
  const floor = all[0] && badness(all[0].faults) === 0 ? null : s.contained()
  if (!floor) return all
  all.push({ ...floor, leftOut: [] })
  const most = badness(floor.faults) + 0.01
  const beneath = (b: Best) => Number(badness(b.faults) > most)
  return all.sort((a, b) => beneath(a) - beneath(b) || b.score - a.score)
}
