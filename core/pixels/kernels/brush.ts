// The brush: marks on tiles of 256 × 256 px, and levels of what is painted.

const TILE: i32 = 256

/**
 * One mark on a tile: an ellipse about (cx, cy), px of the tile, whole up to `edge` of its radius, then smoothly falling.
 * `covered` (floats) builds up towards the mark's form by `flow`; `out` (bytes) is `base` moved towards `target` by
 * `strength` of it. With a `paper` (floats of a tile) what lies deep is covered less, `rough` times its depth. From (left, top) to (right, bottom), left and right multiples of 4.
 */
export function brushMark(covered: usize, out: usize, base: usize, cx: f32, cy: f32, rx: f32, ry: f32, edge: f32, flow: f32, strength: f32, target: f32, left: i32, top: i32, right: i32, bottom: i32, paper: usize, rough: f32): void {
  const zero = f32x4.splat(0)
  const one = f32x4.splat(1)
  const slope = f32x4.splat(1 / (1 - edge))
  const shift = f32x4.splat(edge / (1 - edge))
  const three = f32x4.splat(3)
  const two = f32x4.splat(2)
  const kx = f32x4.splat(1 / rx)
  for (let y: i32 = top; y < bottom; y++) {
    const v: f32 = (<f32>y + 0.5 - cy) / ry
    if (v * v >= 1) continue
    const vv = f32x4.splat(v * v)
    const row = <usize>(y * TILE)
    for (let n: i32 = left; n < right; n += 4) {
      const u = f32x4.mul(f32x4.add(f32x4.splat(<f32>n + 0.5 - cx), f32x4(0, 1, 2, 3)), kx)
      const share = f32x4.sqrt(f32x4.add(f32x4.mul(u, u), vv))
      const t = f32x4.pmin(f32x4.pmax(f32x4.sub(f32x4.mul(share, slope), shift), zero), one)
      let form = f32x4.sub(one, f32x4.mul(f32x4.mul(t, t), f32x4.sub(three, f32x4.mul(two, t))))
      if (paper) form = f32x4.mul(form, f32x4.pmax(zero, f32x4.sub(one, f32x4.mul(f32x4.splat(rough), v128.load(paper + ((row + <usize>n) << 2))))))
      const at = covered + ((row + <usize>n) << 2)
      const before = v128.load(at)
      const more = f32x4.pmax(f32x4.sub(form, before), zero)
      if (!v128.any_true(f32x4.gt(more, zero))) continue
      const now = f32x4.add(before, f32x4.mul(more, f32x4.splat(flow)))
      v128.store(at, now)
      const bytes = i16x8.extend_low_i8x16_u(v128.load32_zero(base + row + <usize>n))
      const was = f32x4.convert_i32x4_s(i32x4.extend_low_i16x8_s(bytes))
      const value = f32x4.add(was, f32x4.mul(f32x4.mul(f32x4.sub(f32x4.splat(target), was), f32x4.splat(strength)), now))
      const whole = i32x4.trunc_sat_f32x4_s(f32x4.add(value, f32x4.splat(0.5)))
      const narrow = v128.narrow<u16>(v128.narrow<i32>(whole, whole), v128.narrow<i32>(whole, whole))
      v128.store32_lane(out + row + <usize>n, narrow, 0)
    }
  }
}

@inline function added(v: v128): v128 {
  return i32x4.extadd_pairwise_i16x8_u(i16x8.extadd_pairwise_i8x16_u(v))
}
/** The sum of a block of a tile's bytes. */
function sumOf(at: usize, count: i32, rows: i32): i32 {
  if (count == 1 && rows == 1) return <i32>load<u8>(at)
  let sums = i32x4.splat(0)
  let rest: i32 = 0
  for (let y: i32 = 0; y < rows; y++) {
    let n: i32 = 0
    for (; n + 16 <= count; n += 16) sums = i32x4.add(sums, added(v128.load(at + <usize>n)))
    if (n + 8 <= count) {
      sums = i32x4.add(sums, added(v128.load64_zero(at + <usize>n)))
      n += 8
    }
    if (n + 4 <= count) {
      sums = i32x4.add(sums, added(v128.load32_zero(at + <usize>n)))
      n += 4
    }
    for (; n < count; n++) rest += <i32>load<u8>(at + <usize>n)
    at += TILE
  }
  return rest + i32x4.extract_lane(sums, 0) + i32x4.extract_lane(sums, 1) + i32x4.extract_lane(sums, 2) + i32x4.extract_lane(sums, 3)
}

/**
 * Writes a tile's part of a level, 8-bit RGBA of `width` × `height` px: the alpha of each px is the mean of the tile's px
 * that it stands for, or what is left of 255 with `hidden`. Only what lies in the mask and, px of the tile, from (left,
 * top) to (right, bottom).
 */
export function maskLevel(to: usize, width: i32, height: i32, tile: usize, column: i32, row: i32, level: i32, maskWidth: i32, maskHeight: i32, hidden: i32, left: i32, top: i32, right: i32, bottom: i32): void {
  const x0 = column * TILE
  const y0 = row * TILE
  const endX = min(right, maskWidth - x0)
  const endY = min(bottom, maskHeight - y0)
  if (level == 0) {
    const flip: i32 = hidden ? 255 : 0
    for (let y: i32 = top; y < endY; y++) {
      const line = to + (<usize>((y0 + y) * width + x0) << 2) + 3
      for (let x: i32 = left; x < endX; x++) store<u8>(line + (<usize>x << 2), load<u8>(tile + <usize>(y * TILE + x)) ^ <u8>flip)
    }
    return
  }
  const most = 1 << level
  for (let y: i32 = (y0 + top) >> level; (y << level) < y0 + endY && y < height; y++)
    for (let x: i32 = (x0 + left) >> level; (x << level) < x0 + endX && x < width; x++) {
      const fromX = max((x << level) - x0, 0)
      const fromY = max((y << level) - y0, 0)
      const toX = min((x << level) - x0 + most, min(TILE, maskWidth - x0))
      const toY = min((y << level) - y0 + most, min(TILE, maskHeight - y0))
      const sum = sumOf(tile + <usize>(fromY * TILE + fromX), toX - fromX, toY - fromY)
      const count = (toX - fromX) * (toY - fromY)
      const value = count > 0 ? (sum + (count >> 1)) / count : 0
      store<u8>(to + (<usize>(y * width + x) << 2) + 3, <u8>(hidden ? 255 - value : value))
    }
}
