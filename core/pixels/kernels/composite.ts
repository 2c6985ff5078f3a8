// Compositing by W3C Compositing and Blending Level 1. `b` is what lies beneath, `s` the source, both premultiplied.
// Equality tests of the standard use a tolerance of 1e-5, the same as the reference.

import { clearRow, copyRow } from './rows'

type V = v128
@inline function add(a: V, b: V): V { return f32x4.add(a, b) }
@inline function sub(a: V, b: V): V { return f32x4.sub(a, b) }
@inline function mul(a: V, b: V): V { return f32x4.mul(a, b) }
@inline function div(a: V, b: V): V { return f32x4.div(a, b) }
@inline function least(a: V, b: V): V { return f32x4.pmin(a, b) }
@inline function most(a: V, b: V): V { return f32x4.pmax(a, b) }
@inline function splat(v: f32): V { return f32x4.splat(v) }
@inline function pick(yes: V, no: V, mask: V): V { return v128.bitselect(yes, no, mask) }

const EPS: f32 = 1e-5

/**
 * The blended share αs·αb·B(cb, cs) of one channel, from premultiplied components: the standard's formulas multiplied
 * through by both alphas, so that only what divides in the formula itself divides here. `ib` is 1 ÷ αb, `a` is αs·αb.
 */
@inline function hardLight(s: V, b: V, as_: V, ab: V, a: V): V {
  const product = mul(s, b)
  const low = add(product, product)
  const other = mul(sub(as_, s), sub(ab, b))
  const high = sub(a, add(other, other))
  return pick(low, high, f32x4.le(add(s, s), as_))
}
@inline function softLight(s: V, b: V, as_: V, ab: V, ib: V): V {
  const cb = least(mul(b, ib), splat(1))
  const dLow = mul(add(mul(sub(mul(splat(16), cb), splat(12)), cb), splat(4)), cb)
  const d = pick(dLow, f32x4.sqrt(cb), f32x4.le(cb, splat(0.25)))
  const twice = sub(add(s, s), as_)
  const low = mul(b, add(as_, mul(twice, sub(splat(1), cb))))
  const high = add(mul(b, as_), mul(mul(twice, ab), sub(d, cb)))
  return pick(low, high, f32x4.le(twice, splat(0)))
}
@inline function dodge(s: V, b: V, as_: V, ab: V, a: V): V {
  const room = sub(as_, s)
  const full = f32x4.le(room, mul(as_, splat(EPS)))
  const v = least(a, div(mul(b, mul(as_, as_)), pick(splat(1), room, full)))
  return pick(splat(0), pick(a, v, full), f32x4.le(b, mul(ab, splat(EPS))))
}
@inline function burn(s: V, b: V, as_: V, ab: V, a: V): V {
  const none = f32x4.le(s, mul(as_, splat(EPS)))
  const v = sub(a, least(a, div(mul(sub(ab, b), mul(as_, as_)), pick(splat(1), s, none))))
  return pick(a, pick(splat(0), v, none), f32x4.ge(b, mul(ab, splat(1 - EPS))))
}

/** One channel of a separable mode; shortcuts where the formula allows. */
@inline function separable(mode: i32, b: V, s: V, ab: V, as_: V, ib: V): V {
  if (mode == 2) return sub(add(s, b), mul(s, b))
  if (mode == 10) {
    const m = least(mul(s, ab), mul(b, as_))
    return sub(add(s, b), add(m, m))
  }
  if (mode == 11) {
    const m = mul(s, b)
    return sub(add(s, b), add(m, m))
  }
  const rest = add(mul(s, sub(splat(1), ab)), mul(b, sub(splat(1), as_)))
  if (mode == 1) return add(rest, mul(s, b))
  if (mode == 4) return add(rest, least(mul(s, ab), mul(b, as_)))
  if (mode == 5) return add(rest, most(mul(s, ab), mul(b, as_)))
  const a = mul(as_, ab)
  if (mode == 3) return add(rest, hardLight(b, s, ab, as_, a))
  if (mode == 6) return add(rest, dodge(s, b, as_, ab, a))
  if (mode == 7) return add(rest, burn(s, b, as_, ab, a))
  if (mode == 8) return add(rest, hardLight(s, b, as_, ab, a))
  return add(rest, softLight(s, b, as_, ab, ib))
}

@inline function lum(r: V, g: V, b: V): V { return add(add(mul(r, splat(0.3)), mul(g, splat(0.59))), mul(b, splat(0.11))) }
@inline function max3(r: V, g: V, b: V): V { return most(r, most(g, b)) }
@inline function min3(r: V, g: V, b: V): V { return least(r, least(g, b)) }

