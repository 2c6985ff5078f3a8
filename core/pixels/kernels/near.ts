// Treatments that look around a pixel. They read and write buffers of four planes, `plane` bytes apart.
import { hash } from './hash'

/** What lies at (u, v), counted from the middles of px, between its four neighbours. */
@inline function between(line: usize, stride: usize, u: f32, v: f32): f32 {
  const u0 = floor<f32>(u)
  const v0 = floor<f32>(v)
  const at = line + <usize>(<i32>v0) * stride + (<usize>(<i32>u0) << 2)
  const over = u - u0
  const high = load<f32>(at) + (load<f32>(at + 4) - load<f32>(at)) * over
  const low = load<f32>(at + stride) + (load<f32>(at + stride + 4) - load<f32>(at + stride)) * over
  return high + (low - high) * (v - v0)
}

/** Four planes as px of four whole numbers, 32767 for 1. `count` in fours. */
export function weavePx(to: usize, toStride: usize, from: usize, plane: usize, stride: usize, count: i32, rows: i32): void {
  for (let y: i32 = 0; y < rows; y++) {
    for (let n: i32 = 0; n < count; n += 4) {
      const at = from + (<usize>n << 2)
      const px = to + (<usize>n << 3)
      const rg = i16x8.narrow_i32x4_s(whole(v128.load(at)), whole(v128.load(at + plane)))
      const ba = i16x8.narrow_i32x4_s(whole(v128.load(at + 2 * plane)), whole(v128.load(at + 3 * plane)))
      // r0 b0 r1 b1 … and g0 a0 g1 a1 …, then all four of each px.
      const rb = v128.shuffle<i16>(rg, ba, 0, 8, 1, 9, 2, 10, 3, 11)
      const ga = v128.shuffle<i16>(rg, ba, 4, 12, 5, 13, 6, 14, 7, 15)
      v128.store(px, v128.shuffle<i16>(rb, ga, 0, 8, 1, 9, 2, 10, 3, 11))
      v128.store(px, v128.shuffle<i16>(rb, ga, 4, 12, 5, 13, 6, 14, 7, 15), 16)
    }
    to += toStride
    from += stride
  }
}
@inline function whole(v: v128): v128 {
  return i32x4.trunc_sat_f32x4_s(f32x4.nearest(f32x4.mul(v, f32x4.splat(32767))))
}
/** The same back. `count` in fours. */
export function partPx(to: usize, plane: usize, stride: usize, from: usize, fromStride: usize, count: i32, rows: i32): void {
  for (let y: i32 = 0; y < rows; y++) {
    for (let n: i32 = 0; n < count; n += 4) {
      const px = from + (<usize>n << 3)
      const a = v128.load(px)
      const b = v128.load(px, 16)
      const rgLow = v128.shuffle<i16>(a, b, 0, 4, 8, 12, 1, 5, 9, 13)
      const ba = v128.shuffle<i16>(a, b, 2, 6, 10, 14, 3, 7, 11, 15)
      const at = to + (<usize>n << 2)
      v128.store(at, shareOf(i32x4.extend_low_i16x8_s(rgLow)))
      v128.store(at + plane, shareOf(i32x4.extend_high_i16x8_s(rgLow)))
      v128.store(at + 2 * plane, shareOf(i32x4.extend_low_i16x8_s(ba)))
      v128.store(at + 3 * plane, shareOf(i32x4.extend_high_i16x8_s(ba)))
    }
    to += stride
    from += fromStride
  }
}
@inline function shareOf(v: v128): v128 {
  return f32x4.div(f32x4.convert_i32x4_s(v), f32x4.splat(32767))
}
/**
 * Unsharp masking: what differs from the softened planes by more than `threshold` (levels 0–1) is strengthened `amount` times.
 * Premultiplied, kept within coverage.
 */
export function sharpenRect(out: usize, plane: usize, stride: usize, count: i32, rows: i32, soft: usize, softPlane: usize, softStride: usize, amount: f32, threshold: f32): void {
  const none = f32x4.splat(0)
  const least = f32x4.splat(threshold)
  const by = f32x4.splat(amount)
  for (let y: i32 = 0; y < rows; y++) {
    for (let n: i32 = 0; n < count; n += 4) {
      const at = <usize>n << 2
      const alpha = v128.load(out + at + 3 * plane)
      for (let p: usize = 0; p < 3; p++) {
        const own = v128.load(out + at + p * plane)
        const apart = f32x4.sub(own, v128.load(soft + at + p * softPlane))
        const beyond = f32x4.max(none, f32x4.sub(f32x4.abs(apart), least))
        const signed = v128.bitselect(f32x4.neg(beyond), beyond, f32x4.lt(apart, none))
        v128.store(out + at + p * plane, f32x4.min(alpha, f32x4.max(none, f32x4.add(own, f32x4.mul(signed, by)))))
      }
    }
    out += stride
    soft += softStride
  }
}

