import { isLocked } from '@/core/design/tree'
import { type Bounds, contains, holds, overlaps } from '@/core/geometry/bounds'
import { boundsOfIds, boundsOfNode, handledLeaves } from '../../actions/handled'
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
/** Weaker than this a thing is hard to hit: once it is selected it is taken by its box. */
const FAINT = 0.06

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
  const met = s.resolved.layers
    .filter((l) => {
      const b = boundsOfNode(l)
      // What fills the page is under everything and not meant by a marquee.
      return (
        b &&
        (enclosing ? contains(box, b, 0.5) : overlaps(b, box)) &&
        !isLocked(s.design, l.layer.id) &&
        l.layer.shown &&
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
/** What a press on some things does: takes the front one, or on nothing draws a marquee. */
function pressOn(bench: Bench, from: Pointer, ids: readonly string[]): Press {
  const s = bench.store.getState()
  const top = ids[0] ? bench.takenBy(ids[0]) : null
  if (top) {
    const { selection } = s
    if (from.shift)
      bench.select(selection.includes(top) ? selection.filter((id) => id !== top) : [...selection, top])
    else if (!selection.includes(top)) bench.select([top])
    return gesturePress(moveGesture(bench, from.page))
  }
  const box = s.selection.length > 0 ? boundsOfIds(s, s.selection) : null
  const faint = handledLeaves(bench).some((l) => l.opacity < FAINT)
  if (box && holds(box, from.page) && !from.shift && faint) return gesturePress(moveGesture(bench, from.page))
  if (!from.shift) bench.select([])
  return marqueePress(bench, from)
}
function takePress(hand: ToolStage, from: Pointer): Press {
  const { bench } = hand
  // What the pointer hovered over a moment ago, nothing having changed since, need not be asked for again.
  const known = hand.known(from.at)
  const press: Press = {
    first: (known ? Promise.resolve(known) : hand.hit(from.page)).then((ids) => pressOn(bench, from, ids)),
  }
  // Pressed long and held still: everything that lies here is listed.
  heldStill(LONG_PRESS_MS, () => {
    if (hand.release(press)) void openPeek(bench, from.at)
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
