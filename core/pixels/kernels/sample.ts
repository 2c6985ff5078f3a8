// Resampling of RGBA pictures (straight alpha, 8 or 16 bits a channel) by a separable cubic in source space.
// `format`: bit 0 tells that a picture is opaque, bit 1 that it has 16 bits a channel.

import { clearRow } from './rows'
import { storePremultiplied } from './store'

/** The Catmull–Rom cubic (Keys 1981, a = −½) of four distances. */
@inline function cubic(t: v128): v128 {
  const x = f32x4.abs(t)
  const near = f32x4.add(f32x4.mul(f32x4.mul(f32x4.sub(f32x4.mul(x, f32x4.splat(1.5)), f32x4.splat(2.5)), x), x), f32x4.splat(1))
  const far = f32x4.add(f32x4.mul(f32x4.sub(f32x4.mul(f32x4.sub(f32x4.splat(2.5), f32x4.mul(x, f32x4.splat(0.5))), x), f32x4.splat(4)), x), f32x4.splat(2))
  const within = v128.bitselect(far, f32x4.splat(0), f32x4.lt(x, f32x4.splat(2)))
  return v128.bitselect(near, within, f32x4.lt(x, f32x4.splat(1)))
}

/** The widest a cubic is stretched, and the taps that takes. */
const MOST_WIDE: f32 = 4.5
const MOST_TAPS: i32 = 20
const weights: usize = memory.data(160)

/** Fills normalised weights for taps from `first` on, for a kernel stretched by `wide`; returns the number of taps. */
@inline function taps(at: usize, centre: f32, first: i32, wide: f32): i32 {
  const count = min(<i32>floor(centre + 2 * wide) - first + 1, MOST_TAPS)
  const narrow = f32x4.splat(1 / wide)
  let x = f32x4.add(f32x4(0, 1, 2, 3), f32x4.splat(<f32>first - centre))
  let sum = f32x4.splat(0)
  for (let k: i32 = 0; k < count; k += 4) {
    const w = cubic(f32x4.mul(x, narrow))
    v128.store(at + (<usize>k << 2), w)
    sum = f32x4.add(sum, w)
    x = f32x4.add(x, f32x4.splat(4))
  }
  const whole = f32x4.extract_lane(sum, 0) + f32x4.extract_lane(sum, 1) + (f32x4.extract_lane(sum, 2) + f32x4.extract_lane(sum, 3))
  const scale = f32x4.splat(1 / whole)
  for (let k: i32 = 0; k < count; k += 4) v128.store(at + (<usize>k << 2), f32x4.mul(v128.load(at + (<usize>k << 2)), scale))
  return count
}

/** One pixel, premultiplied, 0–255. */
@inline function texel(row: usize, x: i32, format: i32): v128 {
  let v: v128
  if (format & 2) {
    v = f32x4.mul(f32x4.convert_i32x4_s(i32x4.extend_low_i16x8_u(v128.load64_zero(row + (<usize>x << 3)))), f32x4.splat(255.0 / 65535.0))
  } else v = f32x4.convert_i32x4_s(i32x4.extend_low_i16x8_u(i16x8.extend_low_i8x16_u(v128.load32_zero(row + (<usize>x << 2)))))
  if (format & 1) return v
  const k = f32x4.mul(v128.shuffle<i32>(v, v, 3, 3, 3, 3), f32x4.splat(<f32>1 / 255))
  return f32x4.mul(v, f32x4.replace_lane(k, 3, 1))
}

