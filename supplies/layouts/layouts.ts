import { demoChannelIds } from '../../core/design/channels'
import type { Design } from '../../core/design/schema'
import { DesignBuilder, frame, type Lookup, linear, radial, solid } from '../demo/builder'
import { moreLayouts } from './second'
import type { StartingLayout } from './starting'

const SIDE = 1080
const page = { x: 0, y: 0, width: SIDE, height: SIDE }
const must = { importance: 'must' } as const
const may = { importance: 'may' } as const
const begin = (id: string, label: string, colour: string, supply: Lookup) =>
  new DesignBuilder(id, label, demoChannelIds, 'square-post', colour, supply)

/** A doorway of a photo, a round detail at its foot, leaves growing in from the side. */
function archAndShelf(supply: Lookup): Design {
  const b = begin('arch-shelf', 'Arch and shelf', '#efe0c6', supply)
  const ink = b.swatch('ink', 'Ink', '#3a1d12')
  const leaf = b.swatch('leaf', 'Leaf', '#4e6b4a')
  b.swatch('clay', 'Clay', '#b9603a')
  b.covering('backdrop', 'lime-plaster', page, { name: 'Plaster', opacity: 0.55 })
  b.shape('backdrop', 'rectangle', page, radial(0.3, 0.2, 1.5, [0, '#fbf0da'], [1, '#e3bf92']), {
    name: 'Warmth',
    blend: 'multiply',
    opacity: 0.8,
  })
  b.shape('setting', 'ellipse', { x: 566, y: 128, width: 560, height: 560 }, solid('#d98f5c'), {
    name: 'Low sun',
  })
  b.shape('setting', 'rectangle', { x: -20, y: 950, width: 1120, height: 160 }, solid('#8a4b2c'), {
    name: 'Shelf',
  })
  b.slot('subject', 'Main picture', 'rectangle', { x: 560, y: 300, width: 410, height: 650 }, 'pale-corner', {
    radii: [205, 205, 0, 0],
  })
  b.slot('subject', 'Detail', 'ellipse', { x: 430, y: 690, width: 270, height: 270 }, 'glaze-close', {
    stroke: frame('#efe0c6', 12),
  })
  b.type(
    'message',
    'New from\nthe kiln',
    { x: 72, y: 84, width: 560, height: 250 },
    { family: 'Fraunces', weight: 600, size: 118, leading: 1, tracking: -15 },
    ink,
    { name: 'Title', behaviour: must },
  )
  b.type(
    'message',
    'Open all week',
    { x: 76, y: 350, width: 430, height: 52 },
    { family: 'Instrument Sans', weight: 600, size: 40, leading: 1.25 },
    ink,
    { name: 'When', behaviour: { importance: 'should' } },
  )
  b.graphic(
    'front',
    'round-leaf-sprig',
    { x: -70, y: 560, width: 330, rotation: 14 },
    { leaves: leaf, shade: '#38523a', stem: '#38523a' },
    { name: 'Leaves at the edge' },
  )
  b.covering('finish', 'cold-press-paper', page, { name: 'Paper', blend: 'multiply', opacity: 0.35 })
  return b.design
}

/** Two rounds that touch, a flower between them, a broad cheerful title. */
function twoRounds(supply: Lookup): Design {
  const b = begin('two-rounds', 'Two rounds', '#f6c9b4', supply)
  const wine = b.swatch('wine', 'Wine', '#631a33')
  b.swatch('rose', 'Rose', '#e88f7c')
  b.shape('backdrop', 'rectangle', page, radial(0.5, 0.75, 1.5, [0, '#fbe3d4'], [1, '#f0b097']), {
    name: 'Blush',
  })
  b.graphic(
    'setting',
    'sun-straight',
    { x: -40, y: 240, width: 1160 },
    { rays: '#f9d8c4', disc: '#fbe3d4' },
    { name: 'Rays', behaviour: { kind: 'anchor' } },
  )
  const parent = b.group('subject', 'Rounds', { behaviour: { keepsClear: true } })
  b.slot('subject', 'Left round', 'ellipse', { x: 96, y: 480, width: 480, height: 480 }, 'three-cups', {
    stroke: frame('#fff6ee', 14),
    parent,
  })
  b.slot('subject', 'Right round', 'ellipse', { x: 540, y: 560, width: 420, height: 420 }, 'clay-table', {
    stroke: frame('#fff6ee', 14),
    parent,
  })
  b.graphic(
    'subject',
    'aster',
    { x: 468, y: 506, width: 190 },
    { petals: wine, inner: '#8c2f4a', heart: '#fbe3d4' },
    { name: 'Flower between', parent },
  )
  b.type(
    'message',
    'Two hands,\none bowl',
    { x: 80, y: 92, width: 920, height: 290 },
    { family: 'Shrikhand', weight: 400, size: 132, leading: 1.04, align: 'centre' },
    wine,
    { name: 'Title', behaviour: must },
  )
  b.type(
    'message',
    'A first evening at the wheel',
    { x: 140, y: 384, width: 800, height: 56 },
    { family: 'Barlow Condensed', weight: 600, size: 48, leading: 1.15, tracking: 20, align: 'centre' },
    wine,
    { name: 'Line', behaviour: { importance: 'should' } },
  )
  b.covering('finish', 'fine-grain', page, { name: 'Grain', blend: 'soft-light', opacity: 0.35 })
  return b.design
}

