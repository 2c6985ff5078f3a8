import { channelPresets, ownChannel, presetById } from '../core/design/channels'
import type { Design } from '../core/design/schema'
import type { FontBook } from '../core/type/fonts'
import { layoutType } from '../core/type/layout'
import type { TypeStyle } from '../core/type/style'
import { DesignBuilder, frame, type Lookup, linear, solid } from '../supplies/demo/builder'
import { random } from '../supplies/draw/random'

/** A made design with the relations that were meant: the kinds of its structures. */
export type Made = { design: Design; structures: readonly string[] }
type Area = { x: number; y: number; width: number; height: number }
type Ink = { page: string; words: string; accent: string; card: string; onCard: string; onAccent: string }
type Brush = {
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
type Structure = (to: Brush, area: Area) => number

const INKS: readonly Ink[] = [
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
const FACES = [
  ['Fraunces', 600],
  ['Archivo Black', 400],
  ['Karla', 700],
  ['Zilla Slab', 600],
] as const
const CUPS = ['dipped-cup-blue', 'cream-bowl', 'copper-bottle']
/** How much of their height shipped cutouts leave see-through at the foot. */
const FEET: Record<string, number> = { 'dipped-cup-blue': 0.114, 'cream-bowl': 0.146, 'copper-bottle': 0.042 }
const PHOTOS = ['stacked-bowls', 'clay-table', 'three-cups']
const LATIN = {
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
const HEBREW: typeof LATIN = {
  title: ['פתיחת התנור בסתיו', 'שלוש טבילות, זיגוג אחד'],
  sub: ['כלי חומר חדשים ישר מהתנור', 'שש ערבים ליד האובניים'],
  small: ['שבת 14 בנובמבר', 'קדרות שומר', 'רחוב השומר 7'],
  action: ['להזמין מקום', 'לכל הספלים'],
  price: ['24 €', '18 €'],
  cap: ['ספל כחול', 'קערה', 'בקבוק'],
  row: ['ספל טבול', 'קערה גדולה', 'אגרטל', 'צלחת'],
}
const said = (to: Brush, kind: keyof typeof LATIN, n?: number): string => {
  const list = (to.rtl ? HEBREW : LATIN)[kind]
  return list[n === undefined ? Math.floor(to.rnd() * list.length) : n % list.length] as string
}
const pickOf = <T>(to: Brush, list: readonly T[]): T => list[Math.floor(to.rnd() * list.length)] as T

type Set = {
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
function words(to: Brush, text: string, x: number, y: number, width: number, s: Set): number {
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
const display = (to: Brush): Pick<Set, 'family' | 'weight' | 'leading'> => ({
  ...(to.rtl ? {} : { family: to.family }),
  weight: to.weight,
  leading: 1.02,
})

/** Where something of a width stands in an area: as the words of the page do. */
function startOf(to: Brush, a: Area, w: number): number {
  if (to.centred) return a.x + (a.width - w) / 2
  return to.rtl ? a.x + a.width - w : a.x
}
const title: Structure = (to, a) => {
  const h = words(to, said(to, 'title'), a.x, a.y, a.width, {
    size: 10.5 * to.u,
    ...display(to),
    name: 'Title',
  })
  return h + 1.5 * to.u + words(to, said(to, 'sub'), a.x, a.y + h + 1.5 * to.u, a.width, { size: 3.8 * to.u })
}
const button: Structure = (to, a) => {
  const [w, h] = [
    Math.min(a.width, Math.max(34 * to.u, to.smallest * 9)),
    Math.max(8.5 * to.u, to.smallest * 2.2),
  ]
  const x = startOf(to, a, w)
  to.b.shape('message', 'rectangle', { x, y: a.y, width: w, height: h }, solid(to.ink.accent), {
    radii: [h / 2, h / 2, h / 2, h / 2],
    name: 'Button',
  })
  const size = Math.max(to.smallest, 3.6 * to.u)
  words(to, said(to, 'action'), x + 2 * to.u, a.y + h / 2 - size * 0.59, w - 4 * to.u, {
    size,
    align: 'centre',
    colour: to.ink.onAccent,
    weight: 600,
  })
  return h
}
const badge: Structure = (to, a) => {
  const d = Math.max(22 * to.u, to.smallest * 4.4)
  const w = Math.min(a.width * 0.62, a.height * 0.9, 60 * to.u)
  const x = to.centred ? a.x + (a.width - w) / 2 : a.x
  to.b.slot('subject', 'Photo', 'rectangle', { x, y: a.y, width: w, height: w * 0.8 }, pickOf(to, PHOTOS))
  const [bx, by] = [x + w - d * 0.7, a.y - d * 0.2]
  to.b.shape('front', 'ellipse', { x: bx, y: by, width: d, height: d }, solid(to.ink.accent), {
    name: 'Badge',
  })
  const size = Math.max(to.smallest, d * 0.24)
  to.b.type(
    'front',
    said(to, 'price'),
    { x: bx + d * 0.08, y: by + d / 2 - size * 0.6, width: d * 0.84, height: size * 1.2 },
    { family: 'Instrument Sans', weight: 700, size, align: 'centre', leading: 1.2 },
    to.ink.onAccent,
    { name: 'Price' },
  )
  return w * 0.8
}
const captioned: Structure = (to, a) => {
  const n = a.width > 1.5 * a.height ? 4 : 3
  const gap = 4 * to.u
  const w = Math.min((a.width - gap * (n - 1)) / n, a.height * 0.7)
  const left = a.x + (a.width - (w * n + gap * (n - 1))) / 2
  for (let k = 0; k < n; k++) {
    to.b.slot(
      'subject',
      `Picture ${k + 1}`,
      'rectangle',
      { x: left + k * (w + gap), y: a.y, width: w, height: w },
      CUPS[k % 3] as string,
      { fill: solid(to.ink.card) },
    )
    words(to, said(to, 'cap', k), left + k * (w + gap), a.y + w + 1.4 * to.u, w, {
      size: 3 * to.u,
      align: 'centre',
      name: `Caption ${k + 1}`,
    })
  }
  return w + 1.4 * to.u + Math.max(to.smallest, 3 * to.u) * 1.2
}
const table: Structure = (to, a) => {
  const size = Math.max(to.smallest, 3.2 * to.u)
  const step = size * 1.9
  const rows = Math.max(3, Math.min(6, Math.floor(a.height / step)))
  const w = Math.min(a.width, size * 20)
  const x = to.centred ? a.x + (a.width - w) / 2 : a.x
  for (let k = 0; k < rows; k++) {
    const y = a.y + k * step
    words(to, said(to, 'row', k), x, y, w * 0.62, { size, align: 'start' })
    words(to, `€ ${12 + k * 3}`, x + w * 0.66, y, w * 0.34, { size, align: 'end', weight: 700 })
    if (k < rows - 1)
      to.b.shape(
        'message',
        'rectangle',
        { x, y: y + size * 1.5, width: w, height: Math.max(2, 0.2 * to.u) },
        solid(to.ink.accent),
        { name: 'Rule' },
      )
  }
  return (rows - 1) * step + size * 1.2
}
const cards: Structure = (to, a) => {
  const n = 3
  const gap = 3 * to.u
  const across = a.width > a.height * 0.9
  const w = across ? (a.width - gap * (n - 1)) / n : a.width
  const h = across ? Math.min(a.height, w * 1.25) : Math.min((a.height - gap * (n - 1)) / n, 26 * to.u)
  for (let k = 0; k < n; k++) {
    const [x, y] = across ? [a.x + k * (w + gap), a.y] : [a.x, a.y + k * (h + gap)]
    const r = 2 * to.u
    to.b.shape('setting', 'rectangle', { x, y, width: w, height: h }, solid(to.ink.card), {
      radii: [r, r, r, r],
      name: `Card ${k + 1}`,
    })
    const p = 3 * to.u
    const t = words(to, said(to, 'cap', k), x + p, y + p, w - 2 * p, {
      size: 4.2 * to.u,
      align: 'start',
      colour: to.ink.onCard,
      ...display(to),
    })
    words(to, `€ ${18 + 4 * k}`, x + p, y + p + t + to.u, w - 2 * p, {
      size: 3.2 * to.u,
      align: 'start',
      colour: to.ink.onCard,
    })
  }
  return across ? h : n * h + (n - 1) * gap
}
const slanted: Structure = (to, a) => {
  const h = Math.max(15 * to.u, to.smallest * 2)
  const { page } = to
  const y = a.y + h * 0.7
  to.b.shape(
    'message',
    'rectangle',
    { x: -0.15 * page.width, y, width: 1.3 * page.width, height: h, rotation: -5 },
    solid(to.ink.accent),
    { name: 'Band' },
  )
  const size = Math.max(to.smallest, Math.min(8 * to.u, h * 0.6))
  const text = said(to, 'title')
  let own = size
  const full = (s: number): TypeStyle => ({
    italic: false,
    tracking: 0,
    case: 'as-typed',
    family: to.rtl ? 'Noto Sans Hebrew' : to.family,
    weight: to.weight,
    size: s,
    leading: 1.1,
    align: 'centre',
  })
  while (layoutType(to.fonts, text, full(own), 1e6).lines.some((l) => l.width > a.width * 0.92)) own *= 0.95
  to.b.type(
    'message',
    text,
    {
      x: page.width / 2 - a.width / 2,
      y: y + h / 2 - own * 0.55,
      width: a.width,
      height: own * 1.1,
      rotation: -5,
    },
    full(own),
    to.ink.onAccent,
    { name: 'Title' },
  )
  return h * 2.2
}
const board: Structure = (to, a) => {
  const h = Math.min(a.height, 40 * to.u)
  const thick = 2.2 * to.u
  const n = 3
  const w = Math.min(a.width, 90 * to.u)
  const x = a.x + (a.width - w) / 2
  to.b.shape(
    'setting',
    'rectangle',
    { x, y: a.y + h - thick, width: w, height: thick },
    solid(to.ink.accent),
    { name: 'Board' },
  )
  const cell = w / n
  CUPS.forEach((id, k) => {
    const s = to.b.supply
    const known = s(id)
    const height = Math.min(h - thick, cell * 0.8 * (known.height / known.width)) * (0.8 + 0.1 * k)
    const width = (height * known.width) / known.height
    to.b.picture('subject', id, {
      x: x + cell * (k + 0.5) - width / 2,
      y: a.y + h - thick - height * (1 - (FEET[id] ?? 0)) + 1,
      width,
    })
  })
  return h
}
const list: Structure = (to, a) => {
  const size = Math.max(to.smallest, 3.4 * to.u)
  const n = Math.max(3, Math.min(5, Math.floor(a.height / (size * 1.7))))
  let y = a.y
  for (let k = 0; k < n; k++)
    y += words(to, said(to, 'row', k), a.x, y, a.width, { size, name: `Line ${k + 1}` }) + 0.52 * size
  return y - a.y
}
const parts: Structure = (to, a) => {
  const h = words(to, said(to, 'title'), a.x, a.y, a.width, {
    size: 8.5 * to.u,
    ...display(to),
    name: 'Title',
  })
  const w = Math.min(24 * to.u, a.width)
  const x = startOf(to, a, w)
  to.b.shape(
    'message',
    'rectangle',
    { x, y: a.y + h + 1.8 * to.u, width: w, height: Math.max(2, 0.5 * to.u) },
    solid(to.ink.accent),
    { name: 'Rule' },
  )
  const t = words(to, said(to, 'small'), a.x, a.y + h + 4.4 * to.u, a.width, { size: 3.2 * to.u })
  return h + 4.4 * to.u + t
}
const through: Structure = (to, a) => {
  const h = words(to, said(to, 'title'), a.x, a.y, a.width, {
    size: 15 * to.u,
    ...display(to),
    align: 'centre',
    name: 'Title',
  })
  const s = to.b.supply
  const known = s('copper-bottle')
  const height = Math.min(a.height - h * 0.55, 55 * to.u)
  const width = (height * known.width) / known.height
  to.b.picture('front', 'copper-bottle', { x: a.x + a.width / 2 - width / 2, y: a.y + h * 0.55, width })
  return h * 0.55 + height
}
const plate: Structure = (to, a) => {
  const size = Math.max(to.smallest, 5 * to.u)
  const w = Math.min(a.width, 70 * to.u)
  const x = to.centred ? a.x + (a.width - w) / 2 : a.x
  const h = size * 2.3 + Math.max(to.smallest, 3 * to.u) * 1.5
  to.b.shape('message', 'rectangle', { x, y: a.y, width: w, height: h }, solid(to.ink.card), {
    name: 'Plate',
  })
  const t = words(to, said(to, 'sub'), x + 2.5 * to.u, a.y + 2 * to.u, w - 5 * to.u, {
    size: Math.min(size, 4.4 * to.u),
    colour: to.ink.onCard,
    align: 'start',
    ...display(to),
  })
  words(to, said(to, 'small'), x + 2.5 * to.u, a.y + 2.6 * to.u + t, w - 5 * to.u, {
    size: 2.8 * to.u,
    colour: to.ink.onCard,
    align: 'start',
  })
  return h
}
const sticker: Structure = (to, a) => {
  const w = Math.min(a.width * 0.7, 62 * to.u)
  const h = Math.min(a.height, w * 0.66)
  const x = a.x + (a.width - w) / 2
  to.b.slot('subject', 'Photo', 'rectangle', { x, y: a.y, width: w, height: h }, pickOf(to, PHOTOS))
  const d = 14 * to.u
  to.b.shape(
    'front',
    'star',
    { x: x - d * 0.4, y: a.y + h - d * 0.7, width: d, height: d },
    solid(to.ink.accent),
    { corners: 12, inner: 0.82, name: 'Seal' },
  )
  return h + d * 0.3
}
const hero: Structure = (to, a) => {
  const s = to.b.supply
  const known = s('dipped-cup-blue')
  const height = Math.min(a.height, (a.width * 0.7 * known.height) / known.width)
  const width = (height * known.width) / known.height
  to.b.picture('subject', 'dipped-cup-blue', { x: a.x + (a.width - width) / 2, y: a.y, width })
  return height
}
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
} as const
export type StructureName = keyof typeof STRUCTURES

/** What lies under everything: nothing, a photo under a veil, a frame, leaves over corners, halves. */
type GroundName = 'plain' | 'photo' | 'framed' | 'leaves' | 'half' | 'band'
const GROUNDS: readonly GroundName[] = ['plain', 'photo', 'framed', 'leaves', 'half', 'band']

function ground(to: Brush, name: GroundName, safe: Area): Area {
  const { width: W, height: H } = to.page
  if (name === 'photo') {
    to.b.covering('backdrop', 'kiln-shelf', { x: 0, y: 0, width: W, height: H })
    to.b.shape('setting', 'rectangle', { x: -2, y: -2, width: W + 4, height: H + 4 }, solid(to.ink.page), {
      opacity: 0.82,
    })
  }
  if (name === 'framed') {
    const d = 3.2 * to.u
    to.b.shape(
      'front',
      'rectangle',
      { x: d, y: d, width: W - 2 * d, height: H - 2 * d },
      { kind: 'none' },
      { stroke: frame(to.ink.accent, Math.max(2, 0.5 * to.u)), name: 'Frame' },
    )
    return inset(safe, 3 * to.u)
  }
  if (name === 'leaves') {
    const w = 34 * to.u
    to.b.picture('front', 'olive-sprig', { x: -w * 0.45, y: H - w * 0.62, width: w, rotation: 24 })
    to.b.picture('front', 'rust-branch', { x: W - w * 0.5, y: -w * 0.4, width: w, rotation: 150 })
    return inset(safe, 2 * to.u)
  }
  if (name === 'half') {
    const wide = W > H * 1.1
    if (wide) {
      to.b.slot(
        'backdrop',
        'Photo',
        'rectangle',
        { x: W * 0.55, y: -2, width: W * 0.45 + 2, height: H + 4 },
        'kiln-shelf',
      )
      return { ...safe, width: W * 0.55 - safe.x - 4 * to.u }
    }
    to.b.slot(
      'backdrop',
      'Photo',
      'rectangle',
      { x: -2, y: -2, width: W + 4, height: H * 0.4 + 2 },
      'kiln-shelf',
    )
    return { ...safe, y: H * 0.4 + 4 * to.u, height: safe.y + safe.height - H * 0.4 - 4 * to.u }
  }
  if (name === 'band') {
    const size = Math.max(to.smallest, 3 * to.u)
    const h = size * 2.6 + Math.max(0, H - safe.y - safe.height)
    to.b.shape(
      'setting',
      'rectangle',
      { x: -2, y: H - h, width: W + 4, height: h + 2 },
      solid(to.ink.accent),
      { name: 'Band' },
    )
    words(to, said(to, 'small'), safe.x, H - h + size * 0.75, safe.width, { size, colour: to.ink.onAccent })
    return { ...safe, height: H - h - safe.y - 3 * to.u }
  }
  return safe
}
const inset = (a: Area, by: number): Area => ({
  x: a.x + by,
  y: a.y + by,
  width: a.width - 2 * by,
  height: a.height - 2 * by,
})

export function makeStructured(
  seed: number,
  names: readonly StructureName[],
  masterId: string,
  fonts: FontBook,
  supply: Lookup,
  rtl = false,
): Made {
  const rnd = random(seed * 6007 + 11)
  const master = presetById(masterId)
  if (!master) throw new Error(`no channel ${masterId}`)
  const ink = INKS[Math.floor(rnd() * INKS.length)] as Ink
  const [family, weight] = FACES[Math.floor(rnd() * FACES.length)] as (typeof FACES)[number]
  const specs = [master, ...sizesBeside(masterId)]
  const b = new DesignBuilder(
    `made${seed}`,
    `${names.join(', ')} on ${master.name}`,
    specs,
    masterId,
    ink.page,
    supply,
  )
  const u = Math.min(master.width, master.height) / 100
  const to: Brush = {
    b,
    fonts,
    ink,
    rnd,
    u,
    page: master,
    smallest: master.smallestType,
    rtl,
    family,
    weight,
    centred: rnd() < 0.5,
  }
  const safe = {
    x: master.safe.left + 2 * u,
    y: master.safe.top + 2 * u,
    width: master.width - master.safe.left - master.safe.right - 4 * u,
    height: master.height - master.safe.top - master.safe.bottom - 4 * u,
  }
  const name = GROUNDS[seed % GROUNDS.length] as GroundName
  // What is slanted from edge to edge asks for the page itself.
  const area = ground(
    to,
    names.includes('slanted') && (name === 'half' || name === 'framed') ? 'plain' : name,
    safe,
  )
  const drawn = names.map((n) => STRUCTURES[n])
  const gap = 4 * u
  if (area.width > 1.6 * area.height && drawn.length > 1 && !names.includes('slanted')) {
    const w = (area.width - gap * 1.5 * (drawn.length - 1)) / drawn.length
    drawn.forEach((draw, k) => void draw(to, { ...area, x: area.x + k * (w + gap * 1.5), width: w }))
  } else {
    let y = area.y
    drawn.forEach((draw, k) => {
      const left = area.y + area.height - y
      const height = (left - gap * (drawn.length - 1 - k)) / (drawn.length - k)
      y += draw(to, { ...area, y, height }) + gap
    })
  }
  return { design: b.design, structures: [...names, name] }
}
/** Seventeen other sizes: all that ship but the master, and some that are wider, taller or smaller. */
export function sizesBeside(masterId: string) {
  const others = [
    ownChannel('leaderboard', 'Leaderboard', 728, 90),
    ownChannel('rectangle', 'Rectangle', 300, 250),
    ownChannel('skyscraper', 'Skyscraper', 160, 600),
    ownChannel('billboard', 'Billboard', 970, 250),
    ownChannel('half-page', 'Half page', 300, 600),
    ownChannel('wide-post', 'Wide post', 1600, 900),
  ]
  return [...channelPresets.filter((p) => p.id !== masterId), ...others].slice(0, 17)
}
/** The designs that adapting is measured on: every structure alone, in pairs and in threes, on every shipped channel. */
export function trainingDesigns(count: number, fonts: FontBook, supply: Lookup): Made[] {
  const all = Object.keys(STRUCTURES) as StructureName[]
  const masters = channelPresets
    .map((c) => c.id)
    .filter((id) => id !== 'forum-signature' && id !== 'screen-banner')
  return Array.from({ length: count }, (_, seed) => {
    const first = all[seed % all.length] as StructureName
    const others = [all[(seed * 5 + 3) % all.length], all[(seed * 3 + 7) % all.length]] as StructureName[]
    const many = seed < all.length ? 0 : 1 + (seed % 2)
    const names = [
      ...new Set([...(many > 0 ? (['title'] as const) : []), first, ...others.slice(0, many)]),
    ].slice(0, 3)
    return makeStructured(
      seed,
      names,
      masters[(seed * 7) % masters.length] as string,
      fonts,
      supply,
      seed % 9 === 4,
    )
  })
}
export const veil = linear
