import { newId } from '@/core/basics/ids'
import { byOrder, keyBetween } from '@/core/basics/order'
import { addLayers } from '@/core/design/commands'
import { followMaster, ofLayers } from '@/core/design/properties/set'
import type { Design } from '@/core/design/schema'
import { type Bounds, heightOf, widthOf } from '@/core/geometry/bounds'
import { placedBounds } from '@/core/geometry/placement'
import type { Placement } from '@/core/geometry/placement-schema'
import { hasMembers, isPhoto, isShape, isWorded, takesPicture } from '@/core/kinds/facts'
import type { Layer } from '@/core/kinds/list'
import { boxAt } from '@/core/kinds/new'
import { isFilled, refitted } from '@/core/kinds/slot/framing'
import type { Bench, BenchState } from '../state/bench'
import type { SourceInfo } from '../worker/protocol'
import { layerOfSource, type Placing } from './landing'

/** The master's page with its bleed, px. */
function fullPage(s: Pick<BenchState, 'design'>): Bounds {
  const c = s.design.channels[s.design.master]
  const bleed = c?.bleed ?? 0
  return {
    left: -bleed,
    top: -bleed,
    right: (c?.width ?? 1) + bleed,
    bottom: (c?.height ?? 1) + bleed,
  }
}
/** A box of a ratio that covers the master's page and bleed, its focal point as near the middle as covering allows. */
export function coverBox(
  bench: Bench,
  info: Pick<SourceInfo, 'width' | 'height'>,
  focal?: { x: number; y: number } | null,
): Placement {
  const page = fullPage(bench.store.getState())
  const k = Math.max(widthOf(page) / info.width, heightOf(page) / info.height)
  const [w, h] = [info.width * k, info.height * k]
  const f = focal ?? { x: 0.5, y: 0.5 }
  const within = (at: number, size: number, low: number, high: number) =>
    Math.min(low, Math.max(high - size, at))
  const middle = { x: (page.left + page.right) / 2, y: (page.top + page.bottom) / 2 }
  return boxAt(
    within(middle.x - w * f.x, w, page.left, page.right),
    within(middle.y - h * f.y, h, page.top, page.bottom),
    w,
    h,
  )
}
/** The picture that lies at the very back of a page, which another takes the place of. */
const lastBackdrop = (d: Design, page: string): Layer | undefined =>
  Object.values(d.layers)
    .filter((l) => l.page === page && l.plane === 'backdrop' && l.parent === null && !l.inside)
    .sort(byOrder)
    .find((l) => isPhoto(l) || (takesPicture(l) && isFilled(l)))

/** What a thing that takes another's place has of it: how strong it shows, how it blends, its treatments, its lock. */
const KEPT = ['opacity', 'body', 'blend', 'treatments', 'treated', 'recipe', 'locked', 'order'] as const
const OF_TREATMENTS: readonly string[] = ['treatments', 'treated', 'recipe']
/** Lays a thing at the very back. What lay there as a picture gives way, so that trying several leaves no pile. */
function layAtBack(d: Design, id: string, from: Layer | undefined): void {
  const layer = d.layers[id]
  if (!layer) return
  const first = Object.values(d.layers)
    .filter((l) => l.page === layer.page && l.plane === 'backdrop' && l.parent === null && l.id !== id)
    .sort(byOrder)[0]
  Object.assign(layer, { plane: 'backdrop', parent: null, inside: null, tie: null, register: null })
  if (from && from.id !== id) {
    const treated = layer.recipe !== null || Object.keys(layer.treatments).length > 0
    for (const key of KEPT)
      if (!treated || !OF_TREATMENTS.includes(key))
        Object.assign(layer, { [key]: structuredClone(from[key]) })
    delete d.layers[from.id]
    followMaster(d, { targets: ofLayers([from.id]) })
  } else if (!from) layer.order = keyBetween(null, first?.order ?? null)
  // It covers on every channel, whatever was moved there.
  followMaster(d, { targets: ofLayers([id]), property: (p) => p === 'place' })
}

/** Fills the page with a supply or an own file at the very back, the overflow cropped by the page. */
export function makeBackdrop(bench: Bench, p: Placing): void {
  bench.addSource(p.info)
  const s = bench.store.getState()
  const where = { id: newId(), page: s.page, plane: 'backdrop' as const, parent: null, order: 'a0' }
  const box = coverBox(bench, p.info, p.focal)
  const made = layerOfSource(where, p, box)
  const from = lastBackdrop(s.design, s.page)
  bench.edit('Fill the page', (d) => {
    addLayers(d, [made])
    layAtBack(d, made.id, from)
  })
  bench.select([made.id])
}
/** The box that a thing of the design takes to cover the page; null for what cannot: words are no ground. */
function coverOf(bench: Bench, layer: Layer): Placement | null {
  if (hasMembers(layer) || isWorded(layer)) return null
  const page = fullPage(bench.store.getState())
  // Areas and slots take the page's form, what has a form of its own is cropped by it.
  if ((isShape(layer) && layer.form === 'rectangle') || takesPicture(layer))
    return boxAt(page.left, page.top, widthOf(page), heightOf(page))
  const { placement } = layer
  const focal = isPhoto(layer) ? layer.focal : null
  const upright = placedBounds(placement)
  const turned = placement.rotation % 180 !== 0
  const size = turned
    ? { width: widthOf(upright), height: heightOf(upright) }
    : { width: placement.width, height: placement.height }
  const box = coverBox(bench, size, focal)
  const k = box.width / size.width
  return { ...placement, x: box.x, y: box.y, width: placement.width * k, height: placement.height * k }
}
/** Makes what is selected the ground of its page: into Backdrop, over all of the page and its bleed, on every channel. */
export function fillPage(bench: Bench): void {
  const { design, selection } = bench.store.getState()
  const [id] = selection
  const layer = design.layers[id ?? '']
  const box = layer && coverOf(bench, layer)
  if (!layer || !box) return bench.notify('Words and groups cannot be a backdrop. Nothing was changed.')
  const from = lastBackdrop(design, layer.page)
  bench.edit('Fill the page', (d) => {
    const own = d.layers[layer.id]
    if (!own) return
    own.placement = box
    if (takesPicture(own) && takesPicture(layer) && isFilled(layer))
      own.pan = refitted(layer, { ...layer, placement: box })
    layAtBack(d, layer.id, isPhoto(layer) || takesPicture(layer) ? from : undefined)
  })
  bench.select([layer.id])
}