/** Three upright windows in a row under a heavy title. */
function threeWindows(supply: Lookup): Design {
  const b = begin('three-windows', 'Three windows', '#f1ede4', supply)
  const night = b.swatch('night', 'Night', '#14232e')
  const brick = b.swatch('brick', 'Brick', '#c1442a')
  b.shape('backdrop', 'rectangle', page, linear(90, [0, '#f8f5ee'], [1, '#e6dfd0']), { name: 'Paper white' })
  b.shape('setting', 'rectangle', { x: -20, y: 700, width: 1120, height: 400 }, solid(brick), {
    name: 'Band',
  })
  const parent = b.group('subject', 'Windows', { behaviour: { keepsClear: true } })
  b.slot(
    'subject',
    'Left window',
    'rectangle',
    { x: 72, y: 440, width: 296, height: 470 },
    'leaves-at-window',
    { parent },
  )
  b.slot(
    'subject',
    'Middle window',
    'rectangle',
    { x: 392, y: 440, width: 296, height: 470 },
    'stacked-bowls',
    { parent },
  )
  b.slot('subject', 'Right window', 'rectangle', { x: 712, y: 440, width: 296, height: 470 }, 'glaze-close', {
    parent,
  })
  b.type(
    'message',
    'Three ways to glaze',
    { x: 72, y: 74, width: 936, height: 250 },
    { family: 'Anton', weight: 400, size: 122, leading: 1.02, tracking: 0, case: 'upper' },
    night,
    { name: 'Title', behaviour: must },
  )
  b.type(
    'message',
    'Dip, pour, brush',
    { x: 74, y: 340, width: 936, height: 60 },
    { family: 'Karla', weight: 700, size: 46, leading: 1.25 },
    night,
    {
      name: 'Line',
      behaviour: { importance: 'should' },
    },
  )
  b.graphic(
    'front',
    'spark-star',
    { x: 946, y: 398, width: 110 },
    { body: '#f0b73f', heart: '#fff3d2' },
    { name: 'Spark' },
  )
  b.covering('finish', 'fine-grain', page, { name: 'Grain', blend: 'soft-light', opacity: 0.3 })
  return b.design
}

/** Two prints laid on linen like a page from an album. */
function albumPage(supply: Lookup): Design {
  const b = begin('album-page', 'Album page', '#e9e4da', supply)
  const moss = b.swatch('moss', 'Moss', '#2f3d2c')
  b.swatch('oat', 'Oat', '#d9cbb0')
  b.covering('backdrop', 'linen-cloth', page, { name: 'Linen', blend: 'multiply', opacity: 0.75 })
  b.shape('backdrop', 'rectangle', page, radial(0.6, 0.5, 1.4, [0, '#faf6ee00'], [1, '#c9b89433']), {
    name: 'Edge shade',
    blend: 'multiply',
  })
  const parent = b.group('subject', 'Prints')
  b.slot(
    'subject',
    'Large print',
    'rectangle',
    { x: 470, y: 96, width: 490, height: 640, rotation: 3 },
    'leaves-at-window',
    {
      stroke: frame('#fffdf8', 30),
      parent,
    },
  )
  b.slot(
    'subject',
    'Small print',
    'rectangle',
    { x: 212, y: 420, width: 350, height: 350, rotation: -5 },
    'clay-table',
    {
      stroke: frame('#fffdf8', 24),
      parent,
    },
  )
  b.graphic(
    'subject',
    'slim-sprig',
    { x: 806, y: 420, width: 190, rotation: 24 },
    { leaves: '#6d7f58', shade: '#4f6142', stem: '#4f6142' },
    { name: 'Sprig', parent },
  )
  b.graphic(
    'front',
    'leaf-garland',
    { x: -60, y: -34, width: 560 },
    { first: '#b9c0a0', second: '#a3ab89', third: '#98a27c', line: '#8c9474' },
    { name: 'Garland', opacity: 0.8 },
  )
  b.type(
    'message',
    'Letters from\nthe garden',
    { x: 76, y: 784, width: 900, height: 188 },
    { family: 'Cormorant Garamond', weight: 600, size: 100, leading: 0.94, tracking: 0 },
    moss,
    { name: 'Title', behaviour: must },
  )
  b.type(
    'message',
    'Summer',
    { x: 80, y: 966, width: 420, height: 48 },
    { family: 'Josefin Sans', weight: 600, size: 36, leading: 1.3, tracking: 160, case: 'upper' },
    moss,
    { name: 'Season', behaviour: may },
  )
  b.covering('finish', 'cold-press-paper', page, { name: 'Paper', blend: 'multiply', opacity: 0.25 })
  return b.design
}

