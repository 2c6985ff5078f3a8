import { offer, programme } from './offers.test-data'
import { badge, button, captioned, cards, slanted, table, title } from './panels.test-data'
import { board, hero, list, parts, plate, sticker, through } from './things.test-data'

// All structures by their names.

export const STRUCTURES = {
  title,
  button,
  badge,
  captioned,
  table,
  cards,
  slanted,
  board,
  list,
  parts,
  through,
  plate,
  sticker,
  hero,
  offer,
  programme,
} as const
export type StructureName = keyof typeof STRUCTURES
