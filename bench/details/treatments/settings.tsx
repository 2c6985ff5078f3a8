'use client'
import { BLEND_MODES, type BlendMode, blendModes } from '@/core/basics/blend-modes'
import type { Layer } from '@/core/kinds/list'
import { kindOf } from '@/core/kinds/list'
import { MASK_NAMES, masksOf } from '@/core/masks/mask'
import type { Definition } from '@/core/treatments/definition'
import type { Treatment } from '@/core/treatments/order'
import { setFree } from '../../actions/areas'
import { changeTreatment, endLook, exaggerate, type Nth, thickenFirst } from '../../actions/treating'
import { useBench } from '../../state/bench-context'
import { Button } from '../../ui/button'
import { Choice } from '../../ui/choice'
import { Own } from '../own'
import { SettingField, ShareField } from '../setting-field'
import { HistogramField } from './histogram'
import { useTargets } from './use-targets'
import { WhileHeld } from './while-held'

const BLENDS = BLEND_MODES.slice(0, 17).map((mode) => ({ value: mode, label: blendModes[mode].label }))

/** The settings form, drawn from the definition. */
export function Settings({
  t,
  definition,
  which,
  layer,
}: {
  t: Treatment
  definition: Definition
  which: Nth
  layer: Layer
}) {
  const bench = useBench()
  const targets = useTargets(which)
  const masks = masksOf(layer)
  const mixes = 'point' in definition || 'near' in definition
  return (
    <div className="flex flex-col gap-1.5 px-0.5 pb-0.5">
      {definition.histogram && (
        <HistogramField t={t} definition={definition} layer={layer.id} which={which} />
      )}
      {Object.entries(definition.fields).map(([key, field]) => (
        <Own key={key} of={targets} keys={[key]}>
          <SettingField
            of={definition.label}
            field={field}
            value={t[key]}
            layers={layer}
            onShow={(v) => changeTreatment(bench, '', which, { [key]: v }, 'shown')}
            onKeep={(v) => changeTreatment(bench, field.label.toLowerCase(), which, { [key]: v })}
          />
        </Own>
      ))}
      <Own of={targets} keys={['strength']}>
        <ShareField
          label={`Strength of ${definition.label}`}
          short="strength"
          value={t.strength}
          onShow={(strength) => changeTreatment(bench, '', which, { strength }, 'shown')}
          onKeep={(strength) => changeTreatment(bench, 'strength', which, { strength })}
        />
      </Own>
      <Own of={targets} keys={['blend', 'mask']}>
        <div className="grid grid-cols-2 gap-1.5">
          {mixes && (
            <Choice
              label={`Blend mode of ${definition.label}`}
              value={t.blend ?? 'normal'}
              options={BLENDS}
              onChange={(v) => changeTreatment(bench, 'blend mode', which, { blend: v as BlendMode })}
            />
          )}
          {masks.length > 0 && !('drawn' in definition) && (
            <Choice
              label={`Where ${definition.label} applies`}
              value={t.mask ?? 'all'}
              options={[
                { value: 'all', label: 'everywhere' },
                ...masks.map((m, n) => ({
                  value: m.id,
                  label: m.name ?? `${MASK_NAMES[m.kind]} mask ${n + 1}`,
                })),
              ]}
              onChange={(v) => changeTreatment(bench, 'mask', which, { mask: v === 'all' ? null : v })}
            />
          )}
        </div>
      </Own>
      {t.kind === 'print-edge' && (
        <Button small onClick={() => thickenFirst(bench, which)}>
          Thicken first, so that nothing fine is lost
        </Button>
      )}
      {'around' in definition && !layer.recipe && kindOf(layer).placed && (
        <Button small onClick={() => void setFree(bench, layer.id, t.id)}>
          Set free as a layer
        </Button>
      )}
      <WhileHeld
        wide
        label="Exaggerate while held"
        onDown={() => exaggerate(bench, which)}
        onUp={() => endLook(bench)}
      >
        Exaggerate while held
      </WhileHeld>
    </div>
  )
}
