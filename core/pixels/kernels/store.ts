/**
 * Writes four interleaved premultiplied pixels (0–255) to the planes, times `share` each. Where a cubic overshoots
 * coverage, colour overshoots with it: both are brought back alike, so that no fringe is seen; colour stays within what
 * premultiplied colour can be.
 */
@inline export function storePremultiplied(at: usize, plane: usize, p0: v128, p1: v128, p2: v128, p3: v128, share: v128): void {
  const low01 = v128.shuffle<i32>(p0, p1, 0, 4, 1, 5)
  const high01 = v128.shuffle<i32>(p0, p1, 2, 6, 3, 7)
  const low23 = v128.shuffle<i32>(p2, p3, 0, 4, 1, 5)
  const high23 = v128.shuffle<i32>(p2, p3, 2, 6, 3, 7)
  const a = v128.shuffle<i32>(high01, high23, 2, 3, 6, 7)
  const over = f32x4.gt(a, f32x4.splat(255))
  const k = v128.bitselect(f32x4.div(f32x4.splat(255), a), f32x4.splat(1), over)
  const alpha = f32x4.pmin(f32x4.pmax(a, f32x4.splat(0)), f32x4.splat(255))
  v128.store(at, clamped(v128.shuffle<i32>(low01, low23, 0, 1, 4, 5), k, alpha, share))
  v128.store(at + plane, clamped(v128.shuffle<i32>(low01, low23, 2, 3, 6, 7), k, alpha, share))
  v128.store(at + 2 * plane, clamped(v128.shuffle<i32>(high01, high23, 0, 1, 4, 5), k, alpha, share))
  v128.store(at + 3 * plane, f32x4.mul(alpha, share))
}
@inline export function clamped(c: v128, k: v128, alpha: v128, share: v128): v128 {
  return f32x4.mul(f32x4.pmin(f32x4.pmax(f32x4.mul(c, k), f32x4.splat(0)), alpha), share)
}
