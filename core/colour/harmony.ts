import { clampChroma, converter, formatHex } from 'culori'

const toOklch = converter('oklch')

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
function inGamut(l: number, c: number, h: number): string {
  return formatHex(clampChroma({ mode: 'oklch', l, c, h: ((h % 360) + 360) % 360 }, 'oklch'))
}
