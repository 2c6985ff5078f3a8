'use client'
import { FolderOpen } from 'lucide-react'
import { useRef } from 'react'
import { layerName } from '@/core/kinds/facts'
import type { Layer } from '@/core/kinds/list'
import type { CurvePoint, Field, LutFile, NumberField as NumberSetting, Stop } from '@/core/treatments/field'
import { cubeOf, shippedLooks } from '@/core/treatments/luts'
import { maskSources } from '../actions/masks'
import { uploadLut } from '../actions/uploads'
import { useBench, useBenchState } from '../state/bench-context'
import { IconButton } from '../ui/button'
import { Choice } from '../ui/choice'
import { NumberField } from '../ui/number-field'
import { Slider } from '../ui/slider'
import { Tick } from '../ui/tick'
import { ColourField } from './colour-field'
import { CurveEditor } from './curve-editor'
import { StopsEditor } from './stops-editor'

type Props = {
  /** Whose setting it is, for who hears it. */
  of: string
  field: Field
  value: unknown
  layers: Layer
  onShow: (value: unknown) => void
  onKeep: (value: unknown) => void
}
type Editors = {
  [K in Field['kind']]: (p: Props & { field: Extract<Field, { kind: K }> }) => React.ReactNode
}

const editors: Editors = {
  number: (p) => <NumberSettingField {...p} />,
  colour: ({ of, field, value, onShow, onKeep }) => (
    <ColourField
      named={field.label.toLowerCase()}
      label={`${field.label} of ${of}`}
      colour={value as string}
      onPreview={onShow}
      onChange={onKeep}
    />
  ),
  choice: ({ of, field, value, onKeep }) => (
    <div className="flex items-center gap-2">
      <span className="w-16 shrink-0 truncate text-small text-soft">{field.label.toLowerCase()}</span>
      <Choice
        label={`${field.label} of ${of}`}
        value={value as string}
        options={Object.entries(field.options).map(([v, label]) => ({ value: v, label }))}
        onChange={onKeep}
      />
    </div>
  ),
  switch: ({ of, field, value, onKeep }) => (
    <Tick label={`${field.label} of ${of}`} on={value as boolean} onChange={(on) => onKeep(on)}>
      {field.label.toLowerCase()}
    </Tick>
  ),
  curve: ({ of, field, value, onShow, onKeep }) => (
    <CurveEditor
      label={`${field.label} of ${of}`}
      short={field.label}
      points={value as CurvePoint[]}
      onShow={onShow}
      onKeep={onKeep}
    />
  ),
  stops: ({ of, field, value, onShow, onKeep }) => (
    <StopsEditor label={`${field.label} of ${of}`} stops={value as Stop[]} onShow={onShow} onKeep={onKeep} />
  ),
  layer: (p) => <LayerSettingField {...p} />,
  lut: (p) => <LutSettingField {...p} />,
}
export const SettingField = (p: Props) => (editors[p.field.kind] as (p: Props) => React.ReactNode)(p)

function LayerSettingField({ of, field, value, layers, onKeep }: Props) {
  const design = useBenchState((s) => s.design)
  const options = maskSources({ design }, layers).map((l) => ({ value: l.id, label: layerName(l) }))
  return (
    <div className="flex items-center gap-2">
      <span className="w-16 shrink-0 truncate text-small text-soft">{field.label.toLowerCase()}</span>
      <Choice
        label={`${field.label} of ${of}`}
        value={(value as string | null) ?? 'none'}
        options={[{ value: 'none', label: 'no layer' }, ...options]}
        onChange={(v) => onKeep(v === 'none' ? null : v)}
      />
    </div>
  )
}

function LutSettingField({ of, value, onKeep }: Props) {
  const bench = useBench()
  const chooser = useRef<HTMLInputElement>(null)
  const file = value as LutFile | null
  const take = async (look: (typeof shippedLooks)[number] | undefined) => {
    const made =
      look && (await uploadLut(bench, new File([cubeOf(look)], `${look.name}.cube`, { type: 'text/plain' })))
    if (made) onKeep(made)
  }
  return (
    <div className="flex items-center gap-2">
      <input
        ref={chooser}
        type="file"
        hidden
        aria-label={`LUT file of ${of}`}
        accept=".cube,text/plain"
        onChange={async (e) => {
          const [chosen] = e.target.files ?? []
          e.target.value = ''
          const made = chosen ? await uploadLut(bench, chosen) : null
          if (made) onKeep(made)
        }}
      />
      <Choice
        label={`LUT of ${of}`}
        value={shippedLooks.find((l) => l.name === file?.name)?.name ?? (file ? 'own' : 'none')}
        options={[
          ...(file ? [] : [{ value: 'none', label: 'none yet' }]),
          ...shippedLooks.map((l) => ({ value: l.name, label: `${l.name} · ${l.says}` })),
          ...(file && !shippedLooks.some((l) => l.name === file.name)
            ? [{ value: 'own', label: file.name }]
            : []),
        ]}
        onChange={(name) => void take(shippedLooks.find((l) => l.name === name))}
      />
      <IconButton
        label="Choose a .cube file …"
        className="!size-7 shrink-0"
        onClick={() => chooser.current?.click()}
      >
        <FolderOpen size={14} />
      </IconButton>
    </div>
  )
}

function NumberSettingField({ of, field, value, onShow, onKeep }: Props & { field: NumberSetting }) {
  const by = field.unit === '%' ? 100 : 1
  const [least, most] = [field.least * by, field.most * by]
  const reach = Math.min(most, (field.reach ?? field.most) * by)
  let floor: number
  if (field.unit === '°') floor = Math.max(least, -180)
  else if (least < 0) floor = Math.max(least, -reach)
  else floor = least
  const now = (value as number) * by
  const fine = !field.whole && reach <= 12
  const places = fine ? 2 : 1
  const back = (v: number) => (field.whole ? Math.round(v) : v) / by
  return (
    <Row>
      <NumberField
        label={`${field.label} of ${of}`}
        short={field.label.toLowerCase()}
        unit={field.unit}
        min={least}
        max={most}
        digits={field.whole || field.unit === '°' ? 0 : places}
        step={fine ? 0.1 : 1}
        value={now}
        onChange={(v) => onKeep(back(v))}
        onDrag={(v) => onShow(back(v))}
      />
      <Slider
        label={`${field.label} of ${of}, slider`}
        min={floor}
        max={reach}
        step={fine ? 0.05 : 1}
        value={Math.min(reach, Math.max(floor, now))}
        onChange={(v) => onShow(back(v))}
        onCommit={(v) => onKeep(back(v))}
      />
    </Row>
  )
}
const Row = ({ children: [field, slider] }: { children: [React.ReactNode, React.ReactNode] }) => (
  <div className="flex items-center gap-2">
    <div className="w-fit min-w-[124px] shrink-0">{field}</div>
    {slider}
  </div>
)

/** A share, in percent. */
export const ShareField = (p: {
  label: string
  short: string
  value: number
  onShow: (v: number) => void
  onKeep: (v: number) => void
}) => (
  <Row>
    <NumberField
      label={p.label}
      short={p.short}
      unit="%"
      min={0}
      max={100}
      digits={0}
      value={p.value * 100}
      onChange={(v) => p.onKeep(v / 100)}
      onDrag={(v) => p.onShow(v / 100)}
    />
    <Slider
      label={`${p.label}, slider`}
      min={0}
      max={100}
      value={p.value * 100}
      onChange={(v) => p.onShow(v / 100)}
      onCommit={(v) => p.onKeep(v / 100)}
    />
  </Row>
)
