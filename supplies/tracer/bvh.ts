import type { Mesh } from './geometry'

export type Hierarchy = { nodes: ArrayBuffer; order: Uint32Array }

/** A bounding volume hierarchy by binned surface-area cost (Wald 2007); 32 bytes a node, children side by side. */
export function hierarchy(mesh: Mesh): Hierarchy {
  const count = mesh.materials.length
  const p = Float32Array.from(mesh.positions)
  const low = new Float32Array(count * 3)
  const high = new Float32Array(count * 3)
  for (let t = 0; t < count; t++)
    for (let k = 0; k < 3; k++) {
      const [a, b, c] = [p[t * 9 + k] as number, p[t * 9 + 3 + k] as number, p[t * 9 + 6 + k] as number]
      low[t * 3 + k] = Math.min(a, b, c)
      high[t * 3 + k] = Math.max(a, b, c)
    }
  const order = Uint32Array.from({ length: count }, (_, n) => n)
  const nodes = new ArrayBuffer(Math.max(2, count * 2) * 32)
  const floats = new Float32Array(nodes)
  const ints = new Int32Array(nodes)
  let used = 1
  const centres = new Float32Array(count * 3)
  for (let n = 0; n < count * 3; n++) centres[n] = ((low[n] as number) + (high[n] as number)) / 2
  const bins = 16
  // Per bin: three lows, three highs, count.
  const table = new Float64Array(bins * 7)
  const sweep = new Float64Array(bins)
  const box = new Float64Array(6)
  const clear = (b: Float64Array, at: number) => b.fill(Infinity, at, at + 3).fill(-Infinity, at + 3, at + 6)
  const join = (
    b: Float64Array,
    at: number,
    lows: ArrayLike<number>,
    highs: ArrayLike<number>,
    from: number,
    highAt = from,
  ) => {
    for (let k = 0; k < 3; k++) {
      if ((lows[from + k] as number) < (b[at + k] as number)) b[at + k] = lows[from + k] as number
      if ((highs[highAt + k] as number) > (b[at + 3 + k] as number))
        b[at + 3 + k] = highs[highAt + k] as number
    }
  }
  const area = (b: Float64Array) => {
    const x = (b[3] as number) - (b[0] as number)
    const y = (b[4] as number) - (b[1] as number)
    const z = (b[5] as number) - (b[2] as number)
    return x < 0 ? 0 : x * y + y * z + z * x
  }
  const build = (node: number, from: number, to: number) => {
    const bounds = clear(new Float64Array(6), 0)
    const spread = clear(new Float64Array(6), 0)
    for (let n = from; n < to; n++) {
      const t = (order[n] as number) * 3
      join(bounds, 0, low, high, t)
      join(spread, 0, centres, centres, t)
    }
    for (let k = 0; k < 6; k++) floats[node * 8 + k] = (bounds[k] as number) + (k < 3 ? -1e-5 : 1e-5)
    let cost = Infinity
    let bestAxis = 0
    let bestBin = 0
    const binOf = (t: number, axis: number) =>
      Math.min(
        bins - 1,
        Math.floor(
          (((centres[t * 3 + axis] as number) - (spread[axis] as number)) /
            ((spread[axis + 3] as number) - (spread[axis] as number))) *
            bins,
        ),
      )
    if (to - from > 3)
      for (let axis = 0; axis < 3; axis++) {
        if ((spread[axis + 3] as number) - (spread[axis] as number) < 1e-7) continue
        for (let b = 0; b < bins; b++) {
          clear(table, b * 7)
          table[b * 7 + 6] = 0
        }
        for (let n = from; n < to; n++) {
          const t = order[n] as number
          const at = binOf(t, axis) * 7
          join(table, at, low, high, t * 3)
          table[at + 6] = (table[at + 6] as number) + 1
        }
        clear(box, 0)
        let held = 0
        for (let b = bins - 1; b > 0; b--) {
          join(box, 0, table, table, b * 7, b * 7 + 3)
          held += table[b * 7 + 6] as number
          sweep[b] = area(box) * held
        }
        clear(box, 0)
        held = 0
        for (let b = 0; b < bins - 1; b++) {
          join(box, 0, table, table, b * 7, b * 7 + 3)
          held += table[b * 7 + 6] as number
          const here = area(box) * held + (sweep[b + 1] as number)
          if (here < cost && held > 0 && held < to - from) {
            cost = here
            bestAxis = axis
            bestBin = b
          }
        }
      }
    if (cost === Infinity || (to - from < 9 && cost > area(bounds) * (to - from))) {
      ints[node * 8 + 6] = from
      ints[node * 8 + 7] = to - from
      return
    }
    const slice = order.slice(from, to)
    const left = slice.filter((t) => binOf(t, bestAxis) <= bestBin)
    order.set(left, from)
    order.set(
      slice.filter((t) => binOf(t, bestAxis) > bestBin),
      from + left.length,
    )
    const child = used
    used += 2
    ints[node * 8 + 6] = child
    ints[node * 8 + 7] = 0
    build(child, from, from + left.length)
    build(child + 1, from + left.length, to)
  }
  build(0, 0, count)
  return { nodes: nodes.slice(0, used * 32), order }
}
