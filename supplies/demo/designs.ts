import { demoChannelIds } from '../../core/design/channels'
import { onLayer, onSwatch } from '../../core/design/properties/targets'
import type { Design } from '../../core/design/schema'
import { DesignBuilder, type Lookup, linear, radial } from './builder'
import { birthdaysInClay, DAYS, giftsFromTheKiln, harvestSupper, taughtYouToPour } from './days'
import { bySea, centreIt, clayAndSong, inYourPocket, MIDSUMMER } from './midsummer'
import { winterPrices } from './price-list'
import { solsticeNight } from './solstice-night'
import { threeEvenings } from './three-evenings'

/** The sample designs: a made-up pottery studio, Fennel Row Pottery. */
export type Sample = { campaign: string; make: (supply: Lookup) => Design }

function openingDay(supply: Lookup): Design {
  const b = new DesignBuilder('opening-day', 'Opening day', demoChannelIds, 'square-post', '#e9cdb0', supply)
  const umber = b.swatch('umber', 'Umber', '#3d1710')
  const pine = b.swatch('pine', 'Pine', '#1c3b35')
  const clay = b.swatch('clay', 'Clay', '#5e2816')
  const cream = b.swatch('cream', 'Cream', '#fbeeda')
  b.covering('backdrop', 'lime-plaster', { x: 0, y: 0, width: 1080, height: 1080 }, { name: 'Plaster wall' })
  b.shape(
    'backdrop',
    'rectangle',
    { x: 0, y: 0, width: 1080, height: 1080 },
    radial(0.36, 0.2, 1.7, [0, '#f9e3c6'], [0.5, '#e7b98f'], [1, '#b97850']),
    { name: 'Evening warmth', blend: 'multiply', opacity: 0.92 },
  )
  b.shape(
    'setting',
    'rectangle',
    { x: 330, y: 400, width: 420, height: 524 },
    radial(0.5, 0.42, 1.15, [0, '#4d6f58'], [0.55, '#234a41'], [1, '#142e2a']),
    { name: 'Arch', radii: [210, 210, 0, 0] },
  )
  b.picture(
    'setting',
    'warm-glow',
    { x: 310, y: 400, width: 460 },
    { name: 'Glow in the arch', blend: 'screen', opacity: 0.6 },
  )
  b.shape(
    'setting',
    'rectangle',
    { x: -20, y: 912, width: 1120, height: 200 },
    linear(90, [0, '#b0714a'], [0.08, '#8f5330'], [1, '#6b3a22']),
    {
      name: 'Table',
    },
  )
  b.picture(
    'subject',
    'contact-shadow',
    { x: 330, y: 880, width: 420, height: 84 },
    { name: 'Shadow of the vase', blend: 'multiply', opacity: 0.85 },
  )
  b.picture(
    'subject',
    'rust-branch',
    { x: 382, y: 366, width: 264, rotation: 3 },
    { name: 'Rust branch in the vase' },
  )
  b.picture('subject', 'copper-bottle', { x: 401, y: 566, width: 272 }, { name: 'Copper bottle vase' })
  b.picture(
    'subject',
    'contact-shadow',
    { x: 246, y: 898, width: 200, height: 44 },
    { name: 'Shadow of the cup', blend: 'multiply', opacity: 0.8 },
  )
  b.picture('subject', 'dipped-cup-blue', { x: 262, y: 754, width: 164 }, { name: 'Blue cup' })
  b.picture(
    'subject',
    'contact-shadow',
    { x: 610, y: 902, width: 280, height: 50 },
    { name: 'Shadow of the bowl', blend: 'multiply', opacity: 0.8 },
  )
  b.picture('subject', 'cream-bowl', { x: 636, y: 800, width: 236 }, { name: 'Cream bowl' })
  b.type(
    'message',
    'Autumn\nKiln Opening',
    { x: 72, y: 66, width: 936, height: 246 },
    { family: 'Fraunces', weight: 600, size: 128, leading: 0.96, tracking: -15 },
    umber,
    { name: 'Title', behaviour: { importance: 'must' } },
  )
  b.type(
    'message',
    'Fennel Row Pottery · 17 October, 10–17',
    { x: 76, y: 326, width: 800, height: 44 },
    { family: 'Instrument Sans', weight: 600, size: 32, leading: 1.3, tracking: 60, case: 'upper' },
    clay,
    { name: 'Studio and date', behaviour: { importance: 'must' } },
  )
  b.picture(
    'front',
    'olive-sprig',
    { x: -202, y: 484, width: 378, rotation: 24 },
    { name: 'Sprig at the left edge', opacity: 0.96 },
  )
  b.picture(
    'front',
    'rust-branch',
    { x: 888, y: 581, width: 352, rotation: -16, flipX: true },
    { name: 'Branch at the right edge' },
  )
  b.covering(
    'finish',
    'cold-press-paper',
    { x: 0, y: 0, width: 1080, height: 1080 },
    { name: 'Paper', blend: 'multiply', opacity: 0.34 },
  )
  b.covering(
    'finish',
    'fine-grain',
    { x: 0, y: 0, width: 1080, height: 1080 },
    { name: 'Grain', blend: 'soft-light', opacity: 0.3 },
  )

  b.onPage('page2', 'What to bring', '#1c3b35')
  b.covering('backdrop', 'kiln-shelf', { x: 0, y: 0, width: 1080, height: 1080 }, { name: 'Kiln shelf' })
  b.shape(
    'backdrop',
    'rectangle',
    { x: 0, y: 0, width: 1080, height: 1080 },
    linear(90, [0, '#142e2af2'], [0.5, '#142e2a8c'], [1, '#142e2a1f']),
    {
      name: 'Dusk from above',
    },
  )
  b.type(
    'message',
    'Bring a friend,\ntake home a cup',
    { x: 72, y: 84, width: 860, height: 216 },
    { family: 'Fraunces', weight: 600, size: 104, leading: 1.02, tracking: -10 },
    cream,
    { name: 'Invitation', behaviour: { importance: 'must' } },
  )
  b.type(
    'message',
    'Every visitor glazes one piece. We fire it and keep it for you.',
    { x: 76, y: 326, width: 640, height: 96 },
    { family: 'Instrument Sans', weight: 500, size: 36, leading: 1.32 },
    cream,
    { name: 'How it works', behaviour: { importance: 'should' } },
  )
  b.covering(
    'finish',
    'fine-grain',
    { x: 0, y: 0, width: 1080, height: 1080 },
    { name: 'Grain', blend: 'soft-light', opacity: 0.25 },
  )
  void pine
  return b.design
}

