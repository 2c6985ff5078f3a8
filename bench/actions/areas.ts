import { newId } from '@/core/basics/ids'
import { toHex } from '@/core/colour/colour'
import type { Paint } from '@/core/colour/paint'
import { addLayers, duplicateLayers } from '@/core/design/commands'
import { orderAfter, putMask } from '@/core/design/mask-commands'
import { setOnLayer } from '@/core/design/properties/set'
import { orderAbove, orderBeneath } from '@/core/design/spots'
import { tie } from '@/core/design/ties'
import { writeColourPng } from '@/core/formats/grey-png'
import type { Bounds } from '@/core/geometry/bounds'
import { apply, inverse } from '@/core/geometry/matrix'
import { placedBounds } from '@/core/geometry/placement'
import type { Placement } from '@/core/geometry/placement-schema'
import { isMergedCopy, isShape, layerName } from '@/core/kinds/facts'
import type { Layer } from '@/core/kinds/list'
import { boxAt, mergedLayer, pictureLayer, shapeLayer } from '@/core/kinds/new'
import { newMask } from '@/core/masks/mask'
import { frameMatrix } from '@/core/masks/mask-frame'
import { frameOf } from '@/core/render/masked'
import type { Part } from '@/core/treatments/definition'
import { treatmentKinds } from '@/core/treatments/list'
import type { AreaUse, Bench, BenchState } from '../state/bench'
import type { LayerPixels } from '../worker/questions'
import { resolvedOf, stageScale } from './handled'
import { spotFor, toMaster } from './placing'
import { upload } from './uploads'

/** The longest side of what is turned into pixels, px, and how many of them a px of the page becomes. */
const MOST_SIDE = 8000
const MOST_SCALE = 2

/** What the next box drawn on the stage is for. */

export async function takeArea(bench: Bench, use: AreaUse, box: Placement): Promise<void> {
  if (use === 'export') bench.set({ excerptBox: placedBounds(box), dialog: 'excerpt' })
  else if (use === 'copy') copyArea(bench, box)
  else if (use === 'merged') addMerged(bench, box)
  else await addPatch(bench, box)
}

/** Copies of what is selected, each showing only what lies in a box; the originals stay as they are. */
function copyArea(bench: Bench, box: Placement): void {
  const s = bench.store.getState()
  const ids = s.selection.filter((id) => s.design.layers[id])
  const made: string[] = []
  bench.edit('Copy an area', (d) => {
    for (const [old, id] of duplicateLayers(d, ids, newId, { x: 0, y: 0 })) {
      const layer = d.layers[id]
      const own = resolvedOf(s, old)
      const frame = own && frameOf({ frame: 'layer' }, own, s.resolved)
      const back = frame && inverse(frameMatrix(frame))
      if (!layer || !frame || !back) continue
      const at = apply(back, { x: box.x, y: box.y })
      const mask = newMask.shape({ id: newId(), order: orderAfter(layer) }, 'rectangle')
      putMask(d, id, {
        ...mask,
        ...at,
        width: box.width / frame.width,
        height: box.height / frame.height,
        turnDegrees: -frame.rotation,
      })
      layer.name = `${layerName(layer)}, part`
      made.push(id)
    }
  })
  bench.select(made)
}

/** A live picture of what lies beneath, above the selection or in front of everything. */
function addMerged(bench: Bench, box: Placement): void {
  const s = bench.store.getState()
  const below = s.design.layers[s.selection.at(-1) ?? '']
  const spot = below
    ? { page: below.page, plane: below.plane, parent: below.parent }
    : { page: s.page, plane: 'front' as const, parent: null }
  const layer = mergedLayer(
    { id: newId(), ...spot, order: orderAbove(s.design, spot, below?.id ?? null) },
    'Merged copy',
    toMaster(s, box),
  )
  bench.edit('Merged copy', (d) => addLayers(d, [layer]))
  bench.select([layer.id])
}

/** A live picture of the whole page, in front of everything. */
export function mergeWholePage(bench: Bench): void {
  const s = bench.store.getState()
  const { width, height, bleed } = s.resolved
  const spot = { page: s.page, plane: 'finish' as const, parent: null }
  const box = toMaster(s, boxAt(-bleed, -bleed, width + 2 * bleed, height + 2 * bleed))
  const layer = mergedLayer(
    { id: newId(), ...spot, order: orderAbove(s.design, spot, null) },
    'Merged page',
    box,
  )
  bench.edit('Merged copy of the page', (d) =>
    addLayers(d, [{ ...layer, behaviour: { ...layer.behaviour, kind: 'cover' } }]),
  )
  bench.select([layer.id])
}

