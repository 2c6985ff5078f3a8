import type { Manner } from './shelves'

export const SUPPLY_KINDS = ['photo', 'cutout', 'graphic', 'texture', 'overlay'] as const
export type SupplyKind = (typeof SUPPLY_KINDS)[number]
/** One shipped piece of material. All of it is ours, made by the generator, CC0. */
export type Supply = {
  id: string
  kind: SupplyKind
  label: string
  words: string
  file: string
  blend: string
  manner: Manner
  focal?: { x: number; y: number }
}
