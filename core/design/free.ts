import { blendModeNumber, isOperator } from '../basics/blend-modes'
import { lookUp } from '../colour/colour'
import type { Paint } from '../colour/paint'
import { boundsOf, contains, mapBounds, overlaps } from '../geometry/bounds'
import { apply, compose, inverse } from '../geometry/matrix'
import { matrixOf } from '../geometry/placement'
import { shownBounds } from '../geometry/warp'
import { hasMembers, hasParts, isPhoto, isShape, isStrew, isWorded } from '../kinds/facts'
import type { Layer, LayerOf } from '../kinds/list'
import { kindOf } from '../kinds/list'
import { reframed } from '../kinds/slot/framing'
import type { Artwork } from '../vector/svg'
import { addLayers, release, removeLayers, ungroup } from './commands'
import { graphicLayers, isStructured } from './graphic-layers'
import { maskedBy } from './mask-commands'
import { changesIn, ofLayers } from './properties/set'
import type { Design } from './schema'
import { insidesOf, leavesOf, membersOf, withMembers } from './tree'

/** What came of unpicking: pieces that can be edited by themselves, helpers that were dropped, and what had to stay, with the reason. */
export type Freed = { freed: string[]; dropped: string[]; left: { id: string; why: string }[] }
/** Artwork of graphics by their source, so that those with clips and groups in them can be opened too. */
export type Openable = { art: ReadonlyMap<string, Artwork>; newId: () => string }

/**
 * Unpicks groups and holders, level after level, down to single editable pieces, in place. Only what leaves the
 * master's picture as it is, within a level: `over` is associative, so a plain group of plain layers comes apart; a
 * group of one gives that one its mode and opacity; a holder lets go what lies wholly on its opaque area; a shape that
 * crops one picture becomes a slot. Everything else is left and named.
 */
export function freeEverything(d: Design, given: readonly string[], open?: Openable): Freed {
  const out: Freed = { freed: [], dropped: [], left: [] }
  const ids = open ? given.flatMap((id) => opened(d, id, open, out)) : given
  const roots = ids.filter(
    (id) => !ids.some((other) => other !== id && withMembers(d, other).some((l) => l.id === id)),
  )
  for (const id of roots) {
    const before = withMembers(d, id).map((l) => l.id)
    unpick(d, id, out)
    const still = before.filter((b) => d.layers[b])
    dropHelpers(d, still, out)
    out.freed.push(
      ...leavesOf(
        d,
        before.filter((b) => d.layers[b]),
      ).map((l) => l.id),
    )
  }
  out.freed = [...new Set(out.freed)].filter((id) => d.layers[id])
  out.left = out.left.filter((l) => d.layers[l.id])
  return out
}

/** Opens graphics with clips and groups in them, wherever they lie in a layer; what stands for that layer then. */
function opened(d: Design, id: string, open: Openable, out: Freed): string[] {
  let now = id
  for (const l of withMembers(d, id)) {
    const art = hasParts(l) ? open.art.get(l.source) : undefined
    if (!hasParts(l) || !art || !isStructured(art)) continue
    const bare =
      Object.keys(l.treatments).length === 0 &&
      !isMasked(l) &&
      !changed(d, l.id) &&
      l.body === 1 &&
      insidesOf(d, l.id).length === 0
    const { layers, unlike } = bare
      ? graphicLayers(l, l.order, art, d.swatches, open.newId)
      : { layers: [], unlike: 'it is treated or masked as a whole' }
    const [whole] = layers
    if (!whole) {
      out.left.push({ id: l.id, why: unlike ?? 'it cannot be opened' })
      continue
    }
    addLayers(d, layers)
    removeLayers(d, [l.id])
    if (l.id === id) now = whole.id
  }
  return [now]
}

function unpick(d: Design, id: string, out: Freed): void {
  for (const inner of [...membersOf(d, id), ...insidesOf(d, id)]) unpick(d, inner.id, out)
  const layer = d.layers[id]
  if (!layer) return
  const held = insidesOf(d, id)
  // From the top: what stays inside must not come to lie under what was let go.
  for (const inner of held.reverse()) {
    const why = whyHeld(d, layer, inner)
    if (why) {
      if (!intoSlot(d, layer, inner)) out.left.push({ id, why })
      break
    }
    release(d, [inner.id])
  }
  const now = d.layers[id]
  if (!hasMembers(now)) return
  const why = whyGrouped(d, now)
  if (why) out.left.push({ id, why })
  else takeApart(d, now)
}

