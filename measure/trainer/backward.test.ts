import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { beforeAll, describe, expect, it } from 'vitest'
import { PixelMemory } from '../../core/pixels/memory'
import { random } from '../../supplies/tracer/geometry'
import { Backward } from './backward'
import { train } from './training'

let memory: PixelMemory
beforeAll(() => {
  execFileSync(process.execPath, ['scripts/kernels.mjs', '--trainer'])
  memory = new PixelMemory(new WebAssembly.Module(readFileSync('measure/trainer/trainer.wasm')))
})
const SHAPE = { inputs: 2, down: [4, 8, 4], up: [8, 4] }

describe('the slopes of a network', () => {
  it.each([
    [16, 16],
    [22, 18],
    [15, 21],
  ])('at %d × %d are the differences that small steps of its weights make', (width, height) => {
    const rnd = random(width)
    const net = new Backward(memory, SHAPE, width, height)
    const weights = Float32Array.from({ length: net.network.plan.size }, () => (rnd() - 0.5) * 0.5)
    const half = ((width + 1) >> 1) * ((height + 1) >> 1)
    net.network.take([0, 1].map(() => Float32Array.from({ length: half }, () => rnd() - 0.5)))
    const wanted = Float32Array.from({ length: width * height }, () => rnd() - 0.5)
    const error = (values: Float32Array): number => {
      net.network.values = values
      return net.network.run().reduce((s, v, n) => s + v * (wanted[n] as number), 0)
    }
    net.values = weights
    net.clear()
    net.network.run()
    net.run(wanted)
    const slopes = net.gradient.slice()
    const step = 2e-3
    let [along, ours, theirs] = [0, 0, 0]
    for (let k = 0; k < weights.length; k += 7) {
      const [more, less] = [weights.slice(), weights.slice()]
      more[k] = (more[k] as number) + step
      less[k] = (less[k] as number) - step
      const difference = (error(more) - error(less)) / (2 * step)
      along += difference * (slopes[k] as number)
      ours += (slopes[k] as number) ** 2
      theirs += difference ** 2
    }
    // Single ones differ where a rectifier bends within the step: together they point the same way and are as long.
    expect(along / Math.sqrt(ours * theirs)).toBeGreaterThan(0.995)
    expect(Math.sqrt(ours / theirs)).toBeGreaterThan(0.97)
    expect(Math.sqrt(ours / theirs)).toBeLessThan(1.03)
  })
  it('lead it to what it is shown: to tell a light disc from the dark around it takes some hundred steps', async () => {
    const rnd = random(3)
    const [width, height] = [16, 12]
    const net = new Backward(memory, { ...SHAPE, inputs: 4 }, width, height)
    const losses: number[] = []
    const slopes = async (weights: Float32Array) => {
      net.values = weights
      net.clear()
      const [cx, cy] = [4 + 8 * rnd(), 3 + 6 * rnd()]
      const light = Float32Array.from({ length: width * height }, (_, n) =>
        Math.hypot((n % width) - cx, Math.floor(n / width) - cy) < 4 ? 0.5 : -0.5,
      )
      net.network.take(
        [0, 1, 2, 3].map((k) =>
          Float32Array.from({ length: (width * height) / 4 }, (_, n) => {
            const [x, y] = [2 * (n % (width / 2)) + (k & 1), 2 * Math.floor(n / (width / 2)) + (k >> 1)]
            return light[y * width + x] as number
          }),
        ),
      )
      const made = net.network.run().map((v) => 1 / (1 + Math.exp(-v)))
      const loss = made.reduce(
        (s, p, n) => s + Math.abs(p - ((light[n] as number) > 0 ? 1 : 0)) / made.length,
        0,
      )
      net.run(made.map((p, n) => (p - ((light[n] as number) > 0 ? 1 : 0)) / made.length))
      losses.push(loss)
      if (losses.length > 600) throw new Error('It does not learn.')
      return { gradient: net.gradient.slice(), loss }
    }
    // Its rate falls with the clock: it is ended by what it has learnt.
    const learnt = new Error('learnt')
    await train(
      { ...SHAPE, inputs: 4 },
      60,
      null,
      async (weights) => {
        const made = await slopes(weights)
        if (made.loss < 0.05) throw learnt
        return made
      },
      async () => {},
    ).catch((e) => expect(e).toBe(learnt))
    expect(losses[0]).toBeGreaterThan(0.4)
    expect(losses.at(-1)).toBeLessThan(0.05)
  })
})
