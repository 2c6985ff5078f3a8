import { fromHex } from '../../colour/colour'
import { treatment } from '../definition'
import { colour, percent } from '../field'
import { lightTable } from './light-table'

/** All that is lighter than an edge in one colour, the rest in another. */
export const twoTones = treatment({
  kind: 'two-tones',
  label: 'Two tones',
  exactAt: 'master',
  group: 'reduce',
  histogram: ({ edge }) => [edge],
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
