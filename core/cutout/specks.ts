/** From here on a px counts as part of something, and up to here as part of a hole, of 255. */
const SOME = 13
const NEARLY = 242

/**
 * A coverage without its specks: stray dots and holes whose own area is under that of a disc of `size` px across. Dots
 * become nothing and holes whole, their soft edges too; the largest part and what opens to the border are none. Gives how many of each were found.
 */
export function withoutSpecks(alpha: Uint8Array, width: number, height: number, size: number): { alpha: Uint8Array; dots: number; holes: number } {
  const out = Uint8Array.from(alpha)
  const most = (Math.PI * size * size) / 4
  const seen = new Uint8Array(alpha.length)
  const stack: number[] = []
  /** The parts under the size; the largest of all and those at the border are left out where they are not meant. */
  const clear = (belongs: (v: number) => boolean, weight: (v: number) => number, to: number, enclosed: boolean): number => {
    seen.fill(0)
    const small: { part: number[]; area: number }[] = []
    let largest = 0
    for (let start = 0; start < alpha.length; start++) {
      if (seen[start] || !belongs(alpha[start] as number)) continue
      const part: number[] = []
      let area = 0
      let border = false
      stack.push(start)
      seen[start] = 1
      while (stack.length > 0) {
        const n = stack.pop() as number
        area += weight(alpha[n] as number)
        // What is too large need not be remembered.
        if (area <= most) part.push(n)
        const [x, y] = [n % width, Math.floor(n / width)]
        if (x === 0 || y === 0 || x === width - 1 || y === height - 1) border = true
        if (x > 0 && !seen[n - 1] && belongs(alpha[n - 1] as number)) stack.push(mark(n - 1))
        if (x < width - 1 && !seen[n + 1] && belongs(alpha[n + 1] as number)) stack.push(mark(n + 1))
        if (y > 0 && !seen[n - width] && belongs(alpha[n - width] as number)) stack.push(mark(n - width))
        if (y < height - 1 && !seen[n + width] && belongs(alpha[n + width] as number)) stack.push(mark(n + width))
      }
      largest = Math.max(largest, area)
      if (area <= most && !(enclosed && border)) small.push({ part, area })
    }
    const gone = enclosed ? small : small.filter((p) => p.area < largest)
    for (const { part } of gone) for (const n of part) out[n] = to
    return gone.length
  }
  const mark = (n: number): number => {
    seen[n] = 1
    return n
  }
  const dots = clear(
    (v) => v >= SOME,
    (v) => v / 255,
    0,
    false,
  )
  const holes = clear(
    (v) => v <= NEARLY,
    (v) => 1 - v / 255,
    255,
    true,
  )
  return { alpha: out, dots, holes }
}
