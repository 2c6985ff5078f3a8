import { fromHex } from '../../colour/colour'
import { toOklab } from '../../colour/oklab'
import { VARIETY } from '../../colour/recolour'
import { toEncoded, toLinear } from '../../colour/transfer'
import { whiteShift } from '../../colour/white'
import { cosine, sine } from '../../geometry/exact'
import { lutWork } from '../cube'
import { treatment } from '../definition'
import { amount, colour, degrees, percent } from '../field'
import { tableOf } from '../tables'

/** Everywhere, whatever the colour. */
const EVERYWHERE = [0, 0, 0, -1, 0, 0]

/** Warmer or cooler light, and greener or pinker: the white of daylight moved along its locus (CIE 15), adapted by Bradford. */
export const warmth = treatment({
  kind: 'warmth',
  label: 'Warmth',
  group: 'hue',
  words: 'temperature white balance cool',
  fields: { warm: amount(percent('Cool to warm', 0.25, -1, 1)), pink: percent('Green to pink', 0, -1, 1) },
  point: ({ warm, pink }) => ({
    op: 'shape',
    before: tableOf(toLinear),
    matrix: whiteShift(warm, pink),
    after: tableOf(toEncoded),
  }),
})
/** Turns all hues and strengthens or weakens them, lightness kept, in OKLCH. */
export const turn = treatment({
  kind: 'turn',
  label: 'Turn hues',
  group: 'hue',
  words: 'hue rotate shift',
  fields: { by: amount(degrees('By', 30, -180, 180)) },
  point({ by }) {
    const r = (by * Math.PI) / 180
    return { op: 'oklab', settings: [cosine(r), -sine(r), sine(r), cosine(r), 0, 0, 1, 0, ...EVERYWHERE] }
  },
})
/** How strong colours are, in OKLCH: none leaves greys of the same lightness. */
export const chroma = treatment({
  kind: 'chroma',
  label: 'Chroma',
  group: 'hue',
  words: 'saturation vivid desaturate colourful grey',
  fields: { by: amount(percent('Strength', 1.25, 0, 3)) },
  point: ({ by }) => ({ op: 'oklab', settings: [by, 0, 0, by, 0, 0, 1, 0, ...EVERYWHERE] }),
})
const HUES = ['reds', 'yellows', 'greens', 'cyans', 'blues', 'magentas'] as const
/** The corners of the colour cube by which of red, green and blue they have. */
const CORNERS = [0b001, 0b011, 0b010, 0b110, 0b100, 0b101] as const
const lumaOf = (corner: number): number =>
  (corner & 1 ? 0.2126 : 0) + (corner & 2 ? 0.7152 : 0) + (corner & 4 ? 0.0722 : 0)
/** Black and white, each hue as light as is wanted. A grey is read within the six tetrahedra of the colour cube. */
export const greyMix = treatment({
  kind: 'grey-mix',
  label: 'Grey mix',
  group: 'hue',
  words: 'black and white monochrome desaturate',
  fields: {
    reds: percent('Reds', 0.15, -1, 1),
    yellows: percent('Yellows', 0.05, -1, 1),
    greens: percent('Greens', 0, -1, 1),
    cyans: percent('Cyans', 0, -1, 1),
    blues: percent('Blues', 0, -1, 1),
    magentas: percent('Magentas', 0, -1, 1),
  },
  point(settings) {
    const table = new Float32Array(8 * 4).fill(1)
    table.fill(0, 0, 4)
    HUES.forEach((hue, n) => {
      const corner = CORNERS[n] as number
      table.fill(Math.min(1, Math.max(0, lumaOf(corner) + settings[hue])), corner * 4, corner * 4 + 4)
    })
    return { op: 'cube', table, side: 2 }
  },
})
/** One colour and what is like it becomes another; light and shade on it stay. Distances in OKLab. */
export const swapColour = treatment({
  kind: 'swap-colour',
  label: 'Swap a colour',
  group: 'hue',
  words: 'replace selective',
  fields: {
    from: colour('From', '#b5532f'),
    to: colour('To', '#2f6f8f'),
    tolerance: percent('Tolerance', 0.12, 0, 0.6),
    fade: percent('Fading over', 0.1, 0.005, 0.6),
  },
  point({ from, to, tolerance, fade }, { colour: read }) {
    const [f, t] = [toOklab(fromHex(read(from))), toOklab(fromHex(read(to)))]
    // A grey has no hue that could be turned: it takes on the other's colour instead.
    const m = f.a * f.a + f.b * f.b < 0.0004 ? [0, 0, 0, 0, t.a, t.b] : turnOf(f, t)
    return { op: 'oklab', settings: [...m, 1, t.l - f.l, f.l, f.a, f.b, tolerance, fade, 0.5] }
  },
})
/** The turn and growth that take one hue to another, as a complex quotient. */
function turnOf(f: { a: number; b: number }, t: { a: number; b: number }): number[] {
  const square = f.a * f.a + f.b * f.b
  const [x, y] = [(t.a * f.a + t.b * f.b) / square, (t.b * f.a - t.a * f.b) / square]
  return [x, -y, y, x, 0, 0]
}
/**
 * What has one colour as a whole has another: as much lighter or darker than it as before, times `shading`, and a part of what
 * hues differ in. Linear in OKLab.
 */
export const recolour = treatment({
  kind: 'recolour',
  label: 'Recolour',
  group: 'hue',
  words: 'colour change paint part',
  fields: {
    from: colour('Was', '#b5532f'),
    to: colour('Becomes', '#2f6f8f'),
    shading: percent('Shading', 1, 0, 2),
  },
  point({ from, to, shading }, { colour: read }) {
    const [f, t] = [toOklab(fromHex(read(from))), toOklab(fromHex(read(to)))]
    const kept = [t.a - VARIETY * f.a, t.b - VARIETY * f.b]
    return {
      op: 'oklab',
      settings: [VARIETY, 0, 0, VARIETY, ...kept, shading, t.l - shading * f.l, ...EVERYWHERE],
    }
  },
})
/** A wash of one colour over all, lightness kept. */
export const tint = treatment({
  kind: 'tint',
  label: 'Tint',
  group: 'hue',
  words: 'wash tone colourise',
  fields: { colour: colour('Colour', '#b5532f'), amount: amount(percent('Amount', 0.35)) },
  point({ colour, amount }, { colour: read }) {
    const t = toOklab(fromHex(read(colour)))
    return {
      op: 'oklab',
      settings: [1 - amount, 0, 0, 1 - amount, t.a * amount, t.b * amount, 1, 0, ...EVERYWHERE],
    }
  },
})
/** A look-up table from a file, of single channels or a cube. */
export const lut = treatment({
  kind: 'lut',
  label: 'LUT',
  group: 'hue',
  words: 'look up table cube film colour grade',
  fields: { file: { kind: 'lut', label: 'File' } },
  point({ file }, look) {
    const found = file ? look.lut(file.source) : null
    return found ? lutWork(found) : null
  },
})
