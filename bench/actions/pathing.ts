import { newId } from '@/core/basics/ids'
import { addLayers } from '@/core/design/commands'
import { orderAfter } from '@/core/design/mask-commands'
import type { Design } from '@/core/design/schema'
import { isLocked } from '@/core/design/tree'
import { apply, inverse, type Matrix, type Point } from '@/core/geometry/matrix'
import { matrixOf, placedBounds } from '@/core/geometry/placement'
import type { Placement } from '@/core/geometry/placement-schema'
import { isShape } from '@/core/kinds/facts'
import type { Layer, LayerOf } from '@/core/kinds/list'
import { shapeLayer, solidStroke } from '@/core/kinds/new'
import { newMask } from '@/core/masks/mask'
import { frameMatrix } from '@/core/masks/mask-frame'
import { parsePath } from '@/core/vector/path'
import {
  mapPoints,
  movedControl,
  movedPoint,
  nearestOn,
  type PathPoint,
  type PointOutline,
  pathData,
  pathOf,
  pointBounds,
  pointsOf,
  turnedSmooth,
  withoutPoint,
  withPointAt,
} from '@/core/vector/points'
import type { Bench, BenchState } from '../state/bench'
import { resolvedOf } from './handled'
import { seenSpot } from './landing'
import { maskedLayer, maskInHand, putOn } from './masks'
import { spotFor, usedColour } from './placing'
import type { StrokeInHand } from './strokes'

type Seen = Pick<BenchState, 'design' | 'resolved' | 'selection' | 'mask'>
/** How near to a point or outline the hand takes it, CSS px. */
const NEAR = 8

/** The outlines that are edited: a path mask in the hand, else the selected path shape; on the page, px. */
export type EditedPath = { layer: Layer; mask: string | null; frame: Placement; outlines: PointOutline[] }
export function pathInHand(s: Seen): EditedPath | null {
  const layer = maskedLayer(s)
  if (!layer) return null
  const found = maskInHand(s)
  if (found?.mask.kind === 'path')
    return {
      layer,
      mask: found.mask.id,
      frame: found.frame,
      outlines: mapPoints(pointsOf(parsePath(found.mask.d)), frameMatrix(found.frame)),
    }
  const own = isShape(layer) && layer.form === 'path' ? resolvedOf(s, layer.id)?.layer : null
  if (!isShape(own) || !own.d) return null
  return {
    layer,
    mask: null,
    frame: own.placement,
    outlines: mapPoints(pointsOf(parsePath(own.d)), frameMatrix(own.placement)),
  }
}

/** Writes outlines of the page back; a shape's box follows them on the master. */
function write(
  bench: Bench,
  d: Design,
  edited: EditedPath,
  outlines: readonly PointOutline[],
  fit: boolean,
): void {
  const back = inverse(frameMatrix(edited.frame))
  const layer = d.layers[edited.layer.id]
  if (!back || !layer) return
  const inFrame = mapPoints(outlines, back)
  if (edited.mask) {
    const mask = layer.masks[edited.mask]
    if (mask?.kind === 'path') mask.d = pathData(pathOf(inFrame))
    return
  }
  if (!isShape(layer)) return
  const s = bench.store.getState()
  const box = pointBounds(inFrame)
  if (!fit || s.channel !== s.design.master || !box) {
    layer.d = pathData(pathOf(inFrame))
    return
  }
  const { placement: p } = layer
  const [w, h] = [Math.max(1e-4, box.right - box.left), Math.max(1e-4, box.bottom - box.top)]
  const middle = apply(matrixOf(p), {
    x: ((box.left + box.right) / 2) * p.width,
    y: ((box.top + box.bottom) / 2) * p.height,
  })
  layer.placement = {
    ...p,
    x: middle.x,
    y: middle.y,
    width: Math.max(0.01, p.width * w),
    height: Math.max(0.01, p.height * h),
  }
  layer.d = pathData(pathOf(mapPoints(inFrame, [1 / w, 0, 0, 1 / h, -box.left / w, -box.top / h])))
}

const away = (a: Point, b: Point): number => Math.hypot(a.x - b.x, a.y - b.y)
type Taken = { outline: number; index: number; part: 'at' | 'before' | 'after' }
function pointNear(
  outlines: readonly PointOutline[],
  p: Point,
  within: number,
  hand: Taken | null,
): Taken | null {
  let [best, least] = [null as Taken | null, within]
  outlines.forEach((o, outline) =>
    o.points.forEach((q, index) => {
      // Control points can be taken where they are shown: at the point in the hand.
      const parts =
        hand?.outline === outline && hand.index === index
          ? (['before', 'after', 'at'] as const)
          : (['at'] as const)
      for (const part of parts) {
        const at = q[part]
        if (at && away(at, p) <= least) [best, least] = [{ outline, index, part }, away(at, p)]
      }
    }),
  )
  return best
}
const replaced = (
  outlines: readonly PointOutline[],
  { outline, index }: Taken,
  point: PathPoint,
): PointOutline[] =>
  outlines.map((o, n) =>
    n === outline ? { ...o, points: o.points.map((q, k) => (k === index ? point : q)) } : o,
  )

