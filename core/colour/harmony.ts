import { converter, formatHex, inGamut as within } from 'culori'

const toOklch = converter('oklch')
const holds = within('rgb')

/** What goes with a colour, by how far hues lie apart in OKLCH; in the order in which it is shown. */
export const HARMONIES = {
  opposite: { label: 'Opposite', turns: [180] },
  split: { label: 'Beside the opposite', turns: [150, 210] },
  near: { label: 'Near it', turns: [-30, 30] },
  three: { label: 'A third apart', turns: [120, 240] },
  four: { label: 'A quarter apart', turns: [90, 180, 270] },
} as const
export type Harmony = keyof typeof HARMONIES

/** Colours of the same lightness and chroma with their hues turned; where sRGB does not reach, chroma gives way. */
export function harmony(hex: string, kind: Harmony): string[] {
  const { l, c, h } = toOklch(hex) ?? { l: 0, c: 0, h: 0 }
  return HARMONIES[kind].turns.map((turn) => inGamut(l, c, (h ?? 0) + turn))
}
/** The same hue from dark to light, as many as are wanted. */
export function tones(hex: string, count: number): string[] {
  const { c, h } = toOklch(hex) ?? { c: 0, h: 0 }
  return Array.from({ length: count }, (_, n) => {
    const l = 0.22 + (0.72 * n) / Math.max(1, count - 1)
    // Very dark and very light ones have less chroma, as inks and papers do.
    return inGamut(l, c * (1 - Math.abs(l - 0.6) * 0.7), h ?? 0)
  })
}
/** The colour, or the one of its lightness and hue that sRGB just holds, found by halving. */
function inGamut(l: number, c: number, hue: number): string {
  const h = ((hue % 360) + 360) % 360
  const of = (chroma: number) => ({ mode: 'oklch' as const, l, c: chroma, h })
  let [low, high] = [0, c]
  if (holds(of(c))) low = c
  else
    for (let n = 0; n < 16; n++) {
      const middle = (low + high) / 2
      if (holds(of(middle))) low = middle
      else high = middle
    }
  return formatHex(of(low))
}
