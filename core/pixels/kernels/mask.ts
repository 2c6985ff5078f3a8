// Masks: coverage planes of 32-bit floats, 0 hides and 1 shows.

import { copyRow } from './rows'

/** What a raster covers, or with `lightness` how light what it shows is, into a plane. */
export function coverFrom(to: usize, toStride: usize, from: usize, plane: usize, stride: usize, count: i32, rows: i32, lightness: i32): void {
  for (let y: i32 = 0; y < rows; y++) {
    if (!lightness) copyRow(to, from + 3 * plane, count)
    else
      for (let n: i32 = 0; n < count; n++) {
        const at = <usize>n << 2
        const light = 0.2126 * load<f32>(from + at) + 0.7152 * load<f32>(from + plane + at) + 0.0722 * load<f32>(from + 2 * plane + at)
        store<f32>(to + at, max<f32>(0, min<f32>(1, <f32>light)))
      }
    to += toStride
    from += stride
  }
}

@inline function leftBy(cover: v128, slope: v128, least: v128): v128 {
  return f32x4.min(f32x4.splat(1), f32x4.add(least, f32x4.mul(slope, cover)))
}
/** All planes times what a mask leaves: 1 − strength × (1 − cover), or with `swap` 1 − strength × cover. */
export function maskRect(b: usize, plane: usize, stride: usize, cover: usize, coverStride: usize, count: i32, rows: i32, strength: f32, swap: i32): void {
  const slope = f32x4.splat(swap ? -strength : strength)
  const least = f32x4.splat(swap ? 1 : 1 - strength)
  for (let y: i32 = 0; y < rows; y++) {
    for (let n: i32 = 0; n < count; n += 4) {
      const at = <usize>n << 2
      const left = leftBy(v128.load(cover + at), slope, least)
      for (let p: usize = 0; p < 4; p++) {
        const k = b + p * plane + at
        v128.store(k, f32x4.mul(v128.load(k), left))
      }
    }
    b += stride
    cover += coverStride
  }
}

/**
 * One direction of a Gaussian: each float becomes the sum of its neighbours at multiples of `step` bytes, weighed by the
 * `reach` + 1 weights from its own on. What lies within `reach` of the buffer's border is not made.
 */
export function blurPlane(to: usize, from: usize, stride: usize, left: i32, top: i32, count: i32, rows: i32, step: usize, weights: usize, reach: i32): void {
  for (let y: i32 = top; y < top + rows; y++) {
    let n: i32 = left
    // Sixteen px share each weight.
    for (; n + 16 <= left + count; n += 16) {
      const at = <usize>y * stride + (<usize>n << 2)
      const middle = v128.load32_splat(weights)
      let one = f32x4.mul(v128.load(from + at), middle)
      let two = f32x4.mul(v128.load(from + at, 16), middle)
      let three = f32x4.mul(v128.load(from + at, 32), middle)
      let four = f32x4.mul(v128.load(from + at, 48), middle)
      let before = from + at
      let after = before
      for (let k: i32 = 1; k <= reach; k++) {
        before -= step
        after += step
        const w = v128.load32_splat(weights + (<usize>k << 2))
        one = f32x4.add(one, f32x4.mul(f32x4.add(v128.load(before), v128.load(after)), w))
        two = f32x4.add(two, f32x4.mul(f32x4.add(v128.load(before, 16), v128.load(after, 16)), w))
        three = f32x4.add(three, f32x4.mul(f32x4.add(v128.load(before, 32), v128.load(after, 32)), w))
        four = f32x4.add(four, f32x4.mul(f32x4.add(v128.load(before, 48), v128.load(after, 48)), w))
      }
      v128.store(to + at, one)
      v128.store(to + at, two, 16)
      v128.store(to + at, three, 32)
      v128.store(to + at, four, 48)
    }
    for (; n < left + count; n += 4) {
      const at = <usize>y * stride + (<usize>n << 2)
      let sum = f32x4.mul(v128.load(from + at), v128.load32_splat(weights))
      let before = from + at
      let after = before
      for (let k: i32 = 1; k <= reach; k++) {
        before -= step
        after += step
        sum = f32x4.add(sum, f32x4.mul(f32x4.add(v128.load(before), v128.load(after)), v128.load32_splat(weights + (<usize>k << 2))))
      }
      v128.store(to + at, sum)
    }
  }
}