function threeDips(supply: Lookup): Design {
  const b = new DesignBuilder(
    'three-dips',
    'Three dips, one glaze',
    ['video-thumbnail', 'square-post', 'tall-story', 'link-card'],
    'video-thumbnail',
    '#dfe8e3',
    supply,
  )
  const night = b.swatch('night', 'Night teal', '#0e2f33')
  b.covering('backdrop', 'three-cups', { x: 0, y: 0, width: 1280, height: 720 }, { name: 'Three cups' })
  b.shape(
    'backdrop',
    'rectangle',
    { x: 0, y: 0, width: 1280, height: 720 },
    linear(90, [0, '#cfe6e2f5'], [0.4, '#cfe6e2b0'], [0.62, '#cfe6e200']),
    {
      name: 'Pale air',
    },
  )
  b.type(
    'message',
    'Three dips,\none glaze',
    { x: 56, y: 48, width: 900, height: 300 },
    { family: 'Bricolage Grotesque', weight: 800, size: 148, leading: 0.96, tracking: -20 },
    night,
    { name: 'Title', behaviour: { importance: 'must' } },
  )
  b.picture(
    'finish',
    'warm-leak',
    { x: 0, y: 0, width: 1280, height: 720, flipX: true },
    { name: 'Warm light leak', blend: 'screen', opacity: 0.3, locked: true, behaviour: { kind: 'cover' } },
  )
  return b.design
}

