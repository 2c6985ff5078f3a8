// Treatments of single pixels. Rasters are premultiplied; what is computed here is computed on straight components.
// Tables have 1021 floats from 0 to 1, read linearly: values of 8 bits lie on entries.
import { hash } from './hash'

@inline function read(table: usize, v: f32): f32 {
  const t = min(max(v, <f32>0), <f32>1) * 1020
  const i = min(<i32>t, 1019)
  const at = table + (<usize>i << 2)
  const low = load<f32>(at)
  return low + (load<f32>(at + 4) - low) * (t - <f32>i)
}
@inline function unit(v: f32): f32 {
  return min(max(v, <f32>0), <f32>1)
}
@inline function putBack(at: usize, plane: usize, alpha: f32, r: f32, g: f32, b: f32): void {
  store<f32>(at, unit(r) * alpha)
  store<f32>(at + plane, unit(g) * alpha)
  store<f32>(at + 2 * plane, unit(b) * alpha)
}
@inline function unit4(v: v128): v128 {
  return f32x4.pmin(f32x4.splat(1), f32x4.pmax(f32x4.splat(0), v))
}
/** What a table has for four values: two neighbours of each, and what lies between. */
@inline function read4(table: usize, v: v128): v128 {
  const t = f32x4.mul(unit4(v), f32x4.splat(1020))
  const i = i32x4.min_s(i32x4.trunc_sat_f32x4_s(t), i32x4.splat(1019))
  const share = f32x4.sub(t, f32x4.convert_i32x4_s(i))
  const a = v128.load64_zero(table + (<usize>i32x4.extract_lane(i, 0) << 2))
  const b = v128.load64_zero(table + (<usize>i32x4.extract_lane(i, 1) << 2))
  const c = v128.load64_zero(table + (<usize>i32x4.extract_lane(i, 2) << 2))
  const d = v128.load64_zero(table + (<usize>i32x4.extract_lane(i, 3) << 2))
  const ab = v128.shuffle<f32>(a, b, 0, 4, 1, 5)
  const cd = v128.shuffle<f32>(c, d, 0, 4, 1, 5)
  const low = v128.shuffle<f64>(ab, cd, 0, 2)
  const high = v128.shuffle<f64>(ab, cd, 1, 3)
  return f32x4.add(low, f32x4.mul(f32x4.sub(high, low), share))
}
@inline function straight(alpha: v128): v128 {
  return f32x4.div(f32x4.splat(1), f32x4.pmax(f32x4.splat(1e-20), alpha))
}
@inline function row4(m: usize, r: v128, g: v128, b: v128): v128 {
  return f32x4.add(
    f32x4.add(f32x4.mul(r, v128.load32_splat(m)), f32x4.mul(g, v128.load32_splat(m, 4))),
    f32x4.add(f32x4.mul(b, v128.load32_splat(m, 8)), v128.load32_splat(m, 12)),
  )
}

/** Three tables, a matrix of 3 × 4 and three tables again, in this order; 0 for any that is not wanted. Rows in fours of px. */
export function shapeRect(out: usize, plane: usize, stride: usize, count: i32, rows: i32, before: usize, matrix: usize, after: usize): void {
  for (let y: i32 = 0; y < rows; y++) {
    for (let n: i32 = 0; n < count; n += 4) {
      const at = out + (<usize>n << 2)
      const alpha = v128.load(at + 3 * plane)
      if (!v128.any_true(alpha)) continue
      const k = straight(alpha)
      let r = f32x4.mul(v128.load(at), k)
      let g = f32x4.mul(v128.load(at + plane), k)
      let b = f32x4.mul(v128.load(at + 2 * plane), k)
      if (before) {
        r = read4(before, r)
        g = read4(before + 4084, g)
        b = read4(before + 8168, b)
      }
      if (matrix) {
        const u = row4(matrix, r, g, b)
        const v = row4(matrix + 16, r, g, b)
        b = row4(matrix + 32, r, g, b)
        r = u
        g = v
      }
      if (after) {
        r = read4(after, r)
        g = read4(after + 4084, g)
        b = read4(after + 8168, b)
      }
      v128.store(at, f32x4.mul(unit4(r), alpha))
      v128.store(at + plane, f32x4.mul(unit4(g), alpha))
      v128.store(at + 2 * plane, f32x4.mul(unit4(b), alpha))
    }
    out += stride
  }
}