/** Four px of a row and those below them, mixed. */
@inline function rowsMixed(at: usize, stride: usize, below: v128): v128 {
  const high = v128.load(at)
  return f32x4.add(high, f32x4.mul(f32x4.sub(v128.load(at + stride), high), below))
}
/** A plane enlarged bilinearly: the px n of a row lies at x + n × k of the source's px, counted from their middles. */
export function enlargePlane(to: usize, toStride: usize, from: usize, fromStride: usize, count: i32, rows: i32, x: f32, y: f32, k: f32): void {
  if (k == 1 && x == floor<f32>(x) && y == floor<f32>(y)) {
    const first = from + <usize>(<i32>y) * fromStride + (<usize>(<i32>x) << 2)
    for (let row: i32 = 0; row < rows; row++) copyRow(to + <usize>row * toStride, first + <usize>row * fromStride, count)
    return
  }
  const ways = f32x4(0, k, 2 * k, 3 * k)
  const one = f32x4.splat(1)
  // At these scales four px lie alike between those of the source, all along a row.
  const even = k == 1 || k == 0.5 || k == 0.25
  const start = floor<f32>(x)
  const lanes = f32x4.add(f32x4.splat(x - start), ways)
  const whole = f32x4.floor(lanes)
  const along = f32x4.sub(lanes, whole)
  const takes = i32x4.add(i32x4.mul(i32x4.trunc_sat_f32x4_s(whole), i32x4.splat(0x04040404)), i32x4.splat(0x03020100))
  const takesNext = i32x4.add(takes, i32x4.splat(0x04040404))
  const further: usize = k == 1 ? 16 : k == 0.5 ? 8 : 4
  for (let row: i32 = 0; row < rows; row++) {
    const v: f32 = y + <f32>row * k
    const v0 = floor<f32>(v)
    const line = from + <usize>(<i32>v0) * fromStride
    const down = v - v0
    const below = f32x4.splat(down)
    let n: i32 = 0
    if (even) {
      let own = line + (<usize>(<i32>start) << 2)
      for (; n + 4 <= count; n += 4) {
        const mixed = rowsMixed(own, fromStride, below)
        let left: v128, right: v128
        if (k == 1) {
          left = mixed
          right = rowsMixed(own + 4, fromStride, below)
        } else {
          left = i8x16.swizzle(mixed, takes)
          right = i8x16.swizzle(mixed, takesNext)
        }
        v128.store(to + (<usize>n << 2), f32x4.add(left, f32x4.mul(f32x4.sub(right, left), along)))
        own += further
      }
    } else if (k < 0.25) {
      let own = line + (<usize>(<i32>start) << 2)
      let first: f32 = x - start
      for (; n + 4 <= count; n += 4) {
        const mixed = rowsMixed(own, fromStride, below)
        // Four px pass at most one of the source.
        const way = f32x4.add(f32x4.splat(first), ways)
        const past = f32x4.ge(way, one)
        const second = v128.shuffle<f32>(mixed, mixed, 1, 1, 1, 1)
        const left = v128.bitselect(second, v128.shuffle<f32>(mixed, mixed, 0, 0, 0, 0), past)
        const right = v128.bitselect(v128.shuffle<f32>(mixed, mixed, 2, 2, 2, 2), second, past)
        const over = f32x4.sub(way, v128.and(past, one))
        v128.store(to + (<usize>n << 2), f32x4.add(left, f32x4.mul(f32x4.sub(right, left), over)))
        first += 4 * k
        if (first >= 1) {
          first -= 1
          own += 4
        }
      }
    }
    for (; n < count; n++) {
      const u: f32 = x + <f32>n * k
      const u0 = floor<f32>(u)
      const at = line + (<usize>(<i32>u0) << 2)
      const left = load<f32>(at) + (load<f32>(at + fromStride) - load<f32>(at)) * down
      const right = load<f32>(at + 4) + (load<f32>(at + fromStride + 4) - load<f32>(at + 4)) * down
      store<f32>(to + (<usize>n << 2), left + (right - left) * (u - u0))
    }
    to += toStride
  }
}

/**
 * How far a raster's own colours are picked, into a plane. With `tone` by their luma of ITU-R BT.709: 0 at `a`, 1 at `b`.
 * Else by their distance from a colour whose luma and colour differences (Y′CbCr of BT.709) are a, b and c: 1 up to
 * `tolerance`, 0 from `fade` beyond it on. Nothing is picked where nothing is covered.
 */