/** The products of one buffer's planes with themselves, into another. */
export function squarePlane(to: usize, from: usize, stride: usize, count: i32, rows: i32): void {
  for (let y: i32 = 0; y < rows; y++) {
    for (let n: i32 = 0; n < count; n += 4) {
      const v = v128.load(from + (<usize>n << 2))
      v128.store(to + (<usize>n << 2), f32x4.mul(v, v))
    }
    to += stride
    from += stride
  }
}
/**
 * The line that explains a plane best around each px, by the means of it and of its square (K. He, J. Sun, X. Tang, “Guided
 * Image Filtering”, ECCV 2010, the picture its own guide): the mean becomes b, the square a.
 */
export function guideLine(mean: usize, square: usize, stride: usize, count: i32, rows: i32, spared: f32): void {
  const one = f32x4.splat(1)
  const none = f32x4.splat(0)
  for (let y: i32 = 0; y < rows; y++) {
    for (let n: i32 = 0; n < count; n += 4) {
      const at = <usize>n << 2
      const m = v128.load(mean + at)
      const spread = f32x4.max(none, f32x4.sub(v128.load(square + at), f32x4.mul(m, m)))
      const a = f32x4.div(spread, f32x4.add(spread, f32x4.splat(spared)))
      v128.store(square + at, a)
      v128.store(mean + at, f32x4.mul(m, f32x4.sub(one, a)))
    }
    mean += stride
    square += stride
  }
}
/** out = a × out + b. */
export function guideApply(out: usize, stride: usize, a: usize, b: usize, fromStride: usize, count: i32, rows: i32): void {
  for (let y: i32 = 0; y < rows; y++) {
    for (let n: i32 = 0; n < count; n += 4) {
      const at = <usize>n << 2
      v128.store(out + at, f32x4.add(f32x4.mul(v128.load(a + at), v128.load(out + at)), v128.load(b + at)))
    }
    out += stride
    a += fromStride
    b += fromStride
  }
}

/**
 * How much the softened places of dabs count: `square`, the softened square of their light, becomes a weight that is the greater
 * the less light spreads, and the planes are weighed by it.
 */
export function dabWeigh(from: usize, plane: usize, square: usize, stride: usize, count: i32, rows: i32, sharp: f32): void {
  const one = f32x4.splat(1)
  const none = f32x4.splat(0)
  for (let y: i32 = 0; y < rows; y++) {
    for (let n: i32 = 0; n < count; n += 4) {
      const at = <usize>n << 2
      const r = v128.load(from + at)
      const g = v128.load(from + plane + at)
      const b = v128.load(from + 2 * plane + at)
      const light = f32x4.add(f32x4.mul(r, f32x4.splat(0.2126)), f32x4.add(f32x4.mul(g, f32x4.splat(0.7152)), f32x4.mul(b, f32x4.splat(0.0722))))
      const spread = f32x4.max(none, f32x4.sub(v128.load(square + at), f32x4.mul(light, light)))
      const near = f32x4.add(one, f32x4.mul(spread, f32x4.splat(sharp)))
      const twice = f32x4.mul(near, near)
      const weight = f32x4.div(one, f32x4.mul(twice, twice))
      v128.store(square + at, weight)
      v128.store(from + at, f32x4.mul(r, weight))
      v128.store(from + plane + at, f32x4.mul(g, weight))
      v128.store(from + 2 * plane + at, f32x4.mul(b, weight))
      v128.store(from + 3 * plane + at, f32x4.mul(v128.load(from + 3 * plane + at), weight))
    }
    from += stride
    square += stride
  }
}
/**
 * Dabs that keep edges: of eight softened places around a px those with the least spread of light count most (after G.
 * Papari, N. Petkov, P. Campisi, “Artistic edge and corner enhancing smoothing”, IEEE Trans. Image Processing 16, 2007, with
 * Gaussian sectors). Planes and weights as `dabWeigh` leaves them; `places`: eight pairs of offsets, taken to whole px. Rows in
 * fours of px.
 */
