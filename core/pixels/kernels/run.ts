// A run of layers over an opaque ground as one map. With αb = 1 `normal`, `multiply` and `screen` of Compositing and
// Blending 1 are each linear in what lies beneath, with a factor that is never negative, and `plus-lighter` is linear
// under a ceiling. Any run of them is c' = min(A c + B, M) per pixel and channel.

// Modes by the numbers that all kernels know them by.
import { clearRow } from './rows'

const MULTIPLY: i32 = 1
const PLUS: i32 = 16

/** The map that changes nothing: A = 1, B = 0, M = 1. */
export function runBegin(a: usize, b: usize, m: usize, plane: usize, stride: usize, count: i32, rows: i32): void {
  const one = f32x4.splat(1)
  for (let y: i32 = 0; y < rows; y++) {
    for (let p: usize = 0; p < 3; p++) {
      for (let n: i32 = 0; n < count; n += 4) {
        v128.store(a + p * plane + (<usize>n << 2), one)
        v128.store(m + p * plane + (<usize>n << 2), one)
      }
      clearRow(b + p * plane, count)
    }
    a += stride
    b += stride
    m += stride
  }
}

/** Adds a layer to a run; `mode` 0 normal, 1 multiply, 2 screen, 16 plus-lighter. */
export function runAdd(a: usize, b: usize, m: usize, s: usize, plane: usize, stride: usize, count: i32, rows: i32, mode: i32, opacity: f32): void {
  const one = f32x4.splat(1)
  const none = f32x4.splat(0)
  const o = f32x4.splat(opacity)
  for (let y: i32 = 0; y < rows; y++) {
    for (let n: i32 = 0; n < count; n += 4) {
      const at = <usize>n << 2
      const rest = f32x4.sub(one, f32x4.mul(v128.load(s + at + 3 * plane), o))
      for (let p: usize = 0; p < 3; p++) {
        const k = at + p * plane
        const c = f32x4.mul(v128.load(s + k), o)
        // Rounding may leave a factor a hair below nothing; the ceiling needs it not to be.
        const factor = f32x4.pmax(mode == 0 ? rest : mode == MULTIPLY ? f32x4.add(rest, c) : mode == PLUS ? one : f32x4.sub(one, c), none)
        const added = mode == MULTIPLY ? none : c
        v128.store(a + k, f32x4.mul(v128.load(a + k), factor))
        v128.store(b + k, f32x4.add(f32x4.mul(v128.load(b + k), factor), added))
        v128.store(m + k, f32x4.pmin(f32x4.add(f32x4.mul(v128.load(m + k), factor), added), one))
      }
    }
    a += stride
    b += stride
    m += stride
    s += stride
  }
}

/** Puts a run onto an opaque raster. */
export function runApply(c: usize, a: usize, b: usize, m: usize, plane: usize, stride: usize, count: i32, rows: i32): void {
  for (let y: i32 = 0; y < rows; y++) {
    for (let p: usize = 0; p < 3; p++)
      for (let n: i32 = 0; n < count; n += 4) {
        const at = p * plane + (<usize>n << 2)
        v128.store(c + at, f32x4.pmin(f32x4.add(f32x4.mul(v128.load(c + at), v128.load(a + at)), v128.load(b + at)), v128.load(m + at)))
      }
    c += stride
    a += stride
    b += stride
    m += stride
  }
}

/** Whether a raster is opaque all over, 1 or 0. */
export function isOpaque(c: usize, plane: usize, stride: usize, count: i32, rows: i32): i32 {
  const least = f32x4.splat(0.99999)
  for (let y: i32 = 0; y < rows; y++) {
    for (let n: i32 = 0; n < count; n += 4) if (!i32x4.all_true(f32x4.ge(v128.load(c + 3 * plane + (<usize>n << 2)), least))) return 0
    c += stride
  }
  return 1
}