export function pickFrom(to: usize, toStride: usize, from: usize, plane: usize, stride: usize, count: i32, rows: i32, tone: i32, a: f32, b: f32, c: f32, tolerance: f32, fade: f32): void {
  const zero = f32x4.splat(0)
  const one = f32x4.splat(1)
  const slope = f32x4.splat(tone ? 1 / (b - a) : 1 / fade)
  const near = f32x4.splat(tolerance * tolerance)
  const far = f32x4.splat((tolerance + fade) * (tolerance + fade))
  for (let y: i32 = 0; y < rows; y++) {
    for (let n: i32 = 0; n < count; n += 4) {
      // The last few of a row that is no multiple of four are made with some before them once more.
      const at = <usize>(n + 4 > count && count >= 4 ? count - 4 : n) << 2
      const alpha = v128.load(from + 3 * plane + at)
      // Most of a picture is opaque.
      const k = i32x4.all_true(f32x4.ge(alpha, one)) ? one : f32x4.div(one, f32x4.max(alpha, f32x4.splat(0.0001)))
      const r = f32x4.mul(v128.load(from + at), k)
      const g = f32x4.mul(v128.load(from + plane + at), k)
      const bl = f32x4.mul(v128.load(from + 2 * plane + at), k)
      const luma = f32x4.add(f32x4.add(f32x4.mul(r, f32x4.splat(0.2126)), f32x4.mul(g, f32x4.splat(0.7152))), f32x4.mul(bl, f32x4.splat(0.0722)))
      const dy = f32x4.sub(luma, f32x4.splat(a))
      let picked: v128
      if (tone) picked = f32x4.mul(dy, slope)
      else {
        const db = f32x4.sub(f32x4.mul(f32x4.sub(bl, luma), f32x4.splat(1 / 1.8556)), f32x4.splat(b))
        const dr = f32x4.sub(f32x4.mul(f32x4.sub(r, luma), f32x4.splat(1 / 1.5748)), f32x4.splat(c))
        const square = f32x4.add(f32x4.mul(dy, dy), f32x4.add(f32x4.mul(db, db), f32x4.mul(dr, dr)))
        // Only what lies in the fade needs its root.
        if (!v128.any_true(f32x4.gt(square, near))) picked = one
        else if (!v128.any_true(f32x4.lt(square, far))) picked = zero
        else picked = f32x4.sub(one, f32x4.mul(f32x4.sub(f32x4.sqrt(square), f32x4.splat(tolerance)), slope))
      }
      picked = v128.and(f32x4.pmin(f32x4.pmax(picked, zero), one), f32x4.gt(alpha, f32x4.splat(0.0001)))
      if (count >= 4) v128.store(to + at, picked)
      else for (let m: i32 = 0; m < count; m++) store<f32>(to + (<usize>m << 2), m == 0 ? f32x4.extract_lane(picked, 0) : m == 1 ? f32x4.extract_lane(picked, 1) : f32x4.extract_lane(picked, 2))
    }
    to += toStride
    from += stride
  }
}

/**
 * As `maskRect`, and the colour of the ground (r, g, b) is taken out of what is left: over that ground it looks as before,
 * over any other only the rest shows. With m left: P′ = P − α (1 − m) ground, kept within 0 and α m.
 */
export function maskClean(b: usize, plane: usize, stride: usize, cover: usize, coverStride: usize, count: i32, rows: i32, strength: f32, swap: i32, red: f32, green: f32, blue: f32): void {
  const zero = f32x4.splat(0)
  const slope = f32x4.splat(swap ? -strength : strength)
  const least = f32x4.splat(swap ? 1 : 1 - strength)
  for (let y: i32 = 0; y < rows; y++) {
    for (let n: i32 = 0; n < count; n += 4) {
      const at = <usize>n << 2
      const left = leftBy(v128.load(cover + at), slope, least)
      const alpha = v128.load(b + 3 * plane + at)
      const most = f32x4.mul(alpha, left)
      const gone = f32x4.sub(alpha, most)
      for (let p: usize = 0; p < 3; p++) {
        const k = b + p * plane + at
        const ground = f32x4.splat(p == 0 ? red : p == 1 ? green : blue)
        v128.store(k, f32x4.min(most, f32x4.max(zero, f32x4.sub(v128.load(k), f32x4.mul(gone, ground)))))
      }
      v128.store(b + 3 * plane + at, most)
    }
    b += stride
    cover += coverStride
  }
}

/**
 * Where a mask leaves a part, 0 < m < 1, a raster takes on the colours of another: px of half-covered edges show what they
 * are of and not what was behind them. The other's colour has the share 1 − m⁴ (a px nearly whole keeps its own); where the
 * other covers nothing all stays. Coverage stays as it is: the mask is taken after.
 */
