import { newId } from '@/core/basics/ids'
import { inOrder, keysBetween } from '@/core/basics/order'
import { luminance } from '@/core/colour/colour'
import { addLayers, addNumbered } from '@/core/design/commands'
import { dropStray } from '@/core/design/properties/set'
import type { Design } from '@/core/design/schema'
import { orderAbove } from '@/core/design/spots'
import { siblingsOf } from '@/core/design/tree'
import { type Bounds, heightOf, widthOf } from '@/core/geometry/bounds'
import type { Point } from '@/core/geometry/matrix'
import { placedBounds } from '@/core/geometry/placement'
import type { Placement } from '@/core/geometry/placement-schema'
import { isWorded, takesPicture } from '@/core/kinds/facts'
import type { Layer, LayerKind } from '@/core/kinds/list'
import { kinds } from '@/core/kinds/list'
import { boxAt, plainStyle, shapeLayer, slotLayer, typeLayer } from '@/core/kinds/new'
import { PLANES, type Plane } from '@/core/kinds/planes'
import { seenMiddle } from '../stage/view'
import type { Bench, BenchState, ShapeForm, SlotForm } from '../state/bench'
import { coverBox } from './backdrop'
import { fitType, stageScale } from './handled'
import { freePlace, layerOfSource, type Placing, type Spot, seenSpot, sideBySide } from './landing'
import { placeStretches } from './stretches'
import { isZip, takeIn } from './taking-in'
import { upload } from './uploads'

/**
 * Where a new thing goes: directly above the selection in its plane and group, else in the plane that fits its kind. What is
 * selected further back than that is only followed into its group or holder.
 */
export function spotFor(s: BenchState, kind: LayerKind, plane?: Plane): Spot {
  const selected = plane ? undefined : s.design.layers[s.selection.at(-1) ?? '']
  const own = kinds[kind].plane
  const behind =
    selected !== undefined &&
    (selected.plane === 'backdrop' ||
      (!selected.parent && !selected.inside && PLANES.indexOf(selected.plane) < PLANES.indexOf(own)))
  const anchor = behind ? undefined : selected
  const spot = anchor
    ? { page: s.page, plane: anchor.plane, parent: anchor.parent, inside: anchor.inside ?? null }
    : { page: s.page, plane: plane ?? own, parent: null, inside: null }
  return {
    ...spot,
    order: orderAbove(
      s.design,
      spot,
      anchor && spot.parent === anchor.parent && spot.plane === anchor.plane ? anchor.id : null,
    ),
  }
}

/** The same for several that come at once, one directly in front of the other, back first. */
export function spotsFor(s: BenchState, kind: LayerKind, count: number): Spot[] {
  const spot = spotFor(s, kind)
  const next = siblingsOf(s.design, spot).find((l) => l.order > spot.order)
  const more = keysBetween(spot.order, next?.order ?? null, count - 1)
  return [spot, ...more.map((order) => ({ ...spot, order }))]
}

/** The channel's own px to px of the master, where new things are put. */
export function toMaster(s: BenchState, box: Placement): Placement {
  const [from, to] = [s.resolved, s.design.channels[s.design.master]]
  // What was composed elsewhere has no place on the master.
  if (!to || s.channel === s.design.master || from.channel.elsewhere) return box
  const k = Math.min(to.width / from.width, to.height / from.height)
  return {
    ...box,
    x: (box.x / from.width) * to.width,
    y: (box.y / from.height) * to.height,
    width: box.width * k,
    height: box.height * k,
  }
}

function putNew(bench: Bench, name: string, layer: Layer): void {
  bench.edit(name, (d) => addNumbered(d, [layer]))
  bench.select([layer.id])
}

/** A box of a ratio that fits a share of the page, centred at a point. */
function fitting(s: BenchState, width: number, height: number, share: number, at?: Point): Placement {
  const page = s.resolved
  const k = Math.min((page.width * share) / width, (page.height * share) / height)
  const centre = at ?? seenMiddle(s)
  return boxAt(centre.x - (width * k) / 2, centre.y - (height * k) / 2, width * k, height * k)
}

