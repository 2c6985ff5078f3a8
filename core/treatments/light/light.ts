import { toEncoded, toLinear } from '../../colour/transfer'
import { treatment } from '../definition'
import { amount, percent, toggle } from '../field'
import { curveThrough, tableOf } from '../tables'

/** Adds to every value, or takes from it. */
export const lift = treatment({
  kind: 'lift',
  label: 'Brightness',
  group: 'light',
  words: 'brightness lighter darker',
  fields: { by: amount(percent('By', 0.1, -1, 1)) },
  point: ({ by }) => ({ op: 'shape', after: tableOf((v) => v + by) }),
})
/**
 * Drives values apart about the middle: c′ = (c − ½) × k + ½ as the `contrast()` function of *Filter Effects 1* has it, or by an
 * S curve through the middle that keeps black and white. Hard: at 100 % only black and white are left, and `middle` moves the edge.
 */
export const contrast = treatment({
  kind: 'contrast',
  label: 'Contrast',
  group: 'light',
  words: 'clip hard threshold',
  fields: {
    by: amount(percent('By', 0.2, -1, 1)),
    middle: percent('Middle', 0.5),
    hard: toggle('Hard, clipping', false),
  },
  point({ by, middle, hard }) {
    if (hard) {
      const k = by >= 1 ? 1e6 : by >= 0 ? 1 / (1 - by) : 1 + by
      return { op: 'shape', after: tableOf((v) => (v - middle) * k + 0.5) }
    }
    if (by <= 0) return { op: 'shape', after: tableOf((v) => (v - middle) * (1 + by) + middle) }
    const p = 1 + 2 * by
    const s = (v: number) =>
      v < middle ? middle * (v / middle) ** p : 1 - (1 - middle) * ((1 - v) / (1 - middle)) ** p
    return { op: 'shape', after: tableOf(middle <= 0.001 || middle >= 0.999 ? (v) => v : s) }
  },
})
/** Light multiplied by two to the power of so many stops, in linear light (IEC 61966-2-1). */
export const exposure = treatment({
  kind: 'exposure',
  label: 'Exposure',
  group: 'light',
  words: 'stops',
  fields: {
    stops: amount({ kind: 'number', label: 'Stops', unit: '', first: 0.3, least: -8, most: 8, reach: 3 }),
  },
  point: ({ stops }) => ({
    op: 'shape',
    after: tableOf((v) => toEncoded(Math.min(1, toLinear(v) * 2 ** stops))),
  }),
})
/** Which values become black and white, how the middle lies between, and what black and white are shown as. */
export const levels = treatment({
  kind: 'levels',
  label: 'Levels',
  group: 'light',
  fields: {
    black: percent('Black at', 0.02),
    white: percent('White at', 0.96),
    middle: { kind: 'number', label: 'Middle', unit: '', first: 1, least: 0.1, most: 10, reach: 3 },
    low: percent('Black becomes', 0),
    high: percent('White becomes', 1),
  },
  point: ({ black, white, middle, low, high }) => ({
    op: 'shape',
    after: tableOf((v) => {
      const t = Math.min(1, Math.max(0, (v - black) / Math.max(1 / 1024, white - black)))
      return low + (high - low) * t ** (1 / middle)
    }),
  }),
})
/** Any course from dark to light. */
export const curves = treatment({
  kind: 'curves',
  label: 'Curves',
  group: 'light',
  fields: {
    all: {
      kind: 'curve',
      label: 'All colours',
      first: [
        { x: 0, y: 0 },
        { x: 0.25, y: 0.2 },
        { x: 0.6, y: 0.68 },
        { x: 1, y: 1 },
      ],
    },
    red: { kind: 'curve', label: 'Red', first: straight() },
    green: { kind: 'curve', label: 'Green', first: straight() },
    blue: { kind: 'curve', label: 'Blue', first: straight() },
  },
  point({ all, red, green, blue }) {
    const every = curveThrough(all)
    const [r, g, b] = [red, green, blue].map((points) => {
      const own = curveThrough(points)
      return (v: number) => every(own(v))
    }) as [(v: number) => number, (v: number) => number, (v: number) => number]
    return { op: 'shape', after: tableOf(r, { green: g, blue: b }) }
  },
})
function straight(): { x: number; y: number }[] {
  return [
    { x: 0, y: 0 },
    { x: 1, y: 1 },
  ]
}
