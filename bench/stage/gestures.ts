import { newId } from '@/core/basics/ids'
import { duplicateLayers, turnGroups } from '@/core/design/commands'
import { onLayer } from '@/core/design/properties/targets'
import type { Design } from '@/core/design/schema'
import { withTied } from '@/core/design/ties'
import { type Bounds, heightOf, overlaps, shift, widthOf } from '@/core/geometry/bounds'
import {
  applyHomography,
  composeHomographies,
  inverseHomography,
  isConvex,
  type Quad,
  squareToQuad,
} from '@/core/geometry/homography'
import { apply, inverse, type Point, scaling, turning } from '@/core/geometry/matrix'
import {
  mapAbout,
  mapBetween,
  matrixOf,
  moved,
  placedBounds,
  resized,
  scaledAbout,
  slanted,
  turnedAbout,
  turnedBox,
  wrapDegrees,
} from '@/core/geometry/placement'
import type { Placement } from '@/core/geometry/placement-schema'
import {
  gapBetween,
  marginsWithin,
  type SnapLine,
  type SnapMark,
  snapBox,
  snapEdge,
} from '@/core/geometry/snap'
import { cornersUnder, withCorner } from '@/core/geometry/warp'
import { isWorded } from '@/core/kinds/facts'
import { offerGrouping } from '../actions/grouping'
import {
  fitType,
  grip,
  handledLeaves,
  type Leaf,
  mappedTarget,
  middleOfSelection,
  movedAlong,
  type Target,
  turnOfSelection,
  writeTargets,
} from '../actions/handled'
import { rememberStep } from '../actions/repeat'
import { seenBounds } from '../actions/seen'
import type { Bench } from '../state/bench'
import { setThings } from '../state/properties'
import { fieldAround, reachOf } from './snapping'

export type Modifiers = { shift: boolean; alt: boolean; free: boolean }
/** What is drawn and said while the hand moves. */
export type Told = { lines: SnapLine[]; marks?: SnapMark[]; note: string }
/** A drag in the hand. `move` gets the pointer in px of the page; lines and a note are drawn meanwhile. */
/** `pressed` is what a press does that moves nothing. */
export type Gesture = {
  name: string
  move: (p: Point, m: Modifiers) => Told | null
  end: () => void
  pressed?: () => void
}

/** Runs a gesture whose outcome is a list of targets from the state at its start. */
function targeting(
  bench: Bench,
  name: string,
  work: (p: Point, m: Modifiers) => (Told & { targets: Target[]; turned?: number }) | null,
  ids?: readonly string[],
): Gesture {
  const before = grip(bench, handledLeaves(bench, ids))
  const { selection } = bench.store.getState()
  let last: { targets: Target[]; turned?: number } | null = null
  const write = (made: { targets: Target[]; turned?: number }) => (d: Design) => {
    writeTargets(bench, d, made.targets, before)
    if (made.turned) turnGroups(d, ids ?? selection, made.turned)
  }
  return {
    name,
    move(p, m) {
      const made = work(p, m)
      if (!made) return null
      last = made
      bench.preview(write(made), true)
      return made
    },
    end() {
      if (last) bench.commit(name, write(last))
    },
  }
}

