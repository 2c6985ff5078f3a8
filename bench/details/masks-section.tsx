'use client'
import {
  Blend,
  Brush,
  Circle,
  Contrast,
  Hexagon,
  Layers2,
  type LucideIcon,
  Pipette,
  Plus,
  Square,
  SunDim,
} from 'lucide-react'
import type { Layer } from '@/core/kinds/list'
import { masksOf } from '@/core/masks/mask'
import { addMask, type MaskChoice } from '../actions/masks'
import { useBench, useBenchState } from '../state/bench-context'
import { IconButton } from '../ui/button'
import { intoView } from '../ui/into-view'
import { Menu, MenuItem } from '../ui/menu'
import { MaskControls } from './masks/controls'
import { Head } from './masks/head'
import { counted, Section } from './section'

const CHOICES: readonly (readonly [MaskChoice, string, LucideIcon])[] = [
  ['painted', 'Painted', Brush],
  ['rectangle', 'Rectangle', Square],
  ['ellipse', 'Ellipse', Circle],
  ['polygon', 'Polygon', Hexagon],
  ['linear', 'Fade along a line', Blend],
  ['radial', 'Fade from a point', SunDim],
  ['colour', 'Picked colour', Pipette],
  ['lightness', 'Knock out by lightness', Contrast],
  ['layer', 'From a layer', Layers2],
]

/** What hides parts of the selected layer, each mask with its own strength; the one in the hand is open. */
export function MasksSection({ layer }: { layer: Layer }) {
  const bench = useBench()
  const open = useBenchState((s) => s.mask)
  // What brush and dab can be told is on top of the panel: there is the next step.
  const picking = useBenchState((s) => s.tool === 'pick')
  const masks = masksOf(layer)
  return (
    <Section
      title="Masks"
      says={counted(masks.length, 'mask')}
      aside={
        <Menu
          align="end"
          trigger={
            <IconButton label="Add a mask" className="!size-6">
              <Plus size={14} />
            </IconButton>
          }
        >
          {CHOICES.map(([choice, label, Icon]) => (
            <MenuItem key={choice} onSelect={() => addMask(bench, choice)}>
              <Icon size={14} className="text-soft" />
              {label}
            </MenuItem>
          ))}
        </Menu>
      }
    >
      {masks.length === 0 && (
        <p className="text-tiny text-soft">None. A mask hides parts; nothing of the layer is lost.</p>
      )}
      {masks.map((m) => (
        <div
          key={m.id}
          ref={open === m.id && picking ? intoView : undefined}
          className={
            open === m.id ? '-mx-1.5 flex flex-col gap-1.5 rounded-control border border-line p-1.5' : ''
          }
        >
          <Head mask={m} open={open === m.id} layer={layer.id} />
          {open === m.id && <MaskControls mask={m} layer={layer} />}
        </div>
      ))}
    </Section>
  )
}