/** Three cells of a comb, a technical voice. */
function threeCells(supply: Lookup): Design {
  const b = begin('three-cells', 'Three cells', '#dfe9e6', supply)
  const deep = b.swatch('deep', 'Deep teal', '#0d3237')
  const glaze = b.swatch('glaze', 'Glaze', '#2b8f8a')
  b.shape('backdrop', 'rectangle', page, linear(60, [0, '#eef5f2'], [1, '#c3dad5']), { name: 'Cool air' })
  const parent = b.group('subject', 'Comb')
  b.shape('subject', 'polygon', { x: 682, y: 100, width: 330, height: 372 }, solid(glaze), {
    name: 'Empty cell',
    opacity: 0.35,
    parent,
  })
  b.slot('subject', 'Upper cell', 'polygon', { x: 510, y: 394, width: 330, height: 372 }, 'glaze-close', {
    corners: 6,
    parent,
  })
  b.slot('subject', 'Left cell', 'polygon', { x: 338, y: 688, width: 330, height: 372 }, 'three-cups', {
    corners: 6,
    parent,
  })
  b.slot('subject', 'Right cell', 'polygon', { x: 682, y: 688, width: 330, height: 372 }, 'kiln-shelf', {
    corners: 6,
    parent,
  })
  b.type(
    'message',
    'What fire\ndoes to glaze',
    { x: 68, y: 76, width: 760, height: 240 },
    { family: 'Bricolage Grotesque', weight: 800, size: 112, leading: 0.98, tracking: -18 },
    deep,
    { name: 'Title', behaviour: must },
  )
  b.type(
    'message',
    '1240 °C',
    { x: 72, y: 336, width: 380, height: 60 },
    { family: 'IBM Plex Mono', weight: 600, size: 46, leading: 1.25 },
    deep,
    {
      name: 'Number',
      behaviour: { importance: 'should' },
    },
  )
  b.graphic(
    'front',
    'spark-star',
    { x: 300, y: 600, width: 96 },
    { body: '#e58b3a', heart: '#fde3c8' },
    { name: 'Spark' },
  )
  b.covering('finish', 'fine-grain', page, { name: 'Grain', blend: 'soft-light', opacity: 0.3 })
  return b.design
}

/** Snapshots pinned to brown paper with a note by hand. */
function pinnedNote(supply: Lookup): Design {
  const b = begin('pinned-note', 'Pinned note', '#fbead0', supply)
  const pencil = b.swatch('pencil', 'Pencil', '#2b211a')
  b.swatch('tape', 'Tape', '#f2e3b6')
  b.covering('backdrop', 'kraft-paper', page, { name: 'Brown paper', blend: 'multiply' })
  b.shape('backdrop', 'rectangle', page, radial(0.4, 0.35, 1.3, [0, '#ffe9c433'], [1, '#6b452033']), {
    name: 'Lamp',
    blend: 'soft-light',
  })
  b.graphic(
    'setting',
    'curl-arrow',
    { x: 700, y: 180, width: 210, rotation: 60 },
    { line: pencil, head: pencil },
    { name: 'Arrow', opacity: 0.85, behaviour: may },
  )
  const upper = b.group('subject', 'Upper print')
  const lower = b.group('subject', 'Lower print')
  b.shape('message', 'rectangle', { x: 76, y: 78, width: 640, height: 256, rotation: 0 }, solid('#fbf6e9'), {
    name: 'Note paper',
  })
  b.slot(
    'subject',
    'Upper snapshot',
    'rectangle',
    { x: 560, y: 410, width: 400, height: 400, rotation: 5 },
    'three-cups',
    {
      stroke: frame('#fffdf6', 26),
      parent: upper,
    },
  )
  b.slot(
    'subject',
    'Lower snapshot',
    'rectangle',
    { x: 150, y: 520, width: 430, height: 430, rotation: -4 },
    'kiln-shelf',
    {
      stroke: frame('#fffdf6', 26),
      parent: lower,
    },
  )
  b.shape(
    'subject',
    'rectangle',
    { x: 690, y: 382, width: 150, height: 44, rotation: 12 },
    solid('#f2e3b6cc'),
    {
      name: 'Tape, upper',
      parent: upper,
    },
  )
  b.shape(
    'subject',
    'rectangle',
    { x: 290, y: 494, width: 150, height: 44, rotation: -9 },
    solid('#f2e3b6cc'),
    {
      name: 'Tape, lower',
      parent: lower,
    },
  )
  b.type(
    'message',
    'Come and\nget muddy',
    { x: 116, y: 104, width: 560, height: 208 },
    { family: 'Caveat', weight: 700, size: 118, leading: 0.88 },
    pencil,
    { name: 'Title', behaviour: must },
  )
  b.type(
    'message',
    'Saturdays at ten',
    { x: 80, y: 368, width: 480, height: 56 },
    { family: 'Zilla Slab', weight: 600, size: 42, leading: 1.25 },
    pencil,
    { name: 'When', behaviour: { importance: 'should' } },
  )
  b.covering('finish', 'fine-grain', page, { name: 'Grain', blend: 'soft-light', opacity: 0.35 })
  return b.design
}

