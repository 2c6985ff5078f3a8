import { Copy, Redo2, Trash2, Undo2 } from 'lucide-react'
import { newId } from '@/core/basics/ids'
import { duplicateLayers, group, removeLayers, ungroup } from '@/core/design/commands'
import { isLocked } from '@/core/design/tree'
import { moved } from '@/core/geometry/placement'
import { groupLayer } from '@/core/kinds/new'
import { PLANES, planeLabels } from '@/core/kinds/planes'
import { copySelection, pasteText } from '../actions/clipboard'
import { movedAlong, transform } from '../actions/handled'
import { moveStep, repeatStep, stepOf } from '../actions/repeat'
import { copyAsPicture } from '../export/excerpts'
import { nudgeInSlot } from '../stage/reframe-gesture'
import type { Bench, BenchState } from '../state/bench'
import { defineCommands, needs, ofKind, someSelected } from './define'

const nudge = (dx: number, dy: number) => (bench: Bench) => {
  if (nudgeInSlot(bench, dx, dy)) return
  transform(bench, 'Nudge', (l) => ({ id: l.id, placement: moved(l.placement, dx, dy) }), movedAlong(bench))
  moveStep(bench, dx, dy)
}

/** Deleting more than so many layers keeps a version first. */
const MANY = 5

/** Planes that the selection lies in, back to front. */
const planesOf = (s: BenchState) =>
  PLANES.filter((p) => s.selection.some((id) => s.design.layers[id]?.plane === p))
function groupSelection(b: Bench): void {
  const id = newId()
  const { selection, page } = b.store.getState()
  b.edit('Group', (d) =>
    group(d, selection, groupLayer({ id, page, plane: 'subject', order: 'a0' }, 'Group')),
  )
  b.select([id])
}

export const editCommands = defineCommands([
  {
    id: 'undo',
    label: 'Undo',
    section: 'Edit',
    keys: ['Mod+Z'],
    icon: Undo2,
    needs: needs('a step to undo', (s) => s.history.done.length > 0),
    run: (b) => b.undo(),
  },
  {
    id: 'redo',
    label: 'Redo',
    section: 'Edit',
    keys: ['Mod+Shift+Z', 'Mod+Y'],
    icon: Redo2,
    needs: needs('a step that was undone', (s) => s.history.undone.length > 0),
    run: (b) => b.redo(),
  },
  {
    id: 'duplicate',
    label: 'Duplicate',
    section: 'Edit',
    keys: ['Mod+D'],
    icon: Copy,
    needs: someSelected,
    run: (b) => {
      const { selection, resolved } = b.store.getState()
      // A copy that was moved off is repeated with the same step.
      const short = Math.round(Math.min(resolved.width, resolved.height) * 0.02)
      const step = stepOf(b) ?? { x: short, y: short }
      let made: string[] = []
      b.edit('Duplicate', (d) => {
        made = [...duplicateLayers(d, selection, newId, step).values()]
      })
      b.select(made)
      repeatStep(b, step)
    },
  },
  {
    id: 'delete',
    label: 'Delete',
    section: 'Edit',
    keys: ['Delete', 'Backspace'],
    icon: Trash2,
    needs: someSelected,
    run: (b) => {
      const { selection, design } = b.store.getState()
      const free = selection.filter((id) => !isLocked(design, id))
      if (free.length < selection.length) b.notify('Locked layers were left where they are.')
      if (free.length > 0)
        b.edit(
          free.length === 1 ? 'Delete' : `Delete ${free.length} layers`,
          (d) => removeLayers(d, free),
          free.length > MANY ? `Before deleting ${free.length} layers` : undefined,
        )
      b.select([])
    },
  },
  {
    id: 'copy',
    label: 'Copy',
    section: 'Edit',
    keys: ['Mod+C'],
    needs: someSelected,
    run: (b) => void copySelection(b),
  },
  {
    id: 'copy-picture',
    label: 'Copy as a picture',
    words: 'clipboard png raster image',
    section: 'Edit',
    keys: ['Mod+Alt+C'],
    needs: someSelected,
    run: (b) => void copyAsPicture(b),
  },
  {
    id: 'export-selection',
    label: 'Export the selection …',
    words: 'save as picture asset cutout part png svg pdf element',
    section: 'Edit',
    keys: ['Mod+Alt+E'],
    needs: someSelected,
    run: (b) => b.set({ dialog: 'excerpt', excerptBox: null }),
  },
  {
    id: 'cut',
    label: 'Cut',
    section: 'Edit',
    keys: ['Mod+X'],
    needs: someSelected,
    run: (b) => {
      const { selection } = b.store.getState()
      void copySelection(b).then(() => {
        b.edit('Cut', (d) => removeLayers(d, selection))
        b.select([])
      })
    },
  },
  {
    id: 'paste-in-place',
    label: 'Paste in the same place',
    section: 'Edit',
    keys: ['Mod+Shift+V'],
    run: (b) => void pasteText(b, null, true),
  },
  {
    id: 'group',
    label: 'Group',
    section: 'Arrange',
    keys: ['Mod+G'],
    needs: someSelected,
    run: (b) => {
      const s = b.store.getState()
      const planes = planesOf(s)
      const top = planes.at(-1)
      // Depth is not given up without asking.
      if (planes.length < 2 || !top) return groupSelection(b)
      b.notify(
        `These lie in ${planes.map((p) => planeLabels[p]).join(' and ')}. A group lies in one plane: all of them would come to ${planeLabels[top]}. Tied (Alt + G) they move together and keep their depth.`,
        'plain',
        { label: `Group in ${planeLabels[top]}`, command: 'group-in-one-plane' },
      )
    },
  },
  {
    id: 'group-in-one-plane',
    label: 'Group in one plane',
    words: 'group across planes flatten depth',
    section: 'Arrange',
    needs: someSelected,
    run: groupSelection,
  },
  {
    id: 'ungroup',
    label: 'Ungroup',
    section: 'Arrange',
    keys: ['Mod+Shift+G'],
    needs: ofKind('group', 'a selected group'),
    run: (b) => {
      let freed: string[] = []
      b.edit('Ungroup', (d) => {
        freed = ungroup(d, b.store.getState().selection)
      })
      b.select(freed)
    },
  },
  ...(
    [
      ['Left', -1, 0],
      ['Right', 1, 0],
      ['Up', 0, -1],
      ['Down', 0, 1],
    ] as const
  ).flatMap(([way, x, y]) => [
    {
      id: `nudge-${way.toLowerCase()}`,
      label: `Nudge ${way.toLowerCase()}`,
      section: 'Arrange' as const,
      keys: [`Arrow${way}`],
      needs: someSelected,
      run: nudge(x, y),
    },
    {
      id: `nudge-far-${way.toLowerCase()}`,
      label: `Nudge ${way.toLowerCase()} by ten`,
      section: 'Arrange' as const,
      keys: [`Shift+Arrow${way}`],
      needs: someSelected,
      run: nudge(x * 10, y * 10),
    },
  ]),
])
