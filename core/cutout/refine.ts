import { type Bounds, boundsOf, intersect } from '../geometry/bounds'
import type { PixelMemory } from '../pixels/memory'
import { binsOf, likelier } from './colour-model'
import { every } from './look'
import { logistic, Network, type Shape } from './network'
import type { Lab } from './picture'

/** Colours of each of 2 × 2 px, how much rather each is the thing's than the ground's, and what was known before. */
export const FINE: Shape = { inputs: 12 + 4 + 4, down: [12, 20, 32, 40], up: [12, 20, 28] }

/** Where less than this is believed nothing is looked for, but `ROOM` px beside where more is. */
const NONE = 0.02
const ROOM = 24

type Size = Pick<Lab, 'width' | 'height'>

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

/** The box around what may be the thing, with some room; null where nothing may. */
export function believedIn({ width, height }: Size, prior: Float32Array): Bounds | null {
  let [left, top, right, bottom] = [width, height, -1, -1]
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      if ((prior[y * width + x] as number) < NONE) continue
      left = Math.min(left, x)
      right = Math.max(right, x)
      top = Math.min(top, y)
      bottom = y
    }
  if (right < 0) return null
  return intersect(boundsOf(left - ROOM, top - ROOM, right + 1 - left + 2 * ROOM, bottom + 1 - top + 2 * ROOM), boundsOf(0, 0, width, height))
}
