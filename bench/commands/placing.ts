import { leavesOf } from '@/core/design/tree'
import { mirroredAbout, scaledAbout, turnedAbout } from '@/core/geometry/placement'
import { hasMembers } from '@/core/kinds/facts'
import { mappedTarget, middleOfSelection, slantAbout, transform, turnOfSelection } from '../actions/handled'
import type { Bench, BenchState } from '../state/bench'
import { align, sizeAlike, spread } from './align'
import { defineCommands, needs, severalSelected, someSelected } from './define'

export function flip(axis: 'x' | 'y') {
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

export const turn = (angle: number) => (b: Bench) => {
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

/** Slants by degrees, for keys: one thing about its own centre, several and groups as one about theirs. */
const slantBy = (by: number) => (b: Bench) => {
  const s = b.store.getState()
  const about = middleOfSelection(s)
  const single = s.selection.length === 1 && !hasMembers(s.design.layers[s.selection[0] ?? ''])
  if (single || !about)
    return transform(b, 'Slant', (l) => ({
      id: l.id,
      placement: { ...l.placement, skew: Math.min(75, Math.max(-75, (l.placement.skew ?? 0) + by)) },
    }))
  const map = slantAbout(about, turnOfSelection(s), Math.tan((by * Math.PI) / 180))
  transform(b, 'Slant', (l) => mappedTarget(l, map))
}

/** Two are spread where they are aligned to something else than each other. */
const enoughToSpread = needs(
  'three selected things',
  (s) => s.selection.length > 2 || (s.selection.length > 1 && s.alignTo !== 'auto'),
)

const stroked = (s: BenchState) =>
  leavesOf(s.design, s.selection).flatMap((l) => ('stroke' in l && l.stroke.weight > 0 ? [l] : []))

/** Where things lie and how they are turned, aligned and sized. */
export const placingCommands = defineCommands([
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
])