export function moveGesture(bench: Bench, from: Point): Gesture | null {
  const s = bench.store.getState()
  let moving = withTied(s.design, s.selection)
  let leaves = handledLeaves(bench, moving)
  const box = seenBounds(bench, s.selection)
  if (!box || leaves.length === 0) return null
  let field = fieldAround(bench, moving)
  const page: Bounds = { left: 0, top: 0, right: s.resolved.width, bottom: s.resolved.height }
  const beside =
    s.design.layers[s.stays ?? ''] && !moving.includes(s.stays ?? '')
      ? seenBounds(bench, [s.stays ?? ''])
      : null
  let copied = false
  const work = (p: Point, m: Modifiers) => {
    let [dx, dy] = [p.x - from.x, p.y - from.y]
    if (m.shift) Math.abs(dx) > Math.abs(dy) ? (dy = 0) : (dx = 0)
    let met: SnapLine[] = []
    let marks: SnapMark[] = []
    if (!m.free) {
      const snap = snapBox(shift(box, dx, dy), field, reachOf(bench.store.getState()))
      if (!m.shift || dx !== 0) dx += snap.dx
      if (!m.shift || dy !== 0) dy += snap.dy
      met = snap.lines
      marks = snap.marks
    }
    const at = shift(box, dx, dy)
    // Nothing met: how far it is from the page's edges, or from the one that stays put.
    if (met.length === 0 && marks.length === 0) {
      const gap = beside ? gapBetween(at, beside) : null
      if (gap) marks = [gap.x, gap.y].filter((g) => g !== null)
      else marks = overlaps(at, page) ? marginsWithin(at, page) : []
    }
    return {
      targets: leaves.map((l): Target => ({ id: l.id, placement: moved(l.placement, dx, dy) })),
      lines: met,
      marks,
      note: noteOf(met, marks) ?? `x ${Math.round(box.left + dx)}  y ${Math.round(box.top + dy)}`,
    }
  }
  let inner = targeting(bench, 'Move', work, moving)
  return {
    name: 'Move',
    move(p, m) {
      if (m.alt && !copied) {
        // With Alt a copy is moved; the original stays.
        copied = true
        bench.cancel()
        let made = new Map<string, string>()
        bench.edit('Duplicate', (d) => {
          made = duplicateLayers(d, s.selection, newId, { x: 0, y: 0 })
        })
        bench.select([...made.values()])
        moving = [...made.values()]
        // What was copied stays, and is a neighbour like any other.
        field = fieldAround(bench, moving)
        leaves = handledLeaves(bench)
        inner = targeting(bench, 'Move', work)
      }
      return inner.move(p, m)
    },
    end() {
      inner.end()
      if (copied) rememberStep(bench, box)
      else offerGrouping(bench, s.selection)
    },
  }
}

const words: Record<SnapLine['of'], string> = {
  page: 'page edge',
  centre: 'centre of the page',
  safe: 'safe area',
  bleed: 'bleed',
  guide: 'guide',
  column: 'column',
  neighbour: 'neighbour',
}
const markWords = { gap: 'equal gaps', size: 'same size' }
/** What is met, in words; equal distances count only where there are at least two. */
const noteOf = (lines: readonly SnapLine[], marks: readonly SnapMark[]): string | null => {
  const equal = marks.filter((m) =>
    marks.some((o) => o !== m && o.axis === m.axis && Math.abs(o.to - o.from - (m.to - m.from)) < 0.01),
  )
  const told = [...new Set([...lines.map((l) => words[l.of]), ...equal.map((m) => markWords[m.of])])]
  return told.length > 0 && (lines.length > 0 || equal.length > 0) ? told.join(', ') : null
}

