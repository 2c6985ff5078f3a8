import { copyOf } from '../basics/copy'
import { inOrder, keyBetween, keysBetween } from '../basics/order'
import { wrapDegrees } from '../geometry/placement'
import type { Placement } from '../geometry/placement-schema'
import { hasMembers } from '../kinds/facts'
import { isAxis } from '../kinds/group/mirror'
import type { Layer, LayerOf } from '../kinds/list'
import type { Plane } from '../kinds/planes'
import { toChannelPlace } from './channel-place'
import type { Channel } from './channel-schema'
import { maskedBy } from './mask-commands'
import { forgetChannelOfPages } from './page-channels'
import { alsoOn, copyChanges, dropStray, followMaster, setOnLayer } from './properties/set'
import { onPage } from './properties/targets'
import { withReferences } from './references'
import { partFromRegister, placedBy } from './register'
import type { Arrangement, Design } from './schema'
import { orderAbove } from './spots'
import { dropStrayColumns } from './table'
import { insidesOf, membersOf, siblingsOf, withMembers } from './tree'

/** Pure changes on a draft of the design. Each is one step of a person's work; ids of new things are given. */

/** A name that nothing else on a page has: numbered where there is one of it already. */
function freeName(d: Pick<Design, 'layers'>, page: string, name: string): string {
  if (name === '') return name
  const taken = new Set(Object.values(d.layers).flatMap((l) => (l.page === page ? [l.name] : [])))
  if (!taken.has(name)) return name
  const bare = name.replace(/ \d+$/, '').slice(0, 190)
  for (let n = 2; ; n++) if (!taken.has(`${bare} ${n}`)) return `${bare} ${n}`
}
/** Adds layers one after the other, those whose name is taken numbered. */
export function addNumbered(d: Design, layers: readonly Layer[]): void {
  for (const layer of layers) d.layers[layer.id] = { ...layer, name: freeName(d, layer.page, layer.name) }
}
export function addLayers(d: Design, layers: readonly Layer[]): void {
  for (const layer of layers) d.layers[layer.id] = layer
}

/** Removes layers with their members, their changes, and groups that end up empty. What was kept inside is let go. */
export function removeLayers(d: Design, ids: readonly string[]): void {
  const gone = new Set(ids.flatMap((id) => [id, ...membersBelow(d, id)]))
  for (const id of gone)
    release(
      d,
      insidesOf(d, id)
        .filter((l) => !gone.has(l.id))
        .map((l) => l.id),
    )
  // What lies in register with one of them stays where it is.
  partFromRegister(
    d,
    Object.keys(d.layers).filter((id) => !gone.has(id) && gone.has(d.layers[id]?.register ?? '')),
  )
  for (const id of gone) delete d.layers[id]
  for (;;) {
    const empty = Object.values(d.layers).find((l) => hasMembers(l) && membersOf(d, l.id).length === 0)
    if (!empty) break
    delete d.layers[empty.id]
    gone.add(empty.id)
  }
  dropStray(d)
  dropStrayColumns(d)
  for (const layer of Object.values(d.layers))
    for (const w of Object.values(layer.weaves)) if (gone.has(w.other)) delete layer.weaves[w.id]
  // A mask that went by one of them would hide nothing any more.
  for (const layer of maskedBy(d, gone))
    for (const m of Object.values(layer.masks))
      if (m.kind === 'layer' && gone.has(m.layer)) delete layer.masks[m.id]
}

/** Layers with what rides on them and is tied to them, such as a shadow that was set free. */
export function withRiders(d: Pick<Design, 'layers'>, ids: readonly string[]): string[] {
  const rides = ({ id, tie, behaviour }: Layer): boolean => {
    const host = ids.includes(behaviour.host ?? '') ? d.layers[behaviour.host ?? ''] : undefined
    return !ids.includes(id) && behaviour.kind === 'ride' && tie !== null && host?.tie === tie
  }
  return [...ids, ...Object.values(d.layers).flatMap((l) => (rides(l) ? [l.id] : []))]
}
/** Copies layers with all they hold, their changes too, directly above the originals; returns new ids by old. */
export function duplicateLayers(
  d: Design,
  ids: readonly string[],
  newId: () => string,
  shift: { x: number; y: number },
): Map<string, string> {
  const all = withRiders(d, ids)
  const roots = all.filter(
    (id) => !all.some((other) => other !== id && withMembers(d, other).some((l) => l.id === id)),
  )
  const names = new Map<string, string>()
  for (const root of roots) for (const layer of withMembers(d, root)) names.set(layer.id, newId())
  const ties = tiesOfCopies(d, [...names.keys()], newId)
  for (const root of roots) {
    const original = d.layers[root]
    if (!original) continue
    const order = orderAbove(d, original, root)
    for (const layer of withMembers(d, root)) {
      const id = names.get(layer.id) as string
      const parent = layer.id === root ? layer.parent : (names.get(layer.parent ?? '') ?? layer.parent)
      const inside = layer.inside ? (names.get(layer.inside) ?? layer.inside) : null
      const copy: Layer = copyOf({
        ...layer,
        ...withReferences(layer, (other) => names.get(other) ?? other),
        // Copied alone it has a place of its own.
        register: names.get(layer.register ?? '') ?? null,
        placement:
          layer.register && !names.has(layer.register)
            ? (d.layers[placedBy(d, layer.id)]?.placement ?? layer.placement)
            : layer.placement,
      })
      d.layers[id] = {
        ...copy,
        id,
        name: layer.id === root ? freeName(d, layer.page, copy.name) : copy.name,
        parent,
        inside,
        tie: (layer.tie && ties.get(layer.tie)) ?? null,
        order: layer.id === root ? order : layer.order,
        placement: { ...copy.placement, x: copy.placement.x + shift.x, y: copy.placement.y + shift.y },
      }
    }
  }
  copyChanges(d, names)
  return new Map(roots.map((r) => [r, names.get(r) as string]))
}