let outR: V = f32x4.splat(0)
let outG: V = f32x4.splat(0)
let outB: V = f32x4.splat(0)

/** SetLum with ClipColor of the standard on colours times `a`, into outR, outG, outB. */
@inline function setLum(r: V, g: V, b: V, l: V, a: V, eps: V): void {
  const d = sub(l, lum(r, g, b))
  r = add(r, d); g = add(g, d); b = add(b, d)
  const lo = min3(r, g, b)
  const hi = max3(r, g, b)
  // Clipping from below gives l ÷ (l − lo), from above (a − l) ÷ (hi − l); where both are needed one after the other it
  // comes to the lesser of the two. Which that is is told without dividing, so that one division is enough.
  const under = f32x4.lt(lo, splat(0))
  const over = f32x4.gt(hi, a)
  const lowRoom = sub(l, lo)
  const highRoom = sub(hi, l)
  const top = sub(a, l)
  const low = v128.and(under, v128.or(v128.not(over), f32x4.le(mul(l, highRoom), mul(top, lowRoom))))
  const room = pick(lowRoom, pick(highRoom, splat(1), over), low)
  const k = div(pick(l, pick(top, splat(1), over), low), pick(room, splat(1), f32x4.gt(room, eps)))
  outR = add(l, mul(sub(r, l), k))
  outG = add(l, mul(sub(g, l), k))
  outB = add(l, mul(sub(b, l), k))
}

/** SetSat then SetLum. */
@inline function setSatLum(r: V, g: V, b: V, sat: V, l: V, a: V, eps: V): void {
  const lo = min3(r, g, b)
  const range = sub(max3(r, g, b), lo)
  const some = f32x4.gt(range, eps)
  const k = pick(div(sat, pick(range, splat(1), some)), splat(0), some)
  setLum(mul(sub(r, lo), k), mul(sub(g, lo), k), mul(sub(b, lo), k), l, a, eps)
}

/** The blended share of a non-separable mode; both colours are scaled to αs·αb first, so that nothing is straightened. */
@inline function nonSeparable(mode: i32, br: V, bg: V, bb: V, sr: V, sg: V, sb: V, a: V): void {
  const eps = mul(a, splat(EPS))
  if (mode == 12) setSatLum(sr, sg, sb, sub(max3(br, bg, bb), min3(br, bg, bb)), lum(br, bg, bb), a, eps)
  else if (mode == 13) setSatLum(br, bg, bb, sub(max3(sr, sg, sb), min3(sr, sg, sb)), lum(br, bg, bb), a, eps)
  else if (mode == 14) setLum(sr, sg, sb, lum(br, bg, bb), a, eps)
  else setLum(br, bg, bb, lum(sr, sg, sb), a, eps)
}

/** A channel of 8-bit pixels, as the copy of a picture makes it. */
@inline function premultiplied(c: V, k: V, level: V, unit: V): V { return mul(least(mul(f32x4.convert_i32x4_s(c), k), level), unit) }

/**
 * One row in one mode; `bytes` tells that the source is 8-bit RGBA, straight, and not planes. Both are constants at
 * every call, so that each is compiled on its own.
 */
