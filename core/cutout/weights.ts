import { type Convolution, type Plan, planOf, type Shape } from './network'

/** Weights of a network as they are stored: whole numbers of 8 bits, each output's a multiple of its own scale, in base64. */
export type StoredWeights = { values: string; scales: number[]; biases: number[] }

const convolutionsOf = ({ down, up, last }: Plan): Convolution[] => [
  ...down.flatMap((d) => [d.first, d.second]),
  ...up,
  last,
]
/** The output that a weight of a convolution belongs to: they lie by four outputs. */
const outputOf = (n: number, { inputs }: Convolution): number => Math.floor(n / (inputs * 36)) * 4 + (n & 3)

export function packed(shape: Shape, weights: Float32Array): StoredWeights {
  const [values, scales, biases]: [number[], number[], number[]] = [[], [], []]
  for (const c of convolutionsOf(planOf(shape))) {
    const own = weights.subarray(c.weights, c.biases)
    const most = new Float64Array(c.outputs).fill(1e-9)
    own.forEach((w, n) => {
      most[outputOf(n, c)] = Math.max(most[outputOf(n, c)] as number, Math.abs(w))
    })
    const scale = Array.from(most, (m) => Number((m / 127).toPrecision(6)))
    scales.push(...scale)
    biases.push(
      ...Array.from(weights.subarray(c.biases, c.biases + c.outputs), (b) => Number(b.toPrecision(6))),
    )
    own.forEach((w, n) => {
      values.push(Math.max(-127, Math.min(127, Math.round(w / (scale[outputOf(n, c)] as number)))) & 255)
    })
  }
  return { values: btoa(values.map((v) => String.fromCharCode(v)).join('')), scales, biases }
}

export function unpacked(shape: Shape, stored: StoredWeights): Float32Array {
  const plan = planOf(shape)
  const out = new Float32Array(plan.size)
  const values = atob(stored.values)
  let [at, first] = [0, 0]
  for (const c of convolutionsOf(plan)) {
    for (let n = 0; n < c.biases - c.weights; n++)
      out[c.weights + n] =
        ((values.charCodeAt(at++) << 24) >> 24) * (stored.scales[first + outputOf(n, c)] as number)
    for (let o = 0; o < c.outputs; o++) out[c.biases + o] = stored.biases[first++] as number
  }
  return out
}
