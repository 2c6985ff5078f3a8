import { createCanvas, ImageData } from '@napi-rs/canvas'
import sharp from 'sharp'
import { type BlendMode, blendModeNumber } from '../core/basics/blend-modes'
import { type PixelMemory, PLANE_BYTES, STRIDE, TILE } from '../core/pixels/memory'
import { canvasName, PLAIN_MODES, VIPS_NAMES } from '../core/pixels/reference-names.test-data'
import { openMemory } from '../host/kernels'
import { median, medianOf, note } from './report'

const MIX: [BlendMode, number][] = [
  ['normal', 6],
  ['multiply', 5],
  ['screen', 5],
  ['overlay', 4],
  ['soft-light', 3],
  ['darken', 2],
  ['lighten', 2],
  ['color-dodge', 1],
  ['color-burn', 1],
  ['difference', 1],
]
/** Rows of a tile that go through all layers at once, so that they stay in the processor's nearest cache. */
const STRIP = 16

type Stack = { side: number; modes: BlendMode[]; buffers: Uint8Array[] }
const buffersOf = (side: number): Uint8Array[] =>
  Array.from({ length: 5 }, (_, seed) =>
    Uint8Array.from({ length: side * side * 4 }, (_v, n) =>
      n % 4 === 3 ? 60 + (((n >> 6) * (seed + 3)) % 190) : ((n >> 4) * (seed * 2 + 7)) % 256,
    ),
  )
const bufferOf = (s: Stack, n: number): Uint8Array => s.buffers[n % s.buffers.length] as Uint8Array

/** Each side composites the same straight 8-bit RGBA buffers into one; medians of nine, ms. */
function ours(s: Stack, memory: PixelMemory, held: readonly number[], out: number): number {
  const acc = memory.tile()
  const took = medianOf(9, () => {
    for (let y = 0; y < s.side; y += TILE)
      for (let x = 0; x < s.side; x += TILE) {
        memory.kernels.clearRect(acc, PLANE_BYTES, STRIDE, TILE, TILE)
        for (let row = 0; row < TILE; row += STRIP)
          for (const [n, mode] of s.modes.entries()) {
            const at = acc + row * STRIDE
            memory.kernels.blendPicture(
              at,
              PLANE_BYTES,
              STRIDE,
              TILE,
              STRIP,
              held[n % held.length] as number,
              s.side,
              x,
              y + row,
              blendModeNumber(mode),
              1,
            )
          }
        memory.kernels.toBytes(out + (y * s.side + x) * 4, s.side * 4, acc, PLANE_BYTES, STRIDE, TILE, TILE)
      }
  })
  memory.releaseTile(acc)
  return took
}
function canvasTime(s: Stack): number {
  const [target, layer] = [createCanvas(s.side, s.side), createCanvas(s.side, s.side)]
  const [g, lg] = [target.getContext('2d'), layer.getContext('2d')]
  return medianOf(9, () => {
    g.clearRect(0, 0, s.side, s.side)
    for (const [n, mode] of s.modes.entries()) {
      lg.putImageData(new ImageData(new Uint8ClampedArray(bufferOf(s, n)), s.side, s.side), 0, 0)
      g.globalCompositeOperation = canvasName(mode)
      g.drawImage(layer, 0, 0)
    }
    g.getImageData(0, 0, s.side, s.side)
  })
}
async function vipsTime(s: Stack): Promise<number> {
  sharp.concurrency(1)
  sharp.cache(false)
  const raw = { width: s.side, height: s.side, channels: 4 as const }
  const times: number[] = []
  for (let n = 0; n < 9; n++) {
    const from = performance.now()
    await sharp(Buffer.alloc(s.side * s.side * 4), { raw })
      .composite(
        s.modes.map((mode, k) => ({
          input: Buffer.from(bufferOf(s, k).buffer),
          raw,
          blend: VIPS_NAMES[mode] as never,
        })),
      )
      .raw()
      .toBuffer()
    times.push(performance.now() - from)
  }
  return median(times)
}

/** Thirty full-canvas layers in a fixed mix, then each mode on its own, beside libvips and the 8-bit canvas. */
export async function measureCompositing(): Promise<void> {
  const memory = openMemory()
  const compare = async (modes: BlendMode[], side: number) => {
    const s: Stack = { side, modes, buffers: buffersOf(side) }
    const held = s.buffers.map((b) => {
      const at = memory.block(b.length)
      memory.bytes.set(b, at)
      return at
    })
    const out = memory.block(side * side * 4)
    const result = {
      ours: ours(s, memory, held, out),
      canvas: canvasTime(s),
      vips: modes.every((m) => VIPS_NAMES[m]) ? await vipsTime(s) : null,
    }
    for (const at of held) memory.releaseBlock(at, side * side * 4)
    memory.releaseBlock(out, side * side * 4)
    return result
  }
  const mix = await compare(
    MIX.flatMap(([mode, count]) => Array<BlendMode>(count).fill(mode)),
    2048,
  )
  note('Thirty layers of 2048 × 2048, ours', mix.ours, 'ms')
  note('libvips takes as many times as long', (mix.vips ?? 0) / mix.ours, '×', 3, true)
  note('Ours in multiples of the 8-bit canvas’ time', mix.ours / mix.canvas, '×', 2.5)
  for (const mode of PLAIN_MODES) {
    const one = await compare(Array<BlendMode>(5).fill(mode), 1024)
    const beside = one.vips === null ? '' : `, libvips ${(one.vips / one.ours).toFixed(1)} × as long`
    const whole = ['hue', 'saturation', 'color', 'luminosity'].includes(mode)
    note(
      `Five layers of one megapixel, ${mode}: ours ${one.ours.toFixed(1)} ms${beside}; in the 8-bit canvas’ time`,
      one.ours / one.canvas,
      '×',
      whole ? 1 : null,
    )
  }
}
