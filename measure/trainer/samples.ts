import { fitted, type Pixels, reducedTo, type Size, stretched, toLab } from '../../core/cutout/copies'
import { believe } from '../../core/cutout/cut-out'
import { shown } from '../../core/cutout/look'
import { shownFinely } from '../../core/cutout/refine'
import type { PixelMemory } from '../../core/pixels/memory'
import type { CutoutScene } from '../cutout-scenes'

/** A scene as a network is shown it, whole numbers of 1/64 to save room, and what is right. */
export type Sample = { width: number; height: number; planes: Int8Array[]; truth: Uint8Array }
type Varied = { photo: Pixels; truth: Uint8Array }
const short = (planes: readonly Float32Array[]) =>
  planes.map((plane) => Int8Array.from(plane, (v) => Math.min(127, Math.max(-127, Math.round(v * 64)))))

/** For the first network: the whole scene, small. */
export function lookSample(scene: CutoutScene, rnd: (() => number) | null): Sample {
  const size = fitted(scene.width, scene.height, 200)
  const { photo, truth } = varied(scene, size.width, size.height, rnd)
  return { ...size, planes: short(shown(toLab(photo))), truth }
}
/**
 * For the second, with the weights of the first: at the scene's own size, with what the first believes, or with the truth at half the size where the first is
 * about right, as another round will have it.
 */
export function fineSample(
  memory: PixelMemory,
  look: Float32Array,
  scene: CutoutScene,
  rnd: (() => number) | null,
  again: boolean,
): Sample {
  const { width, height } = scene
  const { photo, truth } = varied(scene, width, height, rnd)
  const prior = believe(memory, photo, [], look)
  return {
    width,
    height,
    planes: short(shownFinely(toLab(photo), again ? corrected(prior, truth, photo) : prior)),
    truth,
  }
}
function corrected(prior: Float32Array, truth: Uint8Array, size: Size): Float32Array {
  const grey = new Uint8Array(truth.length * 4)
  truth.forEach((v, n) => grey.set([v, v, v, 255], n * 4))
  const half = { width: size.width >> 1, height: size.height >> 1 }
  const small = reducedTo({ ...size, data: grey }, half.width, half.height).data
  const right = stretched(
    Float32Array.from({ length: half.width * half.height }, (_, n) => (small[n * 4] as number) / 255),
    half,
    size,
  )
  return right.map((v, n) => (Math.abs(v - (prior[n] as number)) > 0.6 ? (prior[n] as number) : v))
}

/** A number between two, the same for the same `rnd`. */
const between = (rnd: () => number, least: number, most: number): number => least + (most - least) * rnd()

/** A part of a scene at some size; `rnd` shifts, mirrors, scales and tints it, and now and then puts another ground behind it. */
function varied(scene: CutoutScene, width: number, height: number, rnd: (() => number) | null): Varied {
  const vary = (least: number, most: number, plain: number) => (rnd ? between(rnd, least, most) : plain)
  const zoom = vary(0.75, 1.12, 1)
  const [left, top] = [
    (0.5 - zoom / 2 + vary(-0.08, 0.08, 0)) * scene.width,
    (0.5 - zoom / 2 + vary(-0.08, 0.08, 0)) * scene.height,
  ]
  const step = [(zoom * scene.width) / width, (zoom * scene.height) / height] as const
  const mirrored = vary(0, 1, 1) < 0.5
  const gamma = vary(0.8, 1.25, 1)
  const gains = [0, 1, 2].map(() => vary(0.88, 1.12, 1))
  const saturation = vary(0.6, 1.3, 1)
  const grain = vary(-6, 5, 0)
  const other = vary(0, 1, 1) < 0.15 && rnd ? groundOf(rnd) : null
  const data = new Uint8ClampedArray(width * height * 4)
  const truth = new Uint8Array(width * height)
  const sum = new Float64Array(4)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      sum.fill(0)
      for (let k = 0; k < 4; k++) {
        const across = (mirrored ? width - 1 - x : x) + 0.25 + 0.5 * (k & 1)
        const u = left + across * step[0] - 0.5
        const v = top + (y + 0.25 + 0.5 * (k >> 1)) * step[1] - 0.5
        addAt(sum, scene, u, v)
      }
      const n = y * width + x
      const a = (sum[3] as number) / 4 / 255
      truth[n] = a * 255
      const light = ((sum[0] as number) + (sum[1] as number) + (sum[2] as number)) / 12
      const ground = other?.(x / width, y / height)
      for (let k = 0; k < 3; k++) {
        let c = light + ((sum[k] as number) / 4 - light) * saturation
        c = 255 * (Math.max(0, c) / 255) ** gamma * (gains[k] as number)
        if (ground) c = a * c + (1 - a) * (ground[k] as number)
        data[n * 4 + k] = c + (rnd && grain > 0 ? (rnd() + rnd() - 1) * grain : 0)
      }
      data[n * 4 + 3] = 255
    }
  return { photo: { width, height, data }, truth }
}
function addAt(sum: Float64Array, { width, height, pixels, alpha }: CutoutScene, u: number, v: number): void {
  const [x, y] = [Math.min(width - 1.001, Math.max(0, u)), Math.min(height - 1.001, Math.max(0, v))]
  const [i, j] = [Math.floor(x), Math.floor(y)]
  const [a, b] = [x - i, y - j]
  for (let k = 0; k < 4; k++) {
    const n = (j + (k >> 1)) * width + i + (k & 1)
    const w = (k & 1 ? a : 1 - a) * (k >> 1 ? b : 1 - b)
    for (let c = 0; c < 3; c++) sum[c] = (sum[c] as number) + w * (pixels[n * 4 + c] as number)
    sum[3] = (sum[3] as number) + w * (alpha[n] as number)
  }
}
/** A made-up ground: two colours that turn into each other, with waves of a third in them. */
function groundOf(rnd: () => number): (x: number, y: number) => number[] {
  const [a, b, c] = [0, 1, 2].map(() => [0, 1, 2].map(() => between(rnd, 20, 235))) as [
    number[],
    number[],
    number[],
  ]
  const [dx, dy] = [between(rnd, -1, 1), between(rnd, -1, 1)]
  const waves = [0, 1, 2].map(
    () => [between(rnd, -40, 40), between(rnd, -40, 40), between(rnd, 0, 6)] as const,
  )
  const amount = between(rnd, 0, 0.35)
  return (x, y) => {
    const t = Math.min(1, Math.max(0, 0.5 + dx * (x - 0.5) + dy * (y - 0.5)))
    const wave = amount * waves.reduce((s, [p, q, r]) => s * Math.sin(p * x + q * y + r), 1)
    return a.map((v, k) => v + ((b[k] as number) - v) * t + ((c[k] as number) - v) * wave)
  }
}
