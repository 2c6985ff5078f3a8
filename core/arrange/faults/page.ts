import { gapX, gapY, type Item, isSolid, isWords, sharedArea, sharedBy, sizeOf } from '../../compose/item'
import { placesInOrder } from '../../compose/relations/order'
import { areaOf, contains, heightOf, intersect, overlaps, unionOf, widthOf } from '../../geometry/bounds'
import type { LayerOf } from '../../kinds/list'
import { type After, type Fault, type FaultCheck, factorOf } from './fault'
import { flowOf } from './flow'

const inPage = (i: Item, a: After): boolean =>
  i.ink.right > 0 && i.ink.bottom > 0 && i.ink.left < a.channel.width && i.ink.top < a.channel.height

/** Words: in the safe area, off the clear boxes, as large as the channel asks. */
const words: FaultCheck = (before, after) =>
  after.items.flatMap((i): Fault[] => {
    if (i.types.length === 0 || before.grounds.has(i.id)) return []
    const out: Fault[] = []
    const was = before.byId.get(i.id)
    // What was outside on the master was meant so.
    const bled = was && before.relations.some((r) => r.kind === 'bleeds' && r.of[0] === i.id)
    if (isWords(i) && !bled && !contains(after.safe, i.ink, 2))
      out.push({ kind: 'unsafe', ids: [i.id], weight: 1 })
    if (isWords(i) && after.clear.some((b) => overlaps(b, i.ink)))
      out.push({ kind: 'clear box', ids: [i.id], weight: 1 })
    const least = Math.min(...i.types.map((t: LayerOf<'type'>) => t.style.size))
    const smallest = after.channel.smallestType
    if (least < smallest - 0.05)
      out.push({ kind: 'too small', ids: [i.id], weight: Math.min(3, 1 + 2 * Math.log2(smallest / least)) })
    return out
  })

/** What people said keeps clear of others: a new meeting with it weighs so many times as much. */
const CLEAR = 2
const keptClear = (i: Item): boolean => i.node.layer.behaviour.keepsClear

/** New meetings: words across words, on subjects, across edges; things over things that were free. */
const meetings: FaultCheck = (before, after) => {
  const out: Fault[] = []
  // Light and shade lie over whatever is there.
  const loose = after.items.filter((i) => !before.grounds.has(i.id) && inPage(i, after) && isSolid(i))
  for (const [n, a] of loose.entries())
    for (const b of loose.slice(n + 1)) {
      const [p, q] = [before.byId.get(a.id), before.byId.get(b.id)]
      if (!p || !q) continue
      const near = gapX(a.ink, b.ink) < 1 && gapY(a.ink, b.ink) < 1
      if (!near) continue
      const is = sharedArea(a, b) / Math.max(1, Math.min(a.area, b.area))
      const was = sharedArea(p, q) / Math.max(1, Math.min(p.area, q.area))
      const ids = [a.id, b.id]
      const times = keptClear(a) || keptClear(b) ? CLEAR : 1
      const [worded, other] = isWords(a) ? [a, b] : [b, a]
      // Of letters across others the least bit is seen.
      if (sharedBy(a.letters, b.letters) > 1 && sharedBy(p.letters, q.letters) <= 1)
        out.push({ kind: 'straddling', ids, weight: times })
      else if (was > 0.05 || is < 0.004 || is < was + 0.03) continue
      else if (isWords(a) && isWords(b)) out.push({ kind: 'straddling', ids, weight: times })
      else if (isWords(worded) && other.role === 'rule')
        out.push({ kind: 'rule through words', ids, weight: times })
      else if (isWords(worded)) {
        const share = sharedArea(worded, other) / Math.max(1, worded.area)
        if (share > 0.01)
          out.push({
            kind: other.role === 'cutout' || other.role === 'group' ? 'on a subject' : 'straddling',
            ids,
            weight: times * Math.min(1.5, 0.4 + 2 * share),
          })
      } else if (is > 0.03) out.push({ kind: 'covered', ids, weight: times * Math.min(1, 0.2 + is) })
    }
  return out
}