const changed = (d: Design, id: string): boolean => changesIn(d, { targets: ofLayers([id]) }).length > 0
const isMasked = (layer: Layer): boolean => Object.keys(layer.masks).length > 0
const strength = (layer: Layer): number => layer.opacity * layer.body
const plain = (layer: Layer): boolean => layer.blend === 'normal'

/** Why a group cannot come apart without changing the picture; null where it can. */
function whyGrouped(d: Design, group: LayerOf<'group'>): string | null {
  const members = membersOf(d, group.id)
  if (insidesOf(d, group.id).length > 0) return 'something is kept inside the group as a whole'
  if (changed(d, group.id)) return 'the group differs on another channel'
  if (maskedBy(d, new Set([group.id])).length > 0) return 'a mask goes by the group as a whole'
  if (group.combine) return 'its members are one shape'
  if (group.mirror) return 'its members are mirrored'
  if (isMasked(group)) return 'the group is masked as a whole'
  const closed = !group.open || !plain(group)
  if (members.length <= 1)
    return closed && members.some((m) => isOperator(blendModeNumber(m.blend)))
      ? 'its member takes away what lies beneath it'
      : null
  if (!plain(group)) return `the group blends as one, in ${group.blend}`
  if (closed && !members.every((m) => allPlain(d, m))) return 'its members blend with each other only'
  if (strength(group) === 1) return null
  const boxes = members.map((m) => leavesOf(d, [m.id]).map((l) => shownBounds(l.placement)))
  const apart = boxes.every((own, n) =>
    boxes.every((other, k) => k <= n || !own.some((a) => other.some((b) => overlaps(a, b)))),
  )
  if (!apart || !members.every((m) => allPlain(d, m)))
    return 'the group fades as one while its members overlap'
  return null
}
/** Whether a layer is laid over what lies beneath by `source-over` alone; what a closed group or a holder does within is its own. */
const allPlain = (d: Design, layer: Layer): boolean =>
  plain(layer) && (!hasMembers(layer) || !layer.open || membersOf(d, layer.id).every((m) => allPlain(d, m)))

function takeApart(d: Design, group: LayerOf<'group'>): void {
  const members = membersOf(d, group.id)
  const alone = members.length === 1
  for (const m of members) {
    const layer = d.layers[m.id]
    if (!layer) continue
    // A member alone in a closed group blends with nothing there: it takes the group's own mode.
    if (alone && (!group.open || !plain(group))) {
      layer.blend = group.blend
      if (hasMembers(layer)) layer.open = false
    }
    layer.opacity *= strength(group)
    layer.shown &&= group.shown
    layer.locked ||= group.locked
    layer.tie ??= group.tie
  }
  ungroup(d, [group.id])
}

/** Why a layer cannot be let go from its holder without changing the picture; null where it can. */
function whyHeld(d: Design, holder: Layer, inner: Layer): string | null {
  if (changed(d, holder.id) || changed(d, inner.id)) return 'what is kept inside differs on another channel'
  if (!inner.shown) return null
  if (isMasked(holder)) return 'what is kept inside is masked with its holder'
  const opaque =
    isShape(holder) &&
    holder.form === 'rectangle' &&
    holder.radii.every((r) => r === 0) &&
    isOpaque(d, holder.fill)
  if (
    !opaque ||
    !plain(holder) ||
    strength(holder) < 1 ||
    holder.placement.corners ||
    holder.placement.bend ||
    !holder.shown
  )
    return 'what is kept inside is cut to a shape'
  const back = inverse(matrixOf(holder.placement))
  if (!back) return 'what is kept inside is cut to a shape'
  const area = boundsOf(0, 0, holder.placement.width, holder.placement.height)
  const inside = leavesOf(d, [inner.id]).every((l) => {
    let reach: number
    if ('stroke' in l) reach = l.stroke.weight
    else if (isWorded(l)) reach = l.style.size
    else if (isStrew(l)) reach = Infinity
    else reach = 0
    if (l.placement.corners || l.placement.bend) return false
    const box = mapBounds(
      compose(matrixOf(l.placement), back),
      boundsOf(-reach, -reach, l.placement.width + 2 * reach, l.placement.height + 2 * reach),
    )
    // A pixel of room: the holder's own edge is not opaque.
    return contains(area, box, -1)
  })
  return inside ? null : 'what is kept inside is cut to a shape'
}
const isOpaque = (d: Design, paint: Paint): boolean => {
  if (paint.kind === 'none') return false
  const colours = paint.kind === 'solid' ? [paint.colour] : Object.values(paint.stops).map((s) => s.colour)
  return colours.every((c) => {
    const hex = lookUp(c, d.swatches)
    return hex.length < 9 || hex.slice(7).toLowerCase() === 'ff'
  })
}

