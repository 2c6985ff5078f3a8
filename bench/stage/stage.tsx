'use client'
import { useEffect, useRef, useState } from 'react'
import { lookUp } from '@/core/colour/colour'
import { isLocked } from '@/core/design/tree'
import { layerName } from '@/core/kinds/facts'
import { groundOf } from '@/core/resolve/ground'
import { makeBackdrop } from '../actions/backdrop'
import { PARCEL_TYPE, pasteText } from '../actions/clipboard'
import type { Placing } from '../actions/landing'
import { placeSource } from '../actions/placing'
import { dropFiles, fillSlot, overSlot, slotsForSeveral, slotUnder } from '../actions/slots'
import { enterUnder, fittedWallView } from '../actions/wall'
import { AreasOverlay } from '../channels/areas-overlay'
import { CropOverlay } from '../crop/crop-overlay'
import { ProofBar } from '../proofing/proof-bar'
import { RemarkPins } from '../remarks/remark-pins'
import type { Bench } from '../state/bench'
import { useBench, useBenchState } from '../state/bench-context'
import { RowBar } from '../table/row-bar'
import { WithContextMenu } from '../ui/context-menu'
import { WallBand } from '../wall/band'
import { WallNames, WallPictures } from '../wall/wall'
import { Overlay } from './overlay'
import { PageOverlay } from './page-overlay'
import { Painter } from './painter'
import { thingsAt } from './peek'
import { PeekList } from './peek-list'
import { zoomInSlot } from './reframe-gesture'
import { Rulers } from './rulers'
import { tools } from './tools/list'
import { TypeEditor } from './type-editor'
import { UnderstoodOverlay } from './understood-overlay'
import { isPanning, useStagePointer } from './use-pointer'
import { fitView, setStageSize, toPage, toStage, zoomAbout } from './view'

export const SUPPLY_TYPE = 'application/x-vivid-supply'

/** Whether dragged layers belong to this very design. */
const ownParcel = (bench: Bench, data: DataTransfer): boolean =>
  data.types.includes(`${PARCEL_TYPE}-${bench.store.getState().design.id.toLowerCase()}`)

