'use client'
import { onLayer } from '@/core/design/properties/targets'
import type { Stroke } from '@/core/vector/stroke-style'
import { useBench, useBenchState } from '../../state/bench-context'
import { setThings } from '../../state/properties'
import { Choice } from '../../ui/choice'
import { NumberField } from '../../ui/number-field'
import { ColourField } from '../colour-field'
import { DASHES, dashName } from '../shape-section'
import type { SetSlot, Slot } from './set'

const FORMS = ['rectangle', 'ellipse', 'polygon'] as const

/** The slot's own outline and frame; its form is the same on all channels. */
export function SlotOutline({ slot, set }: { slot: Slot; set: SetSlot }) {
  const bench = useBench()
  const master = useBenchState((s) => s.channel === s.design.master)
  const frame = (name: string, stroke: Partial<Stroke>, only?: 'shown') =>
    setThings(bench, name, [[onLayer(slot.id), { stroke }]], only)
  return (
    <div className="grid grid-cols-2 gap-1.5">
      {master && (
        <Choice
          label="Outline of the slot"
          value={slot.form}
          options={[...FORMS, ...(slot.d ? (['path'] as const) : [])].map((f) => ({
            value: f,
            label: f,
          }))}
          onChange={(form) => set('Outline of the slot', () => ({ form: form as Slot['form'] }))}
        />
      )}
      {slot.form === 'rectangle' && (
        <NumberField
          label="Corner radius"
          short="corners"
          unit="px"
          min={0}
          value={slot.radii[0]}
          onChange={(v) => set('Corner radius', () => ({ radii: [v, v, v, v] }))}
          onDrag={(v) => set('Corner radius', () => ({ radii: [v, v, v, v] }), 'shown')}
        />
      )}
      {slot.form === 'polygon' && (
        <NumberField
          label="Number of points"
          short="points"
          min={3}
          max={64}
          digits={0}
          value={slot.corners}
          onChange={(v) => set('Points', () => ({ corners: Math.round(v) }))}
        />
      )}
      <NumberField
        label="Frame weight"
        short="frame"
        unit="px"
        min={0}
        max={5000}
        value={slot.stroke.weight}
        onChange={(v) => frame('Frame weight', { weight: v })}
        onDrag={(v) => frame('Frame weight', { weight: v }, 'shown')}
      />
      <Choice
        label="Line style of the frame"
        value={dashName(slot.stroke.dash)}
        options={Object.keys(DASHES).map((d) => ({ value: d, label: d }))}
        onChange={(name) =>
          frame('Line style', {
            dash: [...(DASHES[name] ?? [])],
            cap: name === 'dotted' ? 'round' : 'butt',
          })
        }
      />
      {slot.stroke.weight > 0 && (
        <div className="col-span-2">
          <ColourField
            label="Frame colour"
            colour={slot.stroke.colour}
            onPreview={(colour) => frame('Frame colour', { colour }, 'shown')}
            onChange={(colour) => frame('Frame colour', { colour })}
          />
        </div>
      )}
    </div>
  )
}
