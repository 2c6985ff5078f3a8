import { paintLight } from '../colour/light'
import type { Channel } from '../design/channel-schema'
import { clearBoxes, freeBoxes, safeArea } from '../design/free-space'
import type { Design, SharedOut } from '../design/schema'
import {
  areaOf,
  type Bounds,
  centreOf,
  contains,
  grow,
  heightOf,
  overlapArea,
  overlaps,
  widthOf,
} from '../geometry/bounds'
import type { Layer } from '../kinds/list'
import { type LightOf, lightBeneath, panesOf } from './lightness'
import { type Frame, fractional, type Move, moveBounds, moveTo } from './place'
import { type Align, authorLines, fitStack, leastOf, type Stack, stackTexts, type Text } from './type-stack'
import type { Block } from './units'

/** Counts up when the search changes; stored arrangements of older solvers stay as they are. */
export const SOLVER = 1

export type Situation = {
  frame: Frame
  /** Main texts in reading order, and groups of texts that stand apart. */
  texts: Text[]
  apart: { texts: Text[]; bounds: Bounds; align: Align }[]
  /** Where the main texts lie on the master. */
  textBounds: Bounds | null
  align: Align
  subject: Block | null
  /** Type and subject may not meet, as one of them keeps clear of others. */
  keepClear: boolean
  /** Top of a band the subject stands on: on the master and on the channel. */
  floor: { master: number; channel: number } | null
  /** What lies beneath the type, placed on the channel, subject apart. */
  beneath: Layer[]
  ground: number
  /** What lies in front of the type, placed on the channel. */
  inFront: Bounds[]
  swatches: Design['swatches']
  lightOf: LightOf
}

export type Solution = { arrangement: SharedOut; stacks: Stack[]; subject: Move | null }

type Side = 'left' | 'right' | 'top' | 'bottom' | 'over'
type Candidate = { side: Side; text: Bounds; subject: Bounds; align: Align; hang: number; nearness: number }

const toShare = (b: Bounds, c: Channel): SharedOut['text'] => ({
  x: b.left / c.width,
  y: b.top / c.height,
  width: widthOf(b) / c.width,
  height: heightOf(b) / c.height,
})
const fromShare = (b: SharedOut['text'], c: Channel): Bounds => ({
  left: b.x * c.width,
  top: b.y * c.height,
  right: (b.x + b.width) * c.width,
  bottom: (b.y + b.height) * c.height,
})

/** On which side of its subject the type lies on the master. */
function masterSide(s: Situation): Side {
  if (!s.textBounds || !s.subject) return 'over'
  const [t, o] = [s.textBounds, s.subject.bounds]
  const [dx, dy] = [centreOf(t).x - centreOf(o).x, centreOf(t).y - centreOf(o).y]
  const [gapX, gapY] = [
    Math.abs(dx) - (widthOf(t) + widthOf(o)) / 2,
    Math.abs(dy) - (heightOf(t) + heightOf(o)) / 2,
  ]
  if (overlapArea(t, o) > 0.6 * Math.min(areaOf(t), areaOf(o))) return 'over'
  if (gapY >= gapX) return dy < 0 ? 'top' : 'bottom'
  return dx < 0 ? 'left' : 'right'
}