/** Sizing one thing by a handle along its own axes. */
export function resizeOne(bench: Bench, leaf: Leaf, hx: number, hy: number, from: Point): Gesture {
  const field = fieldAround(bench, [leaf.id])
  const upright = leaf.placement.rotation % 90 === 0
  const along = movedAlong(bench)
  const tied = handledLeaves(bench, along).filter((l) => l.id !== leaf.id)
  const work = (p: Point, m: Modifiers) => {
    let [dx, dy] = [p.x - from.x, p.y - from.y]
    const corner = hx !== 0 && hy !== 0
    const how = { proportional: corner && !m.shift, fromCentre: m.alt, smallest: 2 }
    let met: SnapLine[] = []
    let marks: SnapMark[] = []
    if (!m.free && upright && leaf.placement.rotation === 0 && !leaf.placement.skew) {
      const after = placedBounds(resized(leaf.placement, hx, hy, dx, dy, how))
      const snap = snapEdge(after, hx, hy, field, reachOf(bench.store.getState()))
      if (how.proportional) {
        // One axis decides; the other follows the proportion.
        const ratio = leaf.placement.height / leaf.placement.width
        if (snap.dx !== 0 || snap.lines.some((l) => l.axis === 'x') || snap.marks.some((k) => k.axis === 'x'))
          [dx, dy] = followX(after, snap.dx, hx, hy, ratio, leaf)
        else if (snap.dy !== 0) [dx, dy] = followY(after, snap.dy, hx, hy, ratio, leaf)
      } else [dx, dy] = [dx + snap.dx, dy + snap.dy]
      met = snap.lines
      marks = snap.marks.filter(
        (k) =>
          !how.proportional ||
          k.axis === (snap.dx !== 0 || snap.marks.some((o) => o.axis === 'x') ? 'x' : 'y'),
      )
    }
    let placement = resized(leaf.placement, hx, hy, dx, dy, how)
    const factor = placement.height / leaf.placement.height
    const own = isWorded(leaf) ? wordsSized(bench, leaf, placement, hx, hy, m) : null
    if (own) placement = own.placement
    const scale = corner && how.proportional ? factor : 1
    const by = tied.length > 0 ? mapBetween(leaf.placement, placement) : null
    const others = by ? tied.flatMap((l) => mappedTarget(l, by) ?? []) : []
    const lettered = own?.stretch
      ? `letters ${Math.round(100 * (isWorded(leaf) ? (leaf.style.stretch ?? 1) : 1) * own.stretch)} % wide`
      : null
    return {
      targets: [own ?? { id: leaf.id, placement, scale }, ...others],
      lines: met,
      marks,
      note: `${noteOf(met, marks) ? `${noteOf(met, marks)}  ` : ''}${lettered ?? `${Math.round(placement.width)} × ${Math.round(placement.height)}${meaningOf(corner, m)}`}`,
    }
  }
  return targeting(bench, hx !== 0 && hy !== 0 ? 'Scale' : 'Stretch', work, along)
}
/**
 * Words are scaled by a corner, with Shift out of proportion; a side at their left or right sets the width that they wrap in,
 * with Shift it draws the letters wider or narrower, and so it does above and below.
 */
function wordsSized(
  bench: Bench,
  leaf: Extract<Leaf, { kind: 'type' }>,
  to: Placement,
  hx: number,
  hy: number,
  m: Modifiers,
): Target {
  const { width, height } = leaf.placement
  const [kx, ky] = [to.width / width, to.height / height]
  const corner = hx !== 0 && hy !== 0
  if (corner && !m.shift) return { id: leaf.id, placement: to, scale: ky }
  if (corner || m.shift) return { id: leaf.id, placement: to, scale: ky, stretch: kx / ky }
  if (hy !== 0) return { id: leaf.id, placement: leaf.placement }
  return { id: leaf.id, placement: fitType(bench, { ...without(leaf), placement: to }), width: true }
}
const without = ({ hugs: _, ...rest }: Extract<Leaf, { kind: 'type' }>): Extract<Leaf, { kind: 'type' }> =>
  rest

/** What the held key does, said while dragging. */
const meaningOf = (corner: boolean, m: Modifiers): string =>
  [corner && m.shift ? 'free proportion' : '', m.alt ? 'from the centre' : '', m.free ? 'no snapping' : '']
    .filter(Boolean)
    .map((w) => `  ${w}`)
    .join('')
const followX = (
  after: Bounds,
  by: number,
  hx: number,
  hy: number,
  ratio: number,
  leaf: Leaf,
): [number, number] => {
  const width = widthOf(after) + by * hx
  return [(width - leaf.placement.width) * hx, (width * ratio - leaf.placement.height) * hy]
}
const followY = (
  after: Bounds,
  by: number,
  hx: number,
  hy: number,
  ratio: number,
  leaf: Leaf,
): [number, number] => {
  const height = heightOf(after) + by * hy
  return [(height / ratio - leaf.placement.width) * hx, (height - leaf.placement.height) * hy]
}

