import type { Bench, BenchState } from '../state/bench-store'
import { addMask, canPasteMasks, type MaskChoice, maskedLayer, pasteMasks, takeMasks } from '../state/masks'
import { defineCommands } from './define'

const one = (s: BenchState): boolean => maskedLayer(s) !== null
const adding = (choice: MaskChoice, label: string) => ({
  id: `mask-${choice}`,
  label,
  section: 'Arrange' as const,
  can: one,
  run: (b: Bench) => addMask(b, choice),
})
const sized = (by: number) => (b: Bench) => {
  const { brush } = b.store.getState()
  b.set({ brush: { ...brush, size: Math.min(2000, Math.max(1, Math.round(brush.size * by + Math.sign(by - 1)))) } })
}
const withBrush = (s: BenchState): boolean => s.tool === 'brush'

/** Masks of the selected layer, and the brush that paints them. */
export const maskCommands = defineCommands([
  adding('painted', 'Mask by brush'),
  adding('rectangle', 'Mask by a rectangle'),
  adding('ellipse', 'Mask by an ellipse'),
  adding('polygon', 'Mask by a polygon'),
  adding('linear', 'Mask by a fade along a line'),
  adding('radial', 'Mask by a fade from a point'),
  adding('colour', 'Mask by a picked colour'),
  adding('lightness', 'Knock out by lightness'),
  adding('layer', 'Mask by another layer'),
  { id: 'mask-copy', label: 'Copy the masks', section: 'Arrange', can: (s) => Object.keys(maskedLayer(s)?.masks ?? {}).length > 0, run: takeMasks },
  { id: 'mask-paste', label: 'Paste masks', section: 'Arrange', can: canPasteMasks, run: pasteMasks },
  { id: 'brush-larger', label: 'Larger brush', section: 'Tools', keys: ['.'], can: withBrush, run: sized(1.15) },
  { id: 'brush-smaller', label: 'Smaller brush', section: 'Tools', keys: [','], can: withBrush, run: sized(1 / 1.15) },
  {
    id: 'brush-other',
    label: 'Take away or bring back',
    section: 'Tools',
    keys: ['X'],
    can: withBrush,
    run: (b) => {
      const { brush } = b.store.getState()
      b.set({ brush: { ...brush, hides: !brush.hides } })
    },
  },
])
