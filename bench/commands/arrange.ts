import { followMaster, keepInside, moveInStack, release, setOn, step } from '@/core/design/commands'
import { PLANES } from '@/core/design/planes'
import type { Design } from '@/core/design/schema'
import { insidesOf, type LayerNode, layerTree, leavesOf, siblingsOf } from '@/core/design/tree'
import { type Bounds, centreOf, heightOf, widthOf } from '@/core/geometry/bounds'
import { mirroredAbout, moved, placedBounds, turnedAbout } from '@/core/geometry/placement'
import { boundsOfIds, transform } from '../state/acts'
import type { Bench, BenchState } from '../state/bench-store'
import { defineCommands, someSelected } from './define'

/** Of several the lowest holds the others; one alone is held by what lies directly beneath it. */
function holderFor({ selection, design }: BenchState): { ids: string[]; holder: string } | null {
  const layers = selection.flatMap((id) => design.layers[id] ?? [])
  const [first] = layers
  if (!first || layers.some((l) => l.page !== first.page)) return null
  const rank = (id: string): number => flatOrder(design, first.page).indexOf(id)
  if (layers.length === 1) {
    const band = siblingsOf(design, first)
    const beneath = band[band.findIndex((l) => l.id === first.id) - 1]
    return beneath ? { ids: [first.id], holder: beneath.id } : null
  }
  const [holder, ...rest] = [...selection].sort((a, b) => rank(a) - rank(b))
  return holder ? { ids: rest, holder } : null
}
/** All layers of a page, back to front. */
const flatOrder = (design: Design, page: string): string[] => {
  const walk = (nodes: readonly LayerNode[]): string[] => nodes.flatMap((n) => [n.layer.id, ...walk(n.children), ...walk(n.insides)])
  return walk(layerTree(design, page))
}

const steps = (way: 'back' | 'forward' | 'to-back' | 'to-front', name: string) => (b: Bench) =>
  b.edit(name, (d) => step(d, b.store.getState().selection, way))
const nextPlane = (by: 1 | -1) => (b: Bench) => {
  const { selection, design } = b.store.getState()
  const first = design.layers[selection[0] ?? '']
  const to = first ? PLANES[PLANES.indexOf(first.plane) + by] : undefined
  if (!first || !to) return
  b.edit('Move to another plane', (d) => moveInStack(d, selection, { plane: to, parent: null, above: by > 0 ? null : topOf(d, first.page, to) }))
}
const topOf = (
  d: { layers: Record<string, { id: string; page: string; plane: string; parent: string | null; order: string }> },
  page: string,
  plane: string,
): string | null =>
  Object.values(d.layers)
    .filter((l) => l.page === page && l.plane === plane && l.parent === null)
    .sort((a, b) => (a.order < b.order ? -1 : 1))
    .at(-1)?.id ?? null

function flip(axis: 'x' | 'y') {
  return (b: Bench) => {
    const s = b.store.getState()
    const box = boundsOfIds(s, s.selection)
    if (box) transform(b, 'Flip', (l) => ({ id: l.id, placement: mirroredAbout(l.placement, centreOf(box), axis) }))
  }
}
const turn = (angle: number) => (b: Bench) => {
  const s = b.store.getState()
  const box = boundsOfIds(s, s.selection)
  if (box) transform(b, 'Turn', (l) => ({ id: l.id, placement: turnedAbout(l.placement, centreOf(box), angle) }))
}

type Side = 'left' | 'centre' | 'right' | 'top' | 'middle' | 'bottom'
const shifts: Record<Side, (b: Bounds, to: Bounds) => [number, number]> = {
  left: (b, to) => [to.left - b.left, 0],
  centre: (b, to) => [centreOf(to).x - centreOf(b).x, 0],
  right: (b, to) => [to.right - b.right, 0],
  top: (b, to) => [0, to.top - b.top],
  middle: (b, to) => [0, centreOf(to).y - centreOf(b).y],
  bottom: (b, to) => [0, to.bottom - b.bottom],
}
/** One thing aligns to the page, several to the box around them. */
export function align(b: Bench, side: Side): void {
  const s = b.store.getState()
  const all = boundsOfIds(s, s.selection)
  if (!all) return
  const to = s.selection.length > 1 ? all : { left: 0, top: 0, right: s.resolved.width, bottom: s.resolved.height }
  const by = new Map<string, [number, number]>()
  for (const id of s.selection) {
    const box = boundsOfIds(s, [id])
    if (box) for (const leaf of leavesOf(s.design, [id])) by.set(leaf.id, shifts[side](box, to))
  }
  transform(b, 'Align', (l) => {
    const [dx, dy] = by.get(l.id) ?? [0, 0]
    return { id: l.id, placement: moved(l.placement, dx, dy) }
  })
}

