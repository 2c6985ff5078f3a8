'use client'
import { Scissors } from 'lucide-react'
import { memo, useMemo } from 'react'
import { marksOf, partnersOf, type RelationMark } from '@/core/compose/marks'
import { sentenceOf } from '@/core/compose/read'
import { grow } from '@/core/geometry/bounds'
import type { Point } from '@/core/geometry/matrix'
import { say } from '../actions/steering'
import { commandById } from '../commands/list'
import { useBench, useBenchState, usePaced } from '../state/bench-context'
import { Button } from '../ui/button'
import { StageBar } from '../ui/stage-bar'
import { Line, type Size } from './overlay-parts'
import { toStage } from './view'

/** Brackets stand so far off what they hold, and are so long, CSS px. */
const OFF = 5
const ARM = 12
/** Knobs lie at least so far apart. */
const APART = 18
/** Sentences are about so long and so high. */
const SENTENCE = 240
const ROW = 22
const MOST_TRIED = 60
/** Room that the words for what is selected take at the foot of the stage. */
const BAND = 60
/** Of these nothing can be taken apart. */
const PLAIN = ['ground', 'frames', 'bleeds']

/** What belongs together, drawn on the page: lines and brackets with their sentences. Pressed, a sentence is cut. */
export const UnderstoodOverlay = memo(function UnderstoodOverlay(size: Size) {
  const on = useBenchState((s) => s.understood && !s.overlays.hidden && !s.inHand && !s.editingType)
  return on && <Drawn {...size} />
})

function Drawn({ width, height }: Size) {
  const bench = useBench()
  const view = useBenchState((s) => s.view)
  const s = usePaced('kept', (state) => ({
    page: state.page,
    design: state.design,
    resolved: state.resolved,
    selection: state.selection,
  }))
  const { page, design, resolved, selection } = s
  const { marks, items } = useMemo(() => {
    const reading = resolved.reading ?? bench.readingOf(page)
    const inks = bench.inks()
    // What is said of one thing alone says nothing of what belongs together: told of what is selected.
    const relations = reading.relations.filter((r) => selection.length > 0 || !PLAIN.includes(r.kind))
    const all = marksOf(relations, (id) => inks.get(id) ?? null)
    const about = (m: RelationMark) => partnersOf(m.relation).some((id) => selection.includes(id))
    return { marks: selection.length > 0 ? all.filter(about) : all, items: reading.items }
  }, [bench, page, resolved, selection])
  const at = (p: Point): Point => toStage(view, p)
  const hueOf = (m: RelationMark) =>
    `var(--plane-${design.layers[m.relation.of[0] ?? '']?.plane ?? 'subject'})`
  const open = selection.length > 0
  const low = height - (selection.length > 1 ? BAND : ROW)
  const knobs = spread(
    marks.map((m) => {
      const p = at(m.knob)
      return p.y < height ? { x: p.x, y: Math.min(p.y, low) } : p
    }),
    open,
    low,
  )
  return (
    <>
      <svg
        className="pointer-events-none absolute inset-0 size-full overflow-hidden"
        aria-hidden="true"
        data-testid="understood"
      >
        {marks.map((m, n) => (
          <Drawing key={n} mark={m} d={pathOf(m, at)} colour={hueOf(m)} />
        ))}
      </svg>
      <ul aria-label="What belongs together" className="contents">
        {marks.map((m, n) => {
          const p = knobs[n] as Point
          if (p.x < 0 || p.y < 0 || p.x > width || p.y > height) return null
          return (
            <Knob
              key={n}
              at={p}
              colour={hueOf(m)}
              sentence={sentenceOf(m.relation, items)}
              open={open}
              flip={p.x > width * 0.62}
              cut={
                PLAIN.includes(m.relation.kind) || partnersOf(m.relation).length < 2
                  ? null
                  : () => say(bench, 'apart', partnersOf(m.relation), 'Does not belong together')
              }
            />
          )
        })}
      </ul>
      {selection.length > 1 && <Making />}
      {marks.length === 0 && (
        <p className="pointer-events-none absolute bottom-3 left-1/2 -translate-x-1/2 rounded-control bg-panel px-2 py-1 text-small text-soft shadow">
          {selection.length > 0
            ? 'Nothing was understood of what is selected.'
            : 'Nothing here belongs to anything else.'}
        </p>
      )}
    </>
  )
}

