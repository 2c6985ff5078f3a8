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

/** Three tables, a matrix of 3 × 4 and three tables again, in this order; 0 for any that is not wanted. */
export function shapeRect(out: usize, plane: usize, stride: usize, count: i32, rows: i32, before: usize, matrix: usize, after: usize): void {
  for (let y: i32 = 0; y < rows; y++) {
    for (let n: i32 = 0; n < count; n++) {
      const at = out + (<usize>n << 2)
      const alpha = load<f32>(at + 3 * plane)
      if (alpha <= 0) continue
      const k: f32 = 1 / alpha
      let r = load<f32>(at) * k
      let g = load<f32>(at + plane) * k
      let b = load<f32>(at + 2 * plane) * k
      if (before) {
        r = read(before, r)
        g = read(before + 4084, g)
        b = read(before + 8168, b)
      }
      if (matrix) {
        const u = load<f32>(matrix) * r + load<f32>(matrix, 4) * g + load<f32>(matrix, 8) * b + load<f32>(matrix, 12)
        const v = load<f32>(matrix, 16) * r + load<f32>(matrix, 20) * g + load<f32>(matrix, 24) * b + load<f32>(matrix, 28)
        b = load<f32>(matrix, 32) * r + load<f32>(matrix, 36) * g + load<f32>(matrix, 40) * b + load<f32>(matrix, 44)
        r = u
        g = v
      }
      if (after) {
        r = read(after, r)
        g = read(after + 4084, g)
        b = read(after + 8168, b)
      }
      putBack(at, plane, alpha, r, g, b)
    }
    out += stride
  }
}

/** The colour that a table of 1021 straight RGBA has for the luma of ITU-R BT.709, of encoded values. */
export function mapLight(out: usize, plane: usize, stride: usize, count: i32, rows: i32, table: usize): void {
  for (let y: i32 = 0; y < rows; y++) {
    for (let n: i32 = 0; n < count; n++) {
      const at = out + (<usize>n << 2)
      const alpha = load<f32>(at + 3 * plane)
      if (alpha <= 0) continue
      const light = (0.2126 * load<f32>(at) + 0.7152 * load<f32>(at + plane) + 0.0722 * load<f32>(at + 2 * plane)) / alpha
      const t = unit(<f32>light) * 1020
      const i = min(<i32>t, 1019)
      const from = table + (<usize>i << 4)
      const low = v128.load(from)
      const c = f32x4.add(low, f32x4.mul(f32x4.sub(v128.load(from, 16), low), f32x4.splat(t - <f32>i)))
      const cover = alpha * f32x4.extract_lane(c, 3)
      putBack(at, plane, cover, f32x4.extract_lane(c, 0), f32x4.extract_lane(c, 1), f32x4.extract_lane(c, 2))
      store<f32>(at + 3 * plane, cover)
    }
    out += stride
  }
}

/** A cube of side³ colours of four floats, the first channel changing fastest, read within tetrahedra. */
export function mapCube(out: usize, plane: usize, stride: usize, count: i32, rows: i32, table: usize, side: i32): void {
  const last = <f32>(side - 1)
  const most = side - 2
  const stepG = <usize>side << 4
  const stepB = <usize>(side * side) << 4
  for (let y: i32 = 0; y < rows; y++) {
    for (let n: i32 = 0; n < count; n++) {
      const at = out + (<usize>n << 2)
      const alpha = load<f32>(at + 3 * plane)
      if (alpha <= 0) continue
      const k: f32 = 1 / alpha
      const r = unit(load<f32>(at) * k) * last
      const g = unit(load<f32>(at + plane) * k) * last
      const b = unit(load<f32>(at + 2 * plane) * k) * last
      const i = min(<i32>r, most)
      const j = min(<i32>g, most)
      const l = min(<i32>b, most)
      const u = r - <f32>i
      const v = g - <f32>j
      const w = b - <f32>l
      const from = table + (<usize>i << 4) + <usize>j * stepG + <usize>l * stepB
      // From the dark corner to the light one along the sides in the order of the fractions.
      let first: usize = 16, second: usize = 16
      let a: f32 = u, c: f32 = v, d: f32 = w
      if (u >= v) {
        if (v >= w) { second += stepG }
        else if (u >= w) { second += stepB; c = w; d = v }
        else { first = stepB; second += stepB; a = w; c = u; d = v }
      } else {
        first = stepG
        second = stepG + 16
        if (w > v) { first = stepB; second = stepB + stepG; a = w; c = v; d = u }
        else if (w > u) { second = stepG + stepB; a = v; c = w; d = u }
        else { a = v; c = u }
      }
      const sum = f32x4.add(
        f32x4.add(f32x4.mul(v128.load(from), f32x4.splat(1 - a)), f32x4.mul(v128.load(from + first), f32x4.splat(a - c))),
        f32x4.add(f32x4.mul(v128.load(from + second), f32x4.splat(c - d)), f32x4.mul(v128.load(from + 16 + stepG + stepB), f32x4.splat(d))),
      )
      putBack(at, plane, alpha, f32x4.extract_lane(sum, 0), f32x4.extract_lane(sum, 1), f32x4.extract_lane(sum, 2))
    }
    out += stride
  }
}