/** Pixels x from `from` to before `to` of a row as floats; beyond the picture its edge is repeated. */
@inline function spanOf(out: usize, row: usize, width: i32, from: i32, to: i32, format: i32): void {
  const right = width - 1
  const inner = min(max(from, 0), right)
  const end = max(min(to, width), inner + 1)
  const first = texel(row, inner, format)
  for (let x = from; x < inner; x++, out += 16) v128.store(out, first)
  for (let x = inner; x < end; x++, out += 16) v128.store(out, texel(row, x, format))
  const last = texel(row, end - 1, format)
  for (let x = max(end, from); x < to; x++, out += 16) v128.store(out, last)
}
function span(out: usize, row: usize, width: i32, from: i32, to: i32, format: i32): void {
  switch (format) {
    case 0: spanOf(out, row, width, from, to, 0); break
    case 1: spanOf(out, row, width, from, to, 1); break
    case 2: spanOf(out, row, width, from, to, 2); break
    default: spanOf(out, row, width, from, to, 3)
  }
}
@inline function rowBytes(width: i32, format: i32): usize {
  return <usize>width << (format & 2 ? 3 : 2)
}

/**
 * The source's own pixels where the view lies on its grid at 100 %: what sampling gives there, four at a time, from an
 * 8-bit picture. `count` is a multiple of 4 and the whole rectangle lies within the source.
 */
export function copyPicture(out: usize, plane: usize, stride: usize, count: i32, rows: i32, source: usize, width: i32, x: i32, y: i32, opaque: i32): void {
  const inverse = f32x4.splat(<f32>1 / 255)
  const low = i32x4.splat(255)
  let from = source + (<usize>(y * width + x) << 2)
  for (let j: i32 = 0; j < rows; j++) {
    for (let n: i32 = 0; n < count; n += 4) {
      const px = v128.load(from + (<usize>n << 2))
      const at = out + (<usize>n << 2)
      const a = f32x4.convert_i32x4_s(i32x4.shr_u(px, 24))
      let r = f32x4.convert_i32x4_s(v128.and(px, low))
      let g = f32x4.convert_i32x4_s(v128.and(i32x4.shr_u(px, 8), low))
      let b = f32x4.convert_i32x4_s(v128.and(i32x4.shr_u(px, 16), low))
      if (!opaque) {
        const k = f32x4.mul(a, inverse)
        r = f32x4.pmin(f32x4.mul(r, k), a)
        g = f32x4.pmin(f32x4.mul(g, k), a)
        b = f32x4.pmin(f32x4.mul(b, k), a)
      }
      v128.store(at, f32x4.mul(r, inverse))
      v128.store(at + plane, f32x4.mul(g, inverse))
      v128.store(at + 2 * plane, f32x4.mul(b, inverse))
      v128.store(at + 3 * plane, f32x4.mul(a, inverse))
    }
    from += <usize>width << 2
    out += stride
  }
}

/** Bytes of one column's entry in the table of weights: twenty weights, the first source column, the number of taps. */
const COLUMN: usize = 96
/** Source pixels that a row of an upright picture may need. */
const MOST_LINE: i32 = 2048

/**
 * Samples an upright picture (u = a x + e, v = d y + f at the centre of target pixel (x, y), source px with centres at
 * halves), one axis after the other: first all source rows that the target needs, then the columns. The cubic is
 * stretched by `wideX`, `wideY` (1 for enlarging, more for reducing). Edges are antialiased by the covered share of the
 * picture's own edge pixels, which end at `edgeRight`, `edgeLow` (a level of an odd-sized picture ends within its last
 * pixel). `scratch` holds `count` × 100 bytes, a line of 2048 px and `mostRows` rows of `count` px, 16 bytes a pixel.
 */
