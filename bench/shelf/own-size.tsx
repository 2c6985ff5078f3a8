'use client'
import { Plus } from 'lucide-react'
import { useState } from 'react'
import { mmToPx, ownChannel, printChannel } from '@/core/design/channels'
import { Button } from '../ui/button'
import { Choice } from '../ui/choice'
import type { Spec } from './channel-outline'

export function OwnSize({ onAdd }: { onAdd: (spec: Spec) => void }) {
  const [width, setWidth] = useState('1200')
  const [height, setHeight] = useState('800')
  const [unit, setUnit] = useState('px')
  const [ppi, setPpi] = useState('300')
  const [bleed, setBleed] = useState('3')
  const [w, h] = [Number(width.replace(',', '.')), Number(height.replace(',', '.'))]
  let mm: number
  if (unit === 'mm') mm = 1
  else if (unit === 'cm') mm = 10
  else mm = 25.4
  const [dots, over] = [Number(ppi.replace(',', '.')), Number(bleed.replace(',', '.'))]
  const px = (v: number) => (unit === 'px' ? Math.round(v) : mmToPx(v * mm, dots))
  const isNumber = (v: string) => v.trim() !== '' && !Number.isNaN(Number(v.replace(',', '.')))
  const fits = (v: number) => px(v) >= 8 && px(v) <= 30_000
  let wrong: string | null = null
  if (!isNumber(width) || !isNumber(height)) wrong = 'Width and height are numbers.'
  else if (!fits(w) || !fits(h)) wrong = 'A size is between 8 and 30 000 px a side.'
  else if (unit !== 'px' && !(dots >= 36 && dots <= 1200)) wrong = 'A resolution is between 36 and 1200 ppi.'
  else if (unit !== 'px' && !(over >= 0 && over * mm <= 50)) wrong = 'A bleed is between 0 and 50 mm.'
  const add = () => {
    const id = `own-${Date.now().toString(36)}`
    const name = `${width} × ${height}${unit === 'px' ? '' : ` ${unit}`}`
    onAdd(
      unit === 'px'
        ? ownChannel(id, name, Math.round(w), Math.round(h))
        : printChannel(id, name, w * mm, h * mm, dots, over * mm, 5, 7),
    )
  }
  return (
    <section aria-label="Own size" className="mt-4">
      <h3 className="mb-2 border-b border-line pb-1 text-tiny font-semibold tracking-wide text-soft">
        Own size
      </h3>
      <div className="flex items-center gap-2">
        <label className="field w-28">
          <span className="text-soft">width</span>
          <input aria-label="Width" value={width} onChange={(e) => setWidth(e.target.value)} />
        </label>
        <label className="field w-28">
          <span className="text-soft">height</span>
          <input aria-label="Height" value={height} onChange={(e) => setHeight(e.target.value)} />
        </label>
        <div className="w-20">
          <Choice
            label="Unit"
            value={unit}
            options={['px', 'mm', 'cm', 'in'].map((u) => ({ value: u, label: u }))}
            onChange={setUnit}
          />
        </div>
        {unit !== 'px' && (
          <>
            <label className="field w-24">
              <span className="text-soft">ppi</span>
              <input aria-label="Resolution" value={ppi} onChange={(e) => setPpi(e.target.value)} />
            </label>
            <label className="field w-24">
              <span className="text-soft">bleed</span>
              <input aria-label="Bleed" value={bleed} onChange={(e) => setBleed(e.target.value)} />
            </label>
          </>
        )}
        <Button disabled={wrong !== null} onClick={add}>
          <Plus size={14} />
          Add this size
        </Button>
        {wrong ? (
          <span role="alert" className="text-tiny text-warn">
            {wrong}
          </span>
        ) : (
          unit !== 'px' && (
            <span className="text-tiny text-soft tabular-nums">
              {px(w)} × {px(h)} px
            </span>
          )
        )}
      </div>
    </section>
  )
}
