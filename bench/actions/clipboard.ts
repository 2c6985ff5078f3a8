import { z } from 'zod'
import { newId } from '@/core/basics/ids'
import type { Change } from '@/core/design/change-schema'
import { changeKey, changeSchema } from '@/core/design/change-schema'
import { addLayers, place } from '@/core/design/commands'
import { record } from '@/core/design/edits'
import { withFollowed } from '@/core/design/follow'
import { changeOfCopy, changesIn, ofLayers } from '@/core/design/properties/set'
import { layerOfTarget, onLayer } from '@/core/design/properties/targets'
import { withReferences } from '@/core/design/references'
import { placedBy } from '@/core/design/register'
import type { Design } from '@/core/design/schema'
import { SCHEMA_VERSION } from '@/core/design/schema'
import { orderAbove } from '@/core/design/spots'
import { withMembers } from '@/core/design/tree'
import { upgrade } from '@/core/design/upgrades'
import { centreOf, unionOf } from '@/core/geometry/bounds'
import type { Point } from '@/core/geometry/matrix'
import { moved, placedBounds } from '@/core/geometry/placement'
import { placementSchema } from '@/core/geometry/placement-schema'
import { hasMembers, sourcesOf } from '@/core/kinds/facts'
import { type Layer, layerSchema } from '@/core/kinds/list'
import { boxAt, plainStyle, typeLayer } from '@/core/kinds/new'
import { MAX_TEXT } from '@/core/kinds/type/schema'
import { findResolved } from '@/core/resolve/resolved'
import type { Bench } from '../state/bench'
import type { SourceInfo } from '../worker/protocol'
import { bringOwnFor, isFontFile, takeFonts } from './fonts'
import { resolvedOf } from './handled'
import { placeFiles, spotFor } from './placing'

/**
 * Layers as they travel over the clipboard or are dragged to another design: by content hash, with what differs per
 * channel, and where they were seen on the channel they were taken from.
 */
const parcel = z.object({
  /** The version of documents that it is told in. */
  vividLayers: z.literal(SCHEMA_VERSION),
  layers: z.array(layerSchema).min(1).max(2000),
  roots: z.array(z.string()),
  sources: z.array(z.unknown()),
  changes: z.array(changeSchema).max(20_000).default([]),
  seen: z
    .object({ channel: z.string(), places: z.record(z.string(), placementSchema) })
    .nullable()
    .default(null),
})
type Parcel = z.infer<typeof parcel>
/** What a drag of layers carries to other tabs. */
export const PARCEL_TYPE = 'application/x-vivid-parcel'
/** The longest text that is read as layers, characters. */
const MOST_PARCEL = 12_000_000
let kept = ''

/** What differs of the treatments of a recipe, as those of a layer that follows it. */
const ofRecipe = (design: Design, { id, recipe }: Layer): Change[] =>
  recipe
    ? changesIn(design, { targets: (t) => t.startsWith(`recipes/${recipe}/`) }).map((c) => ({
        ...c,
        target: c.target.replace(`recipes/${recipe}`, onLayer(id)),
      }))
    : []

export function parcelOf(bench: Bench, ids: readonly string[] = bench.store.getState().selection): string {
  const s = bench.store.getState()
  const { design, sources } = s
  const layers = ids.flatMap((id) => withMembers(design, id))
  const own = new Set(layers.map((l) => l.id))
  const used = layers.flatMap((l) => sourcesOf(l).flatMap((u) => sources[u.sha] ?? []))
  const made: Parcel = {
    vividLayers: SCHEMA_VERSION,
    // In another design the recipe that one follows is not there: what it shows goes along.
    layers: layers.map((l) => withFollowed(l, design.recipes)),
    roots: [...ids],
    sources: used,
    changes: [
      ...changesIn(design, { targets: ofLayers([...own]) }),
      ...layers.flatMap((l) => ofRecipe(design, l)),
    ],
    seen:
      s.channel === design.master
        ? null
        : {
            channel: s.channel,
            places: Object.fromEntries(
              layers.flatMap((l) =>
                hasMembers(l) ? [] : [[l.id, resolvedOf(s, l.id)?.layer.placement ?? l.placement]],
              ),
            ),
          },
  }
  return JSON.stringify(made)
}

export async function copySelection(bench: Bench): Promise<void> {
  kept = parcelOf(bench)
  try {
    await navigator.clipboard.writeText(kept)
  } catch {
    // Kept inside the application where the browser does not allow it.
  }
}

export async function pasteFiles(bench: Bench, data: DataTransfer): Promise<void> {
  const files = [...data.files]
  const fonts = files.filter(isFontFile)
  if (fonts.length > 0) await takeFonts(bench, fonts)
  const others = files.filter((f) => !isFontFile(f))
  if (others.length > 0) await placeFiles(bench, others)
  if (files.length > 0) return
  await pasteText(bench, data.getData('text/plain'), false)
}

/** Pastes layers, or plain text as a text box; at a point where one is given. */
export async function pasteText(
  bench: Bench,
  given: string | null,
  inPlace: boolean,
  at?: Point,
): Promise<void> {
  let text = given
  if (text === null)
    try {
      text = await navigator.clipboard.readText()
    } catch {
      text = kept
    }
  const content = text || kept
  if (!content) return
  const found = readParcel(content)
  if (found) pasteParcel(bench, found, inPlace, at)
  else pasteWords(bench, content, at)
}

