'use client'
import { Button } from '../ui/button'
import { Slider } from '../ui/slider'
import { CARD_MM, keepPxPerMm } from './places'

type Props = { value: number; onChange: (v: number) => void; onClose: () => void }
/** The screen’s px to the millimetre, told by laying a card against it. */
export function TrueSize({ value, onChange, onClose }: Props) {
  const set = (v: number) => {
    onChange(v)
    keepPxPerMm(v)
  }
  return (
    <div className="flex items-center gap-6 border-b border-line bg-panel px-4 py-3">
      <span
        data-testid="card"
        className="block shrink-0 rounded-[10px] border-2 border-accent bg-well"
        style={{ width: CARD_MM.width * value, height: CARD_MM.height * value }}
      />
      <div className="w-72 space-y-2 text-small">
        <p>
          Lay a bank card against the screen and draw the frame as large as it is. It is 85.6 mm wide
          everywhere.
        </p>
        <Slider
          label="Width of the card"
          value={Math.round(value * 100)}
          min={200}
          max={1000}
          onChange={(v) => onChange(v / 100)}
          onCommit={(v) => set(v / 100)}
        />
        <p className="text-tiny text-soft tabular-nums">{value.toFixed(2)} px to the millimetre</p>
        <Button small onClick={onClose}>
          Done
        </Button>
      </div>
    </div>
  )
}
