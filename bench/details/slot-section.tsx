'use client'
import { ImageUp, Trash2 } from 'lucide-react'
import { useRef } from 'react'
import { onLayer } from '@/core/design/properties/targets'
import type { LayerOf } from '@/core/kinds/list'
import { isFilled, panToFocal, reframed, turnedInside } from '@/core/kinds/slot/framing'
import type { Stroke } from '@/core/vector/stroke-style'
import { useBench, useBenchState } from '../state/bench-context'
import { changeLayers, setThings } from '../state/properties'
import { emptySlot, fillSlot, takeOut } from '../state/slots'
import { upload } from '../state/uploads'
import { Button, IconButton } from '../ui/button'
import { Choice } from '../ui/choice'
import { NumberField } from '../ui/number-field'
import { Slider } from '../ui/slider'
import { ColourField } from './colour-field'
import { Section } from './section'
import { DASHES, dashName } from './shape-section'

type Slot = LayerOf<'slot'>
const FORMS = ['rectangle', 'ellipse', 'polygon'] as const

/** The picture in a slot: what it is, how far it is zoomed, where it lies; its outline. */
export function SlotSection({ slot }: { slot: Slot }) {
  const bench = useBench()
  const s = useBenchState((state) => ({
    reframing: state.reframing === slot.id,
    master: state.channel === state.design.master,
  }))
  const chooser = useRef<HTMLInputElement>(null)
  const set = (name: string, change: (l: Slot) => Partial<Slot>, only?: 'shown') =>
    changeLayers(bench, name, [slot.id], change, only)
  const frame = (name: string, stroke: Partial<Stroke>, only?: 'shown') =>
    setThings(bench, name, [[onLayer(slot.id), { stroke }]], only)
  const zoom = (v: number) => (l: Slot) => (isFilled(l) ? reframed(l, { x: 0, y: 0 }, v / 100) : {})
  const turned = (v: number) => (l: Slot) => (isFilled(l) ? turnedInside(l, v) : {})
  const pan = (axis: 'x' | 'y', v: number) => (l: Slot) => ({ pan: { ...l.pan, [axis]: v / 100 } })
  return (
    <Section
      title="Picture in the slot"
      own={{ of: [onLayer(slot.id)], keys: ['zoom', 'pan', 'turn', 'radii', 'corners', 'stroke'] }}
      aside={
        slot.picture && (
          <IconButton label="Empty the slot" className="!size-6" onClick={() => emptySlot(bench, slot.id)}>
            <Trash2 size={13} />
          </IconButton>
        )
      }
    >
      <input
        ref={chooser}
        type="file"
        hidden
        accept="image/png,image/jpeg,image/webp,image/avif,image/gif,image/tiff"
        onChange={async (e) => {
          const [file] = e.target.files ?? []
          e.target.value = ''
          const info = file ? await upload(bench, file) : null
          if (info) fillSlot(bench, slot.id, { info, label: file?.name ?? '' })
        }}
      />
      {!slot.picture && (
        <p className="text-tiny text-soft">Empty. Drop a picture on it, or take one from the supplies.</p>
      )}
      <div className="flex gap-1.5">
        <Button small onClick={() => chooser.current?.click()}>
          <ImageUp size={13} />
          {slot.picture ? 'Swap …' : 'Fill …'}
        </Button>
        {slot.picture && (
          <Button
            small
            look={s.reframing ? 'dark' : 'plain'}
            aria-pressed={s.reframing}
            onClick={() => bench.set({ reframing: s.reframing ? null : slot.id })}
          >
            Pan and zoom
          </Button>
        )}
      </div>
      {isFilled(slot) && (
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
            <Button
              small
              title="Gives the whole picture back as a layer"
              onClick={() => takeOut(bench, slot.id)}
            >
              Take it out
            </Button>
          </div>
        </>
      )}
      {
        <div className="grid grid-cols-2 gap-1.5">
          {s.master && (
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
      }
    </Section>
  )
}
