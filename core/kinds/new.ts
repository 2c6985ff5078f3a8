import type { Placement } from '../geometry/placement-schema'
import type { TypeStyle } from '../type/style'
import type { Stroke } from '../vector/stroke-style'
import type { Behaviour } from './common'
import type { Link } from './link'
import type { LayerOf } from './list'
import type { Plane } from './planes'

const behaviour: Behaviour = {
  kind: 'auto',
  keepsSize: false,
  keepsClear: false,
  keepsWeight: false,
  host: null,
  importance: 'should',
}
export const solidStroke: Stroke = { colour: '#1c1c1c', weight: 0, dash: [], cap: 'butt', join: 'miter' }
export const plainStyle: TypeStyle = {
  family: 'Instrument Sans',
  weight: 600,
  italic: false,
  size: 64,
  leading: 1.1,
  tracking: 0,
  align: 'start',
  case: 'as-typed',
}

export type Where = {
  id: string
  page: string
  plane: Plane
  parent?: string | null
  inside?: string | null
  order: string
}
const common = (where: Where, name: string, placement: Placement) => ({
  id: where.id,
  name,
  page: where.page,
  plane: where.plane,
  parent: where.parent ?? null,
  inside: where.inside ?? null,
  tie: null,
  register: null,
  order: where.order,
  shown: true,
  locked: false,
  placement,
  opacity: 1,
  body: 1,
  blend: 'normal' as const,
  masks: {},
  weaves: {},
  treatments: {},
  treated: 1,
  recipe: null,
  behaviour,
})

export const boxAt = (x: number, y: number, width: number, height: number): Placement => ({
  x: x + width / 2,
  y: y + height / 2,
  width,
  height,
  rotation: 0,
  flipX: false,
  flipY: false,
})

export const pictureLayer = (
  where: Where,
  name: string,
  source: { sha: string; width: number; height: number; focal?: { x: number; y: number }; linked?: Link },
  placement: Placement,
): LayerOf<'picture'> => ({
  ...common(where, name, placement),
  kind: 'picture',
  source: source.sha,
  sourceWidth: source.width,
  sourceHeight: source.height,
  focal: source.focal ?? { x: 0.5, y: 0.5 },
  ...(source.linked ? { linked: source.linked } : {}),
})
export const graphicLayer = (
  where: Where,
  name: string,
  source: string,
  parts: Record<string, string>,
  placement: Placement,
): LayerOf<'graphic'> => ({ ...common(where, name, placement), kind: 'graphic', source, parts, weights: {} })
export const shapeLayer = (
  where: Where,
  name: string,
  form: LayerOf<'shape'>['form'],
  placement: Placement,
  fill: LayerOf<'shape'>['fill'] = { kind: 'solid', colour: '#9a9a9a' },
): LayerOf<'shape'> => ({
  ...common(where, name, placement),
  kind: 'shape',
  form,
  radii: [0, 0, 0, 0],
  corners: form === 'star' ? 5 : 6,
  inner: 0.5,
  fill,
  stroke: form === 'line' ? { ...solidStroke, weight: 4 } : solidStroke,
})
/** The axis of a mirror: along its own middle line, through the middle of its box. */
export const axisLayer = (where: Where, placement: Placement): LayerOf<'shape'> => ({
  ...shapeLayer(where, 'Axis', 'line', placement, { kind: 'none' }),
  axis: true,
  stroke: solidStroke,
})
export const slotLayer = (
  where: Where,
  name: string,
  form: LayerOf<'slot'>['form'],
  placement: Placement,
  fill: LayerOf<'slot'>['fill'] = { kind: 'solid', colour: '#d8d5cf' },
): LayerOf<'slot'> => ({
  ...common(where, name, placement),
  kind: 'slot',
  form,
  radii: [0, 0, 0, 0],
  corners: 6,
  fill,
  stroke: solidStroke,
  picture: null,
  zoom: 1,
  pan: { x: 0, y: 0 },
})
export const strewLayer = (
  where: Where,
  name: string,
  things: LayerOf<'strew'>['things'],
  placement: Placement,
  seed: number,
): LayerOf<'strew'> => ({
  ...common(where, name, placement),
  kind: 'strew',
  ground: 'area',
  seed,
  count: 24,
  size: { from: 0.06, to: 0.16 },
  angle: { from: -180, to: 180 },
  distance: { from: 0, to: 0 },
  follow: false,
  things,
})
export const typeLayer = (
  where: Where,
  text: string,
  placement: Placement,
  style: Partial<TypeStyle> = {},
  colour = '#1c1c1c',
): LayerOf<'type'> => ({
  ...common(where, '', placement),
  kind: 'type',
  text,
  style: { ...plainStyle, ...style },
  fill: { kind: 'solid', colour },
  plate: null,
})
export const mergedLayer = (where: Where, name: string, placement: Placement): LayerOf<'merged'> => ({
  ...common(where, name, placement),
  kind: 'merged',
})
export const gradeLayer = (where: Where, name: string, placement: Placement): LayerOf<'grade'> => ({
  ...common(where, name, placement),
  kind: 'grade',
})
export const groupLayer = (where: Where, name: string): LayerOf<'group'> => ({
  ...common(where, name, boxAt(0, 0, 1, 1)),
  kind: 'group',
  open: true,
})
