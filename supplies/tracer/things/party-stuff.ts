import type { Material } from '../materials'
import type { Scene } from '../scene'
import type { Picture } from '../studio'

export const foil = (colour: string): Material => ({ colour, metal: true, roughness: 0.22, coat: 1 })
export const satin = (colour: string, second: string): Material => ({
  colour,
  second,
  pattern: 'cloth',
  scale: 160,
  amount: 0.12,
  roughness: 0.38,
  coat: 0.55,
})
export const PAPERS = ['#c2553a', '#e2a53c', '#2f5f63', '#d98f86', '#f0e4cc', '#7f9268', '#35476b'] as const

/** What is festive is lit with a few samples less: it is plain. */
export const picture = (name: string, width: number, height: number, scene: () => Scene): Picture => ({
  name,
  width,
  height,
  samples: 32,
  scene,
})
