import { demoChannelIds } from '../../core/design/channels'
import type { Design } from '../../core/design/schema'
import { DesignBuilder, frame, type Lookup, linear, radial, solid } from '../demo/builder'
import type { StartingLayout } from './starting'

const SIDE = 1080
const page = { x: 0, y: 0, width: SIDE, height: SIDE }
const must = { importance: 'must' } as const
const should = { importance: 'should' } as const
const begin = (id: string, label: string, colour: string, supply: Lookup) =>
  new DesignBuilder(id, label, demoChannelIds, 'square-post', colour, supply)

/** An invitation for an evening: two rounds of photos under lanterns. */
function eveningInvitation(supply: Lookup): Design {
  const b = begin('evening-invitation', 'Evening invitation', '#2b2138', supply)
  const cream = b.swatch('cream', 'Cream', '#f8e7c9')
  b.swatch('ember', 'Ember', '#d8693f')
  b.shape('backdrop', 'rectangle', page, radial(0.5, 0.8, 1.4, [0, '#7a3f55'], [1, '#231b30']), {
    name: 'Dusk',
  })
  b.graphic(
    'setting',
    'sun-straight',
    { x: -40, y: 240, width: 1160 },
    { rays: '#64354d', disc: '#7a3f55' },
    { name: 'Rays', behaviour: { kind: 'anchor' } },
  )
  const parent = b.group('subject', 'Rounds', { behaviour: { keepsClear: true } })
  b.slot('subject', 'Left round', 'ellipse', { x: 96, y: 500, width: 460, height: 460 }, 'evening-lights', {
    stroke: frame('#f8e7c9', 12),
    parent,
  })
  b.slot('subject', 'Right round', 'ellipse', { x: 540, y: 560, width: 420, height: 420 }, 'three-cups', {
    stroke: frame('#f8e7c9', 12),
    parent,
  })
  b.graphic(
    'subject',
    'sparkle-eight',
    { x: 468, y: 506, width: 170 },
    { rays: '#f1bd62', second: '#d8693f' },
    { name: 'Star between', parent },
  )
  b.type(
    'message',
    'Come after\ndark',
    { x: 80, y: 128, width: 920, height: 256 },
    { family: 'Abril Fatface', weight: 400, size: 124, leading: 1.02, align: 'centre' },
    cream,
    { name: 'Title', behaviour: must },
  )
  b.type(
    'message',
    'Wheel, wine and a warm kiln',
    { x: 140, y: 392, width: 800, height: 56 },
    { family: 'Josefin Sans', weight: 600, size: 44, leading: 1.2, tracking: 20, align: 'centre' },
    cream,
    { name: 'Line', behaviour: should },
  )
  b.covering('finish', 'fine-grain', page, { name: 'Grain', blend: 'soft-light', opacity: 0.3 })
  return b.design
}
/** A festival bill: rays, bunting and a heavy title over two rounds. */
function festivalBill(supply: Lookup): Design {
  const b = begin('festival-bill', 'Festival bill', '#f2b23e', supply)
  const night = b.swatch('night', 'Night', '#2c1a3a')
  b.swatch('poppy', 'Poppy', '#d6452f')
  b.shape('backdrop', 'rectangle', page, radial(0.5, 0.7, 1.3, [0, '#f9d57e'], [1, '#ee9a35']), {
    name: 'Noon',
  })
  b.graphic(
    'setting',
    'sun-double',
    { x: -60, y: 200, width: 1200 },
    { rays: '#f7c65c', between: '#f5bb4a', disc: '#f9d57e' },
    { name: 'Rays', behaviour: { kind: 'anchor' } },
  )
  const parent = b.group('subject', 'Rounds', { behaviour: { keepsClear: true } })
  b.slot('subject', 'Left round', 'ellipse', { x: 96, y: 480, width: 480, height: 480 }, 'kiln-shelf', {
    stroke: frame('#d6452f', 16),
    parent,
  })
  b.slot('subject', 'Right round', 'ellipse', { x: 540, y: 560, width: 420, height: 420 }, 'glaze-close', {
    stroke: frame('#2c1a3a', 16),
    parent,
  })
  b.graphic(
    'subject',
    'burst-comic',
    { x: 440, y: 500, width: 210 },
    { shadow: '#2c1a3a', body: '#d6452f' },
    { name: 'Burst between', parent },
  )
  b.type(
    'message',
    'Clay and\ncymbals',
    { x: 80, y: 92, width: 920, height: 290 },
    { family: 'Titan One', weight: 400, size: 134, leading: 1.04, align: 'centre' },
    night,
    { name: 'Title', behaviour: must },
  )
  b.type(
    'message',
    'Three days of fire and song',
    { x: 140, y: 390, width: 800, height: 56 },
    { family: 'Oswald', weight: 600, size: 46, leading: 1.15, tracking: 15, align: 'centre' },
    night,
    { name: 'Line', behaviour: should },
  )
  b.covering('finish', 'fine-grain', page, { name: 'Grain', blend: 'soft-light', opacity: 0.35 })
  return b.design
}
/** A room where something new stands: an arched opening and a round detail. */
function newInTheRoom(supply: Lookup): Design {
  const b = begin('new-in-the-room', 'New in the room', '#e4ebe2', supply)
  const pine = b.swatch('pine', 'Pine', '#183b36')
  const leaf = b.swatch('leaf', 'Leaf', '#4f7a5a')
  b.covering('backdrop', 'lime-plaster', page, { name: 'Plaster', opacity: 0.35 })
  b.shape('backdrop', 'rectangle', page, linear(120, [0, '#f3f6ee'], [1, '#c4d6c8']), {
    name: 'Morning',
    blend: 'multiply',
    opacity: 0.85,
  })
  b.shape('setting', 'ellipse', { x: 566, y: 128, width: 560, height: 560 }, solid('#f2cf86'), {
    name: 'Sun',
  })
  b.shape('setting', 'rectangle', { x: -20, y: 950, width: 1120, height: 160 }, solid('#2f5f54'), {
    name: 'Floor',
  })
  b.slot(
    'subject',
    'Main picture',
    'rectangle',
    { x: 560, y: 300, width: 410, height: 650 },
    'leaves-at-window',
    { radii: [205, 205, 0, 0] },
  )
  b.slot('subject', 'Detail', 'ellipse', { x: 430, y: 690, width: 270, height: 270 }, 'stacked-bowls', {
    stroke: frame('#e4ebe2', 12),
  })
  b.type(
    'message',
    'Room for\none more',
    { x: 72, y: 84, width: 560, height: 250 },
    { family: 'Playfair Display', weight: 700, size: 112, leading: 1.04, tracking: -10 },
    pine,
    { name: 'Title', behaviour: must },
  )
  b.type(
    'message',
    'From this week on',
    { x: 76, y: 350, width: 430, height: 52 },
    { family: 'Nunito', weight: 700, size: 40, leading: 1.25 },
    pine,
    { name: 'When', behaviour: should },
  )
  b.graphic(
    'front',
    'olive-branch',
    { x: -70, y: 540, width: 330, rotation: 12 },
    { leaves: leaf, shade: '#355a44', stem: '#355a44', berries: '#c8913f' },
    { name: 'Branch at the edge' },
  )
  b.covering('finish', 'cold-press-paper', page, { name: 'Paper', blend: 'multiply', opacity: 0.3 })
  return b.design
}
/** Somebody is wanted: a portrait arch, a plain voice. */
function handsWanted(supply: Lookup): Design {
  const b = begin('hands-wanted', 'Hands wanted', '#f4d9c6', supply)
  const ink = b.swatch('ink', 'Ink', '#2a1c16')
  b.swatch('clay', 'Clay', '#c2553a')
  b.shape('backdrop', 'rectangle', page, linear(70, [0, '#fbe9dc'], [1, '#eec2a6']), { name: 'Clay light' })
  b.shape('setting', 'ellipse', { x: 560, y: 120, width: 570, height: 570 }, solid('#c2553a'), {
    name: 'Wheel',
  })
  b.shape('setting', 'rectangle', { x: -20, y: 950, width: 1120, height: 160 }, solid('#8f3b28'), {
    name: 'Bench',
  })
  b.slot('subject', 'Main picture', 'rectangle', { x: 560, y: 300, width: 410, height: 650 }, 'kiln-shelf', {
    radii: [40, 40, 0, 0],
  })
  b.slot('subject', 'Detail', 'ellipse', { x: 430, y: 690, width: 270, height: 270 }, 'clay-table', {
    stroke: frame('#f4d9c6', 14),
  })
  b.type(
    'message',
    'Two hands\nwanted',
    { x: 72, y: 84, width: 560, height: 250 },
    { family: 'Archivo Black', weight: 400, size: 96, leading: 1.08, tracking: -10 },
    ink,
    { name: 'Title', behaviour: must },
  )
  b.type(
    'message',
    'Half days, whole heart',
    { x: 76, y: 350, width: 460, height: 52 },
    { family: 'Rubik', weight: 600, size: 38, leading: 1.25 },
    ink,
    { name: 'What', behaviour: should },
  )
  b.graphic(
    'front',
    'hand-pointing',
    { x: 120, y: 640, width: 250, rotation: 26 },
    { cuff: '#2f5f63', hand: '#d99f76', front: '#c38f6a' },
    { name: 'Pointing hand' },
  )
  b.covering('finish', 'fine-grain', page, { name: 'Grain', blend: 'soft-light', opacity: 0.3 })
  return b.design
}
/** A card of dishes or prices: three pictures in a row over a dark band. */
function onTheCard(supply: Lookup): Design {
  const b = begin('on-the-card', 'On the card', '#f3ead9', supply)
  const coffee = b.swatch('coffee', 'Coffee', '#33221a')
  b.swatch('pine', 'Pine', '#2f5f54')
  b.shape('backdrop', 'rectangle', page, linear(90, [0, '#faf4e8'], [1, '#e9dcc2']), { name: 'Table cloth' })
  b.shape('setting', 'rectangle', { x: -20, y: 700, width: 1120, height: 400 }, solid('#2f5f54'), {
    name: 'Band',
  })
  const parent = b.group('subject', 'Plates', { behaviour: { keepsClear: true } })
  ;(['stacked-bowls', 'three-cups', 'clay-table'] as const).forEach((source, n) =>
    b.slot(
      'subject',
      `${['Left', 'Middle', 'Right'][n]} plate`,
      'ellipse',
      { x: 66 + n * 322, y: 500, width: 304, height: 304 },
      source,
      { stroke: frame('#f3ead9', 12), parent },
    ),
  )
  b.type(
    'message',
    'Soup, bread, repeat',
    { x: 72, y: 82, width: 936, height: 250 },
    { family: 'Rokkitt', weight: 700, size: 122, leading: 1.02, tracking: -5 },
    coffee,
    { name: 'Title', behaviour: must },
  )
  b.type(
    'message',
    'Lunch at the long table',
    { x: 74, y: 344, width: 936, height: 60 },
    { family: 'Quicksand', weight: 700, size: 44, leading: 1.25 },
    coffee,
    { name: 'Line', behaviour: should },
  )
  b.graphic(
    'front',
    'sign-cup',
    { x: 890, y: 384, width: 120 },
    { body: '#c2553a', handle: '#c2553a', steam: '#d9b98c' },
    { name: 'Cup' },
  )
  b.covering('finish', 'cold-press-paper', page, { name: 'Paper', blend: 'multiply', opacity: 0.3 })
  return b.design
}
/** Before, between and after: three tall cuts and an arrow. */
function beforeAndAfter(supply: Lookup): Design {
  const b = begin('before-and-after', 'Before and after', '#dfe8ee', supply)
  const night = b.swatch('night', 'Night', '#182433')
  b.swatch('sun', 'Sun', '#e9a93c')
  b.shape('backdrop', 'rectangle', page, linear(90, [0, '#eef4f7'], [1, '#c6d6df']), { name: 'Sky' })
  b.shape('setting', 'rectangle', { x: -20, y: 700, width: 1120, height: 400 }, solid('#e9a93c'), {
    name: 'Band',
  })
  const parent = b.group('subject', 'Steps', { behaviour: { keepsClear: true } })
  ;(['clay-table', 'kiln-shelf', 'glaze-close'] as const).forEach((source, n) =>
    b.slot(
      'subject',
      ['Before', 'Between', 'After'][n] as string,
      'rectangle',
      { x: 72 + n * 320, y: 440, width: 296, height: 470 },
      source,
      { radii: [28, 28, 28, 28], parent },
    ),
  )
  b.type(
    'message',
    'From mud to mug',
    { x: 72, y: 82, width: 936, height: 246 },
    { family: 'Bowlby One', weight: 400, size: 104, leading: 1.1, tracking: -10 },
    night,
    { name: 'Title', behaviour: must },
  )
  b.type(
    'message',
    'In three steps',
    { x: 74, y: 340, width: 936, height: 60 },
    { family: 'Space Mono', weight: 700, size: 42, leading: 1.25 },
    night,
    { name: 'Line', behaviour: should },
  )
  b.graphic(
    'front',
    'arrow-tapered-on',
    { x: 760, y: 366, width: 240 },
    { sweep: '#d9832b', head: '#c2553a' },
    { name: 'Arrow' },
  )
  b.covering('finish', 'fine-grain', page, { name: 'Grain', blend: 'soft-light', opacity: 0.25 })
  return b.design
}
/** What somebody said, beside their picture. */
function saidByGuests(supply: Lookup): Design {
  const b = begin('said-by-guests', 'Said by guests', '#f1dfe0', supply)
  const plum = b.swatch('plum', 'Plum', '#4a1f33')
  b.swatch('rose', 'Rose', '#d98f86')
  b.shape('backdrop', 'rectangle', page, radial(0.5, 0.75, 1.5, [0, '#faeeec'], [1, '#e3bcbd']), {
    name: 'Blush',
  })
  b.graphic(
    'setting',
    'ornament-loops-twelve',
    { x: 190, y: 430, width: 700 },
    { line: '#d7a3a6', dots: '#d7a3a6' },
    { name: 'Ornament', opacity: 0.6, behaviour: { kind: 'anchor' } },
  )
  const parent = b.group('subject', 'Rounds', { behaviour: { keepsClear: true } })
  b.slot('subject', 'Left round', 'ellipse', { x: 130, y: 540, width: 400, height: 400 }, 'three-cups', {
    stroke: frame('#fff6f2', 14),
    parent,
  })
  b.slot(
    'subject',
    'Right round',
    'ellipse',
    { x: 550, y: 540, width: 400, height: 400 },
    'leaves-at-window',
    { stroke: frame('#fff6f2', 14), parent },
  )
  b.graphic(
    'subject',
    'speech-quote',
    { x: 460, y: 516, width: 160 },
    { marks: '#a8465a' },
    { name: 'Quotation marks', parent },
  )
  b.type(
    'message',
    '“I drink my\nmornings from it”',
    { x: 80, y: 96, width: 920, height: 270 },
    { family: 'DM Serif Display', weight: 400, size: 112, leading: 1.08, align: 'centre' },
    plum,
    { name: 'Words', behaviour: must },
  )
  b.type(
    'message',
    'A guest of the studio',
    { x: 140, y: 384, width: 800, height: 56 },
    { family: 'Lora', weight: 600, size: 42, leading: 1.2, align: 'centre' },
    plum,
    { name: 'Who', behaviour: should },
  )
  b.covering('finish', 'cold-press-paper', page, { name: 'Paper', blend: 'multiply', opacity: 0.25 })
  return b.design
}
/** A voucher that one gives: a ribbon, a bow and two cells of pictures. */
function toGive(supply: Lookup): Design {
  const b = begin('to-give', 'To give', '#efe3cd', supply)
  const wine = b.swatch('wine', 'Wine', '#5e1b26')
  b.swatch('gold', 'Gold', '#d7a544')
  b.covering('backdrop', 'linen-cloth', page, { name: 'Linen', blend: 'multiply', opacity: 0.5 })
  b.shape('setting', 'ellipse', { x: 566, y: 128, width: 560, height: 560 }, solid('#d7a544'), {
    name: 'Gold',
  })
  b.shape('setting', 'rectangle', { x: -20, y: 950, width: 1120, height: 160 }, solid('#5e1b26'), {
    name: 'Ribbon',
  })
  b.slot('subject', 'Main picture', 'rectangle', { x: 560, y: 300, width: 410, height: 650 }, 'pale-corner', {
    radii: [205, 205, 0, 0],
  })
  b.slot('subject', 'Detail', 'ellipse', { x: 430, y: 690, width: 270, height: 270 }, 'three-cups', {
    stroke: frame('#efe3cd', 12),
  })
  b.type(
    'message',
    'An hour\nat the wheel',
    { x: 72, y: 84, width: 560, height: 250 },
    { family: 'Lobster', weight: 400, size: 104, leading: 1.12 },
    wine,
    { name: 'Title', behaviour: must },
  )
  b.type(
    'message',
    'A gift for you',
    { x: 76, y: 350, width: 430, height: 52 },
    { family: 'Cormorant Garamond', weight: 600, size: 46, leading: 1.2 },
    wine,
    { name: 'What', behaviour: should },
  )
  b.graphic(
    'front',
    'seal-wax',
    { x: 110, y: 620, width: 230 },
    { wax: '#8f2a2a', edge: '#a83a34', ring: '#8f2a2a', sign: '#8f2a2a' },
    { name: 'Seal' },
  )
  b.covering('finish', 'cold-press-paper', page, { name: 'Paper', blend: 'multiply', opacity: 0.3 })
  return b.design
}
/** The second row of starting layouts. */
export const moreLayouts: StartingLayout[] = [
  {
    id: 'evening-invitation',
    label: 'Evening invitation',
    words: 'invitation evening lanterns party',
    make: eveningInvitation,
  },
  { id: 'festival-bill', label: 'Festival bill', words: 'festival poster music rays', make: festivalBill },
  { id: 'new-in-the-room', label: 'New in the room', words: 'new home arch plant', make: newInTheRoom },
  { id: 'hands-wanted', label: 'Hands wanted', words: 'hiring job work hand', make: handsWanted },
  { id: 'on-the-card', label: 'On the card', words: 'menu food price café', make: onTheCard },
  {
    id: 'before-and-after',
    label: 'Before and after',
    words: 'before after steps compare',
    make: beforeAndAfter,
  },
  { id: 'said-by-guests', label: 'Said by guests', words: 'quote testimonial review', make: saidByGuests },
  { id: 'to-give', label: 'To give', words: 'voucher gift seal', make: toGive },
]
