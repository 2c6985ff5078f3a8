// Compositing by W3C Compositing and Blending Level 1. `b` is what lies beneath, `s` the source, both premultiplied.
// Equality tests of the standard use a tolerance of 1e-5, the same as the reference.

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

/** Straight colour of a premultiplied one; 0 where nothing is there. */
@inline function straight(c: V, a: V): V {
  const there = f32x4.gt(a, splat(1e-9))
  return pick(least(div(c, pick(a, splat(1), there)), splat(1)), splat(0), there)
}
@inline function hardLight(cb: V, cs: V): V {
  const twice = add(cs, cs)
  const low = mul(cb, twice)
  const high = sub(add(cb, sub(twice, splat(1))), mul(cb, sub(twice, splat(1))))
  return pick(low, high, f32x4.le(cs, splat(0.5)))
}
@inline function softLight(cb: V, cs: V): V {
  const dLow = mul(add(mul(sub(mul(splat(16), cb), splat(12)), cb), splat(4)), cb)
  const d = pick(dLow, f32x4.sqrt(cb), f32x4.le(cb, splat(0.25)))
  const twice = sub(add(cs, cs), splat(1))
  const low = add(cb, mul(twice, mul(cb, sub(splat(1), cb))))
  const high = add(cb, mul(twice, sub(d, cb)))
  return pick(low, high, f32x4.le(cs, splat(0.5)))
}
@inline function dodge(cb: V, cs: V): V {
  const room = sub(splat(1), cs)
  const full = f32x4.le(room, splat(EPS))
  const v = least(splat(1), div(cb, pick(splat(1), room, full)))
  return pick(splat(0), pick(splat(1), v, full), f32x4.le(cb, splat(EPS)))
}
@inline function burn(cb: V, cs: V): V {
  const none = f32x4.le(cs, splat(EPS))
  const v = sub(splat(1), least(splat(1), div(sub(splat(1), cb), pick(splat(1), cs, none))))
  return pick(splat(1), pick(splat(0), v, none), f32x4.ge(cb, splat(1 - EPS)))
}

/** One channel of a separable mode; premultiplied shortcuts where the formula allows. */
@inline function separable(mode: i32, b: V, s: V, ab: V, as_: V): V {
  const rest = add(mul(s, sub(splat(1), ab)), mul(b, sub(splat(1), as_)))
  if (mode == 1) return add(rest, mul(s, b))
  if (mode == 2) return sub(add(s, b), mul(s, b))
  if (mode == 4) return add(rest, least(mul(s, ab), mul(b, as_)))
  if (mode == 5) return add(rest, most(mul(s, ab), mul(b, as_)))
  if (mode == 10) {
    const m = least(mul(s, ab), mul(b, as_))
    return sub(add(s, b), add(m, m))
  }
  if (mode == 11) {
    const m = mul(s, b)
    return sub(add(s, b), add(m, m))
  }
  const cb = straight(b, ab)
  const cs = straight(s, as_)
  let v: V = cs
  if (mode == 3) v = hardLight(cs, cb)
  else if (mode == 6) v = dodge(cb, cs)
  else if (mode == 7) v = burn(cb, cs)
  else if (mode == 8) v = hardLight(cb, cs)
  else v = softLight(cb, cs)
  return add(rest, mul(mul(as_, ab), v))
}

@inline function lum(r: V, g: V, b: V): V { return add(add(mul(r, splat(0.3)), mul(g, splat(0.59))), mul(b, splat(0.11))) }
@inline function max3(r: V, g: V, b: V): V { return most(r, most(g, b)) }
@inline function min3(r: V, g: V, b: V): V { return least(r, least(g, b)) }

let outR: V = f32x4.splat(0)
let outG: V = f32x4.splat(0)
let outB: V = f32x4.splat(0)

/** SetLum with ClipColor of the standard, into outR, outG, outB. */
@inline function setLum(r: V, g: V, b: V, l: V): void {
  const d = sub(l, lum(r, g, b))
  r = add(r, d); g = add(g, d); b = add(b, d)
  const lo = min3(r, g, b)
  const hi = max3(r, g, b)
  const L = lum(r, g, b)
  const under = f32x4.lt(lo, splat(0))
  const lowRoom = sub(L, lo)
  const kLow = div(L, pick(lowRoom, splat(1), f32x4.gt(lowRoom, splat(EPS))))
  r = pick(add(L, mul(sub(r, L), kLow)), r, under)
  g = pick(add(L, mul(sub(g, L), kLow)), g, under)
  b = pick(add(L, mul(sub(b, L), kLow)), b, under)
  const over = f32x4.gt(hi, splat(1))
  const highRoom = sub(hi, L)
  const kHigh = div(sub(splat(1), L), pick(highRoom, splat(1), f32x4.gt(highRoom, splat(EPS))))
  outR = pick(add(L, mul(sub(r, L), kHigh)), r, over)
  outG = pick(add(L, mul(sub(g, L), kHigh)), g, over)
  outB = pick(add(L, mul(sub(b, L), kHigh)), b, over)
}

