import { fromHex } from '../../colour/colour'
import { gradientTable } from '../../colour/gradient'
import { type Look, treatment } from '../definition'
import { colour, count, percent, toggle } from '../field'
import { ENTRIES, tableOf } from '../tables'

/** A table of straight RGBA from what colour a lightness has. */
function lightTable(of: (t: number) => readonly [number, number, number, number]): Float32Array {
  const table = new Float32Array(ENTRIES * 4)
  for (let n = 0; n < ENTRIES; n++) table.set(of(n / (ENTRIES - 1)), n * 4)
  return table
}
const between = (look: Look, stops: readonly { offset: number; colour: string }[]): Float32Array =>
  gradientTable(
    stops.map((s) => ({ offset: s.offset, colour: look.colour(s.colour) })),
    ENTRIES,
  )

/** Lightness becomes a colour of a gradient. */
export const gradientMap = treatment({
  kind: 'gradient-map',
  label: 'Gradient map',
  group: 'reduce',
  fields: {
    stops: {
      kind: 'stops',
      label: 'From dark to light',
      first: [
        { offset: 0, colour: '#23140f' },
        { offset: 0.5, colour: '#b5532f' },
        { offset: 1, colour: '#fbeedd' },
      ],
    },
    reversed: toggle('Reversed', false),
  },
  point({ stops, reversed }, look) {
    const way = reversed ? stops.map((s) => ({ ...s, offset: 1 - s.offset })).reverse() : stops
    return { op: 'light', table: between(look, way) }
  },
})
/** Two colours, one for the dark and one for the light. */
export const duotone = treatment({
  kind: 'duotone',
  label: 'Duotone',
  group: 'reduce',
  fields: { dark: colour('Dark', '#26323c'), light: colour('Light', '#f3e3cc') },
  point: ({ dark, light }, look) => ({
    op: 'light',
    table: between(look, [
      { offset: 0, colour: dark },
      { offset: 1, colour: light },
    ]),
  }),
})
/** As printed with two inks on paper: the first carries the darks, the second comes in from the mids; inks multiply. */
export const twoInk = treatment({
  kind: 'two-ink',
  label: 'Two inks',
  group: 'reduce',
  words: 'riso print spot',
  fields: {
    first: colour('First ink', '#1f3a5f'),
    second: colour('Second ink', '#e2633f'),
    paper: colour('Paper', '#fbf5ea'),
    balance: percent('Second ink', 0.5),
  },
  point({ first, second, paper, balance }, { colour: read }) {
    const [a, b, p] = [fromHex(read(first)), fromHex(read(second)), fromHex(read(paper))]
    return {
      op: 'light',
      table: lightTable((t) => {
        const [one, two] = [(1 - t) ** 1.6, Math.min(1, (1 - t) ** 0.7 * 2 * balance)]
        const mixed = (k: 'r' | 'g' | 'b') => p[k] * (1 - one + one * a[k]) * (1 - two + two * b[k])
        return [mixed('r'), mixed('g'), mixed('b'), 1]
      }),
    }
  },
})
/** Only so many values are left in each channel. */
export const steps = treatment({
  kind: 'steps',
  label: 'Steps',
  exactAt: 'master',
  group: 'reduce',
  words: 'posterise posterize levels',
  fields: { count: count('Steps', 5, 2, 64) },
  point: ({ count: n }) => ({
    op: 'shape',
    after: tableOf((v) => Math.min(n - 1, Math.floor(v * n)) / (n - 1)),
  }),
})
/** All that is lighter than an edge in one colour, the rest in another. */
export const twoTones = treatment({
  kind: 'two-tones',
  label: 'Two tones',
  exactAt: 'master',
  group: 'reduce',
  words: 'threshold black white',
  fields: {
    edge: percent('Edge', 0.5),
    soft: percent('Soft over', 0.02),
    dark: colour('Dark', '#1d1a18'),
    light: colour('Light', '#ffffff'),
  },
  point({ edge, soft, dark, light }, { colour: read }) {
    const [d, l] = [fromHex(read(dark)), fromHex(read(light))]
    return {
      op: 'light',
      table: lightTable((t) => {
        const w = Math.min(1, Math.max(0, (t - edge) / Math.max(1e-4, soft) + 0.5))
        const mix = (x: number, y: number) => x + (y - x) * w
        return [mix(d.r, l.r), mix(d.g, l.g), mix(d.b, l.b), mix(d.a, l.a)]
      }),
    }
  },
})
/** Every value its opposite. */
export const invert = treatment({
  kind: 'invert',
  label: 'Invert',
  group: 'reduce',
  words: 'negative',
  fields: {},
  point: () => ({ op: 'shape', after: tableOf((v) => 1 - v) }),
})