function bowlsForSoup(supply: Lookup): Design {
  const b = new DesignBuilder(
    'bowls-soup',
    'Bowls for soup',
    ['portrait-post', 'square-post', 'tall-story', 'link-card', 'a3-poster'],
    'portrait-post',
    '#20382f',
    supply,
  )
  const cream = b.swatch('cream', 'Cream', '#f4e9d2')
  const amber = b.swatch('amber', 'Amber', '#e9b765')
  b.covering(
    'backdrop',
    'stacked-bowls',
    { x: 0, y: 0, width: 1080, height: 1350 },
    { name: 'Stacked bowls' },
  )
  b.shape(
    'backdrop',
    'rectangle',
    { x: 0, y: 0, width: 1080, height: 1350 },
    linear(90, [0, '#14261ff5'], [0.3, '#14261fb3'], [0.55, '#14261f00']),
    {
      name: 'Quiet ground above',
    },
  )
  b.type(
    'message',
    'From the winter table',
    { x: 72, y: 78, width: 700, height: 46 },
    { family: 'Josefin Sans', weight: 600, size: 36, leading: 1.25, tracking: 180, case: 'upper' },
    amber,
    { name: 'Series', behaviour: { importance: 'should' } },
  )
  b.type(
    'message',
    'Bowls\nfor soup',
    { x: 68, y: 136, width: 840, height: 300 },
    { family: 'Cormorant Garamond', weight: 600, size: 172, leading: 0.9, tracking: -5 },
    cream,
    { name: 'Title', behaviour: { importance: 'must' } },
  )
  b.covering(
    'finish',
    'fine-grain',
    { x: 0, y: 0, width: 1080, height: 1350 },
    { name: 'Grain', blend: 'soft-light', opacity: 0.35 },
  )
  return b.design
}

function giftCard(supply: Lookup): Design {
  const b = new DesignBuilder(
    'gift-card',
    'Gift card',
    ['postcard', 'square-post', 'link-card', 'wide-header'],
    'postcard',
    '#f3d3c5',
    supply,
  )
  const wine = b.swatch('wine', 'Wine', '#5b1730')
  const rose = b.swatch('rose', 'Rose', '#e9a79a')
  const gold = b.swatch('gold', 'Straw', '#c98a3a')
  b.shape(
    'backdrop',
    'rectangle',
    { x: -36, y: -36, width: 1820, height: 1312 },
    radial(0.62, 0.5, 1.5, [0, '#fbe7da'], [1, '#eeb9a8']),
    {
      name: 'Rose ground',
    },
  )
  b.graphic(
    'setting',
    'sun-double',
    { x: 826, y: 78, width: 1080 },
    { rays: '#f6cdb8', between: '#f3bfa8', disc: '#f9dcc8' },
    { name: 'Rising sun', behaviour: { kind: 'anchor' } },
  )
  b.picture(
    'subject',
    'contact-shadow',
    { x: 1010, y: 1010, width: 640, height: 120 },
    { name: 'Shadow of the mug', blend: 'multiply', opacity: 0.6 },
  )
  const mug = b.picture('subject', 'rose-mug', { x: 1120, y: 555, width: 620 }, { name: 'Rose mug' })
  const title = b.type(
    'message',
    'A cup of\nyour own',
    { x: 130, y: 300, width: 900, height: 380 },
    { family: 'Shrikhand', weight: 400, size: 178, leading: 1.02 },
    wine,
    { name: 'Title', behaviour: { importance: 'must' } },
  )
  const offer = b.type(
    'message',
    'One evening at the wheel, for two',
    { x: 136, y: 716, width: 800, height: 70 },
    { family: 'Barlow Condensed', weight: 600, size: 62, leading: 1.15, tracking: 20 },
    wine,
    { name: 'Offer', behaviour: { importance: 'should' } },
  )
  b.graphic(
    'front',
    'round-leaf-sprig',
    { x: -150, y: 760, width: 340, rotation: 34 },
    { leaves: '#b65a4c', shade: '#8c3b3b', stem: '#6e2a30' },
    { name: 'Sprig in the corner' },
  )
  b.covering(
    'finish',
    'linen-cloth',
    { x: -36, y: -36, width: 1820, height: 1312 },
    { name: 'Linen', blend: 'multiply', opacity: 0.4 },
  )
  b.series(
    [
      { name: 'Title', target: onLayer(title), property: 'text' },
      { name: 'Offer', target: onLayer(offer), property: 'text' },
      { name: 'Pot', target: onLayer(mug), property: 'picture' },
      { name: 'Ink', target: onSwatch('wine'), property: 'colour' },
    ],
    {
      'An evening for two': ['', '', '', ''],
      'The first bowl': ['Your very\nfirst bowl', 'Two hours of clay, tea included', 'cream-bowl', '#4a2a1a'],
      'A bottle vase': ['Something\ntall', 'Three mornings, one bottle vase', 'copper-bottle', '#6b2c17'],
      'A cup in blue': ['Blue for\nMonday', 'Dip your own cup on a Saturday', 'dipped-cup-blue', '#1f3a5f'],
    },
  )
  void rose
  void gold
  return b.design
}