export function maskColours(b: usize, plane: usize, stride: usize, cover: usize, coverStride: usize, from: usize, count: i32, rows: i32, strength: f32, swap: i32): void {
  const zero = f32x4.splat(0)
  const one = f32x4.splat(1)
  const slope = f32x4.splat(swap ? -strength : strength)
  const least = f32x4.splat(swap ? 1 : 1 - strength)
  for (let y: i32 = 0; y < rows; y++) {
    for (let n: i32 = 0; n < count; n += 4) {
      const at = <usize>n << 2
      const left = leftBy(v128.load(cover + at), slope, least)
      if (!v128.any_true(v128.and(f32x4.gt(left, zero), f32x4.lt(left, one)))) continue
      const alpha = v128.load(b + 3 * plane + at)
      const other = v128.load(from + 3 * plane + at)
      const square = f32x4.mul(left, left)
      const share = v128.and(f32x4.sub(one, f32x4.mul(square, square)), f32x4.gt(other, f32x4.splat(0.001)))
      const k = f32x4.div(alpha, f32x4.max(other, f32x4.splat(0.001)))
      for (let p: usize = 0; p < 3; p++) {
        const own = v128.load(b + p * plane + at)
        const theirs = f32x4.mul(v128.load(from + p * plane + at), k)
        v128.store(b + p * plane + at, f32x4.add(own, f32x4.mul(f32x4.sub(theirs, own), share)))
      }
    }
    b += stride
    cover += coverStride
    from += stride
  }
}

/** What two planes cover together: 0 either, 1 the first without the second, 2 both, 3 only one of them. Edges that run together stay clean. */
export function combinePlane(to: usize, from: usize, stride: usize, count: i32, rows: i32, how: i32): void {
  const zero = f32x4.splat(0)
  for (let y: i32 = 0; y < rows; y++) {
    for (let n: i32 = 0; n < count; n += 4) {
      const at = <usize>n << 2
      const a = v128.load(to + at)
      const b = v128.load(from + at)
      const d = f32x4.sub(a, b)
      v128.store(to + at, how == 0 ? f32x4.max(a, b) : how == 1 ? f32x4.max(zero, d) : how == 2 ? f32x4.min(a, b) : f32x4.abs(d))
    }
    to += stride
    from += stride
  }
}

/**
 * How far px of straight RGBA bytes are picked, as `pickFrom` has it, 0–255, and of that only what hangs together with the
 * px (seedX, seedY) over picked px, sides counting. `marks` holds a byte a px, `stack` four bytes a px of the longest border.
 * Gives how many px are left.
 */
export function pickTouching(out: usize, rgba: usize, marks: usize, stack: usize, stackLength: i32, width: i32, height: i32, tone: i32, a: f32, b: f32, c: f32, tolerance: f32, fade: f32, seedX: i32, seedY: i32): i32 {
  const count = width * height
  const slope: f32 = tone ? 1 / (b - a) : 1 / fade
  for (let n: i32 = 0; n < count; n++) {
    const px = load<u32>(rgba + (<usize>n << 2))
    store<u8>(marks + n, 0)
    if (px >> 24 == 0) {
      store<u8>(out + n, 0)
      continue
    }
    const r = <f32>(px & 255) * <f32>(1.0 / 255)
    const g = <f32>((px >> 8) & 255) * <f32>(1.0 / 255)
    const bl = <f32>((px >> 16) & 255) * <f32>(1.0 / 255)
    const luma: f32 = <f32>0.2126 * r + <f32>0.7152 * g + <f32>0.0722 * bl
    let picked: f32
    if (tone) picked = (luma - a) * slope
    else {
      const dy = luma - a
      const db = (bl - luma) * <f32>(1 / 1.8556) - b
      const dr = (r - luma) * <f32>(1 / 1.5748) - c
      picked = 1 - (sqrt<f32>(dy * dy + db * db + dr * dr) - tolerance) * slope
    }
    store<u8>(out + n, <u8>nearest<f32>(min<f32>(1, max<f32>(0, picked)) * 255))
  }
  // Runs along rows, each leaving the starts of those it touches above and below.
  let top: i32 = 0
  let left: i32 = 0
  const seed = seedY * width + seedX
  if (load<u8>(out + seed) > 0) {
    store<i32>(stack, seed)
    top = 1
  }
  while (top > 0) {
    top--
    const n = load<i32>(stack + (<usize>top << 2))
    if (load<u8>(marks + n)) continue
    const row = n / width
    const first = row * width
    let from = n
    while (from > first && load<u8>(out + from - 1) > 0) from--
    let to = n
    while (to < first + width - 1 && load<u8>(out + to + 1) > 0) to++
    memory.fill(marks + from, 1, to - from + 1)
    left += to - from + 1
    for (let side: i32 = -1; side <= 1; side += 2) {
      if (row + side < 0 || row + side >= height) continue
      const by = side * width
      let inside = false
      for (let m = from; m <= to; m++) {
        const open = load<u8>(out + m + by) > 0 && load<u8>(marks + m + by) == 0
        if (open && !inside && top < stackLength) {
          store<i32>(stack + (<usize>top << 2), m + by)
          top++
        }
        inside = open
      }
    }
  }
  for (let n: i32 = 0; n < count; n++) if (load<u8>(marks + n) == 0) store<u8>(out + n, 0)
  return left
}
