'use client'
import { isFilled, panToFocal, reframed, turnedInside } from '@/core/kinds/slot/framing'
import { takeOut } from '../../actions/slots'
import { useBench } from '../../state/bench-context'
import { Button } from '../../ui/button'
import { NumberField } from '../../ui/number-field'
import { Slider } from '../../ui/slider'
import type { SetSlot, Slot } from './set'

/** How the picture lies in the slot: enlarged, moved, turned. */
export function PictureInside({
  slot,
  set,
}: {
  slot: Slot & { picture: NonNullable<Slot['picture']> }
  set: SetSlot
}) {
  const bench = useBench()
  const zoom = (v: number) => (l: Slot) => (isFilled(l) ? reframed(l, { x: 0, y: 0 }, v / 100) : {})
  const turned = (v: number) => (l: Slot) => (isFilled(l) ? turnedInside(l, v) : {})
  const pan = (axis: 'x' | 'y', v: number) => (l: Slot) => ({ pan: { ...l.pan, [axis]: v / 100 } })
  return (
    <>
      <div className="flex items-center gap-2">
        <div className="w-24 shrink-0">
          <NumberField
            label="Zoom in the slot"
            short="zoom"
            unit="%"
            min={100}
            max={2000}
            digits={0}
            value={slot.zoom * 100}
            onChange={(v) => set('Zoom in the slot', zoom(v))}
            onDrag={(v) => set('Zoom in the slot', zoom(v), 'shown')}
          />
        </div>
        <Slider
          label="Zoom in the slot, slider"
          min={100}
          max={400}
          value={Math.min(400, slot.zoom * 100)}
          onChange={(v) => set('Zoom in the slot', zoom(v), 'shown')}
          onCommit={(v) => set('Zoom in the slot', zoom(v))}
        />
      </div>
      <div className="grid grid-cols-2 gap-1.5">
        {(['x', 'y'] as const).map((axis) => (
          <NumberField
            key={axis}
            label={axis === 'x' ? 'Pan across' : 'Pan down'}
            short={axis === 'x' ? '↔' : '↕'}
            unit="%"
            min={-100}
            max={100}
            digits={0}
            value={slot.pan[axis] * 100}
            onChange={(v) => set('Pan in the slot', pan(axis, v))}
            onDrag={(v) => set('Pan in the slot', pan(axis, v), 'shown')}
          />
        ))}
      </div>
      <div className="flex items-center gap-2">
        <div className="w-24 shrink-0">
          <NumberField
            label="Turn in the slot"
            short="turn"
            unit="°"
            min={-180}
            max={180}
            value={slot.turn ?? 0}
            onChange={(v) => set('Turn in the slot', turned(v))}
            onDrag={(v) => set('Turn in the slot', turned(v), 'shown')}
          />
        </div>
        <Slider
          label="Turn in the slot, slider"
          min={-45}
          max={45}
          value={Math.min(45, Math.max(-45, slot.turn ?? 0))}
          onChange={(v) => set('Turn in the slot', turned(v), 'shown')}
          onCommit={(v) => set('Turn in the slot', turned(v))}
        />
      </div>
      <div className="flex gap-1.5">
        <Button
          small
          onClick={() =>
            set('Show the focal point', (l) =>
              isFilled(l) ? { zoom: 1, pan: panToFocal({ ...l, zoom: 1 }) } : {},
            )
          }
        >
          Fit to its focal point
        </Button>
        <Button small title="Gives the whole picture back as a layer" onClick={() => takeOut(bench, slot.id)}>
          Take it out
        </Button>
      </div>
    </>
  )
}
