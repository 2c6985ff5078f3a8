// Smears towards or around a pole: sums along rays from it, or across them, of which a smear is the difference of two.

@inline function splat(v: f32): v128 {
  return f32x4.splat(v)
}
/** Two rows of px mixed. */
@inline function mixed(at: usize, stride: usize, down: v128): v128 {
  const high = v128.load(at)
  return i16x8.add(high, i16x8.q15mulr_sat_s(i16x8.sub(v128.load(at + stride), high), down))
}

/**
 * Sums of px (as `weavePx` makes them) along `rays` rays from (x, y), or with `across` from ray to ray, into rows of
 * `count` + 1 px of four floats: the first of each row, or the whole first row, is nothing. A ray takes `count` px from the
 * distance `first` on, a px apart, its cosine and sine at `ways`; px beyond the buffer are those at its border. `rays` is even;
 * of each two the px from the one to the other of two whole numbers at `spans` are taken, the others have no sums.
 */
export function castRays(to: usize, from: usize, stride: usize, width: i32, height: i32, x: f32, y: f32, ways: usize, spans: usize, rays: i32, first: f32, count: i32, across: i32): void {
  const line = <usize>(count + 1) << 4
  const none = i32x4.splat(0)
  const most = i32x4.shl(i32x4(width - 2, height - 2, width - 2, height - 2), 20)
  // Bytes of a px and of a row, for places along and down in turn.
  const bytes = i32x4.splat(8 | (<i32>stride << 16))
  const fine = splat(1048576)
  const pole = f32x4(x, y, x, y)
  if (across) for (let n: usize = 0; n < line; n += 16) v128.store(to + n, splat(0))
  // Two rays at a time.
  for (let j: i32 = 0; j < rays; j += 2) {
    const span = spans + (<usize>j << 2)
    const begin = load<i32>(span)
    const end = load<i32>(span, 4)
    const way = v128.load(ways + (<usize>j << 3))
    let run = i32x4.trunc_sat_f32x4_s(f32x4.mul(f32x4.add(pole, f32x4.mul(way, splat(first + <f32>begin))), fine))
    const step = i32x4.trunc_sat_f32x4_s(f32x4.nearest(f32x4.mul(way, fine)))
    const row = to + <usize>(across ? j + 1 : j) * line
    let one = splat(0)
    let two = splat(0)
    if (!across) {
      v128.store(row + (<usize>begin << 4), one)
      v128.store(row + (<usize>begin << 4) + line, one)
    }
    for (let n: i32 = begin; n < end; n++) {
      const place = i32x4.min_s(i32x4.max_s(run, none), most)
      run = i32x4.add(run, step)
      const corner = i32x4.shr_u(place, 20)
      const at = i32x4.dot_i16x8_s(v128.shuffle<i16>(corner, corner, 0, 2, 4, 6, 0, 2, 4, 6), bytes)
      const share = v128.and(i32x4.shr_u(place, 5), i32x4.splat(32767))
      const part = v128.or(share, i32x4.shl(share, 16))
      const a = mixed(from + <usize>i32x4.extract_lane(at, 0), stride, v128.shuffle<i32>(part, part, 1, 1, 1, 1))
      const b = mixed(from + <usize>i32x4.extract_lane(at, 1), stride, v128.shuffle<i32>(part, part, 3, 3, 3, 3))
      const left = v128.shuffle<i64>(a, b, 0, 2)
      const right = v128.shuffle<i64>(a, b, 1, 3)
      const px = i16x8.add(left, i16x8.q15mulr_sat_s(i16x8.sub(right, left), v128.shuffle<i32>(part, part, 0, 0, 2, 2)))
      const low = f32x4.convert_i32x4_s(i32x4.extend_low_i16x8_s(px))
      const high = f32x4.convert_i32x4_s(i32x4.extend_high_i16x8_s(px))
      const own = row + (<usize>n << 4)
      if (across) {
        one = f32x4.add(v128.load(own - line), low)
        v128.store(own, one)
        v128.store(own + line, f32x4.add(one, high))
      } else {
        one = f32x4.add(one, low)
        two = f32x4.add(two, high)
        v128.store(own, one, 16)
        v128.store(own + line, two, 16)
      }
    }
  }
}

