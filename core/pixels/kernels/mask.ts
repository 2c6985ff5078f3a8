// Masks: coverage planes of 32-bit floats, 0 hides and 1 shows.

/** What a raster covers, or with `lightness` how light what it shows is, into a plane. */
export function coverFrom(to: usize, toStride: usize, from: usize, plane: usize, stride: usize, count: i32, rows: i32, lightness: i32): void {
  for (let y: i32 = 0; y < rows; y++) {
    if (!lightness) memory.copy(to, from + 3 * plane, <usize>count << 2)
    else
      for (let n: i32 = 0; n < count; n++) {
        const at = <usize>n << 2
        const light = 0.2126 * load<f32>(from + at) + 0.7152 * load<f32>(from + plane + at) + 0.0722 * load<f32>(from + 2 * plane + at)
        store<f32>(to + at, max<f32>(0, min<f32>(1, <f32>light)))
      }
    to += toStride
    from += stride
  }
}

/** All planes times what a mask leaves: 1 − strength × (1 − cover), or with `swap` 1 − strength × cover. */
export function maskRect(b: usize, plane: usize, stride: usize, cover: usize, coverStride: usize, count: i32, rows: i32, strength: f32, swap: i32): void {
  const one = f32x4.splat(1)
  const slope = f32x4.splat(swap ? -strength : strength)
  const least = f32x4.splat(swap ? 1 : 1 - strength)
  for (let y: i32 = 0; y < rows; y++) {
    for (let n: i32 = 0; n < count; n += 4) {
      const at = <usize>n << 2
      const left = f32x4.min(one, f32x4.add(least, f32x4.mul(slope, v128.load(cover + at))))
      for (let p: usize = 0; p < 4; p++) {
        const k = b + p * plane + at
        v128.store(k, f32x4.mul(v128.load(k), left))
      }
    }
    b += stride
    cover += coverStride
  }
}

/**
 * One direction of a Gaussian: each float becomes the sum of its neighbours at multiples of `step` bytes, weighed by the
 * `reach` + 1 weights from its own on. What lies within `reach` of the buffer's border is not made.
 */
export function blurPlane(to: usize, from: usize, stride: usize, left: i32, top: i32, count: i32, rows: i32, step: usize, weights: usize, reach: i32): void {
  for (let y: i32 = top; y < top + rows; y++) {
    for (let n: i32 = left; n < left + count; n += 4) {
      const at = <usize>y * stride + (<usize>n << 2)
      let sum = f32x4.mul(v128.load(from + at), v128.load32_splat(weights))
      let before = from + at
      let after = before
      for (let k: i32 = 1; k <= reach; k++) {
        before -= step
        after += step
        sum = f32x4.add(sum, f32x4.mul(f32x4.add(v128.load(before), v128.load(after)), v128.load32_splat(weights + (<usize>k << 2))))
      }
      v128.store(to + at, sum)
    }
  }
}

/** A plane enlarged bilinearly: the px n of a row lies at x + n × k of the source's px, counted from their middles. */
export function enlargePlane(to: usize, toStride: usize, from: usize, fromStride: usize, count: i32, rows: i32, x: f32, y: f32, k: f32): void {
  for (let row: i32 = 0; row < rows; row++) {
    const v: f32 = y + <f32>row * k
    const v0 = floor<f32>(v)
    const line = from + <usize>(<i32>v0) * fromStride
    const down = v - v0
    for (let n: i32 = 0; n < count; n++) {
      const u: f32 = x + <f32>n * k
      const u0 = floor<f32>(u)
      const at = line + (<usize>(<i32>u0) << 2)
      const over = u - u0
      const high = load<f32>(at) + (load<f32>(at + 4) - load<f32>(at)) * over
      const low = load<f32>(at + fromStride) + (load<f32>(at + fromStride + 4) - load<f32>(at + fromStride)) * over
      store<f32>(to + (<usize>n << 2), high + (low - high) * down)
    }
    to += toStride
  }
}