/** People said that all of it must be seen. */
const WHOLE = 2
/** Pressed flat, or cut by the edge of the page. */
const shapes: FaultCheck = (before, after) =>
  after.items.flatMap((i): Fault[] => {
    const was = before.byId.get(i.id)
    if (!was || before.grounds.has(i.id)) return []
    const out: Fault[] = []
    const [a, b] = [was.node.layer.placement, i.node.layer.placement]
    const pressed = Math.abs(Math.log2(b.width / b.height / (a.width / a.height)))
    const rigid =
      i.role === 'cutout' ||
      i.role === 'graphic' ||
      (i.role === 'shape' &&
        i.area < 0.86 * widthOf(i.ink) * heightOf(i.ink) &&
        i.node.layer.placement.rotation === 0)
    if (rigid && pressed > 0.06) out.push({ kind: 'flattened', ids: [i.id], weight: 1 })
    const page = { left: 0, top: 0, right: after.channel.width, bottom: after.channel.height }
    const bled = before.relations.some((r) => r.kind === 'bleeds' && r.of[0] === i.id)
    const said = was.node.layer.behaviour.seen
    const seen = (x: Item, w: number, h: number) =>
      areaOf(intersect(x.ink, { left: 0, top: 0, right: w, bottom: h })) / Math.max(1, areaOf(x.ink))
    if (said === 'whole' || (!bled && said !== 'cropped')) {
      if (!contains(page, i.ink, 2)) out.push({ kind: 'cut', ids: [i.id], weight: said ? WHOLE : 1 })
    } else if (seen(i, page.right, page.bottom) < 0.5 * seen(was, before.width, before.height))
      // So much is seen of it as before, more or less.
      out.push({ kind: 'cut', ids: [i.id], weight: 1 })
    return out
  })

/** The headline stays the largest, and the reading order the same. */
const hierarchy: FaultCheck = (before, after) => {
  const worded = after.items.filter((i) => isWords(i))
  const was = worded.flatMap((i) => before.byId.get(i.id) ?? [])
  if (worded.length < 2) return []
  const out: Fault[] = []
  const largest = was.reduce((m, i) => (sizeOf(i) > sizeOf(m) ? i : m))
  const now = after.byId.get(largest.id)
  if (
    now &&
    worded.some(
      (i) => sizeOf(i) > sizeOf(now) * 1.02 && sizeOf(before.byId.get(i.id) as Item) < sizeOf(largest) * 0.95,
    )
  )
    out.push({ kind: 'headline', ids: [largest.id], weight: 1 })
  const said = placesInOrder(before.relations)
  const turned = [...flowOf(was, before).filter(unsaid(said)), ...saidPairs(said)].reduce((sum, [a, b]) => {
    const [p, q] = [after.byId.get(a), after.byId.get(b)]
    return sum + (p && q && backwards(p, q) ? 1 : 0)
  }, 0)
  if (turned > 0)
    out.push({ kind: 'order', ids: worded.map((i) => i.id), weight: Math.min(2, 0.6 + turned * 0.4) })
  return out
}
/** What is told of two places holds only where people did not speak of both. */
const unsaid =
  (said: ReadonlyMap<string, number>) =>
  ([a, b]: readonly [string, string]): boolean =>
    !said.has(a) || !said.has(b)
