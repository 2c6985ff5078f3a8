import type { PixelMemory } from '../pixels/memory'
import { binsOf, likelier } from './colour-model'
import { every } from './look'
import { logistic, Network, type Shape } from './network'
import type { Lab } from './picture'

/** Colours of each of 2 × 2 px, how much rather each is the thing's than the ground's, and what was known before. */
export const FINE: Shape = { inputs: 12 + 4 + 4, down: [12, 20, 32, 40], up: [12, 20, 28] }

/** What the network is shown of a picture of which `prior` is known roughly, 0–1 a px: planes of half its size. */
export function shownFinely(p: Lab, prior: Float32Array): Float32Array[] {
  const planes = [
    p.l.map((v) => v * 2 - 1),
    p.a.map((v) => v * 8),
    p.b.map((v) => v * 8),
    likelier(binsOf(p), prior).map((v) => Math.max(-5, Math.min(5, v)) / 2.5),
    prior.map((v) => v * 2 - 1),
  ]
  return planes.flatMap((plane) => [0, 1, 2, 3].map((k) => every(plane, p, k)))
}

/** What a thing covers of each px, 0–1, from what is known of it on a coarser picture. */
export function refined(memory: PixelMemory, weights: Float32Array, p: Lab, prior: Float32Array): Float32Array {
  const network = new Network(memory, FINE, p.width, p.height)
  network.values = weights
  network.take(shownFinely(p, prior))
  const odds = network.run()
  network.free()
  return odds.map(logistic)
}