/** A supply or file as a new layer in a box of the page (px of the channel shown), seen where it lands. */
export function layerFor(bench: Bench, s: BenchState, p: Placing, box: Bounds): Layer {
  const graphic = p.info.kind === 'graphic'
  const covers = p.kind === 'texture' && !graphic
  let plane: Plane | undefined
  if (covers) plane = 'finish'
  else if (p.kind === 'overlay' && s.selection.length === 0) plane = 'front'
  const kind = graphic ? 'graphic' : 'picture'
  const spot = plane ? spotFor(s, kind, plane) : spotFor(s, kind)
  const where = { id: newId(), ...(covers || p.blend ? spot : seenSpot(s, spot, box)) }
  const placed = boxAt(box.left, box.top, widthOf(box), heightOf(box))
  const place = covers ? coverBox(bench, p.info, p.focal) : toMaster(s, placed)
  const made = layerOfSource(where, p, place)
  if (graphic) return made
  return {
    ...made,
    ...(p.blend ? { blend: p.blend as Layer['blend'] } : {}),
    ...(covers ? { opacity: 0.5 } : {}),
  }
}
/** How much of the page a new thing takes, by what it is. */
function shareOf(p: Placing): number {
  if (p.info.kind === 'graphic') return 0.4
  if (p.kind === 'photo') return 0.72
  return p.kind === 'overlay' ? 0.9 : 0.46
}
/** Places a supply or file: in front of what is seen there, beside the like of it. */
export function placeSource(bench: Bench, p: Placing, at?: Point): void {
  bench.addSource(p.info)
  const s = bench.store.getState()
  const wanted = placedBounds(fitting(s, p.info.width, p.info.height, shareOf(p), at))
  const box = at || p.kind === 'overlay' || p.kind === 'texture' ? wanted : freePlace(s, wanted)
  putNew(bench, `Place ${p.info.kind}`, layerFor(bench, s, p, box))
}
/** Places several at once side by side, in one step. */
export function placeSeveral(bench: Bench, all: readonly Placing[], at?: Point): void {
  const [only] = all
  if (all.length === 1 && only) return placeSource(bench, only, at)
  for (const p of all) bench.addSource(p.info)
  const s = bench.store.getState()
  const boxes = sideBySide(
    s.resolved,
    all.map((p) => p.info.width / p.info.height),
    at ?? seenMiddle(s),
  )
  const made = all.map((p, n) => layerFor(bench, s, p, boxes[n] as Bounds))
  bench.edit(`Place ${all.length} things`, (d) => {
    for (const layer of made) {
      // Each over the one before.
      const { page, plane, parent } = layer
      addNumbered(d, [{ ...layer, order: orderAbove(d, { page, plane, parent }, null) }])
    }
  })
  bench.select(made.map((l) => l.id))
}

/** Lays a texture over everything in front, on every page of the design in one step: in its fitting mode, with a dial. */
export function textureOverAll(bench: Bench, p: Placing): void {
  bench.addSource(p.info)
  const s = bench.store.getState()
  const box = coverBox(bench, p.info, p.focal)
  const made = inOrder(s.design.pages).map((page) => {
    const where = {
      id: newId(),
      page: page.id,
      plane: 'finish' as const,
      parent: null,
      order: orderAbove(s.design, { page: page.id, plane: 'finish', parent: null }, null),
    }
    const layer = layerOfSource(where, { ...p, focal: null }, box)
    return { ...layer, blend: (p.blend ?? 'multiply') as Layer['blend'], opacity: 0.5 }
  })
  bench.edit('Texture over everything', (d) => addLayers(d, made))
  bench.select(made.filter((l) => l.page === s.page).map((l) => l.id))
}

/** Puts a supply in the place of a layer: same depth, same middle, fitted into the same box. */
export function tryInPlace(bench: Bench, p: Placing, id: string): void {
  const old = bench.store.getState().design.layers[id]
  if (!old) return placeSource(bench, p)
  bench.addSource(p.info)
  const { placement: was } = old
  const k = Math.min(was.width / p.info.width, was.height / p.info.height)
  const placement = { ...was, width: p.info.width * k, height: p.info.height * k }
  const where = {
    id: newId(),
    page: old.page,
    plane: old.plane,
    parent: old.parent,
    inside: old.inside,
    order: old.order,
  }
  const made = layerOfSource(where, p, placement)
  bench.edit('Try another', (d) => {
    delete d.layers[id]
    dropStray(d)
    addLayers(d, [
      { ...made, opacity: old.opacity, blend: p.blend ? (p.blend as Layer['blend']) : old.blend },
    ])
  })
  bench.select([where.id])
}

export function addShape(bench: Bench, form: ShapeForm, box: Placement): void {
  const s = bench.store.getState()
  const layer = shapeLayer(
    { id: newId(), ...seenSpot(s, spotFor(s, 'shape'), placedBounds(box)) },
    form[0]?.toUpperCase() + form.slice(1),
    form,
    toMaster(s, box),
    {
      kind: 'solid',
      colour: usedColour(s),
    },
  )
  putNew(bench, `Draw ${form}`, layer)
}
export function addSlot(bench: Bench, form: SlotForm, box: Placement): void {
  const s = bench.store.getState()
  const count = Object.values(s.design.layers).filter((l) => takesPicture(l)).length
  putNew(
    bench,
    `Draw slot`,
    slotLayer(
      { id: newId(), ...seenSpot(s, spotFor(s, 'slot'), placedBounds(box)) },
      `Slot ${count + 1}`,
      form,
      toMaster(s, box),
    ),
  )
}
export const usedColour = (s: BenchState): string => {
  const swatch = Object.values(s.design.swatches)[0]
  return swatch ? `swatch:${swatch.id}` : '#c65a36'
}