/** A shape that crops one picture is a slot with that picture; false where the picture would differ. */
function intoSlot(d: Design, holder: Layer, inner: Layer): boolean {
  if (isMasked(holder) || isMasked(inner)) return false
  if (
    !isShape(holder) ||
    !isPhoto(inner) ||
    insidesOf(d, holder.id).length !== 1 ||
    insidesOf(d, inner.id).length > 0
  )
    return false
  if (
    holder.form === 'line' ||
    holder.form === 'star' ||
    holder.form === 'path' ||
    holder.stroke.weight > 0 ||
    holder.body < 1 ||
    !isOpaque(d, holder.fill)
  )
    return false
  if (!plain(inner) || strength(inner) < 1 || !inner.shown || changed(d, inner.id) || changed(d, holder.id))
    return false
  const [h, p] = [holder.placement, inner.placement]
  if (h.corners || h.bend || p.corners || p.bend || p.flipX !== h.flipX || p.flipY !== h.flipY) return false
  if (Math.abs(h.rotation - p.rotation) > 1e-6 || (h.skew ?? 0) !== (p.skew ?? 0)) return false
  if (Math.abs(p.width / p.height / (inner.sourceWidth / inner.sourceHeight) - 1) > 1e-4) return false
  const cover = Math.max(h.width / inner.sourceWidth, h.height / inner.sourceHeight)
  const zoom = p.width / inner.sourceWidth / cover
  if (zoom < 1 - 1e-6 || zoom > 20) return false
  const { kind: _k, form, inner: _i, ...common } = holder
  const slot: LayerOf<'slot'> = {
    ...common,
    kind: 'slot',
    form,
    picture: {
      source: inner.source,
      sourceWidth: inner.sourceWidth,
      sourceHeight: inner.sourceHeight,
      focal: inner.focal,
    },
    zoom: Math.max(1, zoom),
    pan: { x: 0, y: 0 },
  }
  const back = inverse(matrixOf(h))
  if (!back || !slot.picture) return false
  const at = apply(back, { x: p.x, y: p.y })
  const by = { x: at.x - h.width / 2, y: at.y - h.height / 2 }
  const free = { x: (p.width - h.width) / 2, y: (p.height - h.height) / 2 }
  // The picture must cover the shape, or its ground would show at one side.
  if (Math.abs(by.x) > free.x + 0.01 || Math.abs(by.y) > free.y + 0.01) return false
  slot.pan = reframed({ ...slot, picture: slot.picture }, by).pan
  removeLayers(d, [inner.id])
  d.layers[holder.id] = slot
  return true
}

/** Takes away what has nothing to show and what only repeats another: helpers that a starting layout left behind. */
function dropHelpers(d: Design, ids: readonly string[], out: Freed): void {
  for (const id of ids) {
    const layer = d.layers[id]
    if (!layer || insidesOf(d, id).length > 0 || changed(d, id)) continue
    // What a mask goes by is of use though it is hidden.
    if (maskedBy(d, new Set([id])).length > 0) continue
    const nothing = kindOf(layer).empty(layer) || (hasMembers(layer) && membersOf(d, id).length === 0)
    const twice = Object.values(d.layers).some(
      (o) => o.id !== id && ids.includes(o.id) && o.page === layer.page && sameAs(d, layer, o),
    )
    if (!nothing && !twice) continue
    removeLayers(d, [id])
    out.dropped.push(id)
  }
}
/** Whether a layer is a hidden copy of a shown one, or a crisp opaque rectangle exactly behind its like. */
function sameAs(d: Design, a: Layer, b: Layer): boolean {
  const bare = ({ id: _i, name: _n, order: _o, shown: _s, locked: _l, tie: _t, ...rest }: Layer) =>
    JSON.stringify(rest)
  if (a.shown && !b.shown) return false
  if (bare(a) !== bare(b)) return false
  if (!a.shown) return b.shown || a.order < b.order
  if (!isShape(a) || a.form !== 'rectangle' || a.stroke.weight > 0 || a.radii.some((r) => r > 0)) return false
  const p = a.placement
  const crisp =
    p.rotation === 0 &&
    !p.skew &&
    !p.corners &&
    !p.bend &&
    [p.x - p.width / 2, p.y - p.height / 2, p.width, p.height].every(Number.isInteger)
  return crisp && !isMasked(a) && plain(a) && strength(a) === 1 && isOpaque(d, a.fill) && a.order < b.order
}
