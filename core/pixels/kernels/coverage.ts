// Exact-area coverage of polygons: every edge adds its signed area to an accumulation buffer, a running sum along
// each row gives the covered share of each pixel. Buffer rows are `width + 2` floats.

let buffer: usize = 0
let width: i32 = 0
let height: i32 = 0
let pitch: usize = 0

/** Starts a polygon in a buffer of (width + 2) × height floats. */
export function coverageBegin(at: usize, w: i32, h: i32): void {
  buffer = at
  width = w
  height = h
  pitch = <usize>(w + 2) << 2
  memory.fill(at, 0, pitch * <usize>h)
}

@inline function put(row: usize, x: i32, v: f32): void {
  const at = row + (<usize>x << 2)
  store<f32>(at, load<f32>(at) + v)
}

/** One edge in px of the buffer; `x` beyond the sides counts at the side. */
export function coverageLine(x0: f32, y0: f32, x1: f32, y1: f32): void {
  if (y0 == y1) return
  let way: f32 = 1
  if (y0 > y1) {
    way = -1
    let t = x0; x0 = x1; x1 = t
    t = y0; y0 = y1; y1 = t
  }
  if (y1 <= 0 || y0 >= <f32>height) return
  const slope: f32 = (x1 - x0) / (y1 - y0)
  if (y0 < 0) { x0 -= y0 * slope; y0 = 0 }
  if (y1 > <f32>height) { y1 = <f32>height }
  const last = <f32>width
  let x = x0
  const first = <i32>floor(y0)
  const end = min(height, <i32>ceil(y1))
  for (let y = first; y < end; y++) {
    const row = buffer + <usize>y * pitch
    const dy = min(<f32>(y + 1), y1) - max(<f32>y, y0)
    const next = x + slope * dy
    const d = dy * way
    let a = x
    let b = next
    if (a > b) { const t = a; a = b; b = t }
    x = next
    if (b <= 0) { put(row, 0, d); continue }
    if (a >= last) continue
    if (a < 0 || b > last) {
      // The part beyond a side counts at the side.
      const span = b - a
      if (a < 0) { const part = -a / span; put(row, 0, d * part); span_(row, 0, min(b, last), d * (min(b, last) / span)) }
      else span_(row, a, last, d * ((last - a) / span))
      continue
    }
    span_(row, a, b, d)
  }
}

/** An edge within one row from x = a to b (a ≤ b) whose signed height is d. */
@inline function span_(row: usize, a: f32, b: f32, d: f32): void {
  const left = floor(a)
  const i0 = <i32>left
  const right = ceil(b)
  const i1 = <i32>right
  if (i1 <= i0 + 1) {
    const middle: f32 = 0.5 * (a + b) - left
    put(row, i0, d - d * middle)
    put(row, i0 + 1, d * middle)
    return
  }
  const s: f32 = 1 / (b - a)
  const u = a - left
  const a0: f32 = 0.5 * s * (1 - u) * (1 - u)
  const v = b - right + 1
  const am: f32 = 0.5 * s * v * v
  put(row, i0, d * a0)
  if (i1 == i0 + 2) {
    put(row, i0 + 1, d * (1 - a0 - am))
  } else {
    const a1: f32 = s * (1.5 - u)
    put(row, i0 + 1, d * (a1 - a0))
    for (let i = i0 + 2; i < i1 - 1; i++) put(row, i, d * s)
    const a2: f32 = a1 + <f32>(i1 - i0 - 3) * s
    put(row, i1 - 1, d * (1 - a2 - am))
  }
  put(row, i1, d * am)
}

/**
 * Turns the sums into coverage 0–1 in an output plane (rows `stride` bytes apart); `evenOdd` folds, else non-zero clips.
 */
export function coverageEnd(out: usize, stride: usize, evenOdd: i32): void {
  for (let y: i32 = 0; y < height; y++) {
    const row = buffer + <usize>y * pitch
    const to = out + <usize>y * stride
    let sum: f32 = 0
    for (let x: i32 = 0; x < width; x++) {
      sum += load<f32>(row + (<usize>x << 2))
      let v = abs(sum)
      if (evenOdd) {
        v = v - 2 * floor(v * 0.5)
        if (v > 1) v = 2 - v
      } else v = min(v, 1)
      // What floating sums leave behind is far under a level.
      if (v < 1e-5) v = 0
      else if (v > 0.99999) v = 1
      store<f32>(to + (<usize>x << 2), v)
    }
  }
}