export function sampleUpright(out: usize, plane: usize, stride: usize, count: i32, rows: i32, source: usize, width: i32, height: i32, format: i32, a: f32, d: f32, e: f32, f: f32, wideX: f32, wideY: f32, edgeRight: f32, edgeLow: f32, scratch: usize, mostRows: i32): void {
  const low = height - 1
  const edgeX: f32 = max(abs(a), <f32>1e-6)
  const edgeY: f32 = max(abs(d), <f32>1e-6)
  wideX = min(wideX, MOST_WIDE)
  wideY = min(wideY, MOST_WIDE)
  const covers = scratch + <usize>count * COLUMN
  const line = covers + (<usize>count << 2)
  const buffer = line + (<usize>MOST_LINE << 4)
  let lineFrom: i32 = i32.MAX_VALUE
  let lineTo: i32 = i32.MIN_VALUE
  for (let x: i32 = 0; x < count; x++) {
    const at = scratch + <usize>x * COLUMN
    const u: f32 = a * (<f32>x + 0.5) + e
    const cover = min(max(min(u, edgeRight - u) / edgeX + 0.5, <f32>0), <f32>1)
    store<f32>(covers + (<usize>x << 2), cover)
    store<i32>(at, 0, 84)
    if (cover <= 0) continue
    const cx: f32 = u - 0.5
    const x0 = <i32>ceil(cx - 2 * wideX)
    const n = taps(at, cx, x0, wideX)
    store<i32>(at, x0, 80)
    store<i32>(at, n, 84)
    lineFrom = min(lineFrom, x0)
    lineTo = max(lineTo, x0 + n)
  }
  lineTo = min(lineTo, lineFrom + MOST_LINE)
  const top: f32 = d * <f32>0.5 + f - 0.5
  const end: f32 = d * (<f32>rows - 0.5) + f - 0.5
  const firstRow = <i32>ceil(min(top, end) - 2 * wideY)
  const lastRow = min(<i32>floor(max(top, end) + 2 * wideY), firstRow + mostRows - 1)
  const from = min(max(firstRow, 0), low)
  const to = min(max(lastRow, 0), low)
  if (lineFrom < lineTo)
    for (let y = from; y <= to; y++) {
      span(line, source + <usize>y * rowBytes(width, format), width, lineFrom, lineTo, format)
      const into = buffer + (<usize>(y - from) * <usize>count << 4)
      for (let x: i32 = 0; x < count; x++) {
        const at = scratch + <usize>x * COLUMN
        const n = load<i32>(at, 84)
        let sum = f32x4.splat(0)
        if (n > 0) {
          const first = line + (<usize>(load<i32>(at, 80) - lineFrom) << 4)
          for (let i: i32 = 0; i < n; i++) sum = f32x4.add(sum, f32x4.mul(v128.load(first + (<usize>i << 4)), v128.load32_splat(at + (<usize>i << 2))))
        }
        v128.store(into + (<usize>x << 4), sum)
      }
    }
  for (let y: i32 = 0; y < rows; y++) {
    const v: f32 = d * (<f32>y + 0.5) + f
    const inside = lineFrom < lineTo ? min(max(min(v, edgeLow - v) / edgeY + 0.5, <f32>0), <f32>1) : 0
    if (inside <= 0) {
      for (let p: usize = 0; p < 4; p++) clearRow(out + p * plane, count)
      out += stride
      continue
    }
    const cy: f32 = v - 0.5
    const y0 = <i32>ceil(cy - 2 * wideY)
    const ny = taps(weights, cy, y0, wideY)
    const share = f32x4.splat(inside * (<f32>1 / 255))
    for (let x: i32 = 0; x < count; x += 4) {
      let p0 = f32x4.splat(0), p1 = p0, p2 = p0, p3 = p0
      for (let j: i32 = 0; j < ny; j++) {
        const row = buffer + (<usize>(min(max(y0 + j, from), to) - from) * <usize>count + <usize>x << 4)
        const w = v128.load32_splat(weights + (<usize>j << 2))
        p0 = f32x4.add(p0, f32x4.mul(v128.load(row), w))
        p1 = f32x4.add(p1, f32x4.mul(v128.load(row, 16), w))
        p2 = f32x4.add(p2, f32x4.mul(v128.load(row, 32), w))
        p3 = f32x4.add(p3, f32x4.mul(v128.load(row, 48), w))
      }
      const at = <usize>x << 2
      storePremultiplied(out + at, plane, p0, p1, p2, p3, f32x4.mul(v128.load(covers + at), share))
    }
    out += stride
  }
}