export const arrangeCommands = defineCommands([
  { id: 'back', label: 'One step back', section: 'Arrange', keys: ['['], can: someSelected, run: steps('back', 'One step back') },
  { id: 'forward', label: 'One step forward', section: 'Arrange', keys: [']'], can: someSelected, run: steps('forward', 'One step forward') },
  {
    id: 'to-back',
    label: 'To the back of the plane',
    section: 'Arrange',
    keys: ['Shift+['],
    can: someSelected,
    run: steps('to-back', 'To the back'),
  },
  {
    id: 'to-front',
    label: 'To the front of the plane',
    section: 'Arrange',
    keys: ['Shift+]'],
    can: someSelected,
    run: steps('to-front', 'To the front'),
  },
  { id: 'plane-back', label: 'To the next plane back', section: 'Arrange', keys: ['Alt+['], can: someSelected, run: nextPlane(-1) },
  { id: 'plane-forward', label: 'To the next plane forward', section: 'Arrange', keys: ['Alt+]'], can: someSelected, run: nextPlane(1) },
  { id: 'flip-across', label: 'Flip left to right', section: 'Arrange', can: someSelected, run: flip('x') },
  { id: 'flip-down', label: 'Flip top to bottom', section: 'Arrange', can: someSelected, run: flip('y') },
  { id: 'turn-quarter', label: 'Turn by a quarter', section: 'Arrange', can: someSelected, run: turn(90) },
  { id: 'turn-quarter-back', label: 'Turn back by a quarter', section: 'Arrange', can: someSelected, run: turn(-90) },
  ...(['left', 'centre', 'right', 'top', 'middle', 'bottom'] as const).map((side) => ({
    id: `align-${side}`,
    label: `Align ${side}`,
    section: 'Arrange' as const,
    can: someSelected,
    run: (b: Bench) => align(b, side),
  })),
  {
    id: 'fit-page',
    label: 'Fill the page',
    section: 'Arrange',
    can: (s) => s.selection.length === 1,
    run: (b) => {
      const { resolved } = b.store.getState()
      const m = resolved.bleed
      transform(b, 'Fill the page', (l) => {
        const box = placedBounds(l.placement)
        const k = Math.max((resolved.width + 2 * m) / widthOf(box), (resolved.height + 2 * m) / heightOf(box))
        return {
          id: l.id,
          scale: k,
          placement: { ...l.placement, x: resolved.width / 2, y: resolved.height / 2, width: l.placement.width * k, height: l.placement.height * k },
        }
      })
    },
  },
  {
    id: 'keep-inside',
    label: 'Keep inside',
    section: 'Arrange',
    keys: ['Alt+I'],
    can: (s) => holderFor(s) !== null,
    run: (b) => {
      const found = holderFor(b.store.getState())
      if (!found) return
      b.edit('Keep inside', (d) => keepInside(d, found.ids, found.holder))
      b.select(found.ids)
    },
  },
  {
    id: 'release',
    label: 'Let go from its holder',
    section: 'Arrange',
    keys: ['Alt+Shift+I'],
    can: (s) => s.selection.some((id) => s.design.layers[id]?.inside || insidesOf(s.design, id).length > 0),
    run: (b) => {
      const { selection, design } = b.store.getState()
      // Of a holder, everything that it holds.
      const ids = selection.flatMap((id) => (design.layers[id]?.inside ? [id] : insidesOf(design, id).map((l) => l.id)))
      b.edit('Let go', (d) => release(d, ids))
      b.select(ids)
    },
  },
  {
    id: 'lock',
    label: 'Lock or unlock',
    section: 'Arrange',
    keys: ['Mod+L'],
    can: someSelected,
    run: (b) => {
      const { selection, design } = b.store.getState()
      const on = selection.some((id) => !design.layers[id]?.locked)
      b.edit(on ? 'Lock' : 'Unlock', (d) => {
        for (const id of selection) {
          const l = d.layers[id]
          if (l) l.locked = on
        }
      })
    },
  },
  {
    id: 'hide',
    label: 'Hide or show',
    section: 'Arrange',
    keys: ['Mod+Alt+H'],
    can: someSelected,
    run: (b) => {
      const { selection, design, channel, resolved } = b.store.getState()
      const shown = new Map(resolved.layers.map((l) => [l.layer.id, l.layer.shown]))
      const on = selection.some((id) => !(shown.get(id) ?? design.layers[id]?.shown))
      b.edit(on ? 'Show' : 'Hide', (d) => {
        for (const id of selection) setOn(d, channel, id, 'shown', on)
      })
    },
  },
  {
    id: 'follow-master',
    label: 'Follow the master again',
    section: 'Arrange',
    can: (s) => s.selection.length > 0 && s.channel !== s.design.master,
    run: (b) => {
      const { selection, channel, design } = b.store.getState()
      b.edit('Follow the master again', (d) =>
        followMaster(
          d,
          channel,
          leavesOf(design, selection)
            .map((l) => l.id)
            .concat(selection),
        ),
      )
    },
  },
])
