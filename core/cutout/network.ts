import type { PixelMemory } from '../pixels/memory'

/**
 * A convolutional network that looks at a picture on ever smaller sizes and tells back from the smallest what each px is
 * (O. Ronneberger et al., “U-Net”, MICCAI 2015): planes of half the picture's size in, two convolutions a size, means of four
 * from size to size; on the way back one convolution over what comes from below, its px repeated, beside what was seen there;
 * at last four values of each px, those of the picture's 2 × 2.
 */
export type Shape = {
  inputs: number
  /** Planes of each size, from the half of the picture down; multiples of four. */
  down: readonly number[]
  /** Planes that each size gives back, but the smallest. */
  up: readonly number[]
}
/** A convolution of a network: where its weights begin among all. */
export type Convolution = { inputs: number; outputs: number; weights: number; biases: number }
export type Plan = {
  down: { first: Convolution; second: Convolution }[]
  up: Convolution[]
  last: Convolution
  size: number
}

/** The convolutions of a shape and the places of their weights; `size` is the count of all. */
export function planOf(shape: Shape): Plan {
  let size = 0
  const convolution = (inputs: number, outputs: number): Convolution => {
    const made = { inputs, outputs, weights: size, biases: size + inputs * outputs * 9 }
    size = made.biases + outputs
    return made
  }
  const down = shape.down.map((planes, n) => ({
    first: convolution(n === 0 ? shape.inputs : (shape.down[n - 1] as number), planes),
    second: convolution(planes, planes),
  }))
  const below = (n: number) => shape.up[n + 1] ?? (shape.down.at(-1) as number)
  const up = shape.up.map((planes, n) => convolution(below(n) + (shape.down[n] as number), planes))
  const last = convolution(shape.up[0] as number, 4)
  return { down, up, last, size }
}

/** Planes of one size in pixel memory, each with a border of zeros (`core/pixels/kernels/convolve.ts`). */
export type Planes = {
  at: number
  width: number
  height: number
  stride: number
  plane: number
  count: number
}
const BEFORE = 4
export function planesOf(memory: PixelMemory, width: number, height: number, count: number): Planes {
  const stride = 4 * (2 * BEFORE + ((width + 7) & ~7))
  const plane = stride * (height + 2)
  const at = memory.block(plane * count)
  memory.floats(at, (plane * count) / 4).fill(0)
  return { at, width, height, stride, plane, count }
}
/** Some of the planes. */
export const some = (p: Planes, from: number, count: number): Planes => ({
  ...p,
  at: p.at + from * p.plane,
  count,
})
/** The floats of row `y` of plane `n`. */
export const rowOf = (memory: PixelMemory, p: Planes, n: number, y: number): Float32Array =>
  memory.floats(p.at + n * p.plane + (y + 1) * p.stride + 4 * BEFORE, p.width)

/** Each px the mean of the four above it, of fewer at an odd border. */
export function pooled(memory: PixelMemory, to: Planes, from: Planes): void {
  for (let n = 0; n < from.count; n++)
    for (let y = 0; y < to.height; y++) {
      const [out, a, b] = [
        rowOf(memory, to, n, y),
        rowOf(memory, from, n, 2 * y),
        rowOf(memory, from, n, Math.min(2 * y + 1, from.height - 1)),
      ]
      for (let x = 0; x < to.width; x++) {
        const [u, v] = [2 * x, Math.min(2 * x + 1, from.width - 1)]
        out[x] = ((a[u] as number) + (a[v] as number) + (b[u] as number) + (b[v] as number)) / 4
      }
    }
}
/** Each px as four. */
function repeated(memory: PixelMemory, to: Planes, from: Planes): void {
  for (let n = 0; n < from.count; n++)
    for (let y = 0; y < from.height; y++) {
      const [out, a] = [rowOf(memory, to, n, 2 * y), rowOf(memory, from, n, y)]
      for (let x = 0; x < a.length; x++) {
        out[2 * x] = a[x] as number
        out[2 * x + 1] = a[x] as number
      }
      if (2 * y + 1 < to.height) rowOf(memory, to, n, 2 * y + 1).set(out)
    }
}