/** SetSat then SetLum. */
@inline function setSatLum(r: V, g: V, b: V, sat: V, l: V): void {
  const lo = min3(r, g, b)
  const range = sub(max3(r, g, b), lo)
  const some = f32x4.gt(range, splat(EPS))
  const k = pick(div(sat, pick(range, splat(1), some)), splat(0), some)
  setLum(mul(sub(r, lo), k), mul(sub(g, lo), k), mul(sub(b, lo), k), l)
}

@inline function nonSeparable(mode: i32, br: V, bg: V, bb: V, sr: V, sg: V, sb: V): void {
  if (mode == 12) setSatLum(sr, sg, sb, sub(max3(br, bg, bb), min3(br, bg, bb)), lum(br, bg, bb))
  else if (mode == 13) setSatLum(br, bg, bb, sub(max3(sr, sg, sb), min3(sr, sg, sb)), lum(br, bg, bb))
  else if (mode == 14) setLum(sr, sg, sb, lum(br, bg, bb))
  else setLum(br, bg, bb, lum(sr, sg, sb))
}

/** One row in one mode: the mode is a constant at every call, so that each is compiled on its own. */
@inline function row(mode: i32, b: usize, s: usize, plane: usize, count: i32, opacity: V): void {
  const one = splat(1)
  for (let n: i32 = 0; n < count; n += 4) {
    const at = <usize>n << 2
    const as_ = mul(v128.load(s + at + 3 * plane), opacity)
    if (!v128.any_true(as_)) continue
    const ab = v128.load(b + at + 3 * plane)
    const sr = mul(v128.load(s + at), opacity)
    const sg = mul(v128.load(s + at + plane), opacity)
    const sb = mul(v128.load(s + at + 2 * plane), opacity)
    const br = v128.load(b + at)
    const bg = v128.load(b + at + plane)
    const bb = v128.load(b + at + 2 * plane)
    if (mode == 0) {
      const k = sub(one, as_)
      v128.store(b + at, add(sr, mul(br, k)))
      v128.store(b + at + plane, add(sg, mul(bg, k)))
      v128.store(b + at + 2 * plane, add(sb, mul(bb, k)))
    } else if (mode == 16) {
      v128.store(b + at, least(one, add(sr, br)))
      v128.store(b + at + plane, least(one, add(sg, bg)))
      v128.store(b + at + 2 * plane, least(one, add(sb, bb)))
      v128.store(b + at + 3 * plane, least(one, add(as_, ab)))
      continue
    } else if (mode >= 12) {
      nonSeparable(mode, straight(br, ab), straight(bg, ab), straight(bb, ab), straight(sr, as_), straight(sg, as_), straight(sb, as_))
      const both = mul(as_, ab)
      const ks = sub(one, ab)
      const kb = sub(one, as_)
      v128.store(b + at, add(mul(both, outR), add(mul(sr, ks), mul(br, kb))))
      v128.store(b + at + plane, add(mul(both, outG), add(mul(sg, ks), mul(bg, kb))))
      v128.store(b + at + 2 * plane, add(mul(both, outB), add(mul(sb, ks), mul(bb, kb))))
    } else {
      v128.store(b + at, separable(mode, br, sr, ab, as_))
      v128.store(b + at + plane, separable(mode, bg, sg, ab, as_))
      v128.store(b + at + 2 * plane, separable(mode, bb, sb, ab, as_))
    }
    v128.store(b + at + 3 * plane, add(as_, mul(ab, sub(one, as_))))
  }
}

/** Blends a rectangle of a source raster onto what lies beneath, in place. `count` floats a row, a multiple of 4. */
export function blendRect(b: usize, s: usize, plane: usize, stride: usize, count: i32, rows: i32, mode: i32, opacity: f32): void {
  const o = splat(opacity)
  for (let y: i32 = 0; y < rows; y++) {
    switch (mode) {
      case 0: row(0, b, s, plane, count, o); break
      case 1: row(1, b, s, plane, count, o); break
      case 2: row(2, b, s, plane, count, o); break
      case 3: row(3, b, s, plane, count, o); break
      case 4: row(4, b, s, plane, count, o); break
      case 5: row(5, b, s, plane, count, o); break
      case 6: row(6, b, s, plane, count, o); break
      case 7: row(7, b, s, plane, count, o); break
      case 8: row(8, b, s, plane, count, o); break
      case 9: row(9, b, s, plane, count, o); break
      case 10: row(10, b, s, plane, count, o); break
      case 11: row(11, b, s, plane, count, o); break
      case 12: row(12, b, s, plane, count, o); break
      case 13: row(13, b, s, plane, count, o); break
      case 14: row(14, b, s, plane, count, o); break
      case 15: row(15, b, s, plane, count, o); break
      default: row(16, b, s, plane, count, o)
    }
    b += stride
    s += stride
  }
}

/** All four planes of a rectangle to zero. */
export function clearRect(b: usize, plane: usize, stride: usize, count: i32, rows: i32): void {
  for (let y: i32 = 0; y < rows; y++) {
    for (let k: usize = 0; k < 4; k++) memory.fill(b + k * plane, 0, <usize>count << 2)
    b += stride
  }
}

export function copyRect(to: usize, from: usize, plane: usize, stride: usize, count: i32, rows: i32): void {
  for (let y: i32 = 0; y < rows; y++) {
    for (let k: usize = 0; k < 4; k++) memory.copy(to + k * plane, from + k * plane, <usize>count << 2)
    to += stride
    from += stride
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
