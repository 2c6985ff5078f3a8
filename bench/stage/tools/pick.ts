import { isLocked } from '@/core/design/tree'
import { type Bounds, contains, overlaps } from '@/core/geometry/bounds'
import { apply, inverse, type Point } from '@/core/geometry/matrix'
import { matrixOf } from '@/core/geometry/placement'
import { groundOf } from '@/core/resolve/ground'
import { boundsOfNode, handledLeaves } from '../../actions/handled'
import { overSlot } from '../../actions/slots'
import type { Bench } from '../../state/bench'
import { type Gesture, moveGesture } from '../gestures'
import { handleGesture } from '../handle-gesture'
import { heldStill } from '../held-still'
import { maskGesture, overMask } from '../mask-gesture'
import { openPeek } from '../peek'
import { reframeGesture } from '../reframe-gesture'
import { between } from './boxes'
import { defineTool, type Pointer, type Press, type ToolStage } from './definition'

/** How long a press is held still until what lies there is listed, ms. */
const LONG_PRESS_MS = 550
/** What is selected is taken so far beside its box, CSS px. */
const SLACK = 4

/** A gesture carried out by the hand. */
const gesturePress = (gesture: Gesture | null): Press => ({
  move(to) {
    const made = gesture?.move(to.page, to)
    return made ? { lines: made.lines, marks: made.marks ?? [], note: made.note, at: to.at } : null
  },
  end(_, moved) {
    if (moved) gesture?.end()
    else gesture?.pressed?.()
  },
})

/** What a marquee takes, and what then is selected. */
function takenBy(bench: Bench, box: Bounds, enclosing: boolean, additive: boolean): string[] {
  const s = bench.store.getState()
  const page = { left: 0, top: 0, right: s.resolved.width, bottom: s.resolved.height }
  const ground = groundOf(s.resolved)
  const met = s.resolved.layers
    .filter((l) => {
      const b = boundsOfNode(l)
      // What fills the page is under everything and not meant by a marquee.
      return (
        b &&
        (enclosing ? contains(box, b, 0.5) : overlaps(b, box)) &&
        !isLocked(s.design, l.layer.id) &&
        l.layer.shown &&
        !ground.has(l.layer.id) &&
        !contains(b, page)
      )
    })
    .map((l) => l.layer.id)
  if (!additive) return met
  // What is met comes on top; where all of it is selected already it is taken away.
  const all = met.length > 0 && met.every((id) => s.selection.includes(id))
  return all ? s.selection.filter((id) => !met.includes(id)) : [...s.selection, ...met]
}
function marqueePress(bench: Bench, from: Pointer): Press {
  let enclosing = from.alt
  return {
    move({ page, at, alt }) {
      enclosing = alt
      const note = alt ? 'what lies wholly within' : 'what is touched'
      return { marquee: between(from.page, page), note, at }
    },
    end({ page }, moved) {
      if (moved) bench.select(takenBy(bench, between(from.page, page), enclosing, from.shift))
    },
  }
}
/** Whether a point lies in the box of what is selected, turned as that is; thin things are taken a little beside them. */
function onSelection(bench: Bench, { x, y }: Point): boolean {
  const slack = SLACK / bench.store.getState().view.zoom
  return handledLeaves(bench).some(({ placement: p }) => {
    const back = inverse(matrixOf(p))
    const q = back && apply(back, { x, y })
    return q && q.x >= -slack && q.y >= -slack && q.x <= p.width + slack && q.y <= p.height + slack
  })
}
/**
 * What a press on some things does. What is selected is dragged by its box, however thin, pale or covered it is; only a press
 * that was no drag selects anew. Else the front thing is taken; on nothing, or on the ground, a marquee is drawn.
 */
function pressOn(bench: Bench, from: Pointer, ids: readonly string[]): Press {
  const s = bench.store.getState()
  const { selection } = s
  const ground = groundOf(s.resolved)
  // With Alt the ground is meant too.
  const front = ids.find((id) => from.alt || selection.includes(id) || !ground.has(id))
  const top = front ? bench.takenBy(front) : null
  const onlyGround = selection.every((id) => ground.has(id))
  const other = top !== null && !selection.includes(top)
  if (!from.shift && selection.length > 0 && !(other && onlyGround) && onSelection(bench, from.page)) {
    const gesture = moveGesture(bench, from.page)
    if (gesture)
      return gesturePress({ ...gesture, pressed: () => (other || !top) && bench.select(top ? [top] : []) })
  }
  if (top && !(from.alt && ground.has(top))) {
    if (from.shift)
      bench.select(selection.includes(top) ? selection.filter((id) => id !== top) : [...selection, top])
    else if (!selection.includes(top)) bench.select([top])
    return gesturePress(moveGesture(bench, from.page))
  }
  if (!from.shift) bench.select([])
  const marquee = marqueePress(bench, from)
  if (!top) return marquee
  return { ...marquee, end: (to, moved) => (moved ? marquee.end?.(to, moved) : bench.select([top])) }
}
function takePress(hand: ToolStage, from: Pointer): Press {
  const { bench } = hand
  // What the pointer hovered over a moment ago, nothing having changed since, need not be asked for again.
  const known = hand.known(from.at)
  const press: Press = {
    first: (known ? Promise.resolve(known) : hand.hit(from.page)).then((ids) => pressOn(bench, from, ids)),
  }
  // Pressed long and held still everything that lies here is listed. A finger's long press opens the menu, which has that list too.
  heldStill(LONG_PRESS_MS, () => {
    if (hand.release(press) && !from.finger) void openPeek(bench, from.at)
  })
  return press
}

/** Takes, moves, sizes and turns things, by themselves or by their handles. */
export const pick = defineTool({
  id: 'pick',
  cursor: 'default',
  hovers: true,
  press(hand, from) {
    const { bench } = hand
    const s = bench.store.getState()
    if (from.handle) return gesturePress(handleGesture(bench, from.handle, from.page, from.pulls))
    if (s.mask && overMask(s, from.page)) return gesturePress(maskGesture(bench, { kind: 'move' }, from.page))
    if (s.reframing && overSlot(s, s.reframing, from.page))
      return gesturePress(reframeGesture(bench, from.page))
    // A click beside the slot leaves its picture as it is now.
    if (s.reframing) bench.set({ reframing: null })
    return takePress(hand, from)
  },
})
