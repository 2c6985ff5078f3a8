/** From here on a px counts as part of something, and up to here as part of a hole, of 255. */
const SOME = 13
const NEARLY = 242

/** A stray dot, or a hole in what is covered: its px as places in the coverage, and their area weighed by it, px. */
export type Speck = { hole: boolean; area: number; px: readonly number[] }

/**
 * The specks of a coverage: stray dots and holes whose own area is under that of a disc of `size` px across. The largest part and
 * what opens to the border are none.
 */
export function specksIn(alpha: Uint8Array, width: number, height: number, size: number): Speck[] {
  const most = (Math.PI * size * size) / 4
  const seen = new Uint8Array(alpha.length)
  const stack: number[] = []
  const mark = (n: number): number => {
    seen[n] = 1
    return n
  }
  const find = (belongs: (v: number) => boolean, weight: (v: number) => number, hole: boolean): Speck[] => {
    seen.fill(0)
    const small: Speck[] = []
    let largest = 0
    for (let start = 0; start < alpha.length; start++) {
      if (seen[start] || !belongs(alpha[start] as number)) continue
      const px: number[] = []
      let area = 0
      let border = false
      stack.push(mark(start))
      while (stack.length > 0) {
        const n = stack.pop() as number
        area += weight(alpha[n] as number)
        // What is too large need not be remembered.
        if (area <= most) px.push(n)
        const [x, y] = [n % width, Math.floor(n / width)]
        if (x === 0 || y === 0 || x === width - 1 || y === height - 1) border = true
        if (x > 0 && !seen[n - 1] && belongs(alpha[n - 1] as number)) stack.push(mark(n - 1))
        if (x < width - 1 && !seen[n + 1] && belongs(alpha[n + 1] as number)) stack.push(mark(n + 1))
        if (y > 0 && !seen[n - width] && belongs(alpha[n - width] as number)) stack.push(mark(n - width))
        if (y < height - 1 && !seen[n + width] && belongs(alpha[n + width] as number))
          stack.push(mark(n + width))
      }
      largest = Math.max(largest, area)
      if (area <= most && !(hole && border)) small.push({ hole, area, px })
    }
    return hole ? small : small.filter((p) => p.area < largest)
  }
  const dots = find(
    (v) => v >= SOME,
    (v) => v / 255,
    false,
  )
  const holes = find(
    (v) => v <= NEARLY,
    (v) => 1 - v / 255,
    true,
  )
  return [...dots, ...holes]
}

/** A coverage without its specks under a size: dots become nothing and holes whole, their soft edges too; how many of each were found. */
export function withoutSpecks(
  alpha: Uint8Array,
  width: number,
  height: number,
  size: number,
): { alpha: Uint8Array; dots: number; holes: number } {
  const out = Uint8Array.from(alpha)
  const found = specksIn(alpha, width, height, size)
  for (const { hole, px } of found) for (const n of px) out[n] = hole ? 255 : 0
  const holes = found.filter((s) => s.hole).length
  return { alpha: out, dots: found.length - holes, holes }
}

/** The px of a grid that lie on some others or within so many px of them. */
export function spread(px: Iterable<number>, width: number, height: number, by: number): Set<number> {
  const out = new Set<number>()
  for (const n of px) {
    const [x, y] = [n % width, Math.floor(n / width)]
    for (let j = Math.max(0, y - by); j <= Math.min(height - 1, y + by); j++)
      for (let i = Math.max(0, x - by); i <= Math.min(width - 1, x + by); i++) out.add(j * width + i)
  }
  return out
}

/** What fills holes: each in the mean colour of what is covered around it; RGBA, straight, see-through elsewhere. */
export function patchOver(
  holes: readonly Speck[],
  rgba: Uint8ClampedArray,
  width: number,
  height: number,
): Uint8ClampedArray<ArrayBuffer> {
  const out = new Uint8ClampedArray(width * height * 4)
  for (const { px } of holes) {
    const sum = [0, 0, 0]
    let count = 0
    for (const n of spread(px, width, height, 3)) {
      if ((rgba[n * 4 + 3] as number) <= NEARLY) continue
      for (let k = 0; k < 3; k++) sum[k] = (sum[k] as number) + (rgba[n * 4 + k] as number)
      count++
    }
    if (count === 0) continue
    // Beneath the thing it may go on under its edge.
    for (const n of spread(px, width, height, 1))
      out.set([...sum.map((v) => Math.round(v / count)), 255], n * 4)
  }
  return out
}
