/** Steps to the eight neighbours; each is followed by its opposite, so that `d ^ 1` leads back. */
export const STEPS: readonly (readonly [number, number])[] = [
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -1],
  [1, 1],
  [-1, -1],
  [1, -1],
  [-1, 1],
]
const FREE = 0
const TERMINAL = 9
const ORPHAN = 10
const FAR = 1 << 30

/**
 * The least cut through a grid of eight neighbours, by growing a tree from either terminal and mending what an augmented
 * path breaks: Y. Boykov, V. Kolmogorov, “An experimental comparison of min-cut/max-flow algorithms for energy
 * minimization in vision”, IEEE PAMI 26 (2004), with its marking heuristics.
 *
 * `terminal` is what it costs to leave a cell on the wrong side: above 0 to leave it with the sink, below 0 with the
 * source. `links` has eight capacities a cell in the order of `STEPS`, 0 over the border; they are used up. Gives 1 for
 * cells of the source's side.
 */
export function leastCut(
  width: number,
  height: number,
  terminal: Float32Array,
  links: Float32Array,
): Uint8Array {
  const count = width * height
  const step = Int32Array.from(STEPS, ([x, y]) => y * width + x)
  const rest = Float64Array.from(terminal)
  /** FREE, 1 + the link to the parent, TERMINAL or ORPHAN. */
  const parent = new Uint8Array(count)
  const sink = new Uint8Array(count)
  const stamp = new Int32Array(count)
  const distance = new Int32Array(count)
  const queued = new Uint8Array(count)
  const queue = new Int32Array(count + 1)
  let [first, last] = [0, 0]
  const push = (n: number) => {
    if (queued[n]) return
    queued[n] = 1
    queue[last] = n
    last = last === count ? 0 : last + 1
  }
  const orphans: number[] = []
  let time = 0

  for (let n = 0; n < count; n++) {
    const t = rest[n] as number
    if (t === 0) continue
    sink[n] = t < 0 ? 1 : 0
    parent[n] = TERMINAL
    distance[n] = 1
    push(n)
  }

  const orphan = (n: number) => {
    parent[n] = ORPHAN
    orphans.push(n)
  }
  /** Pushes what the path over the link `d` from `n` can take. */
  const augment = (n: number, d: number) => {
    const bridge = n * 8 + d
    let least = links[bridge] as number
    let at = n
    for (;;) {
      const p = parent[at] as number
      if (p === TERMINAL) break
      const up = at + (step[p - 1] as number)
      least = Math.min(least, links[up * 8 + ((p - 1) ^ 1)] as number)
      at = up
    }
    least = Math.min(least, rest[at] as number)
    at = n + (step[d] as number)
    for (;;) {
      const p = parent[at] as number
      if (p === TERMINAL) break
      least = Math.min(least, links[at * 8 + p - 1] as number)
      at += step[p - 1] as number
    }
    least = Math.min(least, -(rest[at] as number))

    links[bridge] = (links[bridge] as number) - least
    const back = (n + (step[d] as number)) * 8 + (d ^ 1)
    links[back] = (links[back] as number) + least
    at = n
    for (;;) {
      const p = parent[at] as number
      if (p === TERMINAL) break
      const up = at + (step[p - 1] as number)
      const down = up * 8 + ((p - 1) ^ 1)
      links[at * 8 + p - 1] = (links[at * 8 + p - 1] as number) + least
      const left = (links[down] as number) - least
      links[down] = left
      if (left <= 0) {
        links[down] = 0
        orphan(at)
      }
      at = up
    }
    rest[at] = (rest[at] as number) - least
    if ((rest[at] as number) <= 1e-9) {
      rest[at] = 0
      orphan(at)
    }
    at = n + (step[d] as number)
    for (;;) {
      const p = parent[at] as number
      if (p === TERMINAL) break
      const up = at + (step[p - 1] as number)
      const over = up * 8 + ((p - 1) ^ 1)
      links[over] = (links[over] as number) + least
      const left = (links[at * 8 + p - 1] as number) - least
      links[at * 8 + p - 1] = left
      if (left <= 0) {
        links[at * 8 + p - 1] = 0
        orphan(at)
      }
      at = up
    }
    rest[at] = (rest[at] as number) + least
    if ((rest[at] as number) >= -1e-9) {
      rest[at] = 0
      orphan(at)
    }
  }
  /** Looks for a new parent with a way to the terminal; without one the cell is free again. */
  const adopt = (n: number) => {
    const mine = sink[n] as number
    let best = -1
    let nearest = FAR
    for (let d = 0; d < 8; d++) {
      const m = n + (step[d] as number)
      const capacity = mine ? links[n * 8 + d] : links[m * 8 + (d ^ 1)]
      if (!((capacity as number) > 0) || sink[m] !== mine || parent[m] === FREE) continue
      let length = 0
      let at = m
      for (;;) {
        if (stamp[at] === time) {
          length += distance[at] as number
          break
        }
        const p = parent[at] as number
        length++
        if (p === TERMINAL) {
          stamp[at] = time
          distance[at] = 1
          break
        }
        if (p === ORPHAN) {
          length = FAR
          break
        }
        at += step[p - 1] as number
      }
      if (length >= FAR) continue
      if (length < nearest) {
        nearest = length
        best = d
      }
      for (let mark = m, left = length; stamp[mark] !== time; left--) {
        stamp[mark] = time
        distance[mark] = left
        mark += step[(parent[mark] as number) - 1] as number
      }
    }
    if (best >= 0) {
      parent[n] = best + 1
      stamp[n] = time
      distance[n] = nearest + 1
      return
    }
    parent[n] = FREE
    for (let d = 0; d < 8; d++) {
      const m = n + (step[d] as number)
      if (m < 0 || m >= count) continue
      const p = parent[m] as number
      if (sink[m] !== mine || p === FREE) continue
      const capacity = mine ? links[n * 8 + d] : links[m * 8 + (d ^ 1)]
      if ((capacity as number) > 0) push(m)
      if (p !== TERMINAL && p !== ORPHAN && m + (step[p - 1] as number) === n) orphan(m)
    }
  }

  let current = -1
  for (;;) {
    let n = current
    if (n >= 0 && parent[n] === FREE) n = -1
    while (n < 0 && first !== last) {
      const next = queue[first] as number
      first = first === count ? 0 : first + 1
      queued[next] = 0
      if (parent[next] !== FREE) n = next
    }
    if (n < 0) break
    current = -1
    const mine = sink[n] as number
    let found = -1
    let from = n
    for (let d = 0; d < 8; d++) {
      const m = n + (step[d] as number)
      const capacity = mine ? links[m * 8 + (d ^ 1)] : links[n * 8 + d]
      if (!((capacity as number) > 0)) continue
      if (parent[m] === FREE) {
        sink[m] = mine
        parent[m] = (d ^ 1) + 1
        stamp[m] = stamp[n] as number
        distance[m] = (distance[n] as number) + 1
        push(m)
      } else if (sink[m] !== mine) {
        found = mine ? d ^ 1 : d
        from = mine ? m : n
        break
      } else if (
        (stamp[m] as number) <= (stamp[n] as number) &&
        (distance[m] as number) > (distance[n] as number)
      ) {
        parent[m] = (d ^ 1) + 1
        stamp[m] = stamp[n] as number
        distance[m] = (distance[n] as number) + 1
      }
    }
    time++
    if (found < 0) continue
    current = n
    augment(from, found)
    while (orphans.length > 0) adopt(orphans.pop() as number)
  }
  const out = new Uint8Array(count)
  for (let n = 0; n < count; n++) out[n] = parent[n] !== FREE && !sink[n] ? 1 : 0
  return out
}
