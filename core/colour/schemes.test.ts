import { converter, differenceCiede2000, differenceEuclidean } from 'culori'
import * as fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { harmony, tones } from './harmony'
import { leadingColour, meanColour, paletteOf } from './palette'
import { middleOf, recoloured, shared } from './recolour'

const oklch = converter('oklch')
const unlike = differenceCiede2000()
const hex = fc.integer({ min: 0, max: 0xffffff }).map((v) => `#${v.toString(16).padStart(6, '0')}`)
const hueOf = (c: string) => oklch(c)?.h ?? 0
const turned = (a: number, b: number) => Math.abs(((((a - b) % 360) + 540) % 360) - 180)

describe('the difference that colours are judged by', () => {
  it.each([
    // G. Sharma, W. Wu, E. Dalal, “The CIEDE2000 color-difference formula: implementation notes, supplementary test data”,
    // Color Research & Application 30, 2005, table 1: pairs 1, 7, 13, 17 and 25.
    [[50, 2.6772, -79.7751], [50, 0, -82.7485], 2.0425],
    [[50, 0, 0], [50, -1, 2], 2.3669],
    [[50, 2.5, 0], [50, 0, -2.5], 4.3065],
    [[50, 2.5, 0], [73, 25, -18], 27.1492],
    [[60.2574, -34.0099, 36.2677], [60.4626, -34.1751, 39.4387], 1.2644],
  ] as const)('is that of the published pair %j, %j', (a, b, de) => {
    const lab = ([l, x, y]: readonly [number, number, number]) => ({ mode: 'lab65' as const, l, a: x, b: y })
    expect(unlike(lab(a), lab(b))).toBeCloseTo(de, 3)
  })
})

describe('harmonies', () => {
  it('turn the hue and keep the lightness, chroma only less where sRGB ends', () => {
    fc.assert(
      fc.property(hex, (c) => {
        const own = oklch(c)
        if (!own || own.c < 0.03 || own.l < 0.2) return
        const [opposite = ''] = harmony(c, 'opposite')
        const made = oklch(opposite)
        expect(Math.abs((made?.l ?? 0) - own.l)).toBeLessThan(0.012)
        expect(made?.c ?? 0).toBeLessThan(own.c + 0.01)
        if ((made?.c ?? 0) > 0.03) expect(turned(hueOf(opposite), own.h ?? 0)).toBeGreaterThan(172)
      }),
      { numRuns: 300, endOnFailure: true },
    )
  })
  it('are as many as they are called, and tones go from dark to light', () => {
    expect(
      [harmony('#c65a36', 'three'), harmony('#c65a36', 'four'), harmony('#c65a36', 'near')].map(
        (l) => l.length,
      ),
    ).toEqual([2, 3, 2])
    const light = tones('#c65a36', 5).map((c) => oklch(c)?.l ?? 0)
    expect([...light].sort((a, b) => a - b)).toEqual(light)
    for (const c of tones('#c65a36', 5))
      if ((oklch(c)?.c ?? 0) > 0.03) expect(turned(hueOf(c), hueOf('#c65a36'))).toBeLessThan(8)
  })
})