/** Sizing several things, or a group, as one: in proportion from the corners, thinned or widened from the sides, turned as it is. */
export function resizeMany(bench: Bench, hx: number, hy: number, from: Point): Gesture | null {
  const along = movedAlong(bench)
  const leaves = handledLeaves(bench, along)
  const corners = cornersOfSelection(bench)
  if (!corners) return null
  const onBox = (x: number, y: number): Point => placeOn(corners, x, y)
  const turn = turnOfSelection(bench.store.getState())
  const work = (p: Point, m: Modifiers) => {
    const about = m.alt ? onBox(0, 0) : onBox(-hx, -hy)
    const grip = onBox(hx, hy)
    const reach = { x: grip.x - about.x, y: grip.y - about.y }
    const [dx, dy] = [p.x - from.x, p.y - from.y]
    const factor = Math.max(0.01, 1 + (dx * reach.x + dy * reach.y) / (reach.x ** 2 + reach.y ** 2))
    if (hx === 0 || hy === 0) {
      const by = mapAbout(about, turn, scaling(hx === 0 ? 1 : factor, hx === 0 ? factor : 1))
      return {
        targets: leaves.flatMap((l) => mappedTarget(l, by) ?? []),
        lines: [],
        note: `${Math.round(factor * 100)} % ${hx === 0 ? 'high' : 'wide'}`,
      }
    }
    return {
      targets: leaves.map(
        (l): Target => ({ id: l.id, placement: scaledAbout(l.placement, about, factor), scale: factor }),
      ),
      lines: [],
      note: `${Math.round(factor * 100)} %`,
    }
  }
  return targeting(bench, 'Scale', work, along)
}
/** The corners of what is selected as one box, turned as it is; null for nothing. */
function cornersOfSelection(bench: Bench): readonly [Point, Point, Point, Point] | null {
  const own = handledLeaves(bench)
  return turnedBox(
    own.map((l) => l.placement),
    turnOfSelection(bench.store.getState()),
  )
}
/** A handle's place on a turned box. */
function placeOn([a, b, , d]: readonly [Point, Point, Point, Point], x: number, y: number): Point {
  const [u, v] = [(x + 1) / 2, (y + 1) / 2]
  return { x: a.x + (b.x - a.x) * u + (d.x - a.x) * v, y: a.y + (b.y - a.y) * u + (d.y - a.y) * v }
}
/** Slanting several things, or a group, as one by a side of their box: the opposite side stays. */
export function slantMany(bench: Bench, hx: number, hy: number, from: Point): Gesture | null {
  const along = movedAlong(bench)
  const leaves = handledLeaves(bench, along)
  const corners = cornersOfSelection(bench)
  if (!corners) return null
  const turn = turnOfSelection(bench.store.getState())
  const [about, grip] = [placeOn(corners, -hx, -hy), placeOn(corners, hx, hy)]
  const deep = Math.hypot(grip.x - about.x, grip.y - about.y)
  const work = (p: Point, m: Modifiers) => {
    const own = apply(turning(-turn), { x: p.x - from.x, y: p.y - from.y })
    const way = hy !== 0 ? own.x * hy : own.y * hx
    const step = m.shift ? 5 : 0
    const asked = (Math.atan2(way, Math.max(1, deep)) * 180) / Math.PI
    const degrees = Math.min(70, Math.max(-70, step > 0 ? Math.round(asked / step) * step : asked))
    const by = Math.tan((degrees * Math.PI) / 180)
    const map = mapAbout(about, turn, hy !== 0 ? [1, 0, by, 1, 0, 0] : [1, by, 0, 1, 0, 0])
    return {
      targets: leaves.flatMap((l) => mappedTarget(l, map) ?? []),
      lines: [],
      note: `slant ${Math.round(-degrees * 10) / 10}°`,
    }
  }
  return targeting(bench, 'Slant', work, along)
}
/** Moving a corner of several things, or of a group, for perspective: each takes its part of it. */
export function cornersMany(bench: Bench, corner: 0 | 1 | 2 | 3, from: Point): Gesture | null {
  const leaves = handledLeaves(bench)
  const box = cornersOfSelection(bench)
  const flat = box && squareToQuad(box)
  const back = flat && inverseHomography(flat)
  if (!box || !back) return null
  let last: { to: readonly (readonly [string, Placement['corners']])[]; at: Point } | null = null
  const set = (only?: 'shown') => {
    if (last)
      setThings(
        bench,
        'Move a corner',
        last.to.map(([id, perspective]) => [onLayer(id), { perspective: perspective ?? null }] as const),
        only,
        true,
      )
  }
  return {
    name: 'Move a corner',
    move(p, m) {
      const by = { x: p.x - from.x, y: p.y - from.y }
      if (m.shift) Math.abs(by.x) > Math.abs(by.y) ? (by.y = 0) : (by.x = 0)
      const moved = box.map((c, n) =>
        n === corner ? { x: c.x + by.x, y: c.y + by.y } : c,
      ) as unknown as Quad
      const onto = isConvex(moved) ? squareToQuad(moved) : null
      if (!onto) return null
      const map = composeHomographies(back, onto)
      const to = leaves.map((l) => [l.id, cornersUnder(l.placement, (q) => applyHomography(map, q))] as const)
      if (to.some(([, corners]) => corners === null)) return null
      last = { to: to as (readonly [string, Placement['corners']])[], at: by }
      set('shown')
      return { lines: [], note: `${Math.round(by.x)}, ${Math.round(by.y)} px` }
    },
    end() {
      set()
    },
  }
}

