import type { DesignBuilder } from '../../../supplies/demo/builder'
import type { FontBook } from '../../type/fonts'
import { layoutType } from '../../type/layout'
import type { TypeStyle } from '../../type/style'

// What made designs are drawn with: inks, faces, sayings in both directions of reading, words that fit.

export type Area = { x: number; y: number; width: number; height: number }
export type Ink = {
  page: string
  words: string
  accent: string
  card: string
  onCard: string
  onAccent: string
}
export type Brush = {
  b: DesignBuilder
  fonts: FontBook
  ink: Ink
  rnd: () => number
  /** A hundredth of the page's shorter side. */
  u: number
  page: { width: number; height: number }
  smallest: number
  rtl: boolean
  family: string
  weight: number
  centred: boolean
}
/** Draws a structure into an area; gives the height that it took. */
export type Structure = (to: Brush, area: Area) => number

export const INKS: readonly Ink[] = [
  {
    page: '#f3e7d7',
    words: '#3a1c12',
    accent: '#b1532f',
    card: '#fffaf2',
    onCard: '#3a1c12',
    onAccent: '#fff6ea',
  },
  {
    page: '#1f2b2a',
    words: '#f4ecdd',
    accent: '#e0a04b',
    card: '#2d3d3b',
    onCard: '#f4ecdd',
    onAccent: '#1f2b2a',
  },
  {
    page: '#e3ebe4',
    words: '#18352c',
    accent: '#2f6b57',
    card: '#ffffff',
    onCard: '#18352c',
    onAccent: '#f2fbf4',
  },
  {
    page: '#f6d9cb',
    words: '#4a1430',
    accent: '#8f2a54',
    card: '#fff3ec',
    onCard: '#4a1430',
    onAccent: '#fff0ea',
  },
]
export const FACES = [
  ['Fraunces', 600],
  ['Archivo Black', 400],
  ['Karla', 700],
  ['Zilla Slab', 600],
] as const
export const CUPS = ['dipped-cup-blue', 'cream-bowl', 'copper-bottle']
/** How much of their height shipped cutouts leave see-through at the foot. */
export const FEET: Record<string, number> = {
  'dipped-cup-blue': 0.114,
  'cream-bowl': 0.146,
  'copper-bottle': 0.042,
}
export const PHOTOS = ['stacked-bowls', 'clay-table', 'three-cups']
export const LATIN = {
  title: [
    'Autumn Kiln Opening',
    'Three dips, one glaze',
    'Winter market',
    'Bowls & soup',
    'Throw your first cup',
    'Slow clay weekend',
  ],
  sub: [
    'New stoneware, straight from the kiln',
    'Six evenings at the wheel',
    'Celadon, tenmoku and ash',
    'Come early, stay for soup',
  ],
  small: [
    'Saturday 14 November, 10 to 18',
    'Fennel Row Pottery',
    'Old dairy, Fennel Row 7',
    'No booking needed',
    'Bring an apron',
  ],
  action: ['Book a place', 'See all cups', 'Join us', 'Read more'],
  price: ['€ 24', '−20 %', '€ 18', 'New'],
  cap: ['Blue cup', 'Cream bowl', 'Copper bottle', 'Ash vase'],
  row: ['Cup, dipped', 'Bowl, large', 'Bottle vase', 'Plate, ash', 'Teapot', 'Jug, small'],
}
export const HEBREW: typeof LATIN = {
  title: ['פתיחת התנור בסתיו', 'שלוש טבילות, זיגוג אחד'],
  sub: ['כלי חומר חדשים ישר מהתנור', 'שש ערבים ליד האובניים'],
  small: ['שבת 14 בנובמבר', 'קדרות שומר', 'רחוב השומר 7'],
  action: ['להזמין מקום', 'לכל הספלים'],
  price: ['24 €', '18 €'],
  cap: ['ספל כחול', 'קערה', 'בקבוק'],
  row: ['ספל טבול', 'קערה גדולה', 'אגרטל', 'צלחת'],
}
export const said = (to: Brush, kind: keyof typeof LATIN, n?: number): string => {
  const list = (to.rtl ? HEBREW : LATIN)[kind]
  return list[n === undefined ? Math.floor(to.rnd() * list.length) : n % list.length] as string
}
export const pickOf = <T>(to: Brush, list: readonly T[]): T => list[Math.floor(to.rnd() * list.length)] as T

export type Set = {
  size: number
  align?: TypeStyle['align']
  colour?: string
  weight?: number
  family?: string
  leading?: number
  rotation?: number
  name?: string
}
/** Sets words in a width, a size that the channel allows at least; gives their height. */
export function words(to: Brush, text: string, x: number, y: number, width: number, s: Set): number {
  const style = {
    family: s.family ?? (to.rtl ? 'Noto Sans Hebrew' : 'Instrument Sans'),
    weight: s.weight ?? 500,
    size: Math.max(to.smallest, s.size),
    leading: s.leading ?? 1.18,
    align: s.align ?? (to.centred ? 'centre' : 'start'),
  } satisfies Partial<TypeStyle>
  const full: TypeStyle = { italic: false, tracking: 0, case: 'as-typed', ...style }
  let size = full.size
  // A word that is wider than its column is set smaller, as whoever composes would.
  while (
    size > to.smallest &&
    layoutType(to.fonts, text, { ...full, size }, width).lines.some((l) => l.width > width + 1)
  )
    size *= 0.94
  const { height } = layoutType(to.fonts, text, { ...full, size }, width)
  to.b.type(
    'message',
    text,
    { x, y, width, height, ...(s.rotation ? { rotation: s.rotation } : {}) },
    { ...style, size },
    s.colour ?? to.ink.words,
    s.name ? { name: s.name } : {},
  )
  return height
}
export const display = (to: Brush): Pick<Set, 'family' | 'weight' | 'leading'> => ({
  ...(to.rtl ? {} : { family: to.family }),
  weight: to.weight,
  leading: 1.02,
})

/** Where something of a width stands in an area: as the words of the page do. */
export function startOf(to: Brush, a: Area, w: number): number {
  if (to.centred) return a.x + (a.width - w) / 2
  return to.rtl ? a.x + a.width - w : a.x
}
