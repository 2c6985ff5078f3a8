import { BLEND_MODES, type BlendMode } from '../basics/blend-modes'

/** What libvips calls the modes that it has. */
export const VIPS_NAMES: Partial<Record<BlendMode, string>> = {
  normal: 'over',
  multiply: 'multiply',
  screen: 'screen',
  overlay: 'overlay',
  darken: 'darken',
  lighten: 'lighten',
  'color-dodge': 'colour-dodge',
  'color-burn': 'colour-burn',
  'hard-light': 'hard-light',
  'soft-light': 'soft-light',
  difference: 'difference',
  exclusion: 'exclusion',
  'plus-lighter': 'add',
}

const OTHERWISE: Partial<Record<BlendMode, string>> = {
  normal: 'source-over',
  'plus-lighter': 'lighter',
  'src-atop': 'source-atop',
  'dst-in': 'destination-in',
  'dst-out': 'destination-out',
  'dst-atop': 'destination-atop',
}
/** What a 2D canvas calls a mode, as its `globalCompositeOperation`. */
export const canvasName = (mode: BlendMode): GlobalCompositeOperation =>
  (OTHERWISE[mode] ?? mode) as GlobalCompositeOperation

/** The modes without the Porter–Duff operators. */
export const PLAIN_MODES = BLEND_MODES.slice(0, 1 + BLEND_MODES.indexOf('plus-lighter'))
