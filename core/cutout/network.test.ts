import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { openMemory } from '../../host/kernels'
import { Network, planOf, type Shape } from './network'
import { packed, unpacked } from './weights'

const memory = openMemory()
const random = (seed: number) => () => {
  seed = (seed * 16807) % 2147483647
  return seed / 2147483647 - 0.5
}
type Planes = number[][][]

/** A 3 × 3 convolution in double precision, px beyond the border nothing: what the kernel is checked against. */
function convolved(
  from: Planes,
  inputs: number,
  outputs: number,
  weights: Float32Array,
  biases: Float32Array,
  linear: boolean,
): Planes {
  return Array.from({ length: outputs }, (_, o) =>
    (from[0] as number[][]).map((row, y) =>
      row.map((_, x) => {
        let sum = biases[o] as number
        for (let i = 0; i < inputs; i++)
          for (let k = 0; k < 9; k++)
            sum +=
              (weights[((o >> 2) * inputs * 9 + i * 9 + k) * 4 + (o & 3)] as number) *
              (from[i]?.[y + Math.floor(k / 3) - 1]?.[x + (k % 3) - 1] ?? 0)
        return linear || sum > 0 ? sum : 0.1 * sum
      }),
    ),
  )
}
const pooled = (planes: Planes): Planes =>
  planes.map((p) =>
    Array.from({ length: (p.length + 1) >> 1 }, (_, y) =>
      Array.from({ length: ((p[0] as number[]).length + 1) >> 1 }, (_, x) => {
        const at = (u: number, v: number) =>
          p[Math.min(v, p.length - 1)]?.[Math.min(u, (p[0] as number[]).length - 1)] as number
        return (at(2 * x, 2 * y) + at(2 * x + 1, 2 * y) + at(2 * x, 2 * y + 1) + at(2 * x + 1, 2 * y + 1)) / 4
      }),
    ),
  )

describe('a network', () => {
  it('is the convolutions, means and repeats of its shape, told one by one in double precision', () => {
    const shape: Shape = { inputs: 3, down: [4, 8], up: [4] }
    fc.assert(
      fc.property(
        fc.integer({ min: 5, max: 23 }),
        fc.integer({ min: 4, max: 19 }),
        fc.integer({ min: 1, max: 1e6 }),
        (width, height, seed) => {
          const rnd = random(seed)
          const plan = planOf(shape)
          const weights = Float32Array.from({ length: plan.size }, rnd)
          const [w, h] = [(width + 1) >> 1, (height + 1) >> 1]
          const planes: Planes = Array.from({ length: 3 }, () =>
            Array.from({ length: h }, () => Array.from({ length: w }, () => Math.fround(rnd()))),
          )
          const net = new Network(memory, shape, width, height)
          net.values = weights
          net.take(planes.map((p) => Float32Array.from(p.flat())))
          const made = net.run()
          net.free()
          const of = (c: (typeof plan)['last'], from: Planes, linear = false) =>
            convolved(
              from,
              c.inputs,
              c.outputs,
              weights.subarray(c.weights),
              weights.subarray(c.biases),
              linear,
            )
          const [upper, lower] = plan.down as [(typeof plan)['down'][0], (typeof plan)['down'][0]]
          const seen = of(upper.second, of(upper.first, planes))
          const below = of(lower.second, of(lower.first, pooled(seen)))
          const repeated = below.map(
            (p) => seen[0]?.map((row, y) => row.map((_, x) => p[y >> 1]?.[x >> 1] as number)) as number[][],
          )
          const last = of(plan.last, of(plan.up[0] as (typeof plan)['last'], [...repeated, ...seen]), true)
          for (let y = 0; y < height; y++)
            for (let x = 0; x < width; x++)
              expect(made[y * width + x]).toBeCloseTo(
                last[2 * (y & 1) + (x & 1)]?.[y >> 1]?.[x >> 1] as number,
                3,
              )
        },
      ),
      { numRuns: 12 },
    )
  })
  it('keeps its weights within half a step of 127 to either side of each output’s largest', () => {
    const shape: Shape = { inputs: 5, down: [8, 4], up: [12] }
    const rnd = random(7)
    const plan = planOf(shape)
    const weights = Float32Array.from({ length: plan.size }, () => rnd() ** 3)
    const back = unpacked(shape, JSON.parse(JSON.stringify(packed(shape, weights))))
    const { inputs, weights: at, biases } = plan.last
    for (let o = 0; o < 4; o++) {
      const own = Array.from({ length: inputs * 9 }, (_, n) => at + n * 4 + o)
      const most = Math.max(...own.map((n) => Math.abs(weights[n] as number)))
      for (const n of own)
        expect(Math.abs((weights[n] as number) - (back[n] as number))).toBeLessThanOrEqual(
          most / 127 / 2 + 1e-6,
        )
    }
    expect(back[biases]).toBeCloseTo(weights[biases] as number, 5)
  })
})