const DECODED = memory.data(4084)
/** By the square root of linear light, which encoding is smooth in. */
const ENCODED = memory.data(4084)
let ready = false
function prepare(): void {
  for (let n: i32 = 0; n < 1021; n++) {
    const v: f64 = <f64>n / 1020
    store<f32>(DECODED + (<usize>n << 2), <f32>(v <= 0.04045 ? v / 12.92 : Math.pow((v + 0.055) / 1.055, 2.4)))
    const l = v * v
    store<f32>(ENCODED + (<usize>n << 2), <f32>(l <= 0.0031308 ? l * 12.92 : 1.055 * Math.pow(l, 1 / 2.4) - 0.055))
  }
  ready = true
}
@inline function decoded(v: f32): f32 {
  return read(DECODED, v)
}
@inline function encoded(v: f32): f32 {
  return read(ENCODED, sqrt<f32>(max(v, <f32>0)))
}
/** The cube root of 0 to 1: a first guess from the bits, then two steps of Halley. */
@inline function cubeRoot(v: f32): f32 {
  if (v <= 0) return 0
  let t = reinterpret<f32>(reinterpret<u32>(v) / 3 + 709921077)
  for (let n = 0; n < 2; n++) {
    const c = t * t * t
    t = t * ((c + v + v) / (c + c + v))
  }
  return t
}

/**
 * In OKLab (B. Ottosson, 2020): lightness times `p[6]` plus `p[7]`; a, b through the matrix p[0..3], plus p[4], p[5].
 * With a tolerance p[11] of 0 or more only as far as a colour is like L, a, b = p[8..10]: wholly within the tolerance, not at
 * all p[12] beyond it; lightness counts p[13] times. Beyond the gamut components are cut.
 */
export function oklabRect(out: usize, plane: usize, stride: usize, count: i32, rows: i32, p: usize): void {
  if (!ready) prepare()
  const tolerance = load<f32>(p, 44)
  const fade = max(load<f32>(p, 48), <f32>0.0001)
  const lightly = load<f32>(p, 52)
  for (let y: i32 = 0; y < rows; y++) {
    for (let n: i32 = 0; n < count; n++) {
      const at = out + (<usize>n << 2)
      const alpha = load<f32>(at + 3 * plane)
      if (alpha <= 0) continue
      const k: f32 = 1 / alpha
      const red = unit(load<f32>(at) * k)
      const green = unit(load<f32>(at + plane) * k)
      const blue = unit(load<f32>(at + 2 * plane) * k)
      const r = decoded(red)
      const g = decoded(green)
      const bl = decoded(blue)
      const l = cubeRoot(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * bl)
      const m = cubeRoot(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * bl)
      const s = cubeRoot(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * bl)
      const L: f32 = 0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s
      const a: f32 = 1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s
      const b: f32 = 0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s
      let share: f32 = 1
      if (tolerance >= 0) {
        const dl = (L - load<f32>(p, 32)) * lightly
        const da = a - load<f32>(p, 36)
        const db = b - load<f32>(p, 40)
        share = unit(1 - (sqrt<f32>(dl * dl + da * da + db * db) - tolerance) / fade)
        if (share == 0) continue
      }
      const L2 = L * load<f32>(p, 24) + load<f32>(p, 28)
      const a2 = load<f32>(p) * a + load<f32>(p, 4) * b + load<f32>(p, 16)
      const b2 = load<f32>(p, 8) * a + load<f32>(p, 12) * b + load<f32>(p, 20)
      const l1: f32 = L2 + 0.3963377774 * a2 + 0.2158037573 * b2
      const m1: f32 = L2 - 0.1055613458 * a2 - 0.0638541728 * b2
      const s1: f32 = L2 - 0.0894841775 * a2 - 1.291485548 * b2
      const l3 = l1 * l1 * l1
      const m3 = m1 * m1 * m1
      const s3 = s1 * s1 * s1
      const r2 = encoded(<f32>(4.0767416621 * l3 - 3.3077115913 * m3 + 0.2309699292 * s3))
      const g2 = encoded(<f32>(-1.2684380046 * l3 + 2.6097574011 * m3 - 0.3413193965 * s3))
      const b3 = encoded(<f32>(-0.0041960863 * l3 - 0.7034186147 * m3 + 1.707614701 * s3))
      putBack(at, plane, alpha, red + (r2 - red) * share, green + (g2 - green) * share, blue + (b3 - blue) * share)
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
