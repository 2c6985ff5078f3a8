// Drafts of half the size, enlarged for the screen.

@inline function mix(near: v128, far: v128): v128 {
  return f32x4.add(f32x4.mul(near, f32x4.splat(0.75)), f32x4.mul(far, f32x4.splat(0.25)))
}
/** A last mix, as whole levels 0–255 that are not clamped yet: added to 1.5 × 2²³ a float's last bits are whole numbers. */
@inline function mixedLevels(near: v128, far: v128): v128 {
  const sum = f32x4.add(f32x4.mul(near, f32x4.splat(0.75 * 255)), f32x4.mul(far, f32x4.splat(0.25 * 255)))
  return i32x4.sub(f32x4.add(sum, f32x4.splat(12582912)), i32x4.splat(0x4b400000))
}

/** A row of three planes on its way, a px repeated at both ends. */
const LINE: usize = (256 + 8) << 2
const line = memory.data(3 * 264 * 4, 16) + 16

/** A row of `count` px (a multiple of 4), a quarter of the way towards the `other` row beside it, into `line`. */
function between(from: usize, other: usize, plane: usize, count: i32): void {
  const end = <usize>count << 2
  for (let p: usize = 0; p < 3; p++) {
    const to = line + p * LINE
    for (let at: usize = 0; at < end; at += 16) v128.store(to + at, mix(v128.load(from + at), v128.load(other + at)))
    store<f32>(to - 4, load<f32>(to))
    store<f32>(to + end, load<f32>(to + end - 4))
    from += plane
    other += plane
  }
}
/** The eight px that four of a line become, as 16-bit levels: the even ones, then the odd ones. */
@inline function levels(at: usize): v128 {
  const here = v128.load(at)
  return v128.narrow<i32>(mixedLevels(here, v128.load(at - 4)), mixedLevels(here, v128.load(at + 4)))
}
@inline function store8(to: usize, a: v128, b: v128): void {
  v128.store(to, v128.shuffle<i32>(a, b, 0, 4, 1, 5))
  v128.store(to, v128.shuffle<i32>(a, b, 2, 6, 3, 7), 16)
}
/** The row that the upper (`half` 0) or lower px of row `y` lean towards. */
@inline function leaning(from: usize, stride: usize, y: i32, rows: i32, half: i32): usize {
  return half == 0 ? (y > 0 ? from - stride : from) : y + 1 < rows ? from + stride : from
}

/**
 * An opaque half raster enlarged twice, bilinearly, as 8-bit RGBA: 2 `count` × 2 `rows` px from `to` on. Columns from
 * `split` on (a multiple of 4) follow as a block of their own, so that each block's rows lie next to each other.
 */
export function doubleToBytes(to: usize, from: usize, plane: usize, stride: usize, count: i32, rows: i32, split: i32): void {
  const leftStride = <usize>split << 3
  const rightStride = <usize>(count - split) << 3
  let beside = to + leftStride * 2 * <usize>rows
  for (let y: i32 = 0; y < rows; y++) {
    for (let half: i32 = 0; half < 2; half++) {
      const other = leaning(from, stride, y, rows, half)
      between(from, other, plane, count)
      for (let n: i32 = 0; n < count; n += 4) {
        const at = <usize>n << 2
        const red = levels(line + at)
        const green = levels(line + LINE + at)
        const blue = levels(line + 2 * LINE + at)
        const rg = v128.narrow<u16>(red, green)
        const ba = v128.narrow<u16>(blue, i16x8.splat(255))
        const out = n < split ? to + (at << 1) : beside + (<usize>(n - split) << 3)
        v128.store(out, v128.shuffle<u8>(rg, ba, 0, 8, 16, 24, 4, 12, 20, 28, 1, 9, 17, 25, 5, 13, 21, 29))
        v128.store(out, v128.shuffle<u8>(rg, ba, 2, 10, 18, 26, 6, 14, 22, 30, 3, 11, 19, 27, 7, 15, 23, 31), 16)
      }
      to += leftStride
      beside += rightStride
    }
    from += stride
  }
}

/** The same as floats: 2 `count` × 2 `rows` px, colours only, for a further doubling. */
export function doubleRaster(to: usize, from: usize, plane: usize, stride: usize, count: i32, rows: i32): void {
  for (let y: i32 = 0; y < rows; y++) {
    for (let half: i32 = 0; half < 2; half++) {
      const other = leaning(from, stride, y, rows, half)
      between(from, other, plane, count)
      for (let p: usize = 0; p < 3; p++)
        for (let n: i32 = 0; n < count; n += 4) {
          const at = line + p * LINE + (<usize>n << 2)
          const here = v128.load(at)
          store8(to + p * plane + (<usize>n << 3), mix(here, v128.load(at - 4)), mix(here, v128.load(at + 4)))
        }
      to += stride
    }
    from += stride
  }
}
