import { fromHex } from '../../colour/colour'
import { toOklab } from '../../colour/oklab'
import { treatment } from '../definition'
import { colour, percent } from '../field'

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
