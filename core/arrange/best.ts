import { ratioGroupOf } from '../design/ratio-groups'
import { families } from './families'
import { crowding, type Leave, leavable } from './leaving'
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
/** Each more that goes with another counts this share of it. */
const MATE = 0.25

export type Best = Candidate & { leftOut: string[] }

/**
 * Everything worth comparing, the best first: more is left out, and more taken apart, only as long as nothing good was found.
 * `thorough` looks at what cannot be the best too.
 */
export function bestOf(s: Search, thorough = false): Best[] {
  const leftOut: string[] = []
  let lost = 0
  const all: Best[] = []
  const [spare, crowd] = [leavable(s.parts, s.before), crowding(s.parts, s.before)]
  /** What it costs that things are not there: those that go together count as little more than one. */
  const lossOf = (leave: Leave) =>
    Math.max(...leave.map((i) => WEIGHTS.leftOut[i.node.layer.behaviour.importance])) *
    (1 + MATE * (leave.length - 1))
  const pinned = thorough ? undefined : s.source.pinned?.[ratioGroupOf(s.channel)]
  for (let round = 0; round <= MOST_LEFT_OUT; round++) {
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
    add(pinned ?? 'tree')
    // What people chose is taken where it can be had at all.
    if (!pinned || all.length === 0) {
      if (round === 0 && (thorough || wanting() > 0)) add('whole')
      if (wanting() > GOOD + lost) add('apart')
      if (wanting() > POOR + lost) add('over')
      if (wanting() > UNREAD + lost) add('column')
    }
    const there = (leave: Leave) => leave.some((i) => !leftOut.includes(i.id))
    const next = spare.find(there) ?? (wanting() > NO_ROOM + lost ? crowd.find(there) : undefined)
    if (!next || wanting() < GOOD + lost + lossOf(next)) break
    leftOut.push(...next.flatMap((i) => (leftOut.includes(i.id) ? [] : [i.id])))
    lost += lossOf(next)
  }
  // Containing all of it is the floor: nothing is taken that has more faults than that.
  all.sort((a, b) => b.score - a.score)
  const floor = all[0] && badness(all[0].faults) === 0 ? null : s.contained()
  if (!floor || (pinned && all.length > 0)) return all
  all.push({ ...floor, leftOut: [] })
  const most = badness(floor.faults) + 0.01
  const beneath = (b: Best) => Number(badness(b.faults) > most)
  return all.sort((a, b) => beneath(a) - beneath(b) || b.score - a.score)
}
