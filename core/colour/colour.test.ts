import Color from 'colorjs.io'
import { describe, expect, it } from 'vitest'
import { contrastRatio, fromHex, lookUp, luminance, readColour, toHex } from './colour'
import { gradientMap, gradientTable, TABLE_SIZE } from './gradient'
import { toLinear } from './transfer'

describe('sRGB transfer (IEC 61966-2-1)', () => {
  it('has its constants: 0.04045 ÷ 12.92 at the joint, 1 at 1', () => {
    expect(toLinear(0.04045)).toBeCloseTo(0.04045 / 12.92, 12)
    expect(Math.abs(toLinear(0.0404501) - toLinear(0.04045))).toBeLessThan(1e-6)
    expect(toLinear(1)).toBe(1)
    // Mid grey 128 is 0.2158605 in linear light.
    expect(toLinear(128 / 255)).toBeCloseTo(0.2158605, 6)
  })
  it('agrees with a second library over the whole range', () => {
    for (let v = 0; v <= 255; v += 5)
      expect(toLinear(v / 255)).toBeCloseTo(
        new Color('srgb', [v / 255, 0, 0]).to('srgb-linear').coords[0] ?? Number.NaN,
        10,
      )
  })
})

describe('contrast (WCAG 2.2)', () => {
  const ratio = (a: string, b: string) => contrastRatio(luminance(fromHex(a)), luminance(fromHex(b)))
  it('is 21 : 1 for black on white and 1 : 1 for equals', () => {
    expect(ratio('#000000', '#ffffff')).toBeCloseTo(21, 10)
    expect(ratio('#44aa77', '#44aa77')).toBe(1)
  })
  it('gives the ratios that the guideline’s techniques name: #767676 passes 4.5 on white, #777777 does not', () => {
    expect(ratio('#767676', '#ffffff')).toBeGreaterThanOrEqual(4.5)
    expect(ratio('#777777', '#ffffff')).toBeLessThan(4.5)
    expect(ratio('#949494', '#ffffff')).toBeGreaterThanOrEqual(3)
  })
  it('agrees with a second library', () => {
    for (const [a, b] of [
      ['#3d1710', '#e7b98f'],
      ['#5b1730', '#fbe7da'],
      ['#9a6200', '#fafafa'],
    ] as const)
      expect(ratio(a, b)).toBeCloseTo(new Color(a).contrast(new Color(b), 'WCAG21'), 3)
  })
})

describe('reading colours', () => {
  it.each([
    ['c65a36', '#c65a36'],
    ['#abc', '#aabbcc'],
    [' #C65A3680 ', '#c65a3680'],
    ['rgb(198 90 54)', '#c65a36'],
    ['hsl(0 100% 50%)', '#ff0000'],
    ['teal', '#008080'],
  ])('%s', (text, hex) => {
    expect(readColour(text)).toBe(hex)
  })
  it('takes oklch as CSS Color 4 defines it', () => {
    expect(readColour('oklch(0.57 0.18 38)')).toBe(
      new Color('oklch', [0.57, 0.18, 38]).to('srgb').toGamut({ method: 'clip' }).toString({ format: 'hex' }),
    )
  })
  it('says no to what is none', () => {
    expect([readColour('reddish'), readColour(''), readColour('#12'), readColour('12 apples')]).toEqual([
      null,
      null,
      null,
      null,
    ])
  })
  it('finds a swatch’s colour, and grey where it is gone', () => {
    expect(lookUp('swatch:a', { a: { id: 'a', name: 'A', order: 'a0', colour: '#123456' } })).toBe('#123456')
    expect(lookUp('swatch:b', {})).toBe('#808080')
  })
  it('writes what it read', () => {
    for (const hex of ['#000000', '#c65a36', '#ffffff', '#01020380']) expect(toHex(fromHex(hex))).toBe(hex)
  })
})

describe('gradients', () => {
  it('fade to transparent without a dark seam (premultiplied, CSS Images 3 §3.4.2)', () => {
    const table = gradientTable([
      { offset: 0, colour: '#ff0000' },
      { offset: 1, colour: '#00000000' },
    ])
    const middle = [...table.slice(512 * 4, 512 * 4 + 4)]
    expect(middle.map((v) => +v.toFixed(3))).toEqual([1, 0, 0, 0.5])
  })
  it('jump where two stops meet and hold beyond the ends', () => {
    const table = gradientTable([
      { offset: 0.25, colour: '#000000' },
      { offset: 0.5, colour: '#000000' },
      { offset: 0.5, colour: '#ffffff' },
    ])
    const at = (t: number) => table[Math.round(t * (TABLE_SIZE - 1)) * 4]
    expect([at(0), at(0.49), at(0.51), at(1)]).toEqual([0, 0, 1, 1])
  })
  it('run along the line of CSS Images 3 §3.1: corners of the box are the ends at 45°', () => {
    const { x } = gradientMap({ kind: 'linear', angleDegrees: 45, stops: {} }, 200, 200, [1, 0, 0, 1, 0, 0])
    const t = (px: number, py: number) => x[0] * px + x[1] * py + x[2]
    expect([t(0, 0), t(200, 200), t(100, 100)].map((v) => +v.toFixed(9))).toEqual([0, 1, 0.5])
  })
})