/** Ways to share the page between type and subject, nearest to the master first. */
function candidates(s: Situation): Candidate[] {
  const { channel } = s.frame
  const safe = safeArea(channel)
  const page = { left: 0, top: 0, right: channel.width, bottom: channel.height }
  const own = masterSide(s)
  const mirrored: Record<Side, Side> = {
    left: 'right',
    right: 'left',
    top: 'bottom',
    bottom: 'top',
    over: 'over',
  }
  const elsewhere = (side: Side): number => (side === mirrored[own] ? 1.6 : 0.9)
  const out: Candidate[] = []
  const add = (side: Side, text: Bounds, subject: Bounds, align: Align, hang: number, cost: number) => {
    if (widthOf(text) < 24 || heightOf(text) < 16) return
    out.push({
      side,
      text,
      subject,
      align,
      hang,
      nearness: cost + (side === own ? 0 : elsewhere(side)) + (align === s.align ? 0 : 0.7),
    })
  }
  const pad = Math.min(channel.width, channel.height) * 0.02
  freeBoxes(safe, clearBoxes(channel))
    .slice(0, 4)
    .forEach((free, n) => {
      const rank = n * 0.25
      const aligns: Align[] = s.align === 'centre' ? ['centre', 'start'] : [s.align]
      if (s.subject)
        for (const share of s.keepClear ? [0.38, 0.46, 0.54, 0.62, 0.72] : [0.38, 0.46, 0.54, 0.62]) {
          const cut = free.left + widthOf(free) * share
          const cutRight = free.right - widthOf(free) * share
          for (const hang of [0.5, 0.12]) {
            for (const align of aligns)
              add('left', { ...free, right: cut - pad }, { ...page, left: cut + pad }, align, hang, rank)
            for (const align of aligns)
              add(
                'right',
                { ...free, left: cutRight + pad },
                { ...page, right: cutRight - pad },
                align,
                hang,
                rank,
              )
          }
          const cutDown = free.top + heightOf(free) * share
          const cutUp = free.bottom - heightOf(free) * share
          add('top', { ...free, bottom: cutDown - pad }, { ...page, top: cutDown + pad }, s.align, 0, rank)
          add('bottom', { ...free, top: cutUp + pad }, { ...page, bottom: cutUp - pad }, s.align, 1, rank)
        }
      // Without a subject, or over it, the type keeps its own place in the page.
      const at = s.textBounds ? centreOf(s.textBounds).y / s.frame.master.height : 0.5
      const w = s.textBounds ? Math.min(1, (widthOf(s.textBounds) / s.frame.master.width) * 1.2) : 1
      for (const hang of [Math.min(1, Math.max(0, (at - 0.2) / 0.6)), 0.5, 0, 1]) {
        add('over', free, page, s.align, hang, rank + Math.abs(hang - at) * 0.5)
        if (w < 0.9) {
          const x = s.textBounds ? centreOf(s.textBounds).x / s.frame.master.width : 0.5
          const width = widthOf(free) * Math.max(0.35, w)
          const left = Math.min(
            free.right - width,
            Math.max(free.left, free.left + widthOf(free) * x - width / 2),
          )
          add(
            'over',
            { ...free, left, right: left + width },
            page,
            s.align,
            hang,
            rank + Math.abs(hang - at) * 0.5,
          )
        }
      }
    })
  return out
}

/** Brings the subject into its box: as heavy as on the master where there is room, standing where it stood. */
function placeSubject(s: Situation, box: Bounds): Move | null {
  const { subject, frame } = s
  if (!subject) return null
  const b = subject.bounds
  const { channel, master } = frame
  const room = { width: widthOf(box) * 0.94, height: heightOf(box) * 0.96 }
  const standing = s.floor !== null && b.bottom >= s.floor.master - 2
  const low = standing || b.bottom / master.height > 0.9
  const most = Math.min(room.width / widthOf(b), room.height / heightOf(b))
  const scale = Math.min(frame.area * 1.08, most)
  const centred = moveTo(b, scale, centreOf(box).x, centreOf(box).y)
  if (s.floor && standing) {
    const bottom = s.floor.channel + (b.bottom - s.floor.master) * scale
    return { ...centred, dy: Math.min(bottom, channel.height - 2) - b.bottom * scale }
  }
  if (low)
    return {
      ...centred,
      dy: channel.height - (master.height - b.bottom) * Math.min(scale, frame.short) - b.bottom * scale,
    }
  const [fx, fy] = fractional(b, scale, frame)
  const half = { x: (widthOf(b) * scale) / 2, y: (heightOf(b) * scale) / 2 }
  const clampTo = (v: number, from: number, to: number) =>
    from > to ? (from + to) / 2 : Math.min(to, Math.max(from, v))
  return moveTo(
    b,
    scale,
    clampTo(fx, box.left + half.x, box.right - half.x),
    clampTo(fy, box.top + half.y, box.bottom - half.y),
  )
}

/** Groups of texts that stand apart keep their corner of the safe area; null where they meet each other or a clear box. */
function placeApart(s: Situation, scale: number): Stack[] | null {
  const { channel, master, area } = s.frame
  const boxes = freeBoxes(safeArea(channel), clearBoxes(channel)).slice(0, 4)
  const out: Stack[] = []
  for (const cluster of s.apart) {
    const c = centreOf(cluster.bounds)
    const third = (v: number) => {
      if (v < 0.34) return 0
      if (v > 0.66) return 1
      return 0.5
    }
    const [ax, ay] = [third(c.x / master.width), third(c.y / master.height)]
    const options = boxes.flatMap((box) => {
      const width = Math.min(
        widthOf(box),
        Math.max(widthOf(cluster.bounds) * area * 1.15, channel.smallestType * 6),
      )
      const left = box.left + (widthOf(box) - width) * ax
      let align: Align
      if (ax === 0) align = 'start'
      else if (ax === 1) align = 'end'
      else align = cluster.align
      const stack = stackTexts(
        cluster.texts,
        { ...box, left, right: left + width },
        area * Math.min(scale, 1.12),
        channel.smallestType,
        align,
        ay,
      )
      return stack ? [stack] : []
    })
    const way = (k: Stack) =>
      Math.hypot(
        centreOf(k.bounds).x / channel.width - c.x / master.width,
        centreOf(k.bounds).y / channel.height - c.y / master.height,
      )
    const best = options.sort((a, b) => way(a) - way(b))[0]
    if (!best || out.some((o) => overlaps(grow(o.bounds, channel.smallestType * 0.3), best.bounds)))
      return null
    out.push(best)
  }
  return out
}