/** The pixel nearest to a place in the source: for maps that reduce beyond all measure. */
@inline function nearest(source: usize, width: i32, height: i32, format: i32, u: f32, v: f32): v128 {
  const x = min(max(<i32>floor(u), 0), width - 1)
  const y = min(max(<i32>floor(v), 0), height - 1)
  return texel(source + <usize>y * rowBytes(width, format), x, format)
}

/** Source pixels of a patch are held as floats in `patch`. */
let patchLeft: i32 = 0
let patchTop: i32 = 0
let patchWidth: i32 = 0

/** One pixel of the patch by a cubic mean; weights are at `weights`. */
@inline function mean(patch: usize, u: f32, v: f32, wideX: f32, wideY: f32): v128 {
  const cx: f32 = u - 0.5
  const cy: f32 = v - 0.5
  const x0 = <i32>ceil(cx - 2 * wideX)
  const y0 = <i32>ceil(cy - 2 * wideY)
  const nx = taps(weights, cx, x0, wideX)
  const ny = taps(weights + 80, cy, y0, wideY)
  let row = patch + (<usize>((y0 - patchTop) * patchWidth + (x0 - patchLeft)) << 4)
  const pitch = <usize>patchWidth << 4
  let sum = f32x4.splat(0)
  for (let j: i32 = 0; j < ny; j++) {
    let across = f32x4.splat(0)
    for (let i: i32 = 0; i < nx; i++) across = f32x4.add(across, f32x4.mul(v128.load(row + (<usize>i << 4)), v128.load32_splat(weights + (<usize>i << 2))))
    sum = f32x4.add(sum, f32x4.mul(across, v128.load32_splat(weights + 80 + (<usize>j << 2))))
    row += pitch
  }
  return sum
}

/** Catmull–Rom weights of the four pixels around a place `t` after the second of them. */
@inline function four(t: f32): v128 {
  const v = f32x4.splat(t)
  let w = f32x4.add(f32x4.mul(f32x4(-0.5, 1.5, -1.5, 0.5), v), f32x4(1, -2.5, 2, -0.5))
  w = f32x4.add(f32x4.mul(w, v), f32x4(-0.5, 0, 0.5, 0))
  return f32x4.add(f32x4.mul(w, v), f32x4(0, 1, 0, 0))
}
@inline function across4(row: usize, x0: v128, x1: v128, x2: v128, x3: v128): v128 {
  const left = f32x4.add(f32x4.mul(v128.load(row), x0), f32x4.mul(v128.load(row, 16), x1))
  return f32x4.add(left, f32x4.add(f32x4.mul(v128.load(row, 32), x2), f32x4.mul(v128.load(row, 48), x3)))
}
/** The same where nothing is reduced: four by four pixels. */
@inline function mean4(patch: usize, u: f32, v: f32): v128 {
  const cx: f32 = u - 0.5
  const cy: f32 = v - 0.5
  const x = floor(cx)
  const y = floor(cy)
  const wx = four(cx - x)
  const wy = four(cy - y)
  const x0 = v128.shuffle<i32>(wx, wx, 0, 0, 0, 0)
  const x1 = v128.shuffle<i32>(wx, wx, 1, 1, 1, 1)
  const x2 = v128.shuffle<i32>(wx, wx, 2, 2, 2, 2)
  const x3 = v128.shuffle<i32>(wx, wx, 3, 3, 3, 3)
  const pitch = <usize>patchWidth << 4
  const row = patch + (<usize>((<i32>y - 1 - patchTop) * patchWidth + (<i32>x - 1 - patchLeft)) << 4)
  let sum = f32x4.mul(across4(row, x0, x1, x2, x3), v128.shuffle<i32>(wy, wy, 0, 0, 0, 0))
  sum = f32x4.add(sum, f32x4.mul(across4(row + pitch, x0, x1, x2, x3), v128.shuffle<i32>(wy, wy, 1, 1, 1, 1)))
  sum = f32x4.add(sum, f32x4.mul(across4(row + 2 * pitch, x0, x1, x2, x3), v128.shuffle<i32>(wy, wy, 2, 2, 2, 2)))
  return f32x4.add(sum, f32x4.mul(across4(row + 3 * pitch, x0, x1, x2, x3), v128.shuffle<i32>(wy, wy, 3, 3, 3, 3)))
}

