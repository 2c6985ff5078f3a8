import { lookUp } from '@/core/colour/colour'
import type { Design } from '@/core/design/schema'
import { isLocked, isShown, type LayerNode, layerTree, leavesOf, membersOf } from '@/core/design/tree'
import { isShape, isWorded } from '@/core/kinds/facts'
import type { Layer } from '@/core/kinds/list'
import { kindOf } from '@/core/kinds/list'
import { goInto } from '../actions/handled'
import { openPeek, takeNext } from '../stage/peek'
import type { Bench, BenchState } from '../state/bench'
import { defineCommands, needs, oneSelected, someSelected } from './define'

/** What a click could take now: the members of the group that was gone into, else what lies on the page itself. */
function within({ design, page, inside }: BenchState): string[] {
  const all = inside ? membersOf(design, inside) : layerTree(design, page).map((n) => n.layer)
  return all.map((l) => l.id).filter((id) => !isLocked(design, id) && isShown(design, id))
}
/** Every single thing of the page that can be taken, in groups or not. */
const pieces = ({ design, page }: BenchState) =>
  leavesOf(
    design,
    layerTree(design, page).map((n) => n.layer.id),
  ).filter((l) => !isLocked(design, l.id) && isShown(design, l.id))

/** Colours that a layer shows, as `#rrggbb…` through its swatches. */
export const coloursOf = (layer: Layer, swatches: Design['swatches']): Set<string> =>
  new Set(
    kindOf(layer)
      .colours(layer)
      .map((c) => lookUp(c, swatches).toLowerCase()),
  )

/** Selects everything that is like one of the selected things. */
const alike = (name: string, like: (a: Layer, b: Layer, s: BenchState) => boolean) => (b: Bench) => {
  const s = b.store.getState()
  const chosen = leavesOf(s.design, s.selection)
  const found = pieces(s).filter((l) => chosen.some((c) => like(c, l, s)))
  b.select(found.map((l) => l.id))
  b.notify(`${found.length} of the same ${name} selected.`)
}

/** Locks everything on the page but some layers, their members, and the groups that they are in. */
export function lockOthers(d: Design, page: string, keep: ReadonlySet<string>): void {
  const holdsKept = (n: LayerNode): boolean =>
    keep.has(n.layer.id) || [...n.children, ...n.insides].some(holdsKept)
  const walk = (nodes: readonly LayerNode[]): void => {
    for (const n of nodes) {
      const own = d.layers[n.layer.id]
      if (!own || keep.has(own.id)) continue
      if (holdsKept(n)) walk([...n.children, ...n.insides])
      else own.locked = true
    }
  }
  walk(layerTree(d, page))
}

export const selectCommands = defineCommands([
  {
    id: 'select-all',
    label: 'Select all',
    section: 'Select',
    keys: ['Mod+A'],
    run: (b) => b.select(within(b.store.getState())),
  },
  {
    id: 'select-none',
    label: 'Select nothing',
    words: 'deselect none clear selection unselect',
    section: 'Select',
    needs: someSelected,
    run: (b) => b.select([]),
  },
  {
    id: 'select-others',
    label: 'Select the others instead',
    section: 'Select',
    keys: ['Mod+Shift+A'],
    run: (b) => {
      const s = b.store.getState()
      b.select(within(s).filter((id) => !s.selection.includes(id)))
    },
  },
  {
    id: 'select-kind',
    label: 'Select all of the same kind',
    section: 'Select',
    needs: someSelected,
    run: alike('kind', (a, b) => a.kind === b.kind && (!isShape(a) || !isShape(b) || a.form === b.form)),
  },
  {
    id: 'select-colour',
    label: 'Select all of the same colour',
    section: 'Select',
    needs: needs('something with a colour', (s) =>
      leavesOf(s.design, s.selection).some((l) => coloursOf(l, s.design.swatches).size > 0),
    ),
    run: alike('colour', (a, b, s) => {
      const own = coloursOf(a, s.design.swatches)
      return [...coloursOf(b, s.design.swatches)].some((c) => own.has(c))
    }),
  },
  {
    id: 'select-font',
    label: 'Select all of the same font',
    section: 'Select',
    needs: needs('selected type', (s) => leavesOf(s.design, s.selection).some((l) => isWorded(l))),
    run: alike('font', (a, b) => isWorded(a) && isWorded(b) && a.style.family === b.style.family),
  },
  {
    id: 'go-in',
    label: 'Go in: into the group, the text, the slot’s picture',
    section: 'Select',
    keys: ['Mod+Enter'],
    needs: oneSelected,
    run: (b) => goInto(b, b.store.getState().selection[0] ?? ''),
  },
  {
    id: 'go-out',
    label: 'Go out: to what the selection lies in',
    section: 'Select',
    needs: needs('something in a group', (s) => s.selection.some((id) => s.design.layers[id]?.parent)),
    run: (b) => {
      const { selection, design } = b.store.getState()
      const parent = selection.map((id) => design.layers[id]?.parent).find((p) => p)
      if (!parent) return
      b.set({ inside: design.layers[parent]?.parent ?? null })
      b.select([parent])
    },
  },
  {
    id: 'peek',
    label: 'Peek: take the next thing beneath',
    section: 'Select',
    keys: ['Q'],
    run: (b) => void takeNext(b),
  },
  {
    id: 'peek-list',
    label: 'Peek: list everything that lies here',
    section: 'Select',
    run: (b) => void openPeek(b),
  },
  {
    id: 'lock-others',
    label: 'Lock all but the selection',
    section: 'Select',
    needs: someSelected,
    run: (b) => {
      const { selection, page } = b.store.getState()
      b.edit('Lock all but the selection', (d) => lockOthers(d, page, new Set(selection)))
    },
  },
  {
    id: 'unlock-all',
    label: 'Unlock everything on the page',
    section: 'Select',
    needs: needs('something locked', (s) =>
      Object.values(s.design.layers).some((l) => l.page === s.page && l.locked),
    ),
    run: (b) => {
      const { page } = b.store.getState()
      b.edit('Unlock everything', (d) => {
        for (const l of Object.values(d.layers)) if (l.page === page) l.locked = false
      })
    },
  },
  {
    id: 'see-through',
    label: 'See through the selection while fitting',
    section: 'Select',
    keys: ['Alt+T'],
    run: (b) => b.set({ seeThrough: !b.store.getState().seeThrough }),
  },
])
