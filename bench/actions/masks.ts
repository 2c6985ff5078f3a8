import { newId } from '@/core/basics/ids'
import { group, withRiders } from '@/core/design/commands'
import { copyMasks, maskDependsOn, orderAfter, putMask, removeMask } from '@/core/design/mask-commands'
import { onMask } from '@/core/design/properties/targets'
import type { Placement } from '@/core/geometry/placement-schema'
import { isPhoto, layerName } from '@/core/kinds/facts'
import type { Layer } from '@/core/kinds/list'
import { boxAt, groupLayer } from '@/core/kinds/new'
import { type Mask, type MaskOf, newMask } from '@/core/masks/mask'
import { frameOf } from '@/core/render/masked'
import type { ResolvedLayer } from '@/core/resolve/resolved'
import type { Bench, BenchState } from '../state/bench'
import { setThings } from '../state/properties'
import { boundsOfIds, resolvedOf } from './handled'

type Seen = Pick<BenchState, 'design' | 'resolved' | 'selection' | 'mask'>
export type MaskInHand = { own: ResolvedLayer; mask: Mask; frame: Placement }

/** The one selected layer, on which masks are worked. */
export const maskedLayer = (s: Pick<BenchState, 'design' | 'selection'>): Layer | null =>
  s.selection.length === 1 ? (s.design.layers[s.selection[0] ?? ''] ?? null) : null

/** The mask that is being worked on, with the box that its places are fractions of. */
export function maskInHand(s: Seen): MaskInHand | null {
  const layer = maskedLayer(s)
  const own = layer && s.mask && layer.masks[s.mask] ? resolvedOf(s, layer.id) : null
  const mask = own?.layer.masks[s.mask ?? '']
  const frame = own && mask ? frameOf(mask, own, s.resolved) : null
  return own && mask && frame ? { own, mask, frame } : null
}

/** Layers that a mask may go by: any on the page whose pixels do not come from the masked one. */
export const maskSources = (s: Pick<BenchState, 'design'>, layer: Layer): Layer[] =>
  Object.values(s.design.layers).filter(
    (l) => l.page === layer.page && l.id !== layer.id && !maskDependsOn(s.design, l.id, layer.id),
  )

export type MaskChoice =
  | MaskOf<'shape'>['form']
  | MaskOf<'gradient'>['form']
  | 'layer'
  | 'painted'
  | 'colour'
  | 'lightness'
/** Longest side of a new painted mask on a thing that has no px of its own. */
const MOST_PAINTED = 4096

/** px of a new painted mask: those of the picture under it, else of the box, at most 4096 a side. */
export function paintedSize(
  layer: Layer,
  frame: Pick<Placement, 'width' | 'height'>,
): { width: number; height: number } {
  const own = isPhoto(layer)
    ? { width: layer.sourceWidth, height: layer.sourceHeight }
    : { width: frame.width * 2, height: frame.height * 2 }
  const k = Math.min(1, (isPhoto(layer) ? 16_384 : MOST_PAINTED) / Math.max(own.width, own.height))
  return { width: Math.max(1, Math.round(own.width * k)), height: Math.max(1, Math.round(own.height * k)) }
}

/** What was set free of a layer and lies where it lies: one thing with it, masked together. */
const oneWith = ({ design }: Pick<BenchState, 'design'>, layer: Layer): Layer[] => {
  const spot = ({ page, plane, parent, inside }: Layer) => [page, plane, parent, inside].join()
  return withRiders(design, [layer.id]).flatMap((id) => {
    const own = design.layers[id]
    return own && own !== layer && spot(own) === spot(layer) ? [own] : []
  })
}
/** What a mask is put on, and the box that its places are fractions of, px of the page. */
export type Wearing = { wearer: Layer; frame: Placement }

/**
 * Puts a mask on a layer and takes it in the hand; false where the layer has no box. What was set free of the layer,
 * such as its shadow, is masked with it: they become a group, in which each can be masked by itself.
 */
