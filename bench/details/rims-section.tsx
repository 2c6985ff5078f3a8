'use client'
import { Eye, EyeOff, Plus, Trash2 } from 'lucide-react'
import type { Layer } from '@/core/design/schema'
import { RIM_JOINS, RIM_PLACES, type Rim, treatmentsOf } from '@/core/design/treatment'
import { useBench } from '../state/bench-context'
import { addRims, changeRim, dropRim, unitOf } from '../state/treating'
import { IconButton } from '../ui/button'
import { Choice } from '../ui/choice'
import { NumberField } from '../ui/number-field'
import { ColourField } from './colour-field'
import { Section } from './section'

const PLACES: Record<Rim['place'], string> = { outside: 'outside', centre: 'on the edge', inside: 'inside' }
const DRAWN: readonly Layer['kind'][] = ['shape', 'graphic', 'type']

/** Even lines around the outlines of what is selected; of several things those of the first are shown and changed on all. */
export function RimsSection({ layers }: { layers: readonly Layer[] }) {
  const bench = useBench()
  const [first] = layers
  if (!first) return null
  const rims = treatmentsOf(first).filter((t): t is Rim => t.kind === 'rim')
  const unit = unitOf(bench, first)
  return (
    <Section
      title="Rim lines"
      aside={
        <IconButton label="Add a rim line" className="!size-6" onClick={() => addRims(bench)}>
          <Plus size={14} />
        </IconButton>
      }
    >
      {rims.map((rim, n) => (
        <div key={rim.id} className={`flex flex-col gap-1.5 rounded-control border border-line p-1.5 ${rim.on ? '' : 'opacity-60'}`}>
          <div className="flex items-center gap-0.5">
            <div className="min-w-0 flex-1">
              <ColourField
                label={`Colour of rim line ${n + 1}`}
                colour={rim.colour}
                onPreview={(colour) => changeRim(bench, 'Colour of a rim line', n, { colour }, 'shown')}
                onChange={(colour) => changeRim(bench, 'Colour of a rim line', n, { colour })}
              />
            </div>
            <IconButton
              label={rim.on ? 'Switch the rim line off' : 'Switch the rim line on'}
              className="!size-6"
              onClick={() => changeRim(bench, rim.on ? 'Switch a rim line off' : 'Switch a rim line on', n, { on: !rim.on })}
            >
              {rim.on ? <Eye size={13} /> : <EyeOff size={13} />}
            </IconButton>
            <IconButton label="Remove the rim line" className="!size-6" onClick={() => dropRim(bench, n)}>
              <Trash2 size={13} />
            </IconButton>
          </div>
          <div className="grid grid-cols-2 gap-1.5">
            {(['width', 'gap'] as const).map((key) => (
              <NumberField
                key={key}
                label={`${key === 'width' ? 'Width' : 'Gap'} of rim line ${n + 1}`}
                short={key}
                unit="px"
                min={0}
                max={Math.round(unit * 2)}
                value={rim[key] * unit}
                onChange={(v) => changeRim(bench, key === 'width' ? 'Width of a rim line' : 'Gap of a rim line', n, { [key]: v / unit })}
                onDrag={(v) => changeRim(bench, '', n, { [key]: v / unit }, 'shown')}
              />
            ))}
            <Choice
              label={`Where rim line ${n + 1} lies`}
              value={rim.place}
              options={RIM_PLACES.map((p) => ({ value: p, label: PLACES[p] }))}
              onChange={(v) => changeRim(bench, 'Where a rim line lies', n, { place: v as Rim['place'] })}
            />
            {DRAWN.includes(first.kind) && (
              <Choice
                label={`Corners of rim line ${n + 1}`}
                value={rim.join}
                options={RIM_JOINS.map((j) => ({ value: j, label: j }))}
                onChange={(v) => changeRim(bench, 'Corners of a rim line', n, { join: v as Rim['join'] })}
              />
            )}
          </div>
        </div>
      ))}
    </Section>
  )
}
