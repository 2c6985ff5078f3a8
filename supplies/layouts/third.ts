import { demoChannelIds } from '../../core/design/channels'
import type { Design } from '../../core/design/schema'
import { DesignBuilder, frame, type Lookup, linear, radial, solid } from '../demo/builder'
import type { StartingLayout } from './starting'

const SIDE = 1080
const page = { x: 0, y: 0, width: SIDE, height: SIDE }
type Face = {
  family: string
  weight: number
  size: number
  leading?: number
  tracking?: number
  case?: 'upper'
}
/** What a layout of one of the three compositions below is made of. */
type Spec = {
  id: string
  label: string
  words: string
  /** Page, light and shade of the ground, what stands behind, the line of the floor. */
  colours: readonly [page: string, light: string, shade: string, behind: string, floor: string]
  ink: readonly [name: string, colour: string]
  title: string
  line: string
  head: Face
  small: Face
  pictures: readonly [string, string, string?]
  /** A graphic that goes with it, its width and the colours of its parts. */
  sign: readonly [graphic: string, width: number, colours: Record<string, string>]
  /** How round the pictures are, px. */
  round?: number
}
const begin = (s: Spec, supply: Lookup): { b: DesignBuilder; ink: string } => {
  const b = new DesignBuilder(s.id, s.label, demoChannelIds, 'square-post', s.colours[0], supply)
  const ink = b.swatch(s.ink[0].toLowerCase(), s.ink[0], s.ink[1])
  b.swatch('accent', 'Accent', s.colours[3])
  return { b, ink }
}
const words = (
  b: DesignBuilder,
  s: Spec,
  ink: string,
  at: { x: number; y: number; width: number; height: number },
  small: { x: number; y: number; width: number; height: number },
  align: 'start' | 'centre' = 'start',
) => {
  b.type('message', s.title, at, { leading: 1.04, ...s.head, align }, ink, {
    name: 'Title',
    behaviour: { importance: 'must' },
  })
  b.type('message', s.line, small, { leading: 1.2, ...s.small, align }, ink, {
    name: 'Line',
    behaviour: { importance: 'should' },
  })
}
const grain = (b: DesignBuilder): Design => {
  b.covering('finish', 'fine-grain', page, { name: 'Grain', blend: 'soft-light', opacity: 0.3 })
  return b.design
}
/** A tall picture before a disc, a round detail at its foot, words above on the left. */
const tall =
  (s: Spec) =>
  (supply: Lookup): Design => {
    const { b, ink } = begin(s, supply)
    const r = s.round ?? 205
    b.shape('backdrop', 'rectangle', page, linear(110, [0, s.colours[1]], [1, s.colours[2]]), {
      name: 'Ground',
    })
    b.shape('setting', 'ellipse', { x: 566, y: 128, width: 560, height: 560 }, solid(s.colours[3]), {
      name: 'Disc',
    })
    b.shape('setting', 'rectangle', { x: -20, y: 950, width: 1120, height: 160 }, solid(s.colours[4]), {
      name: 'Floor',
    })
    b.slot(
      'subject',
      'Main picture',
      'rectangle',
      { x: 560, y: 300, width: 410, height: 650 },
      s.pictures[0],
      { radii: [r, r, 0, 0] },
    )
    b.slot('subject', 'Detail', 'ellipse', { x: 430, y: 690, width: 270, height: 270 }, s.pictures[1], {
      stroke: frame(s.colours[0], 12),
    })
    words(b, s, ink, { x: 72, y: 84, width: 560, height: 250 }, { x: 76, y: 350, width: 430, height: 52 })
    b.graphic('front', s.sign[0], { x: 96, y: 620, width: s.sign[1] }, s.sign[2], { name: 'Sign' })
    return grain(b)
  }
