import type { PixelMemory } from '../pixels/memory'
import { binsOf, likelier } from './colour-model'
import type { Lab } from './copies'
import { quarters } from './look'
import { logistic, Network, type Shape } from './network'

/** Colours of each of 2 × 2 px, how much rather each is the thing's than the ground's, and what was known before. */
export const FINE: Shape = { inputs: 12 + 4 + 4, down: [12, 20, 32, 40], up: [12, 20, 28] }

/** What the network is shown of a picture of which `prior` is known roughly, 0–1 a px: planes of half its size; `bins` are its colours. */
export function shownFinely(p: Lab, prior: Float32Array, bins = binsOf(p)): Float32Array[] {
  return [
    ...quarters(p.l, p, 2, -1),
    ...quarters(p.a, p, 8),
    ...quarters(p.b, p, 8),
    ...quarters(likelier(bins, prior, 5), p, 1 / 2.5),
    ...quarters(prior, p, 2, -1),
  ]
}

/** What a thing covers of each px, 0–1, from what is known of it on a coarser picture. */
export function refined(
  memory: PixelMemory,
  weights: Float32Array,
  p: Lab,
  prior: Float32Array,
  bins = binsOf(p),
): Float32Array {
  const network = new Network(memory, FINE, p.width, p.height)
  network.values = weights
  network.take(shownFinely(p, prior, bins))
  const odds = network.run()
  network.free()
  return odds.map(logistic)
}
