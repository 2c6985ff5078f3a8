import { newTreatment, type Treatment } from './list'
import { contrasting, type Wearer } from './sized'

/** A recipe for words: sized by their type, in colours of their fill and their ground. */
export type WordRecipe = {
  name: string
  /** How much of the words themselves shows beside what is around them. */
  body?: number
  steps: (on: Wearer) => readonly (readonly [kind: string, settings: Record<string, unknown>])[]
}
/** A share of the type size, px to a tenth. */
const of = (on: Wearer, share: number): number => Math.round(share * on.size * 10) / 10
const inkOf = (on: Wearer): string => on.ink ?? contrasting({ ...on, ink: null })
const second = (on: Wearer): string =>
  on.palette.find((c) => c !== on.ink && c !== contrasting(on)) ?? '#c65a36'

export const wordRecipes: readonly WordRecipe[] = [
  {
    name: 'Line around',
    steps: (on) => [['rim', { width: of(on, 0.045), colour: contrasting(on), join: 'round' }]],
  },
  {
    name: 'Hollow',
    body: 0,
    steps: (on) => [['rim', { width: of(on, 0.028), place: 'centre', colour: inkOf(on) }]],
  },
  {
    name: 'Tube of light',
    steps: (on) => [
      ['rim', { width: of(on, 0.012), colour: '#fff6e4', place: 'inside' }],
      ['halo', { size: of(on, 0.01), softness: of(on, 0.09), colour: inkOf(on) }],
      ['halo', { size: of(on, 0.04), softness: of(on, 0.5), colour: inkOf(on) }],
    ],
  },
  {
    name: 'Soft raised',
    steps: (on) => [
      ['edge-light', { distance: of(on, 0.014), softness: of(on, 0.02), angle: -120 }],
      ['shadow', { distance: of(on, 0.035), softness: of(on, 0.07), angle: 75, strength: 0.35 }],
    ],
  },
  {
    name: 'Long shadow',
    steps: (on) => [['extrude', { depth: of(on, 0.9), angle: 45, colour: shade(on) }]],
  },
  {
    name: 'Block',
    steps: (on) => [
      ['extrude', { depth: of(on, 0.09), angle: 50, colour: second(on) }],
      ['rim', { width: of(on, 0.012), colour: contrasting(on) }],
    ],
  },
  {
    name: 'Several lines',
    steps: (on) => [
      ['rim', { width: of(on, 0.018), gap: of(on, 0.02), colour: inkOf(on) }],
      ['rim', { width: of(on, 0.018), gap: of(on, 0.024), colour: second(on) }],
      ['rim', { width: of(on, 0.018), gap: of(on, 0.024), colour: inkOf(on) }],
    ],
  },
  {
    name: 'Off register',
    steps: (on) => [
      ['fringe', { distance: of(on, 0.028), angle: 12 }],
      ['print-edge', { radius: Math.max(0.6, of(on, 0.008)), hard: 0.6 }],
    ],
  },
  {
    name: 'Worn letters',
    steps: (on) => [
      ['print-edge', { radius: Math.max(0.6, of(on, 0.012)), edge: 0.52 }],
      ['worn', { amount: 0.3, edges: 0.5, size: of(on, 0.14), width: of(on, 0.06) }],
    ],
  },
  {
    name: 'Cut paper',
    steps: (on) => [
      ['rim', { width: of(on, 0.05), colour: '#fffaf0', join: 'mitred' }],
      ['shadow', { distance: of(on, 0.022), softness: of(on, 0.03), angle: 70, strength: 0.4 }],
    ],
  },
  {
    name: 'Sticker letters',
    steps: (on) => [
      ['rim', { width: of(on, 0.085), colour: '#ffffff', join: 'round' }],
      ['shadow', { distance: of(on, 0.03), softness: of(on, 0.07), angle: 75, strength: 0.3 }],
    ],
  },
  {
    name: 'Pressed in',
    steps: (on) => [
      ['recess', { distance: of(on, 0.03), softness: of(on, 0.05), angle: 75 }],
      ['edge-light', { distance: of(on, 0.01), softness: of(on, 0.012), angle: 60 }],
    ],
  },
]
/** A shade between a thing's ink and its ground, as a shadow in one colour has. */
const shade = (on: Wearer): string => (on.ground > 0.5 ? '#2a211c59' : '#00000073')

/** The treatments of a recipe for words, in their order. */
export const wordTreatments = (recipe: WordRecipe, on: Wearer): Treatment[] =>
  recipe.steps(on).map(([kind, settings], n) => ({
    ...newTreatment(kind, { id: `step${n}`, order: `a${n}` }),
    ...settings,
  }))
