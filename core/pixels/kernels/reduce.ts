// Reduction by area: each px is the mean of what it covers.
import { copyRow } from './rows'

/** A row of sums on its way: as long as the buffers that are read are wide. */
const MOST: i32 = 1024
const sums = memory.data(1024 * 4, 16)

/**
 * Px of a plane from one `factor` (≥ 1) times as fine: px (0, 0) begins at (x, y) px of what is read, which holds all that is
 * covered. What is covered in part counts in part. At most 1024 px of a row are read.
 */
export function reducePlane(to: usize, toStride: usize, from: usize, fromStride: usize, count: i32, rows: i32, x: f32, y: f32, factor: f32): void {
  if (factor == 1 && x == floor<f32>(x) && y == floor<f32>(y)) {
    const first = from + <usize>(<i32>y) * fromStride + (<usize>(<i32>x) << 2)
    for (let row: i32 = 0; row < rows; row++) copyRow(to + <usize>row * toStride, first + <usize>row * fromStride, count)
    return
  }
  const first = <i32>floor<f32>(x)
  const wide = min<i32>(MOST, <i32>ceil<f32>(x + <f32>count * factor) - first)
  const area: f32 = 1 / (factor * factor)
  for (let row: i32 = 0; row < rows; row++) {
    const above = y + <f32>row * factor
    const below = above + factor
    memory.fill(sums, 0, <usize>wide << 2)
    for (let line = <i32>floor<f32>(above); <f32>line < below; line++) {
      const share = min<f32>(<f32>(line + 1), below) - max<f32>(<f32>line, above)
      if (share < 1e-4) continue
      const own = from + <usize>line * fromStride + (<usize>first << 2)
      const weight = f32x4.splat(share)
      let n: i32 = 0
      for (; n + 4 <= wide; n += 4) {
        const at = <usize>n << 2
        v128.store(sums + at, f32x4.add(v128.load(sums + at), f32x4.mul(weight, v128.load(own + at))))
      }
      for (; n < wide; n++) {
        const at = <usize>n << 2
        store<f32>(sums + at, load<f32>(sums + at) + share * load<f32>(own + at))
      }
    }
    for (let n: i32 = 0; n < count; n++) {
      const left = x + <f32>n * factor - <f32>first
      const right = left + factor
      let sum: f32 = 0
      for (let k = <i32>floor<f32>(left); <f32>k < right; k++)
        sum += (min<f32>(<f32>(k + 1), right) - max<f32>(<f32>k, left)) * load<f32>(sums + (<usize>k << 2))
      store<f32>(to + (<usize>n << 2), sum * area)
    }
    to += toStride
  }
}
