import fc from 'fast-check'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { openMemory } from '../../host/kernels'
import { doubled } from './band'
import { halved, type Pixels, stretched } from './copies'
import { cutOut } from './cut-out'
import { gapsOf, joined, leftOut, stemsOf, thinOf } from './thin'

const memory = openMemory()
const size = { width: 120, height: 90 }
/** A set of px, 1 where a test holds for its column and row. */
const setOf = (test: (x: number, y: number) => boolean): Uint8Array =>
  Uint8Array.from({ length: size.width * size.height }, (_, n) =>
    test(n % size.width, Math.floor(n / size.width)) ? 1 : 0,
  )
const at = (x: number, y: number): number => y * size.width + x

/** A disc with a stem of four px, which bears a smaller disc; a stem that bears nothing and touches nothing. */
const disc = (x: number, y: number) => Math.hypot(x - 40, y - 60) < 24
const stem = (x: number, y: number) => y >= 8 && y < 40 && x >= 38 && x < 42
const fringe = (x: number, y: number) => x >= 58 && x < 90 && Math.abs(y - 60 - (x - 58) / 3) < 1.5
const loose = (x: number, y: number) => x >= 100 && x < 103 && y > 10 && y < 70
const whole = setOf((x, y) => disc(x, y) || stem(x, y) || fringe(x, y) || loose(x, y))

describe('what is thin', () => {
  it('is what no square within the set reaches, tried one by one', () => {
    const radius = 4
    const offsets = Array.from(
      { length: 81 },
      (_, n) => [(n % 9) - radius, Math.floor(n / 9) - radius] as const,
    )
    const seen = (x: number, y: number) => x >= 0 && y >= 0 && x < size.width && y < size.height
    const reached = new Uint8Array(whole.length)
    for (let y = 0; y < size.height; y++)
      for (let x = 0; x < size.width; x++)
        // What lies beyond the border is no edge.
        if (offsets.every(([u, v]) => !seen(x + u, y + v) || whole[at(x + u, y + v)]))
          for (const [u, v] of offsets) if (seen(x + u, y + v)) reached[at(x + u, y + v)] = 1
    const thin = thinOf(whole, size, radius)
    expect(thin).toEqual(whole.map((v, n) => (v && !reached[n] ? 1 : 0)))
    expect([thin[at(40, 20)], thin[at(101, 40)], thin[at(80, 67)], thin[at(40, 60)], thin[at(0, 0)]]).toEqual(
      [1, 1, 1, 0, 0],
    )
  })
  it('has no part of a set that fills the picture', () => {
    expect(thinOf(new Uint8Array(whole.length).fill(1), size, 6).some((v) => v === 1)).toBe(false)
    expect(thinOf(new Uint8Array(whole.length), size, 6).some((v) => v === 1)).toBe(false)
  })
})

describe('a cut that left out what is thin', () => {
  const believedIn = (set: Uint8Array) => Float32Array.from(set, (v) => (v ? 0.8 : 0.1))
  const withParts = (cut: Uint8Array, belief: Float32Array) =>
    joined(cut, stemsOf(belief, size, 5), gapsOf(belief, size, 5), size, 5)
  const belief = believedIn(whole)
  it('gets what hangs on to it, and nothing that stands alone or is doubted', () => {
    const made = withParts(setOf(disc), belief)
    expect([made[at(80, 67)], made[at(40, 20)], made[at(101, 40)]]).toEqual([1, 1, 0])
    const doubted = Float32Array.from(belief, (v, n) =>
      fringe(n % size.width, Math.floor(n / size.width)) ? 0.41 : v,
    )
    expect(withParts(setOf(disc), doubted)).toEqual(setOf((x, y) => disc(x, y) || stem(x, y)))
  })
  it('is told from one that has them', () => {
    const stems = stemsOf(belief, size, 5)
    expect(leftOut(setOf(disc), stems)).toBe(true)
    expect(leftOut(whole, stems)).toBe(false)
  })
  it('gets what hangs on by way of another thin part', () => {
    const bridge = (x: number, y: number) => x > 85 && x < 102 && Math.abs(y - 69) < 2
    expect(
      withParts(
        setOf(disc),
        believedIn(setOf((x, y) => disc(x, y) || fringe(x, y) || bridge(x, y) || loose(x, y))),
      )[at(101, 20)],
    ).toBe(1)
  })
  it('gets nothing that is as thick as the thing', () => {
    const beside = (x: number, y: number) => Math.hypot(x - 84, y - 60) < 20
    expect(withParts(setOf(disc), believedIn(setOf((x, y) => disc(x, y) || beside(x, y))))[at(84, 60)]).toBe(
      0,
    )
  })
  it('loses gaps that it closed beside stems, and keeps those that are far from any', () => {
    const slit = (x: number, y: number) => disc(x, y) && Math.abs(x - 30) < 2 && y > 66
    const pair = (x: number, y: number) => y >= 8 && y < 42 && ((x >= 36 && x < 40) || (x >= 44 && x < 48))
    // The cut closed the two stems from row 20 on and ended there.
    const cut = setOf((x, y) => disc(x, y) || (y >= 20 && y < 42 && x >= 36 && x < 48))
    const made = withParts(cut, believedIn(setOf((x, y) => (disc(x, y) && !slit(x, y)) || pair(x, y))))
    expect([made[at(37, 12)], made[at(42, 24)], made[at(30, 75)]]).toEqual([1, 0, 1])
    // A wide part that is not believed in stays as it was cut.
    const wide = setOf((x, y) => disc(x, y) && x >= 40)
    expect(withParts(setOf(disc), believedIn(wide))[at(25, 60)]).toBe(1)
  })
})