/** Log odds as a share. */
export const logistic = (v: number): number => 1 / (1 + Math.exp(-v))

/** A network with its planes for pictures of one size, `width` × `height`. */
export class Network {
  readonly plan: Plan
  readonly sizes: { input: Planes; first: Planes; joined: Planes; given: Planes }[] = []
  readonly last: Planes
  private readonly weights: number
  private readonly blocks: [at: number, bytes: number][] = []

  constructor(
    private readonly memory: PixelMemory,
    readonly shape: Shape,
    private readonly width: number,
    private readonly height: number,
  ) {
    this.plan = planOf(shape)
    this.weights = memory.block(this.plan.size * 4)
    this.blocks.push([this.weights, this.plan.size * 4])
    let [w, h] = [(width + 1) >> 1, (height + 1) >> 1]
    const make = (count: number): Planes => {
      const p = planesOf(memory, w, h, count)
      this.blocks.push([p.at, p.plane * p.count])
      return p
    }
    shape.down.forEach((planes, n) => {
      const smallest = n === shape.down.length - 1
      const below = smallest ? 0 : (this.plan.up[n] as Convolution).inputs - planes
      const input = make((this.plan.down[n] as Plan['down'][0]).first.inputs)
      const joined = make(below + planes)
      this.sizes.push({
        input,
        first: make(planes),
        joined,
        given: smallest ? joined : make(shape.up[n] as number),
      })
      if (!smallest) [w, h] = [(w + 1) >> 1, (h + 1) >> 1]
    })
    ;[w, h] = [(width + 1) >> 1, (height + 1) >> 1]
    this.last = make(4)
  }
  set values(all: ArrayLike<number>) {
    this.memory.floats(this.weights, this.plan.size).set(all)
  }
  /** What is seen at a size, among what it joins. */
  seen(n: number): Planes {
    const { joined } = this.sizes[n] as (typeof this.sizes)[0]
    const count = this.shape.down[n] as number
    return some(joined, joined.count - count, count)
  }
  free(): void {
    for (const [at, bytes] of this.blocks) this.memory.releaseBlock(at, bytes)
  }

  convolve(to: Planes, from: Planes, c: Convolution, linear = false): void {
    const at = (n: number) => this.weights + 4 * n
    const { plane, stride, width, height } = from
    this.memory.kernels.convolve(
      to.at,
      from.at,
      plane,
      stride,
      width,
      height,
      c.inputs,
      c.outputs,
      at(c.weights),
      at(c.biases),
      linear ? 1 : 0,
    )
  }
  /** Takes planes of half the picture's size in, from the `first` on. */
  take(planes: readonly Float32Array[], first = 0): void {
    const { input } = this.sizes[0] as (typeof this.sizes)[0]
    planes.forEach((plane, n) => {
      for (let y = 0; y < input.height; y++)
        rowOf(this.memory, input, first + n, y).set(plane.subarray(y * input.width, (y + 1) * input.width))
    })
  }
  /** What the network makes of what it took, in log odds. */
  run(): Float32Array {
    const { plan, sizes, memory } = this
    sizes.forEach((s, n) => {
      if (n > 0) pooled(memory, s.input, this.seen(n - 1))
      const { first, second } = plan.down[n] as Plan['down'][0]
      this.convolve(s.first, s.input, first)
      this.convolve(this.seen(n), s.first, second)
    })
    for (let n = sizes.length - 2; n >= 0; n--) {
      const s = sizes[n] as (typeof sizes)[0]
      repeated(memory, s.joined, (sizes[n + 1] as typeof s).given)
      this.convolve(s.given, s.joined, plan.up[n] as Convolution)
    }
    this.convolve(this.last, (sizes[0] as (typeof sizes)[0]).given, plan.last, true)
    const out = new Float32Array(this.width * this.height)
    for (let y = 0; y < this.height; y++) {
      const rows = [0, 1].map((k) => rowOf(memory, this.last, 2 * (y & 1) + k, y >> 1)) as [
        Float32Array,
        Float32Array,
      ]
      for (let x = 0; x < this.width; x++) out[y * this.width + x] = rows[x & 1 ? 1 : 0][x >> 1] as number
    }
    return out
  }
}
