'use client'
import { type PointerEvent as ReactPointerEvent, useEffect, useMemo, useRef, useState } from 'react'
import { flushSync } from 'react-dom'
import { isLocked, isShown } from '@/core/design/tree'
import type { Point } from '@/core/geometry/matrix'
import { hasMembers } from '@/core/kinds/facts'
import { groundOf } from '@/core/resolve/ground'
import { goInto, stageScale } from '../actions/handled'
import { enterUnder } from '../actions/wall'
import type { Bench, BenchState, View } from '../state/bench'
import { newDrawn, nothingDrawn } from './drawn'
import { pointerWasAt } from './peek'
import type { Pointer, Press, ToolStage } from './tools/definition'
import { tools } from './tools/list'
import { panPress } from './tools/pan'
import { toPage } from './view'
import { withWords } from './words-at'

/** A press that the hand has: where it began and is, what waits for what must be known first. */
type Held = {
  begun: Press
  press: Press
  start: Point
  last: Pointer
  moved: boolean
  waiting: boolean
  ended: boolean
}
const keys = { space: false, free: false }
/** The hand moves so far before a press becomes a drag, px of the stage. */
const SLACK = 3
/** How long the pointer rests on something before it is made ready. */
const DWELL_MS = 120

/** The drag in the hand, for the keys that keep it or put it back. */
export const inHand: {
  keep: () => void
  drop: () => void
  dragging: () => boolean
  painting: () => boolean
} = {
  keep: () => undefined,
  drop: () => undefined,
  dragging: () => false,
  painting: () => false,
}
/** Keys that change what a drag means; told by the bench's key handler. */
export const holdKey = (key: 'space' | 'free', on: boolean): void => {
  keys[key] = on
}
export const isPanning = (): boolean => keys.space

type Event = Pick<
  PointerEvent,
  'clientX' | 'clientY' | 'shiftKey' | 'altKey' | 'ctrlKey' | 'metaKey' | 'pointerType' | 'pressure'
>

/** The pointer on the stage: what it is over, and the press of the tool in the hand from down to up. */
export function useStagePointer(bench: Bench) {
  const [drawn] = useState(newDrawn)
  const held = useRef<Held | null>(null)
  const frame = useRef<HTMLElement | null>(null)
  const hover = useHover(bench, drawn, held)

  const local = (e: Pick<Event, 'clientX' | 'clientY'>): Point => {
    const r = frame.current?.getBoundingClientRect()
    return { x: e.clientX - (r?.left ?? 0), y: e.clientY - (r?.top ?? 0) }
  }
  const pageAt = (p: Point): Point => toPage(bench.store.getState().view, p)
  const pointerOf = (e: Event, handle: HTMLElement | null = null): Pointer => {
    const at = local(e)
    return {
      at,
      page: pageAt(at),
      pressure: e.pointerType === 'pen' ? e.pressure : 1,
      shift: e.shiftKey,
      alt: e.altKey,
      free: keys.free,
      pulls: e.ctrlKey || e.metaKey,
      finger: e.pointerType === 'touch',
      handle,
    }
  }
  const hand = useMemo<ToolStage>(
    () => ({
      bench,
      hit: hover.hit,
      known: hover.known,
      release(press) {
        const own = held.current
        if (own?.begun !== press || own.moved) return false
        held.current = null
        drawn.setState(nothingDrawn, true)
        return true
      },
    }),
    [bench, hover, drawn],
  )
  const follow = (own: Held, to: Pointer) => {
    own.last = to
    if (!own.moved && Math.hypot(to.at.x - own.start.x, to.at.y - own.start.y) < SLACK) return
    own.moved = true
    if (own.waiting) return
    const made = own.press.move?.(to)
    if (made) drawn.setState({ ...nothingDrawn, ...made }, true)
  }
  const finish = (own: Held, to: Pointer) => {
    own.press.end?.(to, own.moved)
    drawn.setState(nothingDrawn, true)
    if (held.current === own) held.current = null
  }
  /** Goes on with what was waited for; what the hand did meanwhile counts. */
  const wait = async (own: Held, first: Promise<Press | null>) => {
    const press = await first
    if (held.current !== own && !own.ended) return
    own.waiting = false
    own.press = press ?? {}
    if (own.moved) follow(own, own.last)
    if (own.ended) finish(own, own.last)
  }
  const drop = () => {
    held.current?.press.drop?.()
    bench.cancel()
    held.current = null
    drawn.setState(nothingDrawn, true)
  }
  useEffect(() => {
    inHand.keep = () => {
      const own = held.current
      if (!own) return
      if (!own.waiting) return finish(own, own.last)
      own.ended = true
      held.current = null
    }
    inHand.drop = drop
    inHand.dragging = () => held.current?.moved === true
    inHand.painting = () => Boolean(held.current?.press.along)
  })

  return {
    drawn,
    frame,
    cancel: drop,
    onPointerDown(e: ReactPointerEvent<HTMLElement>) {
      if (e.button === 2) return
      const { editingType, tool } = bench.store.getState()
      if (editingType) bench.set({ editingType: null })
      ;(document.activeElement as HTMLElement | null)?.blur?.()
      frame.current?.focus({ preventScroll: true })
      e.currentTarget.setPointerCapture(e.pointerId)
      // A press on another page of the wall goes on there: the stage follows before the tool is asked.
      if (e.button === 0 && !keys.space) flushSync(() => enterUnder(bench, local(e)))
      const from = pointerOf(e, (e.target as Element).closest<HTMLElement>('[data-handle]'))
      const pans = keys.space || e.button === 1
      const press = pans ? panPress(bench, from) : tools[tool].press(hand, from)
      held.current = press && {
        begun: press,
        press,
        start: from.at,
        last: from,
        moved: false,
        waiting: press.first !== undefined,
        ended: false,
      }
      if (held.current && press?.first) void wait(held.current, press.first)
    },
    onPointerMove(e: ReactPointerEvent<HTMLElement>) {
      const to = pointerOf(e)
      pointerWasAt(to.at)
      const own = held.current
      if (tools[bench.store.getState().tool].mark) drawn.setState({ ...nothingDrawn, brush: to.at }, true)
      if (own?.press.along) {
        const events = e.nativeEvent.getCoalescedEvents?.() ?? []
        for (const c of events.length > 0 ? events : [e.nativeEvent]) own.press.along(pointerOf(c))
        own.last = to
      } else if (own) follow(own, to)
      else if (e.pointerType !== 'touch') hover.over(to)
    },
    onPointerUp(e: ReactPointerEvent<HTMLElement>) {
      const own = held.current
      if (!own) return
      const to = pointerOf(e)
      if (!own.waiting) return finish(own, to)
      own.ended = true
      own.last = to
      held.current = null
    },
    async onDoubleClick(e: Pick<Event, 'clientX' | 'clientY'>) {
      const s = bench.store.getState()
      if (!tools[s.tool].hovers) return
      const ids = takeable(s, await hover.hit(pageAt(local(e))))
      const top = ids[0] ? bench.takenBy(ids[0]) : s.selection[0]
      const layer = top ? s.design.layers[top] : undefined
      if (!layer) return
      if (hasMembers(layer)) {
        bench.set({ inside: layer.id })
        goInto(bench, layer.id, ids[0] ? bench.takenBy(ids[0]) : null)
      } else goInto(bench, layer.id)
    },
  }
}

