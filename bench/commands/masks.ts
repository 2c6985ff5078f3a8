import { newId } from '@/core/basics/ids'
import { group, setCombine, ungroup } from '@/core/design/commands'
import { hasMembers } from '@/core/kinds/facts'
import { groupLayer } from '@/core/kinds/new'
import { paintLayer, strewLights } from '../actions/light-shade'
import { addMask, canPasteMasks, type MaskChoice, maskedLayer, pasteMasks, takeMasks } from '../actions/masks'
import type { Bench, BenchState } from '../state/bench'
import { defineCommands, needs } from './define'

const oneMaskable = needs('one selected thing', (s) => maskedLayer(s) !== null)
const adding = (choice: MaskChoice, label: string) => ({
  id: `mask-${choice}`,
  label,
  section: 'Arrange' as const,
  needs: oneMaskable,
  run: (b: Bench) => addMask(b, choice),
})
const sized = (by: number) => (b: Bench) => {
  const { tool, brush, dab } = b.store.getState()
  const next = (size: number, most: number) =>
    Math.min(most, Math.max(1, Math.round(size * by + Math.sign(by - 1))))
  b.set(
    tool === 'cut'
      ? { dab: { ...dab, size: next(dab.size, 1000) } }
      : { brush: { ...brush, size: next(brush.size, 2000) } },
  )
}
const withBrush = needs('the brush or the dab', (s) => s.tool === 'brush' || s.tool === 'cut')

const WAYS = {
  join: 'Join into one shape',
  punch: 'Punch the upper out of the lowest',
  overlap: 'Keep only the overlap',
  exclude: 'Keep all but the overlap',
} as const
const combining = (how: keyof typeof WAYS) => ({
  id: `combine-${how}`,
  label: WAYS[how],
  section: 'Arrange' as const,
  needs: needs('two or more shapes, or a combined one', (s) => s.selection.length > 1 || combined(s)),
  run: (b: Bench) => {
    const { selection, page, design } = b.store.getState()
    const only = selection.length === 1 ? design.layers[selection[0] ?? ''] : undefined
    if (hasMembers(only)) return void b.edit(WAYS[how], (d) => setCombine(d, only.id, how))
    const id = newId()
    b.edit(WAYS[how], (d) => {
      group(d, selection, groupLayer({ id, page, plane: 'subject', order: 'a0' }, 'Combined shape'))
      setCombine(d, id, how)
    })
    b.select([id])
  },
})
const combined = (s: BenchState): boolean =>
  s.selection.length === 1 && hasMembers(s.design.layers[s.selection[0] ?? ''])

/** Shapes made of several, live: their members stay and can be moved, edited and let go again. */
export const combineCommands = defineCommands([
  combining('join'),
  combining('punch'),
  combining('overlap'),
  combining('exclude'),
  {
    id: 'combine-release',
    label: 'Let combined shapes be single again',
    section: 'Arrange',
    needs: needs('a combined shape', (s) => s.selection.some((id) => isCombined(s, id))),
    run: (b) => {
      const ids = b.store.getState().selection.filter((id) => isCombined(b.store.getState(), id))
      let freed: string[] = []
      b.edit('Let combined shapes be single', (d) => {
        freed = ungroup(d, ids)
      })
      b.select(freed)
    },
  },
])
const isCombined = (s: BenchState, id: string): boolean => {
  const layer = s.design.layers[id]
  return hasMembers(layer) && layer.combine !== undefined
}

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
  {
    id: 'paint-light',
    label: 'Paint light',
    words: 'dodge glow brush highlight',
    section: 'Arrange',
    run: (b) => paintLayer(b, 'light'),
  },
  {
    id: 'paint-shade',
    label: 'Paint shade',
    words: 'burn shadow brush',
    section: 'Arrange',
    run: (b) => paintLayer(b, 'shade'),
  },
  {
    id: 'paint-colour',
    label: 'Paint in a colour',
    words: 'brush',
    section: 'Arrange',
    run: (b) => paintLayer(b, 'colour'),
  },
  {
    id: 'lights-bubbles',
    label: 'Strew bubbles of light',
    words: 'bokeh lights',
    section: 'Arrange',
    run: (b) => strewLights(b, 'bubbles'),
  },
  {
    id: 'lights-sparks',
    label: 'Strew sparks',
    words: 'lights stars glitter',
    section: 'Arrange',
    run: (b) => strewLights(b, 'sparks'),
  },
  {
    id: 'lights-dust',
    label: 'Strew dust in the light',
    words: 'lights particles',
    section: 'Arrange',
    run: (b) => strewLights(b, 'dust'),
  },
  {
    id: 'mask-copy',
    label: 'Copy the masks',
    section: 'Arrange',
    needs: needs('a thing with masks', (s) => Object.keys(maskedLayer(s)?.masks ?? {}).length > 0),
    run: takeMasks,
  },
  {
    id: 'mask-paste',
    label: 'Paste masks',
    section: 'Arrange',
    needs: needs('copied masks, and where to', canPasteMasks),
    run: pasteMasks,
  },
  {
    id: 'brush-larger',
    label: 'Larger brush or dab',
    section: 'Tools',
    keys: ['.'],
    needs: withBrush,
    run: sized(1.15),
  },
  {
    id: 'brush-smaller',
    label: 'Smaller brush or dab',
    section: 'Tools',
    keys: [','],
    needs: withBrush,
    run: sized(1 / 1.15),
  },
  {
    id: 'brush-other',
    label: 'Take away or bring back, drop or keep',
    section: 'Tools',
    keys: ['X'],
    needs: withBrush,
    run: (b) => {
      const { tool, brush, dab } = b.store.getState()
      b.set(
        tool === 'cut' ? { dab: { ...dab, keep: !dab.keep } } : { brush: { ...brush, hides: !brush.hides } },
      )
    },
  },
])