/** What each tie is called among copies: those of things that were tied to each other are tied among themselves, one alone is not. */
function tiesOfCopies(d: Design, ids: readonly string[], newId: () => string): Map<string, string> {
  const counts = new Map<string, number>()
  for (const id of ids) {
    const own = d.layers[id]?.tie
    if (own) counts.set(own, (counts.get(own) ?? 0) + 1)
  }
  return new Map([...counts].flatMap(([name, count]) => (count > 1 ? [[name, newId()] as const] : [])))
}

/** Moves layers into a band (plane, group and holder) above a layer, keeping their order among each other. */
export function moveInStack(
  d: Design,
  ids: readonly string[],
  to: { plane: Plane; parent: string | null; above: string | null; inside?: string | null },
): void {
  const all = Object.values(d.layers)
  const roots = ids.filter((id) => {
    const inside = withMembers(d, id).map((l) => l.id)
    return (
      d.layers[id] &&
      !(to.parent && inside.includes(to.parent)) &&
      !(to.inside && inside.includes(to.inside)) &&
      !ids.some((other) => other !== id && withMembers(d, other).some((l) => l.id === id))
    )
  })
  const first = d.layers[roots[0] ?? '']
  if (!first) return
  const page = first.page
  const band = all
    .filter(
      (l) =>
        l.page === page &&
        l.parent === to.parent &&
        (l.inside ?? null) === (to.inside ?? null) &&
        (to.parent !== null || l.plane === to.plane) &&
        !roots.includes(l.id),
    )
    .sort((a, b) => (a.order < b.order ? -1 : 1))
  const at = to.above ? band.findIndex((l) => l.id === to.above) : -1
  const keys = keysBetween(band[at]?.order ?? null, band[at + 1]?.order ?? null, roots.length)
  const sorted = [...roots].sort((a, b) => stackRank(d, a) - stackRank(d, b))
  sorted.forEach((id, n) => {
    const layer = d.layers[id]
    if (!layer) return
    settle(d, id, to.plane, to.parent)
    layer.inside = to.inside ?? null
    layer.order = keys[n] as string
  })
  dropEmptyGroups(d)
}
/** Brings a layer into a plane and group, with its members and all that is kept inside. */
function settle(d: Design, id: string, plane: Plane, parent: string | null): void {
  for (const l of withMembers(d, id)) {
    const layer = d.layers[l.id]
    if (layer) layer.plane = plane
  }
  const follow = (at: string): void => {
    const layer = d.layers[at]
    if (layer) layer.parent = parent
    for (const inner of insidesOf(d, at)) follow(inner.id)
  }
  follow(id)
}
/** Ids of a group's members, theirs too; what is kept inside a member counts as one. */
const membersBelow = (d: Design, id: string): string[] =>
  membersOf(d, id).flatMap((m) => withMembers(d, m.id).map((l) => l.id))

/**
 * Keeps layers inside another: they show only where it has coverage, in their order, above what is inside already.
 * What cannot be (a thing inside itself) is left as it is.
 */