@inline function row(mode: i32, bytes: i32, b: usize, s: usize, plane: usize, count: i32, opacity: V): void {
  const one = splat(1)
  const unit = splat(<f32>1 / 255)
  const low = i32x4.splat(255)
  for (let n: i32 = 0; n < count; n += 4) {
    const at = <usize>n << 2
    const px = bytes ? v128.load(s + at) : one
    const level = bytes ? f32x4.convert_i32x4_s(i32x4.shr_u(px, 24)) : one
    const as_ = mul(bytes ? mul(level, unit) : v128.load(s + at + 3 * plane), opacity)
    if (mode != 18 && mode != 20 && !v128.any_true(as_)) continue
    const ab = v128.load(b + at + 3 * plane)
    const k = bytes ? mul(level, unit) : one
    const sr = mul(bytes ? premultiplied(v128.and(px, low), k, level, unit) : v128.load(s + at), opacity)
    const sg = mul(bytes ? premultiplied(v128.and(i32x4.shr_u(px, 8), low), k, level, unit) : v128.load(s + at + plane), opacity)
    const sb = mul(bytes ? premultiplied(v128.and(i32x4.shr_u(px, 16), low), k, level, unit) : v128.load(s + at + 2 * plane), opacity)
    const br = v128.load(b + at)
    const bg = v128.load(b + at + plane)
    const bb = v128.load(b + at + 2 * plane)
    if (mode == 0) {
      const rest = sub(one, as_)
      v128.store(b + at, add(sr, mul(br, rest)))
      v128.store(b + at + plane, add(sg, mul(bg, rest)))
      v128.store(b + at + 2 * plane, add(sb, mul(bb, rest)))
    } else if (mode == 16) {
      v128.store(b + at, least(one, add(sr, br)))
      v128.store(b + at + plane, least(one, add(sg, bg)))
      v128.store(b + at + 2 * plane, least(one, add(sb, bb)))
      v128.store(b + at + 3 * plane, least(one, add(as_, ab)))
      continue
    } else if (mode > 16) {
      // Porter–Duff: co = s Fa + b Fb, with s and b premultiplied.
      const kb = mode == 18 || mode == 20 ? as_ : sub(one, as_)
      const ks = mode == 17 ? ab : mode == 20 ? sub(one, ab) : splat(0)
      v128.store(b + at, add(mul(sr, ks), mul(br, kb)))
      v128.store(b + at + plane, add(mul(sg, ks), mul(bg, kb)))
      v128.store(b + at + 2 * plane, add(mul(sb, ks), mul(bb, kb)))
      v128.store(b + at + 3 * plane, add(mul(as_, ks), mul(ab, kb)))
      continue
    } else if (mode >= 12) {
      nonSeparable(mode, mul(br, as_), mul(bg, as_), mul(bb, as_), mul(sr, ab), mul(sg, ab), mul(sb, ab), mul(as_, ab))
      const ks = sub(one, ab)
      const kb = sub(one, as_)
      v128.store(b + at, add(outR, add(mul(sr, ks), mul(br, kb))))
      v128.store(b + at + plane, add(outG, add(mul(sg, ks), mul(bg, kb))))
      v128.store(b + at + 2 * plane, add(outB, add(mul(sb, ks), mul(bb, kb))))
    } else {
      let ib = splat(0)
      if (mode == 9) {
        const there = f32x4.gt(ab, splat(1e-9))
        ib = pick(div(one, pick(ab, one, there)), splat(0), there)
      }
      v128.store(b + at, separable(mode, br, sr, ab, as_, ib))
      v128.store(b + at + plane, separable(mode, bg, sg, ab, as_, ib))
      v128.store(b + at + 2 * plane, separable(mode, bb, sb, ab, as_, ib))
    }
    v128.store(b + at + 3 * plane, add(as_, mul(ab, sub(one, as_))))
  }
}

/** Blends a rectangle of a source raster onto what lies beneath, in place. `count` floats a row, a multiple of 4. */
export function blendRect(b: usize, s: usize, plane: usize, stride: usize, count: i32, rows: i32, mode: i32, opacity: f32): void {
  const o = splat(opacity)
  for (let y: i32 = 0; y < rows; y++) {
    switch (mode) {
      case 0: row(0, 0, b, s, plane, count, o); break
      case 1: row(1, 0, b, s, plane, count, o); break
      case 2: row(2, 0, b, s, plane, count, o); break
      case 3: row(3, 0, b, s, plane, count, o); break
      case 4: row(4, 0, b, s, plane, count, o); break
      case 5: row(5, 0, b, s, plane, count, o); break
      case 6: row(6, 0, b, s, plane, count, o); break
      case 7: row(7, 0, b, s, plane, count, o); break
      case 8: row(8, 0, b, s, plane, count, o); break
      case 9: row(9, 0, b, s, plane, count, o); break
      case 10: row(10, 0, b, s, plane, count, o); break
      case 11: row(11, 0, b, s, plane, count, o); break
      case 12: row(12, 0, b, s, plane, count, o); break
      case 13: row(13, 0, b, s, plane, count, o); break
      case 14: row(14, 0, b, s, plane, count, o); break
      case 15: row(15, 0, b, s, plane, count, o); break
      case 16: row(16, 0, b, s, plane, count, o); break
      case 17: row(17, 0, b, s, plane, count, o); break
      case 18: row(18, 0, b, s, plane, count, o); break
      case 19: row(19, 0, b, s, plane, count, o); break
      default: row(20, 0, b, s, plane, count, o)
    }
    b += stride
    s += stride
  }
}

/**
 * The same straight from an 8-bit RGBA picture that lies on the grid at 100 %, its corner at (x, y) of the source: the
 * bits that copying it and blending the copy give, in one step. The whole rectangle lies within the source.
 */
