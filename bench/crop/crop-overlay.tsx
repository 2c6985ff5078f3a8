'use client'
import { type PointerEvent, useEffect, useRef, useState } from 'react'
import type { Point } from '@/core/geometry/matrix'
import { placedBounds, placedCorners, resized } from '@/core/geometry/placement'
import { boxOfRatio, boxWithin, type Crop, levelling, turnedBehind } from '@/core/kinds/slot/crop'
import { type CropForm, type Croppable, croppable, keepCrop } from '../actions/cropping'
import { showWhole, toPage, toStage } from '../stage/view'
import { useBench, useBenchState } from '../state/bench-context'
import { CropBar } from './crop-bar'

const GRIPS = [
  [-1, -1, 'nwse-resize'],
  [0, -1, 'ns-resize'],
  [1, -1, 'nesw-resize'],
  [1, 0, 'ew-resize'],
  [1, 1, 'nwse-resize'],
  [0, 1, 'ns-resize'],
  [-1, 1, 'nesw-resize'],
  [-1, 0, 'ew-resize'],
] as const
type Held = { kind: 'grip' | 'move' | 'line'; hx: number; hy: number; from: Point; crop: Crop }
const ARROWS: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}

/** All of a picture with the box that is kept of it: dragged by its sides, moved, of a ratio, turned straight by a line. */
export function CropOverlay() {
  const bench = useBench()
  const id = useBenchState((s) => s.cropping)
  const of = id ? croppable(bench.store.getState(), id) : null
  useEffect(() => {
    if (id && !of) bench.set({ cropping: null })
  })
  return of && <Cropping key={of.id} of={of} />
}
function Cropping({ of }: { of: Croppable }) {
  const bench = useBench()
  const view = useBenchState((s) => s.view)
  const [begun] = useState(of)
  const [crop, setCrop] = useState(begun.crop)
  const [form, setForm] = useState<CropForm>(begun.form)
  const [ratio, setRatio] = useState<number | null>(null)
  const [levels, setLevels] = useState(false)
  const [line, setLine] = useState<readonly [Point, Point] | null>(null)
  const held = useRef<Held | null>(null)
  const frame = useRef<HTMLElement>(null)
  useEffect(() => frame.current?.focus({ preventScroll: true }), [])
  // All of the picture is seen while it is cropped; afterwards the view is what it was, unless a person moved it.
  useEffect(() => showWhole(bench, placedBounds(begun.crop.whole)), [bench, begun])

  const at = (e: PointerEvent): Point => {
    const r = frame.current?.getBoundingClientRect()
    return toPage(view, { x: e.clientX - (r?.left ?? 0), y: e.clientY - (r?.top ?? 0) })
  }
  const take = (e: PointerEvent, kind: Held['kind'], hx = 0, hy = 0) => {
    if (e.button !== 0) return
    e.stopPropagation()
    e.currentTarget.setPointerCapture(e.pointerId)
    held.current = { kind: levels ? 'line' : kind, hx, hy, from: at(e), crop }
  }
  const move = (e: PointerEvent) => {
    e.stopPropagation()
    const h = held.current
    if (!h) return
    const to = at(e)
    const [dx, dy] = [to.x - h.from.x, to.y - h.from.y]
    const { whole, box } = h.crop
    if (h.kind === 'line') return setLine([h.from, to])
    const wanted =
      h.kind === 'move'
        ? { ...box, x: box.x + dx, y: box.y + dy }
        : resized(box, h.hx, h.hy, dx, dy, {
            proportional: ratio !== null || e.shiftKey,
            fromCentre: e.altKey,
            smallest: 8,
          })
    setCrop({ whole, box: boxWithin(h.crop, wanted) })
  }
  const end = (e: PointerEvent) => {
    e.stopPropagation()
    const h = held.current
    held.current = null
    if (h?.kind !== 'line') return
    setLine(null)
    setLevels(false)
    const to = at(e)
    if (Math.hypot(to.x - h.from.x, to.y - h.from.y) > 8) setCrop(turnedBehind(crop, levelling(h.from, to)))
  }
  const follow = { onPointerMove: move, onPointerUp: end, onPointerCancel: end }
  const ofRatio = (next: number | null) => {
    setRatio(next)
    if (next) setCrop({ ...crop, box: boxOfRatio(crop, next) })
  }
  const stage = (p: Point) => toStage(view, p)
  const corners = placedCorners(crop.box).map(stage) as [Point, Point, Point, Point]
  const [a, b, , d] = corners
  const onBox = (u: number, v: number): Point => ({
    x: a.x + (b.x - a.x) * u + (d.x - a.x) * v,
    y: a.y + (b.y - a.y) * u + (d.y - a.y) * v,
  })
  const outline = `M${corners.map((p) => `${p.x} ${p.y}`).join('L')}Z`
  const middle = stage(crop.whole)
  const { whole, box } = crop
  const lineOf = (from: Point, to: Point) => `M${from.x} ${from.y}L${to.x} ${to.y}`
  return (
    <section
      ref={frame}
      aria-label="Crop"
      tabIndex={0}
      className="absolute inset-0 z-20 outline-none"
      style={{ cursor: levels ? 'crosshair' : 'default' }}
      onPointerDown={(e) => take(e, 'line')}
      onDoubleClick={(e) => {
        e.stopPropagation()
        keepCrop(bench, begun, crop, form)
      }}
      onKeyDown={(e) => {
        const way = ARROWS[e.key]
        if (e.target !== e.currentTarget) return
        if (e.key === 'Enter') keepCrop(bench, begun, crop, form)
        else if (way) {
          const step = e.shiftKey ? 10 : 1
          const to = { ...box, x: box.x + way[0] * step, y: box.y + way[1] * step }
          setCrop({ whole, box: boxWithin(crop, to) })
        } else return
        e.preventDefault()
        e.stopPropagation()
      }}
      {...follow}
    >
      <div className="pointer-events-none absolute inset-0 bg-black/45" />
      {/* biome-ignore lint/performance/noImgElement: the picture of the design itself, placed as it lies */}
      <img
        src={`/api/blobs/${begun.source}/preview?side=1200`}
        alt=""
        draggable={false}
        className="pointer-events-none absolute max-w-none"
        style={{
          left: middle.x,
          top: middle.y,
          width: whole.width * view.zoom,
          height: whole.height * view.zoom,
          transform: `translate(-50%, -50%) rotate(${whole.rotation}deg) scale(${whole.flipX ? -1 : 1}, ${whole.flipY ? -1 : 1})`,
        }}
      />
      <svg className="absolute inset-0 size-full" aria-hidden="true">
        <path d={`M0 0H9999V9999H0Z ${outline}`} fillRule="evenodd" fill="rgb(0 0 0 / 0.55)" />
        {form === 'ellipse' && (
          <ellipse
            cx={(a.x + corners[2].x) / 2}
            cy={(a.y + corners[2].y) / 2}
            rx={(box.width * view.zoom) / 2}
            ry={(box.height * view.zoom) / 2}
            transform={`rotate(${box.rotation} ${(a.x + corners[2].x) / 2} ${(a.y + corners[2].y) / 2})`}
            fill="none"
            stroke="#fff"
            strokeDasharray="5 4"
          />
        )}
        <path
          d={outline}
          fill="transparent"
          stroke="#fff"
          strokeWidth={1.5}
          style={{ cursor: levels ? 'crosshair' : 'move' }}
          onPointerDown={(e) => take(e, 'move')}
          {...follow}
        />
        {[1 / 3, 2 / 3].map((t) => (
          <g key={t} stroke="rgb(255 255 255 / 0.45)" className="pointer-events-none">
            <path d={lineOf(onBox(t, 0), onBox(t, 1))} />
            <path d={lineOf(onBox(0, t), onBox(1, t))} />
          </g>
        ))}
        {!levels &&
          GRIPS.map(([hx, hy, cursor]) => {
            const p = onBox((hx + 1) / 2, (hy + 1) / 2)
            return (
              <rect
                key={`${hx} ${hy}`}
                data-grip={`${hx} ${hy}`}
                x={p.x - 7}
                y={p.y - 7}
                width={14}
                height={14}
                rx={2}
                fill="#fff"
                stroke="rgb(0 0 0 / 0.5)"
                style={{ cursor }}
                onPointerDown={(e) => take(e, 'grip', hx, hy)}
                {...follow}
              />
            )
          })}
        {line && <path d={lineOf(stage(line[0]), stage(line[1]))} stroke="#fff" strokeWidth={2} />}
      </svg>
      <CropBar
        of={begun}
        crop={crop}
        form={form}
        ratio={ratio}
        levels={levels}
        onForm={setForm}
        onRatio={ofRatio}
        onLevel={setLevels}
        onTurn={(degrees) => setCrop(turnedBehind(crop, degrees))}
        onWhole={() => {
          setRatio(null)
          setCrop({ whole, box: { ...whole } })
        }}
        onDone={() => keepCrop(bench, begun, crop, form)}
      />
    </section>
  )
}
