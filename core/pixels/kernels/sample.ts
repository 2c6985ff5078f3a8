// Resampling of 8-bit RGBA pictures (straight alpha) by a separable cubic in source space.

/** The Catmull–Rom cubic (Keys 1981, a = −½). */
@inline function cubic(t: f32): f32 {
  const x = abs(t)
  if (x < 1) return (1.5 * x - 2.5) * x * x + 1
  if (x < 2) return ((-0.5 * x + 2.5) * x - 4) * x + 2
  return 0
}

const weights: usize = memory.data(64 * 4)

/** Fills normalised weights for taps from `first` on, for a kernel stretched by `wide`; returns the number of taps. */
@inline function taps(at: usize, centre: f32, first: i32, wide: f32): i32 {
  const last = <i32>floor(centre + 2 * wide)
  const count = min(last - first + 1, 12)
  let sum: f32 = 0
  for (let k: i32 = 0; k < count; k++) {
    const w = cubic((<f32>(first + k) - centre) / wide)
    store<f32>(at + (<usize>k << 2), w)
    sum += w
  }
  const scale: f32 = 1 / sum
  for (let k: i32 = 0; k < count; k++) store<f32>(at + (<usize>k << 2), load<f32>(at + (<usize>k << 2)) * scale)
  return count
}

@inline function texel(source: usize, width: i32, x: i32, y: i32, opaque: i32): v128 {
  const bytes = v128.load32_zero(source + (<usize>(y * width + x) << 2))
  const v = f32x4.convert_i32x4_u(i32x4.extend_low_i16x8_u(i16x8.extend_low_i8x16_u(bytes)))
  if (opaque) return v
  const a = f32x4.extract_lane(v, 3) * (<f32>1 / 255)
  return f32x4.mul(v, f32x4.replace_lane(f32x4.splat(a), 3, 1))
}

/**
 * Maps each target pixel centre to the source by (a x + c y + e, b x + d y + f), source px with centres at halves, and
 * takes a cubic mean stretched by `wideX`, `wideY` (1 for enlarging, up to 2 for reducing). Edges are antialiased by
 * the covered share of the picture's own edge pixels, which end at `edgeRight`, `edgeLow` (a level of an odd-sized
 * picture ends within its last pixel).
 */
export function samplePicture(out: usize, plane: usize, stride: usize, count: i32, rows: i32, source: usize, width: i32, height: i32, opaque: i32, a: f32, b: f32, c: f32, d: f32, e: f32, f: f32, wideX: f32, wideY: f32, edgeRight: f32, edgeLow: f32): void {
  const right = width - 1
  const low = height - 1
  const wx = weights
  const wy = weights + 64
  // One target pixel in source px along each source axis: the width of an antialiased edge.
  const edgeX: f32 = max(abs(a) + abs(c), <f32>1e-6)
  const edgeY: f32 = max(abs(b) + abs(d), <f32>1e-6)
  const inverse: f32 = 1 / 255
  for (let y: i32 = 0; y < rows; y++) {
    const py = <f32>y + 0.5
    for (let x: i32 = 0; x < count; x++) {
      const at = <usize>x << 2
      const px = <f32>x + 0.5
      const u = a * px + c * py + e
      const v = b * px + d * py + f
      // Share of the pixel that lies inside the picture.
      const inX = min(max(min(u, edgeRight - u) / edgeX + 0.5, <f32>0), <f32>1)
      const inY = min(max(min(v, edgeLow - v) / edgeY + 0.5, <f32>0), <f32>1)
      const inside = inX * inY
      if (inside <= 0) {
        store<f32>(out + at, 0); store<f32>(out + at + plane, 0); store<f32>(out + at + 2 * plane, 0); store<f32>(out + at + 3 * plane, 0)
        continue
      }
      const cx = u - 0.5
      const cy = v - 0.5
      let sum = f32x4.splat(0)
      const rx = <i32>floor(cx + 0.5)
      const ry = <i32>floor(cy + 0.5)
      if (wideX == 1 && wideY == 1 && abs(cx - <f32>rx) < 1e-4 && abs(cy - <f32>ry) < 1e-4) {
        // On the grid: the source pixel itself.
        sum = texel(source, width, min(max(rx, 0), right), min(max(ry, 0), low), opaque)
      } else {
        const x0 = <i32>ceil(cx - 2 * wideX)
        const y0 = <i32>ceil(cy - 2 * wideY)
        const nx = taps(wx, cx, x0, wideX)
        const ny = taps(wy, cy, y0, wideY)
        if (x0 >= 0 && x0 + nx - 1 <= right && y0 >= 0 && y0 + ny - 1 <= low) {
          for (let j: i32 = 0; j < ny; j++) {
            let line = f32x4.splat(0)
            for (let i: i32 = 0; i < nx; i++) line = f32x4.add(line, f32x4.mul(texel(source, width, x0 + i, y0 + j, opaque), v128.load32_splat(wx + (<usize>i << 2))))
            sum = f32x4.add(sum, f32x4.mul(line, v128.load32_splat(wy + (<usize>j << 2))))
          }
        } else {
          for (let j: i32 = 0; j < ny; j++) {
            let line = f32x4.splat(0)
            const yy = min(max(y0 + j, 0), low)
            for (let i: i32 = 0; i < nx; i++) line = f32x4.add(line, f32x4.mul(texel(source, width, min(max(x0 + i, 0), right), yy, opaque), v128.load32_splat(wx + (<usize>i << 2))))
            sum = f32x4.add(sum, f32x4.mul(line, v128.load32_splat(wy + (<usize>j << 2))))
          }
        }
      }
      // Overshoot of the cubic stays within what premultiplied colour can be.
      // Where coverage overshoots, colour overshoots with it: both are brought back alike, so that no fringe is seen.
      const over = f32x4.extract_lane(sum, 3)
      if (over > 255) sum = f32x4.mul(sum, f32x4.splat(<f32>255 / over))
      const alpha = min(max(f32x4.extract_lane(sum, 3), <f32>0), <f32>255)
      const k = inside * inverse
      store<f32>(out + at, min(max(f32x4.extract_lane(sum, 0), <f32>0), alpha) * k)
      store<f32>(out + at + plane, min(max(f32x4.extract_lane(sum, 1), <f32>0), alpha) * k)
      store<f32>(out + at + 2 * plane, min(max(f32x4.extract_lane(sum, 2), <f32>0), alpha) * k)
      store<f32>(out + at + 3 * plane, alpha * k)
    }
    out += stride
  }
}

