import {
  type Convolution,
  Network,
  type Plan,
  type Planes,
  planesOf,
  rowOf,
  type Shape,
  some,
} from '../../core/cutout/network'
import type { Kernels } from '../../core/pixels/kernel-types'
import type { PixelMemory } from '../../core/pixels/memory'

type Trainer = Kernels & {
  weightSlopes(...args: number[]): void
  beforeRectifier(d: number, given: number, bytes: number): void
}
/** A network that also tells how an error of what it gave changes with its weights. */
export class Backward {
  readonly network: Network
  private readonly kernels: Trainer
  private readonly slopes: number
  private readonly turned: number
  private readonly none: number
  /** Slopes of what each size's convolutions gave. */
  private readonly d: { input: Planes; first: Planes; joined: Planes; given: Planes }[]
  private readonly dLast: Planes

  constructor(
    private readonly memory: PixelMemory,
    shape: Shape,
    private readonly width: number,
    private readonly height: number,
  ) {
    this.kernels = memory.kernels as Trainer
    this.network = new Network(memory, shape, width, height)
    const { plan, sizes, last } = this.network
    this.slopes = memory.block(plan.size * 4)
    this.turned = memory.block(plan.size * 4)
    this.none = memory.block(4096)
    memory.floats(this.none, 1024).fill(0)
    const like = (p: Planes) => planesOf(memory, p.width, p.height, p.count)
    this.d = sizes.map((s) => {
      const joined = like(s.joined)
      return {
        input: like(s.input),
        first: like(s.first),
        joined,
        given: s.given === s.joined ? joined : like(s.given),
      }
    })
    this.dLast = like(last)
  }
  /** Sets the weights, and turns them for the way back. */
  set values(all: Float32Array) {
    this.network.values = all
    const turned = this.memory.floats(this.turned, all.length)
    const { plan } = this.network
    for (const c of [...plan.down.flatMap((d) => [d.first, d.second]), ...plan.up, plan.last]) {
      const { inputs, outputs, weights } = c
      for (let o = 0; o < outputs; o++)
        for (let i = 0; i < inputs; i++)
          for (let k = 0; k < 9; k++)
            turned[weights + ((i >> 2) * outputs * 9 + o * 9 + 8 - k) * 4 + (i & 3)] = all[
              weights + ((o >> 2) * inputs * 9 + i * 9 + k) * 4 + (o & 3)
            ] as number
    }
  }
  clear(): void {
    this.memory.floats(this.slopes, this.network.plan.size).fill(0)
  }
  get gradient(): Float32Array {
    return this.memory.floats(this.slopes, this.network.plan.size)
  }

  private back(dFrom: Planes | null, d: Planes, from: Planes, given: Planes | null, c: Convolution): void {
    if (given) this.kernels.beforeRectifier(d.at, given.at, d.plane * d.count)
    const { plane, stride, width, height } = d
    this.kernels.weightSlopes(
      d.at,
      from.at,
      plane,
      stride,
      width,
      height,
      c.inputs,
      c.outputs,
      this.slopes + 4 * c.weights,
      this.slopes + 4 * c.biases,
    )
    if (dFrom)
      this.kernels.convolve(
        dFrom.at,
        d.at,
        plane,
        stride,
        width,
        height,
        c.outputs,
        c.inputs,
        this.turned + 4 * c.weights,
        this.none,
        1,
      )
  }
  /** Adds to the gradient: `d` is how the error changes with each px of what `run` gave. */
  run(d: Float32Array): void {
    const { memory, network } = this
    const { plan, sizes } = network
    type Size = (typeof sizes)[0]
    for (let y = 0; y < this.height; y++)
      for (let k = 0; k < 2; k++) {
        const row = rowOf(memory, this.dLast, 2 * (y & 1) + k, y >> 1)
        for (let x = k; x < this.width; x += 2) row[x >> 1] = d[y * this.width + x] as number
      }
    this.back((this.d[0] as Size).given, this.dLast, (sizes[0] as Size).given, null, plan.last)
    for (let n = 0; n < sizes.length - 1; n++) {
      const [s, t] = [sizes[n] as Size, this.d[n] as Size]
      this.back(t.joined, t.given, s.joined, s.given, plan.up[n] as Convolution)
      const below = (this.d[n + 1] as Size).given
      for (let p = 0; p < below.count; p++)
        for (let y = 0; y < below.height; y++) {
          const out = rowOf(memory, below, p, y)
          out.fill(0)
          for (let v = 2 * y; v < Math.min(2 * y + 2, t.joined.height); v++) {
            const from = rowOf(memory, t.joined, p, v)
            for (let x = 0; x < t.joined.width; x++)
              out[x >> 1] = (out[x >> 1] as number) + (from[x] as number)
          }
        }
    }
    for (let n = sizes.length - 1; n >= 0; n--) {
      const [s, t] = [sizes[n] as Size, this.d[n] as Size]
      const { first, second } = plan.down[n] as Plan['down'][0]
      const planes = network.shape.down[n] as number
      const dSeen = some(t.joined, t.joined.count - planes, planes)
      this.back(t.first, dSeen, s.first, network.seen(n), second)
      this.back(n > 0 ? t.input : null, t.first, s.input, s.first, first)
      if (n === 0) continue
      const above = (this.d[n - 1] as Size).joined
      const dAbove = some(above, above.count - t.input.count, t.input.count)
      for (let p = 0; p < t.input.count; p++)
        for (let y = 0; y < t.input.height; y++) {
          const from = rowOf(memory, t.input, p, y)
          for (const v of [2 * y, Math.min(2 * y + 1, dAbove.height - 1)]) {
            const out = rowOf(memory, dAbove, p, v)
            for (let x = 0; x < t.input.width; x++) {
              const share = (from[x] as number) / 4
              out[2 * x] = (out[2 * x] as number) + share
              const u = Math.min(2 * x + 1, dAbove.width - 1)
              out[u] = (out[u] as number) + share
            }
          }
        }
    }
  }
}
