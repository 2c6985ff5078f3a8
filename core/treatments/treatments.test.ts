import { converter, differenceEuclidean } from 'culori'
import * as fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { openMemory } from '@/host/kernels'
import { fromOklab, toOklab } from '../colour/oklab'
import { toEncoded, toLinear } from '../colour/transfer'
import { daylight, whiteShift } from '../colour/white'
import { PLANE_BYTES } from '../pixels/memory'
import { Filters } from '../render/filters'
import type { FilterNode } from '../render/nodes'
import { Covering } from '../render/softening'
import type { PointWork } from './definition'
import { newTreatment, sizedTreatment, treatmentDefinitions, treatmentKinds, treatmentSchema } from './list'
import { looks, treatmentsIn } from './recipes'
import { curveThrough } from './tables'

type Rgb = readonly [number, number, number]
const memory = openMemory()
const none = { rasterOf: () => 0, readTiles: () => undefined }
const filters = new Filters(memory, none, new Covering(memory, none))
/** What work on single pixels makes of opaque colours, components 0–1. */
function worked(work: PointWork, colours: readonly Rgb[], alpha = 1): number[][] {
  const raster = memory.tile()
  const count = Math.min(64, Math.max(4, (colours.length + 3) & ~3))
  const plane = (p: number) => memory.floats(raster + p * PLANE_BYTES, count)
  colours.forEach((c, n) => {
    c.forEach((v, p) => {
      plane(p)[n] = v * alpha
    })
    plane(3)[n] = alpha
  })
  const node = { work: { point: work }, strength: 1, blend: 0, masks: [], step: 1 } as unknown as FilterNode
  filters.apply(node, raster, { x: 0, y: 0, width: count, height: 1, offset: 0 }, 0, 0)
  const out = colours.map((_, n) => [0, 1, 2, 3].map((p) => plane(p)[n] as number))
  memory.releaseTile(raster)
  return out
}
const look = { scale: 1, width: 100, height: 100, colour: (c: string) => c, lut: () => null }
/** The work of a treatment with some of its settings changed. */
function workOf(kind: string, change: Record<string, unknown> = {}): PointWork {
  const d = treatmentKinds.get(kind)
  if (!d || !('point' in d)) throw new Error(`${kind} is not told pixel by pixel`)
  const work = d.point({ ...newTreatment(kind, { id: 't', order: 'a' }), ...change } as never, look)
  if (!work) throw new Error('nothing to do')
  return work
}
const colour: fc.Arbitrary<Rgb> = fc.tuple(
  ...([0, 1, 2].map(() => fc.integer({ min: 0, max: 255 }).map((v) => v / 255)) as [
    fc.Arbitrary<number>,
    fc.Arbitrary<number>,
    fc.Arbitrary<number>,
  ]),
)
const each = (check: (c: Rgb) => void, runs = 200) =>
  fc.assert(
    fc.property(colour, (c) => void check(c)),
    { numRuns: runs, endOnFailure: true },
  )
const levels = (a: readonly number[], b: readonly number[]) =>
  Math.max(...[0, 1, 2].map((k) => Math.abs((a[k] as number) - (b[k] as number)))) * 255
const one = (work: PointWork, c: Rgb) => worked(work, [c])[0] as number[]

