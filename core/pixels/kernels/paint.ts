// Colours a coverage plane. `cover` may be the alpha plane of the target itself.
import { hash } from './hash'

/** A flat colour, straight components. */
export function fillSolid(out: usize, plane: usize, stride: usize, count: i32, rows: i32, cover: usize, coverStride: usize, r: f32, g: f32, b: f32, a: f32): void {
  const vr = f32x4.splat(r * a), vg = f32x4.splat(g * a), vb = f32x4.splat(b * a), va = f32x4.splat(a)
  for (let y: i32 = 0; y < rows; y++) {
    for (let n: i32 = 0; n < count; n += 4) {
      const at = <usize>n << 2
      const c = v128.load(cover + at)
      v128.store(out + at, f32x4.mul(vr, c))
      v128.store(out + at + plane, f32x4.mul(vg, c))
      v128.store(out + at + 2 * plane, f32x4.mul(vb, c))
      v128.store(out + at + 3 * plane, f32x4.mul(va, c))
    }
    out += stride
    cover += coverStride
  }
}

/** Straight colours mixed by what each covers. */
@inline function covered(one: v128, other: v128, share: f32): v128 {
  const a = f32x4.extract_lane(one, 3) * (1 - share)
  const b = f32x4.extract_lane(other, 3) * share
  const sum = f32x4.add(f32x4.mul(one, f32x4.splat(a)), f32x4.mul(other, f32x4.splat(b)))
  return f32x4.replace_lane(f32x4.div(sum, f32x4.splat(max(a + b, <f32>1e-9))), 3, a + b)
}

/**
 * A gradient from a table of 1025 straight RGBA floats. `form` 0: position t = a x + b y + c; 1: t is the length of
 * (a x + b y + c, d x + e y + f); 2: t is the angle of that in turns, where the last colour meets the first mixed by how much of a px
 * each covers. Colours are dithered by at most one 8-bit level with a hash of (originX + x,
 * originY + y), so that slow gradients show no steps. With a map (`mapU` not 0) its places stand for (x, y).
 */
export function fillGradient(out: usize, plane: usize, stride: usize, count: i32, rows: i32, cover: usize, coverStride: usize, table: usize, form: i32, a: f32, b: f32, c: f32, d: f32, e: f32, f: f32, originX: i32, originY: i32, mapU: usize, mapV: usize, mapStride: usize): void {
  // What (d, e) is to a px; where px stand for other places the seam is left as it is.
  const steep = form == 2 && !mapU ? sqrt(d * d + e * e) : <f32>0
  for (let y: i32 = 0; y < rows; y++) {
    for (let x: i32 = 0; x < count; x++) {
      const at = <usize>x << 2
      const k = load<f32>(cover + at)
      if (k == 0) {
        store<f32>(out + at, 0); store<f32>(out + at + plane, 0); store<f32>(out + at + 2 * plane, 0); store<f32>(out + at + 3 * plane, 0)
        continue
      }
      const px = mapU ? load<f32>(mapU + at) : <f32>x + 0.5
      const py = mapU ? load<f32>(mapV + at) : <f32>y + 0.5
      let t = a * px + b * py + c
      let seam: f32 = 1
      if (form) {
        const u = d * px + e * py + f
        if (form == 1) t = sqrt(t * t + u * u)
        else {
          if (t > 0 && steep > 0) seam = u / steep
          t = Mathf.atan2(u, t) * 0.15915494
          if (t < 0) t += 1
        }
      }
      t = min(max(t, <f32>0), <f32>1) * 1024
      const i = min(<i32>t, 1023)
      const w = t - <f32>i
      const from = table + (<usize>i << 4)
      const low = v128.load(from)
      const high = v128.load(from, 16)
      let v = f32x4.add(low, f32x4.mul(f32x4.sub(high, low), f32x4.splat(w)))
      if (abs(seam) < 0.5) v = seam > 0 ? covered(v128.load(table + (1024 << 4)), v, <f32>0.5 + seam) : covered(v, v128.load(table), <f32>0.5 + seam)
      const alpha = f32x4.extract_lane(v, 3)
      const z = (hash(originX + x, originY + y, 0) - 0.5) * (<f32>1 / 255)
      const kk = k * alpha
      store<f32>(out + at, min(max(f32x4.extract_lane(v, 0) + z, <f32>0), <f32>1) * kk)
      store<f32>(out + at + plane, min(max(f32x4.extract_lane(v, 1) + z, <f32>0), <f32>1) * kk)
      store<f32>(out + at + 2 * plane, min(max(f32x4.extract_lane(v, 2) + z, <f32>0), <f32>1) * kk)
      store<f32>(out + at + 3 * plane, kk)
    }
    out += stride
    cover += coverStride
    if (mapU) { mapU += mapStride; mapV += mapStride }
  }
}
