import { quickHash } from '../basics/hash'
import { newId } from '../basics/ids'
import type { Accepted } from '../design/accepted-schema'
import { changesIn, ofLayers } from '../design/properties/set'
import type { Design } from '../design/schema'
import type { Finding } from './define'

/** What a finding is about, as it is now: what it says, the layer it is of, what differs of that on its channel. */
function aboutOf(f: Finding, d: Design): string {
  const own = f.layer ? changesIn(d, { channel: f.channel, targets: ofLayers([f.layer]) }) : []
  return quickHash(JSON.stringify([f.text, f.layer ? d.layers[f.layer] : null, own]))
}
const isOf = (a: Accepted, f: Finding): boolean =>
  a.check === f.check &&
  (a.place === null ||
    (a.place.page === f.page && a.place.channel === f.channel && a.place.layer === f.layer))

/** How a finding was accepted; null where it was not, or where what it was about has changed since. */
export const acceptedAs = (f: Finding, d: Design): Accepted | null =>
  Object.values(d.accepted).find((a) => isOf(a, f) && (a.place === null || a.place.as === aboutOf(f, d))) ??
  null
/** The findings that nobody accepted. */
export const openFindings = <F extends Finding>(all: readonly F[], d: Design): F[] =>
  Object.keys(d.accepted).length === 0 ? [...all] : all.filter((f) => acceptedAs(f, d) === null)
/** Lets a finding be, at its place or everywhere, with a word why. */
export function accept(d: Design, f: Finding, how: { why: string; everywhere: boolean }): void {
  for (const a of Object.values(d.accepted)) if (isOf(a, f)) delete d.accepted[a.id]
  const id = newId()
  const place = how.everywhere
    ? null
    : { page: f.page, channel: f.channel, layer: f.layer, as: aboutOf(f, d) }
  d.accepted[id] = { id, check: f.check, why: how.why.trim().slice(0, 300), place }
}
/** A finding is one again. */
export const acceptNoMore = (d: Pick<Design, 'accepted'>, id: string): void => {
  delete d.accepted[id]
}
