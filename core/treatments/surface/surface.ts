import { treatment } from '../definition'
import { amount, choice, colour, count, degrees, percent, px, toggle } from '../field'
import { wayOf } from '../way'

/** Noise of mean nothing, told by places of the page: the same across layers and channels. */
export const grain = treatment({
  kind: 'grain',
  label: 'Grain',
  exactAt: 'master',
  group: 'surface',
  words: 'noise film',
  fields: {
    amount: amount(percent('Amount', 0.4)),
    size: px('Size', 1.5, 40, { least: 0.5, reach: 8, even: true }),
    colours: toggle('In colour', false),
    seed: count('Pattern', 1, 0, 9999),
  },
  point: ({ amount, size, colours, seed }) => ({ op: 'grain', size, amount: amount * 0.2, colours, seed }),
})
/** Tones as dots or lines of ink that are as large as it is dark. */
export const halftone = treatment({
  kind: 'halftone',
  label: 'Halftone',
  exactAt: 'master',
  group: 'surface',
  words: 'dots lines screen print raster',
  fields: {
    form: choice('Form', { dots: 'dots', lines: 'lines' }, 'dots'),
    pitch: px('Pitch', 10, 400, { least: 2, reach: 40 }),
    angle: degrees('Angle', 45, -180, 180),
    own: toggle('In its own colours', false),
    ink: colour('Ink', '#1d1a18'),
    paper: toggle('On white', true),
  },
  point: ({ form, pitch, angle, own, ink, paper }, { colour: read }) => ({
    op: 'screen',
    pitch,
    turnDegrees: angle,
    lines: form === 'lines',
    ink: own ? null : read(ink),
    paper,
  }),
})
/** Dabs that follow shapes and keep edges. */
export const painterly = treatment({
  kind: 'painterly',
  label: 'Painterly',
  group: 'surface',
  words: 'brush oil paint',
  fields: { size: amount(px('Dabs', 8, 120, { least: 1, reach: 40 })), sharp: percent('Sharpness', 0.6) },
  near: ({ size, sharp }, { scale }) => ({ op: 'dabs', radius: size * scale, sharp: 10 ** (1 + 3 * sharp) }),
})
/** Scattered as if sprayed. */
export const spatter = treatment({
  kind: 'spatter',
  label: 'Spatter',
  exactAt: 'master',
  group: 'surface',
  words: 'spray scatter rough',
  fields: {
    reach: amount(px('Reach', 8, 200, { reach: 60 })),
    size: px('Grain', 2, 60, { least: 0.5, reach: 12 }),
    seed: count('Pattern', 1, 0, 9999),
  },
  near: ({ reach, size, seed }, { scale }) => ({
    op: 'displace',
    layer: null,
    light: false,
    dx: (reach / 2) * scale,
    dy: (reach / 2) * scale,
    size,
    seed,
  }),
})
/** Moved by what another layer shows: lighter than the middle one way, darker the other. */
export const displacement = treatment({
  kind: 'displace',
  label: 'Displacement',
  group: 'surface',
  words: 'warp folds map',
  fields: {
    layer: { kind: 'layer', label: 'By' },
    by: choice('Moves by', { light: 'lightness', colours: 'red across, green down' }, 'light'),
    across: amount(px('Across', 12, 400, { least: -400, reach: 60 })),
    down: amount(px('Down', 12, 400, { least: -400, reach: 60 })),
  },
  near: ({ layer, by, across, down }, { scale }) =>
    layer
      ? {
          op: 'displace',
          layer,
          light: by === 'light',
          dx: (across / 2) * scale,
          dy: (down / 2) * scale,
          size: 1,
          seed: 0,
        }
      : null,
})
/** Red and blue part at the edges. */
export const colourFringe = treatment({
  kind: 'fringe',
  label: 'Colour fringe',
  group: 'surface',
  words: 'chromatic aberration glitch misregistration',
  fields: { distance: amount(px('Distance', 4, 200, { reach: 30 })), angle: degrees('Angle', 0, -180, 180) },
  near: ({ distance, angle }, { scale }) => ({ op: 'fringe', ...wayOf(angle, distance * scale) }),
})
/** Texture knocked out of the thing, more so along its edges. */
export const wornEdges = treatment({
  kind: 'worn',
  label: 'Worn edges',
  group: 'surface',
  words: 'distressed grunge old print',
  fields: {
    amount: amount(percent('Amount', 0.25)),
    edges: percent('More at edges', 0.5),
    width: px('Edge width', 14, 300, { reach: 60 }),
    size: px('Texture', 26, 600, { least: 2, reach: 120 }),
    soft: percent('Soft', 0.08, 0.005, 1),
    seed: count('Pattern', 1, 0, 9999),
  },
  near: ({ amount, edges, width, size, soft, seed }, { scale }) => ({
    op: 'wear',
    sigma: Math.max(0.3, (width / 2) * scale),
    size,
    amount: amount - 0.28,
    soft,
    edge: edges,
    seed,
  }),
})
/** Edges as ink on paper has them: softened, then clipped; the edge makes strokes thinner or thicker. */
export const printEdge = treatment({
  kind: 'print-edge',
  label: 'Print edge',
  exactAt: 'master',
  group: 'surface',
  words: 'ink spread rounded corners letterpress',
  fields: {
    radius: px('Softness', 7, 200, { least: 0.3, reach: 30 }),
    edge: percent('Thinner to thicker', 0.5, 0.02, 0.98),
    hard: percent('Hardness', 0.9),
  },
  near: ({ radius, edge, hard }, { scale }) => ({
    op: 'print',
    sigma: Math.max(0.3, radius * scale),
    edge: 1 - edge,
    // The slope of softened edges is one over the radius: so clipped they are a px wide at full hardness.
    slope: 1 + hard * Math.max(0, 2.5 * radius * scale - 1),
  }),
})
