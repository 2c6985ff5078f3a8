'use client'
import {
  AlignCenterHorizontal,
  AlignCenterVertical,
  AlignEndHorizontal,
  AlignEndVertical,
  AlignHorizontalDistributeCenter,
  AlignStartHorizontal,
  AlignStartVertical,
  AlignVerticalDistributeCenter,
  FlipHorizontal2,
  FlipVertical2,
  Link2,
  MoveHorizontal,
  MoveVertical,
  RotateCw,
  Scaling,
} from 'lucide-react'
import { memo, useDeferredValue } from 'react'
import { onLayer } from '@/core/design/properties/targets'
import { centreOf, heightOf, unionOf, widthOf } from '@/core/geometry/bounds'
import type { Matrix } from '@/core/geometry/matrix'
import {
  mapBetween,
  moved,
  placedBounds,
  scaledAbout,
  turnedAbout,
  wrapDegrees,
} from '@/core/geometry/placement'
import type { Placement } from '@/core/geometry/placement-schema'
import { isPhoto, isShape, isStrew, isWorded, layerName, takesPicture } from '@/core/kinds/facts'
import type { LayerOf } from '@/core/kinds/list'
import {
  fitType,
  grip,
  handledLeaves,
  type Leaf,
  mappedTarget,
  middleOfSelection,
  movedAlong,
  slantAbout,
  type Target,
  transform,
  turnOfSelection,
  writeTargets,
} from '../actions/handled'
import { stayingOf } from '../commands/align'
import { keyLabel, lackOf } from '../commands/define'
import { keymapStore, keysOf } from '../commands/keymap'
import { commandById } from '../commands/list'
import { useBench, useBenchState, usePaced } from '../state/bench-context'
import { IconButton } from '../ui/button'
import { Choice } from '../ui/choice'
import { NumberField } from '../ui/number-field'
import { Tick } from '../ui/tick'
import { Section, shared } from './section'

/** The key of a command, for its tip. */
function hintOf(id: string): string | undefined {
  const [key] = keysOf(commandById(id), keymapStore.getState())
  return key ? keyLabel(key) : undefined
}
const changeOf = (layer: Leaf, to: Target | null): Matrix | null =>
  to && mapBetween(layer.placement, to.placement)
const ALIGN = [
  ['align-left', AlignStartVertical],
  ['align-centre', AlignCenterVertical],
  ['align-right', AlignEndVertical],
  ['align-top', AlignStartHorizontal],
  ['align-middle', AlignCenterHorizontal],
  ['align-bottom', AlignEndHorizontal],
] as const

/** Where the selection lies and how large it is; follows the hand when there is time. */
export function PlaceSection() {
  const bench = useBench()
  const leaves = useDeferredValue(usePaced('numbers', () => handledLeaves(bench)))
  return leaves.length > 0 && <Places leaves={leaves} />
}

