import { fromHex } from '../../colour/colour'
import { treatment } from '../definition'
import { amount, choice, colour, percent, px } from '../field'
import { isNone } from '../inwards'
import { tableOf } from '../tables'

const MIXED = { screen: 'as light', normal: 'as paint' } as const

/** Light or colour all around the thing. */
export const halo = treatment({
  kind: 'halo',
  label: 'Halo',
  group: 'around',
  words: 'glow shine aura',
  fields: {
    colour: colour('Colour', '#ffd9a0'),
    size: amount(px('Size', 10, 800, { reach: 120 })),
    softness: amount(px('Softness', 40, 1000, { reach: 200 })),
    blend: choice('Mixed', MIXED, 'screen'),
  },
  around: ({ colour, size, softness, blend }, { scale, colour: read }) => [
    {
      place: 'under',
      form: 'silhouette',
      colour: read(colour),
      blend,
      thicken: size * scale,
      sigma: (softness / 2) * scale,
    },
  ],
})
/** Light or colour from the edge inwards. */
export const inwardHalo = treatment({
  kind: 'inward-halo',
  label: 'Inward halo',
  group: 'around',
  words: 'glow inside',
  fields: {
    colour: colour('Colour', '#ffd9a0'),
    size: amount(px('Size', 6, 800, { reach: 120 })),
    softness: px('Softness', 30, 1000, { reach: 200 }),
    blend: choice('Mixed', MIXED, 'screen'),
  },
  around: ({ colour, size, softness, blend }, { scale, colour: read }) =>
    isNone(size, softness)
      ? []
      : [
          {
            place: 'over',
            form: 'silhouette',
            inverse: true,
            within: 'own',
            colour: read(colour),
            blend,
            thicken: -size * scale,
            sigma: (softness / 2) * scale,
          },
        ],
})
/** One flat colour in place of the thing's own; what it covers, its soft edges too, stays as it is. */
export const silhouetteColour = treatment({
  kind: 'silhouette',
  label: 'Silhouette colour',
  group: 'around',
  words: 'flat fill one colour',
  fields: {
    colour: colour('Colour', '#b5532f'),
    blend: choice(
      'Mixed',
      {
        normal: 'covering',
        hue: 'hue only',
        color: 'hue and chroma',
        multiply: 'as a shade',
        screen: 'as light',
      },
      'normal',
    ),
  },
  // How it is mixed is that of all treatments of single px.
  point({ colour }, { colour: read }) {
    const c = fromHex(read(colour))
    const to = (own: number) => (v: number) => v + (own - v) * c.a
    return { op: 'shape', after: tableOf(to(c.r), { green: to(c.g), blue: to(c.b) }) }
  },
})
/** The corners fall off, or whatever colour is chosen comes in from them. */
export const vignette = treatment({
  kind: 'vignette',
  label: 'Vignette',
  group: 'surface',
  words: 'dark corners',
  fields: {
    colour: colour('Colour', '#140d0a'),
    start: percent('Free middle', 0.45, 0, 1.4),
    amount: amount(percent('Amount', 0.5)),
    blend: choice('Mixed', { multiply: 'as a shade', normal: 'as paint', screen: 'as light' }, 'multiply'),
  },
  around: ({ colour, start, amount, blend }, { colour: read }) => [
    {
      place: 'over',
      form: 'vignette',
      colour: read(colour),
      blend,
      opacity: amount,
      wide: start,
      within: 'own',
    },
  ],
})
/** Stray light from one side, in two colours. */
export const lightLeak = treatment({
  kind: 'light-leak',
  label: 'Light leak',
  group: 'surface',
  words: 'flare stray film',
  fields: {
    colour: colour('Colour', '#ff7a2e'),
    second: colour('Second colour', '#ffc46b'),
    angle: { kind: 'number', unit: '°', label: 'From', first: -20, least: -360, most: 360, reach: 180 },
    reach: percent('Reach', 0.55, 0.05, 1.5),
    amount: amount(percent('Amount', 0.6)),
  },
  around: ({ colour, second, angle, reach, amount }, { colour: read }) => [
    {
      place: 'over',
      form: 'leak',
      colour: read(colour),
      blend: 'screen',
      opacity: amount,
      wide: reach,
      angleDegrees: angle,
      within: 'own',
    },
    {
      place: 'over',
      form: 'leak',
      colour: read(second),
      blend: 'screen',
      opacity: amount * 0.7,
      wide: reach * 0.45,
      angleDegrees: angle + 14,
      within: 'own',
    },
  ],
})
