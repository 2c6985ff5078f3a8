// Distances to a silhouette. Coverage comes as bytes; distances go out as 16-bit integers, sixteenths of a px.

const FAR: i32 = 20000

/**
 * How far each px is from what a silhouette covers (P. Felzenszwalb, D. Huttenlocher, “Distance transforms of sampled
 * functions”, Theory of Computing 8, 2012): the nearest covered px by a sweep along columns and a lower envelope of
 * parabolas along rows, then by how much that px and its neighbours are covered to a part of a px (S. Gustavson, R. Strand,
 * “Anti-aliased Euclidean distance transform”, Pattern Recognition Letters 32, 2011). With `inside` how far from what it does
 * not cover. `line` holds 16 bytes for each px of a row and one more. Where the output says 32767 nothing is nearer than `most` px.
 */
export function distanceField(out: usize, cover: usize, line: usize, width: i32, height: i32, inside: i32, most: i32): void {
  // Until a row is done it holds the ways along its columns.
  const rows = out
  // Along columns: how many rows the nearest covered px is away, with its sign.
  for (let x: i32 = 0; x < width; x++) store<i16>(rows + (<usize>x << 1), seed(cover, x, inside) ? 0 : <i16>FAR)
  for (let y: i32 = 1; y < height; y++) {
    const at = <usize>(y * width)
    for (let x: i32 = 0; x < width; x++) {
      const n = at + <usize>x
      const up = <i32>load<i16>(rows + ((n - width) << 1))
      store<i16>(rows + (n << 1), seed(cover, <i32>n, inside) ? 0 : up >= FAR ? <i16>FAR : <i16>(up - 1))
    }
  }
  for (let y: i32 = height - 2; y >= 0; y--) {
    const at = <usize>(y * width)
    for (let x: i32 = 0; x < width; x++) {
      const n = at + <usize>x
      const below = <i32>load<i16>(rows + ((n + width) << 1))
      const own = <i32>load<i16>(rows + (n << 1))
      const length = own >= FAR ? FAR : own < 0 ? -own : own
      if (below < FAR && (below < 0 ? -below : below) + 1 < length && below >= 0) store<i16>(rows + (n << 1), <i16>(below + 1))
    }
  }
  // Along rows: the lower envelope of x − u squared plus the square of the way along the column.
  const place = line
  const from = line + (<usize>(width + 1) << 2)
  const own = from + (<usize>(width + 1) << 2)
  for (let y: i32 = 0; y < height; y++) {
    const at = <usize>(y * width)
    memory.copy(own, rows + (at << 1), <usize>width << 1)
    let k: i32 = -1
    for (let u: i32 = 0; u < width; u++) {
      const v = <i32>load<i16>(own + (<usize>u << 1))
      if (v >= FAR || v > most || v < -most) continue
      const high = <f32>(v * v) + <f32>u * <f32>u
      let start: f32 = -1e9
      while (k >= 0) {
        const p = load<i32>(place + (<usize>k << 2))
        const w = <i32>load<i16>(own + (<usize>p << 1))
        start = (high - (<f32>(w * w) + <f32>p * <f32>p)) / (2 * <f32>(u - p))
        if (start > load<f32>(from + (<usize>k << 2))) break
        k--
      }
      k++
      store<i32>(place + (<usize>k << 2), u)
      store<f32>(from + (<usize>k << 2), k == 0 ? -1e9 : start)
    }
    const last = k
    k = 0
    for (let x: i32 = 0; x < width; x++) {
      if (last < 0) {
        store<i16>(out + ((at + <usize>x) << 1), 32767)
        continue
      }
      while (k < last && load<f32>(from + (<usize>(k + 1) << 2)) <= <f32>x) k++
      const u = load<i32>(place + (<usize>k << 2))
      const v = y + <i32>load<i16>(own + (<usize>u << 1))
      store<i16>(out + ((at + <usize>x) << 1), <i16>min<f32>(32767, nearTo(cover, width, height, x, y, u, v, inside) * 16))
    }
  }
}
@inline function seed(cover: usize, n: i32, inside: i32): bool {
  const a = load<u8>(cover + <usize>n)
  return inside ? a < 255 : a > 0
}

/** The way from a px to the edge within the px (u, v) or a neighbour of it, the least of them. */
function nearTo(cover: usize, width: i32, height: i32, x: i32, y: i32, u: i32, v: i32, inside: i32): f32 {
  let least: f32 = 1e9
  for (let q = max<i32>(0, v - 1); q <= min<i32>(height - 1, v + 1); q++)
    for (let p = max<i32>(0, u - 1); p <= min<i32>(width - 1, u + 1); p++) {
      const c = load<u8>(cover + <usize>(q * width + p))
      const a: f32 = inside ? <f32>1 - <f32>c * <f32>(1.0 / 255) : <f32>c * <f32>(1.0 / 255)
      if (a == 0) continue
      const dx = <f32>(x - p)
      const dy = <f32>(y - q)
      const way = sqrt<f32>(dx * dx + dy * dy)
      const d: f32 = way < 0.5 ? <f32>0.5 - a : way + edgeIn(dx, dy, way, a)
      if (d < least) least = d
    }
  return max<f32>(least, <f32>-0.5)
}
/** How far the edge of a px that is covered by `a` lies from its middle towards a direction: Gustavson and Strand, eq. 3–5. */
function edgeIn(dx: f32, dy: f32, way: f32, a: f32): f32 {
  let gx: f32 = abs<f32>(dx) / way
  let gy: f32 = abs<f32>(dy) / way
  if (gx < gy) {
    const t = gx
    gx = gy
    gy = t
  }
  if (gy < 0.0001) return 0.5 - a
  const corner: f32 = (0.5 * gy) / gx
  if (a < corner) return 0.5 * (gx + gy) - sqrt<f32>(2 * gx * gy * a)
  if (a < 1 - corner) return (0.5 - a) * gx
  return -0.5 * (gx + gy) + sqrt<f32>(2 * gx * gy * (1 - a))
}

/** Coverage of the ring of distances from `low` to `high` px: outside counts up, inside down; edges are a px wide. */
export function ringCover(to: usize, toStride: usize, out: usize, inner: usize, width: i32, x: i32, y: i32, count: i32, rows: i32, low: f32, high: f32): void {
  for (let row: i32 = 0; row < rows; row++) {
    for (let n: i32 = 0; n < count; n++) {
      const at = (<usize>((y + row) * width + x + n)) << 1
      const away = <f32>load<i16>(out + at) * 0.0625
      const deep = inner ? <f32>load<i16>(inner + at) * 0.0625 : <f32>0
      const d = inner && deep > 0.5 ? -deep : away
      const cover = min<f32>(1, max<f32>(0, high - d + 0.5)) * min<f32>(1, max<f32>(0, d - low + 0.5))
      store<f32>(to + (<usize>n << 2), cover)
    }
    to += toStride
  }
}

/** Coverage of a raster as bytes. */
export function coverBytes(to: usize, toStride: usize, from: usize, stride: usize, count: i32, rows: i32): void {
  for (let y: i32 = 0; y < rows; y++) {
    for (let n: i32 = 0; n < count; n++) store<u8>(to + <usize>n, <u8>nearest<f32>(min<f32>(1, max<f32>(0, load<f32>(from + (<usize>n << 2)))) * 255))
    to += toStride
    from += stride
  }
}
