import { newId } from '../basics/ids'
import { keyBetween } from '../basics/order'
import { changesIn, followMaster, ofLayers, setOnLayer } from '../design/properties/set'
import { arrangementKey, type Design } from '../design/schema'
import { isWorded } from '../kinds/facts'
import { newTreatment } from '../treatments/list'
import { treatmentsOf } from '../treatments/order'
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
const BY_PLACE = ['arrangement', 'safe-type', 'small-type', 'contrast', 'covered']
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
const mends: readonly Mend[] = [again, follow, enlarge, thicken, leaveOut]

/** What would mend a finding, the gentlest first. */
export const mendsFor = (f: Finding, d: Design): Mend[] => mends.filter((m) => m.fits(f, d))