/** How far the cubic is stretched where the map reduces: the length of the source step of one target pixel. */
@inline function wideAt(map: usize, mapStride: usize): f32 {
  const here = load<f32>(map)
  const dx = load<f32>(map, 4) - here
  const dy = load<f32>(map + mapStride) - here
  return min(max(sqrt(dx * dx + dy * dy), <f32>1), MOST_WIDE)
}

/** A block of a mapped picture; false where the source it needs is more than the patch holds. */
function block(out: usize, plane: usize, stride: usize, count: i32, rows: i32, u: usize, v: usize, mapStride: usize, cover: usize, coverStride: usize, source: usize, width: i32, height: i32, format: i32, patch: usize, patchPixels: i32, force: bool): bool {
  const most: f32 = <f32>width
  const deep: f32 = <f32>height
  let left: f32 = 1e9, right: f32 = -1e9, top: f32 = 1e9, low: f32 = -1e9, wideX: f32 = 1, wideY: f32 = 1
  for (let y: i32 = 0; y < rows; y++)
    for (let x: i32 = 0; x < count; x++) {
      const at = <usize>x << 2
      if (load<f32>(cover + <usize>y * coverStride + at) <= 0) continue
      const mu = u + <usize>y * mapStride + at
      const mv = v + <usize>y * mapStride + at
      const px = min(max(load<f32>(mu), 0), most)
      const py = min(max(load<f32>(mv), 0), deep)
      left = min(left, px)
      right = max(right, px)
      top = min(top, py)
      low = max(low, py)
      wideX = max(wideX, wideAt(mu, mapStride))
      wideY = max(wideY, wideAt(mv, mapStride))
    }
  const empty = right < left
  let held = false
  if (!empty) {
    patchLeft = <i32>floor(left - 0.5 - 2 * wideX) - 1
    patchTop = <i32>floor(top - 0.5 - 2 * wideY) - 1
    patchWidth = <i32>ceil(right - 0.5 + 2 * wideX) + 2 - patchLeft
    const patchHeight = <i32>ceil(low - 0.5 + 2 * wideY) + 2 - patchTop
    held = <i64>patchWidth * <i64>patchHeight <= <i64>patchPixels
    if (!held && !force) return false
    if (held)
      for (let y: i32 = 0; y < patchHeight; y++) {
        const row = min(max(patchTop + y, 0), height - 1)
        span(patch + (<usize>(y * patchWidth) << 4), source + <usize>row * rowBytes(width, format), width, patchLeft, patchLeft + patchWidth, format)
      }
  }
  const inverse = f32x4.splat(<f32>1 / 255)
  for (let y: i32 = 0; y < rows; y++) {
    for (let x: i32 = 0; x < count; x += 4) {
      const at = <usize>x << 2
      const covers = v128.load(cover + at)
      let p0 = f32x4.splat(0), p1 = p0, p2 = p0, p3 = p0
      if (!empty && v128.any_true(covers))
        for (let k: usize = 0; k < 16; k += 4) {
          if (load<f32>(cover + at + k) <= 0) continue
          const mu = u + at + k
          const mv = v + at + k
          const px = min(max(load<f32>(mu), 0), most)
          const py = min(max(load<f32>(mv), 0), deep)
          let value: v128
          if (!held) value = nearest(source, width, height, format, px, py)
          else {
            const wx = wideAt(mu, mapStride)
            const wy = wideAt(mv, mapStride)
            value = wx == 1 && wy == 1 ? mean4(patch, px, py) : mean(patch, px, py, wx, wy)
          }
          if (k == 0) p0 = value
          else if (k == 4) p1 = value
          else if (k == 8) p2 = value
          else p3 = value
        }
      storePremultiplied(out + at, plane, p0, p1, p2, p3, f32x4.mul(covers, inverse))
    }
    out += stride
    u += mapStride
    v += mapStride
    cover += coverStride
  }
  return true
}

