import { newId } from '../basics/ids'
import { keyBetween } from '../basics/order'
import { paintLight } from '../colour/light'
import { replaceFamily } from '../design/families'
import { changesIn, followMaster, ofLayers, setOnLayer } from '../design/properties/set'
import { arrangementKey, type Design } from '../design/schema'
import { isWorded } from '../kinds/facts'
import type { Plate } from '../kinds/type/plate'
import { newTreatment } from '../treatments/list'
import { treatmentsOf } from '../treatments/order'
import { familyByName } from '../type/catalogue'
import type { Finding } from './define'

/** What would mend a finding: an edit that can be made on every finding of its like. */
export type Mend = {
  id: string
  label: string
  /** Whether it is of use for this finding now. */
  fits: (f: Finding, d: Design) => boolean
  apply: (d: Design, f: Finding) => void
}

/** Checks whose findings another arrangement can mend. */
const BY_PLACE = ['stale', 'arrangement', 'safe-type', 'small-type', 'contrast', 'covered']
const isElsewhere = (f: Finding, d: Design): boolean => f.channel !== d.master
const moved = (f: Finding, d: Design): boolean =>
  f.layer !== null && changesIn(d, { channel: f.channel, targets: ofLayers([f.layer]) }).length > 0

const again: Mend = {
  id: 'arrange-again',
  label: 'Arrange again',
  fits: (f, d) =>
    BY_PLACE.includes(f.check) && isElsewhere(f, d) && arrangementKey(f.page, f.channel) in d.arrangements,
  apply: (d, f) => {
    delete d.arrangements[arrangementKey(f.page, f.channel)]
  },
}
const follow: Mend = {
  id: 'follow-master',
  label: 'Follow the master again',
  fits: (f, d) => isElsewhere(f, d) && moved(f, d),
  apply: (d, f) => {
    if (f.layer) followMaster(d, { channel: f.channel, targets: ofLayers([f.layer]) })
  },
}
const enlarge: Mend = {
  id: 'smallest-size',
  label: 'Set at the smallest size',
  fits: (f, d) => f.check === 'small-type' && isWorded(d.layers[f.layer ?? '']),
  apply: (d, f) => {
    const size = d.channels[f.channel]?.smallestType
    if (size && f.layer) setOnLayer(d, f.channel, f.layer, 'style', { size })
  },
}
const shorten: Mend = {
  id: 'shorter-text',
  label: 'Use the short form',
  fits: (f, d) => {
    const layer = d.layers[f.layer ?? '']
    if (!BY_PLACE.includes(f.check) || !isElsewhere(f, d) || !isWorded(layer) || !layer.short) return false
    const arranged = d.arrangements[arrangementKey(f.page, f.channel)]
    const stands = arranged?.solver === 2 && (arranged.short ?? []).includes(layer.id)
    const own = changesIn(d, {
      channel: f.channel,
      targets: ofLayers([layer.id]),
      property: (p) => p === 'text',
    })
    return !stands && own.length === 0
  },
  apply: (d, f) => {
    const layer = d.layers[f.layer ?? '']
    if (!isWorded(layer) || !layer.short) return
    setOnLayer(d, f.channel, layer.id, 'text', layer.short)
    delete d.arrangements[arrangementKey(f.page, f.channel)]
  },
}
const plate: Mend = {
  id: 'plate',
  label: 'A plate behind the words',
  fits: (f, d) => {
    const words = d.layers[f.layer ?? '']
    return f.check === 'contrast' && isWorded(words) && words.plate === null
  },
  apply: (d, f) => {
    const words = d.layers[f.layer ?? '']
    if (!isWorded(words)) return
    const colour = paintLight(words.fill, d.swatches).light > 0.5 ? '#141414' : '#ffffff'
    const made: Plate = {
      kind: 'block',
      fill: { kind: 'solid', colour },
      across: 0.35,
      down: 0.16,
      radius: 0.1,
    }
    setOnLayer(d, f.channel, words.id, 'plate', made)
    delete d.arrangements[arrangementKey(f.page, f.channel)]
  },
}
/** All uses of a typeface that is not here at once, on the master and wherever a channel says otherwise. */
const standIn: Mend = {
  id: 'stand-in',
  label: 'Take the stand-in everywhere',
  fits: (f, d) => f.check === 'missing-face' && isWorded(d.layers[f.layer ?? '']),
  apply: (d, f) => {
    const words = d.layers[f.layer ?? '']
    if (isWorded(words)) replaceFamily(d, words.style.family, familyByName(words.style.family).name)
  },
}
const leaveOut: Mend = {
  id: 'leave-out',
  label: 'Leave out here',
  fits: (f, d) => BY_PLACE.includes(f.check) && isElsewhere(f, d) && d.layers[f.layer ?? ''] !== undefined,
  apply: (d, f) => {
    if (f.layer) setOnLayer(d, f.channel, f.layer, 'shown', false)
  },
}
const thicken: Mend = {
  id: 'thicken',
  label: 'Thicken it first',
  fits: (f, d) => f.check === 'vanishing' && d.layers[f.layer ?? ''] !== undefined,
  apply: (d, f) => {
    const layer = d.layers[f.layer ?? '']
    if (!layer) return
    const first = treatmentsOf(layer)[0]
    const made = newTreatment('thicken', { id: newId(), order: keyBetween(null, first?.order ?? null) })
    layer.treatments[made.id] = made
  },
}
const tie: Mend = {
  id: 'lies-on',
  label: 'Say that it lies on it',
  fits: (f, d) =>
    f.check === 'untied' && d.layers[f.layer ?? ''] !== undefined && d.layers[f.to ?? ''] !== undefined,
  apply: (d, f) => {
    if (!f.layer || !f.to) return
    const id = newId()
    d.said[id] = { id, page: f.page, kind: 'on', members: [f.to, f.layer] }
  },
}
/** The ground reaches so far over the page's edge, px. */
const OVER = 2
const fillAgain: Mend = {
  id: 'fill-again',
  label: 'Fill again',
  fits: (f, d) =>
    f.check === 'slivers' && f.to === undefined && d.layers[f.layer ?? ''] !== undefined && f.fills === true,
  apply: (d, f) => {
    const [layer, channel] = [d.layers[f.layer ?? ''], d.channels[f.channel]]
    if (!layer || !channel) return
    followMaster(d, {
      channel: f.channel,
      targets: ofLayers([layer.id]),
      property: (p) => p === 'place',
    })
    if (f.channel !== d.master) return
    const { bleed, width, height } = channel
    const p = layer.placement
    const over = bleed + OVER
    const reach = (at: number, size: number, full: number) =>
      Math.max((2 * (at + over)) / size, (2 * (full + over - at)) / size)
    const k = Math.max(1, reach(p.x, p.width, width), reach(p.y, p.height, height))
    layer.placement = { ...p, width: p.width * k, height: p.height * k }
  },
}
const mends: readonly Mend[] = [
  standIn,
  tie,
  fillAgain,
  again,
  follow,
  enlarge,
  plate,
  shorten,
  thicken,
  leaveOut,
]

/** What would mend a finding, the gentlest first. */
export const mendsFor = (f: Finding, d: Design): Mend[] => mends.filter((m) => m.fits(f, d))
