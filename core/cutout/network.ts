/** A small fully connected network: layers of weights, leaky rectifiers between them, a logistic end. */
export type Network = { layers: { inputs: number; outputs: number; weights: readonly number[]; biases: readonly number[] }[] }
/** What a rectifier leaves of values below zero. */
export const LEAK = 0.1

/** What the network makes of each px's planes, 0–1. */
export function judge(net: Network, planes: readonly Float32Array[]): Float32Array {
  const count = planes[0]?.length ?? 0
  const out = new Float32Array(count)
  const layers = net.layers.map((l) => ({ ...l, weights: Float64Array.from(l.weights), biases: Float64Array.from(l.biases) }))
  for (let from = 0; from < count; from += CHUNK) {
    const size = Math.min(CHUNK, count - from)
    let states: Float64Array[] = planes.map((p) => Float64Array.from(p.subarray(from, from + size)))
    layers.forEach((layer, depth) => {
      states = pass(layer, states, size, depth === layers.length - 1)
    })
    out.set(states[0] as Float64Array, from)
  }
  return out
}
const CHUNK = 2048
type Layer = { inputs: number; outputs: number; weights: Float64Array; biases: Float64Array }
/** One layer over a chunk of px, a plane for each of its outputs. */
function pass({ inputs, outputs, weights, biases }: Layer, states: readonly Float64Array[], size: number, last: boolean): Float64Array[] {
  const made: Float64Array[] = []
  for (let o = 0; o < outputs; o++) {
    const sum = new Float64Array(size).fill(biases[o] as number)
    let k = 0
    for (; k + 4 <= inputs; k += 4) addFour(sum, states, weights, o * inputs, k, size)
    for (; k < inputs; k++) addScaled(sum, states[k] as Float64Array, weights[o * inputs + k] as number, size)
    if (last) for (let n = 0; n < size; n++) sum[n] = 1 / (1 + Math.exp(-(sum[n] as number)))
    else for (let n = 0; n < size; n++) sum[n] = (sum[n] as number) < 0 ? LEAK * (sum[n] as number) : (sum[n] as number)
    made.push(sum)
  }
  return made
}
function addFour(sum: Float64Array, states: readonly Float64Array[], weights: Float64Array, row: number, k: number, size: number): void {
  const [p, q, r, s] = [states[k], states[k + 1], states[k + 2], states[k + 3]] as [Float64Array, Float64Array, Float64Array, Float64Array]
  const [a, b, c, d] = [weights[row + k], weights[row + k + 1], weights[row + k + 2], weights[row + k + 3]] as [number, number, number, number]
  for (let n = 0; n < size; n++)
    sum[n] = (sum[n] as number) + a * (p[n] as number) + b * (q[n] as number) + c * (r[n] as number) + d * (s[n] as number)
}
function addScaled(sum: Float64Array, plane: Float64Array, by: number, size: number): void {
  for (let n = 0; n < size; n++) sum[n] = (sum[n] as number) + by * (plane[n] as number)
}
