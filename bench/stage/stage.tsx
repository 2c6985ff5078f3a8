'use client'
import { useEffect, useRef, useState } from 'react'
import { makeBackdrop, type Placing, placeFiles, placeSource } from '../state/acts'
import { useBench, useBenchState } from '../state/bench-context'
import { Overlay } from './overlay'
import { PageOverlay } from './page-overlay'
import { Painter } from './painter'
import { PeekList } from './peek-list'
import { Rulers } from './rulers'
import { TypeEditor } from './type-editor'
import { isPanning, useStagePointer } from './use-pointer'
import { fitView, setStageSize, toPage, zoomAbout } from './view'

export const SUPPLY_TYPE = 'application/x-vivid-supply'

/** Where the design is seen and handled. */
export function Stage() {
  const bench = useBench()
  const pointer = useStagePointer(bench)
  const s = useBenchState((state) => ({
    view: state.view,
    page: state.page,
    channel: state.channel,
    width: state.resolved.width,
    height: state.resolved.height,
    bleed: state.resolved.bleed,
    tool: state.tool,
    hidden: state.overlays.hidden,
    selection: state.selection,
    seeThrough: state.seeThrough,
  }))
  const canvas = useRef<HTMLCanvasElement>(null)
  const painter = useRef<Painter | null>(null)
  const [size, setSize] = useState({ width: 0, height: 0 })
  const ratio = typeof window === 'undefined' ? 1 : window.devicePixelRatio || 1

  useEffect(() => {
    const box = pointer.frame.current
    if (!box || !canvas.current) return
    painter.current = new Painter(canvas.current)
    const watch = new ResizeObserver(() => {
      const next = { width: box.clientWidth, height: box.clientHeight }
      setStageSize(next)
      setSize(next)
    })
    watch.observe(box)
    const stop = bench.client.listen((m) => {
      if (m.kind !== 'frame') return
      if (painter.current?.take(m)) bench.frames.note(m.revision, m.milliseconds)
    })
    return () => {
      watch.disconnect()
      stop()
    }
  }, [bench, pointer.frame])

  // A fitted view follows the stage's size and the channel.
  const { width, height, bleed } = s
  useEffect(() => {
    if (!s.view.fitted || size.width === 0) return
    const next = fitView({ width, height, bleed })
    if (next.zoom !== s.view.zoom || next.x !== s.view.x || next.y !== s.view.y) bench.set({ view: next })
  }, [bench, s.view, size, width, height, bleed])

  useEffect(() => {
    const p = painter.current
    if (!p || size.width === 0) return
    const scale = s.view.zoom * ratio
    const [originX, originY] = [Math.round(s.view.x * ratio), Math.round(s.view.y * ratio)]
    const [w, h] = [Math.round(size.width * ratio), Math.round(size.height * ratio)]
    p.resize(w, h)
    p.setView({ page: s.page, channel: s.channel, scale, originX, originY })
    bench.client.setView({
      page: s.page,
      channel: s.channel,
      scale,
      visible: { left: -originX, top: -originY, right: w - originX, bottom: h - originY },
    })
  }, [bench, s.view, s.page, s.channel, size, ratio])

  useEffect(() => bench.client.setHand(s.selection), [bench, s.selection])
  useEffect(() => bench.client.setFaint(s.seeThrough ? s.selection : []), [bench, s.seeThrough, s.selection])

  useEffect(() => {
    const box = pointer.frame.current
    if (!box) return
    const onWheel = (e: WheelEvent) => {
      e.preventDefault()
      const state = bench.store.getState()
      const r = box.getBoundingClientRect()
      if (e.ctrlKey || e.metaKey)
        bench.set({ view: zoomAbout(state, { x: e.clientX - r.left, y: e.clientY - r.top }, state.view.zoom * Math.exp(-e.deltaY * 0.0022)) })
      else
        bench.set({
          view: { ...state.view, x: state.view.x - (e.shiftKey ? e.deltaY : e.deltaX), y: state.view.y - (e.shiftKey ? 0 : e.deltaY), fitted: false },
        })
    }
    box.addEventListener('wheel', onWheel, { passive: false })
    return () => box.removeEventListener('wheel', onWheel)
  }, [bench, pointer.frame])

  const pageStyle = { left: s.view.x, top: s.view.y, width: width * s.view.zoom, height: height * s.view.zoom }
  return (
    <section
      ref={pointer.frame}
      data-stage
      aria-label="Stage"
      tabIndex={0}
      className="relative h-full touch-none overflow-hidden bg-stage outline-none select-none"
      style={{ cursor: isPanning() ? 'grab' : s.tool === 'pick' ? 'default' : 'crosshair' }}
      onPointerDown={pointer.onPointerDown}
      onPointerMove={pointer.onPointerMove}
      onPointerUp={pointer.onPointerUp}
      onPointerCancel={pointer.cancel}
      onDoubleClick={pointer.onDoubleClick}
      onDragOver={(e) => {
        e.preventDefault()
        e.dataTransfer.dropEffect = 'copy'
      }}
      onDrop={(e) => {
        e.preventDefault()
        const r = e.currentTarget.getBoundingClientRect()
        const at = toPage(bench.store.getState().view, { x: e.clientX - r.left, y: e.clientY - r.top })
        const text = e.dataTransfer.getData(SUPPLY_TYPE)
        if (text) {
          const placing = JSON.parse(text) as Placing
          if (e.altKey) makeBackdrop(bench, placing)
          else placeSource(bench, placing, at)
        } else void placeFiles(bench, [...e.dataTransfer.files], at)
      }}
    >
      <div className="checker absolute" style={pageStyle} aria-hidden="true" />
      <canvas
        ref={canvas}
        data-testid="stage-canvas"
        className="absolute inset-0"
        style={{ width: size.width, height: size.height }}
        aria-label="The design"
      />
      <PageOverlay width={size.width} height={size.height} />
      <Overlay drawn={pointer.drawn} width={size.width} height={size.height} />
      <TypeEditor />
      {!s.hidden && <Rulers width={size.width} height={size.height} />}
      <PeekList width={size.width} height={size.height} />
      <ZoomNote />
    </section>
  )
}

function ZoomNote() {
  const zoom = useBenchState((s) => s.view.zoom)
  const seeThrough = useBenchState((s) => s.seeThrough)
  const percent = Math.round(zoom * (typeof window === 'undefined' ? 1 : window.devicePixelRatio || 1) * 100)
  return (
    <output className="pointer-events-none absolute right-3 bottom-3 flex gap-2 rounded-control bg-panel px-2 py-1 text-small tabular-nums shadow">
      {seeThrough && <span className="text-accent">selection see-through</span>}
      {percent} %
    </output>
  )
}
