// Maps from target pixels to places in a source, as two float planes: what pictures and gradients are drawn through.

/** u = a x + c y + e, v = b x + d y + f at pixel centres; `count` × `rows` entries. */
export function mapAffine(u: usize, v: usize, stride: usize, count: i32, rows: i32, a: f32, b: f32, c: f32, d: f32, e: f32, f: f32): void {
  for (let y: i32 = 0; y < rows; y++) {
    const py = <f32>y + 0.5
    for (let x: i32 = 0; x < count; x++) {
      const px = <f32>x + 0.5
      store<f32>(u + (<usize>x << 2), a * px + c * py + e)
      store<f32>(v + (<usize>x << 2), b * px + d * py + f)
    }
    u += stride
    v += stride
  }
}

/** (u, v) = (a x + b y + c, d x + e y + f) ÷ (g x + h y + i) at pixel centres; far away beyond the horizon. */
export function mapPerspective(u: usize, v: usize, stride: usize, count: i32, rows: i32, a: f64, b: f64, c: f64, d: f64, e: f64, f: f64, g: f64, h: f64, i: f64): void {
  for (let y: i32 = 0; y < rows; y++) {
    const py = <f64>y + 0.5
    for (let x: i32 = 0; x < count; x++) {
      const px = <f64>x + 0.5
      const w = g * px + h * py + i
      const k = w > 1e-9 ? 1 / w : 0
      store<f32>(u + (<usize>x << 2), k > 0 ? <f32>((a * px + b * py + c) * k) : -1e9)
      store<f32>(v + (<usize>x << 2), k > 0 ? <f32>((d * px + e * py + f) * k) : -1e9)
    }
    u += stride
    v += stride
  }
}

/** Nothing mapped yet. */
export function mapClear(u: usize, v: usize, stride: usize, count: i32, rows: i32): void {
  for (let y: i32 = 0; y < rows; y++) {
    for (let x: i32 = 0; x < count; x++) {
      store<f32>(u + (<usize>x << 2), -1e9)
      store<f32>(v + (<usize>x << 2), -1e9)
    }
    u += stride
    v += stride
  }
}

/** One triangle of a net: pixel centres within it (a hair's breadth more, so that no seam stays) get the affine map of its corners. */
export function mapTriangle(u: usize, v: usize, stride: usize, count: i32, rows: i32, x0: f32, y0: f32, u0: f32, v0: f32, x1: f32, y1: f32, u1: f32, v1: f32, x2: f32, y2: f32, u2: f32, v2: f32): void {
  const area = (x1 - x0) * (y2 - y0) - (x2 - x0) * (y1 - y0)
  if (abs(area) < 1e-6) return
  const left = max(0, <i32>floor(min(x0, min(x1, x2)) - 0.5))
  const right = min(count - 1, <i32>ceil(max(x0, max(x1, x2)) - 0.5))
  const top = max(0, <i32>floor(min(y0, min(y1, y2)) - 0.5))
  const low = min(rows - 1, <i32>ceil(max(y0, max(y1, y2)) - 0.5))
  const k = <f32>1 / area
  for (let y = top; y <= low; y++) {
    const py = <f32>y + 0.5
    for (let x = left; x <= right; x++) {
      const px = <f32>x + 0.5
      const s = ((px - x0) * (y2 - y0) - (x2 - x0) * (py - y0)) * k
      const t = ((x1 - x0) * (py - y0) - (px - x0) * (y1 - y0)) * k
      if (s < -1e-3 || t < -1e-3 || s + t > 1.001) continue
      const at = <usize>y * stride + (<usize>x << 2)
      store<f32>(u + at, u0 + (u1 - u0) * s + (u2 - u0) * t)
      store<f32>(v + at, v0 + (v1 - v0) * s + (v2 - v0) * t)
    }
  }
}