export function dabRect(out: usize, outPlane: usize, outStride: usize, from: usize, plane: usize, stride: usize, weights: usize, x0: i32, y0: i32, count: i32, rows: i32, places: usize): void {
  const one = f32x4.splat(1)
  // In place of the offsets how many bytes further they lie.
  for (let k: usize = 0; k < 8; k++) {
    const u = <i32>nearest(load<f32>(places + (k << 3)))
    const v = <i32>nearest(load<f32>(places + (k << 3), 4))
    store<i32>(places + (k << 2), v * <i32>stride + (u << 2))
  }
  for (let y: i32 = 0; y < rows; y++)
    for (let x: i32 = 0; x < count; x += 4) {
      let red = f32x4.splat(0), green = red, blue = red, cover = red, total = red
      const here = <usize>(y + y0) * stride + (<usize>(x + x0) << 2)
      for (let k: usize = 0; k < 8; k++) {
        const at = from + here + <usize>load<i32>(places + (k << 2))
        red = f32x4.add(red, v128.load(at))
        green = f32x4.add(green, v128.load(at + plane))
        blue = f32x4.add(blue, v128.load(at + 2 * plane))
        cover = f32x4.add(cover, v128.load(at + 3 * plane))
        total = f32x4.add(total, v128.load(at - from + weights))
      }
      const by = f32x4.div(one, total)
      const to = out + <usize>y * outStride + (<usize>x << 2)
      v128.store(to, f32x4.mul(red, by))
      v128.store(to + outPlane, f32x4.mul(green, by))
      v128.store(to + 2 * outPlane, f32x4.mul(blue, by))
      v128.store(to + 3 * outPlane, f32x4.mul(cover, by))
    }
}
/** The square of what a buffer's light (premultiplied) is, into a plane. */
export function lightSquare(to: usize, from: usize, plane: usize, stride: usize, count: i32, rows: i32): void {
  for (let y: i32 = 0; y < rows; y++) {
    for (let n: i32 = 0; n < count; n += 4) {
      const at = <usize>n << 2
      const light = f32x4.add(
        f32x4.mul(v128.load(from + at), f32x4.splat(0.2126)),
        f32x4.add(f32x4.mul(v128.load(from + plane + at), f32x4.splat(0.7152)), f32x4.mul(v128.load(from + 2 * plane + at), f32x4.splat(0.0722))),
      )
      v128.store(to + at, f32x4.mul(light, light))
    }
    to += stride
    from += stride
  }
}

/**
 * Reads each px from elsewhere: with a map (a raster of `mapPlane`) by its red and green over ½, weighed by its alpha, times
 * (`reachX`, `reachY`) px; without (`map` 0) by a hash of its grain's place in px of the master, as for grain.
 */
export function displaceRect(out: usize, outPlane: usize, outStride: usize, from: usize, plane: usize, stride: usize, x0: i32, y0: i32, count: i32, rows: i32, map: usize, mapPlane: usize, mapStride: usize, light: i32, reachX: f32, reachY: f32, left: i32, top: i32, step: f32, seed: i32): void {
  for (let y: i32 = 0; y < rows; y++)
    for (let x: i32 = 0; x < count; x++) {
      let dx: f32 = 0, dy: f32 = 0
      if (map) {
        const m = map + <usize>y * mapStride + (<usize>x << 2)
        const alpha = load<f32>(m + 3 * mapPlane)
        const r = load<f32>(m)
        const g = load<f32>(m + mapPlane)
        if (light) {
          dx = <f32>(0.2126 * r + 0.7152 * g + 0.0722 * load<f32>(m + 2 * mapPlane)) - 0.5 * alpha
          dy = dx
        } else {
          dx = r - 0.5 * alpha
          dy = g - 0.5 * alpha
        }
      } else {
        const gx = <i32>floor<f32>((<f32>(left + x) + 0.5) * step)
        const gy = <i32>floor<f32>((<f32>(top + y) + 0.5) * step)
        dx = hash(gx, gy, seed) - 0.5
        dy = hash(gx, gy, seed + 77) - 0.5
      }
      const u = <f32>(x + x0) + 2 * dx * reachX
      const v = <f32>(y + y0) + 2 * dy * reachY
      const at = out + <usize>y * outStride + (<usize>x << 2)
      for (let p: usize = 0; p < 4; p++) store<f32>(at + p * outPlane, between(from + p * plane, stride, u, v))
    }
}

