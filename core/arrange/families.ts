import type { Item } from '../compose/item'
import type { Chosen } from '../design/chosen-schema'
import { overlaps } from '../geometry/bounds'
import { MOST_TURN } from './leaves'
import { type Given, type Zones, zonesOf } from './zones'

/** One way to go about a page: which things stand in rows and columns, and what is tried with them. */
export type Family = {
  id: Chosen['family']
  /** Null where it would be no other than one before it. */
  zones: (given: Given) => Zones | null
  /** Words that stand by themselves are tried so much larger or smaller than all else. */
  words: readonly number[]
  /** Whether words may become smaller than the channel's smallest, as the last way out. */
  shrinks: boolean
  /** So many of its candidates are carried out and looked at. */
  drawn: number
}

const tree: Family = {
  id: 'tree',
  zones: (g) => zonesOf(g, g.loose, 'tree'),
  words: [1, 1.3, 1.7, 0.8],
  shrinks: false,
  drawn: 6,
}
/** Words are taken off what they graze. */
const apart: Family = {
  id: 'apart',
  zones: (g) => (wordsMeet(g.loose) ? zonesOf(g, g.loose, 'apart') : null),
  words: [1, 1.3],
  shrinks: false,
  drawn: 3,
}
/** Only what has words stands in rows and columns; all else finds a place beside it, or beneath. */
const over: Family = {
  id: 'over',
  zones: (g) => {
    const worded = g.loose.filter((i) => i.types.length > 0)
    return worded.length < g.loose.length || wordsMeet(worded)
      ? zonesOf({ ...g, region: { ...g.region, upright: MOST_TURN } }, worded, 'apart')
      : null
  },
  words: [1],
  shrinks: false,
  drawn: 3,
}
/** Words in one column and in reading order, whatever they lay across, all else beside or beneath: the last way to read them. */
const column: Family = {
  id: 'column',
  zones: (g) =>
    zonesOf(
      { ...g, region: { ...g.region, upright: MOST_TURN, sizes: [] } },
      g.loose.filter((i) => i.types.length > 0),
      'column',
    ),
  words: [1],
  shrinks: false,
  drawn: 2,
}
/** All of it is one thing that is only scaled. */
const whole: Family = {
  id: 'whole',
  zones: (g) => zonesOf(g, g.loose, 'whole'),
  words: [1],
  shrinks: true,
  drawn: 2,
}
export const families: Record<Chosen['family'], Family> = { tree, apart, over, column, whole }

const wordsMeet = (items: readonly Item[]): boolean =>
  items.some((i) => i.types.length > 0 && items.some((o) => o !== i && overlaps(i.ink, o.ink)))
