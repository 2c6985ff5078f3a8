'use client'
import { type PointerEvent as ReactPointerEvent, useCallback, useEffect, useRef, useState } from 'react'
import { toHex } from '@/core/colour/colour'
import { setOnLayer } from '@/core/design/properties/set'
import { isLocked, isShown } from '@/core/design/tree'
import { contains, holds, overlaps } from '@/core/geometry/bounds'
import type { Point } from '@/core/geometry/matrix'
import { lineBox } from '@/core/geometry/placement'
import { hasMembers } from '@/core/kinds/facts'
import { boxAt } from '@/core/kinds/new'
import { boundsOfIds, boundsOfNode, goInto, handledLeaves, stageScale } from '../state/acts'
import { takeArea } from '../state/areas'
import type { Bench, View } from '../state/bench'
import { beginDabs } from '../state/cutting'
import { beginStroke, type StrokeInHand } from '../state/painting'
import { beginPath } from '../state/pathing'
import { addShape, addSlot, addType } from '../state/placing'
import { overSlot } from '../state/slots'
import { beginWeave } from '../state/weaving'
import { type Drawn, newDrawn, nothingDrawn } from './drawn'
import { type Gesture, type Modifiers, moveGesture } from './gestures'
import { handleGesture } from './handle-gesture'
import { maskGesture, overMask } from './mask-gesture'
import { openPeek, pointerWasAt } from './peek'
import { reframeGesture } from './reframe-gesture'
import { toPage } from './view'

type Press = {
  start: Point
  /** Where the pointer was last. */
  last: Point
  startPage: Point
  gesture: Gesture | null
  moved: boolean
  waiting: boolean
  queued: Point | null
  stroke: StrokeInHand | null
  kind: 'gesture' | 'stroke' | 'marquee' | 'draw' | 'pan' | 'none'
  panFrom: Point
  additive: boolean
  /** A marquee takes only what lies wholly within it. */
  enclosing: boolean
  released: boolean
}
const held = { space: false, free: false }

/** How long a press is held still until what lies there is listed, ms. */
const LONG_PRESS_MS = 550
/** How long the pointer rests on something before it is made ready. */
const DWELL_MS = 120

/** A pen's pressure; all else presses with full force. */
const pressureOf = (e: { pointerType: string; pressure: number }): number =>
  e.pointerType === 'pen' ? e.pressure : 1
/** The drag in the hand, for the keys that keep it or put it back. */
export const inHand: { keep: () => void; drop: () => void; painting: () => boolean } = {
  keep: () => undefined,
  drop: () => undefined,
  painting: () => false,
}

/** Keys that change what a drag means; told by the bench's key handler. */
export const holdKey = (key: 'space' | 'free', on: boolean): void => {
  held[key] = on
}
export const isPanning = (): boolean => held.space