describe('treatments', () => {
  it('are valid with their first settings and for their ends, and refused beyond them', () => {
    expect(treatmentDefinitions.length).toBeGreaterThanOrEqual(36)
    expect(new Set(treatmentDefinitions.map((d) => d.kind)).size).toBe(treatmentDefinitions.length)
    for (const d of treatmentDefinitions) {
      const first = newTreatment(d.kind, { id: 'x', order: 'a0' })
      expect(treatmentSchema.safeParse(first).success).toBe(true)
      for (const [key, f] of Object.entries(d.fields)) {
        if (f.kind !== 'number') continue
        expect(treatmentSchema.safeParse({ ...first, [key]: f.least }).success).toBe(true)
        expect(treatmentSchema.safeParse({ ...first, [key]: f.most + 1 }).success).toBe(false)
      }
    }
    expect(
      treatmentSchema.safeParse({ ...newTreatment('blur', { id: 'x', order: 'a0' }), kind: 'no-such' })
        .success,
    ).toBe(false)
  })
  it('have lengths that are sized with their layer, and others that are not', () => {
    const shadow = sizedTreatment(newTreatment('shadow', { id: 'x', order: 'a0' }), 2)
    expect([shadow.distance, shadow.softness, shadow.angle, shadow.strength]).toEqual([20, 36, 75, 0.3])
    expect(sizedTreatment(newTreatment('grain', { id: 'x', order: 'a0' }), 2).size).toBe(1.5)
  })
  it('shipped recipes are two dozen and more, each of valid treatments, by names of their own', () => {
    expect(looks.length).toBeGreaterThanOrEqual(24)
    expect(new Set(looks.map((l) => l.name)).size).toBe(looks.length)
    for (const look of looks)
      for (const t of treatmentsIn(look)) {
        expect(treatmentSchema.safeParse(t).error).toBeUndefined()
        // Nothing is told that its kind does not have.
        const known = [
          'id',
          'kind',
          'order',
          'on',
          'strength',
          ...Object.keys(treatmentKinds.get(t.kind)?.fields ?? {}),
        ]
        expect(Object.keys(t).filter((key) => !known.includes(key))).toEqual([])
      }
  })
  it('refuse curves and gradients with one point, or with points that go backwards', () => {
    const curves = newTreatment('curves', { id: 'x', order: 'a0' })
    const map = newTreatment('gradient-map', { id: 'x', order: 'a0' })
    const says = (value: unknown) => treatmentSchema.safeParse(value).error?.issues[0]?.message
    expect(says({ ...curves, all: [{ x: 0, y: 0 }] })).toMatch(/two points/)
    expect(
      says({
        ...curves,
        all: [
          { x: 1, y: 0 },
          { x: 0, y: 1 },
        ],
      }),
    ).toMatch(/from dark to light/)
    expect(says({ ...map, stops: [{ offset: 0.2, colour: '#000000' }] })).toMatch(/two stops/)
    expect(
      says({
        ...map,
        stops: [
          { offset: 1, colour: '#000000' },
          { offset: 0, colour: '#ffffff' },
        ],
      }),
    ).toMatch(/from dark to light/)
  })
})

describe('light', () => {
  it('lifts every value by the same, within black and white', () =>
    each((c) =>
      expect(
        levels(
          one(workOf('lift', { by: 0.2 }), c),
          c.map((v) => Math.min(1, v + 0.2)),
        ),
      ).toBeLessThan(0.05),
    ))
  it('drives values apart as contrast() of Filter Effects 1 does when it clips: (c − ½) × k + ½', () =>
    each((c) => {
      const expected = c.map((v) => Math.min(1, Math.max(0, (v - 0.5) * 2 + 0.5)))
      expect(levels(one(workOf('contrast', { by: 0.5, hard: true }), c), expected)).toBeLessThan(0.3)
    }))
  it('keeps black, white and the middle with plain contrast', () => {
    const work = workOf('contrast', { by: 0.6 })
    for (const v of [0, 0.5, 1]) expect(levels(one(work, [v, v, v]), [v, v, v])).toBeLessThan(0.05)
    expect(one(work, [0.25, 0.75, 0.5])[0]).toBeLessThan(0.15)
  })
  it('doubles linear light with a stop of exposure (IEC 61966-2-1)', () =>
    each((c) => {
      const expected = c.map((v) => toEncoded(Math.min(1, 2 * toLinear(v))))
      expect(levels(one(workOf('exposure', { stops: 1 }), c), expected)).toBeLessThan(0.1)
    }))
  it('maps black and white points to the ends and the middle by its power', () => {
    const work = workOf('levels', { black: 0.2, white: 0.8, middle: 2, low: 0.1, high: 0.9 })
    const found = worked(work, [
      [0.2, 0.8, 0.35],
      [0, 1, 0.5],
    ])
    expect(levels(found[0] as number[], [0.1, 0.9, 0.1 + 0.8 * 0.5])).toBeLessThan(0.2)
    expect(levels(found[1] as number[], [0.1, 0.9, 0.1 + 0.8 * Math.sqrt(0.5)])).toBeLessThan(0.2)
  })
  it('goes through the points of a curve and never beyond its neighbours (Fritsch and Carlson, 1980)', () => {
    // The monotone data of the paper's example, RPN 14, from memory.
    const points = [
      [7.99, 0],
      [8.09, 2.76429e-5],
      [8.19, 4.37498e-2],
      [8.7, 0.169183],
      [9.2, 0.469428],
      [10, 0.94374],
      [12, 0.998636],
      [15, 0.999919],
      [20, 0.999994],
    ]
    const curve = curveThrough(points.map(([x, y]) => ({ x: x as number, y: y as number })))
    for (const [x, y] of points) expect(curve(x as number)).toBeCloseTo(y as number, 9)
    let before = 0
    for (let x = 7.99; x <= 20; x += 0.01) {
      expect(curve(x)).toBeGreaterThanOrEqual(before - 1e-12)
      before = curve(x)
    }
  })
})

