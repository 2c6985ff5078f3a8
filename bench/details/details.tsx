'use client'
import { memo, type ReactNode, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react'
import { withFollowed } from '@/core/design/follow'
import { hasMembers, layerName } from '@/core/kinds/facts'
import { isAxis } from '@/core/kinds/group/mirror'
import { kindOf, type Layer } from '@/core/kinds/list'
import { planeLabels } from '@/core/kinds/planes'
import { SLOT_FORMS } from '@/core/kinds/slot/schema'
import { findResolved } from '@/core/resolve/resolved'
import { handledLeaves } from '../actions/handled'
import { SHAPE_FORMS } from '../commands/tools'
import { KindSections } from '../kinds/sections'
import type { BenchState } from '../state/bench'
import { useBench, usePaced } from '../state/bench-context'
import type { Tool } from '../state/bench-state'
import { BlendSection } from './blend-section'
import { BrushOptions } from './brush-options'
import { ChannelSection } from './channel-section'
import { CutOptions } from './cut-options'
import { FormSection } from './form-section'
import { MasksSection } from './masks-section'
import { type Listed, readClosedSections, SectionIndex } from './open-sections'
import { PageSection } from './page-section'
import { PathOptions } from './path-options'
import { PlaceSection } from './place-section'
import { SampleOptions } from './sample-options'
import { SectionIndexBar } from './section-index'
import { SpecksPanel } from './specks-panel'
import { TreatmentsSection } from './treatments-section'
import { WeaveOptions } from './weave-options'

const shown = (state: BenchState) => ({
  selection: state.selection,
  design: state.design,
  resolved: state.resolved,
  tool: state.tool,
  shapeForm: state.shapeForm,
  slotForm: state.slotForm,
  fontsReady: state.fontsReady,
})

/** Whether a place of its own means anything: a grade reaches over all that lies beneath it. */
const placed = (layer: Layer): boolean => kindOf(layer).placed

/** What the panel is about, and where that lies. */
function headOf({ design, resolved }: ReturnType<typeof shown>, layers: readonly Layer[]): [string, string] {
  const [only, more] = layers
  if (!only) {
    const { channel, width, height } = resolved
    return [design.pages[resolved.page]?.name ?? '', `${channel.name}, ${width} × ${height} px`]
  }
  if (!more) return [layerName(only), `${only.kind} in ${planeLabels[only.plane]}`]
  return [`${layers.length} things`, [...new Set(layers.map((l) => planeLabels[l.plane]))].join(', ')]
}

/** What tools can be told before they are used. */
const toolOptions: Partial<Record<Tool, () => ReactNode>> = {
  brush: BrushOptions,
  cut: CutOptions,
  sample: SampleOptions,
  path: PathOptions,
  weave: WeaveOptions,
}

/** The panel of what is selected: sections in the order of work. Follows the hand when there is time; the stage comes first. */
export function Details() {
  return <Panel s={useDeferredValue(usePaced('panel', shown))} />
}

const Panel = memo(function Panel({ s }: { s: ReturnType<typeof shown> }) {
  const bench = useBench()
  // As they are on the channel shown; what has no room there as the master has it.
  const layers = s.selection.flatMap((id) => {
    const own = s.design.layers[id]
    return own ? [findResolved(s.resolved.layers, id)?.layer ?? withFollowed(own, s.design.recipes)] : []
  })
  const placedLeaves = handledLeaves(bench)
  // The axis of a mirror is placed, and has nothing else.
  const leaves = placedLeaves.filter((l) => !isAxis(l))
  const panel = useRef<HTMLDivElement>(null)
  const [sections, index] = useSections()
  // What a tool can be told is on top.
  useEffect(() => {
    if (s.tool !== 'pick') panel.current?.scrollTo({ top: 0 })
  }, [s.tool])
  const [only] = layers
  const Options = toolOptions[s.tool]
  const [title, note] = headOf(s, layers)
  return (
    <aside aria-label="Details" className="flex h-full w-[274px] shrink-0 border-r border-line bg-panel">
      <SectionIndexBar all={sections} />
      <div ref={panel} className="scroll-thin relative flex min-w-0 flex-1 flex-col overflow-y-auto">
        <SectionIndex value={index}>
          {s.tool === 'slot' && (
            <Forms
              label="Slot to draw"
              all={SLOT_FORMS}
              now={s.slotForm}
              onChange={(slotForm) => bench.set({ slotForm })}
            />
          )}
          {s.tool === 'shape' && (
            <Forms
              label="Shape to draw"
              all={SHAPE_FORMS}
              now={s.shapeForm}
              onChange={(shapeForm) => bench.set({ shapeForm })}
            />
          )}
          {Options && (
            <div className="border-b border-line px-3 py-2.5">
              <Options />
            </div>
          )}
          <SpecksPanel />
          <header className="border-b border-line px-3 py-2">
            <h2 className="truncate font-semibold">{title}</h2>
            <p className="text-tiny text-soft">{note}</p>
          </header>
          {layers.length === 0 ? (
            <PageSection />
          ) : (
            <>
              {placedLeaves.some(placed) && <PlaceSection />}
              {layers.length === 1 && only && leaves.length > 0 && placed(only) && (
                <FormSection layer={hasMembers(only) ? only : (leaves[0] ?? only)} />
              )}
              <KindSections only={layers.length === 1 && only ? only : null} leaves={leaves} />
              {!layers.every(isAxis) && (
                <>
                  <BlendSection ids={s.selection} />
                  <TreatmentsSection layers={layers} />
                  {layers.length === 1 && only && <MasksSection layer={only} />}
                </>
              )}
              <ChannelSection ids={s.selection} />
            </>
          )}
        </SectionIndex>
      </div>
    </aside>
  )
})

/** The sections that are there now, from top to bottom. */
function useSections() {
  const [sections, setSections] = useState<readonly Listed[]>([])
  useEffect(readClosedSections, [])
  const index = useMemo(
    () => ({
      list: (listed: Listed) =>
        setSections((now) =>
          [...now.filter((s) => s.element !== listed.element), listed].sort((a, b) =>
            a.element.compareDocumentPosition(b.element) & Node.DOCUMENT_POSITION_FOLLOWING ? -1 : 1,
          ),
        ),
      drop: (element: HTMLElement) => setSections((now) => now.filter((s) => s.element !== element)),
    }),
    [],
  )
  return [sections, index] as const
}

/** What the tool in hand draws next. */
function Forms<F extends string>({
  label,
  all,
  now,
  onChange,
}: {
  label: string
  all: readonly F[]
  now: F
  onChange: (form: F) => void
}) {
  return (
    <div className="flex gap-1 border-b border-line px-3 py-2" role="group" aria-label={label}>
      {all.map((f) => (
        <button
          key={f}
          type="button"
          aria-pressed={now === f}
          className={`h-7 flex-1 rounded-control text-tiny capitalize ${now === f ? 'bg-ink text-panel' : 'hover:bg-well'}`}
          onClick={() => onChange(f)}
        >
          {f === 'rectangle' && all.length > 4 ? 'rect' : f}
        </button>
      ))}
    </div>
  )
}