/**
 * Samples a picture through a map: planes `u`, `v` give the place in the source of each target pixel (px, centres at
 * halves), with one row and one column more than the target. `cover` is the covered share of each pixel. The cubic is
 * stretched where the map reduces. Works in blocks whose source is held as floats in `patch` (`patchPixels` × 16 bytes).
 */
export function sampleMapped(out: usize, plane: usize, stride: usize, count: i32, rows: i32, u: usize, v: usize, mapStride: usize, cover: usize, coverStride: usize, source: usize, width: i32, height: i32, format: i32, patch: usize, patchPixels: i32): void {
  for (let y: i32 = 0; y < rows; y += 32)
    for (let x: i32 = 0; x < count; x += 32) {
      const wide = min(32, count - x)
      const high = min(32, rows - y)
      const to = out + <usize>y * stride + (<usize>x << 2)
      const map = <usize>y * mapStride + (<usize>x << 2)
      const c = cover + <usize>y * coverStride + (<usize>x << 2)
      if (block(to, plane, stride, wide, high, u + map, v + map, mapStride, c, coverStride, source, width, height, format, patch, patchPixels, false)) continue
      for (let j: i32 = 0; j < high; j += 8)
        for (let i: i32 = 0; i < wide; i += 8) {
          const d = <usize>i << 2
          block(to + <usize>j * stride + d, plane, stride, min(8, wide - i), min(8, high - j), u + map + <usize>j * mapStride + d, v + map + <usize>j * mapStride + d, mapStride, c + <usize>j * coverStride + d, coverStride, source, width, height, format, patch, patchPixels, true)
        }
    }
}

/** The next mip level: the area mean of 2 × 2 pixels, weighted by alpha; odd edges repeat the last pixel. */
export function halve(to: usize, from: usize, width: i32, height: i32, format: i32): void {
  const w = max(1, (width + 1) >> 1)
  const h = max(1, (height + 1) >> 1)
  const deep = format & 2
  for (let y: i32 = 0; y < h; y++) {
    const upper = from + <usize>min(2 * y, height - 1) * rowBytes(width, deep)
    const lower = from + <usize>min(2 * y + 1, height - 1) * rowBytes(width, deep)
    for (let x: i32 = 0; x < w; x++) {
      const x0 = min(2 * x, width - 1)
      const x1 = min(2 * x + 1, width - 1)
      const sum = f32x4.add(f32x4.add(texel(upper, x0, deep), texel(upper, x1, deep)), f32x4.add(texel(lower, x0, deep), texel(lower, x1, deep)))
      const a = f32x4.extract_lane(sum, 3)
      const straight = a > 0 ? f32x4.mul(sum, f32x4.splat(<f32>255 / a)) : f32x4.splat(0)
      const v = f32x4.replace_lane(straight, 3, a * 0.25)
      if (deep) {
        const n = i32x4.trunc_sat_f32x4_s(f32x4.add(f32x4.mul(v, f32x4.splat(257)), f32x4.splat(0.5)))
        v128.store64_lane(to + (<usize>(y * w + x) << 3), i16x8.narrow_i32x4_u(n, n), 0)
      } else {
        const n = i32x4.trunc_sat_f32x4_s(f32x4.add(v, f32x4.splat(0.5)))
        v128.store32_lane(to + (<usize>(y * w + x) << 2), i8x16.narrow_i16x8_u(i16x8.narrow_i32x4_u(n, n), i16x8.narrow_i32x4_u(n, n)), 0)
      }
    }
  }
}
