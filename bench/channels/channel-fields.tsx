'use client'
import type { Channel } from '@/core/design/channel-schema'
import type { ChannelChange } from '@/core/design/sizes'
import { changeChannel } from '../actions/channels'
import { useBench } from '../state/bench-context'
import { NumberField } from '../ui/number-field'

/** What a channel is: name, size, bleed, safe area, smallest type. */
export function ChannelFields({ channel: c }: { channel: Channel }) {
  const bench = useBench()
  const set = (name: string, change: ChannelChange) => changeChannel(bench, c.id, name, change)
  const units: Record<string, number> = c.print ? { mm: c.print.ppi / 25.4, in: c.print.ppi } : {}
  const inset = (side: keyof Channel['safe'], short: string) => (
    <NumberField
      label={`Safe area, ${side}`}
      short={short}
      min={0}
      max={Math.max(c.width, c.height)}
      digits={0}
      units={units}
      value={c.safe[side]}
      onChange={(v) => set('Safe area', { safe: { ...c.safe, [side]: v } })}
    />
  )
  return (
    <div className="flex flex-col gap-1.5">
      <input
        key={c.name}
        aria-label="Name of the channel"
        className="field w-full"
        defaultValue={c.name}
        maxLength={200}
        onBlur={(e) =>
          e.target.value.trim() !== c.name && set('Rename the channel', { name: e.target.value })
        }
        onKeyDown={(e) => {
          e.stopPropagation()
          if (e.key === 'Enter' || e.key === 'Escape') e.currentTarget.blur()
        }}
      />
      <div className="grid grid-cols-2 gap-1.5">
        <NumberField
          label="Width of the channel"
          short="wide"
          unit="px"
          min={8}
          max={30_000}
          digits={0}
          units={units}
          value={c.width}
          onChange={(width) => set('Size of the channel', { width })}
        />
        <NumberField
          label="Height of the channel"
          short="high"
          unit="px"
          min={8}
          max={30_000}
          digits={0}
          units={units}
          value={c.height}
          onChange={(height) => set('Size of the channel', { height })}
        />
        <NumberField
          label="Smallest type"
          short="least type"
          unit="px"
          min={1}
          max={1000}
          digits={0}
          value={c.smallestType}
          onChange={(smallestType) => set('Smallest type', { smallestType })}
        />
        <NumberField
          label="Bleed"
          short="bleed"
          unit="px"
          min={0}
          max={2000}
          digits={0}
          units={units}
          value={c.bleed}
          onChange={(bleed) => set('Bleed', { bleed })}
        />
      </div>
      <p className="mt-1 text-tiny text-soft">Safe area, px from each side</p>
      <div className="grid grid-cols-2 gap-1.5">
        {inset('top', 'top')}
        {inset('bottom', 'bottom')}
        {inset('left', 'left')}
        {inset('right', 'right')}
      </div>
      {c.print && (
        <p className="text-tiny text-soft tabular-nums">
          {trim(c.print.widthMm)} × {trim(c.print.heightMm)} mm at {c.print.ppi} ppi, bleed{' '}
          {trim(c.print.bleedMm)} mm
        </p>
      )}
    </div>
  )
}
const trim = (mm: number): string => String(Math.round(mm * 10) / 10)
