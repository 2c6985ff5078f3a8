import { newId } from '@/core/basics/ids'
import { keysBetween } from '@/core/basics/order'
import { addLayers, group } from '@/core/design/commands'
import { siblingsOf } from '@/core/design/tree'
import { around, heightOf, scaled, widthOf } from '@/core/geometry/bounds'
import { type Point, scaling } from '@/core/geometry/matrix'
import { hasParts, isShape, layerName } from '@/core/kinds/facts'
import type { Layer } from '@/core/kinds/list'
import { boxAt, groupLayer, slotLayer } from '@/core/kinds/new'
import { mapPath } from '@/core/vector/path'
import { pathData } from '@/core/vector/points'
import { shapePath } from '@/core/vector/shapes'
import { readSvg } from '@/core/vector/svg'
import type { Bench } from '../state/bench'
import { serverLoader } from '../worker/loader'
import { stageScale } from './handled'
import { toMaster } from './placing'

/** Shapes and vector graphics become slots of the same outline; what cannot is left. */
export async function makeSlots(bench: Bench): Promise<void> {
  const { design, selection } = bench.store.getState()
  const outlines = new Map<string, string>()
  for (const id of selection) {
    const layer = design.layers[id]
    if (!hasParts(layer)) continue
    const text = await serverLoader.graphic(layer.source)
    if (!text) continue
    const art = readSvg(text)
    const d = pathData(
      art.pieces
        .filter((p) => !p.stroke)
        .flatMap((p) => mapPath(p.path, scaling(1 / art.width, 1 / art.height))),
    )
    if (d.length > 0 && d.length < 60_000) outlines.set(id, d)
  }
  const left = selection.filter((id) => hasParts(design.layers[id]) && !outlines.has(id))
  if (left.length > 0)
    bench.notify(
      'A graphic of nothing but lines, or of very many pieces, has no inside to hold a picture. It was left as it is.',
    )
  bench.edit('Make a slot', (d) => {
    for (const id of selection) {
      const layer = d.layers[id]
      const outline = outlines.get(id)
      if (hasParts(layer) && outline) {
        const { kind: _k, source: _s, parts: _p, ...common } = layer
        d.layers[id] = {
          ...slotLayer(common, layer.name, 'rectangle', layer.placement),
          ...common,
          form: 'path',
          d: outline,
        }
      } else if (isShape(layer) && slotFormOf(layer)) {
        const { kind: _k, form, inner: _i, d: own, ...common } = layer
        const path =
          form === 'star'
            ? pathData(
                mapPath(shapePath(layer), scaling(1 / layer.placement.width, 1 / layer.placement.height)),
              )
            : own
        d.layers[id] = {
          ...common,
          kind: 'slot',
          form: form === 'star' || form === 'line' ? 'path' : form,
          ...(path ? { d: path } : {}),
          picture: null,
          zoom: 1,
          pan: { x: 0, y: 0 },
        }
      }
    }
  })
}
/** Whether a layer has an outline that can hold a picture. */
export const slotFormOf = (l: Layer | undefined): boolean => hasParts(l) || (isShape(l) && l.form !== 'line')

/**
 * Puts a slot into the largest see-through opening of a frame, beneath it, or into `each` opening one: they are one thing with it, a
 * group, until it is taken apart. The panes of a window are one opening, as one thing is seen through all of them.
 */
export async function slotInOpening(bench: Bench, id: string, each = false): Promise<void> {
  const k = stageScale(bench.store.getState())
  const views = (await bench.client.ask<Point[][][] | null>({ ask: 'openings', id })) ?? []
  const s = bench.store.getState()
  const frame = s.design.layers[id]
  const wanted = each ? views.flat().map((o) => [o]) : views.slice(0, 1)
  if (!frame || wanted.length === 0)
    return bench.notify('This has no see-through opening that a picture could show through.')
  const below = siblingsOf(s.design, frame)
  const under = below[below.findIndex((l) => l.id === id) - 1]?.order ?? null
  const orders = keysBetween(under, frame.order, wanted.length)
  const { page, plane, parent, inside } = frame
  const slots = wanted.map((outlines, n) => {
    const box = scaled(around(outlines.flat()), 1 / k)
    const within = ({ x, y }: Point) =>
      `${((x / k - box.left) / widthOf(box)).toFixed(5)} ${((y / k - box.top) / heightOf(box)).toFixed(5)}`
    const where = { id: newId(), page, plane, parent, inside, order: orders[n] as string }
    const name = `Opening${each && wanted.length > 1 ? ` ${n + 1}` : ''} of ${layerName(frame)}`
    const at = toMaster(s, boxAt(box.left, box.top, widthOf(box), heightOf(box)))
    const d = outlines.map((points) => `M${points.map(within).join('L')}Z`).join('')
    return { ...slotLayer(where, name, 'rectangle', at), form: 'path' as const, d }
  })
  const ids = slots.map((slot) => slot.id)
  const whole = { id: newId(), page, plane, order: 'a0' }
  bench.edit(each ? 'Slots in the openings' : 'Slot in the opening', (draft) => {
    addLayers(draft, slots)
    group(draft, [...ids, id], groupLayer({ ...whole }, layerName(frame)))
  })
  bench.set({ inside: whole.id })
  bench.select(ids)
}