function readParcel(content: string): Parcel | null {
  if (!content.startsWith('{"vividLayers"') || content.length > MOST_PARCEL) return null
  try {
    return parcel.parse(upgraded(JSON.parse(content)))
  } catch {
    return null
  }
}
/** One that an earlier version of the application copied. */
function upgraded(value: { vividLayers: number; changes?: Change[] }): unknown {
  if (value.vividLayers === SCHEMA_VERSION) return value
  const changes = Object.fromEntries(
    (value.changes ?? []).map((c) => [changeKey(c.channel, c.target, c.property), c]),
  )
  const now = upgrade({ version: value.vividLayers, changes }) as { changes: Record<string, Change> }
  return { ...value, vividLayers: SCHEMA_VERSION, changes: Object.values(now.changes) }
}

function pasteParcel(bench: Bench, p: Parcel, inPlace: boolean, at?: Point): void {
  for (const s of p.sources as SourceInfo[]) bench.addSource(s)
  const s = bench.store.getState()
  const names = new Map(p.layers.map((l) => [l.id, newId()]))
  const nameOf = (id: string | null): string | null => (id ? (names.get(id) ?? null) : null)
  const leaves = p.layers.filter((l) => !hasMembers(l))
  const box = leaves.length > 0 ? unionOf(leaves.map((l) => placedBounds(l.placement))) : null
  const off =
    inPlace || !p.layers.some((l) => s.design.layers[l.id]?.page === s.page)
      ? 0
      : Math.round(Math.min(s.resolved.width, s.resolved.height) * 0.02)
  const step = at && box ? { x: at.x - centreOf(box).x, y: at.y - centreOf(box).y } : { x: off, y: off }
  const ties = new Map<string, string>()
  // Above the selection in its plane and group; with none, each in the plane it came from.
  const target = s.design.layers[s.selection.at(-1) ?? '']
  const spot =
    target && target.plane !== 'backdrop'
      ? { plane: target.plane, parent: target.parent, inside: target.inside ?? null }
      : null
  const made = p.layers.map((l): Layer => {
    const root = p.roots.includes(l.id)
    const plane = spot?.plane ?? l.plane
    if (l.tie && !ties.has(l.tie)) ties.set(l.tie, newId())
    const references = withReferences(
      l,
      (other) => names.get(other) ?? (s.design.layers[other] ? other : null),
    )
    return {
      ...l,
      id: names.get(l.id) as string,
      page: s.page,
      plane,
      tie: l.tie ? (ties.get(l.tie) ?? null) : null,
      register: nameOf(l.register),
      recipe: l.recipe && s.design.recipes[l.recipe] ? l.recipe : null,
      ...references,
      behaviour: { ...l.behaviour, host: nameOf(l.behaviour.host) },
      // What was pasted is not woven with what it was copied beside.
      weaves: Object.fromEntries(
        Object.entries(references.weaves).filter(([id]) => names.has(l.weaves[id]?.other ?? '')),
      ),
      parent: root ? (spot?.parent ?? null) : nameOf(l.parent),
      inside: l.inside && names.has(l.inside) ? nameOf(l.inside) : (root && spot?.inside) || null,
      placement: moved(
        (l.register && !names.has(l.register)
          ? s.design.layers[placedBy(s.design, l.id)]?.placement
          : undefined) ?? l.placement,
        step.x,
        step.y,
      ),
    }
  })
  const roots = p.roots.flatMap((r) => names.get(r) ?? [])
  const add = (d: Design) => {
    let below: string | null = spot ? (target?.id ?? null) : null
    for (const layer of made) {
      if (!roots.includes(layer.id)) addLayers(d, [layer])
      else {
        addLayers(d, [{ ...layer, order: orderAbove(d, layer, below) }])
        if (spot) below = layer.id
      }
    }
    for (const c of p.changes) {
      const to = names.get(layerOfTarget(c.target) ?? '')
      if (!to || !d.channels[c.channel]) continue
      const copy = changeOfCopy(c, to, (other) => names.get(other) ?? other)
      d.changes[changeKey(copy.channel, copy.target, copy.property)] = copy
    }
  }
  bench.edit(roots.length === 1 ? 'Paste' : `Paste ${roots.length} layers`, (d) => {
    add(d)
    bringOwnFor(bench, d, Object.values(d.layers))
    if (inPlace && p.seen) keepSeen(bench, d, p, names, add)
  })
  bench.select(roots)
}

/** On another channel than the master, pasted things come to lie where they were seen there. */
function keepSeen(
  bench: Bench,
  d: Design,
  p: Parcel,
  names: ReadonlyMap<string, string>,
  add: (d: Design) => void,
): void {
  const s = bench.store.getState()
  const channel = d.channels[s.channel]
  if (!channel || s.channel === d.master || !p.seen) return
  const adapted = bench.resolveOf(record(s.design, add).design)
  for (const [old, placement] of Object.entries(p.seen.places)) {
    const id = names.get(old)
    const base = id ? findResolved(adapted.layers, id)?.base : undefined
    if (id && base) place(d, channel, id, placement, base)
  }
}
function pasteWords(bench: Bench, text: string, at?: Point): void {
  const s = bench.store.getState()
  const short = Math.min(s.resolved.width, s.resolved.height)
  const size = Math.max(s.resolved.channel.smallestType, Math.round(short * 0.045))
  const taken = text.slice(0, MAX_TEXT)
  const lines = Math.min(400, taken.split('\n').length)
  const width = s.resolved.width * 0.7
  const layer = typeLayer(
    { id: newId(), ...spotFor(s, 'type') },
    taken,
    boxAt(
      at ? at.x - width / 2 : s.resolved.width * 0.15,
      at?.y ?? s.resolved.height * 0.3,
      width,
      size * plainStyle.leading * lines,
    ),
    { size },
  )
  bench.edit('Paste text', (d) => addLayers(d, [layer]))
  bench.select([layer.id])
  if (text.length > MAX_TEXT)
    bench.notify(
      `The text is ${text.length.toLocaleString('en')} characters long; a text box holds ${MAX_TEXT.toLocaleString('en')}. The first of them were pasted.`,
    )
}
