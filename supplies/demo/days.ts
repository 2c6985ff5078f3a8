import type { Design } from '../../core/design/schema'
import { DesignBuilder, type Lookup, linear, radial, solid } from './builder'

/** The campaign of days to remember: a birthday, a mother's day, a harvest supper, gifts. */
export const DAYS = 'Days to Remember'

/** A birthday: a cake, balloons, figures to be changed. */
export function birthdaysInClay(supply: Lookup): Design {
  const b = new DesignBuilder(
    'birthdays-in-clay',
    'Birthdays in clay',
    ['square-post', 'tall-story', 'link-card', 'wide-header'],
    'square-post',
    '#f6c9bf',
    supply,
  )
  const page = { x: 0, y: 0, width: 1080, height: 1080 }
  const wine = b.swatch('wine', 'Wine', '#7a1f3a')
  const teal = b.swatch('teal', 'Teal', '#1f5a5c')
  b.shape(
    'backdrop',
    'rectangle',
    page,
    radial(0.5, 0.34, 1.1, [0, '#fdeadf'], [0.6, '#f8cdbf'], [1, '#eda696']),
    {
      name: 'Rose ground',
    },
  )
  b.graphic(
    'setting',
    'rays-uneven',
    { x: -260, y: -130, width: 1600 },
    { rays: '#fbdccd' },
    { name: 'Rays', opacity: 0.7, behaviour: { kind: 'anchor' } },
  )
  b.picture(
    'setting',
    'confetti-strewn',
    { x: -60, y: -120, width: 1200 },
    { name: 'Confetti', opacity: 0.95 },
  )
  b.picture(
    'setting',
    'bunch-of-balloons',
    { x: -190, y: 250, width: 500, rotation: -8 },
    { name: 'Balloons, left' },
  )
  b.picture(
    'setting',
    'bunch-of-balloons',
    { x: 780, y: 210, width: 500, rotation: 9, flipX: true },
    { name: 'Balloons, right' },
  )
  b.shape(
    'setting',
    'rectangle',
    { x: -20, y: 930, width: 1120, height: 170 },
    linear(90, [0, '#fff4e8'], [1, '#f3dccb']),
    {
      name: 'Table',
    },
  )
  const standing = b.group('subject', 'On the table')
  b.picture(
    'subject',
    'contact-shadow',
    { x: 256, y: 906, width: 570, height: 90 },
    { name: 'Shadow of the cake', blend: 'multiply', opacity: 0.6, parent: standing },
  )
  b.picture('subject', 'birthday-cake', { x: 268, y: 448, width: 546 }, { name: 'Cake', parent: standing })
  b.picture(
    'subject',
    'contact-shadow',
    { x: 90, y: 958, width: 250, height: 46 },
    { name: 'Shadow of the gift', blend: 'multiply', opacity: 0.6, parent: standing },
  )
  b.picture('subject', 'gift-teal', { x: 92, y: 738, width: 240 }, { name: 'Gift', parent: standing })
  b.picture(
    'subject',
    'contact-shadow',
    { x: 780, y: 918, width: 220, height: 42 },
    { name: 'Shadow of the mug', blend: 'multiply', opacity: 0.6, parent: standing },
  )
  b.picture('subject', 'rose-mug', { x: 809, y: 800, width: 220 }, { name: 'Mug', parent: standing })
  b.type(
    'message',
    'Birthdays\nin clay',
    { x: 90, y: 76, width: 900, height: 300 },
    { family: 'Titan One', weight: 400, size: 148, leading: 0.98, align: 'centre' },
    wine,
    { name: 'Title', behaviour: { importance: 'must' } },
  )
  const words = b.type(
    'message',
    'Ten guests, ten cups, one cake',
    { x: 190, y: 392, width: 700, height: 50 },
    { family: 'Quicksand', weight: 700, size: 40, leading: 1.2, align: 'centre' },
    teal,
    { name: 'What', behaviour: { importance: 'should' } },
  )
  b.plate(words, 'pill', '#fff4e8')
  return b.design
}