const Places = memo(function Places({ leaves }: { leaves: readonly Leaf[] }) {
  const bench = useBench()
  const channel = useBenchState((s) => s.resolved.channel)
  const s = usePaced('kept', (state) => ({
    selection: state.selection,
    alignTo: state.alignTo,
    alignSeen: state.alignSeen,
    stays: state.stays,
    layers: state.design.layers,
  }))
  const weights = useBenchState((state) => state.weightsFollow)
  const several = s.selection.length > 1
  const turned = usePaced('numbers', (state) => turnOfSelection(state))
  const [only] = leaves
  const pictured = leaves.some((l) => isPhoto(l))
  const single = leaves.length === 1 && only !== undefined
  const box = unionOf(leaves.map((l) => placedBounds(l.placement)))
  const left = single ? only.placement.x - only.placement.width / 2 : box.left
  const top = single ? only.placement.y - only.placement.height / 2 : box.top
  const width = single ? only.placement.width : widthOf(box)
  const height = single ? only.placement.height : heightOf(box)
  const ppi = channel.print?.ppi ?? 96
  const across = { mm: ppi / 25.4, cm: ppi / 2.54, in: ppi, pt: ppi / 72, '%': channel.width / 100 }
  const down = { ...across, '%': channel.height / 100 }
  /** Changes what is selected; what is tied to one thing alone goes the way that this goes. */
  const run = (name: string, change: (l: Leaf) => Target | null) => {
    const by = single ? changeOf(only, change(only)) : null
    transform(
      bench,
      name,
      (l) => (single && l.id !== only.id ? by && mappedTarget(l, by) : change(l)),
      single ? movedAlong(bench) : undefined,
    )
  }
  /** The same while the hand moves. */
  const drag = (change: (l: Leaf) => Target | null, of: readonly Leaf[] = leaves) => {
    const before = grip(bench, of)
    const targets = of.flatMap((l) => change(l) ?? [])
    bench.preview((d) => writeTargets(bench, d, targets, before))
  }
  const turnTo =
    (v: number) =>
    (l: Leaf): Target => ({
      id: l.id,
      placement: turnedAbout(
        l.placement,
        single
          ? { x: l.placement.x, y: l.placement.y }
          : (middleOfSelection(bench.store.getState()) ?? centreOf(box)),
        single ? v - l.placement.rotation : v - turned,
      ),
    })
  const sized =
    (axis: 'width' | 'height', value: number) =>
    (l: Leaf): Target => {
      if (!single)
        return {
          id: l.id,
          placement: scaledAbout(
            l.placement,
            { x: box.left, y: box.top },
            value / (axis === 'width' ? width : height),
          ),
          scale: value / (axis === 'width' ? width : height),
        }
      const p = l.placement
      const at = (next: Placement): Placement => ({
        ...next,
        x: left + next.width / 2,
        y: top + next.height / 2,
      })
      if (isWorded(l)) return wordsAs(l, axis, value)
      // Pictures and graphics keep their proportion; shapes and slots are set side by side.
      const k = value / p[axis]
      const free = isShape(l) || takesPicture(l) || isStrew(l)
      const next = free ? { ...p, [axis]: value } : { ...p, width: p.width * k, height: p.height * k }
      return { id: l.id, placement: at(next) }
    }
  /** A width that is typed wraps words anew, a height scales them: both from their upper left corner. */
  const wordsAs = (l: LayerOf<'type'>, axis: 'width' | 'height', value: number): Target => {
    const p = l.placement
    if (axis === 'height') {
      const k = value / p.height
      return { id: l.id, placement: scaledAbout(p, { x: left, y: top }, k), scale: k }
    }
    const { hugs: _, ...given } = l
    const placement = fitType(bench, { ...given, placement: { ...p, width: value, x: left + value / 2 } })
    return { id: l.id, placement, width: true }
  }
  const slant = shared(leaves, (l) => l.placement.skew ?? 0)
  /** One thing leans by so much; several and groups lean as one, from as far as they all lean already. */
  const slantTo = (v: number) => {
    const tangent = (degrees: number) => Math.tan((degrees * Math.PI) / 180)
    const about = middleOfSelection(bench.store.getState()) ?? centreOf(box)
    const map = slantAbout(about, turned, tangent(v) - tangent(slant ?? 0))
    return (l: Leaf): Target | null =>
      single ? { id: l.id, placement: { ...l.placement, skew: v } } : mappedTarget(l, map)
  }
  const commands = (ids: readonly (readonly [string, typeof RotateCw])[]) =>
    ids.map(([id, Icon]) => {
      const c = commandById(id)
      const lack = lackOf(c, bench.store.getState())
      return (
        <IconButton
          key={id}
          label={c.label}
          hint={lack ? `needs ${lack}` : hintOf(c.id)}
          disabled={lack !== null}
          onClick={() => c.run(bench)}
        >
          <Icon size={15} />
        </IconButton>
      )
    })
  return (
    <Section title="Place" own={{ of: leaves.map((l) => onLayer(l.id)), keys: ['place'] }}>
      <div className="grid grid-cols-2 gap-1.5">
        <NumberField
          label="Left"
          short="x"
          unit="px"
          value={left}
          units={across}
          onChange={(v) =>
            transform(
              bench,
              'Move',
              (l) => ({ id: l.id, placement: moved(l.placement, v - left, 0) }),
              movedAlong(bench),
            )
          }
        />
        <NumberField
          label="Top"
          short="y"
          unit="px"
          value={top}
          units={down}
          onChange={(v) =>
            transform(
              bench,
              'Move',
              (l) => ({ id: l.id, placement: moved(l.placement, 0, v - top) }),
              movedAlong(bench),
            )
          }
        />
        <NumberField
          label="Width"
          short="w"
          unit="px"
          min={1}
          value={width}
          units={across}
          onChange={(v) => run('Resize', sized('width', v))}
        />
        <NumberField
          label="Height"
          short="h"
          unit="px"
          min={1}
          value={height}
          units={down}
          onChange={(v) => run('Resize', sized('height', v))}
        />
        <NumberField
          label="Turn"
          short="turn"
          unit="°"
          value={wrapDegrees(single ? only.placement.rotation : turned)}
          step={1}
          onChange={(v) =>
            transform(
              bench,
              'Turn',
              turnTo(v),
              movedAlong(bench),
              v - (single ? only.placement.rotation : turned),
            )
          }
          onDrag={(v) => drag(turnTo(v), handledLeaves(bench, movedAlong(bench)))}
        />
        <NumberField
          label="Slant"
          short="slant"
          unit="°"
          min={-75}
          max={75}
          value={slant}
          onChange={(v) => run('Slant', slantTo(v))}
          onDrag={(v) => drag(slantTo(v))}
        />
        <div className="col-span-2 flex items-center">
          {leaves.some((l) => 'stroke' in l) && (
            <label
              className="mr-auto flex items-center gap-1.5 text-tiny"
              title="Strokes and corners grow and shrink with what they belong to"
            >
              <input
                type="checkbox"
                className="accent-[var(--color-accent)]"
                checked={weights}
                onChange={(e) => bench.set({ weightsFollow: e.target.checked })}
              />
              strokes sized along
            </label>
          )}
          <span className="ml-auto" />
          {commands([
            ['flip-across', FlipHorizontal2],
            ['flip-down', FlipVertical2],
            ['turn-quarter', RotateCw],
          ])}
        </div>
      </div>
      <div className="flex justify-between">{commands(ALIGN)}</div>
      {several && (
        <>
          <Choice
            label="Align and distribute to"
            value={s.alignTo === 'stays' ? `stays:${stayingOf(s)}` : s.alignTo}
            options={[
              { value: 'auto', label: 'to the selection' },
              { value: 'page', label: 'to the page' },
              { value: 'safe', label: 'to the safe area' },
              ...s.selection.slice(0, 12).flatMap((id) => {
                const l = s.layers[id]
                return l ? [{ value: `stays:${id}`, label: `“${layerName(l).slice(0, 24)}” stays put` }] : []
              }),
            ]}
            onChange={(v) =>
              bench.set(
                v.startsWith('stays:')
                  ? { alignTo: 'stays', stays: v.slice(6) }
                  : { alignTo: v as typeof s.alignTo },
              )
            }
          />
          {pictured && (
            <Tick on={s.alignSeen} onChange={(on) => bench.set({ alignSeen: on })}>
              see-through margins do not count
            </Tick>
          )}
          <div className="flex justify-between">
            {commands([
              ['spread-across', AlignHorizontalDistributeCenter],
              ['spread-down', AlignVerticalDistributeCenter],
              ['same-width', MoveHorizontal],
              ['same-height', MoveVertical],
              ['same-both', Scaling],
              ['tie', Link2],
            ])}
          </div>
        </>
      )}
    </Section>
  )
})
