import { treatment } from '../definition'
import { amount, percent, toggle } from '../field'
import { tableOf } from '../tables'

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
      let k: number
      if (by >= 1) k = 1e6
      else if (by >= 0) k = 1 / (1 - by)
      else k = 1 + by
      return { op: 'shape', after: tableOf((v) => (v - middle) * k + 0.5) }
    }
    if (by <= 0) return { op: 'shape', after: tableOf((v) => (v - middle) * (1 + by) + middle) }
    const p = 1 + 2 * by
    const s = (v: number) =>
      v < middle ? middle * (v / middle) ** p : 1 - (1 - middle) * ((1 - v) / (1 - middle)) ** p
    return { op: 'shape', after: tableOf(middle <= 0.001 || middle >= 0.999 ? (v) => v : s) }
  },
})