/** A lit round in the dark with its small companion. */
function moonlight(supply: Lookup): Design {
  const b = begin('moonlight', 'Moonlight', '#141a26', supply)
  const moon = b.swatch('moon', 'Moon', '#f5e3bd')
  b.swatch('dusk', 'Dusk', '#2d3c57')
  b.shape(
    'backdrop',
    'rectangle',
    page,
    radial(0.62, 0.62, 1.3, [0, '#33476a'], [0.55, '#1c2740'], [1, '#0d121d']),
    { name: 'Night sky' },
  )
  const parent = b.group('subject', 'Moon')
  b.picture(
    'setting',
    'pale-glow',
    { x: 250, y: 238, width: 900, height: 900 },
    { name: 'Glow', blend: 'screen', opacity: 0.7, behaviour: { kind: 'ride', host: parent } },
  )
  b.shape(
    'subject',
    'ellipse',
    { x: 396, y: 384, width: 608, height: 608 },
    { kind: 'none' },
    { name: 'Ring', stroke: frame('#f5e3bd', 3), opacity: 0.7, parent },
  )
  b.slot('subject', 'Large round', 'ellipse', { x: 424, y: 412, width: 552, height: 552 }, 'evening-lights', {
    parent,
  })
  b.slot('subject', 'Small round', 'ellipse', { x: 300, y: 800, width: 210, height: 210 }, 'glaze-close', {
    stroke: frame('#141a26', 12),
    parent,
  })
  b.type(
    'message',
    'Late opening',
    { x: 72, y: 86, width: 936, height: 140 },
    { family: 'DM Serif Display', weight: 400, size: 136, leading: 1.02, tracking: -5 },
    moon,
    { name: 'Title', behaviour: must },
  )
  b.type(
    'message',
    'Candles, tea and clay',
    { x: 76, y: 248, width: 700, height: 58 },
    { family: 'Rubik', weight: 400, size: 44, leading: 1.25 },
    moon,
    { name: 'Line', behaviour: { importance: 'should' } },
  )
  b.picture(
    'front',
    'kiln-sparks',
    { x: 200, y: 300, width: 900, height: 900 },
    { name: 'Sparks', blend: 'plus-lighter', opacity: 0.55 },
  )
  b.covering('finish', 'fine-grain', page, { name: 'Grain', blend: 'soft-light', opacity: 0.35 })
  return b.design
}