type Tried = {
  candidate: Candidate
  stacks: Stack[]
  scale: number
  subject: Move | null
  leftOut: string[]
  score: number
}

function attempt(
  s: Situation,
  c: Candidate,
  most: number,
  leftOut: readonly string[],
  whole: boolean,
): Tried | null {
  const { channel, area } = s.frame
  const keep = (t: Text) => !leftOut.includes(t.id)
  const fit = { base: area, most, smallest: channel.smallestType, align: c.align, hang: c.hang, whole }
  const subject = placeSubject(s, c.subject)
  const apart = {
    ...s,
    apart: s.apart.map((a) => ({ ...a, texts: a.texts.filter(keep) })).filter((a) => a.texts.length > 0),
  }
  const separate = (): { stacks: Stack[]; scale: number } | null => {
    const fitted = fitStack(s.texts.filter(keep), c.text, fit)
    if (!fitted) return null
    const others = placeApart(apart, fitted.scale)
    const around = grow(fitted.stack.bounds, channel.smallestType * 0.4)
    return others && !others.some((o) => overlaps(around, o.bounds))
      ? { stacks: [fitted.stack, ...others], scale: fitted.scale }
      : null
  }
  const joined = (): { stacks: Stack[]; scale: number } | null => {
    const all = [...s.texts, ...s.apart.flatMap((a) => a.texts)].filter(keep)
    const fitted = fitStack(all, c.text, fit)
    return fitted ? { stacks: [fitted.stack], scale: fitted.scale } : null
  }
  const found = (apart.apart.length > 0 ? separate() : null) ?? joined()
  if (!found) return null
  return { candidate: c, ...found, subject, leftOut: [...leftOut], score: 0 }
}

const WEIGHTS = { may: 6, should: 14, must: 60 }
function score(s: Situation, t: Tried): number {
  const { channel, area, master } = s.frame
  const page = { left: 0, top: 0, right: channel.width, bottom: channel.height }
  const all = [...s.texts, ...s.apart.flatMap((a) => a.texts)]
  let total = t.candidate.nearness
  for (const id of t.leftOut) total += WEIGHTS[all.find((x) => x.id === id)?.importance ?? 'must']
  const main = t.stacks[0]
  const ideal = Math.max(...s.texts.map((x) => x.size)) * area
  if (main && s.texts.length > 0) {
    const r = Math.log2(main.headline / ideal)
    total += r < 0 ? -r * 3.4 : r * 2
  }
  const box = s.subject && t.subject ? moveBounds(s.subject.bounds, t.subject) : null
  if (box && t.subject) {
    const r = Math.log2(t.subject.scale / area)
    total += r < 0 ? -r * 3.4 : r * 0.6
    const outside = 1 - overlapArea(box, page) / Math.max(1, areaOf(box))
    total += outside * 8
    let price: number
    if (s.keepClear) price = 60
    else if (masterOverlap(s) > 0.3) price = 1.5
    else price = 7
    for (const stack of t.stacks)
      total += (overlapArea(stack.bounds, box) / Math.max(1, areaOf(stack.bounds))) * price
  }
  const largest = Math.max(...all.map((x) => x.size))
  for (const stack of t.stacks)
    for (const set of stack.texts) {
      const text = all.find((x) => x.id === set.id)
      if (!text) continue
      // Lines the author did not ask for; a headline torn apart reads worst.
      const lines = authorLines(text)
      total += Math.max(0, set.lines - lines) * (text.size > largest * 0.7 ? 1.7 : 0.3)
      total +=
        (s.inFront.reduce((sum, b) => sum + overlapArea(b, set.box), 0) / Math.max(1, areaOf(set.box))) * 5
    }
  for (const stack of t.stacks.slice(0, 1)) {
    if (stack.texts.length === 0) continue
    const first = s.texts.find((x) => x.id === stack.texts[0]?.id)
    const ink = first ? paintLight(first.layer.fill, s.swatches).light : 0
    const beneath = panesOf(s.beneath, s.swatches, s.lightOf)
    const { mean, spread } = lightBeneath(stack.bounds, page, beneath, s.ground)
    total += Math.max(0, 0.45 - Math.abs(ink - mean)) * 6 + spread * 2
    const c = centreOf(stack.bounds)
    if (s.textBounds)
      total +=
        Math.hypot(
          c.x / channel.width - centreOf(s.textBounds).x / master.width,
          c.y / channel.height - centreOf(s.textBounds).y / master.height,
        ) * 1.4
    // Balance: the common centre of type and subject near the middle.
    const parts = [stack.bounds, ...(box ? [box] : [])]
    const weight = parts.reduce((sum, b) => sum + areaOf(b), 0) || 1
    const cx = parts.reduce((sum, b) => sum + centreOf(b).x * areaOf(b), 0) / weight
    total += Math.abs(cx / channel.width - 0.5) * 1.6
  }
  return total
}
const masterOverlap = (s: Situation): number =>
  s.textBounds && s.subject
    ? overlapArea(s.textBounds, s.subject.bounds) / Math.max(1, areaOf(s.textBounds))
    : 0