/** The mean colour along a line of the stage, px of the page. */
async function alongside(
  bench: Bench,
  from: { x: number; y: number },
  to: { x: number; y: number },
): Promise<[number, number, number]> {
  const k = stageScale(bench.store.getState())
  const sum: [number, number, number] = [0, 0, 0]
  const count = 7
  for (let n = 0; n < count; n++) {
    const t = (n + 0.5) / count
    const [x, y] = [(from.x + (to.x - from.x) * t) * k, (from.y + (to.y - from.y) * t) * k]
    const rgba = (await bench.client.ask<number[] | null>({ ask: 'sample', x, y, radius: 1 })) ?? [
      128, 128, 128,
    ]
    for (let c = 0; c < 3; c++) sum[c] = (sum[c] as number) + (rgba[c] as number) / count
  }
  return sum
}
/** A fill that goes from what lies on one side of a box to what lies on the other, along the side that differs more. */
async function fromSurroundings(bench: Bench, b: Bounds): Promise<Paint> {
  const { resolved } = bench.store.getState()
  const off = Math.max(2, Math.min(b.right - b.left, b.bottom - b.top) * 0.06)
  const page = { left: 1, top: 1, right: resolved.width - 1, bottom: resolved.height - 1 }
  const within = (x: number, y: number) => ({
    x: Math.min(page.right, Math.max(page.left, x)),
    y: Math.min(page.bottom, Math.max(page.top, y)),
  })
  const [left, right, top, bottom] = [
    await alongside(bench, within(b.left - off, b.top), within(b.left - off, b.bottom)),
    await alongside(bench, within(b.right + off, b.top), within(b.right + off, b.bottom)),
    await alongside(bench, within(b.left, b.top - off), within(b.right, b.top - off)),
    await alongside(bench, within(b.left, b.bottom + off), within(b.right, b.bottom + off)),
  ]
  const apart = (a: number[], c: number[]) => a.reduce((sum, v, n) => sum + Math.abs(v - (c[n] as number)), 0)
  const across = apart(left, right) >= apart(top, bottom)
  const hex = ([r, g, bl]: [number, number, number]) => toHex({ r: r / 255, g: g / 255, b: bl / 255, a: 1 })
  const [from, to] = across ? [left, right] : [top, bottom]
  return {
    kind: 'linear',
    angleDegrees: across ? 0 : 90,
    stops: { a: { offset: 0, colour: hex(from) }, b: { offset: 1, colour: hex(to) } },
  }
}

/** A shape coloured from its surroundings, its edge soft, that covers what it lies on. */
async function addPatch(bench: Bench, box: Placement): Promise<void> {
  const fill = await fromSurroundings(bench, placedBounds(box))
  const s = bench.store.getState()
  const top = s.design.layers[s.selection.at(-1) ?? '']
  const spot = top
    ? { page: top.page, plane: top.plane, parent: top.parent, order: orderAbove(s.design, top, top.id) }
    : spotFor(s, 'shape')
  const layer = shapeLayer({ id: newId(), ...spot }, 'Hide patch', 'rectangle', toMaster(s, box), fill)
  const mask = {
    ...newMask.shape({ id: newId(), order: 'a0' }, 'rectangle'),
    width: 0.94,
    height: 0.94,
    softness: 0.06,
  }
  bench.edit('Hide patch', (d) =>
    addLayers(d, [
      {
        ...layer,
        behaviour: { ...layer.behaviour, kind: 'ride', host: top?.id ?? null },
        masks: { [mask.id]: mask },
      },
    ]),
  )
  bench.select([layer.id])
}
/** Colours hide patches anew, as their surroundings are now. */
export async function matchPatches(bench: Bench): Promise<void> {
  const s = bench.store.getState()
  for (const id of s.selection) {
    const own = resolvedOf(s, id)?.layer
    if (!isShape(own)) continue
    const fill = await fromSurroundings(bench, placedBounds(own.placement))
    bench.edit('Match the surroundings', (d) => setOnLayer(d, s.channel, id, 'fill', fill))
  }
}

