'use client'
import type { Draft } from 'immer'
import { ImageUp, Trash2 } from 'lucide-react'
import { useRef } from 'react'
import { setOn } from '@/core/design/properties'
import type { Design } from '@/core/design/schema'
import { takesPicture } from '@/core/kinds/facts'
import type { LayerOf } from '@/core/kinds/list'
import { isFilled, panToFocal, reframed, turnedInside } from '@/core/kinds/slot/framing'
import type { Stroke } from '@/core/vector/stroke-style'
import { useBench, useBenchState } from '../state/bench-context'
import { fillSlot, takeOut } from '../state/slots'
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
  const write = (change: (l: Slot) => Partial<Slot>) => (d: { layers: Record<string, unknown> }) => {
    const layer = d.layers[slot.id] as Slot | undefined
    if (takesPicture(layer)) Object.assign(layer, change(layer))
  }
  const frame = (value: Partial<Stroke>) => (d: Draft<Design>) => setOn(d, d.master, slot.id, 'stroke', value)
  const zoom = (v: number) => write((l) => (isFilled(l) ? reframed(l, { x: 0, y: 0 }, v / 100) : {}))
  const turned = (v: number) => write((l) => (isFilled(l) ? turnedInside(l, v) : {}))
  const pan = (axis: 'x' | 'y', v: number) => write((l) => ({ pan: { ...l.pan, [axis]: v / 100 } }))
  return (
    <Section
      title="Picture in the slot"
      aside={
        slot.picture && (
          <IconButton
            label="Empty the slot"
            className="!size-6"
            onClick={() =>
              bench.edit(
                'Empty the slot',
                write(() => ({ picture: null, zoom: 1, turn: 0, pan: { x: 0, y: 0 } })),
              )
            }
          >
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
                onChange={(v) => bench.commit('Zoom in the slot', zoom(v))}
                onDrag={(v) => bench.preview(zoom(v))}
              />
            </div>
            <Slider
              label="Zoom in the slot, slider"
              min={100}
              max={400}
              value={Math.min(400, slot.zoom * 100)}
              onChange={(v) => bench.preview(zoom(v))}
              onCommit={(v) => bench.commit('Zoom in the slot', zoom(v))}
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
                onChange={(v) => bench.commit('Pan in the slot', pan(axis, v))}
                onDrag={(v) => bench.preview(pan(axis, v))}
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
                onChange={(v) => bench.commit('Turn in the slot', turned(v))}
                onDrag={(v) => bench.preview(turned(v))}
              />
            </div>
            <Slider
              label="Turn in the slot, slider"
              min={-45}
              max={45}
              value={Math.min(45, Math.max(-45, slot.turn ?? 0))}
              onChange={(v) => bench.preview(turned(v))}
              onCommit={(v) => bench.commit('Turn in the slot', turned(v))}
            />
          </div>
          <div className="flex gap-1.5">
            <Button
              small
              onClick={() =>
                bench.edit(
                  'Show the focal point',
                  write((l) => (isFilled(l) ? { zoom: 1, pan: panToFocal({ ...l, zoom: 1 }) } : {})),
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
      {s.master && (
        <div className="grid grid-cols-2 gap-1.5">
          <Choice
            label="Outline of the slot"
            value={slot.form}
            options={[...FORMS, ...(slot.d ? (['path'] as const) : [])].map((f) => ({ value: f, label: f }))}
            onChange={(form) =>
              bench.edit(
                'Outline of the slot',
                write(() => ({ form: form as Slot['form'] })),
              )
            }
          />
          {slot.form === 'rectangle' && (
            <NumberField
              label="Corner radius"
              short="corners"
              unit="px"
              min={0}
              value={slot.radii[0]}
              onChange={(v) =>
                bench.commit(
                  'Corner radius',
                  write(() => ({ radii: [v, v, v, v] })),
                )
              }
              onDrag={(v) => bench.preview(write(() => ({ radii: [v, v, v, v] })))}
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
              onChange={(v) =>
                bench.edit(
                  'Points',
                  write(() => ({ corners: Math.round(v) })),
                )
              }
            />
          )}
          <NumberField
            label="Frame weight"
            short="frame"
            unit="px"
            min={0}
            max={5000}
            value={slot.stroke.weight}
            onChange={(v) => bench.commit('Frame weight', frame({ weight: v }))}
            onDrag={(v) => bench.preview(frame({ weight: v }))}
          />
          <Choice
            label="Line style of the frame"
            value={dashName(slot.stroke.dash)}
            options={Object.keys(DASHES).map((d) => ({ value: d, label: d }))}
            onChange={(name) =>
              bench.edit(
                'Line style',
                frame({ dash: [...(DASHES[name] ?? [])], cap: name === 'dotted' ? 'round' : 'butt' }),
              )
            }
          />
          {slot.stroke.weight > 0 && (
            <div className="col-span-2">
              <ColourField
                label="Frame colour"
                colour={slot.stroke.colour}
                onPreview={(colour) => bench.preview(frame({ colour }))}
                onChange={(colour) => bench.commit('Frame colour', frame({ colour }))}
              />
            </div>
          )}
        </div>
      )}
    </Section>
  )
}
