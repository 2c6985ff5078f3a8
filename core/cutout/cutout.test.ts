import { converter } from 'culori'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { openMemory } from '../../host/kernels'
import type { Dab } from '../design/mask'
import { cutOut } from './cut-out'
import { leastCut, STEPS } from './max-flow'
import { type Pixels, toLab } from './picture'
import { settledBy } from './segment'

const memory = openMemory()

/** The cost of a labelling: what is left on the wrong side, and the links it cuts. */
function costOf(side: Uint8Array, width: number, height: number, terminal: Float32Array, links: Float32Array): number {
  let sum = 0
  for (let n = 0; n < side.length; n++) {
    const t = terminal[n] as number
    if (t > 0 && !side[n]) sum += t
    if (t < 0 && side[n]) sum -= t
    for (let d = 0; d < 8; d++) {
      const [x, y] = [(n % width) + (STEPS[d]?.[0] ?? 0), Math.floor(n / width) + (STEPS[d]?.[1] ?? 0)]
      if (x < 0 || y < 0 || x >= width || y >= height) continue
      if (side[n] && !side[y * width + x]) sum += links[n * 8 + d] as number
    }
  }
  return sum
}

describe('the least cut', () => {
  it('costs no more than any of all labellings of a small grid', () => {
    const [width, height] = [4, 3]
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: -9, max: 9 }), { minLength: 12, maxLength: 12 }),
        fc.array(fc.integer({ min: 0, max: 6 }), { minLength: 96, maxLength: 96 }),
        (t, l) => {
          const terminal = Float32Array.from(t)
          const links = Float32Array.from(l, (v, k) => {
            const [x, y] = [((k >> 3) % width) + (STEPS[k % 8]?.[0] ?? 0), Math.floor((k >> 3) / width) + (STEPS[k % 8]?.[1] ?? 0)]
            return x < 0 || y < 0 || x >= width || y >= height ? 0 : v
          })
          const made = costOf(leastCut(width, height, terminal, Float32Array.from(links)), width, height, terminal, links)
          for (let code = 0; code < 1 << 12; code += 1) {
            const side = Uint8Array.from({ length: 12 }, (_, n) => (code >> n) & 1)
            expect(made).toBeLessThanOrEqual(costOf(side, width, height, terminal, links) + 1e-4)
          }
        },
      ),
      { numRuns: 12, endOnFailure: true },
    )
  })
})

describe('colours for telling things apart', () => {
  it('are OKLab as culori, a general colour library, has it', () => {
    const lab = converter('oklab')
    const data = Uint8Array.from([200, 40, 30, 255, 12, 90, 240, 255, 250, 250, 245, 255, 0, 0, 0, 255])
    const made = toLab({ width: 4, height: 1, data })
    for (let n = 0; n < 4; n++) {
      const c = lab({ mode: 'rgb', r: (data[n * 4] as number) / 255, g: (data[n * 4 + 1] as number) / 255, b: (data[n * 4 + 2] as number) / 255 })
      expect(Math.abs((made.l[n] as number) - c.l)).toBeLessThan(1e-4)
      expect(Math.abs((made.a[n] as number) - (c.a ?? 0))).toBeLessThan(1e-4)
      expect(Math.abs((made.b[n] as number) - (c.b ?? 0))).toBeLessThan(1e-4)
    }
  })
})

/** A plain disc before a plain ground, its edge covered by area. */
function discOn(ground: readonly [number, number, number], colour: readonly [number, number, number], size = 240) {
  const data = new Uint8Array(size * size * 4)
  const alpha = new Float64Array(size * size)
  for (let y = 0; y < size; y++)
    for (let x = 0; x < size; x++) {
      let inside = 0
      for (let v = 0; v < 4; v++)
        for (let u = 0; u < 4; u++) if (Math.hypot(x + (u + 0.5) / 4 - size / 2, y + (v + 0.5) / 4 - size / 2) < size * 0.27) inside++
      const a = inside / 16
      const n = y * size + x
      alpha[n] = a
      data.set(
        [0, 1, 2].map((k) => Math.round((colour[k] as number) * a + (ground[k] as number) * (1 - a))),
        n * 4,
      )
      data[n * 4 + 3] = 255
    }
  return { photo: { width: size, height: size, data } satisfies Pixels, alpha }
}

describe('cutting out', () => {
  it('separates a disc from its ground, its edge by area, and knows the disc’s own colour there', () => {
    const { photo, alpha } = discOn([214, 205, 190], [40, 70, 130])
    const made = cutOut(memory, photo, [])
    let [both, either] = [0, 0]
    let band = 0
    let count = 0
    alpha.forEach((a, n) => {
      const b = (made.alpha[n] as number) / 255
      both += Math.min(a, b)
      either += Math.max(a, b)
      if (a > 0 && a < 1) {
        band += Math.abs(a - b)
        count++
      }
    })
    expect(both / either).toBeGreaterThan(0.985)
    expect(band / count).toBeLessThan(0.08)
    const at = (120 * 240 + Math.floor(120 - 240 * 0.27)) * 4
    expect(made.colours.data[at + 3]).toBe(255)
    for (const [k, v] of [40, 70, 130].entries()) expect(Math.abs((made.colours.data[at + k] as number) - v)).toBeLessThan(12)
  })
  it('holds to dabs: what is kept is whole, what is dropped is gone', () => {
    const { photo } = discOn([214, 205, 190], [40, 70, 130])
    const dabs: Dab[] = [
      { x: 0.1, y: 0.1, radius: 0.03, keep: true },
      { x: 0.5, y: 0.5, radius: 0.03, keep: false },
    ]
    const made = cutOut(memory, photo, dabs)
    const settled = settledBy(dabs, 240, 240)
    settled.forEach((s, n) => {
      if (s) expect(made.alpha[n]).toBe(s === 1 ? 255 : 0)
    })
    expect(settled.filter((s) => s === 1).length).toBeGreaterThan(60)
  })
  it('gives a picture of one colour back without a subject, and takes small and narrow ones', () => {
    const { photo } = discOn([128, 128, 128], [128, 128, 128])
    expect(cutOut(memory, photo, []).alpha.every((v) => v === 0 || v === 255)).toBe(true)
    for (const [width, height] of [
      [8, 8],
      [600, 9],
    ] as const)
      expect(cutOut(memory, { width, height, data: new Uint8Array(width * height * 4).fill(200) }, []).alpha).toHaveLength(width * height)
  })
})
