import type { Lab } from './copies'

const SIDE = 32
const [L0, LK] = [0, SIDE / 1.0001]
const [C0, CK] = [-0.24, SIDE / 0.48]
const binAt = (v: number, from: number, scale: number): number =>
  Math.min(SIDE - 1, Math.max(0, Math.floor((v - from) * scale)))

/** The bin of each px's colour in a cube of OKLab, 32 bins a side. */
export function binsOf({ l, a, b }: Lab): Uint16Array {
  const out = new Uint16Array(l.length)
  for (let n = 0; n < out.length; n++)
    out[n] =
      (binAt(l[n] as number, L0, LK) * SIDE + binAt(a[n] as number, C0, CK)) * SIDE +
      binAt(b[n] as number, C0, CK)
  return out
}
/** How often colours occur, a density over the bins smoothed so that near colours count too; sums to 1. */
export class ColourModel {
  private readonly bins = new Float32Array(SIDE ** 3)
  private total = 0

  add(bin: number, weight: number): void {
    this.bins[bin] = (this.bins[bin] as number) + weight
    this.total += weight
  }
  /** Smooths and normalises: after this the model is read. */
  settle(): this {
    for (const step of [1, SIDE, SIDE * SIDE]) this.smooth(step)
    const k = 1 / Math.max(1e-9, this.total)
    for (let n = 0; n < this.bins.length; n++) this.bins[n] = (this.bins[n] as number) * k
    return this
  }
  private smooth(step: number): void {
    const { bins } = this
    const from = bins.slice()
    const weights = [0.4, 0.24, 0.06]
    for (let n = 0; n < bins.length; n++) {
      const at = Math.floor(n / step) % SIDE
      let sum = (from[n] as number) * (weights[0] as number)
      for (let k = 1; k <= 2; k++) {
        const before = at - k < 0 ? n : n - k * step
        const after = at + k >= SIDE ? n : n + k * step
        sum += ((from[before] as number) + (from[after] as number)) * (weights[k] as number)
      }
      bins[n] = sum
    }
  }
  /** The density at a bin. */
  at(bin: number): number {
    return this.bins[bin] as number
  }
  /** In log odds how much rather each bin's colour is this model's than another's. */
  over(other: ColourModel): Float32Array {
    return this.bins.map((v, n) => Math.log((v + 2e-6) / ((other.bins[n] as number) + 2e-6)))
  }
}

/** How much rather the colour of each bin is the thing's than the ground's, in log odds: colours counted by how sure px are of being either. */
export function oddsOf(bins: Uint16Array, belief: ArrayLike<number>): Float32Array {
  const [mine, other] = [new ColourModel(), new ColourModel()]
  for (let n = 0; n < bins.length; n++) {
    const b = (belief[n] as number) - 0.5
    if (b > 0) mine.add(bins[n] as number, b)
    else other.add(bins[n] as number, -b)
  }
  return mine.settle().over(other.settle())
}
/** The same for each px, up to `most` either way. */
export function likelier(bins: Uint16Array, belief: ArrayLike<number>, most: number): Float32Array {
  const odds = oddsOf(bins, belief).map((v) => Math.max(-most, Math.min(most, v)))
  const out = new Float32Array(bins.length)
  for (let n = 0; n < bins.length; n++) out[n] = odds[bins[n] as number] as number
  return out
}