/**
 * Clips softened coverage around `edge` with a slope: 0 below, 1 above. What was softened gives the colours, which where
 * little is covered are those of what is near.
 */
export function clipRect(out: usize, plane: usize, stride: usize, count: i32, rows: i32, edge: f32, slope: f32): void {
  for (let y: i32 = 0; y < rows; y++) {
    for (let n: i32 = 0; n < count; n++) {
      const at = out + (<usize>n << 2)
      const alpha = load<f32>(at + 3 * plane)
      if (alpha <= 0) continue
      const cover = min(max((alpha - edge) * slope + 0.5, <f32>0), <f32>1)
      const k = cover / alpha
      for (let p: usize = 0; p < 4; p++) store<f32>(at + p * plane, load<f32>(at + p * plane) * k)
    }
    out += stride
  }
}

/** The greater of two planes, into the first. */
export function mostPlane(to: usize, toStride: usize, from: usize, stride: usize, count: i32, rows: i32): void {
  for (let y: i32 = 0; y < rows; y++) {
    for (let n: i32 = 0; n < count; n += 4) {
      const at = <usize>n << 2
      v128.store(to + at, f32x4.max(v128.load(to + at), v128.load(from + at)))
    }
    to += toStride
    from += stride
  }
}
/** Straight components and full coverage; nothing covered is black. */
export function straightenRect(out: usize, plane: usize, stride: usize, count: i32, rows: i32): void {
  const one = f32x4.splat(1)
  for (let y: i32 = 0; y < rows; y++) {
    for (let n: i32 = 0; n < count; n += 4) {
      const at = out + (<usize>n << 2)
      const k = f32x4.div(one, f32x4.max(v128.load(at + 3 * plane), f32x4.splat(0.0001)))
      for (let p: usize = 0; p < 3; p++) v128.store(at + p * plane, f32x4.min(one, f32x4.mul(v128.load(at + p * plane), k)))
      v128.store(at + 3 * plane, one)
    }
    out += stride
  }
}

/** Adds a raster to another. */
export function addRect(to: usize, from: usize, plane: usize, stride: usize, count: i32, rows: i32): void {
  for (let y: i32 = 0; y < rows; y++) {
    for (let n: i32 = 0; n < count; n += 4)
      for (let p: usize = 0; p < 4; p++) {
        const at = p * plane + (<usize>n << 2)
        v128.store(to + at, f32x4.add(v128.load(to + at), v128.load(from + at)))
      }
    to += stride
    from += stride
  }
}

@inline function four(at: usize, stride: usize, a: v128, b: v128, c: v128, d: v128): v128 {
  return f32x4.add(
    f32x4.add(f32x4.mul(v128.load(at), a), f32x4.mul(v128.load(at, 4), b)),
    f32x4.add(f32x4.mul(v128.load(at + stride), c), f32x4.mul(v128.load(at + stride, 4), d)),
  )
}
/**
 * One plane and two plain shifts: each px becomes the mean, or with `most` the greater, of what lies (x0, y0)
 * and (x1, y1) px from it. Both places must lie in the buffer for all of the part.
 */