/** Four colours of four components each become four of each component. */
@inline function putFour(at: usize, plane: usize, alpha: v128, a: v128, b: v128, c: v128, d: v128): void {
  const ab = v128.shuffle<f32>(a, b, 0, 4, 1, 5)
  const cd = v128.shuffle<f32>(c, d, 0, 4, 1, 5)
  v128.store(at, f32x4.mul(unit4(v128.shuffle<f64>(ab, cd, 0, 2)), alpha))
  v128.store(at + plane, f32x4.mul(unit4(v128.shuffle<f64>(ab, cd, 1, 3)), alpha))
  const rest = v128.shuffle<f64>(v128.shuffle<f32>(a, b, 2, 6, 3, 7), v128.shuffle<f32>(c, d, 2, 6, 3, 7), 0, 2)
  v128.store(at + 2 * plane, f32x4.mul(unit4(rest), alpha))
}
@inline function fourth(a: v128, b: v128, c: v128, d: v128): v128 {
  return v128.shuffle<f64>(v128.shuffle<f32>(a, b, 2, 6, 3, 7), v128.shuffle<f32>(c, d, 2, 6, 3, 7), 1, 3)
}
@inline function entry(table: usize, i: i32, share: f32): v128 {
  const from = table + (<usize>i << 4)
  const low = v128.load(from)
  return f32x4.add(low, f32x4.mul(f32x4.sub(v128.load(from, 16), low), f32x4.splat(share)))
}

/** The colour that a table of 1021 straight RGBA has for the luma of ITU-R BT.709, of encoded values. Rows in fours of px. */
export function mapLight(out: usize, plane: usize, stride: usize, count: i32, rows: i32, table: usize): void {
  for (let y: i32 = 0; y < rows; y++) {
    for (let n: i32 = 0; n < count; n += 4) {
      const at = out + (<usize>n << 2)
      const alpha = v128.load(at + 3 * plane)
      if (!v128.any_true(alpha)) continue
      const light = f32x4.add(
        f32x4.add(f32x4.mul(v128.load(at), f32x4.splat(0.2126)), f32x4.mul(v128.load(at + plane), f32x4.splat(0.7152))),
        f32x4.mul(v128.load(at + 2 * plane), f32x4.splat(0.0722)),
      )
      const t = f32x4.mul(unit4(f32x4.mul(light, straight(alpha))), f32x4.splat(1020))
      const i = i32x4.min_s(i32x4.trunc_sat_f32x4_s(t), i32x4.splat(1019))
      const share = f32x4.sub(t, f32x4.convert_i32x4_s(i))
      const a = entry(table, i32x4.extract_lane(i, 0), f32x4.extract_lane(share, 0))
      const b = entry(table, i32x4.extract_lane(i, 1), f32x4.extract_lane(share, 1))
      const c = entry(table, i32x4.extract_lane(i, 2), f32x4.extract_lane(share, 2))
      const d = entry(table, i32x4.extract_lane(i, 3), f32x4.extract_lane(share, 3))
      const cover = f32x4.mul(alpha, fourth(a, b, c, d))
      putFour(at, plane, cover, a, b, c, d)
      v128.store(at + 3 * plane, cover)
    }
    out += stride
  }
}

