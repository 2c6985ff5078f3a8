import type { Design } from '../../core/design/schema'
import { DesignBuilder, type Lookup, radial, solid } from './builder'

const SIDE = 1080
const page = { x: 0, y: 0, width: SIDE, height: SIDE }
const cards = [
  { picture: 'clay-table', what: 'Throw', about: 'your first bowl', price: '48' },
  { picture: 'glaze-close', what: 'Glaze', about: 'four cups, one set', price: '36' },
  { picture: 'kiln-shelf', what: 'Fire', about: 'a night at the kiln', price: '62' },
] as const
const [CARD, TALL, GAP, TOP, LEFT] = [292, 500, 30, 372, 72]

/** An offer of three: cards with a picture, words and a price, a badge on one of them, a button to press. */
export function threeEvenings(supply: Lookup): Design {
  const channels = [
    'square-post',
    'tall-story',
    'video-thumbnail',
    'wide-header',
    'link-card',
    'portrait-post',
  ]
  const b = new DesignBuilder('three-evenings', 'Three evenings', channels, 'square-post', '#20423f', supply)
  const cream = b.swatch('cream', 'Cream', '#fbf1dd')
  const pine = b.swatch('pine', 'Pine', '#173431')
  const honey = b.swatch('honey', 'Honey', '#f0b45a')
  const clay = b.swatch('clay', 'Clay', '#a8472a')
  b.shape(
    'backdrop',
    'rectangle',
    page,
    radial(0.3, 0.1, 1.5, [0, '#3d6b62'], [0.6, '#20423f'], [1, '#132a29']),
    {
      name: 'Deep celadon',
    },
  )
  b.picture(
    'setting',
    'warm-glow',
    { x: 330, y: -260, width: 1000, height: 800 },
    { name: 'Glow', blend: 'screen', opacity: 0.5 },
  )
  b.type(
    'message',
    'Three evenings\nin clay',
    { x: LEFT - 4, y: 76, width: 900, height: 232 },
    { family: 'Fraunces', weight: 600, size: 112, leading: 1, tracking: -15 },
    cream,
    { name: 'Title', behaviour: { importance: 'must' } },
  )
  for (const [n, card] of cards.entries()) {
    const x = LEFT + n * (CARD + GAP)
    b.shape('subject', 'rectangle', { x, y: TOP, width: CARD, height: TALL }, solid(cream), {
      name: `${card.what} card`,
      radii: [22, 22, 22, 22],
    })
    b.slot(
      'subject',
      `${card.what} picture`,
      'rectangle',
      { x: x + 16, y: TOP + 16, width: CARD - 32, height: 250 },
      card.picture,
      { radii: [12, 12, 12, 12] },
    )
    b.type(
      'message',
      card.what,
      { x: x + 28, y: TOP + 290, width: CARD - 56, height: 62 },
      { family: 'Fraunces', weight: 600, size: 56, leading: 1.05, tracking: -5 },
      pine,
      { name: card.what },
    )
    b.type(
      'message',
      card.about,
      { x: x + 28, y: TOP + 360, width: CARD - 56, height: 36 },
      { family: 'Instrument Sans', weight: 500, size: 28, leading: 1.2 },
      pine,
      { name: `${card.what}, about`, behaviour: { importance: 'may' } },
    )
    b.type(
      'message',
      card.price,
      { x: x + 28, y: TOP + 416, width: CARD - 56, height: 60 },
      { family: 'Instrument Sans', weight: 700, size: 50, leading: 1.1 },
      clay,
      { name: `${card.what}, price` },
    )
  }
  b.graphic(
    'front',
    'burst-badge',
    { x: 862, y: TOP - 72, width: 158, rotation: 10 },
    { body: honey, ring: pine },
    { name: 'Badge' },
  )
  b.type(
    'front',
    'New',
    { x: 881, y: TOP - 22, width: 120, height: 56, rotation: 10 },
    { family: 'Shrikhand', weight: 400, size: 44, leading: 1.1, align: 'centre' },
    pine,
    { name: 'New' },
  )
  b.shape('message', 'rectangle', { x: LEFT, y: 918, width: 330, height: 88 }, solid(honey), {
    name: 'Button',
    radii: [44, 44, 44, 44],
  })
  b.type(
    'message',
    'Book a place',
    { x: LEFT + 20, y: 942, width: 290, height: 42 },
    { family: 'Instrument Sans', weight: 700, size: 36, leading: 1.15, align: 'centre' },
    pine,
    { name: 'Button words', behaviour: { importance: 'must' } },
  )
  b.type(
    'message',
    'Fridays in January, 18–21',
    { x: 440, y: 944, width: 568, height: 40 },
    { family: 'Instrument Sans', weight: 500, size: 34, leading: 1.15, align: 'end' },
    cream,
    { name: 'When', behaviour: { importance: 'should' } },
  )
  b.covering('finish', 'fine-grain', page, { name: 'Grain', blend: 'soft-light', opacity: 0.3 })
  return b.design
}