/** The next mip level: the area mean of 2 × 2 pixels, weighted by alpha; odd edges repeat the last pixel. */
export function halve(to: usize, from: usize, width: i32, height: i32): void {
  const w = max(1, (width + 1) >> 1)
  const h = max(1, (height + 1) >> 1)
  for (let y: i32 = 0; y < h; y++) {
    const y0 = min(2 * y, height - 1)
    const y1 = min(2 * y + 1, height - 1)
    for (let x: i32 = 0; x < w; x++) {
      const x0 = min(2 * x, width - 1)
      const x1 = min(2 * x + 1, width - 1)
      const sum = f32x4.add(
        f32x4.add(texel(from, width, x0, y0, 0), texel(from, width, x1, y0, 0)),
        f32x4.add(texel(from, width, x0, y1, 0), texel(from, width, x1, y1, 0)),
      )
      const a = f32x4.extract_lane(sum, 3)
      const straight = a > 0 ? f32x4.mul(sum, f32x4.splat(<f32>255 / a)) : f32x4.splat(0)
      const v = f32x4.replace_lane(straight, 3, a * 0.25)
      const n = i32x4.trunc_sat_f32x4_u(f32x4.add(v, f32x4.splat(0.5)))
      const bytes = i8x16.narrow_i16x8_u(i16x8.narrow_i32x4_u(n, n), i16x8.narrow_i32x4_u(n, n))
      v128.store32_lane(to + (<usize>(y * w + x) << 2), bytes, 0)
    }
  }
}

@inline function along(source: usize, width: i32, row: i32, first: i32, count: i32, right: i32, at: usize, opaque: i32): v128 {
  let sum = f32x4.splat(0)
  if (first >= 0 && first + count - 1 <= right) {
    for (let i: i32 = 0; i < count; i++) sum = f32x4.add(sum, f32x4.mul(texel(source, width, first + i, row, opaque), v128.load32_splat(at + (<usize>i << 2))))
  } else {
    for (let i: i32 = 0; i < count; i++) sum = f32x4.add(sum, f32x4.mul(texel(source, width, min(max(first + i, 0), right), row, opaque), v128.load32_splat(at + (<usize>i << 2))))
  }
  return sum
}

/** Bytes of one column's entry in the table of weights: twelve weights, the first source column, the number of taps, the covered share. */
const COLUMN: usize = 64

