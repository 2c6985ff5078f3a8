import { treatment } from '../definition'
import { amount, colour, percent, px } from '../field'

/** An ellipse under the thing: the higher it floats, the further, wider and softer. */
export const contactShadow = treatment({
  kind: 'contact',
  label: 'Contact shadow',
  group: 'around',
  words: 'floor shadow floating ground',
  strength: 0.35,
  fields: {
    colour: colour('Colour', '#1d1410'),
    width: percent('Width', 0.8, 0.05, 3),
    height: percent('Depth', 0.14, 0.01, 1),
    softness: px('Softness', 24, 1000, { reach: 160 }),
    float: amount(px('Floating height', 0, 2000, { least: -500, reach: 200 })),
  },
  around: ({ colour, width, height, softness, float }, { scale, colour: read }) => [
    {
      place: 'under',
      form: 'ellipse',
      colour: read(colour),
      blend: 'multiply',
      wide: width,
      tall: height,
      dx: 0,
      dy: float * scale,
      sigma: ((softness + Math.abs(float) * 0.15) / 2) * scale,
    },
  ],
})
