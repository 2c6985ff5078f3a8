import { treatment } from '../definition'
import { toggle } from '../field'
import { between } from './light-table'

/** Lightness becomes a colour of a gradient. */
export const gradientMap = treatment({
  kind: 'gradient-map',
  label: 'Gradient map',
  group: 'reduce',
  histogram: ({ stops }) => stops.map((s) => s.offset),
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
