import { createCanvas } from '@napi-rs/canvas'
import { type BlendMode, blendModeNumber } from '../core/basics/blend-modes'
import { blendPixel, type Pixel } from '../core/pixels/blend-reference.test-data'
import { PLANE_BYTES, STRIDE, TILE } from '../core/pixels/memory'
import { canvasName, PLAIN_MODES } from '../core/pixels/reference-names.test-data'
import { openMemory } from '../host/kernels'
import { random } from '../supplies/draw/random'
import { note, share } from './report'

const LAYERS = 40
const COUNT = TILE * 64

type Levels = [number, number, number, number]

/** Stacks of forty random 8-bit layers over an opaque ground, one pixel each, in modes drawn from a list. */
function stacks(
  modes: readonly BlendMode[],
  seed: number,
): { ground: Levels[]; layers: { mode: BlendMode; opacity: number; pixels: Levels[] }[] } {
  const rnd = random(seed)
  const level = () => Math.floor(rnd() * 256)
  const pixels = (opaque: boolean) =>
    Array.from({ length: COUNT }, (): Levels => [level(), level(), level(), opaque ? 255 : level()])
  return {
    ground: pixels(true),
    layers: Array.from({ length: LAYERS }, () => ({
      mode: modes[Math.floor(rnd() * modes.length)] as BlendMode,
      opacity: Math.round(rnd() * 100) / 100,
      pixels: pixels(false),
    })),
  }
}
const straight = (p: Levels): Pixel => [p[0] / 255, p[1] / 255, p[2] / 255, p[3] / 255]

/** Distances from double precision before the last rounding, in 8-bit levels: ours, and the 8-bit canvas’. */
function errors(
  modes: readonly BlendMode[],
  seed: number,
): { ours: number[]; canvas: number[]; broken: number } {
  const { ground, layers } = stacks(modes, seed)
  const memory = openMemory()
  const [acc, source] = [memory.tile(), memory.tile()]
  const put = (at: number, list: readonly Levels[]) => {
    for (let k = 0; k < 4; k++)
      memory
        .floats(at + k * PLANE_BYTES, COUNT)
        .set(list.map((p) => (k < 3 ? ((p[k] as number) / 255) * (p[3] / 255) : p[3] / 255)))
  }
  const canvas = createCanvas(TILE, COUNT / TILE)
  const layer = createCanvas(TILE, COUNT / TILE)
  const [g, lg] = [canvas.getContext('2d'), layer.getContext('2d')]
  const show = (context: typeof g, list: readonly Levels[]) => {
    const image = context.createImageData(TILE, COUNT / TILE)
    list.forEach((p, n) => image.data.set(p, n * 4))
    context.putImageData(image, 0, 0)
  }
  put(acc, ground)
  show(g, ground)
  let exact = ground.map(straight)
  for (const { mode, opacity, pixels } of layers) {
    put(source, pixels)
    memory.kernels.blendRect(
      acc,
      source,
      PLANE_BYTES,
      STRIDE,
      TILE,
      COUNT / TILE,
      blendModeNumber(mode),
      opacity,
    )
    show(lg, pixels)
    g.globalAlpha = opacity
    g.globalCompositeOperation = canvasName(mode)
    g.drawImage(layer, 0, 0)
    exact = exact.map((b, n) => {
      const s = straight(pixels[n] as Levels)
      const [r, gr, bl, a] = blendPixel(mode, b, [s[0], s[1], s[2], s[3] * opacity])
      return a > 0 ? [r / a, gr / a, bl / a, a] : [0, 0, 0, 0]
    })
  }
  const shown = g.getImageData(0, 0, TILE, COUNT / TILE).data
  const out: { ours: number[]; canvas: number[]; broken: number } = { ours: [], canvas: [], broken: 0 }
  const alpha = memory.floats(acc + 3 * PLANE_BYTES, COUNT)
  const planes = [0, 1, 2].map((k) => memory.floats(acc + k * PLANE_BYTES, COUNT))
  exact.forEach((p, n) => {
    let [worst, worstShown] = [0, 0]
    for (let k = 0; k < 3; k++) {
      const value = ((planes[k]?.[n] ?? 0) / (alpha[n] ?? 1)) * 255
      if (Number.isNaN(value)) out.broken++
      // What is delivered is the rounded value.
      worst = Math.max(worst, Math.abs(Math.round(value) - (p[k] as number) * 255))
      worstShown = Math.max(worstShown, Math.abs((shown[n * 4 + k] ?? 0) - (p[k] as number) * 255))
    }
    out.ours.push(worst)
    out.canvas.push(worstShown)
  })
  return out
}

/** Forty layers in float, rounded once, against the standard’s formulas in double precision; beside it the 8-bit canvas. */
export function measurePrecision(): void {
  const all = PLAIN_MODES.filter((m) => m !== 'plus-lighter')
  const separable = all.filter(
    (m) => !['color-dodge', 'color-burn', 'hue', 'saturation', 'color', 'luminosity'].includes(m),
  )
  const plain = errors(separable, 11)
  note(
    '40 layers, separable modes but dodge and burn: greatest error',
    Math.max(...plain.ours),
    'levels',
    0.51,
  )
  note('The same on the 8-bit canvas: median error', share(plain.canvas, 0.5), 'levels')
  note('The same on the 8-bit canvas: greatest error', Math.max(...plain.canvas), 'levels')
  const every = errors(all, 12)
  note(
    '40 layers, all sixteen modes: share of pixels within 0.51 levels',
    (every.ours.filter((e) => e <= 0.51).length / every.ours.length) * 100,
    '%',
    99.9,
    true,
  )
  note('Values that are no number', every.broken, '', 0)
  note(
    'The same on the 8-bit canvas: share within 0.51 levels',
    (every.canvas.filter((e) => e <= 0.51).length / every.canvas.length) * 100,
    '%',
  )
}