/** For a mother: flowers, letters as a hand would write them. */
export function taughtYouToPour(supply: Lookup): Design {
  const b = new DesignBuilder(
    'taught-you-to-pour',
    'Taught you to pour',
    ['portrait-post', 'square-post', 'tall-story', 'greeting-card'],
    'portrait-post',
    '#f1e6da',
    supply,
  )
  const page = { x: 0, y: 0, width: 1080, height: 1350 }
  const wine = b.swatch('wine', 'Wine', '#6a2036')
  const stem = b.swatch('stem', 'Stem', '#3d4a32')
  b.covering('backdrop', 'hot-press-paper', page, { name: 'Paper' })
  b.shape('backdrop', 'rectangle', page, radial(0.4, 0.3, 1.2, [0, '#fff3ea'], [1, '#eed3c6']), {
    name: 'Rose light',
    blend: 'multiply',
    opacity: 0.85,
  })
  b.shape('setting', 'rectangle', { x: 150, y: 520, width: 780, height: 1000 }, solid('#e3a79a'), {
    name: 'Arch',
    radii: [390, 390, 0, 0],
  })
  b.picture('subject', 'bunch-of-peonies', { x: 210, y: 430, width: 640 }, { name: 'Peonies' })
  b.picture('subject', 'white-pitcher', { x: 405, y: 890, width: 376 }, { name: 'Pitcher' })
  b.type(
    'message',
    'For the one who\ntaught you to pour',
    { x: 90, y: 132, width: 900, height: 300 },
    { family: 'Great Vibes', weight: 400, size: 132, leading: 1.08, align: 'centre' },
    wine,
    { name: 'Title', behaviour: { importance: 'must' } },
  )
  b.type(
    'message',
    'Mother’s day at Fennel Row',
    { x: 190, y: 82, width: 700, height: 40 },
    {
      family: 'Josefin Sans',
      weight: 600,
      size: 32,
      leading: 1.2,
      tracking: 160,
      case: 'upper',
      align: 'centre',
    },
    stem,
    { name: 'Occasion', behaviour: { importance: 'should' } },
  )
  b.picture(
    'finish',
    'foliage-shadow',
    { x: -120, y: -40, width: 1400, height: 1400 },
    {
      name: 'Shadow of leaves',
      blend: 'multiply',
      opacity: 0.34,
      locked: true,
      behaviour: { kind: 'cover' },
    },
  )
  return b.design
}

/** A supper of the harvest, still on the table. */
export function harvestSupper(supply: Lookup): Design {
  const b = new DesignBuilder(
    'harvest-supper',
    'Harvest supper',
    ['postcard', 'square-post', 'link-card', 'wide-header', 'portrait-post'],
    'postcard',
    '#20332a',
    supply,
  )
  const bled = { x: -36, y: -36, width: 1820, height: 1312 }
  const cream = b.swatch('cream', 'Cream', '#f8ead0')
  const straw = b.swatch('straw', 'Straw', '#e8b45a')
  b.shape(
    'backdrop',
    'rectangle',
    bled,
    radial(0.68, 0.42, 1.1, [0, '#4e6a4f'], [0.5, '#2a4536'], [1, '#14241d']),
    {
      name: 'Dark green',
    },
  )
  b.shape(
    'setting',
    'rectangle',
    { x: -36, y: 1010, width: 1820, height: 266 },
    linear(90, [0, '#8a5730'], [0.12, '#6d4224'], [1, '#432613']),
    {
      name: 'Table',
    },
  )
  const things: readonly (readonly [string, string, number, number, number])[] = [
    ['wine-glass', 'Glass of wine', 840, 440, 330],
    ['loaf-of-bread', 'Bread', 1130, 690, 600],
    ['pear', 'Pear', 1490, 770, 220],
    ['apple', 'Apple', 1310, 850, 230],
    ['grapes', 'Grapes', 1040, 760, 270],
    ['cream-bowl', 'Cream bowl', 610, 872, 420],
  ]
  const standing = b.group('subject', 'On the table')
  for (const [id, name, x, y, width] of things.slice(0, 2))
    b.picture('subject', id, { x, y, width }, { name, parent: standing })
  b.picture(
    'subject',
    'contact-shadow',
    { x: 860, y: 1036, width: 900, height: 110 },
    { name: 'Shadow on the table', blend: 'multiply', opacity: 0.8, parent: standing },
  )
  b.picture(
    'subject',
    'contact-shadow',
    { x: 650, y: 1058, width: 350, height: 74 },
    { name: 'Shadow of the bowl', blend: 'multiply', opacity: 0.8, parent: standing },
  )
  for (const [id, name, x, y, width] of things.slice(2))
    b.picture('subject', id, { x, y, width }, { name, parent: standing })
  b.type(
    'message',
    'Harvest\nsupper',
    { x: 118, y: 150, width: 860, height: 420 },
    { family: 'DM Serif Display', weight: 400, size: 216, leading: 0.96, tracking: -5 },
    cream,
    { name: 'Title', behaviour: { importance: 'must' } },
  )
  b.type(
    'message',
    'One long table, thirty bowls, 26 September',
    { x: 126, y: 590, width: 620, height: 130 },
    { family: 'Barlow Condensed', weight: 600, size: 58, leading: 1.12, tracking: 10 },
    straw,
    { name: 'What and when', behaviour: { importance: 'must' } },
  )
  b.picture(
    'front',
    'falling-leaves',
    { x: 1080, y: -180, width: 860, rotation: 12 },
    { name: 'Falling leaves', opacity: 0.96 },
  )
  b.covering('finish', 'fine-grain', bled, { name: 'Grain', blend: 'soft-light', opacity: 0.35 })
  return b.design
}

