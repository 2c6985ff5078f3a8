/** A hash of document coordinates (PCG output step), 0 … 1: the same in every tile and host. */
@inline export function hash(x: i32, y: i32, seed: i32): f32 {
  let v = <u32>x * 747796405 + <u32>y * 2891336453 + <u32>seed * 1181783497 + 277803737
  v = ((v >> ((v >> 28) + 4)) ^ v) * 277803737
  v = (v >> 22) ^ v
  return <f32>(v >> 8) * (1.0 / 16777216.0)
}
