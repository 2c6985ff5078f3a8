import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { openMemory } from '@/host/kernels'
import { MASK_TILE } from '../masks/mask'
import { paperDepth } from './paper'
import { type Brush, markAt, Stroke, type StrokePoint, steadied } from './stroke'

const memory = openMemory()
const hard: Brush = { rx: 20, ry: 20, hardness: 1, flow: 1, strength: 1, step: 0.1, hides: true }
const at = (x: number, y: number, pressure = 1): StrokePoint => ({ x, y, pressure })
const stroke = (brush: Partial<Brush> = {}, base: number | Uint8Array = 255) =>
  new Stroke(memory, 600, 500, { ...hard, ...brush }, () => base)
const value = (s: Stroke, x: number, y: number, base = 255): number => {
  const tile = s.tile(`${Math.floor(x / MASK_TILE)},${Math.floor(y / MASK_TILE)}`)
  return tile ? (tile[(y % MASK_TILE) * MASK_TILE + (x % MASK_TILE)] as number) : base
}

describe('a stroke', () => {
  it('of a hard brush with all its flow and strength hides wholly in one pass, a px of rim apart (common practice)', () => {
    const s = stroke()
    s.to(at(100, 100))
    s.to(at(200, 100))
    for (const x of [90, 100, 137, 150, 200, 215]) expect(value(s, x, 100)).toBe(0)
    for (const y of [82, 100, 117]) expect(value(s, 150, y)).toBe(0)
    for (const y of [78, 122]) expect(value(s, 150, y)).toBe(255)
    const rim = value(s, 150, 80)
    expect(rim).toBeGreaterThan(0)
  })
  it('covers as much as its circle has area', () => {
    const s = stroke({ rx: 60, ry: 60 })
    s.to(at(128, 128))
    let sum = 0
    for (let y = 0; y < 256; y++) for (let x = 0; x < 256; x++) sum += 1 - value(s, x, y) / 255
    // The smooth rim lies within the outline: half a px of radius less.
    expect(sum / (Math.PI * 59.5 ** 2)).toBeCloseTo(1, 2)
  })
  it('touches only the tiles it reaches, and says what it changed', () => {
    const s = stroke()
    const box = s.to(at(250, 100))
    expect(s.places.sort()).toEqual(['0,0', '1,0'])
    expect(box).toEqual({ left: 230, top: 80, right: 270, bottom: 120 })
    expect(stroke().to(at(-100, 50))).toBeNull()
  })
  it('is the same however finely its way is told', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0.01, max: 0.99, noNaN: true }), { maxLength: 8 }), (cuts) => {
        const [one, many] = [
          stroke({ hardness: 0.3, flow: 0.4, step: 0.2 }),
          stroke({ hardness: 0.3, flow: 0.4, step: 0.2 }),
        ]
        one.to(at(60, 60))
        one.to(at(300, 180))
        many.to(at(60, 60))
        for (const k of [...cuts].sort((a, b) => a - b)) many.to(at(60 + 240 * k, 60 + 120 * k))
        many.to(at(300, 180))
        for (let n = 0; n < 40; n++) {
          const [x, y] = [50 + n * 6, 40 + ((n * 37) % 150)]
          expect(Math.abs(value(one, x, y) - value(many, x, y))).toBeLessThanOrEqual(1)
        }
      }),
      { numRuns: 30, endOnFailure: true },
    )
  })
  it('on rough paper leaves what lies deep, the same wherever it passes again, and no seam from tile to tile', () => {
    const once = stroke({ rx: 90, ry: 90, rough: 1 })
    once.to(at(256, 128))
    const again = stroke({ rx: 90, ry: 90, rough: 1 })
    for (const x of [236, 256, 270]) again.to(at(x, 128))
    const depth = paperDepth()
    let [covered, plain] = [0, 0]
    for (let y = 80; y < 176; y += 4)
      for (let x = 200; x < 312; x += 3) {
        const deep = depth[(y % MASK_TILE) * MASK_TILE + (x % MASK_TILE)] as number
        expect(Math.abs(value(once, x, y) - 255 * deep)).toBeLessThanOrEqual(1)
        expect(Math.abs(value(again, x, y) - value(once, x, y))).toBeLessThanOrEqual(1)
        covered += 255 - value(once, x, y)
        plain += 255
      }
    expect(covered / plain).toBeGreaterThan(0.45)
    expect(covered / plain).toBeLessThan(0.9)
    // Neighbours across the seam differ no more than within a tile.
    const step = (x: number) =>
      Array.from({ length: MASK_TILE }, (_, y) =>
        Math.abs(
          (depth[y * MASK_TILE + x] as number) - (depth[y * MASK_TILE + ((x + 1) % MASK_TILE)] as number),
        ),
      )
    const mean = (list: number[]) => list.reduce((a, b) => a + b, 0) / list.length
    expect(mean(step(MASK_TILE - 1))).toBeLessThan(1.6 * mean(step(100)))
  })
  it('never hides more than its strength, however often it passes', () => {
    const s = stroke({ strength: 0.5, flow: 0.3 })
    for (let n = 0; n < 60; n++) s.to(at(100 + (n % 2) * 30, 100))
    expect(value(s, 115, 100)).toBe(128)
  })
  it('with less flow builds up mark by mark towards the form of its mark', () => {
    const [once, often] = [stroke({ flow: 0.25, hardness: 0 }), stroke({ flow: 0.25, hardness: 0 })]
    once.to(at(100, 100))
    for (let n = 0; n < 80; n++) {
      often.to(at(100, 100))
      often.to(at(101, 100))
    }
    expect(value(once, 100, 100)).toBeGreaterThan(180)
    expect(value(often, 100, 100)).toBeLessThanOrEqual(2)
    // The soft rim stays soft.
    expect(value(often, 115, 100)).toBeGreaterThan(150)
  })
  it('that brings back undoes what one of the same way took away', () => {
    const away = stroke()
    away.to(at(100, 100))
    const back = stroke({ hides: false, rx: 24, ry: 24 }, away.tile('0,0') as Uint8Array)
    back.to(at(100, 100))
    for (let y = 70; y < 130; y++) for (let x = 70; x < 130; x++) expect(value(back, x, y)).toBe(255)
  })
  it('of a pen is as wide as it is pressed', () => {
    const s = stroke()
    s.to(at(100, 100, 0.3))
    expect([value(s, 100, 100), value(s, 112, 100)]).toEqual([0, 255])
  })
  it('is an ellipse where px of the mask are not as wide as high', () => {
    const s = stroke({ rx: 30, ry: 10 })
    s.to(at(100, 100))
    expect([value(s, 126, 100), value(s, 100, 114)]).toEqual([0, 255])
  })
})

describe('a mark', () => {
  it('falls from its hardness to its rim, never upwards', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 1, max: 800, noNaN: true }),
        (hardness, radius) => {
          let last = 1
          for (let n = 0; n <= 100; n++) {
            const now = markAt(n / 100, hardness, radius)
            expect(now).toBeLessThanOrEqual(last)
            last = now
          }
          expect([markAt(0, hardness, radius), markAt(1, hardness, radius)]).toEqual([1, 0])
        },
      ),
      { endOnFailure: true },
    )
  })
})

it('a steady hand lags behind and smooths; without it nothing changes', () => {
  const [free, steady] = [steadied(0), steadied(0.8)]
  for (const [x, y] of [
    [0, 0],
    [10, 8],
    [20, -8],
    [30, 8],
  ] as const) {
    expect(free(at(x, y))).toEqual(at(x, y))
    expect(Math.abs(steady(at(x, y)).y)).toBeLessThan(3)
  }
})