describe('hue', () => {
  it('OKLab is that of CSS Color 4 and of a reference library', () => {
    const red = toOklab({ r: 1, g: 0, b: 0 })
    expect([red.l, red.a, red.b].map((v) => Number(v.toFixed(3)))).toEqual([0.628, 0.225, 0.126])
    const reference = converter('oklab')
    each((c) => {
      const [own, other] = [
        toOklab({ r: c[0], g: c[1], b: c[2] }),
        reference({ mode: 'rgb', r: c[0], g: c[1], b: c[2] }),
      ]
      expect(Math.hypot(own.l - other.l, own.a - other.a, own.b - other.b)).toBeLessThan(1e-4)
      const back = fromOklab(own)
      expect(levels([back.r, back.g, back.b], c)).toBeLessThan(0.05)
    })
  })
  it('turned by nothing and with its own chroma a colour stays', () => {
    each((c) => expect(levels(one(workOf('turn', { by: 0 }), c), c)).toBeLessThan(0.3))
    each((c) => expect(levels(one(workOf('chroma', { by: 1 }), c), c)).toBeLessThan(0.3))
  })
  it('turning keeps lightness and chroma, by a reference library in OKLCH', () => {
    const [lch, rgb] = [converter('oklch'), converter('rgb')]
    each((c) => {
      const from = lch({ mode: 'rgb', r: c[0], g: c[1], b: c[2] })
      const to = rgb({ ...from, h: (from.h ?? 0) + 40 })
      fc.pre([to.r, to.g, to.b].every((v) => v >= 0 && v <= 1))
      expect(levels(one(workOf('turn', { by: 40 }), c), [to.r, to.g, to.b])).toBeLessThan(0.5)
    })
  })
  it('without chroma only greys are left, of the same lightness', () => {
    const difference = differenceEuclidean('oklab')
    each((c) => {
      const [r, g, b] = one(workOf('chroma', { by: 0 }), c) as [number, number, number]
      expect(Math.max(r, g, b) - Math.min(r, g, b)).toBeLessThan(0.003)
      const own = toOklab({ r: c[0], g: c[1], b: c[2] })
      expect(difference({ mode: 'oklab', l: own.l, a: 0, b: 0 }, { mode: 'rgb', r, g, b })).toBeLessThan(
        0.004,
      )
    })
  })
  it('warmth moves white along the daylight locus: D50 and D65 as CIE 15 has them', () => {
    const xy = (kelvin: number) => {
      const [x, , z] = daylight(kelvin)
      return [x / (x + 1 + z), 1 / (x + 1 + z)].map((v) => Number(v.toFixed(4)))
    }
    expect(xy(5003)).toEqual([0.3457, 0.3586])
    expect(xy(6504)).toEqual([0.3127, 0.3291])
    const still = whiteShift(0, 0)
    expect(still[0]).toBeCloseTo(1, 4)
    expect(still[5]).toBeCloseTo(1, 4)
    const [r, g, b] = one(workOf('warmth', { warm: 1 }), [0.5, 0.5, 0.5]) as [number, number, number]
    expect(r).toBeGreaterThan(g)
    expect(g).toBeGreaterThan(b)
    // Luminance stays.
    expect(0.2126 * toLinear(r) + 0.7152 * toLinear(g) + 0.0722 * toLinear(b)).toBeCloseTo(toLinear(0.5), 3)
  })
  it('a grey mix with nothing changed is the luma of ITU-R BT.709, and a hue is as light as it is told', () => {
    const flat = { reds: 0, yellows: 0, greens: 0, cyans: 0, blues: 0, magentas: 0 }
    each((c) => {
      const luma = 0.2126 * c[0] + 0.7152 * c[1] + 0.0722 * c[2]
      expect(levels(one(workOf('grey-mix', flat), c), [luma, luma, luma])).toBeLessThan(0.01)
    })
    // Strong reds and yellows and weak blues make warm lights stand out (common practice).
    const mix = workOf('grey-mix', { ...flat, reds: 0.5, yellows: 0.05, blues: -0.07 })
    const [red, blue, grey] = worked(mix, [
      [1, 0, 0],
      [0, 0, 1],
      [0.4, 0.4, 0.4],
    ]) as [number[], number[], number[]]
    expect(levels(red, [0.7126, 0.7126, 0.7126])).toBeLessThan(0.01)
    expect(levels(blue, [0.0022, 0.0022, 0.0022])).toBeLessThan(0.01)
    expect(levels(grey, [0.4, 0.4, 0.4])).toBeLessThan(0.01)
  })
  it('a swapped colour becomes the other exactly, what is unlike it stays, and folds keep their shading', () => {
    const work = workOf('swap-colour', { from: '#b5532f', to: '#2f6f8f', tolerance: 0.2, fade: 0.05 })
    const from: Rgb = [0xb5 / 255, 0x53 / 255, 0x2f / 255]
    expect(levels(one(work, from), [0x2f / 255, 0x6f / 255, 0x8f / 255])).toBeLessThan(0.6)
    const green: Rgb = [0.1, 0.6, 0.2]
    expect(levels(one(work, green), green)).toBeLessThan(0.01)
    const shades = [0.7, 0.85, 1, 1.15].map((k): Rgb => [from[0] * k, from[1] * k, from[2] * k])
    const light = worked(work, shades).map(
      ([r, g, b]) => toOklab({ r: r as number, g: g as number, b: b as number }).l,
    )
    for (let n = 1; n < light.length; n++)
      expect(light[n] as number).toBeGreaterThan((light[n - 1] as number) + 0.02)
  })
})

