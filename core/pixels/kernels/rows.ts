// Rows of floats. A call to the engine's own copy or fill takes as long as some hundred bytes by hand.

/** Copies `count` floats. */
export function copyRow(to: usize, from: usize, count: i32): void {
  let n: i32 = 0
  for (; n + 16 <= count; n += 16) {
    const at = <usize>n << 2
    v128.store(to + at, v128.load(from + at))
    v128.store(to + at, v128.load(from + at, 16), 16)
    v128.store(to + at, v128.load(from + at, 32), 32)
    v128.store(to + at, v128.load(from + at, 48), 48)
  }
  for (; n + 4 <= count; n += 4) v128.store(to + (<usize>n << 2), v128.load(from + (<usize>n << 2)))
  for (; n < count; n++) store<f32>(to + (<usize>n << 2), load<f32>(from + (<usize>n << 2)))
}
/** Sets `count` floats to nothing. */
export function clearRow(to: usize, count: i32): void {
  const none = f32x4.splat(0)
  let n: i32 = 0
  for (; n + 16 <= count; n += 16) {
    const at = to + (<usize>n << 2)
    v128.store(at, none)
    v128.store(at, none, 16)
    v128.store(at, none, 32)
    v128.store(at, none, 48)
  }
  for (; n + 4 <= count; n += 4) v128.store(to + (<usize>n << 2), none)
  for (; n < count; n++) store<f32>(to + (<usize>n << 2), 0)
}
