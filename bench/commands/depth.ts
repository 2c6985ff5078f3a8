import { moveInStack, step } from '@/core/design/commands'
import type { Design } from '@/core/design/schema'
import { type LayerNode, layerTree } from '@/core/design/tree'
import { PLANES } from '@/core/kinds/planes'
import { mirrorSelection } from '../actions/mirroring'
import type { Bench } from '../state/bench'
import { defineCommands, someSelected } from './define'
import { flip, turn } from './placing'

/** All layers of a page, back to front. */
export const flatOrder = (design: Design, page: string): string[] => {
  const walk = (nodes: readonly LayerNode[]): string[] =>
    nodes.flatMap((n) => [n.layer.id, ...walk(n.children), ...walk(n.insides)])
  return walk(layerTree(design, page))
}

const steps = (way: 'back' | 'forward' | 'to-back' | 'to-front', name: string) => (b: Bench) =>
  b.edit(name, (d) => step(d, b.store.getState().selection, way))

const nextPlane = (by: 1 | -1) => (b: Bench) => {
  const { selection, design } = b.store.getState()
  const first = design.layers[selection[0] ?? '']
  const to = first ? PLANES[PLANES.indexOf(first.plane) + by] : undefined
  if (!first || !to) return
  b.edit('Move to another plane', (d) =>
    moveInStack(d, selection, { plane: to, parent: null, above: by > 0 ? null : topOf(d, first.page, to) }),
  )
}

const topOf = (
  d: {
    layers: Record<string, { id: string; page: string; plane: string; parent: string | null; order: string }>
  },
  page: string,
  plane: string,
): string | null =>
  Object.values(d.layers)
    .filter((l) => l.page === page && l.plane === plane && l.parent === null)
    .sort((a, b) => (a.order < b.order ? -1 : 1))
    .at(-1)?.id ?? null

/** In front of what things lie, and what is mirrored. */
export const depthCommands = defineCommands([
  {
    id: 'mirror',
    label: 'Mirror across an axis',
    words: 'symmetry reflect repeat',
    section: 'Arrange',
    needs: someSelected,
    run: (b) => mirrorSelection(b, 'across'),
  },
  {
    id: 'mirror-both',
    label: 'Mirror across both axes',
    words: 'symmetry reflect repeat',
    section: 'Arrange',
    needs: someSelected,
    run: (b) => mirrorSelection(b, 'both'),
  },
  {
    id: 'mirror-turned',
    label: 'Repeat turned about a point',
    words: 'symmetry radial mandala rosette',
    section: 'Arrange',
    needs: someSelected,
    run: (b) => mirrorSelection(b, 'turned'),
  },
  {
    id: 'back',
    label: 'One step back',
    section: 'Arrange',
    keys: ['['],
    needs: someSelected,
    run: steps('back', 'One step back'),
  },
  {
    id: 'forward',
    label: 'One step forward',
    section: 'Arrange',
    keys: [']'],
    needs: someSelected,
    run: steps('forward', 'One step forward'),
  },
  {
    id: 'to-back',
    label: 'To the back of the plane',
    section: 'Arrange',
    keys: ['Shift+['],
    needs: someSelected,
    run: steps('to-back', 'To the back'),
  },
  {
    id: 'to-front',
    label: 'To the front of the plane',
    section: 'Arrange',
    keys: ['Shift+]'],
    needs: someSelected,
    run: steps('to-front', 'To the front'),
  },
  {
    id: 'plane-back',
    label: 'To the next plane back',
    section: 'Arrange',
    keys: ['Alt+['],
    needs: someSelected,
    run: nextPlane(-1),
  },
  {
    id: 'plane-forward',
    label: 'To the next plane forward',
    section: 'Arrange',
    keys: ['Alt+]'],
    needs: someSelected,
    run: nextPlane(1),
  },
  { id: 'flip-across', label: 'Flip left to right', section: 'Arrange', needs: someSelected, run: flip('x') },
  { id: 'flip-down', label: 'Flip top to bottom', section: 'Arrange', needs: someSelected, run: flip('y') },
  { id: 'turn-quarter', label: 'Turn by a quarter', section: 'Arrange', needs: someSelected, run: turn(90) },
])
