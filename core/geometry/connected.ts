/** Ways to the neighbours of a cell: columns and rows. */
export type Neighbours = readonly (readonly [number, number])[]
export const BY_SIDES: Neighbours = [
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -1],
]
/** All cells up to `reach` columns and rows away. */
export const within = (reach: number): Neighbours =>
  Array.from(
    { length: (2 * reach + 1) ** 2 },
    (_, n) => [(n % (2 * reach + 1)) - reach, Math.floor(n / (2 * reach + 1)) - reach] as const,
  ).filter(([x, y]) => x !== 0 || y !== 0)

/** The parts of a grid's cells that belong and hang together, each as its cells, row by row from the first of each. */
export function* connectedParts(
  width: number,
  height: number,
  belongs: (cell: number) => boolean,
  near: Neighbours = BY_SIDES,
): Generator<number[]> {
  const seen = new Uint8Array(width * height)
  for (let start = 0; start < seen.length; start++) {
    if (seen[start] || !belongs(start)) continue
    const part = [start]
    seen[start] = 1
    for (let k = 0; k < part.length; k++) {
      const n = part[k] as number
      const [x, y] = [n % width, Math.floor(n / width)]
      for (const [dx, dy] of near) {
        const [u, v] = [x + dx, y + dy]
        if (u < 0 || v < 0 || u >= width || v >= height) continue
        const m = v * width + u
        if (seen[m] || !belongs(m)) continue
        seen[m] = 1
        part.push(m)
      }
    }
    yield part
  }
}
