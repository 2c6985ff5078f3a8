import type { Design } from '../../core/design/schema'
import { DesignBuilder, type Lookup, radial } from './builder'

const [WIDTH, HEIGHT, BLEED] = [1754, 2480, 18]
const [LEFT, RIGHT, FIRST, STEP] = [150, 1604, 1120, 190]
const bled = { x: -BLEED, y: -BLEED, width: WIDTH + 2 * BLEED, height: HEIGHT + 2 * BLEED }
const items: readonly (readonly [string, string, string])[] = [
  ['17:00', 'The kiln is lit', 'in the yard'],
  ['18:00', 'Soup from our bowls', 'long table'],
  ['19:00', 'Glazes, told plainly', 'upper room'],
  ['20:00', 'Raku by firelight', 'in the yard'],
  ['21:30', 'First pots come out', 'everyone'],
]

/** A programme: times, what happens and where, with rules between. */
export function solsticeNight(supply: Lookup): Design {
  const channels = ['a3-poster', 'square-post', 'tall-story', 'link-card', 'portrait-post', 'wide-header']
  const b = new DesignBuilder('solstice-night', 'Solstice night', channels, 'a3-poster', '#151a26', supply)
  const flame = b.swatch('flame', 'Flame', '#ffce8a')
  const snow = b.swatch('snow', 'Snow', '#f3efe6')
  const haze = b.swatch('haze', 'Haze', '#b9bcc6')
  b.shape(
    'backdrop',
    'rectangle',
    bled,
    radial(0.72, 0.16, 1.3, [0, '#3b3550'], [0.35, '#222744'], [0.7, '#131829'], [1, '#0a0e19']),
    { name: 'Night sky' },
  )
  b.picture(
    'setting',
    'bokeh-lights',
    { x: 700, y: -260, width: 1300 },
    { name: 'Lanterns', blend: 'screen', opacity: 0.62 },
  )
  b.picture(
    'setting',
    'kiln-sparks',
    { x: 500, y: -60, width: 1400, height: 1400 },
    { name: 'Sparks', blend: 'plus-lighter', opacity: 0.85 },
  )
  b.type(
    'message',
    'Fennel Row Pottery',
    { x: LEFT, y: 168, width: 900, height: 60 },
    { family: 'Barlow Condensed', weight: 600, size: 56, leading: 1.1, tracking: 120, case: 'upper' },
    flame,
    { name: 'Studio', behaviour: { importance: 'should' } },
  )
  b.type(
    'message',
    'Solstice\nnight',
    { x: LEFT - 8, y: 280, width: 1380, height: 620 },
    { family: 'DM Serif Display', weight: 400, size: 320, leading: 0.96, tracking: -10 },
    snow,
    { name: 'Title', behaviour: { importance: 'must' } },
  )
  const small = { family: 'Barlow Condensed', leading: 1.05 }
  b.ruledRows(
    items,
    { left: LEFT, right: RIGHT, first: FIRST, step: STEP },
    { above: 52, height: 3, colour: '#ffce8a73' },
    [
      {
        x: LEFT,
        width: 240,
        height: 90,
        style: { ...small, weight: 600, size: 84 },
        colour: flame,
        name: (_, n) => `Time ${n + 1}`,
      },
      {
        x: 430,
        down: -2,
        width: 820,
        height: 92,
        style: { family: 'DM Serif Display', weight: 400, size: 80, leading: 1.1 },
        colour: snow,
        name: ([, what]) => what ?? '',
      },
      {
        x: 1280,
        down: 16,
        width: RIGHT - 1280,
        height: 64,
        style: { ...small, weight: 400, size: 60, align: 'end' },
        colour: haze,
        name: (_, n) => `Where ${n + 1}`,
        may: true,
      },
    ],
  )
  b.type(
    'message',
    '21 December · free, bring a lantern',
    { x: LEFT, y: 2170, width: 1300, height: 84 },
    { family: 'Barlow Condensed', weight: 600, size: 76, leading: 1.1, tracking: 10 },
    flame,
    { name: 'When', behaviour: { importance: 'must' } },
  )
  b.covering('finish', 'fine-grain', bled, { name: 'Grain', blend: 'soft-light', opacity: 0.35 })
  return b.design
}