@inline function inTetrahedron(at: usize, first: i32, second: i32, last: usize, a: f32, b: f32, c: f32, d: f32): v128 {
  return f32x4.add(
    f32x4.add(f32x4.mul(v128.load(at), f32x4.splat(a)), f32x4.mul(v128.load(at + <usize>first), f32x4.splat(b))),
    f32x4.add(f32x4.mul(v128.load(at + <usize>second), f32x4.splat(c)), f32x4.mul(v128.load(at + last), f32x4.splat(d))),
  )
}
/** A cube of side³ colours of four floats, the first channel changing fastest, read within tetrahedra. Rows in fours of px. */
export function mapCube(out: usize, plane: usize, stride: usize, count: i32, rows: i32, table: usize, side: i32): void {
  const last = f32x4.splat(<f32>(side - 1))
  const most = i32x4.splat(side - 2)
  const stepG = side << 4
  const stepB = (side * side) << 4
  const all: i32 = 16 + stepG + stepB
  const onR = i32x4.splat(16)
  const onG = i32x4.splat(stepG)
  const onB = i32x4.splat(stepB)
  for (let y: i32 = 0; y < rows; y++) {
    for (let n: i32 = 0; n < count; n += 4) {
      const at = out + (<usize>n << 2)
      const alpha = v128.load(at + 3 * plane)
      if (!v128.any_true(alpha)) continue
      const k = straight(alpha)
      const r = f32x4.mul(unit4(f32x4.mul(v128.load(at), k)), last)
      const g = f32x4.mul(unit4(f32x4.mul(v128.load(at + plane), k)), last)
      const b = f32x4.mul(unit4(f32x4.mul(v128.load(at + 2 * plane), k)), last)
      const i = i32x4.min_s(i32x4.trunc_sat_f32x4_s(r), most)
      const j = i32x4.min_s(i32x4.trunc_sat_f32x4_s(g), most)
      const l = i32x4.min_s(i32x4.trunc_sat_f32x4_s(b), most)
      const u = f32x4.sub(r, f32x4.convert_i32x4_s(i))
      const v = f32x4.sub(g, f32x4.convert_i32x4_s(j))
      const w = f32x4.sub(b, f32x4.convert_i32x4_s(l))
      // From the dark corner to the light one along the sides in the order of the fractions.
      const uv = f32x4.ge(u, v)
      const uw = f32x4.ge(u, w)
      const vw = f32x4.ge(v, w)
      const greatest = f32x4.pmax(f32x4.pmax(u, v), w)
      const least = f32x4.pmin(f32x4.pmin(u, v), w)
      const middle = f32x4.sub(f32x4.sub(f32x4.add(f32x4.add(u, v), w), greatest), least)
      const first = v128.bitselect(onR, v128.bitselect(onG, onB, vw), v128.and(uv, uw))
      // The last step is along the side whose fraction is least: blue where both others are as great, else green, else red.
      const away = v128.bitselect(onB, v128.bitselect(onG, onR, uv), v128.and(uw, vw))
      const second = i32x4.sub(i32x4.splat(all), away)
      const from = i32x4.add(i32x4.add(i32x4.shl(i, 4), i32x4.mul(j, onG)), i32x4.mul(l, onB))
      const p0 = f32x4.sub(f32x4.splat(1), greatest)
      const p1 = f32x4.sub(greatest, middle)
      const p2 = f32x4.sub(middle, least)
      const one = inTetrahedron(table + <usize>i32x4.extract_lane(from, 0), i32x4.extract_lane(first, 0), i32x4.extract_lane(second, 0), all, f32x4.extract_lane(p0, 0), f32x4.extract_lane(p1, 0), f32x4.extract_lane(p2, 0), f32x4.extract_lane(least, 0))
      const two = inTetrahedron(table + <usize>i32x4.extract_lane(from, 1), i32x4.extract_lane(first, 1), i32x4.extract_lane(second, 1), all, f32x4.extract_lane(p0, 1), f32x4.extract_lane(p1, 1), f32x4.extract_lane(p2, 1), f32x4.extract_lane(least, 1))
      const three = inTetrahedron(table + <usize>i32x4.extract_lane(from, 2), i32x4.extract_lane(first, 2), i32x4.extract_lane(second, 2), all, f32x4.extract_lane(p0, 2), f32x4.extract_lane(p1, 2), f32x4.extract_lane(p2, 2), f32x4.extract_lane(least, 2))
      const four = inTetrahedron(table + <usize>i32x4.extract_lane(from, 3), i32x4.extract_lane(first, 3), i32x4.extract_lane(second, 3), all, f32x4.extract_lane(p0, 3), f32x4.extract_lane(p1, 3), f32x4.extract_lane(p2, 3), f32x4.extract_lane(least, 3))
      putFour(at, plane, alpha, one, two, three, four)
    }
    out += stride
  }
}

@inline function splat(v: f32): v128 {
  return f32x4.splat(v)
}
/** x times a plus b. */
@inline function line(x: v128, a: v128, b: f32): v128 {
  return f32x4.add(f32x4.mul(x, a), f32x4.splat(b))
}
/** Encoded sRGB made linear: below 0.04045 its straight part, above a polynomial that differs as encoded by at most 5e-5, a hundredth of a level. */
@inline function decoded4(v: v128): v128 {
  let p = line(v, splat(0.0872824172), -0.307377753)
  p = line(p, v, 0.667160823)
  p = line(p, v, 0.519381872)
  p = line(p, v, 0.0327460956)
  p = line(p, v, 0.000916889926)
  return v128.bitselect(f32x4.mul(v, splat(0.07739938)), p, f32x4.le(v, splat(0.04045)))
}
/** Linear light encoded: a polynomial in its fourth root, which differs by at most 3.5e-5; cut to 0 and 1. */
@inline function encoded4(light: v128): v128 {
  const v = unit4(light)
  const q = f32x4.sqrt(f32x4.sqrt(v))
  let p = line(q, splat(0.0813299699), -0.335501587)
  p = line(p, q, 1.12268169)
  p = line(p, q, 0.196135823)
  p = line(p, q, -0.0646115297)
  return v128.bitselect(f32x4.mul(v, splat(12.92)), p, f32x4.le(v, splat(0.0031308)))
}
/**
 * Cube roots: a third of the bits is a first guess, whose cube is within 10 %; a cubic in what it is off gives the rest to 5e-7
 * (Chebyshev interpolation of the root there).
 */
