import { graphics } from './draw/graphics'
import { overlays, textures } from './draw/rasters'

export const SUPPLY_KINDS = ['photo', 'cutout', 'graphic', 'texture', 'overlay'] as const
export type SupplyKind = (typeof SUPPLY_KINDS)[number]
/** One shipped piece of material. All of it is ours, made by the generator, CC0. */
/** How a thing is drawn: like a photo, in flat colour, in lines, or as soft light and dark. */
export const MANNERS = ['lifelike', 'flat', 'line', 'soft'] as const
export type Manner = (typeof MANNERS)[number]
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
/** Graphics that are drawn in lines. */
const LINES = /border|rule|arrow|ring|line|outline|scribble|underline|frame|wave/

const photo = (id: string, label: string, words: string, focal = { x: 0.5, y: 0.5 }): Supply => ({
  id,
  kind: 'photo',
  label,
  words,
  file: `photos/${id}.jpg`,
  blend: 'normal',
  manner: 'lifelike',
  focal,
})
const cutout = (id: string, label: string, words: string): Supply => ({
  id,
  kind: 'cutout',
  label,
  words,
  file: `cutouts/${id}.webp`,
  blend: 'normal',
  manner: 'lifelike',
})

export const supplies: readonly Supply[] = [
  photo('pale-corner', 'Pale corner', 'vase olive branch wall table sunlight upright studio', {
    x: 0.42,
    y: 0.6,
  }),
  photo('three-cups', 'Three cups', 'cups mugs dipped glaze blue rose white table', { x: 0.5, y: 0.55 }),
  photo('kiln-shelf', 'Kiln shelf', 'shelf shelves vases bowls cups pots studio clay wall', {
    x: 0.5,
    y: 0.55,
  }),
  photo('stacked-bowls', 'Stacked bowls', 'bowls stack green dark upright speckle', { x: 0.5, y: 0.5 }),
  photo('glaze-close', 'Glaze close-up', 'glaze copper orange vase detail macro dark', { x: 0.5, y: 0.4 }),
  photo('clay-table', 'Raw clay on the table', 'clay raw unglazed bowl pitcher pink studio', {
    x: 0.45,
    y: 0.55,
  }),
  photo('leaves-at-window', 'Leaves at the window', 'eucalyptus leaves vase window light upright foliage', {
    x: 0.5,
    y: 0.5,
  }),
  photo('evening-lights', 'Evening lights', 'bokeh lights dark evening vase gourd warm', { x: 0.45, y: 0.6 }),
  cutout('copper-bottle', 'Copper bottle vase', 'vase bottle copper orange glaze'),
  cutout('cobalt-moon-jar', 'Cobalt moon jar', 'vase jar round blue glaze'),
  cutout('teal-gourd', 'Teal gourd vase', 'vase gourd teal green glaze'),
  cutout('cream-bowl', 'Cream bowl', 'bowl speckle cream white'),
  cutout('celadon-dish', 'Celadon dish', 'dish bowl wide green celadon'),
  cutout('dipped-cup-blue', 'Blue dipped cup', 'cup beaker blue dip glaze'),
  cutout('rose-mug', 'Rose mug', 'mug cup handle pink rose dip'),
  cutout('white-pitcher', 'White pitcher', 'pitcher jug handle white dip'),
  cutout('stacked-bowls-three', 'Three stacked bowls', 'bowls stack green brown white'),
  cutout('banded-vase', 'Banded vase', 'vase tall bands blue cream stripes'),
  cutout('glass-bottle-with-grass', 'Glass bottle with grass', 'glass bottle dry grass stems transparent'),
  cutout('olive-sprig', 'Olive sprig', 'olive leaf branch foliage green plant'),
  cutout('rust-branch', 'Rust branch', 'branch leaves autumn rust foliage plant'),
  cutout('dry-grass', 'Dry grass', 'grass plume stems straw dry foliage'),
  ...graphics.map(
    (g): Supply => ({
      id: g.name,
      kind: 'graphic',
      label: g.label,
      words: g.words,
      file: `graphics/${g.name}.svg`,
      blend: 'normal',
      manner: LINES.test(g.words) ? 'line' : 'flat',
    }),
  ),
  ...textures.map(
    (t): Supply => ({
      id: t.name,
      kind: 'texture',
      label: t.label,
      words: t.words,
      file: `textures/${t.name}.jpg`,
      blend: t.blend,
      manner: 'lifelike',
    }),
  ),
  ...overlays.map(
    (o): Supply => ({
      id: o.name,
      kind: 'overlay',
      label: o.label,
      words: o.words,
      file: `overlays/${o.name}.webp`,
      blend: o.blend,
      manner: 'soft',
    }),
  ),
]

/** Combinations of faces for a headline and what goes with it. */
export const pairings = [
  {
    id: 'kiln',
    label: 'Kiln',
    head: { family: 'Fraunces', weight: 600, leading: 0.96, tracking: -10 },
    small: { family: 'Instrument Sans', weight: 600, leading: 1.3, tracking: 60 },
  },
  {
    id: 'market',
    label: 'Market',
    head: { family: 'Anton', weight: 400, leading: 1.02, tracking: 10 },
    small: { family: 'Karla', weight: 400, leading: 1.3, tracking: 0 },
  },
  {
    id: 'letter',
    label: 'Letter',
    head: { family: 'Cormorant Garamond', weight: 600, leading: 0.98, tracking: 0 },
    small: { family: 'Josefin Sans', weight: 400, leading: 1.3, tracking: 120 },
  },
  {
    id: 'workshop',
    label: 'Workshop',
    head: { family: 'Bricolage Grotesque', weight: 800, leading: 0.98, tracking: -15 },
    small: { family: 'IBM Plex Mono', weight: 400, leading: 1.35, tracking: 0 },
  },
  {
    id: 'note',
    label: 'Note',
    head: { family: 'Caveat', weight: 700, leading: 0.92, tracking: 0 },
    small: { family: 'Zilla Slab', weight: 400, leading: 1.3, tracking: 0 },
  },
  {
    id: 'fair',
    label: 'Fair',
    head: { family: 'Shrikhand', weight: 400, leading: 1, tracking: 0 },
    small: { family: 'Barlow Condensed', weight: 600, leading: 1.2, tracking: 40 },
  },
] as const
