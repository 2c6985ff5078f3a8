import { treatment } from '../definition'
import { percent } from '../field'

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
