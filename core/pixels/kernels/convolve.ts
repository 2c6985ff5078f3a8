// Convolutions of planes of 32-bit floats, as layers of a network. A plane has a border of zeros: a row above and below, four
// floats before each row, four after its length rounded up to eights; `stride` is bytes from row to row. Addresses are of
// planes as they lie in memory, borders included; planes of a layer follow each other, `plane` bytes apart.

/** Bytes of a row before its first float. */
export const BEFORE: usize = 16
/** What a rectifier leaves of values below zero. */
export const LEAK: f32 = 0.1

/** Clears what was written beyond the end of a row of `width` floats. */
// @ts-ignore: decorator
@inline
function endRow(row: usize, width: i32): void {
  for (let x: i32 = width; x < ((width + 7) & ~7); x++) store<f32>(row + (<usize>x << 2), 0)
}
// @ts-ignore: decorator
@inline
function rectified(to: usize, v: v128, leak: v128): void {
  const zero = f32x4.splat(0)
  v128.store(to, f32x4.add(f32x4.pmax(zero, v), f32x4.mul(f32x4.pmin(zero, v), leak)))
}

/**
 * A 3 × 3 convolution of `inputs` planes into `outputs` (a multiple of four), each with a bias, then a leaky rectifier unless
 * `linear`. Weights: by four outputs, input by input, nine taps row by row, the four outputs' values together.
 */
export function convolve(
  out: usize,
  from: usize,
  plane: usize,
  stride: usize,
  width: i32,
  height: i32,
  inputs: i32,
  outputs: i32,
  weights: usize,
  biases: usize,
  linear: i32,
): void {
  const leak = f32x4.splat(linear ? 1 : LEAK)
  for (let o: i32 = 0; o < outputs; o += 4) {
    const four = weights + (<usize>(o * inputs * 9) << 2)
    const made = out + <usize>o * plane
    const bias = biases + (<usize>o << 2)
    for (let y: i32 = 0; y < height; y++) {
      const row = <usize>(y + 1) * stride + BEFORE
      for (let x: i32 = 0; x < width; x += 8) {
        const at = row + (<usize>x << 2)
        let s0 = v128.load32_splat(bias)
        let s1 = v128.load32_splat(bias, 4)
        let s2 = v128.load32_splat(bias, 8)
        let s3 = v128.load32_splat(bias, 12)
        let t0 = s0
        let t1 = s1
        let t2 = s2
        let t3 = s3
        let w = four
        let p = from + at - stride - 4
        for (let i: i32 = 0; i < inputs; i++) {
          let q = p
          for (let k: i32 = 0; k < 3; k++) {
            for (let d: usize = 0; d < 12; d += 4) {
              const a = v128.load(q + d)
              const b = v128.load(q + d, 16)
              let one = v128.load32_splat(w)
              s0 = f32x4.add(s0, f32x4.mul(a, one))
              t0 = f32x4.add(t0, f32x4.mul(b, one))
              one = v128.load32_splat(w, 4)
              s1 = f32x4.add(s1, f32x4.mul(a, one))
              t1 = f32x4.add(t1, f32x4.mul(b, one))
              one = v128.load32_splat(w, 8)
              s2 = f32x4.add(s2, f32x4.mul(a, one))
              t2 = f32x4.add(t2, f32x4.mul(b, one))
              one = v128.load32_splat(w, 12)
              s3 = f32x4.add(s3, f32x4.mul(a, one))
              t3 = f32x4.add(t3, f32x4.mul(b, one))
              w += 16
            }
            q += stride
          }
          p += plane
        }
        const to = made + at
        rectified(to, s0, leak)
        rectified(to + 16, t0, leak)
        rectified(to + plane, s1, leak)
        rectified(to + plane + 16, t1, leak)
        rectified(to + 2 * plane, s2, leak)
        rectified(to + 2 * plane + 16, t2, leak)
        rectified(to + 3 * plane, s3, leak)
        rectified(to + 3 * plane + 16, t3, leak)
      }
      for (let k: usize = 0; k < 4; k++) endRow(made + k * plane + row, width)
    }
  }
}