/**
 * The same for upright pictures (u = a x + e, v = d y + f), one axis after the other: first all source rows that the
 * target needs, then the columns. `scratch` holds `count` × 64 bytes of weights and then the rows, 16 bytes a pixel.
 */
export function sampleUpright(out: usize, plane: usize, stride: usize, count: i32, rows: i32, source: usize, width: i32, height: i32, opaque: i32, a: f32, d: f32, e: f32, f: f32, wideX: f32, wideY: f32, edgeRight: f32, edgeLow: f32, scratch: usize, mostRows: i32): void {
  const right = width - 1
  const low = height - 1
  const edgeX: f32 = max(abs(a), <f32>1e-6)
  const edgeY: f32 = max(abs(d), <f32>1e-6)
  for (let x: i32 = 0; x < count; x++) {
    const at = scratch + <usize>x * COLUMN
    const u: f32 = a * (<f32>x + 0.5) + e
    const cx: f32 = u - 0.5
    const x0 = <i32>ceil(cx - 2 * wideX)
    store<i32>(at, x0, 48)
    store<i32>(at, taps(at, cx, x0, wideX), 52)
    store<f32>(at, min(max(min(u, edgeRight - u) / edgeX + 0.5, <f32>0), <f32>1) * (<f32>1 / 255), 56)
  }
  const buffer = scratch + <usize>count * COLUMN
  const wy = weights + 64
  const top: f32 = d * <f32>0.5 + f - 0.5
  const end: f32 = d * (<f32>rows - 0.5) + f - 0.5
  const firstRow = <i32>ceil(min(top, end) - 2 * wideY)
  const lastRow = min(<i32>floor(max(top, end) + 2 * wideY), firstRow + mostRows - 1)
  const from = min(max(firstRow, 0), low)
  const to = min(max(lastRow, 0), low)
  for (let y = from; y <= to; y++) {
    const line = buffer + (<usize>(y - from) * <usize>count << 4)
    for (let x: i32 = 0; x < count; x++) {
      const at = scratch + <usize>x * COLUMN
      const n = load<i32>(at, 52)
      if (load<f32>(at, 56) <= 0) continue
      const first = load<i32>(at, 48)
      v128.store(line + (<usize>x << 4), opaque ? along(source, width, y, first, n, right, at, 1) : along(source, width, y, first, n, right, at, 0))
    }
  }
  for (let y: i32 = 0; y < rows; y++) {
    const v: f32 = d * (<f32>y + 0.5) + f
    const inside = min(max(min(v, edgeLow - v) / edgeY + 0.5, <f32>0), <f32>1)
    const cy: f32 = v - 0.5
    const y0 = <i32>ceil(cy - 2 * wideY)
    const ny = inside > 0 ? taps(wy, cy, y0, wideY) : 0
    for (let x: i32 = 0; x < count; x++) {
      const at = <usize>x << 2
      const k: f32 = load<f32>(scratch + <usize>x * COLUMN, 56) * inside
      if (k <= 0) {
        store<f32>(out + at, 0); store<f32>(out + at + plane, 0); store<f32>(out + at + 2 * plane, 0); store<f32>(out + at + 3 * plane, 0)
        continue
      }
      let sum = f32x4.splat(0)
      for (let j: i32 = 0; j < ny; j++) {
        const row = min(max(y0 + j, from), to) - from
        sum = f32x4.add(sum, f32x4.mul(v128.load(buffer + (<usize>row * <usize>count + <usize>x << 4)), v128.load32_splat(wy + (<usize>j << 2))))
      }
      // Where coverage overshoots, colour overshoots with it: both are brought back alike, so that no fringe is seen.
      const over = f32x4.extract_lane(sum, 3)
      if (over > 255) sum = f32x4.mul(sum, f32x4.splat(<f32>255 / over))
      const alpha = min(max(f32x4.extract_lane(sum, 3), <f32>0), <f32>255)
      store<f32>(out + at, min(max(f32x4.extract_lane(sum, 0), <f32>0), alpha) * k)
      store<f32>(out + at + plane, min(max(f32x4.extract_lane(sum, 1), <f32>0), alpha) * k)
      store<f32>(out + at + 2 * plane, min(max(f32x4.extract_lane(sum, 2), <f32>0), alpha) * k)
      store<f32>(out + at + 3 * plane, alpha * k)
    }
    out += stride
  }
}