/** Where the design is seen and handled. */
export function Stage() {
  const bench = useBench()
  // While several files are dragged over it: whether onto a slot.
  const [numbering, setNumbering] = useState<'slot' | 'page' | null>(null)
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
    solo: state.solo,
    bareLines: state.bareLines,
    strongGround: state.strongGround,
    mask: state.mask,
    maskView: state.maskView,
    wall: state.wall,
    ground: state.solo ? 'transparent' : lookUp(state.resolved.colour, state.resolved.swatches),
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
      if (painter.current?.take(m, (buffers) => bench.client.handBack(buffers))) bench.frames.note(m)
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
    const next = (s.wall && fittedWallView(bench.store.getState())) || fitView({ width, height, bleed })
    if (next.zoom !== s.view.zoom || next.x !== s.view.x || next.y !== s.view.y) bench.set({ view: next })
  }, [bench, s.view, s.wall, size, width, height, bleed])

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
  useEffect(
    () =>
      bench.client.setSeeing({
        faint: s.seeThrough ? s.selection : [],
        solo: s.solo,
        bare: s.bareLines,
        ground: s.strongGround,
        mask:
          s.mask && s.maskView !== 'result' && s.selection.length === 1
            ? { layer: s.selection[0] ?? '', id: s.mask, as: s.maskView }
            : null,
      }),
    [bench, s.seeThrough, s.selection, s.solo, s.bareLines, s.strongGround, s.mask, s.maskView],
  )

  useEffect(() => {
    const box = pointer.frame.current
    if (!box) return
    const onWheel = (e: WheelEvent) => {
      e.preventDefault()
      const state = bench.store.getState()
      const r = box.getBoundingClientRect()
      // While a picture is moved in its slot the wheel over it zooms the picture.
      const over = toPage(state.view, { x: e.clientX - r.left, y: e.clientY - r.top })
      if (
        state.reframing &&
        !e.ctrlKey &&
        !e.metaKey &&
        overSlot(state, state.reframing, over) &&
        zoomInSlot(bench, e.deltaY)
      )
        return
      if (e.ctrlKey || e.metaKey)
        bench.set({
          view: zoomAbout(
            state,
            { x: e.clientX - r.left, y: e.clientY - r.top },
            state.view.zoom * Math.exp(-e.deltaY * 0.0022),
          ),
        })
      else
        bench.set({
          view: {
            ...state.view,
            x: state.view.x - (e.shiftKey ? e.deltaY : e.deltaX),
            y: state.view.y - (e.shiftKey ? 0 : e.deltaY),
            fitted: false,
          },
        })
    }
    box.addEventListener('wheel', onWheel, { passive: false })
    return () => box.removeEventListener('wheel', onWheel)
  }, [bench, pointer.frame])

  const pageStyle = {
    left: s.view.x,
    top: s.view.y,
    width: width * s.view.zoom,
    height: height * s.view.zoom,
  }
  // On the wall nothing of this page is seen beyond it, for others hang there.
  const right = size.width - pageStyle.left - pageStyle.width
  const bottom = size.height - pageStyle.top - pageStyle.height
  const pageClip = `inset(${pageStyle.top}px ${right}px ${bottom}px ${pageStyle.left}px)`
  return (
    <WithContextMenu before={(e) => void takeForMenu(bench, e)}>
      <section
        ref={pointer.frame}
        data-stage
        aria-label="Stage"
        tabIndex={0}
        className="relative h-full touch-none overflow-hidden bg-stage outline-none select-none"
        style={{
          cursor: isPanning() ? 'grab' : tools[s.tool].cursor,
        }}
        onPointerDown={pointer.onPointerDown}
        onPointerMove={pointer.onPointerMove}
        onPointerUp={pointer.onPointerUp}
        onPointerCancel={pointer.cancel}
        onDoubleClick={pointer.onDoubleClick}
        onDragOver={(e) => {
          e.preventDefault()
          e.dataTransfer.dropEffect = 'copy'
          if (e.dataTransfer.items.length < 2 || !e.dataTransfer.types.includes('Files')) return
          const r = e.currentTarget.getBoundingClientRect()
          const state = bench.store.getState()
          const at = toPage(state.view, { x: e.clientX - r.left, y: e.clientY - r.top })
          setNumbering(slotUnder(state, at) ? 'slot' : 'page')
        }}
        onDragLeave={(e) => {
          if (!e.currentTarget.contains(e.relatedTarget as Node | null)) setNumbering(null)
        }}
        onDrop={(e) => {
          e.preventDefault()
          setNumbering(null)
          const r = e.currentTarget.getBoundingClientRect()
          const dropped = { x: e.clientX - r.left, y: e.clientY - r.top }
          enterUnder(bench, dropped)
          const at = toPage(bench.store.getState().view, dropped)
          const text = e.dataTransfer.getData(SUPPLY_TYPE)
          if (text) {
            const placing = JSON.parse(text) as Placing
            const slot = e.shiftKey ? null : slotUnder(bench.store.getState(), at)
            if (e.altKey) makeBackdrop(bench, placing)
            else if (slot && placing.info.kind === 'picture') fillSlot(bench, slot, placing)
            else placeSource(bench, placing, at)
            return
          }
          const layers = e.dataTransfer.getData(PARCEL_TYPE)
          // Layers dragged over from another design; its own are only moved about in the stack.
          if (layers) {
            if (!ownParcel(bench, e.dataTransfer)) void pasteText(bench, layers, false, at)
          } else void dropFiles(bench, [...e.dataTransfer.files], at)
        }}
      >
        <div className="checker absolute" style={pageStyle} aria-hidden="true">
          {/* The page's own colour is there before the first tile is. */}
          <div className="size-full" style={{ background: s.ground }} />
        </div>
        <WallPictures width={size.width} height={size.height} />
        <canvas
          ref={canvas}
          data-testid="stage-canvas"
          className="absolute inset-0"
          style={{ width: size.width, height: size.height, ...(s.wall ? { clipPath: pageClip } : {}) }}
          aria-label="The design"
        />
        <PageOverlay width={size.width} height={size.height} />
        <Overlay drawn={pointer.drawn} width={size.width} height={size.height} />
        <UnderstoodOverlay width={size.width} height={size.height} />
        {numbering && <SlotNumbers onto={numbering === 'slot'} />}
        <TypeEditor />
        {!s.wall && <RemarkPins />}
        {!s.wall && <ProofBar />}
        <RowBar />
        {!s.wall && <AreasOverlay />}
        <CropOverlay />
        <WallNames width={size.width} height={size.height} />
        <WallBand />
        {!s.hidden && !s.wall && <Rulers width={size.width} height={size.height} />}
        <PeekList width={size.width} height={size.height} />
        <ZoomNote />
      </section>
    </WithContextMenu>
  )
}
/** Which slots several files would go into, in their order. */
function SlotNumbers({ onto }: { onto: boolean }) {
  const s = useBenchState((state) => ({
    design: state.design,
    resolved: state.resolved,
    view: state.view,
  }))
  return slotsForSeveral(s, onto).map((slot, n) => {
    const at = toStage(s.view, { x: slot.placement.x, y: slot.placement.y })
    return (
      <span
        key={slot.id}
        className="pointer-events-none absolute grid size-9 -translate-x-1/2 -translate-y-1/2 place-items-center rounded-full bg-ink text-body font-semibold text-panel shadow-lg"
        style={{ left: at.x, top: at.y }}
      >
        {n + 1}
      </span>
    )
  })
}
/** What lies under a right press becomes the selection, unless it is of it already. */
async function takeForMenu(bench: Bench, e: React.MouseEvent): Promise<void> {
  const r = e.currentTarget.getBoundingClientRect()
  const { view } = bench.store.getState()
  const found = await thingsAt(bench, toPage(view, { x: e.clientX - r.left, y: e.clientY - r.top }))
  const s = bench.store.getState()
  const ground = groundOf(s.resolved)
  const front = found.find((id) => !isLocked(s.design, id) && (!ground.has(id) || s.selection.includes(id)))
  const top = front ? bench.takenBy(front) : null
  if (!top) bench.select([])
  else if (!s.selection.includes(top)) bench.select([top])
}

function ZoomNote() {
  const zoom = useBenchState((s) => s.view.zoom)
  const alone = useBenchState((s) => (s.solo ? s.design.layers[s.solo] : undefined))
  const seen = useBenchState((s) =>
    [
      s.seeThrough ? 'selection see-through' : '',
      alone ? `“${layerName(alone)}” alone` : '',
      s.bareLines ? 'bare lines' : '',
      s.strongGround ? 'strong ground' : '',
      s.reframing ? 'moving the picture in its slot' : '',
      s.overlays.hidden ? 'overlays hidden' : '',
      s.understood && !s.overlays.hidden ? 'what it understood' : '',
    ].filter(Boolean),
  )
  const percent = Math.round(zoom * (typeof window === 'undefined' ? 1 : window.devicePixelRatio || 1) * 100)
  return (
    <output className="pointer-events-none absolute right-3 bottom-3 flex gap-2 rounded-control bg-panel px-2 py-1 text-small tabular-nums shadow">
      {seen.map((word) => (
        <span key={word} className="text-accent">
          {word}
        </span>
      ))}
      {percent} %
    </output>
  )
}
