'use client'
import { useBenchState } from '../../state/bench-context'
import { Choice } from '../../ui/choice'
import { LineFields, PointsField, RadiusField } from '../edge-fields'
import type { SetSlot, Slot } from './set'

const FORMS = ['rectangle', 'ellipse', 'polygon'] as const
const WORDS = {
  weight: 'Frame weight',
  short: 'frame',
  line: 'Line style of the frame',
  colour: 'Frame colour',
}

/** The slot's own outline and frame; its form is the same on all channels. */
export function SlotOutline({ slot, set }: { slot: Slot; set: SetSlot }) {
  const master = useBenchState((s) => s.channel === s.design.master)
  const forms = slot.d ? [...FORMS, 'path' as const] : FORMS
  return (
    <div className="grid grid-cols-2 gap-1.5">
      {master && (
        <Choice
          label="Outline of the slot"
          value={slot.form}
          options={forms.map((f) => ({ value: f, label: f }))}
          onChange={(form) => set('Outline of the slot', () => ({ form: form as Slot['form'] }))}
        />
      )}
      {slot.form === 'rectangle' && <RadiusField layers={[slot]} />}
      {slot.form === 'polygon' && <PointsField layers={[slot]} />}
      <LineFields layers={[slot]} words={WORDS} />
    </div>
  )
}