/** The angle of (x, y), radians, within 1e-5 (M. Abramowitz, I. Stegun, “Handbook of Mathematical Functions”, 4.4.49). */
@inline function angles(x: v128, y: v128): v128 {
  const ax = f32x4.abs(x)
  const ay = f32x4.abs(y)
  const t = f32x4.div(f32x4.pmin(ax, ay), f32x4.pmax(f32x4.pmax(ax, ay), splat(1e-6)))
  const q = f32x4.mul(t, t)
  let p = f32x4.add(f32x4.mul(q, splat(0.0208351)), splat(-0.085133))
  p = f32x4.add(f32x4.mul(q, p), splat(0.180141))
  p = f32x4.add(f32x4.mul(q, p), splat(-0.3302995))
  p = f32x4.mul(t, f32x4.add(f32x4.mul(q, p), splat(0.999866)))
  p = v128.bitselect(f32x4.sub(splat(1.57079633), p), p, f32x4.gt(ay, ax))
  p = v128.bitselect(f32x4.sub(splat(3.14159265), p), p, f32x4.lt(x, splat(0)))
  return v128.bitselect(f32x4.neg(p), p, f32x4.lt(y, splat(0)))
}
/** A sum between its two neighbours along a ray. */
@inline function summed(at: usize, over: v128): v128 {
  const own = v128.load(at)
  return f32x4.add(own, f32x4.mul(f32x4.sub(v128.load(at, 16), own), over))
}
/**
 * Smears a part of px by the sums of `castRays`, the results so many bytes `ahead` of them: as far as `amount` times their distance from (x, y) on either side
 * towards it, or with `across` by `amount` radians around it. (`cos`, `sin`) is where angles are counted from, `start` the
 * first ray's and `apart` what lies between two. What is smeared by less than two px keeps of itself. `count` in fours.
 */
