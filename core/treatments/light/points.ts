import type { CurvePoint } from '../field'

/** Which of three points was picked on a picture: what is to be black, a neutral grey, white. */
export const PICKED = ['black', 'grey', 'white'] as const
export type PickedPoint = (typeof PICKED)[number]
type Rgb = readonly [number, number, number]

const round = (v: number): number => Math.round(v * 1000) / 1000
const within = (v: number, low: number, high: number): number => Math.min(high, Math.max(low, v))
const middleOf = ([r, g, b]: Rgb): number => (r + g + b) / 3
/** Values stay so far apart. */
const APART = 0.02

type Levels = { black: number; white: number; middle: number }
/** Levels that show a picked colour, 0 to 1 each, as black, as the middle between black and white, or as white. */
export function levelsFor(which: PickedPoint, rgb: Rgb, now: Levels): Partial<Levels> {
  if (which === 'black') return { black: round(within(Math.max(...rgb), 0, now.white - APART)) }
  if (which === 'white') return { white: round(within(Math.min(...rgb), now.black + APART, 1)) }
  const t = within((middleOf(rgb) - now.black) / (now.white - now.black), 0.02, 0.98)
  return { middle: round(within(Math.log(t) / Math.log(0.5), 0.1, 10)) }
}

type Curves = Record<'red' | 'green' | 'blue', CurvePoint[]>
/** Curves of each colour that show a picked one as black, without a cast, or as white; what lies between goes on as it did. */
export function curvesFor(which: PickedPoint, rgb: Rgb, now: Curves): Curves {
  const to = { black: 0, grey: middleOf(rgb), white: 1 }[which]
  const passing = (points: readonly CurvePoint[], x: number): CurvePoint[] => {
    const at = { x: round(x), y: round(to) }
    if (which === 'black') return [at, ...points.filter((p) => p.x > x + APART)]
    if (which === 'white') return [...points.filter((p) => p.x < x - APART), at]
    const ends = [points[0], points.at(-1)].flatMap((p) => (p && Math.abs(p.x - at.x) > APART ? [p] : []))
    return [...ends, at].sort((one, other) => one.x - other.x)
  }
  const whole = (points: CurvePoint[], given: readonly CurvePoint[]): CurvePoint[] =>
    points.length > 1 ? points : [...given]
  return {
    red: whole(passing(now.red, rgb[0]), now.red),
    green: whole(passing(now.green, rgb[1]), now.green),
    blue: whole(passing(now.blue, rgb[2]), now.blue),
  }
}
