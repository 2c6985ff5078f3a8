import type { Design } from '../../core/design/schema'
import { DesignBuilder, type Lookup, linear, radial, solid } from './builder'

/** The campaign of the summer fair: a poster, a thumbnail, a post with a device, a story of a journey. */
export const MIDSUMMER = 'Midsummer Fair'

/** A festival's poster: figures that dance before a rising sun, flags above, a town behind. */
export function clayAndSong(supply: Lookup): Design {
  const [WIDTH, HEIGHT, BLEED] = [1754, 2480, 18]
  const bled = { x: -BLEED, y: -BLEED, width: WIDTH + 2 * BLEED, height: HEIGHT + 2 * BLEED }
  const b = new DesignBuilder(
    'clay-and-song',
    'Clay and song',
    ['a3-poster', 'square-post', 'portrait-post', 'tall-poster'],
    'a3-poster',
    '#f7dfb2',
    supply,
  )
  const deep = b.swatch('deep', 'Deep teal', '#123c3d')
  const coral = b.swatch('coral', 'Coral', '#e2572f')
  const honey = b.swatch('honey', 'Honey', '#f3ad3d')
  b.shape('backdrop', 'rectangle', bled, linear(90, [0, '#f9e6bf'], [0.55, '#f8cf8b'], [1, '#f09a58']), {
    name: 'Evening sky',
  })
  b.graphic(
    'setting',
    'rays-full',
    { x: -823, y: -110, width: 3400 },
    { rays: '#f8c777' },
    { name: 'Rays', opacity: 0.75, behaviour: { kind: 'anchor' } },
  )
  b.shape('setting', 'ellipse', { x: 457, y: 1170, width: 840, height: 840 }, solid(coral), { name: 'Sun' })
  b.graphic(
    'setting',
    'town-of-kilns',
    { x: -60, y: 1560, width: 1880 },
    { far: '#c65a3a', near: '#8f3346', windows: '#ffd98a' },
    { name: 'Town of kilns', behaviour: { kind: 'span' } },
  )
  b.graphic(
    'setting',
    'hills-rolling',
    { x: -320, y: 1730, width: 2400, height: 790 },
    { back: '#2f7a70', middle: '#1f5f5b', front: deep },
    { name: 'Hills', behaviour: { kind: 'span' } },
  )
  b.graphic(
    'subject',
    'dancer-leaping',
    { x: 560, y: 1210, width: 640 },
    { top: '#fbe7c0', bottom: '#123c3d', sleeve: '#ecd2a0' },
    { name: 'Leaping dancer' },
  )
  b.graphic(
    'subject',
    'dancers-hand-up',
    { x: 1230, y: 1215, width: 300 },
    { top: '#f3ad3d', bottom: '#7a2c48', sleeve: '#d9932b' },
    { name: 'Dancer with a hand up' },
  )
  b.graphic(
    'subject',
    'dancer-turning',
    { x: 210, y: 1225, width: 360 },
    { top: '#7a2c48', bottom: '#7a2c48', sleeve: '#63223a' },
    { name: 'Turning dancer' },
  )
  b.graphic(
    'front',
    'bunting-swallowtail',
    { x: -70, y: -40, width: 1000, rotation: 3 },
    { line: deep, first: coral, second: honey, third: '#2f7a70' },
    { name: 'Flags, left' },
  )
  b.graphic(
    'front',
    'bunting-swallowtail',
    { x: 830, y: -40, width: 1000, rotation: -3, flipX: true },
    { line: deep, first: coral, second: honey, third: '#2f7a70' },
    { name: 'Flags, right' },
  )
  b.type(
    'message',
    'Clay\n& Song',
    { x: 120, y: 330, width: 1514, height: 740 },
    { family: 'Shrikhand', weight: 400, size: 390, leading: 0.94, align: 'centre' },
    deep,
    { name: 'Title', behaviour: { importance: 'must' } },
  )
  b.type(
    'message',
    'Midsummer fair at Fennel Row',
    { x: 227, y: 226, width: 1300, height: 74 },
    {
      family: 'Barlow Condensed',
      weight: 600,
      size: 70,
      leading: 1.1,
      tracking: 90,
      case: 'upper',
      align: 'centre',
    },
    '#9c3420',
    { name: 'Fair', behaviour: { importance: 'should' } },
  )
  b.type(
    'message',
    '20 June, from noon',
    { x: 227, y: 2100, width: 1300, height: 130 },
    { family: 'Shrikhand', weight: 400, size: 116, leading: 1.05, align: 'centre' },
    '#ffe3a8',
    { name: 'When', behaviour: { importance: 'must' } },
  )
  b.type(
    'message',
    'Wheels for everyone, four bands, soup from our bowls',
    { x: 227, y: 2250, width: 1300, height: 76 },
    { family: 'Barlow Condensed', weight: 400, size: 64, leading: 1.1, align: 'centre' },
    '#f6ead6',
    { name: 'What', behaviour: { importance: 'should' } },
  )
  b.covering('finish', 'print-grain', bled, { name: 'Print grain', blend: 'soft-light', opacity: 0.5 })
  return b.design
}

