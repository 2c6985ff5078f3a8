import { newTreatment, type Treatment } from './list'

type Step = readonly [kind: string, settings?: Record<string, unknown>]
/** A saved, named list of treatments. */
export type ShippedRecipe = {
  name: string
  group: 'Paper and print' | 'Light and film' | 'Colour' | 'Clean'
  steps: readonly Step[]
}

const points = (...list: [number, number][]) => list.map(([x, y]) => ({ x, y }))
const stops = (...list: [number, string][]) => list.map(([offset, colour]) => ({ offset, colour }))

/** The looks that ship with the application, made by ourselves. */
export const looks: readonly ShippedRecipe[] = [
  {
    name: 'Faded paper',
    group: 'Paper and print',
    steps: [
      ['levels', { black: 0, white: 1, low: 0.1, high: 0.93 }],
      ['warmth', { warm: 0.3 }],
      ['chroma', { by: 0.8 }],
      ['grain', { amount: 0.25, size: 1.6 }],
    ],
  },
  {
    name: 'Two inks',
    group: 'Paper and print',
    steps: [
      ['two-ink', { first: '#1f3a5f', second: '#e2633f', paper: '#fbf5ea' }],
      ['grain', { amount: 0.3, size: 1.4 }],
    ],
  },
  {
    name: 'Clay and ink',
    group: 'Paper and print',
    steps: [
      ['two-ink', { first: '#2a211c', second: '#c1663c', paper: '#f6ead8', balance: 0.55 }],
      ['print-edge', { radius: 1.2, hard: 0.6 }],
      ['grain', { amount: 0.3 }],
    ],
  },
  {
    name: 'Coarse print',
    group: 'Paper and print',
    steps: [
      ['contrast', { by: 0.25 }],
      ['halftone', { form: 'dots', pitch: 9, angle: 45, ink: '#2a211c', paper: true }],
    ],
  },
  {
    name: 'Line print',
    group: 'Paper and print',
    steps: [
      ['contrast', { by: 0.3 }],
      ['halftone', { form: 'lines', pitch: 8, angle: 20, ink: '#26323c', paper: true }],
    ],
  },
  {
    name: 'Chalk',
    group: 'Paper and print',
    steps: [
      ['lift', { by: 0.06 }],
      ['spatter', { reach: 5, size: 1.6 }],
      ['worn', { amount: 0.3, edges: 0.4, size: 14, soft: 0.25 }],
    ],
  },
  {
    name: 'Worn stamp',
    group: 'Paper and print',
    steps: [
      ['print-edge', { radius: 3, edge: 0.52 }],
      ['worn', { amount: 0.3, edges: 0.6, size: 20 }],
    ],
  },
  {
    name: 'Misprint',
    group: 'Paper and print',
    steps: [
      ['fringe', { distance: 3, angle: 12 }],
      ['grain', { amount: 0.28 }],
    ],
  },
  {
    name: 'Warm film',
    group: 'Light and film',
    steps: [
      [
        'curves',
        { all: points([0, 0.05], [0.25, 0.24], [0.7, 0.76], [1, 0.97]), blue: points([0, 0.08], [1, 0.9]) },
      ],
      ['warmth', { warm: 0.22 }],
      ['grain', { amount: 0.22, size: 1.3 }],
    ],
  },
  {
    name: 'Cool film',
    group: 'Light and film',
    steps: [
      [
        'curves',
        { all: points([0, 0.04], [0.3, 0.28], [0.75, 0.8], [1, 0.98]), red: points([0, 0], [1, 0.94]) },
      ],
      ['warmth', { warm: -0.25 }],
      ['grain', { amount: 0.22, size: 1.3 }],
    ],
  },
  {
    name: 'Dusk',
    group: 'Light and film',
    steps: [
      ['exposure', { stops: -0.35 }],
      ['warmth', { warm: -0.2, pink: 0.25 }],
      ['curves', { all: points([0, 0.03], [0.5, 0.46], [1, 0.96]) }],
      ['vignette', { start: 0.4, amount: 0.5, colour: '#1c1530' }],
    ],
  },
  {
    name: 'Night glow',
    group: 'Light and film',
    steps: [
      ['exposure', { stops: -0.7 }],
      ['warmth', { warm: -0.35 }],
      ['contrast', { by: 0.25 }],
      ['halo', { colour: '#ffb46b', size: 6, softness: 60 }],
    ],
  },
  {
    name: 'Morning haze',
    group: 'Light and film',
    steps: [
      ['levels', { black: 0, white: 1, low: 0.12, high: 1 }],
      ['warmth', { warm: 0.12 }],
      ['chroma', { by: 0.85 }],
      ['light-leak', { colour: '#ffe2b8', second: '#fff1dc', angle: -60, reach: 0.7, amount: 0.35 }],
    ],
  },
  {
    name: 'Kiln light',
    group: 'Light and film',
    steps: [
      ['contrast', { by: 0.18 }],
      ['warmth', { warm: 0.4 }],
      ['light-leak', { amount: 0.45 }],
    ],
  },
  {
    name: 'Old slide',
    group: 'Light and film',
    steps: [
      ['turn', { by: 6 }],
      ['chroma', { by: 1.2 }],
      [
        'curves',
        { all: points([0, 0.02], [0.3, 0.24], [0.7, 0.78], [1, 1]), green: points([0, 0.03], [1, 0.96]) },
      ],
      ['vignette', { amount: 0.4 }],
    ],
  },
  {
    name: 'Soft portrait',
    group: 'Light and film',
    steps: [
      ['softening', { radius: 5, edges: 0.08 }],
      ['lift', { by: 0.03 }],
      ['warmth', { warm: 0.1 }],
    ],
  },
  { name: 'Grey', group: 'Colour', steps: [['grey-mix']] },
  {
    name: 'Warm lights',
    group: 'Colour',
    steps: [['grey-mix', { reds: 0.45, yellows: 0.07, blues: -0.07 }]],
  },
  {
    name: 'Terracotta',
    group: 'Colour',
    steps: [
      ['gradient-map', { stops: stops([0, '#2a130c'], [0.45, '#a8492a'], [0.8, '#e6a97c'], [1, '#fbeedd']) }],
    ],
  },
  {
    name: 'Celadon',
    group: 'Colour',
    steps: [['gradient-map', { stops: stops([0, '#10211d'], [0.5, '#5f8f80'], [1, '#eef4e8']) }]],
  },
  { name: 'Cobalt', group: 'Colour', steps: [['duotone', { dark: '#15244d', light: '#eaf0fb' }]] },
  {
    name: 'Ochre wash',
    group: 'Colour',
    steps: [
      ['tint', { colour: '#c98f2b', amount: 0.4 }],
      ['contrast', { by: 0.1 }],
    ],
  },
  {
    name: 'Bold',
    group: 'Colour',
    steps: [
      ['chroma', { by: 1.4 }],
      ['contrast', { by: 0.22 }],
    ],
  },
  {
    name: 'Poster',
    group: 'Colour',
    steps: [
      ['painterly', { size: 4, sharp: 0.7 }],
      ['steps', { count: 6 }],
    ],
  },
  {
    name: 'Clean product',
    group: 'Clean',
    steps: [
      ['levels', { black: 0.02, white: 0.95 }],
      ['sharpen', { amount: 0.5, radius: 1.2 }],
      ['contact', { softness: 30 }],
    ],
  },
  {
    name: 'Sticker',
    group: 'Clean',
    steps: [
      ['rim', { width: 14 }],
      ['shadow', { distance: 6, softness: 14 }],
    ],
  },
  {
    name: 'Floating',
    group: 'Clean',
    steps: [['edge-light'], ['contact', { float: 60, softness: 40, width: 0.6 }]],
  },
  {
    name: 'Crisp and quiet',
    group: 'Clean',
    steps: [
      ['chroma', { by: 0.88 }],
      ['sharpen', { amount: 0.7, radius: 1 }],
    ],
  },
]

/** The treatments of a look in their order; ids and order keys are those of their places. */
export const treatmentsIn = (look: ShippedRecipe): Treatment[] =>
  look.steps.map(([kind, settings], n) => ({
    ...newTreatment(kind, { id: `step${n}`, order: `a${n}` }),
    ...settings,
  }))