function eveningAtTheWheel(supply: Lookup): Design {
  const b = new DesignBuilder(
    'evening-wheel',
    'Evening at the wheel',
    ['tall-story', 'square-post', 'wide-header', 'video-thumbnail'],
    'tall-story',
    '#1c1614',
    supply,
  )
  const flame = b.swatch('flame', 'Flame', '#ffd9a0')
  const ash = b.swatch('ash', 'Ash', '#f6ead9')
  b.covering(
    'backdrop',
    'evening-lights',
    { x: 0, y: 0, width: 1080, height: 1920 },
    { name: 'Evening lights' },
  )
  b.shape(
    'backdrop',
    'rectangle',
    { x: 0, y: 0, width: 1080, height: 1920 },
    linear(90, [0, '#120c0be6'], [0.34, '#120c0b99'], [0.62, '#120c0b26'], [1, '#120c0bb3']),
    { name: 'Night' },
  )
  b.type(
    'message',
    'Evening\nat the wheel',
    { x: 84, y: 300, width: 900, height: 330 },
    { family: 'DM Serif Display', weight: 400, size: 158, leading: 1.02, tracking: -5 },
    flame,
    { name: 'Title', behaviour: { importance: 'must' } },
  )
  b.type(
    'message',
    'Thursdays from six',
    { x: 88, y: 652, width: 700, height: 74 },
    { family: 'Caveat', weight: 700, size: 74, leading: 1 },
    ash,
    {
      name: 'When',
      behaviour: { importance: 'should' },
    },
  )
  b.picture(
    'front',
    'kiln-sparks',
    { x: -60, y: 700, width: 1200, height: 1200 },
    { name: 'Kiln sparks', blend: 'plus-lighter', opacity: 0.9 },
  )
  b.covering(
    'finish',
    'fine-grain',
    { x: 0, y: 0, width: 1080, height: 1920 },
    { name: 'Grain', blend: 'soft-light', opacity: 0.35 },
  )
  return b.design
}

export const samples: readonly Sample[] = [
  { campaign: 'Autumn Kiln Opening', make: openingDay },
  { campaign: 'Autumn Kiln Opening', make: threeDips },
  { campaign: 'Winter Table', make: bowlsForSoup },
  { campaign: 'Winter Table', make: giftCard },
  { campaign: 'Winter Table', make: eveningAtTheWheel },
  { campaign: 'Winter Table', make: winterPrices },
  { campaign: 'Winter Table', make: threeEvenings },
  { campaign: 'Winter Table', make: solsticeNight },
  { campaign: MIDSUMMER, make: clayAndSong },
  { campaign: MIDSUMMER, make: centreIt },
  { campaign: MIDSUMMER, make: inYourPocket },
  { campaign: MIDSUMMER, make: bySea },
  { campaign: DAYS, make: birthdaysInClay },
  { campaign: DAYS, make: taughtYouToPour },
  { campaign: DAYS, make: harvestSupper },
  { campaign: DAYS, make: giftsFromTheKiln },
]