export function putOn(bench: Bench, name: string, layer: Layer, make: (on: Wearing) => Mask): boolean {
  const s = bench.store.getState()
  const own = resolvedOf(s, layer.id)
  const riders = oneWith(s, layer)
  const ids = [...riders.map((l) => l.id), layer.id]
  const box = riders.length > 0 ? boundsOfIds(s, ids) : null
  const frame = box
    ? boxAt(box.left, box.top, box.right - box.left, box.bottom - box.top)
    : own && frameOf({ frame: 'layer' }, own, s.resolved)
  if (!frame) return false
  const { page, plane, order, behaviour } = layer
  const whole = box && {
    ...groupLayer({ id: newId(), page, plane, order }, layerName(layer)),
    behaviour,
  }
  const wearer = whole ?? layer
  const mask = make({ wearer, frame })
  bench.edit(name, (d) => {
    if (whole) group(d, ids, whole)
    putMask(d, wearer.id, mask)
  })
  if (whole) {
    bench.select([whole.id])
    const others = riders.map((l) => `“${layerName(l)}”`).join(' and ')
    bench.notify(
      `It is masked together with ${others}, as a group. A double click goes in, to mask one by itself.`,
    )
  }
  bench.set({ mask: mask.id })
  return true
}

/** Adds a mask to the selected layer and takes it in the hand. */
export function addMask(bench: Bench, choice: MaskChoice): void {
  const s = bench.store.getState()
  const layer = maskedLayer(s)
  if (!layer) return
  // What is masked along with it would go by itself.
  const along = oneWith(s, layer)
  const beneath = maskSources(s, layer).find(
    (l) => !along.some((own) => maskDependsOn(s.design, l.id, own.id)),
  )
  if (choice === 'layer' && !beneath)
    return bench.notify('There is no other layer on this page that it could go by.')
  const id = newId()
  const make = ({ wearer, frame }: Wearing): Mask => {
    const start = { id, order: orderAfter(wearer) }
    if (choice === 'linear' || choice === 'radial') return newMask.gradient(start, choice)
    if (choice === 'colour' || choice === 'lightness') return newMask.picked(start, choice)
    if (choice === 'layer') return newMask.layer(start, beneath?.id ?? '')
    if (choice !== 'painted') return newMask.shape(start, choice)
    const { width, height } = paintedSize(wearer, frame)
    return newMask.painted(start, width, height)
  }
  if (!putOn(bench, 'Add a mask', layer, make)) return
  if (choice === 'colour') samplePicked(bench, id)
  if (choice === 'painted') bench.set({ tool: 'brush' })
}
/** Takes the next colour that is sampled on the stage for what a mask picks; the mask is off until then. */
export function samplePicked(bench: Bench, id: string): void {
  const layer = maskedLayer(bench.store.getState())?.id
  if (!layer) return
  setThings(bench, '', [[onMask(layer, id), { on: false }]], 'shown', true)
  bench.set({
    tool: 'sample',
    sampleFor: (colour) =>
      setThings(bench, 'Pick a colour to hide', [[onMask(layer, id), { colour: colour.slice(0, 7) }]]),
  })
}
export function dropMask(bench: Bench, mask: string): void {
  const layer = maskedLayer(bench.store.getState())
  if (!layer) return
  bench.edit('Remove a mask', (d) => removeMask(d, layer.id, mask))
  if (bench.store.getState().mask === mask) bench.set({ mask: null })
}
/** A change to one mask, as a step of its own or shown while a slider is dragged. */
export function changeMask(
  bench: Bench,
  name: string,
  mask: string,
  change: Partial<Pick<Mask, 'name' | 'on' | 'strength' | 'softness' | 'swap' | 'frame'>>,
  only: 'shown' | 'kept' = 'kept',
): void {
  const layer = maskedLayer(bench.store.getState())
  if (!layer) return
  setThings(bench, name, [[onMask(layer.id, mask), change]], only)
}
/** What is peculiar to a kind of mask, written on it. */
export function reshapeMask<K extends Mask['kind']>(
  bench: Bench,
  name: string,
  mask: MaskOf<K>,
  change: Partial<MaskOf<K>>,
  only: 'shown' | 'kept' = 'kept',
): void {
  const layer = maskedLayer(bench.store.getState())
  if (!layer) return
  setThings(bench, name, [[onMask(layer.id, mask.id), change]], only, true)
}

/** The layer whose masks were copied last. */
let copied: string | null = null
export const canPasteMasks = (s: Pick<BenchState, 'design' | 'selection'>): boolean =>
  copied !== null &&
  Object.keys(s.design.layers[copied]?.masks ?? {}).length > 0 &&
  s.selection.some((id) => id !== copied)
export function takeMasks(bench: Bench): void {
  copied = maskedLayer(bench.store.getState())?.id ?? null
  if (copied) bench.notify('Its masks are copied; paste them on other layers.')
}
export function pasteMasks(bench: Bench): void {
  const { selection } = bench.store.getState()
  if (copied) bench.edit('Paste masks', (d) => copyMasks(d, copied ?? '', selection, newId))
}
