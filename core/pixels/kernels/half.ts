// Drafts of half the size, enlarged for the screen.

@inline function mix(near: v128, far: v128): v128 {
  return f32x4.add(f32x4.mul(near, f32x4.splat(0.75)), f32x4.mul(far, f32x4.splat(0.25)))
}
@inline function level(v: v128): v128 {
  return i32x4.trunc_sat_f32x4_s(f32x4.add(f32x4.mul(f32x4.pmin(f32x4.pmax(v, f32x4.splat(0)), f32x4.splat(1)), f32x4.splat(255)), f32x4.splat(0.5)))
}

let even: v128 = f32x4.splat(0)
let odd: v128 = f32x4.splat(0)
/** Four px of a row, halfway towards the `other` row beside it, as four even and four odd px into `even` and `odd`. */
@inline function doubled(at: usize, other: usize, n: i32, count: i32): void {
  const c = mix(v128.load(at), v128.load(other))
  const left = n > 0 ? mix(v128.load(at - 4), v128.load(other - 4)) : v128.shuffle<i32>(c, c, 0, 0, 1, 2)
  const right = n + 4 < count ? mix(v128.load(at + 4), v128.load(other + 4)) : v128.shuffle<i32>(c, c, 1, 2, 3, 3)
  even = mix(c, left)
  odd = mix(c, right)
}
@inline function store8(to: usize, a: v128, b: v128): void {
  v128.store(to, v128.shuffle<i32>(a, b, 0, 4, 1, 5))
  v128.store(to, v128.shuffle<i32>(a, b, 2, 6, 3, 7), 16)
}
/** The row that the upper (`half` 0) or lower px of row `y` lean towards. */
@inline function leaning(from: usize, stride: usize, y: i32, rows: i32, half: i32): usize {
  return half == 0 ? (y > 0 ? from - stride : from) : y + 1 < rows ? from + stride : from
}

/** An opaque half raster enlarged twice, bilinearly, as 8-bit RGBA: 2 `count` × 2 `rows` px from `to` on. */
export function doubleToBytes(to: usize, from: usize, plane: usize, stride: usize, count: i32, rows: i32): void {
  const outStride = <usize>count << 3
  for (let y: i32 = 0; y < rows; y++) {
    for (let half: i32 = 0; half < 2; half++) {
      const other = leaning(from, stride, y, rows, half)
      for (let n: i32 = 0; n < count; n += 4) {
        const at = <usize>n << 2
        let low = i32x4.splat(0xff000000)
        let high = low
        for (let p: usize = 0; p < 3; p++) {
          doubled(from + p * plane + at, other + p * plane + at, n, count)
          const shift = <i32>p << 3
          low = v128.or(low, i32x4.shl(level(even), shift))
          high = v128.or(high, i32x4.shl(level(odd), shift))
        }
        store8(to + (at << 1), low, high)
      }
      to += outStride
    }
    from += stride
  }
}

/** The same as floats: 2 `count` × 2 `rows` px, colours only, for a further doubling. */
export function doubleRaster(to: usize, from: usize, plane: usize, stride: usize, count: i32, rows: i32): void {
  for (let y: i32 = 0; y < rows; y++) {
    for (let half: i32 = 0; half < 2; half++) {
      const other = leaning(from, stride, y, rows, half)
      for (let n: i32 = 0; n < count; n += 4) {
        const at = <usize>n << 2
        for (let p: usize = 0; p < 3; p++) {
          doubled(from + p * plane + at, other + p * plane + at, n, count)
          store8(to + p * plane + (at << 1), even, odd)
        }
      }
      to += stride
    }
    from += stride
  }
}