/** Gifts under fir and snow. */
export function giftsFromTheKiln(supply: Lookup): Design {
  const b = new DesignBuilder(
    'gifts-from-the-kiln',
    'Gifts from the kiln',
    ['tall-story', 'portrait-post', 'greeting-card', 'link-card'],
    'tall-story',
    '#12332e',
    supply,
  )
  const page = { x: 0, y: 0, width: 1080, height: 1920 }
  const gold = b.swatch('gold', 'Gold', '#f0cf86')
  const snow = b.swatch('snow', 'Snow', '#f7f1e4')
  b.shape(
    'backdrop',
    'rectangle',
    page,
    radial(0.5, 0.62, 1.2, [0, '#2f6b5c'], [0.5, '#174238'], [1, '#0a211d']),
    {
      name: 'Fir green',
    },
  )
  b.picture(
    'setting',
    'bokeh-festive',
    { x: -160, y: 560, width: 1400 },
    { name: 'Lights behind', blend: 'screen', opacity: 0.55 },
  )
  b.picture(
    'setting',
    'warm-glow',
    { x: -160, y: 700, width: 1400 },
    { name: 'Glow', blend: 'screen', opacity: 0.7 },
  )
  const heap = b.group('subject', 'Gifts and candles')
  b.picture(
    'subject',
    'floor-shadow-wide',
    { x: 120, y: 1500, width: 840, height: 150 },
    { name: 'Shadow of the gifts', blend: 'multiply', opacity: 0.8, parent: heap },
  )
  b.picture(
    'subject',
    'stack-of-gifts',
    { x: 250, y: 868, width: 600 },
    { name: 'Stack of gifts', parent: heap },
  )
  b.picture('subject', 'pillar-candles', { x: 44, y: 1226, width: 300 }, { name: 'Candles', parent: heap })
  b.picture('subject', 'dipped-cup-blue', { x: 800, y: 1340, width: 226 }, { name: 'Blue cup', parent: heap })
  b.graphic(
    'setting',
    'garland-fir',
    { x: -70, y: -176, width: 1220 },
    { line: '#3d2c1c', first: '#2f6b4f', second: '#4f8f6a' },
    { name: 'Fir' },
  )
  b.type(
    'message',
    'Gifts from\nthe kiln',
    { x: 84, y: 330, width: 912, height: 390 },
    { family: 'Cormorant Garamond', weight: 600, size: 200, leading: 0.92, align: 'centre', tracking: -5 },
    gold,
    { name: 'Title', behaviour: { importance: 'must' } },
  )
  b.type(
    'message',
    'Wrapped by us until 23 December',
    { x: 140, y: 728, width: 800, height: 60 },
    { family: 'Josefin Sans', weight: 600, size: 46, leading: 1.2, align: 'centre' },
    snow,
    { name: 'Until when', behaviour: { importance: 'should' } },
  )
  b.picture(
    'finish',
    'snow-falling',
    { x: -420, y: 0, width: 1920, height: 1920 },
    { name: 'Snow', blend: 'screen', opacity: 0.8, locked: true, behaviour: { kind: 'cover' } },
  )
  return b.design
}