@inline function cubeRoots(v: v128): v128 {
  let third = i32x4.add(i32x4.shr_s(v, 2), i32x4.shr_s(v, 4))
  third = i32x4.add(third, i32x4.shr_s(third, 4))
  third = i32x4.add(third, i32x4.shr_s(third, 8))
  const t = i32x4.add(third, i32x4.splat(709977077))
  const off = f32x4.sub(f32x4.div(v, f32x4.mul(f32x4.mul(t, t), t)), splat(1))
  let p = line(off, splat(0.061956034), -0.111477006)
  p = line(p, off, 0.333333217)
  p = line(p, off, 1.000000405)
  return v128.and(f32x4.mul(t, p), f32x4.gt(v, splat(0)))
}
@inline function mixed(a: v128, x: f32, b: v128, y: f32, c: v128, z: f32): v128 {
  return f32x4.add(f32x4.add(f32x4.mul(a, splat(x)), f32x4.mul(b, splat(y))), f32x4.mul(c, splat(z)))
}

/**
 * In OKLab (B. Ottosson, 2020): lightness times `p[6]` plus `p[7]`; a, b through the matrix p[0..3], plus p[4], p[5].
 * With a tolerance p[11] of 0 or more only as far as a colour is like L, a, b = p[8..10]: wholly within the tolerance, not at
 * all p[12] beyond it; lightness counts p[13] times. Beyond the gamut components are cut. Rows in fours of px.
 */
export function oklabRect(out: usize, plane: usize, stride: usize, count: i32, rows: i32, p: usize): void {
  const tolerance = load<f32>(p, 44)
  const fade: f32 = 1 / max(load<f32>(p, 48), <f32>0.0001)
  const lightly = load<f32>(p, 52)
  const zero = splat(0)
  const one = splat(1)
  for (let y: i32 = 0; y < rows; y++) {
    for (let n: i32 = 0; n < count; n += 4) {
      const at = out + (<usize>n << 2)
      const alpha = v128.load(at + 3 * plane)
      if (!v128.any_true(f32x4.gt(alpha, zero))) continue
      // Most of a picture is opaque.
      let red = v128.load(at)
      let green = v128.load(at + plane)
      let blue = v128.load(at + 2 * plane)
      if (!i32x4.all_true(f32x4.ge(alpha, one))) {
        const k = straight(alpha)
        red = unit4(f32x4.mul(red, k))
        green = unit4(f32x4.mul(green, k))
        blue = unit4(f32x4.mul(blue, k))
      }
      const r = decoded4(red)
      const g = decoded4(green)
      const bl = decoded4(blue)
      const l = cubeRoots(mixed(r, 0.4122214708, g, 0.5363325363, bl, 0.0514459929))
      const m = cubeRoots(mixed(r, 0.2119034982, g, 0.6806995451, bl, 0.1073969566))
      const s = cubeRoots(mixed(r, 0.0883024619, g, 0.2817188376, bl, 0.6299787005))
      const L = mixed(l, 0.2104542553, m, 0.793617785, s, -0.0040720468)
      const a = mixed(l, 1.9779984951, m, -2.428592205, s, 0.4505937099)
      const b = mixed(l, 0.0259040371, m, 0.7827717662, s, -0.808675766)
      let share = one
      if (tolerance >= 0) {
        const dl = f32x4.mul(f32x4.sub(L, splat(load<f32>(p, 32))), splat(lightly))
        const da = f32x4.sub(a, splat(load<f32>(p, 36)))
        const db = f32x4.sub(b, splat(load<f32>(p, 40)))
        const far = f32x4.sqrt(f32x4.add(f32x4.add(f32x4.mul(dl, dl), f32x4.mul(da, da)), f32x4.mul(db, db)))
        share = unit4(f32x4.sub(one, f32x4.mul(f32x4.sub(far, splat(tolerance)), splat(fade))))
        if (!v128.any_true(f32x4.gt(share, zero))) continue
      }
      const L2 = line(L, splat(load<f32>(p, 24)), load<f32>(p, 28))
      const a2 = f32x4.add(f32x4.add(f32x4.mul(a, splat(load<f32>(p))), f32x4.mul(b, splat(load<f32>(p, 4)))), splat(load<f32>(p, 16)))
      const b2 = f32x4.add(f32x4.add(f32x4.mul(a, splat(load<f32>(p, 8))), f32x4.mul(b, splat(load<f32>(p, 12)))), splat(load<f32>(p, 20)))
      const l1 = mixed(L2, 1, a2, 0.3963377774, b2, 0.2158037573)
      const m1 = mixed(L2, 1, a2, -0.1055613458, b2, -0.0638541728)
      const s1 = mixed(L2, 1, a2, -0.0894841775, b2, -1.291485548)
      const l3 = f32x4.mul(f32x4.mul(l1, l1), l1)
      const m3 = f32x4.mul(f32x4.mul(m1, m1), m1)
      const s3 = f32x4.mul(f32x4.mul(s1, s1), s1)
      const r2 = encoded4(mixed(l3, 4.0767416621, m3, -3.3077115913, s3, 0.2309699292))
      const g2 = encoded4(mixed(l3, -1.2684380046, m3, 2.6097574011, s3, -0.3413193965))
      const b3 = encoded4(mixed(l3, -0.0041960863, m3, -0.7034186147, s3, 1.707614701))
      if (tolerance < 0) {
        v128.store(at, f32x4.mul(alpha, r2))
        v128.store(at + plane, f32x4.mul(alpha, g2))
        v128.store(at + 2 * plane, f32x4.mul(alpha, b3))
        continue
      }
      v128.store(at, f32x4.mul(alpha, f32x4.add(red, f32x4.mul(f32x4.sub(r2, red), share))))
      v128.store(at + plane, f32x4.mul(alpha, f32x4.add(green, f32x4.mul(f32x4.sub(g2, green), share))))
      v128.store(at + 2 * plane, f32x4.mul(alpha, f32x4.add(blue, f32x4.mul(f32x4.sub(b3, blue), share))))
    }
    out += stride
  }
}