/** What a hand on the stage means of what lies under it: not the ground, unless that is selected. */
function takeable(s: Pick<BenchState, 'resolved' | 'selection'>, ids: readonly string[]): readonly string[] {
  const ground = groundOf(s.resolved)
  return ids.filter((id) => !ground.has(id) || s.selection.includes(id))
}
type Hovered = { at: Point; ids: string[]; revision: number; view: View }
/** What the pointer is over while nothing is in the hand; what it rests on is made ready. */
function useHover(bench: Bench, drawn: ReturnType<typeof newDrawn>, held: { current: Held | null }) {
  return useMemo(() => {
    let asking = false
    let last: Hovered | null = null
    let dwelling: ReturnType<typeof setTimeout> | undefined
    const hit = async (page: Point): Promise<string[]> => {
      const s = bench.store.getState()
      const k = stageScale(s)
      const ids = await bench.client.ask<string[] | null>({ ask: 'hit', x: page.x * k, y: page.y * k })
      const free = (ids ?? []).filter((id) => !isLocked(s.design, id) && isShown(s.design, id))
      return withWords(bench, free, page)
    }
    const known = (at: Point): string[] | null => {
      const s = bench.store.getState()
      const same = last?.revision === s.revision && last.view === s.view
      return last && same && Math.hypot(last.at.x - at.x, last.at.y - at.y) < 0.5 ? last.ids : null
    }
    /** It may be dragged next: its drafts are made ready. */
    const rest = (top: string | null) => {
      const { selection } = bench.store.getState()
      if (!held.current) bench.client.setHand(top && !selection.includes(top) ? [top] : selection)
    }
    const over = ({ at, page }: Pointer) => {
      const { tool, revision, view } = bench.store.getState()
      if (!tools[tool].hovers || asking) return
      asking = true
      void hit(page).then((ids) => {
        asking = false
        last = { at, ids, revision, view }
        if (held.current) return
        const [front] = takeable(bench.store.getState(), ids)
        const top = front ? bench.takenBy(front) : null
        if (drawn.getState().hover === top) return
        drawn.setState({ ...nothingDrawn, hover: top }, true)
        clearTimeout(dwelling)
        dwelling = setTimeout(() => rest(top), DWELL_MS)
      })
    }
    return { hit, known, over }
  }, [bench, drawn, held])
}
