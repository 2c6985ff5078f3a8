import { edgesCrossed } from '../../adapt/units'
import { apart, type Item, isSolid, sharedArea, sizeOf } from '../../compose/item'
import type { RelationKind } from '../../compose/relation'
import { isLike } from '../../compose/relations/set'
import { centreOf, heightOf, widthOf } from '../../geometry/bounds'
import { type After, type Before, type Fault, type FaultCheck, type FaultKind, factorOf } from './fault'

type Held = (was: [Item, Item], is: [Item, Item], before: Before, after: After) => FaultKind | null
/** With less of it a thing is off what carried it. */
const OFF = 0.04
const shareOf = (a: Item, b: Item): number => sharedArea(a, b) / Math.max(1, Math.min(a.area, b.area))

/** Whether a relation of two things still holds. */
const held: Partial<Record<RelationKind, Held>> = {
  on: ([was, carrier], [is, on]) => {
    const kept = sharedArea(is, on) / Math.max(1, is.area)
    if (kept >= Math.min(0.88, (sharedArea(was, carrier) / Math.max(1, was.area)) * 0.95)) return null
    return kept < OFF ? 'torn' : 'straddling'
  },
  rides: ([a, b], [p, q]) => {
    const [was, is] = [shareOf(a, b), shareOf(p, q)]
    return is > was * 0.25 && is < Math.min(1.01, was * 3 + 0.1) ? null : 'torn'
  },
  through: ([a, b], [p, q]) => {
    const [was, is] = [shareOf(a, b), shareOf(p, q)]
    return is > was * 0.25 && is < Math.min(0.95, was * 2 + 0.1) ? null : 'torn'
  },
  stands: ([a, b], [p, q]) => {
    const k = factorOf(a, p)
    const [was, is] = [(a.ink.bottom - b.ink.top) * k, p.ink.bottom - q.ink.top]
    const along = Math.min(p.ink.right, q.ink.right) - Math.max(p.ink.left, q.ink.left)
    return Math.abs(was - is) < 0.08 * heightOf(p.ink) && along > 0.5 * widthOf(p.ink) ? null : 'torn'
  },
  caption: ([a, b], [p, q], before, after) => {
    const k = Math.max(factorOf(a, p), factorOf(b, q), sizeOf(p) / Math.max(1, sizeOf(a)))
    const [was, is] = [apart(a.ink, b.ink), apart(p.ink, q.ink)]
    if (is > was * k * 1.8 + 0.9 * sizeOf(p) && is > 0.04 * after.short) return 'torn'
    const rival = after.items.some((o) => {
      const from = before.byId.get(o.id)
      return from && o.id !== q.id && o.id !== p.id && isLike(from, b) && apart(o.ink, p.ink) < is * 0.8 - 1
    })
    return rival ? 'torn' : null
  },
  together: ([a, b], [p, q], _, after) => {
    const k = Math.max(factorOf(a, p), factorOf(b, q))
    return apart(p.ink, q.ink) <= apart(a.ink, b.ink) * k * 1.6 + 0.04 * after.short ? null : 'torn'
  },
  pair: ([a], [p, q], _, after) => {
    const level = Math.abs(centreOf(p.ink).y - centreOf(q.ink).y) < 0.05 * after.short
    const upright = Math.abs(centreOf(p.ink).x - centreOf(q.ink).x) < 0.05 * after.short
    const alike = Math.abs(widthOf(p.ink) - widthOf(q.ink)) < 0.06 * widthOf(p.ink) && a.area > 0
    return (level || upright) && alike ? null : 'uneven'
  },
}

const pairs: FaultCheck = (before, after) =>
  before.relations.flatMap((r): Fault[] => {
    const holds = held[r.kind]
    const [a, b] = [before.byId.get(r.of[0] ?? ''), before.byId.get(r.to[0] ?? '')]
    const [p, q] = [after.byId.get(r.of[0] ?? ''), after.byId.get(r.to[0] ?? '')]
    if (!holds || !a || !b || !p || !q) return []
    const kind = holds([a, b], [p, q], before, after)
    // Words that only grazed a thing lose less by standing off it.
    const grazed =
      kind === 'torn' && r.kind === 'rides' && a.role === 'words' && sharedArea(a, b) < 0.4 * a.area
    return kind ? [{ kind, ids: [p.id, q.id], relation: r, weight: grazed ? 0.5 : 1 }] : []
  })

