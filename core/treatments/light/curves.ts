import { treatment } from '../definition'
import { curveThrough, tableOf } from '../tables'

/** Any course from dark to light. */
export const curves = treatment({
  kind: 'curves',
  label: 'Curves',
  group: 'light',
  histogram: () => [],
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
