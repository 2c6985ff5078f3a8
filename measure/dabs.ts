import type { Dab } from '../core/masks/mask'

/** A dab as a person would set it: a disc of 1 % of the short side in the middle of the largest wrong region. */
export function nextDab(
  scene: { width: number; height: number; alpha: Uint8Array },
  alpha: Uint8Array,
): Dab | null {
  const { width, height } = scene
  const wrong = alpha.map((v, n) => {
    if ((scene.alpha[n] as number) >= 128) {
      if (v < 128) return 1
      return 0
    }
    if (v >= 128) return 2
    return 0
  })
  const seen = new Uint8Array(wrong.length)
  let best: number[] = []
  for (let start = 0; start < wrong.length; start++) {
    if (!wrong[start] || seen[start]) continue
    const region = [start]
    seen[start] = 1
    for (let k = 0; k < region.length; k++) {
      const n = region[k] as number
      for (const m of [n % width > 0 ? n - 1 : -1, n % width < width - 1 ? n + 1 : -1, n - width, n + width])
        if (m >= 0 && m < wrong.length && !seen[m] && wrong[m] === wrong[start]) {
          seen[m] = 1
          region.push(m)
        }
    }
    if (region.length > best.length) best = region
  }
  if (best.length === 0) return null
  // Its middle is the px furthest from its edge.
  const inside = new Set(best)
  let layer = best
  let last = best
  while (layer.length > 0) {
    last = layer
    layer = layer.filter((n) => [n - 1, n + 1, n - width, n + width].every((m) => inside.has(m)))
    for (const n of last) inside.delete(n)
    for (const n of layer) inside.add(n)
  }
  const middle = last[Math.floor(last.length / 2)] as number
  return {
    x: ((middle % width) + 0.5) / width,
    y: (Math.floor(middle / width) + 0.5) / height,
    radius: 0.01,
    keep: wrong[middle] === 1,
  }
}