/** A film's thumbnail: one figure, three words, a burst that says where to look. */
export function centreIt(supply: Lookup): Design {
  const b = new DesignBuilder(
    'centre-it',
    'Centre it',
    ['video-thumbnail', 'square-post', 'link-card', 'tall-story'],
    'video-thumbnail',
    '#17585c',
    supply,
  )
  const page = { x: 0, y: 0, width: 1280, height: 720 }
  const sun = b.swatch('sun', 'Sun', '#ffc53d')
  const ink = b.swatch('ink', 'Ink', '#0e2b33')
  b.shape(
    'backdrop',
    'rectangle',
    page,
    radial(0.72, 0.55, 1, [0, '#2f9a96'], [0.55, '#1c6f72'], [1, '#0f4449']),
    {
      name: 'Teal',
    },
  )
  b.graphic(
    'setting',
    'rays-wide',
    { x: 220, y: -340, width: 1400 },
    { rays: '#39a8a2' },
    { name: 'Rays', opacity: 0.5, behaviour: { kind: 'anchor' } },
  )
  const whole = b.group('subject', 'At the wheel, in a burst')
  b.graphic(
    'subject',
    'burst-comic',
    { x: 668, y: 60, width: 588 },
    { body: sun, shadow: '#0d3b40' },
    { name: 'Burst', parent: whole },
  )
  const potter = b.graphic(
    'subject',
    'sitting-at-the-wheel',
    { x: 736, y: 112, width: 490 },
    { top: '#e4572e', sleeve: '#c4441f', bottom: '#20324d' },
    { name: 'At the wheel', parent: whole },
  )
  b.treat(potter, 'rim', { colour: '#ffffff', width: 9 })
  const title = b.type(
    'message',
    'Centre\nit in 10\nseconds',
    { x: 56, y: 72, width: 640, height: 430 },
    { family: 'Titan One', weight: 400, size: 138, leading: 1.0 },
    '#ffffff',
    { name: 'Title', behaviour: { importance: 'must' } },
  )
  b.treat(title, 'extrude', { colour: '#0b3136', angle: 60, depth: 14 })
  const words = b.type(
    'message',
    'Lesson 4',
    { x: 92, y: 592, width: 320, height: 70 },
    { family: 'Titan One', weight: 400, size: 64, leading: 1 },
    ink,
    { name: 'Lesson', behaviour: { importance: 'should' } },
  )
  b.plate(words, 'block', sun)
  return b.design
}