describe('a palette of a picture', () => {
  const striped = (colours: readonly [number, number, number][], widths: readonly number[]) => {
    const [width, height] = [widths.reduce((a, b) => a + b), 20]
    const data = new Uint8Array(width * height * 4)
    for (let y = 0; y < height; y++) {
      let x = 0
      widths.forEach((w, k) => {
        for (let n = 0; n < w; n++, x++)
          data.set([...(colours[k] as [number, number, number]), 255], (y * width + x) * 4)
      })
    }
    return { width, height, data }
  }
  it('has the colours it is made of, the most used first', () => {
    const picture = striped(
      [
        [198, 90, 54],
        [20, 46, 42],
        [251, 238, 218],
      ],
      [60, 25, 15],
    )
    expect(paletteOf(picture, 5)).toEqual(['#c65a36', '#142e2a', '#fbeeda'])
  })
  it('is led by a vivid colour that there is much of, not by the greys around it nor by a speck', () => {
    const mug = striped(
      [
        [214, 205, 190],
        [198, 90, 54],
        [30, 90, 220],
      ],
      [58, 40, 2],
    )
    expect(leadingColour(mug)).toBe('#c65a36')
    expect(leadingColour(striped([[120, 120, 120]], [10]))).toBe('#787878')
    // A white flower on its green stem is white, a fern is green.
    const flower: [number, number, number][] = [
      [86, 116, 57],
      [236, 232, 226],
    ]
    expect(leadingColour(striped(flower, [60, 40]))).toBe('#ece8e2')
    expect(leadingColour(striped(flower, [97, 3]))).toBe('#567439')
    expect(leadingColour({ width: 1, height: 1, data: [9, 9, 9, 0] })).toBe(null)
  })
  it('covers a noisy picture: no px is far from all of them', () => {
    const spots: [number, number, number][] = [
      [190, 80, 50],
      [40, 70, 60],
      [230, 210, 180],
      [120, 130, 150],
    ]
    const data = new Uint8Array(64 * 64 * 4)
    for (let n = 0; n < 64 * 64; n++) {
      const c = spots[(n >> 2) % 4] as [number, number, number]
      const by = ((n * 2654435761) >>> 24) % 17
      data.set([c[0] + by - 8, c[1] + by - 8, c[2] + by - 8, 255], n * 4)
    }
    const made = paletteOf({ width: 64, height: 64, data }, 4)
    for (const [r, g, b] of spots) {
      const near = Math.min(
        ...made.map((m) => unlike(m, { mode: 'rgb', r: r / 255, g: g / 255, b: b / 255 })),
      )
      expect(near).toBeLessThan(6)
    }
  })
  it('counts see-through px as little as they show, and is empty for nothing', () => {
    expect(meanColour({ width: 1, height: 1, data: [10, 20, 30, 0] })).toBeNull()
    expect(meanColour({ width: 2, height: 1, data: [198, 90, 54, 255, 0, 0, 0, 0] })).toBe('#c65a36')
    expect(paletteOf({ width: 1, height: 1, data: [0, 0, 0, 0] }, 3)).toEqual([])
  })
})

describe('recolouring', () => {
  it('makes the middle the new colour and keeps who is lighter than whom', () => {
    expect(recoloured('#8a6f60', '#8a6f60', '#2f6f8f')).toBe('#2f6f8f')
    const light = (c: string) => oklch(c)?.l ?? 0
    fc.assert(
      fc.property(hex, hex, (a, b) => {
        const [x, y] = [recoloured(a, '#808080', '#6a7fb0'), recoloured(b, '#808080', '#6a7fb0')]
        if (light(a) - light(b) > 0.15 && light(x) < 0.9 && light(y) > 0.1)
          expect(light(x)).toBeGreaterThan(light(y) - 0.06)
      }),
      { numRuns: 300, endOnFailure: true },
    )
    expect(recoloured('#ffffff', '#808080', '#2f6f8f', 0).slice(0, 7)).toBe('#2f6f8f')
    expect(recoloured('#11223344', '#112233', '#2f6f8f')).toBe('#2f6f8f44')
  })
  it('gives a set by lightness: the darkest takes the darkest, the lightest the lightest', () => {
    expect(shared(['#eeeeee', '#222222', '#888888'], ['#fbeeda', '#c65a36', '#142e2a'])).toEqual([
      '#fbeeda',
      '#142e2a',
      '#c65a36',
    ])
    expect(shared(['#222222', '#eeeeee'], ['#fbeeda', '#c65a36', '#142e2a'])).toEqual(['#142e2a', '#fbeeda'])
    expect(shared(['#222222'], [])).toEqual(['#222222'])
    expect(
      differenceEuclidean('oklab')(middleOf(['#000000', '#ffffff']), { mode: 'oklab', l: 0.5, a: 0, b: 0 }),
    ).toBeLessThan(0.01)
  })
})
