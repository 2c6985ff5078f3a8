import { newId } from '@/core/basics/ids'
import { keepInside, moveInStack, release, step } from '@/core/design/commands'
import { followMaster, ofLayers, setOnLayer } from '@/core/design/properties/set'
import type { Design } from '@/core/design/schema'
import { tie, untie } from '@/core/design/ties'
import { insidesOf, type LayerNode, layerTree, leavesOf, siblingsOf, withMembers } from '@/core/design/tree'
import { heightOf, widthOf } from '@/core/geometry/bounds'
import { mirroredAbout, placedBounds, scaledAbout, turnedAbout } from '@/core/geometry/placement'
import { hasParts, isPhoto, takesPicture } from '@/core/kinds/facts'
import type { Layer } from '@/core/kinds/list'
import { PLANES } from '@/core/kinds/planes'
import { middleOfSelection, transform, turnOfSelection } from '../actions/handled'
import { mirrorSelection } from '../actions/mirroring'
import { makeSlots, slotFormOf, slotInOpening } from '../actions/slot-making'
import { canStrew, setFree, strewSelection } from '../actions/strewing'
import type { Bench, BenchState } from '../state/bench'
import { align, sizeAlike, spread } from './align'
import { defineCommands, needs, ofKind, oneSelected, severalSelected, someSelected } from './define'

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

function flip(axis: 'x' | 'y') {
  return (b: Bench) => {
    const s = b.store.getState()
    const about = middleOfSelection(s)
    // A turned group leans the other way in the mirror.
    if (about)
      transform(
        b,
        'Flip',
        (l) => ({ id: l.id, placement: mirroredAbout(l.placement, about, axis) }),
        undefined,
        -2 * turnOfSelection(s),
      )
  }
}
const turn = (angle: number) => (b: Bench) => {
  const s = b.store.getState()
  const about = middleOfSelection(s)
  if (about)
    transform(
      b,
      'Turn',
      (l) => ({ id: l.id, placement: turnedAbout(l.placement, about, angle) }),
      undefined,
      angle,
    )
}

/** Scales the selection about its own centre, for keys. */
const scaleBy = (k: number) => (b: Bench) => {
  const s = b.store.getState()
  const about = middleOfSelection(s)
  if (about)
    transform(b, 'Scale', (l) => ({ id: l.id, placement: scaledAbout(l.placement, about, k), scale: k }))
}
/** Slants by degrees, for keys; each about its own centre. */
const slantBy = (by: number) => (b: Bench) =>
  transform(b, 'Slant', (l) => ({
    id: l.id,
    placement: { ...l.placement, skew: Math.min(75, Math.max(-75, (l.placement.skew ?? 0) + by)) },
  }))
/** A picture or graphic that may have an opening. */
const framed = (s: BenchState): string | null => {
  const [id] = s.selection
  const layer = id && s.selection.length === 1 ? s.design.layers[id] : undefined
  return layer && (isPhoto(layer) || hasParts(layer)) ? layer.id : null
}
const filled = (l: Layer | undefined): boolean => takesPicture(l) && l.picture !== null
/** Two are spread where they are aligned to something else than each other. */
const enoughToSpread = needs(
  'three selected things',
  (s) => s.selection.length > 2 || (s.selection.length > 1 && s.alignTo !== 'auto'),
)
const stroked = (s: BenchState) =>
  leavesOf(s.design, s.selection).flatMap((l) => ('stroke' in l && l.stroke.weight > 0 ? [l] : []))