/** Whether type lies on a subject that keeps clear of others. */
function meets(s: Situation, t: Tried): boolean {
  if (!s.subject || !t.subject) return false
  const box = grow(moveBounds(s.subject.bounds, t.subject), -1)
  return t.stacks.some((stack) => stack.texts.some((text) => overlaps(text.box, box)))
}

/**
 * Chooses how type and subject share a channel. Deterministic: the same situation gives the same answer. What is
 * least important is left out where nothing fits.
 */
export function search(s: Situation): Solution {
  const all = candidates(s)
  const leftOut: string[] = []
  let clear = s.keepClear
  const texts = () => [...s.texts, ...s.apart.flatMap((a) => a.texts)].filter((t) => !leftOut.includes(t.id))
  for (;;) {
    let best: Tried | null = null
    for (const c of all)
      for (const whole of [true, false]) {
        const tried = attempt(s, c, 1.4, leftOut, whole)
        if (!tried || (clear && meets(s, tried))) continue
        tried.score = score(s, tried)
        if (!best || tried.score < best.score - 1e-9) best = tried
      }
    if (best) return solutionOf(s, best)
    const least = leastOf(texts())
    if (clear && (!least || least.importance === 'must')) {
      // What must be there is not left out for room around a thing.
      clear = false
      leftOut.length = 0
      continue
    }
    if (!least) break
    leftOut.push(least.id)
  }
  return lastResort(s, leftOut)
}

/** One text that is too long for the whole channel at its smallest type is left out, and said so. */
function lastResort(s: Situation, leftOut: string[]): Solution {
  const { channel } = s.frame
  const page = { left: 0, top: 0, right: channel.width, bottom: channel.height }
  const every = [...s.texts, ...s.apart.flatMap((a) => a.texts)].map((t) => t.id)
  return {
    arrangement: {
      solver: SOLVER,
      text: toShare(safeArea(channel), channel),
      align: s.align,
      hang: 0.5,
      typeScale: 1,
      subject: toShare(page, channel),
      leftOut: [...new Set([...leftOut, ...every])],
    },
    stacks: [],
    subject: placeSubject(s, page),
  }
}

const solutionOf = (s: Situation, t: Tried): Solution => ({
  arrangement: {
    solver: SOLVER,
    text: toShare(t.candidate.text, s.frame.channel),
    align: t.candidate.align,
    hang: t.candidate.hang,
    typeScale: t.scale,
    subject: toShare(t.candidate.subject, s.frame.channel),
    leftOut: t.leftOut,
  },
  stacks: t.stacks,
  subject: t.subject,
})

/** A stored arrangement carried out; null where a hard rule breaks, so that it has to be chosen anew. */
export function carryOut(s: Situation, a: SharedOut): Solution | null {
  const { channel } = s.frame
  const text = fromShare(a.text, channel)
  if (!contains(safeArea(channel), text, 1) || clearBoxes(channel).some((b) => overlaps(b, text))) return null
  const c: Candidate = {
    side: 'over',
    text,
    subject: fromShare(a.subject, channel),
    align: a.align,
    hang: a.hang,
    nearness: 0,
  }
  const present = [...s.texts, ...s.apart.flatMap((x) => x.texts)].map((t) => t.id)
  const leftOut = a.leftOut.filter((id) => present.includes(id))
  if (present.length > 0 && leftOut.length === present.length) return null
  const tried = attempt(s, c, a.typeScale, leftOut, false)
  return tried ? { arrangement: a, stacks: tried.stacks, subject: tried.subject } : null
}