export function keepInside(d: Design, ids: readonly string[], holder: string): void {
  const to = d.layers[holder]
  const last = insidesOf(d, holder)
    .filter((l) => !ids.includes(l.id))
    .at(-1)
  if (to) moveInStack(d, ids, { plane: to.plane, parent: to.parent, above: last?.id ?? null, inside: holder })
}
/** Lets layers go from their holder: they come to lie directly above it. */
export function release(d: Design, ids: readonly string[]): void {
  for (const id of [...ids].sort((a, b) => stackRank(d, b) - stackRank(d, a))) {
    const layer = d.layers[id]
    const holder = layer?.inside ? d.layers[layer.inside] : undefined
    if (!layer || !holder) continue
    layer.order = orderAbove(d, holder, holder.id)
    layer.inside = holder.inside
  }
}
const PLANE_RANK: Record<Plane, number> = {
  backdrop: 0,
  setting: 1,
  subject: 2,
  message: 3,
  front: 4,
  finish: 5,
}
function stackRank(d: Design, id: string): number {
  const layer = d.layers[id]
  if (!layer) return 0
  return PLANE_RANK[layer.plane] * 1e6 + siblingsOf(d, layer).findIndex((l) => l.id === id)
}
function dropEmptyGroups(d: Design): void {
  const empty = Object.values(d.layers).filter((l) => hasMembers(l) && membersOf(d, l.id).length === 0)
  if (empty.length > 0)
    removeLayers(
      d,
      empty.map((l) => l.id),
    )
}

/** One step back or forward, or all the way, in the layer's own band. */
export function step(
  d: Design,
  ids: readonly string[],
  way: 'back' | 'forward' | 'to-back' | 'to-front',
): void {
  const list = [...ids].sort((a, b) => stackRank(d, a) - stackRank(d, b))
  for (const id of way === 'forward' || way === 'to-back' ? list.reverse() : list) {
    const layer = d.layers[id]
    if (!layer) continue
    const band = siblingsOf(d, layer)
    const at = band.findIndex((l) => l.id === id)
    const rest = band.filter((l) => l.id !== id)
    let to: number
    if (way === 'back') to = at - 1
    else if (way === 'forward') to = at + 1
    else if (way === 'to-back') to = 0
    else to = rest.length
    if (to < 0 || to > rest.length || to === at) continue
    layer.order = keyBetween(rest[to - 1]?.order ?? null, rest[to]?.order ?? null)
  }
}

/** Puts layers into a new group where the topmost of them lies. */
export function group(d: Design, ids: readonly string[], made: Layer): void {
  const sorted = [...ids].sort((a, b) => stackRank(d, a) - stackRank(d, b))
  const top = d.layers[sorted.at(-1) ?? '']
  if (!top) return
  d.layers[made.id] = {
    ...made,
    page: top.page,
    plane: top.plane,
    parent: top.parent,
    inside: top.inside,
    order: orderAbove(d, top, top.id),
  }
  const keys = keysBetween(null, null, sorted.length)
  sorted.forEach((id, n) => {
    const layer = d.layers[id]
    if (!layer) return
    // What is grouped together with its holder stays inside it; any other is let go.
    const held = layer.inside !== null && sorted.includes(layer.inside)
    settle(d, id, top.plane, made.id)
    if (held) return
    layer.inside = null
    layer.order = keys[n] as string
  })
  dropEmptyGroups(d)
}

/** Makes a group's members one shape in some way, or single again with `null`. */
export function setCombine(
  d: Design,
  id: string,
  how: NonNullable<LayerOf<'group'>['combine']> | null,
): void {
  const own = d.layers[id]
  if (!hasMembers(own)) return
  if (how) own.combine = how
  else delete own.combine
}

/** Takes groups apart; their members stay where they are, in order. Returns the members' ids. */
export function ungroup(d: Design, ids: readonly string[]): string[] {
  const freed: string[] = []
  for (const id of ids) {
    const holder = d.layers[id]
    if (!hasMembers(holder)) continue
    // The axis of a mirror is of no use without it.
    for (const m of membersOf(d, id)) if (isAxis(m)) delete d.layers[m.id]
    const members = membersOf(d, id)
    const band = siblingsOf(d, holder)
    const at = band.findIndex((l) => l.id === id)
    const keys = keysBetween(band[at - 1]?.order ?? null, band[at + 1]?.order ?? null, members.length)
    members.forEach((m, n) => {
      const layer = d.layers[m.id]
      if (!layer) return
      settle(d, m.id, holder.plane, holder.parent)
      layer.inside = holder.inside
      layer.order = keys[n] as string
      freed.push(m.id)
    })
    release(
      d,
      insidesOf(d, id).map((l) => l.id),
    )
    delete d.layers[id]
    dropStray(d)
    dropStrayColumns(d)
  }
  return freed
}

/** Places a layer: on the master itself, elsewhere as an offset and factor against what adapting gives. */
export function place(
  d: Design,
  channel: Channel,
  id: string,
  placement: Placement,
  adapted: Placement,
): void {
  const layer = d.layers[id]
  if (!layer) return
  if (channel.id === d.master) layer.placement = placement
  else setOnLayer(d, channel.id, id, 'place', toChannelPlace(placement, adapted, channel))
}

