import { z } from 'zod'

/**
 * Blend modes of *W3C Compositing and Blending Level 1* §10 plus `plus-lighter` (§9.1.14, `lighter`) and four of its
 * Porter–Duff operators (§9.1.10 to 12), in the order the kernels number them. `formula` is B(cb, cs) as the standard
 * writes it, or the operator's shares of source and what lies beneath.
 */
export const blendModes = {
  normal: { label: 'Normal', formula: 'cs' },
  multiply: { label: 'Multiply', formula: 'cb × cs' },
  screen: { label: 'Screen', formula: 'cb + cs − cb × cs' },
  overlay: { label: 'Overlay', formula: 'hard-light with cb and cs exchanged' },
  darken: { label: 'Darken', formula: 'min(cb, cs)' },
  lighten: { label: 'Lighten', formula: 'max(cb, cs)' },
  'color-dodge': { label: 'Colour dodge', formula: 'cb = 0: 0; cs = 1: 1; min(1, cb ÷ (1 − cs))' },
  'color-burn': { label: 'Colour burn', formula: 'cb = 1: 1; cs = 0: 0; 1 − min(1, (1 − cb) ÷ cs)' },
  'hard-light': { label: 'Hard light', formula: 'cs ≤ ½: multiply(cb, 2cs); screen(cb, 2cs − 1)' },
  'soft-light': {
    label: 'Soft light',
    formula: 'cb − (1 − 2cs) × cb × (1 − cb), or cb + (2cs − 1) × (D(cb) − cb)',
  },
  difference: { label: 'Difference', formula: '|cb − cs|' },
  exclusion: { label: 'Exclusion', formula: 'cb + cs − 2 × cb × cs' },
  hue: { label: 'Hue', formula: 'SetLum(SetSat(cs, Sat(cb)), Lum(cb))' },
  saturation: { label: 'Saturation', formula: 'SetLum(SetSat(cb, Sat(cs)), Lum(cb))' },
  color: { label: 'Colour', formula: 'SetLum(cs, Lum(cb))' },
  luminosity: { label: 'Luminosity', formula: 'SetLum(cb, Lum(cs))' },
  'plus-lighter': { label: 'Add light', formula: 'min(1, cb + cs)' },
  'src-atop': { label: 'Source atop', formula: 'Fa = αb; Fb = 1 − αs' },
  'dst-in': { label: 'Destination in', formula: 'Fa = 0; Fb = αs' },
  'dst-out': { label: 'Destination out', formula: 'Fa = 0; Fb = 1 − αs' },
  'dst-atop': { label: 'Destination atop', formula: 'Fa = 1 − αb; Fb = αs' },
} as const

export type BlendMode = keyof typeof blendModes
export const BLEND_MODES = Object.keys(blendModes) as [BlendMode, ...BlendMode[]]
/** Those of the standard that other formats have too: the sixteen of §10 with `normal`. */
export const STANDARD_MODES: readonly BlendMode[] = BLEND_MODES.slice(0, BLEND_MODES.indexOf('plus-lighter'))
export const blendModeSchema = z.enum(BLEND_MODES)
/** Operators that take away what lies beneath where the source is not: they reach beyond its own bounds. */
export const reachesOut = (mode: BlendMode): boolean => mode === 'dst-in' || mode === 'dst-atop'
/** Whether a mode's number is that of a Porter–Duff operator other than `source-over`. */
export const isOperator = (number: number): boolean => number > BLEND_MODES.indexOf('plus-lighter')
/** Whether a mode's number is that of an operator under which what lies beneath may lose coverage. */
export const lessensCoverage = (number: number): boolean => number > BLEND_MODES.indexOf('src-atop')
/** The number the kernels know a mode by. */
export const blendModeNumber = (mode: BlendMode): number => BLEND_MODES.indexOf(mode)
