import { treatment } from '../definition'
import { amount, choice, degrees, percent, px } from '../field'
import { wayOf } from '../way'

/** A Gaussian; `radius` is its standard deviation. */
export const blur = treatment({
  kind: 'blur',
  label: 'Blur',
  group: 'focus',
  words: 'soft gaussian',
  fields: { radius: amount(px('Radius', 6, 600, { reach: 80 })) },
  near: ({ radius }, { scale }) => ({ op: 'blur', sigma: radius * scale }),
})
/** Smeared evenly along a line. */
export const directionalBlur = treatment({
  kind: 'directional-blur',
  label: 'Directional blur',
  group: 'focus',
  words: 'motion smear',
  fields: { angle: degrees('Angle', 0), length: amount(px('Length', 40, 2000, { reach: 300 })) },
  near: ({ angle, length }, { scale }) => ({ op: 'smear', ...wayOf(angle, length * scale) }),
})
/** Smeared towards or around a point of the box. */
export const radialBlur = treatment({
  kind: 'radial-blur',
  label: 'Radial blur',
  group: 'focus',
  words: 'zoom spin',
  fields: {
    way: choice('Smeared', { zoom: 'towards the point', spin: 'around it' }, 'zoom'),
    amount: amount(percent('Amount', 0.15)),
    x: percent('Point across', 0.5, -0.5, 1.5),
    y: percent('Point down', 0.5, -0.5, 1.5),
  },
  near: ({ way, amount, x, y }) =>
    way === 'zoom' ? { op: 'zoom', x, y, by: amount } : { op: 'spin', x, y, by: amount },
})
/** Unsharp masking. */
export const sharpen = treatment({
  kind: 'sharpen',
  label: 'Sharpen',
  group: 'focus',
  words: 'crisp unsharp mask',
  fields: {
    amount: amount(percent('Amount', 0.8, 0, 5)),
    radius: px('Radius', 1.5, 200, { least: 0.3, reach: 20 }),
    threshold: percent('Threshold', 0.01, 0, 0.5),
  },
  near: ({ amount, radius, threshold }, { scale }) => ({
    op: 'sharpen',
    sigma: Math.max(0.3, radius * scale),
    amount,
    threshold,
  }),
})
/** Smooths surfaces and leaves edges. */
export const softening = treatment({
  kind: 'softening',
  label: 'Softening',
  group: 'focus',
  words: 'smooth skin surface edge preserving denoise',
  fields: {
    radius: amount(px('Radius', 8, 200, { least: 0.5, reach: 40 })),
    edges: percent('Edges over', 0.1, 0.005, 0.6),
  },
  near: ({ radius, edges }, { scale }) => ({
    op: 'spare',
    sigma: Math.max(0.3, radius * scale),
    spared: edges * edges,
  }),
})