/** Turning about the common centre; with Shift in steps of 15°. */
export function turnGesture(bench: Bench, from: Point): Gesture | null {
  const along = movedAlong(bench)
  const leaves = handledLeaves(bench, along)
  const own = handledLeaves(bench)
  const [only] = own
  if (!only) return null
  const centre =
    own.length === 1
      ? apply(matrixOf(only.placement), { x: only.placement.width / 2, y: only.placement.height / 2 })
      : middleOfSelection(bench.store.getState())
  if (!centre) return null
  const start = Math.atan2(from.y - centre.y, from.x - centre.x)
  const base = own.length === 1 ? only.placement.rotation : turnOfSelection(bench.store.getState())
  const work = (p: Point, m: Modifiers) => {
    let by = ((Math.atan2(p.y - centre.y, p.x - centre.x) - start) * 180) / Math.PI
    if (m.shift) by = Math.round((base + by) / 15) * 15 - base
    else if (!m.free && Math.abs(wrapDegrees(base + by) - Math.round(wrapDegrees(base + by) / 90) * 90) < 1.2)
      by = Math.round((base + by) / 90) * 90 - base
    return {
      targets: leaves.map((l): Target => ({ id: l.id, placement: turnedAbout(l.placement, centre, by) })),
      turned: by,
      lines: [],
      note: `${Math.round(wrapDegrees(base + by) * 10) / 10}°`,
    }
  }
  return targeting(bench, 'Turn', work, along)
}

/** Slanting a thing by one of its sides: the opposite side stays where it is. */
export function slantGesture(bench: Bench, leaf: Leaf, hx: number, hy: number, from: Point): Gesture {
  return targeting(bench, 'Slant', (p, m) => {
    const placement = slanted(leaf.placement, hx, hy, p.x - from.x, p.y - from.y, m.shift ? 5 : 0)
    return {
      targets: [{ id: leaf.id, placement }],
      lines: [],
      note: `slant ${Math.round((placement.skew ?? 0) * 10) / 10}°`,
    }
  })
}

/** Moving one corner of a thing for perspective; where the corners would fold the last good place stays. */
export function cornerGesture(bench: Bench, leaf: Leaf, corner: 0 | 1 | 2 | 3, from: Point): Gesture | null {
  const back = inverse(matrixOf(leaf.placement))
  if (!back) return null
  const { placement } = leaf
  const start = placement.corners?.[corner] ?? { x: 0, y: 0 }
  const grip = apply(back, from)
  let last: Placement | null = null
  const set = (made: Placement, only?: 'shown') =>
    setThings(bench, 'Move a corner', [[onLayer(leaf.id), { perspective: made.corners ?? null }]], only, true)
  return {
    name: 'Move a corner',
    move(p, m) {
      const to = apply(back, p)
      const by = { x: (to.x - grip.x) / leaf.placement.width, y: (to.y - grip.y) / leaf.placement.height }
      if (m.shift)
        Math.abs(by.x) * leaf.placement.width > Math.abs(by.y) * leaf.placement.height
          ? (by.y = 0)
          : (by.x = 0)
      last = withCorner(placement, corner, { x: start.x + by.x, y: start.y + by.y }) ?? last
      if (!last) return null
      set(last, 'shown')
      const at = last.corners?.[corner] ?? { x: 0, y: 0 }
      return { lines: [], note: `${Math.round(at.x * 1000) / 10} %, ${Math.round(at.y * 1000) / 10} %` }
    },
    end() {
      if (last) set(last)
    },
  }
}