/** Everything that the pointer does on the stage. */
export function useStagePointer(bench: Bench) {
  const [drawn] = useState(newDrawn)
  const setDrawn = (next: Drawn): void => drawn.setState(next, true)
  const press = useRef<Press | null>(null)
  const frame = useRef<HTMLElement | null>(null)
  const hovering = useRef(false)
  const dwelling = useRef<ReturnType<typeof setTimeout>>(undefined)
  const hovered = useRef<{ at: Point; ids: string[]; revision: number; view: View } | null>(null)

  const local = (e: { clientX: number; clientY: number }): Point => {
    const r = frame.current?.getBoundingClientRect()
    return { x: e.clientX - (r?.left ?? 0), y: e.clientY - (r?.top ?? 0) }
  }
  const pageAt = (p: Point): Point => toPage(bench.store.getState().view, p)
  const hit = useCallback(
    async (p: Point): Promise<string[]> => {
      const s = bench.store.getState()
      const k = stageScale(s)
      const ids = await bench.client.ask<string[] | null>({ ask: 'hit', x: p.x * k, y: p.y * k })
      return (ids ?? []).filter((id) => !isLocked(s.design, id) && isShown(s.design, id))
    },
    [bench],
  )

  const modifiers = (e: { shiftKey: boolean; altKey: boolean }): Modifiers => ({
    shift: e.shiftKey,
    alt: e.altKey,
    free: held.free,
  })
  const follow = (at: Point, m: Modifiers) => {
    const p = press.current
    if (!p) return
    if (!p.moved && Math.hypot(at.x - p.start.x, at.y - p.start.y) < 3) return
    p.moved = true
    p.last = at
    if (p.kind === 'pan') {
      const { view } = bench.store.getState()
      bench.set({
        view: {
          ...view,
          x: p.panFrom.x + at.x - p.start.x,
          y: p.panFrom.y + at.y - p.start.y,
          fitted: false,
        },
      })
    } else if (p.kind === 'gesture' && p.gesture) {
      const made = p.gesture.move(pageAt(at), m)
      if (made) setDrawn({ ...nothingDrawn, lines: made.lines, marks: made.marks ?? [], note: made.note, at })
    } else if (p.kind === 'marquee' || p.kind === 'draw') {
      p.enclosing = m.alt
      const to = pageAt(at)
      const box = {
        left: Math.min(p.startPage.x, to.x),
        top: Math.min(p.startPage.y, to.y),
        right: Math.max(p.startPage.x, to.x),
        bottom: Math.max(p.startPage.y, to.y),
      }
      setDrawn({
        ...nothingDrawn,
        marquee: box,
        note:
          p.kind === 'marquee'
            ? m.alt
              ? 'what lies wholly within'
              : 'what is touched'
            : p.kind === 'draw'
              ? `${Math.round(box.right - box.left)} × ${Math.round(box.bottom - box.top)}`
              : null,
        at,
      })
    }
  }

  const pick = async (p: Press, at: Point, additive: boolean) => {
    const s = bench.store.getState()
    p.waiting = true
    // What the pointer hovered over a moment ago, nothing having changed since, need not be asked for again.
    const known = hovered.current
    const ids =
      known &&
      known.revision === s.revision &&
      known.view === s.view &&
      Math.hypot(known.at.x - at.x, known.at.y - at.y) < 0.5
        ? known.ids
        : await hit(p.startPage)
    p.waiting = false
    if (press.current !== p && !p.released) return
    const top = ids[0] ? bench.takenBy(ids[0]) : null
    if (!top) {
      const box = s.selection.length > 0 ? boundsOfIds(s, s.selection) : null
      // A thing that is hard to hit can be dragged by its box once it is selected.
      if (box && holds(box, p.startPage) && !additive && handledLeaves(bench).some((l) => l.opacity < 0.06))
        p.gesture = moveGesture(bench, p.startPage)
      else {
        if (!additive) bench.select([])
        p.kind = 'marquee'
        // What the hand did while it waited for the answer counts.
        if (p.queued) follow(p.queued, { shift: additive, alt: p.enclosing, free: held.free })
        if (p.released) finish(p, p.queued ?? at)
        return
      }
    } else {
      if (additive)
        bench.select(
          s.selection.includes(top) ? s.selection.filter((id) => id !== top) : [...s.selection, top],
        )
      else if (!s.selection.includes(top)) bench.select([top])
      p.gesture = moveGesture(bench, p.startPage)
    }
    p.kind = 'gesture'
    if (p.queued) follow(p.queued, { shift: false, alt: false, free: held.free })
    if (p.released) finish(p, at)
  }

  const finish = (p: Press, at: Point) => {
    const s = bench.store.getState()
    if (p.kind === 'gesture' && p.moved) p.gesture?.end()
    else if (p.kind === 'gesture') p.gesture?.pressed?.()
    else if (p.kind === 'marquee' && p.moved) {
      const to = pageAt(at)
      const box = {
        left: Math.min(p.startPage.x, to.x),
        top: Math.min(p.startPage.y, to.y),
        right: Math.max(p.startPage.x, to.x),
        bottom: Math.max(p.startPage.y, to.y),
      }
      const page = { left: 0, top: 0, right: s.resolved.width, bottom: s.resolved.height }
      const met = s.resolved.layers
        .filter((l) => {
          const b = boundsOfNode(l)
          // What fills the page is under everything and not meant by a marquee.
          return (
            b &&
            (p.enclosing ? contains(box, b, 0.5) : overlaps(b, box)) &&
            !isLocked(s.design, l.layer.id) &&
            l.layer.shown &&
            !(b.left <= page.left && b.top <= page.top && b.right >= page.right && b.bottom >= page.bottom)
          )
        })
        .map((l) => l.layer.id)
      // With Shift what is met comes on top; where all of it is selected already it is taken away.
      const all = met.length > 0 && met.every((id) => s.selection.includes(id))
      bench.select(
        !p.additive ? met : all ? s.selection.filter((id) => !met.includes(id)) : [...s.selection, ...met],
      )
    } else if (p.kind === 'draw') {
      // What is drawn lies on whole pixels of the page.
      const whole = (q: Point): Point => ({ x: Math.round(q.x), y: Math.round(q.y) })
      const [from, to] = [whole(p.startPage), whole(pageAt(at))]
      const [w, h] = [Math.abs(to.x - from.x), Math.abs(to.y - from.y)]
      const side = Math.round(Math.min(s.resolved.width, s.resolved.height) * 0.25)
      const box =
        p.moved && (w > 4 || h > 4)
          ? boxAt(
              Math.min(to.x, from.x),
              Math.min(to.y, from.y),
              Math.max(2, w),
              s.tool === 'shape' && s.shapeForm === 'line' ? Math.max(1, h) : Math.max(2, h),
            )
          : boxAt(
              Math.round(from.x - side / 2),
              Math.round(from.y - side / 2),
              side,
              s.tool === 'shape' && s.shapeForm === 'line' ? 4 : side,
            )
      if (s.tool === 'area') {
        void takeArea(bench, s.areaFor, box)
        bench.set({ tool: 'pick' })
      } else if (s.tool === 'slot') {
        addSlot(bench, s.slotForm, box)
        bench.set({ tool: 'pick' })
      } else if (s.tool === 'shape') {
        addShape(bench, s.shapeForm, s.shapeForm === 'line' && p.moved ? lineBox(from, to) : box)
        bench.set({ tool: 'pick' })
      } else void addType(bench, p.startPage, p.moved && w > 20 ? w : undefined)
    }
    setDrawn(nothingDrawn)
    if (press.current === p) press.current = null
  }

  const drop = () => {
    press.current?.stroke?.drop()
    bench.cancel()
    press.current = null
    setDrawn(nothingDrawn)
  }
  useEffect(() => {
    inHand.keep = () => {
      const p = press.current
      if (p && !p.waiting) finish(p, p.last)
    }
    inHand.drop = drop
    inHand.painting = () => Boolean(press.current?.stroke)
  })

  const sample = async (at: Point) => {
    const k = stageScale(bench.store.getState())
    const { sampling, selection } = bench.store.getState()
    const layer = sampling.alone && selection.length === 1 ? selection[0] : undefined
    const radius = Math.round(sampling.radius * (globalThis.devicePixelRatio || 1))
    const rgba = await bench.client.ask<[number, number, number, number] | null>({
      ask: 'sample',
      x: at.x * k,
      y: at.y * k,
      radius,
      layer,
    })
    if (!rgba) return
    if (rgba[3] === 0)
      return bench.notify('There is nothing of the selected layer there. Sample where it shows.')
    const colour = toHex({ r: rgba[0] / 255, g: rgba[1] / 255, b: rgba[2] / 255, a: 1 })
    const s = bench.store.getState()
    if (s.sampleFor) s.sampleFor(colour, at)
    else {
      const leaves = handledLeaves(bench).filter((l) => 'fill' in l)
      if (leaves.length > 0)
        bench.edit('Sampled colour', (d) =>
          leaves.forEach((l) => setOnLayer(d, s.channel, l.id, 'fill', { kind: 'solid', colour })),
        )
      else {
        void navigator.clipboard?.writeText(colour).catch(() => undefined)
        bench.notify(`${colour} was sampled and copied.`)
      }
    }
    bench.set({ tool: 'pick', sampleFor: null })
  }

  return {
    drawn,
    frame,
    cancel: drop,
    onPointerDown(e: ReactPointerEvent<HTMLElement>) {
      if (e.button === 2) return
      const at = local(e)
      const s = bench.store.getState()
      const target = (e.target as Element).closest<HTMLElement>('[data-handle]')
      if (s.editingType) bench.set({ editingType: null })
      ;(document.activeElement as HTMLElement | null)?.blur?.()
      frame.current?.focus({ preventScroll: true })
      e.currentTarget.setPointerCapture(e.pointerId)
      const p: Press = {
        start: at,
        last: at,
        startPage: pageAt(at),
        gesture: null,
        stroke: null,
        moved: false,
        waiting: false,
        queued: null,
        kind: 'none',
        panFrom: { x: s.view.x, y: s.view.y },
        additive: e.shiftKey,
        enclosing: e.altKey,
        released: false,
      }
      press.current = p
      if (held.space || e.button === 1) p.kind = 'pan'
      else if (s.tool === 'brush') {
        p.stroke = beginStroke(bench, p.startPage, pressureOf(e), e.shiftKey)
        p.kind = 'stroke'
        if (!p.stroke) press.current = null
      } else if (s.tool === 'cut') {
        p.stroke = beginDabs(bench, p.startPage, e.altKey)
        p.kind = 'stroke'
        if (!p.stroke) press.current = null
      } else if (s.tool === 'path') {
        p.stroke = beginPath(bench, p.startPage, e.altKey)
        p.kind = 'stroke'
      } else if (s.tool === 'weave') {
        p.stroke = beginWeave(bench, p.startPage)
        p.kind = 'stroke'
      } else if (s.tool === 'sample') {
        press.current = null
        void sample(p.startPage)
      } else if (s.tool === 'slot' || s.tool === 'shape' || s.tool === 'type' || s.tool === 'area')
        p.kind = 'draw'
      else if (s.mask && s.tool === 'pick' && !target && overMask(s, p.startPage)) {
        p.gesture = maskGesture(bench, { kind: 'move' }, p.startPage)
        p.kind = 'gesture'
      } else if (target) {
        p.gesture = handleGesture(bench, target, p.startPage, e.ctrlKey || e.metaKey)
        p.kind = 'gesture'
      } else if (s.reframing && overSlot(s, s.reframing, p.startPage)) {
        p.gesture = reframeGesture(bench, p.startPage)
        p.kind = 'gesture'
      } else {
        // A click beside the slot leaves its picture as it is now.
        if (s.reframing) bench.set({ reframing: null })
        void pick(p, at, e.shiftKey)
        // Pressed long and held still: everything that lies here is listed.
        setTimeout(() => {
          if (press.current !== p || p.moved) return
          press.current = null
          setDrawn(nothingDrawn)
          void openPeek(bench, at)
        }, LONG_PRESS_MS)
      }
    },
    onPointerMove(e: ReactPointerEvent<HTMLElement>) {
      const at = local(e)
      pointerWasAt(at)
      const p = press.current
      const { tool } = bench.store.getState()
      if (tool === 'brush' || tool === 'cut' || tool === 'weave') setDrawn({ ...nothingDrawn, brush: at })
      if (p?.stroke) {
        const events = e.nativeEvent.getCoalescedEvents?.() ?? []
        for (const c of events.length > 0 ? events : [e.nativeEvent])
          p.stroke.to(pageAt(local(c)), pressureOf(c))
        return
      }
      if (!p) {
        const s = bench.store.getState()
        if (s.tool !== 'pick' || hovering.current || e.pointerType === 'touch') return
        hovering.current = true
        void hit(pageAt(at)).then((ids) => {
          hovering.current = false
          hovered.current = { at, ids, revision: s.revision, view: s.view }
          if (press.current) return
          const top = ids[0] ? bench.takenBy(ids[0]) : null
          if (drawn.getState().hover === top) return
          setDrawn({ ...nothingDrawn, hover: top })
          // What the pointer rests on may be dragged next: its drafts are made ready.
          clearTimeout(dwelling.current)
          dwelling.current = setTimeout(() => {
            const { selection } = bench.store.getState()
            if (!press.current) bench.client.setHand(top && !selection.includes(top) ? [top] : selection)
          }, DWELL_MS)
        })
        return
      }
      if (p.waiting) p.queued = at
      else follow(at, modifiers(e))
    },
    onPointerUp(e: ReactPointerEvent<HTMLElement>) {
      const p = press.current
      if (!p) return
      const at = local(e)
      if (p.stroke) {
        p.stroke.end()
        press.current = null
        return
      }
      if (p.waiting) {
        p.released = true
        return
      }
      finish(p, at)
    },
    async onDoubleClick(e: { clientX: number; clientY: number }) {
      const s = bench.store.getState()
      if (s.tool !== 'pick') return
      const ids = await hit(pageAt(local(e)))
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