/** Ink that is read on what is seen at a point of the page. */
export async function inkAt(bench: Bench, at: Point): Promise<string> {
  const s = bench.store.getState()
  const under = await bench.client.ask<[number, number, number, number] | null>({
    ask: 'sample',
    x: at.x * stageScale(s),
    y: at.y * stageScale(s),
    radius: 3,
  })
  const dark = under
    ? luminance({ r: under[0] / 255, g: under[1] / 255, b: under[2] / 255 }) < DARK_GROUND && under[3] > 40
    : false
  return dark ? '#ffffff' : PLAIN_INK
}
const PLAIN_INK = '#1c1c1c'
/** On ground of less luminance white is read better. */
const DARK_GROUND = 0.32

/** Words that were given no width are at most so wide, of the page. */
const WIDEST = 0.92
/**
 * A text box, ready to type at once: keys never wait for the stage, however busy it is. The colour that shows on what
 * lies beneath comes while letters are typed and belongs to them; after them it is a step of its own.
 */
export async function addType(bench: Bench, at: Point, width?: number): Promise<void> {
  const found = inkAt(bench, at)
  const s = bench.store.getState()
  const size = Math.max(
    s.resolved.channel.smallestType,
    Math.round(Math.min(s.resolved.width, s.resolved.height) * 0.075),
  )
  const w = width ?? s.resolved.width * WIDEST
  const master = s.design.channels[s.design.master]
  const k = master ? Math.min(master.width / s.resolved.width, master.height / s.resolved.height) : 1
  const style = { ...plainStyle, size: s.channel === s.design.master ? size : size * k }
  const made = typeLayer(
    { id: newId(), ...spotFor(s, 'type') },
    '',
    toMaster(
      s,
      boxAt(
        width === undefined ? Math.max(0, Math.min(at.x, s.resolved.width - size * 2)) : at.x,
        at.y - size * 0.55,
        Math.max(size * 2, w),
        size * style.leading,
      ),
    ),
    style,
    PLAIN_INK,
  )
  // Words that were given no width break where they would be wider than the page; their box hugs them and stays on it.
  if (width === undefined) {
    made.hugs = made.placement.width
    made.placement = fitType(bench, made)
  }
  putNew(bench, 'Add text', made)
  bench.set({ editingType: made.id, tool: 'pick' })
  const ink = await found
  if (ink === PLAIN_INK) return
  if (bench.store.getState().editingType === made.id) bench.set({ inkFound: { id: made.id, ink } })
  else if (bench.store.getState().design.layers[made.id])
    bench.edit('Ink that is read', (d) => inkWords(d, made.id, ink))
}
/** New words in the ink that is read where they are, unless people chose one meanwhile. */
export function inkWords(d: Design, id: string, ink: string): void {
  const words = d.layers[id]
  if (isWorded(words) && words.fill.kind === 'solid' && words.fill.colour === PLAIN_INK)
    words.fill.colour = ink
}

export const nameOf = (file: File): string => file.name.replace(/\.[a-z0-9]+$/i, '')
/**
 * Takes in files and lays them about a point in one step: side by side, where it is not said otherwise. What a zip holds is kept
 * among the supplies.
 */
export async function placeFiles(
  bench: Bench,
  files: readonly File[],
  at?: Point,
  lay: (bench: Bench, all: readonly Placing[], at?: Point) => void = placeSeveral,
): Promise<void> {
  const all: Placing[] = []
  const zips = files.filter(isZip)
  if (zips.length > 0) await takeIn(bench, zips)
  for (const file of files.filter((f) => !isZip(f))) {
    if (/\.(ora|pdf)$/i.test(file.name)) {
      bench.set({ importing: file })
      continue
    }
    const info = await upload(bench, file)
    if (!info) continue
    if (info.stretches)
      await placeStretches(
        bench,
        info.stretches,
        nameOf(file),
        info,
        { spot: spotFor(bench.store.getState(), 'graphic'), toMaster },
        at,
      )
    else all.push({ info, label: nameOf(file), kind: info.opaque ? 'photo' : 'cutout' })
  }
  if (all.length > 0) lay(bench, all, at)
}

/** What a drag with the tool in hand would draw, in the middle of the page; for keys. */
export function drawInMiddle(bench: Bench): boolean {
  const { tool, shapeForm, slotForm, resolved: page } = bench.store.getState()
  const side = Math.round(Math.min(page.width, page.height) * 0.25)
  const box = boxAt(Math.round((page.width - side) / 2), Math.round((page.height - side) / 2), side, side)
  if (tool === 'shape') addShape(bench, shapeForm, shapeForm === 'line' ? { ...box, height: 4 } : box)
  else if (tool === 'slot') addSlot(bench, slotForm, box)
  else if (tool === 'type') void addType(bench, { x: page.width * 0.2, y: page.height / 2 })
  else return false
  if (tool !== 'type') bench.set({ tool: 'pick' })
  return true
}
