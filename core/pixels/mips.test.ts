import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { openMemory } from '../../host/kernels'
import { keptLevels, levelsFrom, reduceTo } from '../../host/pictures'
import { random } from '../../supplies/draw/random'
import { halvePicture, isOpaque, levelCount, levelSize } from './mips'

const memory = openMemory()
function noise(
  width: number,
  height: number,
  alpha: (x: number, y: number) => number = () => 255,
): Uint8Array {
  const rnd = random(width * 31 + height)
  const data = new Uint8Array(width * height * 4)
  for (let n = 0; n < width * height; n++)
    data.set(
      [rnd() * 255, rnd() * 255, rnd() * 255, alpha(n % width, Math.floor(n / width))].map(Math.round),
      n * 4,
    )
  return data
}
const eight = (data: Uint8Array, width: number, height: number) => ({
  data,
  width,
  height,
  deep: false,
  opaque: false,
})
const mean = (data: Uint8Array, channel: number): number => {
  let sum = 0
  for (let n = channel; n < data.length; n += 4) sum += data[n] as number
  return sum / (data.length / 4)
}

describe('half-size levels', () => {
  it('are the mean of two by two pixels, as libvips shrinks, within one level', async () => {
    const data = noise(64, 48)
    const ours = halvePicture(memory, eight(data, 64, 48))
    const theirs = await sharp(Buffer.from(data), { raw: { width: 64, height: 48, channels: 4 } })
      .removeAlpha()
      .resize(32, 24, { kernel: 'linear', fastShrinkOnLoad: false, fit: 'fill' })
      .raw()
      .toBuffer()
    expect([ours.width, ours.height]).toEqual([32, 24])
    // libvips weighs with a triangle twice as wide: compare means there, and the exact box here.
    for (const channel of [0, 1, 2]) {
      let sum = 0
      for (let n = channel; n < theirs.length; n += 3) sum += theirs[n] as number
      expect(Math.abs(mean(ours.data, channel) - sum / (theirs.length / 3))).toBeLessThan(1)
    }
    for (const [x, y] of [
      [0, 0],
      [7, 11],
      [31, 23],
    ] as const)
      for (const channel of [0, 1, 2]) {
        const at = (i: number, j: number) => data[((2 * y + j) * 64 + 2 * x + i) * 4 + channel] as number
        const exact = (at(0, 0) + at(1, 0) + at(0, 1) + at(1, 1)) / 4
        expect(Math.abs((ours.data[(y * 32 + x) * 4 + channel] as number) - exact)).toBeLessThanOrEqual(0.5)
      }
  })
  it('weigh colours by their coverage, so that see-through pixels leave no dark fringe', () => {
    // Left column: opaque orange. Right column: transparent black, as editors leave behind a cutout.
    const data = new Uint8Array([200, 120, 40, 255, 0, 0, 0, 0, 200, 120, 40, 255, 0, 0, 0, 0])
    const { data: out } = halvePicture(memory, eight(data, 2, 2))
    expect([...out]).toEqual([200, 120, 40, 128])
  })
  it('leave nothing behind where nothing was', () => {
    const { data } = halvePicture(memory, eight(new Uint8Array(4 * 4 * 4), 4, 4))
    expect([...data].every((v) => v === 0)).toBe(true)
  })
  it('keep the last row and column of odd sizes', () => {
    const data = noise(5, 3)
    const out = halvePicture(memory, eight(data, 5, 3))
    expect([out.width, out.height]).toEqual([3, 2])
    // The odd corner has only itself to be the mean of.
    for (const channel of [0, 1, 2])
      expect(out.data[(1 * 3 + 2) * 4 + channel]).toBe(data[(2 * 5 + 4) * 4 + channel])
  })
  it('never lighten or darken a flat picture', () => {
    let level = eight(new Uint8Array(100 * 70 * 4).fill(137), 100, 70)
    while (level.width > 1 || level.height > 1) {
      level = halvePicture(memory, level)
      expect(new Set(level.data)).toEqual(new Set([137]))
    }
  })
  it('from one decoding are those made one by one', () => {
    const base = { ...eight(noise(300, 220), 300, 220), opaque: true }
    const all = levelsFrom(memory, base, 1)
    expect(all).toHaveLength(keptLevels(300, 220) - 1)
    for (const [n, level] of all.entries()) expect(level).toEqual(reduceTo(memory, base, n + 1))
  })
})

describe('the number of levels', () => {
  it('goes down to 64 px on the longer side', () => {
    expect(levelCount(64, 10)).toBe(1)
    expect(levelCount(128, 10)).toBe(2)
    expect(levelCount(4000, 3000)).toBe(7)
    expect(levelSize(4000, 6)).toBe(63)
  })
  it('sizes round up at every halving', () => {
    expect([0, 1, 2, 3].map((n) => levelSize(5, n))).toEqual([5, 3, 2, 1])
  })
  it('opaque is every alpha at 255', () => {
    expect(isOpaque(eight(noise(8, 8), 8, 8))).toBe(true)
    expect(
      isOpaque(
        eight(
          noise(8, 8, (x) => (x === 3 ? 254 : 255)),
          8,
          8,
        ),
      ),
    ).toBe(false)
  })
})