/** Two rounds that touch, a sign between them, words across the top. */
const rounds =
  (s: Spec) =>
  (supply: Lookup): Design => {
    const { b, ink } = begin(s, supply)
    b.shape('backdrop', 'rectangle', page, radial(0.5, 0.75, 1.5, [0, s.colours[1]], [1, s.colours[2]]), {
      name: 'Ground',
    })
    b.graphic(
      'setting',
      'sun-straight',
      { x: -40, y: 240, width: 1160 },
      { rays: s.colours[3], disc: s.colours[1] },
      { name: 'Rays', behaviour: { kind: 'anchor' } },
    )
    const parent = b.group('subject', 'Rounds', { behaviour: { keepsClear: true } })
    b.slot('subject', 'Left round', 'ellipse', { x: 96, y: 480, width: 480, height: 480 }, s.pictures[0], {
      stroke: frame(s.colours[4], 14),
      parent,
    })
    b.slot('subject', 'Right round', 'ellipse', { x: 540, y: 560, width: 420, height: 420 }, s.pictures[1], {
      stroke: frame(s.colours[4], 14),
      parent,
    })
    b.graphic('subject', s.sign[0], { x: 468, y: 506, width: s.sign[1] }, s.sign[2], {
      name: 'Sign between',
      parent,
    })
    words(
      b,
      s,
      ink,
      { x: 80, y: 92, width: 920, height: 290 },
      { x: 140, y: 384, width: 800, height: 56 },
      'centre',
    )
    return grain(b)
  }
/** Three pictures in a row over a band, words above. */
const row =
  (s: Spec) =>
  (supply: Lookup): Design => {
    const { b, ink } = begin(s, supply)
    b.shape('backdrop', 'rectangle', page, linear(90, [0, s.colours[1]], [1, s.colours[2]]), {
      name: 'Ground',
    })
    b.shape('setting', 'rectangle', { x: -20, y: 700, width: 1120, height: 400 }, solid(s.colours[4]), {
      name: 'Band',
    })
    const parent = b.group('subject', 'Pictures', { behaviour: { keepsClear: true } })
    const r = s.round ?? 0
    s.pictures.forEach((source, n) => {
      if (source)
        b.slot(
          'subject',
          `${['Left', 'Middle', 'Right'][n]} picture`,
          'rectangle',
          { x: 72 + n * 320, y: 440, width: 296, height: 470 },
          source,
          { radii: [r, r, r, r], parent },
        )
    })
    words(b, s, ink, { x: 72, y: 82, width: 936, height: 248 }, { x: 74, y: 342, width: 936, height: 60 })
    b.graphic('front', s.sign[0], { x: 1000 - s.sign[1], y: 384, width: s.sign[1] }, s.sign[2], {
      name: 'Sign',
    })
    return grain(b)
  }

