import type { Draft } from 'immer'
import { newId } from '@/core/basics/ids'
import { addLayers } from '@/core/design/commands'
import { followMaster } from '@/core/design/properties/set'
import { onLayer } from '@/core/design/properties/targets'
import type { Design } from '@/core/design/schema'
import { orderAbove } from '@/core/design/spots'
import { isLocked, leavesOf } from '@/core/design/tree'
import { heightOf, holds } from '@/core/geometry/bounds'
import type { Point } from '@/core/geometry/matrix'
import { placedBounds } from '@/core/geometry/placement'
import { isPhoto, isStrew, sourcesOf, takesPicture } from '@/core/kinds/facts'
import type { Layer, LayerOf } from '@/core/kinds/list'
import { pictureLayer, slotLayer } from '@/core/kinds/new'
import { isFilled, panToFocal, picturePlacement } from '@/core/kinds/slot/framing'
import type { SlotLayer } from '@/core/kinds/slot/schema'
import { findResolved, flatResolved } from '@/core/resolve/resolved'
import type { Bench, BenchState } from '../state/bench'
import { chooseFiles, PHOTOS } from '../ui/choose-files'
import { isFontFile, takeFonts } from './fonts'
import { gatherSources, isBeside } from './gathering'
import type { Placing } from './landing'
import { nameOf, placeFiles, placeSeveral } from './placing'
import { upload } from './uploads'

/** How a picture lies in a slot is told anew, on all channels. */
const lieAnew = (d: Draft<Design>, id: string): void =>
  followMaster(d, { targets: (t) => t === onLayer(id), property: (p) => LYING.has(p) })
const LYING: ReadonlySet<string> = new Set(['zoom', 'turn', 'pan'])
function emptied(d: Draft<Design>, slot: Draft<SlotLayer>): void {
  Object.assign(slot, { picture: null, zoom: 1, turn: 0, pan: { x: 0, y: 0 } })
  lieAnew(d, slot.id)
}

function fill(d: Draft<Design>, id: string, p: Pick<Placing, 'info' | 'focal' | 'linked'>): void {
  const layer = d.layers[id]
  if (!takesPicture(layer)) return
  const picture = {
    source: p.info.sha,
    sourceWidth: p.info.width,
    sourceHeight: p.info.height,
    focal: p.focal ?? { x: 0.5, y: 0.5 },
    ...(p.linked ? { linked: p.linked } : {}),
  }
  lieAnew(d, id)
  layer.picture = picture
  layer.zoom = 1
  layer.pan = panToFocal({ ...layer, picture })
}
/** Puts a picture into a slot: it covers it, its focal point in view. */
export function fillSlot(
  bench: Bench,
  id: string,
  p: Pick<Placing, 'info' | 'label' | 'focal' | 'linked'>,
): void {
  if (p.info.kind !== 'picture')
    return bench.notify(
      'A slot holds a photo or cutout. The graphic was not placed; drop it beside the slot.',
    )
  bench.addSource(p.info)
  bench.edit('Fill the slot', (d) => fill(d, id, p))
  bench.select([id])
}
/** Gives a slot's picture back as a layer of its own, whole, where it was seen; the slot is empty then. */
export function takeOut(bench: Bench, id: string): void {
  const slot = bench.store.getState().design.layers[id]
  if (!takesPicture(slot) || !isFilled(slot)) return
  const { source, sourceWidth, sourceHeight, focal, linked } = slot.picture
  const made = newId()
  bench.edit('Take the picture out', (d) => {
    const layer = d.layers[id]
    if (!takesPicture(layer)) return
    const where = {
      id: made,
      page: slot.page,
      plane: slot.plane,
      parent: slot.parent,
      inside: slot.inside,
      order: orderAbove(d, slot, id),
    }
    addLayers(d, [
      pictureLayer(
        where,
        `${slot.name}, picture`,
        { sha: source, width: sourceWidth, height: sourceHeight, focal, ...(linked ? { linked } : {}) },
        picturePlacement(slot),
      ),
    ])
    emptied(d, layer)
  })
  bench.select([made])
}
/** The slot under a point of the page, front first; null for none. */
export const slotUnder = (s: Slotted, at: Point): string | null =>
  openSlots(s).findLast((l) => holds(placedBounds(l.placement), at))?.id ?? null
/** The slots of the page shown that can be filled, from back to front. */
type Slotted = Pick<BenchState, 'resolved' | 'design'>
const openSlots = (s: Slotted): SlotLayer[] =>
  flatResolved(s.resolved.layers).flatMap(({ layer }) =>
    takesPicture(layer) && layer.shown && !isLocked(s.design, layer.id) ? [layer] : [],
  )
