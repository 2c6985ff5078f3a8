import type { Layer } from '../kinds/list'
import { renamedTreatments } from '../treatments/list'

/**
 * What a layer says of others, under other names: masks and treatments that go by a layer, weaves, what it rides on. `nameOf` gives
 * null for what is not there: a mask by it and a weave with it go.
 */
export function withReferences(
  layer: Layer,
  nameOf: (id: string) => string | null,
): Pick<Layer, 'masks' | 'weaves' | 'treatments' | 'behaviour'> {
  const masks: [string, Layer['masks'][string]][] = []
  for (const [id, m] of Object.entries(layer.masks)) {
    const other = m.kind === 'layer' ? nameOf(m.layer) : null
    if (m.kind !== 'layer') masks.push([id, m])
    else if (other !== null) masks.push([id, { ...m, layer: other }])
  }
  const weaves: [string, Layer['weaves'][string]][] = []
  for (const [id, w] of Object.entries(layer.weaves)) {
    const other = nameOf(w.other)
    if (other !== null) weaves.push([id, { ...w, other }])
  }
  const { host } = layer.behaviour
  return {
    masks: Object.fromEntries(masks),
    weaves: Object.fromEntries(weaves),
    treatments: renamedTreatments(layer.treatments, nameOf),
    behaviour: { ...layer.behaviour, host: host && nameOf(host) },
  }
}
