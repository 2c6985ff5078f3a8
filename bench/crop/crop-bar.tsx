import { Check, Ruler, X } from 'lucide-react'
import { inOrder } from '@/core/basics/order'
import { wrapDegrees } from '@/core/geometry/placement'
import type { Crop } from '@/core/kinds/slot/crop'
import { SLOT_FORMS } from '@/core/kinds/slot/schema'
import type { CropForm, Croppable } from '../actions/cropping'
import { useBench, useBenchState } from '../state/bench-context'
import { Button, IconButton } from '../ui/button'
import { Choice } from '../ui/choice'
import { NameInput } from '../ui/name-input'
import { NumberField } from '../ui/number-field'
import { StageBar } from '../ui/stage-bar'

type Props = {
  of: Croppable
  crop: Crop
  form: CropForm
  ratio: number | null
  levels: boolean
  onForm: (form: CropForm) => void
  onRatio: (ratio: number | null) => void
  onLevel: (on: boolean) => void
  onTurn: (degrees: number) => void
  onWhole: () => void
  onDone: () => void
}
/** `3:2`, `16 x 9`, `1.5`; null for what is no ratio. */
export function readRatio(text: string): number | null {
  const found = /^\s*(\d+(?:[.,]\d+)?)\s*(?:[:x×/]\s*(\d+(?:[.,]\d+)?))?\s*$/i.exec(text)
  const number = (v: string | undefined) => Number((v ?? '1').replace(',', '.'))
  const ratio = found ? number(found[1]) / number(found[2]) : Number.NaN
  return ratio >= 0.05 && ratio <= 20 ? ratio : null
}
/** What can be done with a crop, at the foot of the stage. */
export function CropBar(p: Props) {
  const bench = useBench()
  const channels = useBenchState((s) => s.design.channels)
  const ratios = new Map<string, string>([['free', 'any ratio']])
  ratios.set(String(p.of.sourceRatio), 'as the picture')
  for (const c of inOrder(channels)) {
    const key = String(c.width / c.height)
    if (!ratios.has(key)) ratios.set(key, c.name)
  }
  const now = p.ratio === null ? 'free' : String(p.ratio)
  if (!ratios.has(now)) ratios.set(now, 'own ratio')
  return (
    <StageBar label="Crop">
      <div className="w-32">
        <Choice
          label="Ratio of the crop"
          value={now}
          options={[...ratios].map(([value, label]) => ({ value, label }))}
          onChange={(v) => p.onRatio(v === 'free' ? null : Number(v))}
        />
      </div>
      <NameInput
        label="Own ratio"
        value=""
        placeholder="3:2"
        className="field w-14"
        onKeep={(text) => {
          const ratio = readRatio(text)
          if (ratio) p.onRatio(ratio)
          else bench.notify(`“${text}” is no ratio. Try 3:2 or 16 x 9.`)
        }}
      />
      <div className="w-28">
        <Choice
          label="Form of the crop"
          value={p.form}
          options={SLOT_FORMS.map((f) => ({ value: f, label: f }))}
          onChange={(v) => p.onForm(v as CropForm)}
        />
      </div>
      {!p.of.masked && (
        <>
          <div className="w-24">
            <NumberField
              label="Turn of the picture"
              short="turn"
              unit="°"
              min={-180}
              max={180}
              value={wrapDegrees(p.crop.whole.rotation - p.crop.box.rotation)}
              onChange={(v) => p.onTurn(v - wrapDegrees(p.crop.whole.rotation - p.crop.box.rotation))}
            />
          </div>
          <Button
            small
            look={p.levels ? 'dark' : 'ghost'}
            aria-pressed={p.levels}
            title="Draw a line along what is to be level or upright"
            onClick={() => p.onLevel(!p.levels)}
          >
            <Ruler size={13} /> Straighten
          </Button>
        </>
      )}
      <Button small look="ghost" onClick={p.onWhole}>
        All of it
      </Button>
      <IconButton label="Leave it uncropped (Esc)" onClick={() => bench.set({ cropping: null })}>
        <X size={15} />
      </IconButton>
      <Button small look="primary" onClick={p.onDone}>
        <Check size={13} /> Crop
      </Button>
    </StageBar>
  )
}
