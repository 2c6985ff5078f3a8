'use client'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { MoveHorizontal, MoveVertical, X } from 'lucide-react'
import { useState } from 'react'
import { newId } from '@/core/basics/ids'
import { guideIn, guidesOn } from '@/core/design/guides'
import type { Guide } from '@/core/design/schema'
import { ask, wordsOf } from '@/wire/client'
import { type GuideSet, keepGuideSet, listGuideSets } from '@/wire/supplies'
import { newGuide } from '../stage/guide-gesture'
import { useBench, useBenchState } from '../state/bench-context'
import { Button, IconButton } from '../ui/button'
import { Choice } from '../ui/choice'
import { NumberField } from '../ui/number-field'
import { Section } from './section'

/** Guides by number, in px of the channel or in percent of every channel; sets of them to keep and use again. */
export function GuidesSection() {
  const bench = useBench()
  const s = useBenchState((state) => ({
    guides: state.design.guides,
    channel: state.resolved.channel,
    grid: state.design.grids[state.channel],
  }))
  const list = guidesOn({ guides: s.guides }, s.channel).sort(
    (a, b) => a.guide.axis.localeCompare(b.guide.axis) || a.at - b.at,
  )
  const put = (name: string, guide: Guide) =>
    bench.edit(name, (d) => {
      d.guides[guide.id] = guide
    })
  const add = (axis: Guide['axis']) =>
    put('Add a guide', newGuide(bench, axis, (axis === 'x' ? s.channel.width : s.channel.height) / 2))
  return (
    <>
      <Section
        title="Guides"
        aside={
          <span className="flex">
            <IconButton label="Add an upright guide" className="!size-6" onClick={() => add('x')}>
              <MoveHorizontal size={14} />
            </IconButton>
            <IconButton label="Add a level guide" className="!size-6" onClick={() => add('y')}>
              <MoveVertical size={14} />
            </IconButton>
          </span>
        }
      >
        {list.map(({ guide }) => (
          <div key={guide.id} className="flex items-center gap-1">
            <div className="min-w-0 flex-1">
              <NumberField
                label={`${guide.axis === 'x' ? 'Upright' : 'Level'} guide`}
                short={guide.axis === 'x' ? '│' : '─'}
                digits={2}
                value={guide.at}
                onChange={(at) => put('Move a guide', { ...guide, at })}
              />
            </div>
            <button
              type="button"
              aria-label={`In ${guide.unit === '%' ? 'percent, on every channel' : 'px, on this channel'}; change`}
              title={guide.unit === '%' ? 'In percent, on every channel' : 'In px, on this channel only'}
              className="h-7 w-8 rounded-control text-tiny hover:bg-well"
              onClick={() =>
                put('Unit of a guide', guideIn(guide, guide.unit === '%' ? 'px' : '%', s.channel))
              }
            >
              {guide.unit}
            </button>
            <IconButton
              label="Remove this guide"
              className="!size-6"
              onClick={() =>
                bench.edit('Remove a guide', (d) => {
                  delete d.guides[guide.id]
                })
              }
            >
              <X size={13} />
            </IconButton>
          </div>
        ))}
        {list.length === 0 && (
          <p className="text-tiny text-soft">Drag one out of a ruler, or add one here.</p>
        )}
        <Sets guides={list.map((l) => l.guide)} />
      </Section>
      <Columns />
    </>
  )
}

function Sets({ guides }: { guides: readonly Guide[] }) {
  const bench = useBench()
  const channel = useBenchState((s) => s.resolved.channel)
  const queries = useQueryClient()
  const asked = useQuery({
    queryKey: ['guide-sets'],
    queryFn: ({ signal }) => ask(listGuideSets, { signal }),
  })
  const sets = asked.data?.sets ?? []
  const [naming, setNaming] = useState<string | null>(null)
  const use = (set: GuideSet) =>
    bench.edit(`Use the guide set “${set.name}”`, (d) => {
      // Instead of those that are here, so that trying several leaves no pile.
      for (const { guide } of guidesOn(d, channel)) delete d.guides[guide.id]
      for (const g of set.guides) {
        const id = newId()
        d.guides[id] = { ...g, id, channel: g.unit === '%' ? null : channel.id }
      }
    })
  const keep = async () => {
    try {
      await ask(keepGuideSet, { body: { name: naming ?? '', guides: [...guides] } })
    } catch (thrown) {
      return bench.notify(wordsOf(thrown, 'Nothing was kept; try again.'), 'trouble')
    }
    bench.notify(`The guide set “${naming}” is kept for every design.`)
    setNaming(null)
    await queries.invalidateQueries({ queryKey: ['guide-sets'] })
  }
  return (
    <div className="flex items-center gap-1">
      {naming === null ? (
        <>
          {sets.length > 0 && (
            <Choice
              label="Use a guide set"
              value={null}
              placeholder="Use a set …"
              options={sets.map((x) => ({ value: x.id, label: x.name }))}
              onChange={(id) => {
                const set = sets.find((x) => x.id === id)
                if (set) use(set)
              }}
            />
          )}
          <Button small disabled={guides.length === 0} onClick={() => setNaming('')}>
            Keep as a set …
          </Button>
        </>
      ) : (
        <form
          className="flex flex-1 gap-1"
          onSubmit={(e) => {
            e.preventDefault()
            void keep()
          }}
        >
          <label className="field min-w-0 flex-1">
            <input
              ref={(el) => el?.focus()}
              aria-label="Name of the guide set"
              placeholder="name of the set"
              value={naming}
              onChange={(e) => setNaming(e.target.value)}
              onKeyDown={(e) => {
                e.stopPropagation()
                if (e.key === 'Escape') setNaming(null)
              }}
            />
          </label>
          <Button small className="!h-7" type="submit" disabled={!naming.trim()}>
            Keep
          </Button>
        </form>
      )}
    </div>
  )
}

const noGrid = { columns: 0, rows: 0, gutter: 24, margin: 54 }
/** Columns and rows of the channel shown; things snap to their edges. */
function Columns() {
  const bench = useBench()
  const channel = useBenchState((s) => s.channel)
  const grid = useBenchState((s) => s.design.grids[s.channel]) ?? noGrid
  const field = (key: keyof typeof noGrid, label: string, max: number) => (
    <NumberField
      label={label}
      min={0}
      max={max}
      digits={0}
      value={grid[key]}
      onChange={(v) =>
        bench.edit('Columns and rows', (d) => {
          d.grids[channel] = { ...grid, [key]: key === 'columns' || key === 'rows' ? Math.round(v) : v }
        })
      }
    />
  )
  return (
    <Section title="Columns and rows">
      <div className="grid grid-cols-2 gap-1.5">
        {field('columns', 'columns', 48)}
        {field('rows', 'rows', 48)}
        {field('gutter', 'gutter', 2000)}
        {field('margin', 'margin', 5000)}
      </div>
    </Section>
  )
}