export const arrangeCommands = defineCommands([
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
  {
    id: 'turn-quarter-back',
    label: 'Turn back by a quarter',
    section: 'Arrange',
    needs: someSelected,
    run: turn(-90),
  },
  ...(['left', 'centre', 'right', 'top', 'middle', 'bottom'] as const).map((side) => ({
    id: `align-${side}`,
    label: `Align ${side}`,
    section: 'Arrange' as const,
    needs: someSelected,
    run: (b: Bench) => align(b, side),
  })),
  {
    id: 'spread-across',
    label: 'Distribute across: equal gaps',
    section: 'Arrange',
    needs: enoughToSpread,
    run: (b) => spread(b, 'x'),
  },
  {
    id: 'spread-down',
    label: 'Distribute down: equal gaps',
    section: 'Arrange',
    needs: enoughToSpread,
    run: (b) => spread(b, 'y'),
  },
  ...(
    [
      ['width', 'As wide as the one that stays put'],
      ['height', 'As tall as the one that stays put'],
      ['both', 'As large as the one that stays put'],
    ] as const
  ).map(([which, label]) => ({
    id: `same-${which}`,
    label,
    section: 'Arrange' as const,
    needs: severalSelected,
    run: (b: Bench) => sizeAlike(b, which),
  })),
  {
    id: 'same-weight',
    label: 'Make stroke weights equal',
    section: 'Arrange',
    needs: needs('two strokes, on the master', (s) => stroked(s).length > 1 && s.channel === s.design.master),
    run: (b) => {
      const list = stroked(b.store.getState())
      const model = list[0]
      if (!model) return
      b.edit('Equal stroke weights', (d) => {
        for (const { id } of list) {
          const l = d.layers[id]
          if (l && 'stroke' in l) l.stroke.weight = model.stroke.weight
        }
      })
    },
  },
  {
    id: 'larger',
    label: 'Larger by a tenth',
    section: 'Arrange',
    keys: ['Alt+='],
    needs: someSelected,
    run: scaleBy(1.1),
  },
  {
    id: 'smaller',
    label: 'Smaller by a tenth',
    section: 'Arrange',
    keys: ['Alt+-'],
    needs: someSelected,
    run: scaleBy(1 / 1.1),
  },
  {
    id: 'turn-on',
    label: 'Turn by 1°',
    section: 'Arrange',
    keys: ['Alt+.'],
    needs: someSelected,
    run: turn(1),
  },
  {
    id: 'turn-back',
    label: 'Turn back by 1°',
    section: 'Arrange',
    keys: ['Alt+,'],
    needs: someSelected,
    run: turn(-1),
  },
  {
    id: 'turn-on-far',
    label: 'Turn by 15°',
    section: 'Arrange',
    keys: ['Alt+Shift+.'],
    needs: someSelected,
    run: turn(15),
  },
  {
    id: 'turn-back-far',
    label: 'Turn back by 15°',
    section: 'Arrange',
    keys: ['Alt+Shift+,'],
    needs: someSelected,
    run: turn(-15),
  },
  {
    id: 'slant-right',
    label: 'Slant to the right by 5°',
    section: 'Arrange',
    needs: someSelected,
    run: slantBy(5),
  },
  {
    id: 'slant-left',
    label: 'Slant to the left by 5°',
    section: 'Arrange',
    needs: someSelected,
    run: slantBy(-5),
  },
  {
    id: 'weights-follow',
    label: 'Strokes and corners are sized along, or stay',
    section: 'Arrange',
    run: (b) => b.set({ weightsFollow: !b.store.getState().weightsFollow }),
  },
  {
    id: 'tie',
    label: 'Tie together without grouping',
    section: 'Arrange',
    keys: ['Alt+G'],
    needs: severalSelected,
    run: (b) => {
      const { selection } = b.store.getState()
      b.edit('Tie', (d) => tie(d, selection, newId()))
      b.notify(`${selection.length} things are tied: moving one moves the others.`)
    },
  },
  {
    id: 'untie',
    label: 'Untie',
    section: 'Arrange',
    keys: ['Alt+Shift+G'],
    needs: needs('something tied', (s) => s.selection.some((id) => s.design.layers[id]?.tie)),
    run: (b) => b.edit('Untie', (d) => untie(d, b.store.getState().selection)),
  },
  {
    id: 'fit-page',
    label: 'Fill the page',
    section: 'Arrange',
    needs: oneSelected,
    run: (b) => {
      const { resolved } = b.store.getState()
      const m = resolved.bleed
      transform(b, 'Fill the page', (l) => {
        const box = placedBounds(l.placement)
        const k = Math.max((resolved.width + 2 * m) / widthOf(box), (resolved.height + 2 * m) / heightOf(box))
        return {
          id: l.id,
          scale: k,
          placement: {
            ...l.placement,
            x: resolved.width / 2,
            y: resolved.height / 2,
            width: l.placement.width * k,
            height: l.placement.height * k,
          },
        }
      })
    },
  },
  {
    id: 'strew',
    label: 'Strew: copies of this as one layer',
    section: 'Arrange',
    needs: needs('a selected thing that can be copied', canStrew),
    run: strewSelection,
  },
  {
    id: 'set-free',
    label: 'Set a strew free into copies',
    section: 'Arrange',
    needs: ofKind('strew', 'a selected strew'),
    run: setFree,
  },
  {
    id: 'make-slot',
    label: 'Make a slot of the outline',
    section: 'Arrange',
    needs: needs('a selected shape or graphic', (s) =>
      s.selection.some((id) => slotFormOf(s.design.layers[id])),
    ),
    run: (b) => void makeSlots(b),
  },
  {
    id: 'slot-in-opening',
    label: 'Slot in the opening',
    section: 'Arrange',
    needs: needs('one picture or graphic with an opening', (s) => framed(s) !== null),
    run: (b) => {
      const id = framed(b.store.getState())
      if (id) void slotInOpening(b, id)
    },
  },
  {
    id: 'reframe',
    label: 'Pan and zoom the picture in its slot',
    section: 'Arrange',
    needs: needs(
      'a selected slot with a picture',
      (s) => s.reframing !== null || s.selection.some((id) => filled(s.design.layers[id])),
    ),
    run: (b) => {
      const { reframing, selection, design } = b.store.getState()
      b.set({ reframing: reframing ? null : (selection.find((id) => filled(design.layers[id])) ?? null) })
    },
  },
  {
    id: 'keep-inside',
    label: 'Keep inside',
    section: 'Arrange',
    keys: ['Alt+I'],
    needs: needs('a thing and its holder beneath it', (s) => holderFor(s) !== null),
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
    needs: needs('a holder, or something kept inside one', (s) =>
      s.selection.some((id) => s.design.layers[id]?.inside || insidesOf(s.design, id).length > 0),
    ),
    run: (b) => {
      const { selection, design } = b.store.getState()
      // Of a holder, everything that it holds.
      const ids = selection.flatMap((id) =>
        design.layers[id]?.inside ? [id] : insidesOf(design, id).map((l) => l.id),
      )
      b.edit('Let go', (d) => release(d, ids))
      b.select(ids)
    },
  },
  {
    id: 'lock',
    label: 'Lock or unlock',
    section: 'Arrange',
    keys: ['Mod+L'],
    needs: someSelected,
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
    needs: someSelected,
    run: (b) => {
      const { selection, design, channel, resolved } = b.store.getState()
      const shown = new Map(resolved.layers.map((l) => [l.layer.id, l.layer.shown]))
      const on = selection.some((id) => !(shown.get(id) ?? design.layers[id]?.shown))
      b.edit(on ? 'Show' : 'Hide', (d) => {
        for (const id of selection) setOnLayer(d, channel, id, 'shown', on)
      })
    },
  },
  {
    id: 'follow-master',
    label: 'Follow the master again',
    section: 'Arrange',
    needs: needs(
      'something selected on another channel than the master',
      (s) => s.selection.length > 0 && s.channel !== s.design.master,
    ),
    run: (b) => {
      const { selection, channel, design } = b.store.getState()
      b.edit('Follow the master again', (d) =>
        followMaster(d, {
          channel,
          targets: ofLayers(selection.flatMap((id) => withMembers(design, id).map((l) => l.id))),
        }),
      )
    },
  },
])
