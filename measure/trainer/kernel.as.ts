// What training a network needs beside its convolutions: how its error changes with weights and values. Planes as there.
import { BEFORE, LEAK } from '../../core/pixels/kernels/convolve'
export { convolve } from '../../core/pixels/kernels/convolve'

// @ts-expect-error: decorator
@inline
function sumOf(v: v128): f32 {
  return f32x4.extract_lane(v, 0) + f32x4.extract_lane(v, 1) + f32x4.extract_lane(v, 2) + f32x4.extract_lane(v, 3)
}
// @ts-expect-error: decorator
@inline
function addTo(at: usize, v: v128): void {
  store<f32>(at, load<f32>(at) + sumOf(v))
}

/** Adds to the slopes of a convolution's weights and biases, laid out as they are: `d` is the slope of what it gave. */
export function weightSlopes(
  d: usize,
  from: usize,
  plane: usize,
  stride: usize,
  width: i32,
  height: i32,
  inputs: i32,
  outputs: i32,
  weights: usize,
  biases: usize,
): void {
  for (let o: i32 = 0; o < outputs; o += 4) {
    const d0 = d + <usize>o * plane
    for (let i: i32 = 0; i < inputs; i++)
      for (let k: usize = 0; k < 3; k++) {
        let a0 = f32x4.splat(0)
        let a1 = a0
        let a2 = a0
        let a3 = a0
        let b0 = a0
        let b1 = a0
        let b2 = a0
        let b3 = a0
        let c0 = a0
        let c1 = a0
        let c2 = a0
        let c3 = a0
        for (let y: i32 = 0; y < height; y++) {
          let p = d0 + <usize>(y + 1) * stride + BEFORE
          let q = from + <usize>i * plane + (<usize>y + k) * stride + BEFORE
          for (let x: i32 = 0; x < width; x += 4) {
            const l = v128.load(q - 4)
            const m = v128.load(q)
            const r = v128.load(q, 4)
            let v = v128.load(p)
            a0 = f32x4.add(a0, f32x4.mul(l, v))
            b0 = f32x4.add(b0, f32x4.mul(m, v))
            c0 = f32x4.add(c0, f32x4.mul(r, v))
            v = v128.load(p + plane)
            a1 = f32x4.add(a1, f32x4.mul(l, v))
            b1 = f32x4.add(b1, f32x4.mul(m, v))
            c1 = f32x4.add(c1, f32x4.mul(r, v))
            v = v128.load(p + 2 * plane)
            a2 = f32x4.add(a2, f32x4.mul(l, v))
            b2 = f32x4.add(b2, f32x4.mul(m, v))
            c2 = f32x4.add(c2, f32x4.mul(r, v))
            v = v128.load(p + 3 * plane)
            a3 = f32x4.add(a3, f32x4.mul(l, v))
            b3 = f32x4.add(b3, f32x4.mul(m, v))
            c3 = f32x4.add(c3, f32x4.mul(r, v))
            p += 16
            q += 16
          }
        }
        const at = weights + (<usize>((o * inputs + i * 4) * 9 + <i32>k * 12) << 2)
        addTo(at, a0)
        addTo(at + 4, a1)
        addTo(at + 8, a2)
        addTo(at + 12, a3)
        addTo(at + 16, b0)
        addTo(at + 20, b1)
        addTo(at + 24, b2)
        addTo(at + 28, b3)
        addTo(at + 32, c0)
        addTo(at + 36, c1)
        addTo(at + 40, c2)
        addTo(at + 44, c3)
      }
  }
  for (let o: i32 = 0; o < outputs; o++) {
    let sum = f32x4.splat(0)
    for (let y: i32 = 0; y < height; y++) {
      const row = d + <usize>o * plane + <usize>(y + 1) * stride + BEFORE
      for (let x: i32 = 0; x < width; x += 4) sum = f32x4.add(sum, v128.load(row + (<usize>x << 2)))
    }
    addTo(biases + (<usize>o << 2), sum)
  }
}

/** Slopes before a leaky rectifier from those after it; `bytes` of planes one after the other. */
export function beforeRectifier(d: usize, given: usize, bytes: usize): void {
  const zero = f32x4.splat(0)
  const leak = f32x4.splat(LEAK)
  for (let n: usize = 0; n < bytes; n += 16) {
    const v = v128.load(d + n)
    v128.store(d + n, v128.bitselect(f32x4.mul(v, leak), v, f32x4.lt(v128.load(given + n), zero)))
  }
}
