import { copyOf } from '../../basics/copy'
import type { Layer } from '../../kinds/list'
import { type Change, changeKey } from '../change-schema'
import type { ChannelPlace } from '../channel-schema'
import type { Design } from '../schema'
import { propertyFor, propertyOf } from './table'
import { layerOfTarget, ofCopy, onLayer, onPage, type Target, thingAt } from './targets'

/** Where values are written: the master's own, or what differs on a channel. */
type Written = Pick<Design, 'master' | 'changes'>

/**
 * Sets a property: on the master itself, elsewhere as what differs there. Of entries, those not named stay as they are.
 * Nothing happens where the target is gone; throws for a property that it does not have by name.
 */
export function setOn(d: Written, channel: string, target: Target, id: string, value: unknown): void {
  const property = propertyOf(target, id)
  if (!property) throw new Error(`There is no property ${id} of ${target}.`)
  const thing = thingAt(d, target)
  if (!thing) return
  if (channel !== d.master) {
    const key = changeKey(channel, target, id)
    const held = d.changes[key]?.value
    const whole = property.merge === 'entries' && held ? { ...(held as object), ...(value as object) } : value
    d.changes[key] = { channel, target, property: id, value: whole }
    return
  }
  if (property.read(thing) === undefined) return
  property.put(thing, value)
}

type OfLayer<K extends string> = Layer extends infer L
  ? L extends { [P in K]?: infer V }
    ? V
    : never
  : never
/** What a property of a layer may be set to; of what is merged, some entries. */
export type LayerValue<K extends string> = K extends 'place'
  ? ChannelPlace
  : K extends 'style' | 'stroke' | 'parts'
    ? Partial<OfLayer<K>>
    : OfLayer<K>
/** The same for a layer by its id. */
export const setOnLayer = <K extends string>(
  d: Written,
  channel: string,
  id: string,
  property: K,
  value: LayerValue<K>,
): void => setOn(d, channel, onLayer(id), property, value)

/** Sets several keys of a thing at once; what is no property (what is painted, its name) is the same on all channels. */
export function setAllOn(
  d: Written,
  channel: string,
  target: Target,
  values: Readonly<Record<string, unknown>>,
): void {
  const thing = thingAt(d, target)
  if (!thing) return
  for (const [key, value] of Object.entries(values)) {
    const property = propertyFor(target, thing, key)
    if (property) setOn(d, channel, target, property.id, value)
    else if (value === undefined) delete thing[key]
    else thing[key] = value
  }
}

/** Which changes are meant: of one channel, of some targets, of some properties; all where nothing is said. */
export type Which = {
  channel?: string
  targets?: (target: Target) => boolean
  property?: (id: string) => boolean
}
export const changesIn = (d: Pick<Design, 'changes'>, which: Which): Change[] =>
  Object.values(d.changes).filter(
    (c) =>
      (which.channel === undefined || c.channel === which.channel) &&
      (which.targets?.(c.target) ?? true) &&
      (which.property?.(c.property) ?? true),
  )
/** Follows the master again: what differs is dropped. */
export function followMaster(d: Pick<Design, 'changes'>, which: Which): void {
  for (const c of changesIn(d, which)) delete d.changes[changeKey(c.channel, c.target, c.property)]
}
/** Targets that are layers or belong to them. */
export const ofLayers = (ids: readonly string[]) => {
  const own = new Set(ids)
  return (target: Target): boolean => own.has(layerOfTarget(target) ?? '')
}

/** Targets that show on a page: its layers, itself, and what all pages share. */
export const onPageOf =
  (d: Pick<Design, 'layers'>, page: string) =>
  (target: Target): boolean => {
    const layer = layerOfTarget(target)
    if (layer !== null) return d.layers[layer]?.page === page
    return !target.startsWith('pages/') || target === onPage(page)
  }

/** Drops what differs of things that are gone. */
export function dropStray(d: Pick<Design, 'changes'>): void {
  followMaster(d, { targets: (target) => thingAt(d, target) === undefined })
}

/** What differs of one thing differs of another too: of what it became, or was copied to. */
export function alsoOn(d: Pick<Design, 'changes'>, from: Target, to: Target): void {
  for (const c of changesIn(d, { targets: (target) => target === from }))
    d.changes[changeKey(c.channel, to, c.property)] = { ...c, target: to, value: copyOf(c.value) }
}

/** A change of one layer as that of another, what it names renamed as it was. */
export function changeOfCopy(c: Change, layer: string, nameOf: (id: string) => string): Change {
  const names = propertyOf(c.target, c.property)?.refersTo === 'layer' && typeof c.value === 'string'
  const value = names ? nameOf(c.value as string) : copyOf(c.value)
  return { ...c, target: ofCopy(c.target, layer), value }
}
/** Gives copies what differs of their originals; `names` are the copies by the originals. */
export function copyChanges(d: Pick<Design, 'changes'>, names: ReadonlyMap<string, string>): void {
  for (const c of Object.values(d.changes)) {
    const layer = names.get(layerOfTarget(c.target) ?? '')
    if (!layer) continue
    const copy = changeOfCopy(c, layer, (id) => names.get(id) ?? id)
    d.changes[changeKey(copy.channel, copy.target, copy.property)] = copy
  }
}
/** The stored files that changes name. */
export const blobsOfChanges = (changes: Design['changes']): string[] =>
  Object.values(changes).flatMap((c) =>
    propertyOf(c.target, c.property)?.refersTo === 'blob' && c.value
      ? [(c.value as { source: string }).source]
      : [],
  )
