/** Entries of a table that kernels read, both ends included; values of 8 bits lie on entries. */
export const ENTRIES = 1021

/** A table for all three channels from what a value becomes. */
export function tableOf(
  of: (v: number) => number,
  others?: { green: (v: number) => number; blue: (v: number) => number },
): Float32Array {
  const out = new Float32Array(3 * ENTRIES)
  const all = [of, others?.green ?? of, others?.blue ?? of]
  all.forEach((f, k) => {
    for (let n = 0; n < ENTRIES; n++) out[k * ENTRIES + n] = Math.min(1, Math.max(0, f(n / (ENTRIES - 1))))
  })
  return out
}

/**
 * A curve through points that never overshoots: monotone cubic pieces (F. Fritsch, R. Carlson, “Monotone Piecewise Cubic
 * Interpolation”, SIAM J. Numer. Anal. 17, 1980), level beyond its ends.
 */
export function curveThrough(points: readonly { x: number; y: number }[]): (v: number) => number {
  const n = points.length
  const at = (k: number) => points[k] as { x: number; y: number }
  const slopes = Array.from({ length: n - 1 }, (_, k) => (at(k + 1).y - at(k).y) / (at(k + 1).x - at(k).x))
  const tangents = Array.from({ length: n }, (_, k) => {
    const [before, after] = [slopes[k - 1], slopes[k]]
    if (before === undefined) return after ?? 0
    if (after === undefined) return before
    return before * after <= 0 ? 0 : (before + after) / 2
  })
  slopes.forEach((d, k) => {
    if (d === 0) {
      tangents[k] = 0
      tangents[k + 1] = 0
      return
    }
    const [a, b] = [(tangents[k] as number) / d, (tangents[k + 1] as number) / d]
    const length = Math.hypot(a, b)
    if (length <= 3) return
    tangents[k] = (3 / length) * a * d
    tangents[k + 1] = (3 / length) * b * d
  })
  // Each piece as a cubic of the way since its first point.
  const pieces = slopes.map((d, k) => {
    const [p, h] = [at(k), at(k + 1).x - at(k).x]
    const [m0, m1] = [tangents[k] as number, tangents[k + 1] as number]
    return {
      from: p.x,
      to: at(k + 1).x,
      y: p.y,
      one: m0,
      two: (3 * d - 2 * m0 - m1) / h,
      three: (m0 + m1 - 2 * d) / (h * h),
    }
  })
  return (v) => {
    if (v <= at(0).x) return at(0).y
    const piece = pieces.find((p) => v < p.to)
    if (!piece) return at(n - 1).y
    const t = v - piece.from
    return piece.y + t * (piece.one + t * (piece.two + t * piece.three))
  }
}
