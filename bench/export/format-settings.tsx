'use client'
import type { OutputFormat, Setting, Settings } from '@/core/outputs/define'
import { ProfileChoice } from '../proofing/profile-choice'
import { Choice } from '../ui/choice'
import { NumberField } from '../ui/number-field'
import { Slider } from '../ui/slider'
import { Tick } from '../ui/tick'

/** What a format lets choose, drawn from its definition. */
export function FormatSettings({
  format,
  settings,
  set,
}: {
  format: OutputFormat
  settings: Settings
  set: (settings: Settings) => void
}) {
  return Object.entries(format.settings)
    .filter(([, setting]) => setting.when?.(settings) ?? true)
    .map(([key, setting]) => (
      <Field
        key={`${format.id}-${key}`}
        setting={setting}
        value={settings[key]}
        set={(value) => set({ ...settings, [key]: value })}
      />
    ))
}
function Field({
  setting,
  value,
  set,
}: {
  setting: Setting
  value: Settings[string] | undefined
  set: (value: Settings[string]) => void
}) {
  if (setting.kind === 'tick')
    return (
      <Tick on={value === true} onChange={set}>
        {setting.label}
      </Tick>
    )
  if (setting.kind === 'choice')
    return (
      <Choice
        label={setting.label}
        value={String(value)}
        options={setting.options.map(([v, label]) => ({ value: v, label }))}
        onChange={set}
      />
    )
  if (setting.kind === 'profile') return <ProfileChoice value={String(value ?? '')} onChange={set} />
  const { label, least, most, unit = '' } = setting
  return (
    <div className="flex items-center gap-3 text-small">
      <span className="w-16 shrink-0 text-soft">{label}</span>
      <Slider label={label} min={least} max={most} value={Number(value)} onChange={set} onCommit={set} />
      <span className="w-14 text-right whitespace-nowrap tabular-nums">
        {Number(value)}
        {unit && ` ${unit}`}
      </span>
    </div>
  )
}

/** How many times as large as its page a picture is. */
export const FactorField = ({ value, onChange }: { value: number; onChange: (v: number) => void }) => (
  <NumberField
    label="Size factor"
    short="factor"
    unit="×"
    min={0.1}
    max={4}
    step={0.1}
    digits={2}
    value={value}
    onChange={onChange}
  />
)
