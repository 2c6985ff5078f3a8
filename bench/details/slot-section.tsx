'use client'
import { ImageUp, Trash2 } from 'lucide-react'
import { onLayer } from '@/core/design/properties/targets'
import { isFilled } from '@/core/kinds/slot/framing'
import { startCrop } from '../actions/cropping'
import { choosePicture, emptySlot } from '../actions/slots'
import { LinkedPart } from '../linking/linked-part'
import { useBench, useBenchState } from '../state/bench-context'
import { changeLayers } from '../state/properties'
import { Button, IconButton } from '../ui/button'
import { Section } from './section'
import { PictureInside } from './slot/inside'
import { SlotOutline } from './slot/outline'
import type { SetSlot, Slot } from './slot/set'

/** The picture in a slot: what it is, how far it is zoomed, where it lies; its outline. */
export function SlotSection({ slot }: { slot: Slot }) {
  const bench = useBench()
  const reframing = useBenchState((s) => s.reframing === slot.id)
  const set: SetSlot = (name, change, only) => changeLayers(bench, name, [slot.id], change, only)
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
      {!slot.picture && (
        <p className="text-tiny text-soft">Empty. Drop a picture on it, or take one from the supplies.</p>
      )}
      <LinkedPart layer={slot} />
      <div className="flex flex-wrap gap-1.5">
        <Button small onClick={() => void choosePicture(bench, slot.id)}>
          <ImageUp size={13} />
          {slot.picture ? 'Swap …' : 'Fill …'}
        </Button>
        {!slot.picture && (
          <Button small onClick={() => bench.set({ dialog: 'link', linking: [] })}>
            Link a design …
          </Button>
        )}
        {slot.picture && (
          <Button
            small
            look={reframing ? 'dark' : 'plain'}
            aria-pressed={reframing}
            onClick={() => bench.set({ reframing: reframing ? null : slot.id })}
          >
            Pan and zoom
          </Button>
        )}
        {slot.picture && (
          <Button small onClick={() => startCrop(bench, slot.id)}>
            Crop
          </Button>
        )}
      </div>
      {isFilled(slot) && <PictureInside slot={slot} set={set} />}
      <SlotOutline slot={slot} set={set} />
    </Section>
  )
}
