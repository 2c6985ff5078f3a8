import { fromHex } from './colour'
import { toOklab } from './oklab'

/** Plain words for colours, ours, each at a place that it is meant for. */
const NAMES: readonly (readonly [string, string])[] = [
  ['black', '#0b0b0b'],
  ['ink', '#1a1d26'],
  ['soot', '#2a2725'],
  ['charcoal', '#3c3f42'],
  ['iron', '#5b6066'],
  ['slate', '#66717f'],
  ['ash', '#8d8d8a'],
  ['pebble', '#a8a49d'],
  ['fog', '#c3c7c9'],
  ['chalk', '#ececea'],
  ['white', '#ffffff'],
  ['bone', '#e9e0d0'],
  ['cream', '#f8ecd2'],
  ['straw', '#e8cf86'],
  ['butter', '#f6dd7a'],
  ['lemon', '#f4e33c'],
  ['honey', '#e3a63a'],
  ['ochre', '#b98325'],
  ['amber', '#f2a01e'],
  ['apricot', '#f4b183'],
  ['peach', '#f8cdb0'],
  ['orange', '#f07d12'],
  ['rust', '#a8491f'],
  ['terracotta', '#c1603c'],
  ['brick', '#8f3a2c'],
  ['clay', '#b98368'],
  ['sand', '#d2b48c'],
  ['umber', '#5a3d29'],
  ['bark', '#3f2d22'],
  ['coral', '#f8765a'],
  ['red', '#d5221f'],
  ['cherry', '#a3172d'],
  ['wine', '#5e1a2c'],
  ['rose', '#dd7a90'],
  ['blush', '#f3cbd0'],
  ['pink', '#ef8fbf'],
  ['magenta', '#c22a8a'],
  ['plum', '#6d2f62'],
  ['mauve', '#a585ab'],
  ['lilac', '#c9b2e0'],
  ['violet', '#7243b5'],
  ['indigo', '#4a3a96'],
  ['navy', '#0c1a62'],
  ['dusk blue', '#2e4a78'],
  ['cobalt', '#2148b5'],
  ['blue', '#2f6fe0'],
  ['sky', '#86bdec'],
  ['ice', '#d3e9f3'],
  ['steel blue', '#5d84a6'],
  ['petrol', '#0f4c5a'],
  ['teal', '#1f8080'],
  ['turquoise', '#43c0b5'],
  ['mint', '#aee3cb'],
  ['sea green', '#2f8f6b'],
  ['pine', '#1d4636'],
  ['green', '#2f9a3a'],
  ['fern', '#5d9450'],
  ['moss', '#55652f'],
  ['olive', '#80782b'],
  ['sage', '#a6b495'],
  ['lime', '#b0d136'],
  ['leaf', '#79b33c'],
]
const places = NAMES.map(([name, hex]) => ({ name, at: toOklab(fromHex(hex)) }))

/** The word for a colour (`#rrggbb`): the nearest of ours in OKLab, in which hues count more than how light they are. */
export function colourName(hex: string): string {
  const c = toOklab(fromHex(hex))
  let [best, least] = ['', Infinity]
  for (const { name, at } of places) {
    const off = 0.6 * (at.l - c.l) ** 2 + 1.4 * ((at.a - c.a) ** 2 + (at.b - c.b) ** 2)
    if (off < least) [best, least] = [name, off]
  }
  return best
}
