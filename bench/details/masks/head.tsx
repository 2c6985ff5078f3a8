'use client'
import {
  Blend,
  Brush,
  Circle,
  Contrast,
  Eye,
  EyeOff,
  FlipHorizontal2,
  Hexagon,
  Layers2,
  type LucideIcon,
  Pipette,
  Square,
  SunDim,
  Trash2,
} from 'lucide-react'
import { onMask } from '@/core/design/properties/targets'
import { layerName } from '@/core/kinds/facts'
import type { Layer } from '@/core/kinds/list'
import { type Mask, maskSettings, nameOfMask } from '@/core/masks/mask'
import { changeMask, dropMask } from '../../actions/masks'
import { useBench, useBenchState } from '../../state/bench-context'
import type { Tool } from '../../state/bench-state'
import { IconButton } from '../../ui/button'
import { OwnMark } from '../own'

const iconOf = (m: Mask): LucideIcon => {
  if (m.kind === 'picked') {
    if (m.by === 'colour') return Pipette
    return Contrast
  }
  if (m.kind === 'painted') return Brush
  if (m.kind === 'gradient') {
    if (m.form === 'linear') return Blend
    return SunDim
  }
  if (m.kind === 'layer') return Layers2
  if (m.kind === 'shape' && m.form === 'ellipse') return Circle
  if (m.kind === 'shape' && m.form === 'polygon') return Hexagon
  return Square
}

/** What is set by its handles on the stage. */
const PLACED = ['x', 'y', 'width', 'height', 'turnDegrees', 'from', 'to', 'd', 'form']

const settingsOf = (m: Mask): string[] =>
  Object.keys(m).filter(
    (key) =>
      key in maskSettings.all ||
      (m.kind in maskSettings && key in maskSettings[m.kind as keyof typeof maskSettings]),
  )

export function Head({ mask: m, open, layer }: { mask: Mask; open: boolean; layer: string }) {
  const bench = useBench()
  const name = useBenchState((s) => nameOf(m, s.design.layers))
  const Icon = iconOf(m)
  return (
    <div className={`flex items-center gap-0.5 ${m.on ? '' : 'opacity-60'}`}>
      <button
        type="button"
        aria-expanded={open}
        aria-label={`Mask: ${name}`}
        className="flex h-6 min-w-0 flex-1 items-center gap-1.5 rounded-control px-1 text-left text-small hover:bg-lit"
        onClick={() =>
          bench.set({
            mask: open ? null : m.id,
            tool: open ? 'pick' : toolFor(m),
          })
        }
      >
        <Icon size={14} className="shrink-0 text-soft" />
        <span className="truncate">{name}</span>
        {m.strength < 1 && (
          <span className="ml-auto shrink-0 text-tiny text-soft tabular-nums">
            {Math.round(m.strength * 100)} %
          </span>
        )}
      </button>
      <OwnMark
        of={[onMask(layer, m.id)]}
        keys={open ? ['on', 'swap', ...(m.kind === 'picked' ? [] : PLACED)] : settingsOf(m)}
      />
      <IconButton
        label={m.swap ? 'Swap back what it shows and hides' : 'Swap what it shows and hides'}
        aria-pressed={m.swap}
        className={`!size-6 ${m.swap ? 'text-accent' : ''}`}
        onClick={() => changeMask(bench, 'Swap a mask', m.id, { swap: !m.swap })}
      >
        <FlipHorizontal2 size={13} />
      </IconButton>
      <IconButton
        label={m.on ? 'Switch the mask off' : 'Switch the mask on'}
        className="!size-6"
        onClick={() =>
          changeMask(bench, m.on ? 'Switch a mask off' : 'Switch a mask on', m.id, { on: !m.on })
        }
      >
        {m.on ? <Eye size={13} /> : <EyeOff size={13} />}
      </IconButton>
      <IconButton label="Remove the mask" className="!size-6" onClick={() => dropMask(bench, m.id)}>
        <Trash2 size={13} />
      </IconButton>
    </div>
  )
}

/** What is in the hand while a mask is worked on. */
function toolFor(m: Mask): Tool {
  if (m.kind !== 'painted') return 'pick'
  return m.cut ? 'cut' : 'brush'
}
/** What a mask is called, the layer that it goes by too. */
function nameOf(m: Mask, layers: Record<string, Layer>): string {
  if (m.name || m.kind !== 'layer') return nameOfMask(m)
  const by = layers[m.layer]
  return by ? `From “${layerName(by)}”` : 'From a layer that is gone'
}
