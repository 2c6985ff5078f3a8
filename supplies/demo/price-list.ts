import type { Design } from '../../core/design/schema'
import { DesignBuilder, type Lookup, radial, solid } from './builder'

const [WIDTH, HEIGHT, LEFT, RIGHT] = [1080, 1350, 84, 996]
const page = { x: 0, y: 0, width: WIDTH, height: HEIGHT }
const rows: readonly (readonly [string, string, string])[] = [
  ['Soup bowl', 'speckled, half a litre', '28'],
  ['Mug', 'holds with both hands', '24'],
  ['Dinner plate', 'celadon, 26 cm', '36'],
  ['Pitcher', 'white, one litre', '58'],
  ['Moon jar', 'each one different', '140'],
]
const [FIRST, STEP] = [690, 98]

/** A price list: what it is, what marks it out, what it costs, line by line with rules between. */
export function winterPrices(supply: Lookup): Design {
  const channels = ['portrait-post', 'square-post', 'tall-story', 'link-card', 'a3-poster', 'wide-header']
  const b = new DesignBuilder('winter-prices', 'What it costs', channels, 'portrait-post', '#f8efdf', supply)
  const ink = b.swatch('ink', 'Ink', '#2b211c')
  const rust = b.swatch('rust', 'Rust', '#97381a')
  const soft = b.swatch('soft', 'Soft brown', '#59443a')
  b.covering('backdrop', 'lime-plaster', page, { name: 'Plaster', opacity: 0.35 })
  b.shape('backdrop', 'rectangle', page, radial(0.72, 0.2, 1.5, [0, '#fffaf0'], [1, '#f3e2c6']), {
    name: 'Morning light',
    blend: 'multiply',
    opacity: 0.85,
  })
  b.shape('setting', 'ellipse', { x: 560, y: 92, width: 500, height: 500 }, solid('#d98b5b'), {
    name: 'Round',
  })
  b.picture(
    'subject',
    'contact-shadow',
    { x: 596, y: 520, width: 420, height: 74 },
    { name: 'Shadow of the bowls', blend: 'multiply', opacity: 0.75 },
  )
  b.picture('subject', 'stacked-bowls-three', { x: 626, y: 246, width: 360 }, { name: 'Three bowls' })
  b.type(
    'message',
    'Winter table',
    { x: LEFT, y: 100, width: 440, height: 42 },
    { family: 'Josefin Sans', weight: 600, size: 34, leading: 1.25, tracking: 160, case: 'upper' },
    rust,
    { name: 'Series', behaviour: { importance: 'should' } },
  )
  b.type(
    'message',
    'What it\ncosts',
    { x: LEFT - 4, y: 170, width: 520, height: 300 },
    { family: 'Cormorant Garamond', weight: 600, size: 158, leading: 0.9, tracking: -10 },
    ink,
    { name: 'Title', behaviour: { importance: 'must' } },
  )
  const serif = { family: 'Cormorant Garamond', size: 54, leading: 1 }
  b.ruledRows(
    rows,
    { left: LEFT, right: RIGHT, first: FIRST, step: STEP },
    { above: 24, height: 2, colour: '#2b211c59' },
    [
      {
        x: LEFT,
        width: 340,
        height: 56,
        style: { ...serif, weight: 600 },
        colour: ink,
        name: ([what]) => what ?? '',
      },
      {
        x: 440,
        down: 12,
        width: 400,
        height: 40,
        style: { family: 'Instrument Sans', weight: 400, size: 30, leading: 1.2 },
        colour: soft,
        name: ([what]) => `${what}, about`,
        may: true,
      },
      {
        x: 860,
        width: RIGHT - 860,
        height: 56,
        style: { ...serif, weight: 700, align: 'end' },
        colour: rust,
        name: ([what]) => `${what}, price`,
      },
    ],
  )
  b.type(
    'message',
    'In the shop, Thursday to Sunday',
    { x: LEFT, y: FIRST + rows.length * STEP + 14, width: 640, height: 40 },
    { family: 'Instrument Sans', weight: 600, size: 30, leading: 1.25 },
    ink,
    { name: 'Where and when', behaviour: { importance: 'should' } },
  )
  b.covering('finish', 'cold-press-paper', page, { name: 'Paper', blend: 'multiply', opacity: 0.3 })
  return b.design
}