export function blendPicture(b: usize, plane: usize, stride: usize, count: i32, rows: i32, source: usize, width: i32, x: i32, y: i32, mode: i32, opacity: f32): void {
  const o = splat(opacity)
  let s = source + (<usize>(y * width + x) << 2)
  for (let j: i32 = 0; j < rows; j++) {
    switch (mode) {
      case 0: row(0, 1, b, s, plane, count, o); break
      case 1: row(1, 1, b, s, plane, count, o); break
      case 2: row(2, 1, b, s, plane, count, o); break
      case 3: row(3, 1, b, s, plane, count, o); break
      case 4: row(4, 1, b, s, plane, count, o); break
      case 5: row(5, 1, b, s, plane, count, o); break
      case 6: row(6, 1, b, s, plane, count, o); break
      case 7: row(7, 1, b, s, plane, count, o); break
      case 8: row(8, 1, b, s, plane, count, o); break
      case 9: row(9, 1, b, s, plane, count, o); break
      case 10: row(10, 1, b, s, plane, count, o); break
      case 11: row(11, 1, b, s, plane, count, o); break
      case 12: row(12, 1, b, s, plane, count, o); break
      case 13: row(13, 1, b, s, plane, count, o); break
      case 14: row(14, 1, b, s, plane, count, o); break
      case 15: row(15, 1, b, s, plane, count, o); break
      case 16: row(16, 1, b, s, plane, count, o); break
      case 17: row(17, 1, b, s, plane, count, o); break
      case 18: row(18, 1, b, s, plane, count, o); break
      case 19: row(19, 1, b, s, plane, count, o); break
      default: row(20, 1, b, s, plane, count, o)
    }
    b += stride
    s += <usize>width << 2
  }
}

/** All four planes of a rectangle to zero. */
export function clearRect(b: usize, plane: usize, stride: usize, count: i32, rows: i32): void {
  for (let y: i32 = 0; y < rows; y++) {
    for (let k: usize = 0; k < 4; k++) clearRow(b + k * plane, count)
    b += stride
  }
}

export function copyRect(to: usize, from: usize, plane: usize, stride: usize, count: i32, rows: i32): void {
  for (let y: i32 = 0; y < rows; y++) {
    for (let k: usize = 0; k < 4; k++) copyRow(to + k * plane, from + k * plane, count)
    to += stride
    from += stride
  }
}

/**
 * Keeps a blend within a holder's coverage: `source-atop` (Compositing and Blending 1, §9.1.10) for a backdrop `b` whose
 * coverage is `cover`, though its own alpha may be less. `r` is the backdrop with the source blended on, `sa` the source's
 * alpha plane. With co = αs·C·Cs' + (1 − αs)·b and r = αs·Cs' + (1 − αs)·b: co = C·r + (1 − C)·(1 − αs)·b.
 */
export function withinRect(r: usize, b: usize, cover: usize, sa: usize, plane: usize, stride: usize, count: i32, rows: i32, opacity: f32): void {
  const o = splat(opacity)
  const one = splat(1)
  for (let y: i32 = 0; y < rows; y++) {
    for (let n: i32 = 0; n < count; n += 4) {
      const at = <usize>n << 2
      const c = v128.load(cover + at)
      const rest = mul(sub(one, c), sub(one, mul(v128.load(sa + at), o)))
      for (let p: usize = 0; p < 4; p++) {
        const k = at + p * plane
        v128.store(r + k, add(mul(c, v128.load(r + k)), mul(rest, v128.load(b + k))))
      }
    }
    r += stride
    b += stride
    cover += stride
    sa += stride
  }
}

/** All planes times a number. */
export function scaleRect(b: usize, plane: usize, stride: usize, count: i32, rows: i32, by: f32): void {
  const k = splat(by)
  for (let y: i32 = 0; y < rows; y++) {
    for (let p: usize = 0; p < 4; p++)
      for (let n: i32 = 0; n < count; n += 4) {
        const at = b + p * plane + (<usize>n << 2)
        v128.store(at, mul(v128.load(at), k))
      }
    b += stride
  }
}

/** b + (s − b) × share: an open group's strength between what lies beneath it and its members blended through. */
export function mixRect(b: usize, s: usize, plane: usize, stride: usize, count: i32, rows: i32, share: f32): void {
  const k = splat(share)
  for (let y: i32 = 0; y < rows; y++) {
    for (let p: usize = 0; p < 4; p++)
      for (let n: i32 = 0; n < count; n += 4) {
        const at = p * plane + (<usize>n << 2)
        const base = v128.load(b + at)
        v128.store(b + at, add(base, mul(sub(v128.load(s + at), base), k)))
      }
    b += stride
    s += stride
  }
}