/** Of mean 0 and standard deviation 1: four even values summed. */
@inline function bell(x: i32, y: i32, seed: i32): f32 {
  return (hash(x, y, seed) + hash(x, y, seed + 101) + hash(x, y, seed + 202) + hash(x, y, seed + 303) - 2) * 1.7320508
}

/**
 * Adds grain of a standard deviation of `amount` to what is covered. A grain is a square of `size` px of the master; the px
 * (left + n, top + y) of the view is `step` px of the master wide and shows the mean of what lies in it. `colours`: each
 * channel its own.
 */
export function grainRect(out: usize, plane: usize, stride: usize, count: i32, rows: i32, left: i32, top: i32, step: f32, size: f32, amount: f32, colours: i32, seed: i32): void {
  const across = step / size
  const samples = <i32>min(max(ceil<f32>(across), <f32>1), <f32>4)
  // More grains in a px than are looked at: their mean is as much nearer to nothing.
  const weak: f32 = amount * min(<f32>1, <f32>samples / max(across, <f32>0.0001)) / <f32>(samples * samples)
  for (let y: i32 = 0; y < rows; y++) {
    for (let n: i32 = 0; n < count; n++) {
      const at = out + (<usize>n << 2)
      const alpha = load<f32>(at + 3 * plane)
      if (alpha <= 0) continue
      let a: f32 = 0, b: f32 = 0, c: f32 = 0
      for (let v: i32 = 0; v < samples; v++)
        for (let u: i32 = 0; u < samples; u++) {
          const gx = <i32>floor<f32>((<f32>(left + n) + (<f32>u + 0.5) / <f32>samples) * across)
          const gy = <i32>floor<f32>((<f32>(top + y) + (<f32>v + 0.5) / <f32>samples) * across)
          a += bell(gx, gy, seed)
          if (colours) {
            b += bell(gx, gy, seed + 1)
            c += bell(gx, gy, seed + 2)
          }
        }
      const k = weak * alpha
      const r = load<f32>(at) + a * k
      const g = load<f32>(at + plane) + (colours ? b : a) * k
      const bl = load<f32>(at + 2 * plane) + (colours ? c : a) * k
      store<f32>(at, min(max(r, <f32>0), alpha))
      store<f32>(at + plane, min(max(g, <f32>0), alpha))
      store<f32>(at + 2 * plane, min(max(bl, <f32>0), alpha))
    }
    out += stride
  }
}