/** Whether a point lies in a slot's box, whatever lies over it. */
export function overSlot(s: Pick<BenchState, 'resolved'>, id: string, at: Point): boolean {
  const slot = findResolved(s.resolved.layers, id)?.layer
  return slot !== undefined && holds(placedBounds(slot.placement), at)
}
/** Another picture in the place of one: box, scale and turn stay; of this copy only or of all that show the same. */
export function swapPicture(
  bench: Bench,
  id: string,
  p: Pick<Placing, 'info' | 'focal'> & { label?: string },
  every: boolean,
): void {
  const s = bench.store.getState()
  const old = sourcesOf(s.design.layers[id] as Layer)[0]?.sha
  if (!old || p.info.kind !== 'picture') return
  bench.addSource(p.info)
  const { info, focal } = p
  const picture = {
    source: info.sha,
    sourceWidth: info.width,
    sourceHeight: info.height,
    focal: focal ?? { x: 0.5, y: 0.5 },
  }
  bench.edit(every ? 'Swap every use of the picture' : 'Swap the picture', (d) => {
    for (const l of Object.values(d.layers)) {
      if (!every && l.id !== id) continue
      if (isPhoto(l) && l.source === old) {
        const same = Math.abs(l.sourceWidth / l.sourceHeight / (info.width / info.height) - 1) < 0.005
        // A picture of another proportion fills the same box as a slot: nothing is distorted, the box stays.
        if (p.label && !l.named) l.name = p.label
        delete l.linked
        if (same) Object.assign(l, picture)
        else d.layers[l.id] = slotFrom(l, picture)
      } else if (takesPicture(l) && l.picture?.source === old) l.picture = picture
      else if (isStrew(l))
        for (const t of l.things)
          if (t.kind === 'picture' && t.source === old)
            Object.assign(t, picture, { ratio: info.width / info.height })
    }
  })
}
/** Lets a person choose a file for a slot, or in the place of a picture, of this one or of `every` use. */
export async function choosePicture(bench: Bench, id: string, every = false): Promise<void> {
  const [file] = await chooseFiles(PHOTOS)
  const info = file ? await upload(bench, file) : null
  if (!file || !info) return
  const p = { info, label: nameOf(file) }
  if (takesPicture(bench.store.getState().design.layers[id])) fillSlot(bench, id, p)
  else swapPicture(bench, id, p, every)
}
/** A picture as a slot of its box, that shows it or another. */
export function slotFrom(l: LayerOf<'picture'>, picture: LayerOf<'slot'>['picture']): LayerOf<'slot'> {
  const { source: _s, sourceWidth: _w, sourceHeight: _h, focal: _f, linked: _l, kind: _k, ...common } = l
  const slot: LayerOf<'slot'> = {
    ...slotLayer(l, l.name, 'rectangle', l.placement, { kind: 'none' }),
    ...common,
    picture,
  }
  return isFilled(slot) ? { ...slot, pan: panToFocal(slot) } : slot
}

/** Rows from the top, each from the left. */
function inReadingOrder(slots: readonly SlotLayer[]): SlotLayer[] {
  const box = (l: SlotLayer) => placedBounds(l.placement)
  return slots.toSorted((a, b) => {
    const [p, q] = [box(a), box(b)]
    const level =
      Math.min(p.bottom, q.bottom) - Math.max(p.top, q.top) > 0.5 * Math.min(heightOf(p), heightOf(q))
    return level ? p.left - q.left : p.top - q.top
  })
}
/** Where several dropped pictures go: into the empty slots of the page; where there are none, and they are dropped onto a slot, into all that there are. */
export function slotsForSeveral(s: Slotted, ontoSlot: boolean): SlotLayer[] {
  const all = inReadingOrder(openSlots(s))
  const empty = all.filter((l) => !isFilled(l))
  return empty.length > 0 || !ontoSlot ? empty : all
}
/**
 * Which picture goes into which slot: pairs whose ratios fit best first, in reading order where they fit alike. Numbers of
 * pictures by the slots' order; null for a slot that gets none.
 */
