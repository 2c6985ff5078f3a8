/**
 * Sine, cosine, length and angle from + − × ÷ √ alone. Hosts may give different last digits for their own functions;
 * pixels that must be equal everywhere come from these.
 */

const HALF_PI = Math.PI / 2

/** Taylor series to x¹⁹ on −π/4 … π/4: the remainder is below 1e-18. */
function series(x: number, first: number, power: number): number {
  const square = x * x
  let term = first
  let sum = first
  for (let n = power; n <= power + 16; n += 2) {
    term = (-term * square) / ((n + 1) * (n + 2))
    sum += term
  }
  return sum
}
const smallSine = (x: number): number => series(x, x, 1)
const smallCosine = (x: number): number => series(x, 1, 0)

/** Sine of an angle in radians. */
export function sine(x: number): number {
  const quarter = Math.round(x / HALF_PI)
  const rest = x - quarter * HALF_PI
  const q = ((quarter % 4) + 4) % 4
  if (q === 0) return smallSine(rest)
  if (q === 1) return smallCosine(rest)
  if (q === 2) return -smallSine(rest)
  return -smallCosine(rest)
}
export const cosine = (x: number): number => {
  const quarter = Math.round(x / HALF_PI)
  const rest = x - quarter * HALF_PI
  const q = ((quarter % 4) + 4) % 4
  if (q === 0) return smallCosine(rest)
  if (q === 1) return -smallSine(rest)
  if (q === 2) return -smallCosine(rest)
  return smallSine(rest)
}

export const lengthOf = (x: number, y: number): number => Math.sqrt(x * x + y * y)

/** The angle of a direction, −π … π: the host's guess, rounded, then made exact by Newton's method. */
export function angleOf(y: number, x: number): number {
  const l = lengthOf(x, y)
  if (l === 0) return 0
  let a = Math.round(Math.atan2(y, x) * 1e6) / 1e6
  for (let n = 0; n < 3; n++) a -= (sine(a) * x - cosine(a) * y) / l
  return a
}