export function pairShift(to: usize, from: usize, stride: usize, left: i32, top: i32, count: i32, rows: i32, x0: f32, y0: f32, x1: f32, y1: f32, most: i32): void {
  const u0 = floor<f32>(x0), v0 = floor<f32>(y0), u1 = floor<f32>(x1), v1 = floor<f32>(y1)
  const p = x0 - u0, q = y0 - v0, r = x1 - u1, s = y1 - v1
  const one: f32 = 1
  // A mean is the sum of halves.
  const whole: f32 = most ? 1 : 0.5
  const a0 = f32x4.splat(whole * (one - p) * (one - q)), b0 = f32x4.splat(whole * p * (one - q)), c0 = f32x4.splat(whole * (one - p) * q), d0 = f32x4.splat(whole * p * q)
  const a1 = f32x4.splat(whole * (one - r) * (one - s)), b1 = f32x4.splat(whole * r * (one - s)), c1 = f32x4.splat(whole * (one - r) * s), d1 = f32x4.splat(whole * r * s)
  const by0 = <isize>(<i32>v0) * <isize>stride + (<isize>(<i32>u0) << 2)
  const by1 = <isize>(<i32>v1) * <isize>stride + (<isize>(<i32>u1) << 2)
  const half = f32x4.splat(0.5)
  // Along a row, or to whole px down it, only two px are between.
  if (q == 0 && s == 0 && !most) {
    const near0 = f32x4.splat(0.5 * (one - p)), far0 = f32x4.splat(0.5 * p), near1 = f32x4.splat(0.5 * (one - r)), far1 = f32x4.splat(0.5 * r)
    const plain = p == 0 && r == 0
    for (let y: i32 = top; y < top + rows; y++)
      for (let n: i32 = left; n < left + count; n += 4) {
        const at = from + <usize>y * stride + (<usize>n << 2)
        const here = <usize>(<isize>at + by0)
        const there = <usize>(<isize>at + by1)
        const out = at - from + to
        if (plain) v128.store(out, f32x4.mul(f32x4.add(v128.load(here), v128.load(there)), half))
        else
          v128.store(
            out,
            f32x4.add(
              f32x4.add(f32x4.mul(v128.load(here), near0), f32x4.mul(v128.load(here, 4), far0)),
              f32x4.add(f32x4.mul(v128.load(there), near1), f32x4.mul(v128.load(there, 4), far1)),
            ),
          )
      }
    return
  }
  for (let y: i32 = top; y < top + rows; y++)
    for (let n: i32 = left; n < left + count; n += 4) {
      const at = <usize>y * stride + (<usize>n << 2)
      const one_ = four(<usize>(<isize>(from + at) + by0), stride, a0, b0, c0, d0)
      const two = four(<usize>(<isize>(from + at) + by1), stride, a1, b1, c1, d1)
      v128.store(to + at, most ? f32x4.max(one_, two) : f32x4.add(one_, two))
    }
}

/** The weights of a cubic that goes through its points (E. Catmull, R. Rom, 1974), for what lies t beyond the second of four. */
@inline function through(t: f32): v128 {
  const s = t * t
  const c = s * t
  return f32x4(s - 0.5 * (t + c), 1 + 1.5 * c - 2.5 * s, 0.5 * t + 2 * s - 1.5 * c, 0.5 * (c - s))
}
@inline function summed(v: v128): f32 {
  const half = f32x4.add(v, v128.shuffle<f32>(v, v, 2, 3, 0, 1))
  return f32x4.extract_lane(half, 0) + f32x4.extract_lane(half, 1)
}
/**
 * Each px (x, y) of a part of a raster becomes what lies at (a x + c y + e, b x + d y + f) of a buffer, counted from the middles of
 * px, by bicubic interpolation; premultiplied, kept within coverage.
 */
export function mapPlanes(out: usize, outPlane: usize, outStride: usize, count: i32, rows: i32, from: usize, plane: usize, stride: usize, a: f32, b: f32, c: f32, d: f32, e: f32, f: f32): void {
  for (let y: i32 = 0; y < rows; y++) {
    for (let x: i32 = 0; x < count; x++) {
      const u = a * <f32>x + c * <f32>y + e
      const v = b * <f32>x + d * <f32>y + f
      const u0 = floor<f32>(u + 0.0001)
      const v0 = floor<f32>(v + 0.0001)
      const across = through(max(u - u0, <f32>0))
      const down = through(max(v - v0, <f32>0))
      const at = from + <usize>(<i32>v0 - 1) * stride + (<usize>(<i32>u0 - 1) << 2)
      let alpha: f32 = 0
      for (let p: i32 = 3; p >= 0; p--) {
        const own = at + <usize>p * plane
        let sum = f32x4.mul(v128.load(own), f32x4.splat(f32x4.extract_lane(down, 0)))
        sum = f32x4.add(sum, f32x4.mul(v128.load(own + stride), f32x4.splat(f32x4.extract_lane(down, 1))))
        sum = f32x4.add(sum, f32x4.mul(v128.load(own + 2 * stride), f32x4.splat(f32x4.extract_lane(down, 2))))
        sum = f32x4.add(sum, f32x4.mul(v128.load(own + 3 * stride), f32x4.splat(f32x4.extract_lane(down, 3))))
        const value = max(summed(f32x4.mul(sum, across)), <f32>0)
        if (p == 3) alpha = min(value, <f32>1)
        store<f32>(out + <usize>p * outPlane + (<usize>x << 2), min(value, p == 3 ? <f32>1 : alpha))
      }
    }
    out += outStride
  }
}