function saidPairs(said: ReadonlyMap<string, number>): (readonly [string, string])[] {
  const ids = [...said.keys()].sort((a, b) => (said.get(a) ?? 0) - (said.get(b) ?? 0))
  return ids.slice(1).map((id, n) => [ids[n] as string, id])
}
/** Whether the second of two is read before the first. */
const backwards = (p: Item, q: Item): boolean => {
  const rtl = p.layout?.lines[0]?.rtl ?? false
  // Columns are read one after the other: what stands higher in the next is read later all the same.
  if (q.ink.bottom <= p.ink.top + 1) return rtl ? q.ink.right > p.ink.left : q.ink.left < p.ink.right
  const level = gapY(p.ink, q.ink) < 0
  return level && (rtl ? q.ink.left >= p.ink.right - 1 : q.ink.right <= p.ink.left + 1)
}

/** One half of the safe area stands empty where it did not on the master. */
const halves: FaultCheck = (before, after) => {
  const seen = (items: readonly Item[], w: number, h: number) => {
    const page = { left: 0, top: 0, right: w, bottom: h }
    const boxes = items
      .filter((i) => !before.grounds.has(i.id))
      .map((i) => intersect(i.ink, page))
      .filter((b) => areaOf(b) > 0)
    return boxes.length > 0 ? unionOf(boxes) : null
  }
  const [was, is] = [
    seen(before.items, before.width, before.height),
    seen(after.items, after.channel.width, after.channel.height),
  ]
  if (!was || !is) return []
  const { safe } = after
  const empty = (axis: 'x' | 'y') => {
    const [lo, hi] = axis === 'x' ? (['left', 'right'] as const) : (['top', 'bottom'] as const)
    const size = safe[hi] - safe[lo]
    const full = axis === 'x' ? before.width : before.height
    const share = (is[hi] - is[lo]) / size
    const asked = Math.min(0.62, ((was[hi] - was[lo]) / full) * 0.8)
    return Math.max(0, asked - share)
  }
  const lack = Math.max(empty('x'), empty('y'))
  return lack > 0.02 ? [{ kind: 'empty', ids: [], weight: Math.min(1.6, 0.3 + lack * 3) }] : []
}
/** Smaller, of the page, than people allowed. */
const shares: FaultCheck = (before, after) => {
  const area = Math.sqrt(
    (after.channel.width * after.channel.height) / Math.max(1, before.width * before.height),
  )
  return after.items.flatMap((i): Fault[] => {
    const was = before.byId.get(i.id)
    const asked = was?.node.layer.behaviour.leastShare
    if (!was || asked === undefined) return []
    const share = factorOf(was, i) / area
    const weight = Math.min(3, 1 + 2 * Math.log2(asked / share))
    return share < asked * 0.98 ? [{ kind: 'small share', ids: [i.id], weight }] : []
  })
}
const leftOut: FaultCheck = (before, after) =>
  [...after.leftOut].flatMap((id): Fault[] => {
    const item = before.byId.get(id)
    if (!item) return []
    const must = item.node.layer.behaviour.importance === 'must'
    return must ? [{ kind: 'left out', ids: [id], weight: 1 }] : []
  })
/** Things close up so far that they touch. */
const touching: FaultCheck = (before, after) => {
  const out: Fault[] = []
  const worded = after.items.filter((i) => isWords(i))
  for (const [n, a] of worded.entries())
    for (const b of worded.slice(n + 1)) {
      const [p, q] = [before.byId.get(a.id), before.byId.get(b.id)]
      if (
        !p ||
        !q ||
        gapX(a.ink, b.ink) >= 0.12 * sizeOf(a) ||
        gapY(a.ink, b.ink) >= 0.12 * Math.min(sizeOf(a), sizeOf(b))
      )
        continue
      const close =
        gapX(p.ink, q.ink) < 0.2 * sizeOf(p) && gapY(p.ink, q.ink) < 0.2 * Math.min(sizeOf(p), sizeOf(q))
      if (!close && sharedArea(a, b) === 0) out.push({ kind: 'touching', ids: [a.id, b.id], weight: 1 })
    }
  return out
}
export const pageChecks: readonly FaultCheck[] = [
  words,
  meetings,
  shapes,
  hierarchy,
  halves,
  leftOut,
  shares,
  touching,
]
