'use client'
import { onMask } from '@/core/design/properties/targets'
import { layerName } from '@/core/kinds/facts'
import type { Layer } from '@/core/kinds/list'
import type { MaskOf } from '@/core/masks/mask'
import { maskSources, reshapeMask } from '../../actions/masks'
import { useBench, useBenchState } from '../../state/bench-context'
import { Choice } from '../../ui/choice'
import { Own } from '../own'

export function LayerChoice({ mask, layer }: { mask: MaskOf<'layer'>; layer: Layer }) {
  const bench = useBench()
  const design = useBenchState((s) => s.design)
  const options = maskSources({ design }, layer).map((l) => ({ value: l.id, label: layerName(l) }))
  return (
    <Own of={[onMask(layer.id, mask.id)]} keys={['layer', 'by']}>
      <div className="grid grid-cols-2 gap-1.5">
        <Choice
          label="The layer it goes by"
          placeholder="choose a layer"
          value={design.layers[mask.layer] ? mask.layer : null}
          options={options}
          onChange={(v) => reshapeMask(bench, 'Mask by another layer', mask, { layer: v })}
        />
        <Choice
          label="What of it counts"
          value={mask.by}
          options={[
            { value: 'coverage', label: 'where it covers' },
            { value: 'lightness', label: 'how light it is' },
          ]}
          onChange={(v) =>
            reshapeMask(bench, 'What a mask goes by', mask, { by: v as 'coverage' | 'lightness' })
          }
        />
      </div>
    </Own>
  )
}
