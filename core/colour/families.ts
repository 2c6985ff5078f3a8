import { converter } from 'culori'

/** The basic colour words of English (Berlin and Kay 1969) with teal, as people ask for pictures. */
export const COLOUR_FAMILIES = [
  'red',
  'orange',
  'yellow',
  'green',
  'teal',
  'blue',
  'violet',
  'pink',
  'brown',
  'black',
  'grey',
  'white',
] as const
export type ColourFamily = (typeof COLOUR_FAMILIES)[number]

const toOklch = converter('oklch')
/** Upper ends of the hues in OKLCH, degrees. */
const HUES: readonly (readonly [number, ColourFamily])[] = [
  [14, 'pink'],
  [40, 'red'],
  [78, 'orange'],
  [113, 'yellow'],
  [164, 'green'],
  [215, 'teal'],
  [280, 'blue'],
  [332, 'violet'],
  [361, 'pink'],
]

/** The word for a colour; components are sRGB-encoded, 0 to 1. */
export function familyOf(r: number, g: number, b: number): ColourFamily {
  const { l, c, h } = toOklch({ mode: 'rgb', r, g, b })
  if (l < 0.24) return 'black'
  if (c < 0.035 && l > 0.9) return 'white'
  if (c < 0.035) return l < 0.34 ? 'black' : 'grey'
  if (l > 0.955 && c < 0.05) return 'white'
  const hue = (h ?? 0) % 360
  const family = HUES.find(([to]) => hue < to)?.[1] ?? 'pink'
  // Dark or dull orange is brown.
  return (family === 'orange' || (family === 'red' && hue > 30) || (family === 'yellow' && hue < 88)) &&
    (l < 0.56 || c < 0.07) &&
    l < 0.72
    ? 'brown'
    : family
}

/** The families that take at least `least` of what is seen in RGBA pixels, most first. */
export function familiesOf(pixels: ArrayLike<number>, least = 0.08): ColourFamily[] {
  const shares = new Map<ColourFamily, number>()
  let total = 0
  for (let n = 0; n + 3 < pixels.length; n += 4) {
    const alpha = (pixels[n + 3] ?? 0) / 255
    if (alpha < 0.1) continue
    const family = familyOf((pixels[n] ?? 0) / 255, (pixels[n + 1] ?? 0) / 255, (pixels[n + 2] ?? 0) / 255)
    shares.set(family, (shares.get(family) ?? 0) + alpha)
    total += alpha
  }
  return [...shares]
    .filter(([, share]) => share / total >= least)
    .sort((a, b) => b[1] - a[1])
    .map(([family]) => family)
}
