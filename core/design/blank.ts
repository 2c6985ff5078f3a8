import { channelPresets, presetById } from './channels'
import { gradeName } from './grade-name'
import { keysBetween } from './order'
import type { Plane } from './planes'
import {
  type Behaviour,
  type Channel,
  type Design,
  type Layer,
  type LayerOf,
  type Placement,
  SCHEMA_VERSION,
  type Stroke,
  type TypeStyle,
} from './schema'

/** A short random id; `random` gives 0–1. */
export function newId(random: () => number = Math.random): string {
  let out = ''
  while (out.length < 12) out += Math.floor(random() * 36).toString(36)
  return out
}

export type ChannelSpec = Omit<Channel, 'order'>
/** Channel records from presets, in the order given. */
export function channelsOf(specs: readonly ChannelSpec[]): Record<string, Channel> {
  const keys = keysBetween(null, null, specs.length)
  return Object.fromEntries(specs.map((s, n) => [s.id, channelFrom(s, keys[n] as string)]))
}
const channelFrom = (
  { id, name, width, height, bleed, safe, clear, smallestType, print }: ChannelSpec,
  order: string,
): Channel => ({
  id,
  name,
  order,
  width,
  height,
  bleed,
  safe,
  clear,
  smallestType,
  print,
})

export function presetSpecs(ids: readonly string[]): ChannelSpec[] {
  return ids.map((id) => presetById(id)).filter((p) => p !== undefined)
}

/** An empty design on some channels; the first is the master unless another is named. */
export function blankDesign(
  id: string,
  name: string,
  specs: readonly ChannelSpec[] = presetSpecs([(channelPresets[0] as ChannelSpec).id]),
  how: { master?: string; colour?: string } = {},
): Design {
  const [page] = keysBetween(null, null, 1)
  return {
    version: SCHEMA_VERSION,
    id,
    name,
    master: how.master ?? (specs[0] as ChannelSpec).id,
    colourSpace: 'srgb',
    output: { bitDepth: 8 },
    channels: channelsOf(specs),
    pages: { page1: { id: 'page1', name: 'Page 1', order: page as string, colour: how.colour ?? '#ffffff' } },
    layers: {},
    swatches: {},
    recipes: {},
    guides: {},
    grids: {},
    reference: null,
    changes: {},
    arrangements: {},
  }
}

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
  source: { sha: string; width: number; height: number; focal?: { x: number; y: number } },
  placement: Placement,
): LayerOf<'picture'> => ({
  ...common(where, name, placement),
  kind: 'picture',
  source: source.sha,
  sourceWidth: source.width,
  sourceHeight: source.height,
  focal: source.focal ?? { x: 0.5, y: 0.5 },
})
export const graphicLayer = (
  where: Where,
  name: string,
  source: string,
  parts: Record<string, string>,
  placement: Placement,
): LayerOf<'graphic'> => ({ ...common(where, name, placement), kind: 'graphic', source, parts })
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

/** What a layer is called: its name, or a type layer's first words, or what a grade does. */
export function layerName(
  layer: Pick<LayerOf<'group'>, 'name'> & { kind: string; text?: string; treatments?: Layer['treatments'] },
): string {
  if (layer.name) return layer.name
  if (layer.kind === 'grade') return gradeName(layer.treatments ?? {})
  const words = (layer.text ?? '').replace(/\s+/g, ' ').trim()
  return words ? words.slice(0, 40) : layer.kind === 'type' ? 'Empty text' : layer.kind
}