/** A press with the path tool: takes a point of the path in the hand, sets one on it, or goes on drawing a new one. */
export function beginPath(bench: Bench, at: Point, other: boolean): StrokeInHand | null {
  const s = bench.store.getState()
  const within = NEAR / s.view.zoom
  const edited = s.pen ? null : pathInHand(s)
  if (edited && !isLocked(s.design, edited.layer.id)) {
    const taken = pointNear(edited.outlines, at, within, s.pointInHand)
    if (taken) return takePoint(bench, edited, edited.outlines, taken, other, 'Move a point')
    const on = nearestOn(edited.outlines, at)
    if (on && on.distance <= within) {
      const outlines = withPointAt(edited.outlines, on)
      return takePoint(
        bench,
        edited,
        outlines,
        { outline: on.outline, index: on.index + 1, part: 'at' },
        false,
        'Add a point',
      )
    }
  }
  return drawPoint(bench, at, within)
}

function takePoint(
  bench: Bench,
  edited: EditedPath,
  outlines: readonly PointOutline[],
  taken: Taken,
  other: boolean,
  name: string,
): StrokeInHand {
  bench.set({ pointInHand: { ...taken, part: 'at' } })
  const own = outlines[taken.outline]?.points[taken.index] as PathPoint
  let moved: PointOutline[] | null = name === 'Add a point' ? [...outlines] : null
  let drawn = false
  return {
    to(p) {
      if (!drawn && away(p, own[taken.part] ?? own.at) < 3 / bench.store.getState().view.zoom) return
      drawn = true
      // With Alt a corner is pulled into a curve, and a control point goes by itself.
      let point: PathPoint
      if (taken.part !== 'at') point = movedControl(own, taken.part, p, !other)
      else if (other) point = movedControl({ ...own, before: null, after: null }, 'after', p, true)
      else point = movedPoint(own, p)
      const next = replaced(outlines, taken, point)
      moved = next
      bench.preview((d) => write(bench, d, edited, next, false), true)
    },
    end() {
      if (!drawn && other && taken.part === 'at')
        moved = replaced(outlines, taken, turnedSmooth(outlines[taken.outline] as PointOutline, taken.index))
      const last = moved
      if (last)
        bench.commit(other && !drawn ? 'Corner or curve' : name, (d) => write(bench, d, edited, last, true))
    },
    drop: () => bench.cancel(),
  }
}

function drawPoint(bench: Bench, at: Point, within: number): StrokeInHand {
  const before = bench.store.getState().pen ?? []
  const [first] = before
  const closes = first && before.length > 1 && away(first.at, at) <= within
  if (!closes) bench.set({ pen: [...before, { at, before: null, after: null }], pointInHand: null })
  return {
    to(p) {
      if (away(p, at) < within / 2) return
      const pulled = (q: PathPoint): PathPoint => movedControl(q, 'after', p, true)
      const pen = bench.store.getState().pen ?? []
      if (closes)
        bench.set({
          pen: pen.map((q, n) => (n === 0 ? { ...q, before: pulled({ ...q, after: null }).before } : q)),
        })
      else bench.set({ pen: pen.map((q, n) => (n === pen.length - 1 ? pulled(q) : q)) })
    },
    end: () => closes && finishPath(bench, true),
    drop: () => bench.set({ pen: before.length > 0 ? before : null }),
  }
}

/** Makes a shape, or a mask of the selected layer, of the path that was drawn. */
export function finishPath(bench: Bench, closed: boolean): boolean {
  const s = bench.store.getState()
  const { pen } = s
  if (!pen) return false
  bench.set({ pen: null })
  if (pen.length < 2) return true
  const outlines = [{ points: [...pen], closed }]
  const layer = maskedLayer(s)
  if (s.penMakes === 'mask' && layer) {
    const drawn = [{ points: [...pen], closed: true }]
    putOn(bench, 'Mask by a path', layer, ({ wearer, frame }) => {
      const back = inverse(frameMatrix(frame))
      const path = back ? pathOf(mapPoints(drawn, back)) : []
      return newMask.path({ id: newId(), order: orderAfter(wearer) }, pathData(path))
    })
    return true
  }
  const box = pointBounds(outlines)
  if (!box) return true
  const [w, h] = [Math.max(1, box.right - box.left), Math.max(1, box.bottom - box.top)]
  const placement = {
    x: (box.left + box.right) / 2,
    y: (box.top + box.bottom) / 2,
    width: w,
    height: h,
    rotation: 0,
    flipX: false,
    flipY: false,
  }
  const toBox: Matrix = [1 / w, 0, 0, 1 / h, -box.left / w, -box.top / h]
  const colour = usedColour(s)
  const base = shapeLayer(
    { id: newId(), ...seenSpot(s, spotFor(s, 'shape'), placedBounds(placement)) },
    'Path',
    'path',
    placement,
    closed ? { kind: 'solid', colour } : { kind: 'none' },
  )
  const made: LayerOf<'shape'> = {
    ...base,
    d: pathData(pathOf(mapPoints(outlines, toBox))),
    stroke: closed ? base.stroke : { ...solidStroke, colour, weight: 6, cap: 'round', join: 'round' },
  }
  bench.edit('Draw a path', (d) => addLayers(d, [made]))
  bench.select([made.id])
  return true
}

/** Takes back the last point that was drawn, or removes the one in the hand. True where there was one. */
export function removePoint(bench: Bench): boolean {
  const s = bench.store.getState()
  if (s.tool !== 'path') return false
  if (s.pen) {
    bench.set({ pen: s.pen.length > 1 ? s.pen.slice(0, -1) : null })
    return true
  }
  const edited = pathInHand(s)
  if (!edited || !s.pointInHand) return false
  const left = withoutPoint(edited.outlines, s.pointInHand.outline, s.pointInHand.index)
  bench.set({ pointInHand: null })
  if (left.length === 0)
    bench.notify('An outline needs two points. It was left as it is; delete the whole of it instead.')
  else bench.edit('Remove a point', (d) => write(bench, d, edited, left, true))
  return true
}
