import { treatment } from '../definition'
import { percent, px } from '../field'

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