/** Lines that are only shared are thin; all else shows on any artwork. */
const Drawing = ({ mark, d, colour }: { mark: RelationMark; d: string; colour: string }) =>
  mark.relation.kind === 'in-line' ? (
    <g fill="none">
      <path d={d} stroke="rgb(255 255 255 / 0.75)" strokeWidth={2} />
      <path d={d} stroke={colour} strokeDasharray="4 4" />
    </g>
  ) : (
    <Line d={d} colour={colour} />
  )

/** Says what the selected things are to each other. */
const makings = [
  ['belongs-together', 'Belongs together'],
  ['a-row', 'A row'],
  ['on-this', 'On the hindmost'],
  ['not-together', 'Apart'],
] as const
function Making() {
  const bench = useBench()
  return (
    <StageBar label="What the selected things are to each other">
      {makings.map(([id, label]) => (
        <Button key={id} small look="ghost" onClick={() => commandById(id).run(bench)}>
          {label}
        </Button>
      ))}
    </StageBar>
  )
}

type KnobProps = {
  at: Point
  colour: string
  sentence: string
  open: boolean
  flip: boolean
  cut: (() => void) | null
}
function Knob({ at, colour, sentence, open, flip, cut }: KnobProps) {
  const pill = open ? 'flex' : 'hidden group-hover:flex group-focus-visible:flex'
  return (
    <li className="absolute list-none" style={{ left: at.x, top: at.y }}>
      <button
        type="button"
        aria-label={cut ? `Take apart: ${sentence}` : sentence}
        aria-disabled={cut === null}
        className="group absolute -top-2 -left-2 size-4 outline-none hover:z-20 focus-visible:z-20"
        onPointerDown={(e) => e.stopPropagation()}
        onDoubleClick={(e) => e.stopPropagation()}
        onClick={() => cut?.()}
      >
        <span
          className="absolute inset-[3px] rounded-full border-[1.5px] border-white shadow-[0_0_0_1px_rgb(0_0_0/0.35)] group-focus-visible:ring-2 group-focus-visible:ring-accent"
          style={{ background: colour }}
        />
        <span
          className={`absolute top-[-3px] ${flip ? 'right-4' : 'left-4'} h-5 items-center gap-1 rounded px-1.5 text-tiny font-semibold whitespace-nowrap text-panel shadow ${pill}`}
          style={{ background: colour }}
        >
          {sentence}
          {cut && <Scissors aria-hidden size={11} />}
        </span>
      </button>
    </li>
  )
}

function pathOf({ lines, bracket }: RelationMark, at: (p: Point) => Point): string {
  const drawn = lines.map(([a, b]) => {
    const [p, q] = [at(a), at(b)]
    return `M${p.x} ${p.y}L${q.x} ${q.y}`
  })
  if (!bracket) return drawn.join('')
  const [p, q] = [at({ x: bracket.left, y: bracket.top }), at({ x: bracket.right, y: bracket.bottom })]
  const b = grow({ left: p.x, top: p.y, right: q.x, bottom: q.y }, OFF)
  const arm = Math.min(ARM, (b.right - b.left) / 3, (b.bottom - b.top) / 3)
  return [
    `M${b.left} ${b.top + arm}V${b.top}H${b.left + arm}`,
    `M${b.right - arm} ${b.top}H${b.right}V${b.top + arm}`,
    `M${b.right} ${b.bottom - arm}V${b.bottom}H${b.right - arm}`,
    `M${b.left + arm} ${b.bottom}H${b.left}V${b.bottom - arm}`,
  ].join('')
}
/** Knobs that would lie on each other, one beside the other; with their sentences open one beneath the other. */
function spread(points: readonly Point[], open: boolean, low: number): Point[] {
  const out: Point[] = []
  const meets = (a: Point, b: Point) =>
    open
      ? Math.abs(a.x - b.x) < SENTENCE && Math.abs(a.y - b.y) < ROW
      : Math.hypot(a.x - b.x, a.y - b.y) < APART
  const beside = (p: Point, n: number): Point => {
    if (!open) return { x: p.x + n * APART, y: p.y }
    // Beneath and above by turns.
    const steps = Math.ceil(n / 2) * (n % 2 === 1 ? 1 : -1)
    return { x: p.x, y: p.y + (steps * ROW) / 2 }
  }
  for (const p of points) {
    let n = 0
    const fits = (q: Point) => q.y <= Math.max(low, p.y) && !out.some((o) => meets(o, q))
    while (n < MOST_TRIED && !fits(beside(p, n))) n++
    out.push(beside(p, n))
  }
  return out
}