/** Order and size of like things. */
const sets: FaultCheck = (before, after) =>
  before.relations.flatMap((r): Fault[] => {
    if (r.kind !== 'set') return []
    const is = r.of.flatMap((id) => after.byId.get(id) ?? [])
    const was = r.of.flatMap((id) => before.byId.get(id) ?? [])
    if (is.length < 2 || is.length !== was.length) return []
    const factors = is.map((i, n) => factorOf(was[n] as Item, i))
    const uneven = Math.max(...factors) > Math.min(...factors) * 1.06 && !stretchedAlike(is)
    const reading = [...is].sort((a, b) => {
      const level =
        Math.abs(centreOf(a.ink).y - centreOf(b.ink).y) < 0.3 * Math.max(heightOf(a.ink), heightOf(b.ink))
      return level ? a.ink.left - b.ink.left : centreOf(a.ink).y - centreOf(b.ink).y
    })
    const order = reading.every((i, n) => i === is[n]) || [...reading].reverse().every((i, n) => i === is[n])
    const out: Fault[] = []
    if (uneven) out.push({ kind: 'uneven', ids: r.of, relation: r, weight: 1 })
    if (!order) out.push({ kind: 'torn', ids: r.of, relation: r, weight: 1 })
    return out
  })
const stretchedAlike = (is: readonly Item[]): boolean => {
  const [first] = is
  return (
    first !== undefined &&
    is.every(
      (i) =>
        Math.abs(widthOf(i.ink) - widthOf(first.ink)) < 2 &&
        Math.abs(heightOf(i.ink) - heightOf(first.ink)) < 2,
    )
  )
}
const footOf = (i: Item): number => i.outlines[0]?.[2]?.y ?? i.ink.bottom
/** Cells of a row stay on one line, and of a column in one. */
const tables: FaultCheck = (before, after) =>
  before.relations.flatMap((r): Fault[] => {
    if (r.kind !== 'table') return []
    let at = 0
    const rows = r.to.map((n) => {
      const row = r.of.slice(at, at + Number(n))
      at += Number(n)
      return row
    })
    const lost = rows.some((row) => {
      const is = row.flatMap((id) => after.byId.get(id) ?? [])
      if (is.length < row.length) return false
      const feet = is.map(footOf)
      const ordered = is.every((i, n) => n === 0 || i.ink.left > (is[n - 1] as Item).ink.left)
      return Math.max(...feet) - Math.min(...feet) > 0.4 * sizeOf(is[0] as Item) || !ordered
    })
    return lost ? [{ kind: 'torn', ids: r.of, relation: r, weight: 2 }] : []
  })
/** A rule still stands between its two. */
const rules: FaultCheck = (before, after) =>
  before.relations.flatMap((r): Fault[] => {
    if (r.kind !== 'between') return []
    const [rule, a, b] = [
      after.byId.get(r.of[0] ?? ''),
      after.byId.get(r.to[0] ?? ''),
      after.byId.get(r.to[1] ?? ''),
    ]
    if (!rule || !a || !b) return []
    const level = widthOf(rule.ink) >= heightOf(rule.ink)
    const c = centreOf(rule.ink)
    const between = level
      ? (a.ink.bottom <= c.y + 2 && b.ink.top >= c.y - 2) || (b.ink.bottom <= c.y + 2 && a.ink.top >= c.y - 2)
      : (a.ink.right <= c.x + 2 && b.ink.left >= c.x - 2) || (b.ink.right <= c.x + 2 && a.ink.left >= c.x - 2)
    return between ? [] : [{ kind: 'torn', ids: [rule.id], relation: r, weight: 1 }]
  })
/** What went over edges still goes over as many of them, in one way or the other. */
const bleeding: FaultCheck = (before, after) =>
  before.relations.flatMap((r): Fault[] => {
    if (r.kind !== 'bleeds') return []
    const is = after.byId.get(r.of[0] ?? '')
    if (!is || !isSolid(is)) return []
    const over = edgesCrossed(is.ink, after.channel.width, after.channel.height)
    const lost = r.to.filter((e) => !over[e as keyof typeof over])
    // A side for a side: what turned bleeds elsewhere.
    const gained = (['left', 'right', 'top', 'bottom'] as const).filter((e) => over[e] && !r.to.includes(e))
    return lost.length > gained.length
      ? [{ kind: 'no longer bleeds', ids: [is.id], relation: r, weight: 1 }]
      : []
  })
/** Lines that were shared are shared again by most. */
const inLine: FaultCheck = (before, after) =>
  before.relations.flatMap((r): Fault[] => {
    if (r.kind !== 'in-line') return []
    const is = r.of.flatMap((id) => after.byId.get(id) ?? [])
    if (is.length < 2) return []
    const slack = 0.012 * after.short + 2
    const lines = [
      is.map((i) => i.ink.left),
      is.map((i) => centreOf(i.ink).x),
      is.map((i) => i.ink.right),
      is.map((i) => i.ink.bottom),
      is.map((i) => centreOf(i.ink).y),
      is.map((i) => i.ink.top),
    ]
    const shared = lines.some((l) => Math.max(...l) - Math.min(...l) <= slack)
    return shared ? [] : [{ kind: 'lines lost', ids: r.of, relation: r, weight: 1 }]
  })

export const relationChecks: readonly FaultCheck[] = [pairs, sets, tables, rules, bleeding, inLine]
