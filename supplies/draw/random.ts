/** Seeded random numbers 0–1 (mulberry32), so that every run draws the same. */
export function random(seed: number): () => number {
  let a = seed >>> 0
  return () => {
    a = (a + 0x6d2b79f5) >>> 0
    let t = Math.imul(a ^ (a >>> 15), a | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

const lattice = (x: number, y: number, seed: number): number => {
  let h = Math.imul(x, 374761393) ^ Math.imul(y, 668265263) ^ Math.imul(seed, 1442695041)
  h = Math.imul(h ^ (h >>> 13), 1274126177)
  return ((h ^ (h >>> 16)) >>> 0) / 4294967296
}
const fade = (t: number): number => t * t * t * (t * (t * 6 - 15) + 10)
/** Value noise 0–1; `period` repeats it for seamless tiles. */
export function noise(x: number, y: number, seed: number, period = 0): number {
  const [xf, yf] = [Math.floor(x), Math.floor(y)]
  const wrap = (v: number) => (period > 0 ? ((v % period) + period) % period : v)
  const [u, v] = [fade(x - xf), fade(y - yf)]
  const at = (i: number, j: number) => lattice(wrap(xf + i), wrap(yf + j), seed)
  const top = at(0, 0) + (at(1, 0) - at(0, 0)) * u
  const low = at(0, 1) + (at(1, 1) - at(0, 1)) * u
  return top + (low - top) * v
}
export function fractal(x: number, y: number, seed: number, octaves = 5): number {
  let sum = 0
  let k = 0.5
  let total = 0
  for (let n = 0; n < octaves; n++) {
    sum += noise(x * 2 ** n + n * 17.3, y * 2 ** n + n * 9.1, seed + n) * k
    total += k
    k *= 0.5
  }
  return sum / total
}
