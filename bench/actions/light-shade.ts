import type { BlendMode } from '@/core/basics/blend-modes'
import { newId } from '@/core/basics/ids'
import { addLayers } from '@/core/design/commands'
import { orderAbove } from '@/core/design/spots'
import type { Placement } from '@/core/geometry/placement-schema'
import { isShape } from '@/core/kinds/facts'
import type { LayerOf } from '@/core/kinds/list'
import { shapeLayer, strewLayer } from '@/core/kinds/new'
import type { StrewThing } from '@/core/kinds/strew/schema'
import { newMask } from '@/core/masks/mask'
import type { Bench, BenchState } from '../state/bench'
import { boundsOfIds } from './handled'
import { maskedLayer } from './masks'
import { spotFor, toMaster } from './placing'

export type PaintKind = 'light' | 'shade' | 'colour'
const PAINTS: Record<PaintKind, { name: string; colour: string; blend: BlendMode; flow: number }> = {
  light: { name: 'Light', colour: '#ffe9c4', blend: 'screen', flow: 0.25 },
  shade: { name: 'Shade', colour: '#3a2433', blend: 'multiply', flow: 0.25 },
  colour: { name: 'Paint', colour: '#c65a36', blend: 'normal', flow: 0.6 },
}

/** Where a new layer lies that covers the page: above the selection, in its group, or in front. */
function above(s: BenchState) {
  const top = s.design.layers[s.selection.at(-1) ?? '']
  return top
    ? {
        page: top.page,
        plane: top.plane,
        parent: top.parent,
        inside: top.inside,
        order: orderAbove(s.design, top, top.id),
      }
    : spotFor(s, 'picture', 'front')
}
const pageBox = (s: BenchState): Placement => {
  const { width, height, bleed } = s.resolved
  return {
    x: width / 2,
    y: height / 2,
    width: width + 2 * bleed,
    height: height + 2 * bleed,
    rotation: 0,
    flipX: false,
    flipY: false,
  }
}

/** A layer of one colour over the page, of which a brush lets be seen what it paints; taken in the hand at once. */
export function paintLayer(bench: Bench, kind: PaintKind): void {
  const s = bench.store.getState()
  const { name, colour, blend, flow } = PAINTS[kind]
  const box = toMaster(s, pageBox(s))
  const [width, height] = [Math.min(4096, Math.round(box.width)), Math.min(4096, Math.round(box.height))]
  const mask = newMask.painted({ id: newId(), order: 'a0' }, width, height, 'none')
  const layer = shapeLayer({ id: newId(), ...above(s) }, name, 'rectangle', box, { kind: 'solid', colour })
  bench.edit(`Paint ${name.toLowerCase()}`, (d) =>
    addLayers(d, [{ ...layer, blend, masks: { [mask.id]: { ...mask, name: 'Paint' } } }]),
  )
  bench.select([layer.id])
  const soft =
    kind === 'colour'
      ? {}
      : { hardness: 0, size: Math.round(0.16 * Math.min(s.resolved.width, s.resolved.height)) }
  bench.set({ mask: mask.id, tool: 'brush', brush: { ...s.brush, hides: false, flow, ...soft } })
}

/** The paint layer in the hand: one colour, seen where it was painted. */
export function paintInHand(
  s: Pick<BenchState, 'design' | 'selection'>,
): (LayerOf<'shape'> & { fill: { kind: 'solid'; colour: string } }) | null {
  const layer = maskedLayer(s)
  if (!isShape(layer) || layer.fill.kind !== 'solid') return null
  const painted = Object.values(layer.masks).some(
    (m) => m.kind === 'painted' && m.ground === 'none' && !m.cut,
  )
  return painted ? { ...layer, fill: layer.fill } : null
}

export type LightKind = 'bubbles' | 'sparks' | 'dust'
type Dot = {
  form: 'ellipse' | 'star'
  corners?: number
  inner?: number
  radius?: number
  stops: readonly (readonly [number, string])[]
}
const thing = ({ form, corners = 4, inner = 0.5, radius = 1, stops }: Dot): StrewThing => ({
  kind: 'shape',
  ratio: 1,
  form,
  radii: [0, 0, 0, 0],
  corners,
  inner,
  fill: {
    kind: 'radial',
    x: 0.5,
    y: 0.5,
    radius,
    eased: true,
    stops: Object.fromEntries(stops.map(([offset, colour], n) => [`s${n}`, { offset, colour }])),
  },
  stroke: { colour: '#ffffff', weight: 0, dash: [], cap: 'butt', join: 'miter' },
})
const GLOW = thing({
  form: 'ellipse',
  stops: [
    [0, '#fff6dce6'],
    [0.25, '#ffe2a866'],
    [1, '#ffd48a00'],
  ],
})
const LIGHTS: Record<LightKind, Pick<LayerOf<'strew'>, 'count' | 'size' | 'angle' | 'things'>> = {
  bubbles: {
    count: 26,
    size: { from: 0.02, to: 0.12 },
    angle: { from: 0, to: 0 },
    things: [
      thing({
        form: 'ellipse',
        stops: [
          [0, '#ffffff0a'],
          [0.72, '#ffffff14'],
          [0.9, '#ffffff4d'],
          [0.97, '#ffffff73'],
          [1, '#ffffff00'],
        ],
      }),
      thing({
        form: 'ellipse',
        stops: [
          [0, '#ffe6c526'],
          [0.8, '#ffe6c530'],
          [0.96, '#fff0dc4d'],
          [1, '#ffe6c500'],
        ],
      }),
    ],
  },
  sparks: {
    count: 40,
    size: { from: 0.015, to: 0.09 },
    angle: { from: 0, to: 45 },
    things: [
      thing({
        form: 'star',
        corners: 4,
        inner: 0.12,
        stops: [
          [0, '#ffffff'],
          [0.3, '#fff3cfcc'],
          [1, '#ffd98a00'],
        ],
      }),
      GLOW,
    ],
  },
  dust: {
    count: 160,
    size: { from: 0.003, to: 0.018 },
    angle: { from: 0, to: 0 },
    things: [
      GLOW,
      thing({
        form: 'ellipse',
        stops: [
          [0, '#ffffffb3'],
          [1, '#ffffff00'],
        ],
      }),
    ],
  },
}
/** Lights strewn over what is selected, or the page, as one layer that adds to what lies beneath. */
export function strewLights(bench: Bench, kind: LightKind): void {
  const s = bench.store.getState()
  const b = s.selection.length > 0 ? boundsOfIds(s, s.selection) : null
  const page = pageBox(s)
  const box = b
    ? {
        ...page,
        x: (b.left + b.right) / 2,
        y: (b.top + b.bottom) / 2,
        width: b.right - b.left,
        height: b.bottom - b.top,
      }
    : { ...page, width: s.resolved.width * 0.94, height: s.resolved.height * 0.94 }
  const { things, ...how } = LIGHTS[kind]
  const name = kind[0]?.toUpperCase() + kind.slice(1)
  const layer = strewLayer(
    { id: newId(), ...above(s) },
    name,
    things,
    toMaster(s, box),
    Math.floor(Math.random() * 1e6),
  )
  bench.edit(`Strew ${kind}`, (d) => addLayers(d, [{ ...layer, ...how, blend: 'plus-lighter' }]))
  bench.select([layer.id])
}