/** Adds a channel at the end of the lineup. */
export function addChannel(d: Design, channel: Omit<Channel, 'order'>): void {
  const last = Object.values(d.channels)
    .sort((a, b) => (a.order < b.order ? -1 : 1))
    .at(-1)
  d.channels[channel.id] = { ...channel, order: keyBetween(last?.order ?? null, null) }
}
export function removeChannel(d: Design, id: string): void {
  if (id === d.master) return
  delete d.channels[id]
  forgetChannelOfPages(d, id)
  followMaster(d, { channel: id })
  for (const key of Object.keys(d.arrangements)) if (key.endsWith(`.${id}`)) delete d.arrangements[key]
}

/** A new page after another, empty or as an independent copy; returns nothing, ids are given. */
export function addPage(
  d: Design,
  id: string,
  name: string,
  after: string,
  newId: () => string,
  copy: boolean,
): void {
  const pages = Object.values(d.pages).sort((a, b) => (a.order < b.order ? -1 : 1))
  const at = pages.findIndex((p) => p.id === after)
  const from = d.pages[after]
  d.pages[id] = {
    id,
    name,
    colour: from?.colour ?? '#ffffff',
    order: keyBetween(pages[at]?.order ?? null, pages[at + 1]?.order ?? null),
  }
  if (!copy) return
  const layers = Object.values(d.layers).filter((l) => l.page === after)
  const names = new Map(layers.map((l) => [l.id, newId()]))
  for (const layer of layers) {
    const next = copyOf(layer) as Layer
    next.id = names.get(layer.id) as string
    next.page = id
    next.parent = layer.parent ? (names.get(layer.parent) ?? null) : null
    next.inside = layer.inside ? (names.get(layer.inside) ?? null) : null
    Object.assign(
      next,
      withReferences(next, (other) => names.get(other) ?? null),
    )
    next.register = next.register ? (names.get(next.register) ?? null) : null
    d.layers[next.id] = next
  }
  copyChanges(d, names)
  alsoOn(d, onPage(after), onPage(id))
  for (const w of Object.values(d.said))
    if (w.page === after) {
      const own = `${w.id}${id}`.slice(-40)
      d.said[own] = { ...w, id: own, page: id, members: w.members.map((m) => names.get(m) ?? m) }
    }
  for (const [key, a] of Object.entries(d.arrangements))
    if (key.startsWith(`${after}.`))
      d.arrangements[`${id}.${key.slice(after.length + 1)}`] = withNames(copyOf(a), names)
}
/** An arrangement of copies: of the same choices, by their new ids. */
function withNames(a: Arrangement, names: ReadonlyMap<string, string>): Arrangement {
  const renamed = (ids: string) => ids.split('+').map((l) => names.get(l) ?? l)
  const leftOut = a.leftOut.map((l) => names.get(l) ?? l)
  if (a.solver === 1) return { ...a, leftOut }
  const keyed = Object.entries(a.choices).map(([key, choice]) => {
    const [kind = '', ids = ''] = key.split(':')
    return [`${kind}:${renamed(ids).sort().join('+')}`, choice]
  })
  const read = a.read.map((r) => r.replace(/[^:>]+/g, (ids) => renamed(ids).join('+')))
  return { ...a, leftOut, choices: Object.fromEntries(keyed), read }
}
export function clearPage(d: Design, id: string): void {
  removeLayers(
    d,
    Object.values(d.layers)
      .filter((l) => l.page === id)
      .map((l) => l.id),
  )
}
export function removePage(d: Design, id: string): void {
  if (Object.keys(d.pages).length < 2) return
  clearPage(d, id)
  delete d.pages[id]
  dropStray(d)
  dropStrayColumns(d)
  for (const key of Object.keys(d.arrangements)) if (key.startsWith(`${id}.`)) delete d.arrangements[key]
  for (const w of Object.values(d.said)) if (w.page === id) delete d.said[w.id]
}
/** Groups remember how far they were turned as a whole, so that their box stays turned with them. */
export function turnGroups(d: Design, ids: readonly string[], by: number): void {
  for (const id of new Set(ids.flatMap((g) => withMembers(d, g).map((l) => l.id)))) {
    const layer = d.layers[id]
    if (hasMembers(layer))
      layer.placement = { ...layer.placement, rotation: wrapDegrees(layer.placement.rotation + by) }
  }
}
/** Moves a page so many places on among the pages. */
export function movePage(d: Design, id: string, by: number): void {
  const pages = inOrder(d.pages)
  const at = pages.findIndex((p) => p.id === id)
  const rest = pages.filter((p) => p.id !== id)
  const to = at + by
  const page = d.pages[id]
  if (!page || at < 0 || to < 0 || to > rest.length) return
  page.order = keyBetween(rest[to - 1]?.order ?? null, rest[to]?.order ?? null)
}