describe('fewer colours', () => {
  it('a duotone of white and white turns every pixel white and leaves coverage (common practice)', () => {
    const found = worked(
      workOf('duotone', { dark: '#ffffff', light: '#ffffff' }),
      [
        [0.1, 0.9, 0.3],
        [0, 0, 0],
      ],
      0.4,
    )
    for (const px of found) expect(px.map((v) => Number(v.toFixed(5)))).toEqual([0.4, 0.4, 0.4, 0.4])
  })
  it('inverting twice changes nothing (common practice)', () => {
    const work = workOf('invert')
    each((c) => {
      const [r, g, b] = one(work, c) as [number, number, number]
      expect(levels(one(work, [r, g, b]), c)).toBeLessThan(0.01)
    })
  })
  it('a gradient map takes each lightness to its place between the stops', () => {
    const stops = [
      { offset: 0, colour: '#000000' },
      { offset: 0.5, colour: '#ff0000' },
      { offset: 1, colour: '#ffffff' },
    ]
    const found = worked(workOf('gradient-map', { stops }), [
      [0, 0, 0],
      [0.25, 0.25, 0.25],
      [0.75, 0.75, 0.75],
      [1, 1, 1],
    ])
    const expected = [
      [0, 0, 0],
      [0.5, 0, 0],
      [1, 0.5, 0.5],
      [1, 1, 1],
    ]
    found.forEach((px, n) => expect(levels(px, expected[n] as number[])).toBeLessThan(0.2))
  })
  it('steps leave so many values, two tones only two', () => {
    const ramp = Array.from({ length: 64 }, (_, n): Rgb => [n / 63, n / 63, n / 63])
    expect(
      new Set(worked(workOf('steps', { count: 4 }), ramp).map((p) => (p[0] as number).toFixed(3))).size,
    ).toBe(4)
    const tones = worked(
      workOf('two-tones', { edge: 0.5, soft: 0, dark: '#000000', light: '#ffffff' }),
      ramp,
    ).map((p) => (p[0] as number).toFixed(3))
    expect([...new Set(tones)].sort()).toEqual(['0.000', '1.000'])
    expect(tones.filter((v) => v === '1.000')).toHaveLength(32)
  })
  it('two inks lie on paper: white shows the paper, black both inks over each other', () => {
    const found = worked(
      workOf('two-ink', { first: '#ff0000', second: '#00ff00', paper: '#ffffff', balance: 0.5 }),
      [
        [1, 1, 1],
        [0, 0, 0],
      ],
    )
    expect(levels(found[0] as number[], [1, 1, 1])).toBeLessThan(0.1)
    expect(levels(found[1] as number[], [0, 0, 0])).toBeLessThan(0.1)
  })
})

describe('a cube of colours', () => {
  it('is read within tetrahedra as double precision does', () => {
    const side = 5
    let seed = 3
    const next = () => (seed = (seed * 1103515245 + 12345) % 2147483648) / 2147483648
    const table = new Float32Array(side ** 3 * 4)
    for (let n = 0; n < table.length; n++) table[n] = next()
    const at = (i: number, j: number, l: number) =>
      [0, 1, 2].map((k) => table[(i + j * side + l * side * side) * 4 + k] as number)
    // Barycentric: along the sides in the order of the fractions, largest first.
    const reference = (c: Rgb): number[] => {
      const places = c.map((v) => v * (side - 1))
      const base = places.map((v) => Math.min(side - 2, Math.floor(v)))
      const rest = places.map((v, k) => ({ k, t: v - (base[k] as number) })).sort((a, b) => b.t - a.t)
      const corner = [...base]
      const sum = at(...(corner as [number, number, number])).map((v) => v * (1 - (rest[0]?.t ?? 0)))
      rest.forEach(({ k, t }, n) => {
        corner[k] = (corner[k] as number) + 1
        at(...(corner as [number, number, number])).forEach((v, m) => {
          sum[m] = (sum[m] as number) + v * (t - (rest[n + 1]?.t ?? 0))
        })
      })
      return sum
    }
    each((c) => expect(levels(one({ op: 'cube', table, side }, c), reference(c))).toBeLessThan(0.5), 500)
  })
})
