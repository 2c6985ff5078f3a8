'use client'
import { type KeyboardEvent, memo, useEffect, useMemo, useRef, useState } from 'react'
import { removeLayers } from '@/core/design/commands'
import { onLayer } from '@/core/design/properties/targets'
import type { Design } from '@/core/design/schema'
import { columnFor } from '@/core/design/table'
import type { Point } from '@/core/geometry/matrix'
import { placeUnder, shownOutline, shownPoint } from '@/core/geometry/warp'
import { isWorded } from '@/core/kinds/facts'
import { caretAt, indexAt, layoutType, selectionBoxes } from '@/core/type/layout'
import { resolvedOf, writeType } from '../actions/handled'
import { inkWords } from '../actions/placing'
import { useBench, useBenchState } from '../state/bench-context'
import { toPage, toStage } from './view'

/**
 * Type in place: a hidden field takes keys, input methods, dictation and clipboard; caret and selection are drawn from
 * the shaped clusters at the text's own turn and scale, through its bend and perspective. All typing until the field is left is one step.
 */
export const TypeEditor = memo(function TypeEditor() {
  const editing = useBenchState((state) => state.editingType !== null)
  return editing && <Editor />
})

function Editor() {
  const bench = useBench()
  const s = useBenchState((state) => state)
  const field = useRef<HTMLTextAreaElement>(null)
  const layer = s.editingType ? resolvedOf(s, s.editingType)?.layer : undefined
  const type = isWorded(layer) ? layer : undefined
  const id = type?.id
  const [range, setRange] = useState<{ from: number; to: number; back: boolean }>({
    from: 0,
    to: 0,
    back: false,
  })
  const dragging = useRef<number | null>(null)
  const typed = useRef<string | null>(null)

  const written = (d: Design, of: string, text: string) => {
    writeType(bench, d, of, { text })
    const { inkFound } = bench.store.getState()
    if (inkFound?.id === of) inkWords(d, of, inkFound.ink)
  }
  const read = () => {
    const f = field.current
    if (f) setRange({ from: f.selectionStart, to: f.selectionEnd, back: f.selectionDirection === 'backward' })
  }
  // The field opens with everything selected, so that typing replaces. Only entering and leaving a text counts.
  // biome-ignore lint/correctness/useExhaustiveDependencies: the text itself changes while typing
  useEffect(() => {
    const f = field.current
    if (!id || !f) return
    typed.current = null
    f.value = type?.text ?? ''
    f.focus({ preventScroll: true })
    f.setSelectionRange(0, f.value.length)
    read()
    return () => {
      const text = typed.current
      typed.current = null
      const { row, design } = bench.store.getState()
      const { layers } = design
      // No words in one row are that row's alone.
      const ofRow = row !== null && columnFor(design, onLayer(id), 'text') !== undefined
      if (text === null) {
        if (isWorded(layers[id]) && layers[id].text === '')
          bench.edit('Remove empty text', (d) => removeLayers(d, [id]))
        return
      }
      bench.commit('Type', (d) =>
        text.trim() === '' && !ofRow ? removeLayers(d, [id]) : written(d, id, text),
      )
    }
  }, [id, bench])
  // biome-ignore lint/correctness/useExhaustiveDependencies: only the ink is new
  useEffect(() => {
    const text = typed.current
    if (id && text !== null && s.inkFound?.id === id) bench.preview((d) => written(d, id, text))
  }, [s.inkFound])

  // biome-ignore lint/correctness/useExhaustiveDependencies: faces that have come change the layout
  const layout = useMemo(
    () => (type ? layoutType(bench.fonts, type.text, type.style, type.placement.width) : null),
    [type, bench.fonts, s.fontsReady],
  )
  if (!type || !layout || !id) return null

  const { placement } = type
  const point = shownPoint(placement)
  const z = s.view.zoom
  const caret = caretAt(layout, range.back ? range.from : range.to)
  const boxes = selectionBoxes(layout, range.from, range.to)
  const onScreen = (at: Point) => toStage(s.view, point(at))
  const spot = onScreen({ x: caret.x, y: caret.top })
  const foot = onScreen({ x: caret.x, y: caret.top + caret.height })
  const outlines = boxes.map(({ x, y, width, height }) =>
    shownOutline(placement, { left: x, top: y, right: x + width, bottom: y + height }).map((p) =>
      toStage(s.view, p),
    ),
  )
  /** Where in the text's own box the pointer is. */
  const under = (e: { clientX: number; clientY: number; currentTarget: Element }): Point | null => {
    const r = e.currentTarget.closest('[data-stage]')?.getBoundingClientRect()
    return r ? placeUnder(placement, toPage(s.view, { x: e.clientX - r.left, y: e.clientY - r.top })) : null
  }
  const indexUnder = (e: { clientX: number; clientY: number; currentTarget: Element }): number => {
    const p = under(e)
    return p ? indexAt(layout, p.x, p.y) : 0
  }
  const select = (from: number, to: number) => {
    field.current?.setSelectionRange(
      Math.min(from, to),
      Math.max(from, to),
      to < from ? 'backward' : 'forward',
    )
    field.current?.focus({ preventScroll: true })
    read()
  }
  const lineKey = (e: KeyboardEvent<HTMLTextAreaElement>): boolean => {
    const up = e.key === 'ArrowUp'
    if (!up && e.key !== 'ArrowDown') return false
    // Lines are where the text wraps on the stage, not where the hidden field would wrap.
    const focus = range.back ? range.from : range.to
    let to: number
    if (up) {
      if (caret.line === 0) to = 0
      else to = indexAt(layout, caret.x, caret.top - caret.height / 2)
    } else if (caret.line >= layout.lines.length - 1) to = type.text.length
    else to = indexAt(layout, caret.x, caret.top + caret.height * 1.5)
    const anchor = range.back ? range.to : range.from
    e.preventDefault()
    select(e.shiftKey ? anchor : to, to)
    return focus !== to
  }
  return (
    <div
      className="absolute inset-0 cursor-text"
      onPointerDown={(e) => {
        const at = indexUnder(e)
        const p = under(e)
        if (
          !p ||
          p.x < -20 / z ||
          p.y < -20 / z ||
          p.x > placement.width + 20 / z ||
          p.y > layout.height + 20 / z
        )
          return
        e.stopPropagation()
        e.preventDefault()
        if (e.detail === 2) {
          const word = wordAround(type.text, at)
          select(word[0], word[1])
        } else if (e.detail >= 3) {
          const line = layout.lines.find((l) => at >= l.start && at <= l.end)
          select(line?.start ?? 0, line?.end ?? type.text.length)
        } else {
          const anchor = range.back ? range.to : range.from
          dragging.current = e.shiftKey ? anchor : at
          select(dragging.current, at)
        }
      }}
      onPointerMove={(e) =>
        dragging.current !== null && e.buttons === 1 && select(dragging.current, indexUnder(e))
      }
      onPointerUp={() => {
        dragging.current = null
      }}
    >
      <svg className="pointer-events-none absolute inset-0 size-full" aria-hidden="true">
        {outlines.map((points, n) => (
          <polygon
            key={n}
            points={points.map((p) => `${p.x},${p.y}`).join(' ')}
            fill="oklch(0.57 0.18 38 / 0.32)"
          />
        ))}
        {range.from === range.to && (
          <g data-caret className="animate-[caret_1.1s_steps(2)_infinite]">
            <line x1={spot.x} y1={spot.y} x2={foot.x} y2={foot.y} stroke="#fff" strokeWidth={2.8} />
            <line
              x1={spot.x}
              y1={spot.y}
              x2={foot.x}
              y2={foot.y}
              stroke="var(--color-accent)"
              strokeWidth={1.8}
            />
          </g>
        )}
      </svg>
      <textarea
        ref={field}
        aria-label="Text of the selected layer"
        spellCheck={false}
        className="absolute size-4 resize-none overflow-hidden border-0 p-0 opacity-0"
        style={{ left: Math.max(0, spot.x), top: Math.max(0, spot.y), fontSize: 16 }}
        defaultValue={type.text}
        maxLength={20_000}
        onInput={(e) => {
          const text = e.currentTarget.value
          typed.current = text
          bench.preview((d) => written(d, id, text))
          read()
        }}
        onSelect={read}
        onKeyDown={(e) => {
          if (e.key === 'Escape') {
            e.preventDefault()
            e.stopPropagation()
            bench.set({ editingType: null })
            return
          }
          if (e.key === 'Enter' && (e.ctrlKey || e.metaKey)) bench.set({ editingType: null })
          else lineKey(e)
          e.stopPropagation()
        }}
        onKeyUp={read}
        onBlur={(e) => {
          // Fields of the details may be used while a text is open; the stage closes it by itself.
          if (!(e.relatedTarget instanceof HTMLElement) || e.relatedTarget.closest('[data-stage]')) return
        }}
      />
    </div>
  )
}

function wordAround(text: string, at: number): [number, number] {
  const words = new Intl.Segmenter(undefined, { granularity: 'word' }).segment(text)
  const found = words.containing(Math.min(at, text.length - 1))
  return found ? [found.index, found.index + found.segment.length] : [at, at]
}
