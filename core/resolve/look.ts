import type { Change } from '../design/change-schema'
import type { Channel } from '../design/channel-schema'
import { onLayer, onMask, onTreatment, type Target } from '../design/properties/targets'
import type { Layer } from '../kinds/list'
import type { PageTree } from './page-tree'
import { withChanges } from './page-tree'

type Changes = PageTree['changes']
const treatmentTarget = (layer: Layer, id: string, recipes: PageTree['design']['recipes']): Target =>
  onTreatment(layer.recipe && recipes[layer.recipe] ? { recipe: layer.recipe } : { layer: layer.id }, id)

/** All that differs of a layer, its treatments and masks on a channel. */
export const changesOfLayer = (
  layer: Layer,
  changes: Changes,
  recipes: PageTree['design']['recipes'],
): Change[] =>
  changes.size === 0
    ? []
    : [
        ...(changes.get(onLayer(layer.id)) ?? []),
        ...Object.keys(layer.treatments).flatMap(
          (id) => changes.get(treatmentTarget(layer, id, recipes)) ?? [],
        ),
        ...Object.keys(layer.masks).flatMap((id) => changes.get(onMask(layer.id, id)) ?? []),
      ]

const made = new WeakMap<Layer, { parts: readonly unknown[]; layer: Layer }[]>()
/** A layer as it looks on a channel: after it was arranged, so that places and lengths are told there. */
export function looking(
  layer: Layer,
  changes: Changes,
  channel: Channel,
  recipes: PageTree['design']['recipes'],
): Layer {
  if (changes.size === 0) return layer
  const own = withChanges(layer, changes.get(onLayer(layer.id)), channel, 'look')
  const on = <T extends object>(things: Record<string, T>, targetOf: (id: string) => Target) =>
    Object.entries(things).map(
      ([id, thing]) => [id, withChanges(thing, changes.get(targetOf(id)), channel, 'look')] as const,
    )
  const treatments = on(own.treatments, (id) => treatmentTarget(own, id, recipes))
  const masks = on(own.masks, (id) => onMask(own.id, id))
  const differs =
    treatments.some(([id, t]) => t !== own.treatments[id]) || masks.some(([id, m]) => m !== own.masks[id])
  if (!differs) return own
  const parts = [...treatments, ...masks].map(([, thing]) => thing)
  const held = made.get(own)?.find((h) => h.parts.every((p, n) => p === parts[n]))
  if (held) return held.layer
  const next = {
    ...own,
    treatments: Object.fromEntries(treatments),
    masks: Object.fromEntries(masks),
  } as Layer
  if (Object.isFrozen(own)) Object.freeze(next)
  made.set(own, [...(made.get(own) ?? []).slice(-11), { parts, layer: next }])
  return next
}