/** A framed picture beside a quiet column of words. */
function gallery(supply: Lookup): Design {
  const b = begin('gallery', 'Gallery wall', '#f3f0ea', supply)
  const black = b.swatch('black', 'Warm black', '#22201d')
  const ochre = b.swatch('ochre', 'Ochre', '#a8741c')
  b.covering('backdrop', 'clay-wall', page, { name: 'Wall', blend: 'multiply', opacity: 0.3 })
  b.shape('backdrop', 'rectangle', page, linear(90, [0, '#ffffff00'], [1, '#d6cbb866']), {
    name: 'Shade below',
    blend: 'multiply',
  })
  b.graphic(
    'setting',
    'double-border',
    { x: 8, y: 8, width: 1064, height: 1064 },
    { outer: ochre, inner: ochre, corners: ochre },
    { name: 'Border', opacity: 0.8 },
  )
  const parent = b.group('subject', 'Frames', { behaviour: { keepsClear: true } })
  b.slot('subject', 'Tall frame', 'rectangle', { x: 112, y: 330, width: 440, height: 600 }, 'pale-corner', {
    stroke: frame('#22201d', 12),
    parent,
  })
  b.slot(
    'subject',
    'Small frame',
    'rectangle',
    { x: 612, y: 570, width: 360, height: 360 },
    'stacked-bowls',
    {
      stroke: frame('#22201d', 12),
      parent,
    },
  )
  b.type(
    'message',
    'Quiet forms',
    { x: 108, y: 112, width: 860, height: 140 },
    { family: 'Playfair Display', weight: 700, size: 124, leading: 1.04, tracking: -5 },
    black,
    { name: 'Title', behaviour: must },
  )
  b.type(
    'message',
    'New work in stoneware',
    { x: 612, y: 340, width: 360, height: 170 },
    { family: 'Lora', weight: 400, size: 48, leading: 1.25 },
    black,
    { name: 'Line', behaviour: { importance: 'should' } },
  )
  b.graphic(
    'front',
    'leaf-rule',
    { x: 612, y: 512, width: 300 },
    { line: ochre, leaves: ochre },
    { name: 'Rule', behaviour: may },
  )
  b.covering('finish', 'cold-press-paper', page, { name: 'Paper', blend: 'multiply', opacity: 0.25 })
  return b.design
}

/** A loud offer: a picture with round corners, a badge, a second picture under it. */
function bigOffer(supply: Lookup): Design {
  const b = begin('big-offer', 'Big offer', '#f2b632', supply)
  const black = b.swatch('black', 'Black', '#1b1710')
  b.swatch('sun', 'Sun', '#f2b632')
  b.shape('backdrop', 'rectangle', page, radial(0.7, 0.7, 1.4, [0, '#ffd35e'], [1, '#eda21c']), {
    name: 'Sunshine',
  })
  b.covering('backdrop', 'halftone-fade', page, { name: 'Dots', blend: 'soft-light', opacity: 0.35 })
  b.shape(
    'setting',
    'rectangle',
    { x: 420, y: 470, width: 620, height: 530, rotation: -4 },
    solid('#e4572e'),
    {
      name: 'Colour behind',
      radii: [60, 60, 60, 60],
    },
  )
  b.slot('subject', 'Main picture', 'rectangle', { x: 440, y: 450, width: 560, height: 520 }, 'three-cups', {
    radii: [60, 60, 60, 60],
  })
  b.slot('subject', 'Second picture', 'ellipse', { x: 250, y: 690, width: 320, height: 320 }, 'kiln-shelf', {
    stroke: frame('#1b1710', 10),
  })
  b.graphic(
    'front',
    'spark-star',
    { x: 930, y: 392, width: 130 },
    { body: '#1b1710', heart: '#f2b632' },
    { name: 'Spark' },
  )
  b.type(
    'message',
    'Three cups,\ntwo paid',
    { x: 70, y: 80, width: 940, height: 250 },
    { family: 'Archivo Black', weight: 400, size: 118, leading: 1.02, tracking: -20 },
    black,
    { name: 'Offer', behaviour: must },
  )
  b.type(
    'message',
    'Until Sunday',
    { x: 74, y: 342, width: 500, height: 66 },
    { family: 'Oswald', weight: 600, size: 52, leading: 1.2 },
    black,
    {
      name: 'Until',
      behaviour: { importance: 'should' },
    },
  )
  b.covering('finish', 'fine-grain', page, { name: 'Grain', blend: 'soft-light', opacity: 0.3 })
  return b.design
}

export const startingLayouts: readonly StartingLayout[] = [
  { id: 'arch-shelf', label: 'Arch and shelf', words: 'doorway warm studio news', make: archAndShelf },
  { id: 'two-rounds', label: 'Two rounds', words: 'circles pink invitation course', make: twoRounds },
  { id: 'three-windows', label: 'Three windows', words: 'row steps list comparison', make: threeWindows },
  { id: 'album-page', label: 'Album page', words: 'prints tilted linen garden', make: albumPage },
  { id: 'three-cells', label: 'Three cells', words: 'hexagon comb technical facts', make: threeCells },
  { id: 'pinned-note', label: 'Pinned note', words: 'kraft paper handwriting workshop', make: pinnedNote },
  { id: 'moonlight', label: 'Moonlight', words: 'dark evening round event', make: moonlight },
  { id: 'gallery', label: 'Gallery wall', words: 'frame exhibition quiet border', make: gallery },
  { id: 'big-offer', label: 'Big offer', words: 'sale price yellow loud', make: bigOffer },
  ...moreLayouts,
]