describe('copies of other sizes', () => {
  it('are halves of four px each, alike for every channel, at odd sizes and wherever their bytes begin', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 9 }),
        fc.integer({ min: 1, max: 9 }),
        fc.integer({ min: 0, max: 5 }),
        fc.nat(),
        (width, height, offset, seed) => {
          const room = new Uint8Array(width * height * 4 + offset).map(
            (_, n) => (seed + n * 7919 * (n % 13)) & 255,
          )
          const data = room.subarray(offset)
          const made = halved({ width, height, data })
          expect([made.width, made.height]).toEqual([(width + 1) >> 1, (height + 1) >> 1])
          for (let y = 0; y < made.height; y++)
            for (let x = 0; x < made.width; x++)
              for (let k = 0; k < 4; k++) {
                let sum = 0
                for (const [u, v] of [
                  [0, 0],
                  [1, 0],
                  [0, 1],
                  [1, 1],
                ] as const)
                  sum += data[
                    (Math.min(height - 1, 2 * y + v) * width + Math.min(width - 1, 2 * x + u)) * 4 + k
                  ] as number
                expect(made.data[(y * made.width + x) * 4 + k]).toBe(Math.floor(sum / 4 + 0.5))
              }
        },
      ),
    )
  })
  it('are coverages brought to twice the size, bilinearly, to within the rounding', () => {
    for (const [width, height] of [
      [7, 5],
      [8, 6],
      [1, 9],
    ] as const) {
      const from = { width: (width + 1) >> 1, height: (height + 1) >> 1 }
      const alpha = Uint8Array.from({ length: from.width * from.height }, (_, n) => (n * 97) & 255)
      const { shares: made, doubt } = doubled(alpha, from, { width, height })
      expect([...doubt]).toEqual([...made.keys()].filter((n) => made[n] !== 0 && made[n] !== 255))
      // `stretched` maps by the ratio of sizes, doubling by two: alike where the size is even.
      const plain = stretched(Float32Array.from(alpha), from, {
        width: from.width * 2,
        height: from.height * 2,
      })
      for (let y = 0; y < height; y++)
        for (let x = 0; x < width; x++)
          expect(
            Math.abs((made[y * width + x] as number) - (plain[y * from.width * 2 + x] as number)),
          ).toBeLessThanOrEqual(0.51)
    }
  })
})

describe('a photo with stems', () => {
  it('is cut out with them: lines of two px from a pot to what they bear', async () => {
    const lines = [330, 360, 390].map(
      (x, n) =>
        `<line x1="${x}" y1="${150 - 20 * n}" x2="360" y2="330" stroke="#3f4a1c" stroke-width="2.4"/>`,
    )
    const heads = [330, 360, 390].map(
      (x, n) => `<ellipse cx="${x}" cy="${120 - 20 * n}" rx="11" ry="40" fill="#6b5a1e"/>`,
    )
    const thing = (colours: boolean) =>
      `<svg xmlns="http://www.w3.org/2000/svg" width="720" height="540">${colours ? '<rect width="720" height="540" fill="#d9d2c4"/><rect y="400" width="720" height="140" fill="#b58a5a"/>' : ''}
      ${lines.join('')}${heads.join('')}<ellipse cx="360" cy="420" rx="95" ry="90" fill="#2f5d74"/></svg>`
    const picture = async (svg: string): Promise<Pixels> => {
      const { data, info } = await sharp(Buffer.from(svg))
        .ensureAlpha()
        .raw()
        .toBuffer({ resolveWithObject: true })
      return { width: info.width, height: info.height, data: new Uint8Array(data) }
    }
    const truth = await picture(thing(false))
    const made = cutOut(memory, await picture(thing(true)), []).alpha
    let [found, all] = [0, 0]
    for (let y = 200; y < 320; y++)
      for (let x = 300; x < 420; x++) {
        const n = y * 720 + x
        if ((truth.data[n * 4 + 3] as number) < 200) continue
        all++
        if ((made[n] as number) > 127) found++
      }
    expect(all).toBeGreaterThan(500)
    expect(found / all).toBeGreaterThan(0.6)
  })
})