/** Steps of a softness's standard deviation that its picture has: between them it is as straight as 8 bits can tell. */
const STEPS = 6
/** px of a picture per px of the page that what lies around a thing needs: soft edges few, sharp ones all. */
function scaleFor(parts: readonly Part[]): number {
  const sharp = parts.some((p) => p.inverse || p.within || p.form === 'leak')
  const softness = Math.min(...parts.map((p) => p.sigma ?? 0))
  return sharp || softness <= 0 ? MOST_SCALE : Math.min(MOST_SCALE, STEPS / softness)
}

/** Makes what a treatment lays under or over a thing a picture of its own, which goes where the thing goes. */
export async function setFree(bench: Bench, id: string, treatment: string): Promise<void> {
  const s = bench.store.getState()
  const layer = s.design.layers[id]
  const own = layer?.treatments[treatment]
  const definition = own && treatmentKinds.get(own.kind)
  if (!layer || !own || !definition || !('around' in definition)) return
  const parts = definition.around(own as never, {
    scale: 1,
    width: layer.placement.width,
    height: layer.placement.height,
    colour: (c) => c,
    lut: () => null,
  })
  const made = await bench.client.ask<LayerPixels | null>({
    ask: 'layer',
    layer: id,
    only: treatment,
    scale: scaleFor(parts),
    most: MOST_SIDE,
  })
  const [part] = parts
  if (!made || !part) return bench.notify('There is nothing of this to be seen here, so it was not set free.')
  const info = await upload(
    bench,
    new File([writeColourPng(made.data, made.width, made.height)], 'pixels.png', { type: 'image/png' }),
  )
  if (!info || !bench.store.getState().design.layers[id]) return
  bench.addSource(info)
  const spot = { page: layer.page, plane: layer.plane, parent: layer.parent, inside: layer.inside }
  const order = part.place === 'over' ? orderAbove(s.design, layer, id) : orderBeneath(s.design, layer, id)
  const { left, top, width, height, scale } = made
  const placement = toMaster(s, boxAt(left / scale, top / scale, width / scale, height / scale))
  const name = `${definition.label} of ${layerName(layer)}`
  const picture = pictureLayer(
    { id: newId(), ...spot, order },
    name,
    { sha: info.sha, width: info.width, height: info.height },
    placement,
  )
  bench.edit(`Set free: ${definition.label.toLowerCase()}`, (d) => {
    addLayers(d, [
      {
        ...picture,
        blend: part.blend ?? 'normal',
        behaviour: { ...picture.behaviour, kind: 'ride', host: id },
      },
    ])
    delete d.layers[id]?.treatments[treatment]
    // The two are one thing: moved, turned, sized and duplicated together until they are untied.
    tie(d, [id, picture.id], newId())
  })
  bench.select([picture.id])
}

/** What can be turned into pixels: one thing that is seen. */
export const canPixel = (s: Pick<BenchState, 'design' | 'selection'>): boolean =>
  s.selection.length === 1 && Boolean(s.design.layers[s.selection[0] ?? '']?.shown)

/** A picture of what the selected layer shows, directly above it; the layer stays, hidden. A merged copy is frozen by it. */
export async function toPixels(bench: Bench): Promise<void> {
  const s = bench.store.getState()
  const [id = ''] = s.selection
  const made = await bench.client.ask<LayerPixels | null>({
    ask: 'layer',
    layer: id,
    scale: MOST_SCALE,
    most: MOST_SIDE,
  })
  if (!made) return bench.notify('There is nothing of this to be seen here, so no pixels were made of it.')
  const png = writeColourPng(made.data, made.width, made.height)
  const info = await upload(bench, new File([png], 'pixels.png', { type: 'image/png' }))
  const layer = bench.store.getState().design.layers[id]
  if (!info || !layer) return
  bench.addSource(info)
  const frozen = isMergedCopy(layer)
  const where = {
    id: newId(),
    page: layer.page,
    plane: layer.plane,
    parent: layer.parent,
    inside: layer.inside,
    order: orderAbove(s.design, layer, id),
  }
  const { left, top, width, height, scale } = made
  const placement = toMaster(s, boxAt(left / scale, top / scale, width / scale, height / scale))
  const picture: Layer = {
    ...pictureLayer(
      where,
      `${layerName(layer)}, ${frozen ? 'frozen' : 'pixels'}`,
      { sha: info.sha, width: info.width, height: info.height },
      placement,
    ),
    blend: layer.blend,
    opacity: layer.opacity,
  }
  bench.edit(frozen ? 'Freeze the merged copy' : 'Turn into pixels', (d) => {
    addLayers(d, [picture])
    const kept = d.layers[id]
    if (kept) kept.shown = false
  })
  bench.select([picture.id])
}