export function smearByRays(px: usize, ahead: usize, stride: usize, left: i32, top: i32, count: i32, rows: i32, sums: usize, x: f32, y: f32, cos: f32, sin: f32, start: f32, apart: f32, rays: i32, first: f32, length: i32, amount: f32, across: i32): void {
  const line = <usize>(length + 1) << 4
  const sumsInLine = splat(<f32>(length + 1))
  const none = splat(0)
  const one = splat(1)
  // A hair before the last, so that what lies beyond it is never read.
  const mostU = splat(<f32>(across ? length - 1 : length) - 0.001)
  const mostV = splat(<f32>(across ? rays : rays - 1) - 0.001)
  const lanes = f32x4(0, 1, 2, 3)
  for (let row: i32 = top; row < top + rows; row++) {
    const dy = splat(<f32>row - y)
    for (let n: i32 = left; n < left + count; n += 4) {
      const dx = f32x4.add(splat(<f32>n - x), lanes)
      const r = f32x4.sqrt(f32x4.add(f32x4.mul(dx, dx), f32x4.mul(dy, dy)))
      const along = f32x4.add(f32x4.mul(dx, splat(cos)), f32x4.mul(dy, splat(sin)))
      const aside = f32x4.sub(f32x4.mul(dy, splat(cos)), f32x4.mul(dx, splat(sin)))
      const ray = f32x4.mul(f32x4.sub(angles(along, aside), splat(start)), splat(1 / apart))
      // At least a px is smeared over.
      const half = f32x4.pmax(f32x4.mul(r, splat(amount)), splat(0.5))
      let u0: v128, v0: v128, u1: v128, v1: v128, over: v128
      if (across) {
        const turn = f32x4.mul(f32x4.div(half, f32x4.pmax(r, splat(0.5))), splat(1 / apart))
        u0 = f32x4.sub(r, splat(first))
        u1 = u0
        v0 = f32x4.add(f32x4.sub(ray, turn), splat(0.5))
        v1 = f32x4.add(f32x4.add(ray, turn), splat(0.5))
        over = turn
      } else {
        u0 = f32x4.sub(f32x4.sub(r, half), splat(first - 0.5))
        u1 = f32x4.sub(f32x4.add(r, half), splat(first - 0.5))
        v0 = ray
        v1 = ray
        over = half
      }
      u0 = f32x4.pmin(f32x4.pmax(u0, none), mostU)
      u1 = f32x4.pmin(f32x4.pmax(u1, none), mostU)
      v0 = f32x4.pmin(f32x4.pmax(v0, none), mostV)
      v1 = f32x4.pmin(f32x4.pmax(v1, none), mostV)
      const by = f32x4.div(splat(0.5), over)
      const smeared = f32x4.pmin(f32x4.pmax(f32x4.sub(f32x4.mul(r, splat(2 * amount)), one), none), one)
      const at = px + <usize>row * stride + (<usize>n << 3)
      if (!v128.any_true(f32x4.gt(smeared, none))) {
        v128.store(at + ahead, v128.load(at))
        v128.store(at + ahead, v128.load(at, 16), 16)
        continue
      }
      const firstU = f32x4.floor(u0)
      const firstV = f32x4.floor(v0)
      const lastU = f32x4.floor(u1)
      const lastV = f32x4.floor(v1)
      const from = place(firstU, firstV, sumsInLine)
      const to = place(lastU, lastV, sumsInLine)
      const fromU = f32x4.sub(u0, firstU)
      const fromV = f32x4.sub(v0, firstV)
      const toU = f32x4.sub(u1, lastU)
      const toV = f32x4.sub(v1, lastV)
      let a = smear(sums + <usize>i32x4.extract_lane(from, 0), sums + <usize>i32x4.extract_lane(to, 0), line, lane0(fromU), lane0(fromV), lane0(toU), lane0(toV), lane0(by), across)
      let b = smear(sums + <usize>i32x4.extract_lane(from, 1), sums + <usize>i32x4.extract_lane(to, 1), line, lane1(fromU), lane1(fromV), lane1(toU), lane1(toV), lane1(by), across)
      let c = smear(sums + <usize>i32x4.extract_lane(from, 2), sums + <usize>i32x4.extract_lane(to, 2), line, lane2(fromU), lane2(fromV), lane2(toU), lane2(toV), lane2(by), across)
      let d = smear(sums + <usize>i32x4.extract_lane(from, 3), sums + <usize>i32x4.extract_lane(to, 3), line, lane3(fromU), lane3(fromV), lane3(toU), lane3(toV), lane3(by), across)
      if (!v128.all_true<i32>(f32x4.eq(smeared, one))) {
        a = ofOwn(at, a, lane0(smeared))
        b = ofOwn(at + 8, b, lane1(smeared))
        c = ofOwn(at + 16, c, lane2(smeared))
        d = ofOwn(at + 24, d, lane3(smeared))
      }
      v128.store(at + ahead, i16x8.narrow_i32x4_s(whole(a), whole(b)))
      v128.store(at + ahead, i16x8.narrow_i32x4_s(whole(c), whole(d)), 16)
    }
  }
}
@inline function lane0(v: v128): v128 {
  return v128.shuffle<i32>(v, v, 0, 0, 0, 0)
}
@inline function lane1(v: v128): v128 {
  return v128.shuffle<i32>(v, v, 1, 1, 1, 1)
}
@inline function lane2(v: v128): v128 {
  return v128.shuffle<i32>(v, v, 2, 2, 2, 2)
}
@inline function lane3(v: v128): v128 {
  return v128.shuffle<i32>(v, v, 3, 3, 3, 3)
}
/** How many bytes from the first sum those at whole (u, v) lie: fewer sums than 2^23, so that floats count them. */
@inline function place(u: v128, v: v128, line: v128): v128 {
  return i32x4.shl(v128.and(f32x4.add(f32x4.add(f32x4.mul(v, line), u), splat(8388608)), i32x4.splat(8388607)), 4)
}
/** The mean between two places: the difference of their sums, `by` one through their number. */
@inline function smear(from: usize, to: usize, line: usize, fromU: v128, fromV: v128, toU: v128, toV: v128, by: v128, across: i32): v128 {
  const a = summed(from, fromU)
  const b = f32x4.sub(summed(from + line, fromU), a)
  const c = summed(to, toU)
  const d = f32x4.sub(summed(to + line, toU), c)
  const most = f32x4.sub(c, a)
  return f32x4.mul(f32x4.add(most, across ? f32x4.sub(f32x4.mul(d, toV), f32x4.mul(b, fromV)) : f32x4.mul(f32x4.sub(d, b), fromV)), by)
}
@inline function ofOwn(at: usize, mean: v128, share: v128): v128 {
  const own = f32x4.convert_i32x4_s(v128.load_ext<i16>(at))
  return f32x4.add(own, f32x4.mul(f32x4.sub(mean, own), share))
}
/** Added to 2^23 a float ends in its nearest whole number. */
@inline function whole(v: v128): v128 {
  return v128.and(f32x4.add(f32x4.pmax(v, splat(0)), splat(8388608)), i32x4.splat(65535))
}