export function sharedOut(slots: readonly number[], pictures: readonly number[]): (number | null)[] {
  const pairs = slots
    .flatMap((s, slot) => pictures.map((p, picture) => ({ slot, picture, off: Math.abs(Math.log(s / p)) })))
    .sort((a, b) => Math.round((a.off - b.off) * 20) || a.slot - b.slot || a.picture - b.picture)
  const out: (number | null)[] = slots.map(() => null)
  const used = new Set<number>()
  for (const { slot, picture } of pairs)
    if (out[slot] === null && !used.has(picture)) {
      out[slot] = picture
      used.add(picture)
    }
  return out
}
/** Fills slots with a picture each, in one step. */
export function fillSlots(bench: Bench, all: readonly { slot: string; p: Placing }[]): void {
  for (const { p } of all) bench.addSource(p.info)
  bench.edit(all.length > 1 ? `Fill ${all.length} slots` : 'Fill the slot', (d) => {
    for (const { slot, p } of all) fill(d, slot, p)
  })
}
/** Two slots exchange what they show, each showing it anew. */
export function exchangePictures(bench: Bench, one: string, two: string): void {
  const { layers } = bench.store.getState().design
  const [a, b] = [layers[one], layers[two]]
  if (!takesPicture(a) || !takesPicture(b)) return
  bench.edit('Exchange the pictures', (d) => {
    for (const [id, picture] of [
      [one, b.picture],
      [two, a.picture],
    ] as const) {
      const slot = d.layers[id]
      if (!takesPicture(slot)) continue
      lieAnew(d, id)
      Object.assign(slot, { picture, zoom: 1, turn: 0, pan: { x: 0, y: 0 } })
      if (picture) slot.pan = panToFocal({ ...slot, picture })
    }
  })
}
/**
 * Dropped files: one picture on a slot fills it; several go into the page's empty slots, or onto one that is filled into all, by
 * reading order and fitting ratio; everything else is placed.
 */
export async function dropFiles(bench: Bench, given: readonly File[], at: Point): Promise<void> {
  const fonts = given.filter(isFontFile)
  if (fonts.length > 0) await takeFonts(bench, fonts)
  const files = given.filter((f) => !isFontFile(f))
  if (files.length === 0) return
  // Dropped beside the page they are to wait there.
  if (isBeside(bench.store.getState(), at)) return placeFiles(bench, files, at, gatherSources)
  const [only] = files
  const slot = slotUnder(bench.store.getState(), at)
  if (files.length === 1 && slot && only && !/\.(ora|svg)$/i.test(only.name)) {
    const info = await upload(bench, only)
    if (info) fillSlot(bench, slot, { info, label: only.name })
    return
  }
  const pictures = files.filter((f) => !/\.(ora|svg)$/i.test(f.name))
  const slotsNow = () => slotsForSeveral(bench.store.getState(), slot !== null)
  if (pictures.length < 2 || slotsNow().length === 0) return placeFiles(bench, files, at)
  const taken: Placing[] = []
  for (const file of pictures) {
    const info = await upload(bench, file)
    if (info?.kind === 'picture')
      taken.push({
        info,
        label: file.name.replace(/\.[a-z0-9]+$/i, ''),
        kind: info.opaque ? 'photo' : 'cutout',
      })
  }
  const slots = slotsNow()
  const shares = sharedOut(
    slots.map((l) => l.placement.width / l.placement.height),
    taken.map((p) => p.info.width / p.info.height),
  )
  const filled = shares.flatMap((n, k) => {
    const [p, to] = [n === null ? undefined : taken[n], slots[k]]
    return p && to ? [{ slot: to.id, p }] : []
  })
  if (filled.length > 0) fillSlots(bench, filled)
  bench.select(filled.map((f) => f.slot))
  // In hand are the slots themselves, not the group that they may be of.
  const groups = new Set(filled.map((f) => slots.find((l) => l.id === f.slot)?.parent ?? null))
  if (groups.size === 1) bench.set({ inside: [...groups][0] ?? null })
  const rest = taken.filter((p) => !filled.some((f) => f.p === p))
  if (rest.length > 0) placeSeveral(bench, rest, at)
  const others = files.filter((f) => !pictures.includes(f))
  if (others.length > 0) await placeFiles(bench, others, at)
}
/** A pressed supply goes into the first empty slot that is selected, or lies in a selected group, if any; the slots stay selected for the next one. */
export function fillSelected(bench: Bench, p: Placing): boolean {
  const { design, selection } = bench.store.getState()
  const within = selection.flatMap((id) => leavesOf(design, [id]).map((l) => l.id))
  const empty = within.find((id) => {
    const layer = design.layers[id]
    return takesPicture(layer) && !isFilled(layer)
  })
  if (!empty || p.info.kind !== 'picture') return false
  fillSlots(bench, [{ slot: empty, p }])
  return true
}

/** Takes the picture out of a slot and away; what was set of it on channels goes with it. */
export function emptySlot(bench: Bench, id: string): void {
  bench.edit('Empty the slot', (d) => {
    const slot = d.layers[id]
    if (!takesPicture(slot)) return
    emptied(d, slot)
  })
}
