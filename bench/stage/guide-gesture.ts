import { newId } from '@/core/basics/ids'
import { guideAt, guideMoved } from '@/core/design/guides'
import type { Design, Guide } from '@/core/design/schema'
import type { Point } from '@/core/geometry/matrix'
import { snapEdge } from '@/core/geometry/snap'
import type { Bench } from '../state/bench'
import type { Gesture } from './gestures'
import { RULER } from './rulers'
import { fieldAround, reachOf } from './snapping'
import { toStage } from './view'

/** A new guide for the channel shown: in percent where the rulers are, else in px of this channel. */
export function newGuide(bench: Bench, axis: Guide['axis'], px: number): Guide {
  const { ruler, resolved } = bench.store.getState()
  const blank: Guide = {
    id: newId(),
    axis,
    at: 0,
    unit: ruler === '%' ? '%' : 'px',
    channel: ruler === '%' ? null : resolved.channel.id,
  }
  return guideMoved(blank, resolved.channel, px)
}

/** Dragging a guide, or a new one from a ruler; dropped on a ruler it goes away. */
export function guideGesture(bench: Bench, axis: Guide['axis'], id: string | null): Gesture | null {
  const s = bench.store.getState()
  const { channel } = s.resolved
  const held = id ? s.design.guides[id] : newGuide(bench, axis, 0)
  if (!held) return null
  // A guide does not snap to itself.
  const others = {
    ...s.design,
    guides: Object.fromEntries(Object.entries(s.design.guides).filter(([key]) => key !== held.id)),
  }
  const field = fieldAround(bench, [], { ...s, design: others })
  let last: Guide | null = null
  let gone = false
  const write = (d: Design) => {
    if (gone) delete d.guides[held.id]
    else if (last) d.guides[held.id] = last
  }
  const name = id ? 'Move a guide' : 'Add a guide'
  return {
    name,
    move(p: Point, m) {
      let px = axis === 'x' ? p.x : p.y
      const on = toStage(bench.store.getState().view, p)
      gone = (axis === 'x' ? on.x : on.y) < RULER
      if (!m.free) {
        const snap = snapEdge(
          { left: p.x, right: p.x, top: p.y, bottom: p.y },
          axis === 'x' ? 1 : 0,
          axis === 'y' ? 1 : 0,
          { ...field, neighbours: [] },
          reachOf(s),
        )
        px += axis === 'x' ? snap.dx : snap.dy
      }
      if (m.shift) px = Math.round(px / 10) * 10
      last = guideMoved(held, channel, px)
      bench.preview(write, true)
      const share = (px / (axis === 'x' ? channel.width : channel.height)) * 100
      return {
        lines: [],
        note: gone
          ? 'let go to remove'
          : `${Math.round(guideAt(last, channel) ?? px)} px  ${Math.round(share * 10) / 10} %`,
      }
    },
    end() {
      if (last && !(gone && !id)) bench.commit(gone ? 'Remove a guide' : name, write)
      else bench.cancel()
    },
  }
}