/**
 * A screen: ink where what is shown is darker than the screen's threshold there. (u, v) in cells is (a x + b y + c,
 * d x + e y + f) at the middle of a px. `table`: share of a cell that lies below each threshold value, so that a tone covers
 * as much as it is dark. `lines`: lines and not dots; `soft`: what a px's width is of the threshold. `own`: ink in the px's own
 * colour, else ink (r, g, b); `paper` 1 leaves white beneath, 0 nothing.
 */
export function screenRect(out: usize, plane: usize, stride: usize, count: i32, rows: i32, a: f32, b: f32, c: f32, d: f32, e: f32, f: f32, table: usize, lines: i32, soft: f32, own: i32, red: f32, green: f32, blue: f32, paper: f32): void {
  for (let y: i32 = 0; y < rows; y++) {
    for (let n: i32 = 0; n < count; n++) {
      const at = out + (<usize>n << 2)
      const alpha = load<f32>(at + 3 * plane)
      if (alpha <= 0) continue
      const k: f32 = 1 / alpha
      const r = load<f32>(at) * k
      const g = load<f32>(at + plane) * k
      const bl = load<f32>(at + 2 * plane) * k
      const dark: f32 = 1 - <f32>(0.2126 * r + 0.7152 * g + 0.0722 * bl)
      const px = <f32>n + 0.5
      const py = <f32>y + 0.5
      const u = a * px + b * py + c
      const v = d * px + e * py + f
      let value: f32
      if (lines) value = abs<f32>(2 * (u - floor<f32>(u)) - 1)
      else value = 0.5 - 0.25 * (Mathf.cos(u * 6.2831853) + Mathf.cos(v * 6.2831853))
      const ink: f32 = unit((dark - read(table, value)) / soft + 0.5)
      const white: f32 = (<f32>1 - ink) * paper
      const cover = alpha * (ink + white)
      const tint = cover > 0 ? alpha / cover : <f32>0
      putBack(at, plane, cover, ((own ? r : red) * ink + white) * tint, ((own ? g : green) * ink + white) * tint, ((own ? bl : blue) * ink + white) * tint)
      store<f32>(at + 3 * plane, cover)
    }
    out += stride
  }
}

/** Smooth noise of mean ½: values at whole places, eased between them. */
function cloud(x: f32, y: f32, seed: i32): f32 {
  const i = <i32>floor<f32>(x)
  const j = <i32>floor<f32>(y)
  let u = x - <f32>i
  let v = y - <f32>j
  u = u * u * (3 - 2 * u)
  v = v * v * (3 - 2 * v)
  const high = hash(i, j, seed) + (hash(i + 1, j, seed) - hash(i, j, seed)) * u
  const low = hash(i, j + 1, seed) + (hash(i + 1, j + 1, seed) - hash(i, j + 1, seed)) * u
  return high + (low - high) * v
}

/**
 * Wears what is covered away where a texture of four octaves lies below `amount`, and more so where `near` (a plane of how
 * much is covered around a px; 0 for none) says that an edge is close. Places in px of the master as for grain.
 */
export function wearRect(out: usize, plane: usize, stride: usize, count: i32, rows: i32, left: i32, top: i32, step: f32, size: f32, amount: f32, soft: f32, edge: f32, near: usize, nearStride: usize, seed: i32): void {
  for (let y: i32 = 0; y < rows; y++) {
    for (let n: i32 = 0; n < count; n++) {
      const at = out + (<usize>n << 2)
      const alpha = load<f32>(at + 3 * plane)
      if (alpha <= 0) continue
      const x = (<f32>(left + n) + 0.5) * step / size
      const z = (<f32>(top + y) + 0.5) * step / size
      const texture = 0.5 * cloud(x, z, seed) + 0.25 * cloud(2 * x, 2 * z, seed + 7) + 0.15 * cloud(4.1 * x, 4.1 * z, seed + 13) + 0.1 * cloud(9.3 * x, 9.3 * z, seed + 29)
      const open: f32 = near ? edge * (1 - load<f32>(near + (<usize>n << 2))) : 0
      // The texture's values lie mostly between 0.2 and 0.8.
      const left_ = unit((<f32>texture - (0.18 + 0.64 * (amount + open))) / soft + 0.5)
      for (let p: usize = 0; p < 4; p++) store<f32>(at + p * plane, load<f32>(at + p * plane) * left_)
    }
    out += stride
    near += near ? nearStride : 0
  }
}
