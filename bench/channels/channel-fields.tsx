'use client'
import { Frame } from 'lucide-react'
import type { Channel } from '@/core/design/channel-schema'
import type { ChannelChange } from '@/core/design/sizes'
import { outputOf, PICTURE_IDS } from '@/core/outputs/list'
import { changeChannel } from '../actions/channels'
import { useBench, useBenchState } from '../state/bench-context'
import { Button } from '../ui/button'
import { Choice } from '../ui/choice'
import { NameInput } from '../ui/name-input'
import { NumberField } from '../ui/number-field'
import { Tick } from '../ui/tick'
import { FamilyField } from './family-field'
import { SaveChannel } from './saved'

/** What a channel is: name, size, bleed, safe area, smallest type. */
export function ChannelFields({ channel: c }: { channel: Channel }) {
  const bench = useBench()
  const areas = useBenchState((s) => s.areas)
  const master = useBenchState((s) => s.design.master === c.id)
  const set = (name: string, change: ChannelChange) => changeChannel(bench, c.id, name, change)
  const units: Record<string, number> = c.print ? { mm: c.print.ppi / 25.4, in: c.print.ppi } : {}
  const px = (
    label: string,
    short: string,
    value: number,
    least: number,
    most: number,
    keep: (v: number) => void,
  ) => (
    <NumberField
      label={label}
      short={short}
      unit="px"
      min={least}
      max={most}
      digits={0}
      units={units}
      value={value}
      onChange={keep}
    />
  )
  const file = (part: Partial<NonNullable<Channel['file']>>) =>
    set('File of the channel', { file: { format: null, mostKb: null, ...c.file, ...part } })
  const inset = (side: keyof Channel['safe']) =>
    px(`Safe area, ${side}`, side, c.safe[side], 0, Math.max(c.width, c.height), (v) =>
      set('Safe area', { safe: { ...c.safe, [side]: v } }),
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
      <NameInput
        label="Group of the channel"
        value={c.under ?? ''}
        placeholder="Group in the lineup"
        className="field w-full"
        onKeep={(under) => set('Group of the channel', { under })}
      />
      <div className="grid grid-cols-2 gap-1.5">
        {px('Width of the channel', 'wide', c.width, 8, 30_000, (width) =>
          set('Size of the channel', { width }),
        )}
        {px('Height of the channel', 'high', c.height, 8, 30_000, (height) =>
          set('Size of the channel', { height }),
        )}
        {px('Smallest type', 'least type', c.smallestType, 1, 1000, (smallestType) =>
          set('Smallest type', { smallestType }),
        )}
        {px('Bleed', 'bleed', c.bleed, 0, 2000, (bleed) => set('Bleed', { bleed }))}
      </div>
      <p className="mt-1 text-tiny text-soft">Safe area, from each side</p>
      <div className="grid grid-cols-2 gap-1.5">
        {inset('top')}
        {inset('bottom')}
        {inset('left')}
        {inset('right')}
      </div>
      <Button
        small
        aria-pressed={areas}
        look={areas ? 'dark' : 'plain'}
        onClick={() => bench.set({ areas: !areas })}
      >
        <Frame aria-hidden size={12} /> Draw areas and clear boxes
      </Button>
      {!master && (
        <>
          {!c.elsewhere && <FamilyField channel={c} />}
          <Tick on={c.elsewhere ?? false} onChange={(on) => set('Composed elsewhere', { elsewhere: on })}>
            Composed elsewhere: nothing of the master comes here
          </Tick>
        </>
      )}
      <p className="mt-1 text-tiny text-soft">The file that goes there</p>
      <div className="grid grid-cols-2 gap-1.5">
        <Choice
          label="File format"
          value={c.file?.format ?? 'any'}
          options={[
            { value: 'any', label: 'any format' },
            ...PICTURE_IDS.map((id) => ({ value: id as string, label: outputOf(id).label })),
          ]}
          onChange={(v) => file({ format: PICTURE_IDS.find((id) => id === v) ?? null })}
        />
        <NumberField
          label="Most weight of the file, 0 for any"
          short="at most"
          unit="KB"
          min={0}
          max={1_000_000}
          digits={0}
          value={c.file?.mostKb ?? 0}
          onChange={(v) => file({ mostKb: v > 0 ? Math.round(v) : null })}
        />
      </div>
      <SaveChannel channel={c} />
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
