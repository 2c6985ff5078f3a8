import type { Dab } from '../masks/mask'
import type { Lab, Size } from './copies'
import { featuresOf } from './features'
import type { Shape } from './network'

/** Colours of each of 2 × 2 px, what else is told of them in the mean, and how near dabs are that keep and that drop. */
export const SHAPE: Shape = { inputs: 12 + 24 + 2, down: [20, 32, 48, 48, 48], up: [12, 24, 32, 48] }

/** How far a dab is seen by the network, shares of the shorter side. */
const NEAR = 0.06

const halfOf = ({ width, height }: Size) => ({ width: (width + 1) >> 1, height: (height + 1) >> 1 })

/** The means of 2 × 2 px. */
function pooled(plane: Float32Array, { width, height }: Lab): Float32Array {
  const half = halfOf({ width, height })
  const out = new Float32Array(half.width * half.height)
  for (let y = 0; y < half.height; y++) {
    const [a, b] = [2 * y * width, Math.min(2 * y + 1, height - 1) * width]
    for (let x = 0; x < half.width; x++) {
      const [u, v] = [2 * x, Math.min(2 * x + 1, width - 1)]
      out[y * half.width + x] =
        ((plane[a + u] as number) +
          (plane[a + v] as number) +
          (plane[b + u] as number) +
          (plane[b + v] as number)) /
        4
    }
  }
  return out
}
/** A picture's plane as four of half its size, those of each 2 × 2 px row by row, `scale` times each value and `shift` more. */
export function quarters(
  plane: Float32Array,
  { width, height }: Size,
  scale: number,
  shift = 0,
): Float32Array[] {
  const half = halfOf({ width, height })
  return [0, 1, 2, 3].map((k) => {
    const out = new Float32Array(half.width * half.height)
    for (let y = 0; y < half.height; y++) {
      const row = Math.min(2 * y + (k >> 1), height - 1) * width
      let n = y * half.width
      for (let x = k & 1; x < width; x += 2) out[n++] = scale * (plane[row + x] as number) + shift
      if (n < (y + 1) * half.width) out[n] = scale * (plane[row + width - 1] as number) + shift
    }
    return out
  })
}

/** What the network is shown of a picture: planes of half its size. */
export function shown(p: Lab): Float32Array[] {
  return [
    ...quarters(p.l, p, 2, -1),
    ...quarters(p.a, p, 8),
    ...quarters(p.b, p, 8),
    ...featuresOf(p).map((plane) => pooled(plane, p)),
  ]
}
/** What it is shown of a person's dabs on a picture of a size: how near those are that keep, and those that drop. */
export function shownOf(dabs: readonly Dab[], of: Size): Float32Array[] {
  const { width, height } = halfOf(of)
  const side = Math.min(width, height)
  return [true, false].map((keep) => {
    const out = new Float32Array(width * height)
    for (const dab of dabs) {
      if (dab.keep !== keep) continue
      for (let y = 0; y < height; y++)
        for (let x = 0; x < width; x++) {
          const away = Math.max(
            0,
            Math.hypot(x + 0.5 - dab.x * width, y + 0.5 - dab.y * height) / side - dab.radius,
          )
          out[y * width + x] = Math.max(out[y * width + x] as number, Math.exp(-away / NEAR))
        }
    }
    return out
  })
}