const specs: readonly (Spec & { make: (s: Spec) => StartingLayout['make'] })[] = [
  {
    make: tall,
    id: 'figure-at-the-wheel',
    label: 'Figure at the wheel',
    words: 'thumbnail figure person video lesson',
    colours: ['#dcebe6', '#f1f8f4', '#b9d6cd', '#f0b746', '#1d4d4a'],
    ink: ['Deep', '#10302f'],
    title: 'Centre it\nin a minute',
    line: 'Lesson four',
    head: { family: 'League Gothic', weight: 400, size: 126, leading: 0.98 },
    small: { family: 'Varela Round', weight: 400, size: 42 },
    pictures: ['kiln-shelf', 'clay-table'],
    sign: ['sitting-at-the-wheel', 250, {}],
    round: 60,
  },
  {
    make: tall,
    id: 'in-the-hand',
    label: 'In the hand',
    words: 'device phone app post screen',
    colours: ['#e6e3f1', '#f5f3fb', '#c5bfde', '#8f86c9', '#332c5c'],
    ink: ['Indigo', '#241e47'],
    title: 'Book it from\nyour pocket',
    line: 'Every free wheel',
    head: { family: 'Fredoka', weight: 600, size: 92, leading: 1.08 },
    small: { family: 'Instrument Sans', weight: 600, size: 38 },
    pictures: ['leaves-at-window', 'three-cups'],
    sign: ['hand-holding', 220, { cuff: '#8f86c9', hand: '#d99f76', front: '#c38f6a' }],
    round: 48,
  },
  {
    make: row,
    id: 'three-cards',
    label: 'Three cards',
    words: 'offer cards price list three',
    colours: ['#f7ead2', '#fdf4e2', '#ecd4a8', '#d6a23e', '#c2553a'],
    ink: ['Brown', '#3a1c10'],
    title: 'Pick your clay',
    line: 'Red, white or black',
    head: { family: 'Alfa Slab One', weight: 400, size: 112, leading: 1.06 },
    small: { family: 'Arvo', weight: 700, size: 40 },
    pictures: ['clay-table', 'three-cups', 'stacked-bowls'],
    sign: ['tag-price', 190, { body: '#d6a23e', string: '#3a1c10' }],
    round: 24,
  },
  {
    make: row,
    id: 'programme',
    label: 'Programme',
    words: 'programme schedule rules days',
    colours: ['#e9ece4', '#f6f8f2', '#cdd5c3', '#7f9268', '#35473a'],
    ink: ['Forest', '#1d2b22'],
    title: 'Four open days',
    line: 'Look, throw, glaze, fire',
    head: { family: 'Cinzel', weight: 700, size: 100, leading: 1.12 },
    small: { family: 'Fjalla One', weight: 400, size: 42 },
    pictures: ['leaves-at-window', 'kiln-shelf', 'glaze-close'],
    sign: ['rule-diamonds', 300, { line: '#35473a', diamonds: '#c2553a' }],
  },
  {
    make: row,
    id: 'recipe-card',
    label: 'Recipe card',
    words: 'recipe food cook steps',
    colours: ['#f4efe2', '#fbf8ee', '#e2d6ba', '#c58a4a', '#7f9268'],
    ink: ['Thyme', '#2b3421'],
    title: 'Bread in a bowl',
    line: 'Flour, water, an afternoon',
    head: { family: 'Kaushan Script', weight: 400, size: 104, leading: 1.12 },
    small: { family: 'Zilla Slab', weight: 600, size: 44 },
    pictures: ['stacked-bowls', 'clay-table', 'three-cups'],
    sign: ['sign-bread', 130, { body: '#c58a4a', cuts: '#f4efe2' }],
    round: 148,
  },
  {
    make: rounds,
    id: 'a-question',
    label: 'A question',
    words: 'story question ask poll',
    colours: ['#cfe6ea', '#eef8f9', '#9fcbd3', '#d6edf0', '#12454f'],
    ink: ['Lagoon', '#0f3a43'],
    title: 'Matt or\nshiny?',
    line: 'Tell us which one is yours',
    head: { family: 'Righteous', weight: 400, size: 128, leading: 1.04 },
    small: { family: 'Barlow Condensed', weight: 700, size: 48 },
    pictures: ['clay-table', 'glaze-close'],
    sign: ['question-mark-round', 180, { disc: '#e2693f', mark: '#fff6ee' }],
  },
  {
    make: tall,
    id: 'wide-welcome',
    label: 'Wide welcome',
    words: 'web hero banner welcome',
    colours: ['#f3e7dc', '#fbf5ee', '#e4c8b0', '#e0a37f', '#5b3526'],
    ink: ['Umber', '#351c12'],
    title: 'Slowly,\non purpose',
    line: 'A studio by the river',
    head: { family: 'Limelight', weight: 400, size: 84, leading: 1.12 },
    small: { family: 'JetBrains Mono', weight: 700, size: 36 },
    pictures: ['pale-corner', 'glaze-close'],
    sign: ['ornament-lotus', 220, { outer: '#e0a37f', middle: '#b9643c', dots: '#5b3526' }],
  },
  {
    make: rounds,
    id: 'forum-banner',
    label: 'Talk to us',
    words: 'forum banner talk community',
    colours: ['#f7dfae', '#fdf1d2', '#efc06b', '#f9e4b8', '#b0402c'],
    ink: ['Plum', '#47182c'],
    title: 'Ask the\npotters',
    line: 'Every Thursday at noon',
    head: { family: 'Permanent Marker', weight: 400, size: 118, leading: 1.1 },
    small: { family: 'Bebas Neue', weight: 400, size: 50, tracking: 20 },
    pictures: ['kiln-shelf', 'three-cups'],
    sign: ['speech-two', 190, { first: '#b0402c', second: '#2f6f6a' }],
  },
]
/** The third row of starting layouts: three compositions in different voices. */
export const thirdLayouts: readonly StartingLayout[] = specs.map((s) => ({
  id: s.id,
  label: s.label,
  words: s.words,
  make: s.make(s),
}))