/** A device in a post: what it shows reaches out of its screen. */
export function inYourPocket(supply: Lookup): Design {
  const b = new DesignBuilder(
    'in-your-pocket',
    'In your pocket',
    ['square-post', 'portrait-post', 'tall-story', 'link-card', 'web-hero'],
    'square-post',
    '#f4c7a8',
    supply,
  )
  const page = { x: 0, y: 0, width: 1080, height: 1080 }
  const plum = b.swatch('plum', 'Plum', '#4a1f33')
  const rust = b.swatch('rust', 'Rust', '#b0452a')
  b.shape(
    'backdrop',
    'rectangle',
    page,
    radial(0.7, 0.4, 1.2, [0, '#fde3cb'], [0.6, '#f3bd98'], [1, '#e29a78']),
    {
      name: 'Peach',
    },
  )
  // The opening of the phone's picture, 495 × 1091 of its 640 × 1240 px.
  const [k, x, y] = [0.735, 545, 90]
  const whole = b.group('subject', 'Phone and what comes out of it')
  b.shape('subject', 'ellipse', { x: 470, y: 190, width: 590, height: 590 }, solid('#e88563'), {
    name: 'Disc',
    parent: whole,
  })
  b.picture(
    'subject',
    'floor-shadow-wide',
    { x: 500, y: 920, width: 560, height: 112 },
    { name: 'Shadow of the phone', blend: 'multiply', opacity: 0.5, parent: whole },
  )
  b.slot(
    'subject',
    'Screen',
    'rectangle',
    { x: x + 70 * k, y: y + 72 * k, width: 500 * k, height: 1096 * k },
    'market-stall',
    { radii: [34, 34, 34, 34], parent: whole, zoom: 1.06 },
  )
  b.picture('subject', 'phone-upright', { x, y, width: 640 * k }, { name: 'Phone', parent: whole })
  b.picture(
    'subject',
    'celadon-dish',
    { x: 470, y: 846, width: 330 },
    { name: 'Celadon dish', parent: whole },
  )
  const vase = b.picture(
    'subject',
    'copper-bottle',
    { x: 690, y: 482, width: 352 },
    { name: 'Copper bottle', parent: whole },
  )
  b.treat(vase, 'shadow', { angle: 120, distance: 22, softness: 40, strength: 0.4 })
  b.picture(
    'subject',
    'rust-branch',
    { x: 722, y: 244, width: 215, rotation: 8 },
    { name: 'Rust branch', parent: whole },
  )
  b.type(
    'message',
    'The whole\nshop, in\nyour pocket',
    { x: 68, y: 224, width: 480, height: 260 },
    { family: 'Fraunces', weight: 600, size: 82, leading: 1.02, tracking: -15 },
    plum,
    { name: 'Title', behaviour: { importance: 'must' } },
  )
  b.type(
    'message',
    'Order by ten, fetch it warm from the kiln.',
    { x: 72, y: 520, width: 390, height: 100 },
    { family: 'Instrument Sans', weight: 500, size: 36, leading: 1.35 },
    plum,
    { name: 'How it works', behaviour: { importance: 'should' } },
  )
  const words = b.type(
    'message',
    'See what is new',
    { x: 94, y: 692, width: 292, height: 42 },
    { family: 'Instrument Sans', weight: 700, size: 34, leading: 1.15 },
    '#fff3e4',
    { name: 'Button words', behaviour: { importance: 'must' } },
  )
  b.plate(words, 'pill', rust)
  b.covering('finish', 'fine-grain', page, { name: 'Grain', blend: 'soft-light', opacity: 0.25 })
  return b.design
}

/** A journey: the coast from above, a suitcase, the way there. */
export function bySea(supply: Lookup): Design {
  const b = new DesignBuilder(
    'clay-by-the-sea',
    'Clay by the sea',
    ['tall-story', 'square-post', 'portrait-post'],
    'tall-story',
    '#1b7f8a',
    supply,
  )
  const page = { x: 0, y: 0, width: 1080, height: 1920 }
  const shell = b.swatch('shell', 'Shell', '#fff6e4')
  const sea = b.swatch('sea', 'Deep sea', '#0b4650')
  b.covering('backdrop', 'coast-from-above', page, { name: 'Coast from above' })
  b.shape(
    'backdrop',
    'rectangle',
    page,
    linear(90, [0, '#053a45f5'], [0.4, '#053a45d9'], [0.5, '#053a4566'], [0.64, '#053a4500']),
    {
      name: 'Quiet water',
    },
  )
  b.graphic(
    'setting',
    'arrow-dotted-bend',
    { x: 250, y: 880, width: 560, rotation: -14 },
    { line: shell, dots: shell, head: shell, paint: shell },
    { name: 'The way there' },
  )
  const plane = b.picture(
    'front',
    'aeroplane',
    { x: 560, y: 770, width: 480, rotation: -8 },
    { name: 'Aeroplane' },
  )
  b.treat(plane, 'shadow', { angle: 100, distance: 46, softness: 40, strength: 0.32 })
  const suitcase = b.picture('subject', 'suitcase', { x: 74, y: 1122, width: 536 }, { name: 'Suitcase' })
  b.treat(suitcase, 'shadow', { angle: 60, distance: 34, softness: 46, strength: 0.4 })
  b.type(
    'message',
    'Clay by\nthe sea',
    { x: 84, y: 300, width: 912, height: 400 },
    { family: 'Abril Fatface', weight: 400, size: 212, leading: 0.96 },
    shell,
    { name: 'Title', behaviour: { importance: 'must' } },
  )
  b.type(
    'message',
    'Five days of throwing on the coast',
    { x: 90, y: 736, width: 860, height: 58 },
    { family: 'Josefin Sans', weight: 600, size: 48, leading: 1.2 },
    shell,
    { name: 'What', behaviour: { importance: 'should' } },
  )
  const words = b.type(
    'message',
    '3–8 August',
    { x: 660, y: 1390, width: 328, height: 60 },
    { family: 'Josefin Sans', weight: 600, size: 54, leading: 1.1, align: 'centre' },
    sea,
    { name: 'When', behaviour: { importance: 'must' } },
  )
  b.plate(words, 'pill', shell)
  b.covering('finish', 'fine-grain', page, { name: 'Grain', blend: 'soft-light', opacity: 0.3 })
  return b.design
}
