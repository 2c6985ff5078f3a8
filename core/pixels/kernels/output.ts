/** Rounds once to 8-bit RGBA with straight alpha, rows of `count` pixels, tightly packed from `to` on with `toStride`. */
export function toBytes(to: usize, toStride: usize, from: usize, plane: usize, stride: usize, count: i32, rows: i32): void {
  const one = f32x4.splat(1)
  const most = f32x4.splat(255)
  const half = f32x4.splat(0.5)
  for (let y: i32 = 0; y < rows; y++) {
    for (let n: i32 = 0; n < count; n += 4) {
      const at = <usize>n << 2
      const a = v128.load(from + at + 3 * plane)
      const there = f32x4.gt(a, f32x4.splat(1e-6))
      const k = v128.bitselect(f32x4.div(most, v128.bitselect(a, one, there)), f32x4.splat(0), there)
      const r = i32x4.trunc_sat_f32x4_s(f32x4.pmin(most, f32x4.add(f32x4.mul(v128.load(from + at), k), half)))
      const g = i32x4.trunc_sat_f32x4_s(f32x4.pmin(most, f32x4.add(f32x4.mul(v128.load(from + at + plane), k), half)))
      const b = i32x4.trunc_sat_f32x4_s(f32x4.pmin(most, f32x4.add(f32x4.mul(v128.load(from + at + 2 * plane), k), half)))
      const l = i32x4.trunc_sat_f32x4_s(f32x4.pmin(most, f32x4.add(f32x4.mul(a, most), half)))
      v128.store(to + at, v128.or(v128.or(r, i32x4.shl(g, 8)), v128.or(i32x4.shl(b, 16), i32x4.shl(l, 24))))
    }
    to += toStride
    from += stride
  }
}
