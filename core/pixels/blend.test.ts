import fc from 'fast-check'
import sharp, { type Blend } from 'sharp'
import { describe, expect, it } from 'vitest'
import { openMemory } from '../../host/kernels'
import { BLEND_MODES, type BlendMode, blendModeNumber } from '../basics/blend-modes'
import { blendPixel, type Pixel } from './blend-reference.test-data'
import { PLANE_BYTES, STRIDE } from './memory'
import { VIPS_NAMES } from './reference-names.test-data'

const memory = openMemory()

/** Blends rows of premultiplied pixels in the kernel. */
function kernel(mode: BlendMode, beneath: readonly Pixel[], source: readonly Pixel[], opacity = 1): Pixel[] {
  const [b, s] = [memory.tile(), memory.tile()]
  const count = Math.ceil(beneath.length / 4) * 4
  const put = (at: number, list: readonly Pixel[]) => {
    for (let k = 0; k < 4; k++)
      memory
        .floats(at + k * PLANE_BYTES, count)
        .set(list.map((p) => (k < 3 ? (p[k] as number) * p[3] : p[3])))
  }
  put(b, beneath)
  put(s, source)
  memory.kernels.blendRect(b, s, PLANE_BYTES, STRIDE, count, 1, blendModeNumber(mode), opacity)
  const out = beneath.map((_, n): Pixel => {
    const at = (k: number) => memory.floats(b + k * PLANE_BYTES, count)[n] as number
    const a = at(3)
    return [at(0), at(1), at(2), a]
  })
  memory.releaseTile(b)
  memory.releaseTile(s)
  return out
}

describe('blend modes by worked values of W3C Compositing and Blending Level 1, §10, opaque on opaque', () => {
  // cb = 0.25, cs = 0.6 worked by hand from the formulas.
  const worked: Partial<Record<BlendMode, number>> = {
    normal: 0.6,
    multiply: 0.15,
    screen: 0.7,
    overlay: 0.3,
    darken: 0.25,
    lighten: 0.6,
    'color-dodge': 0.625,
    'color-burn': 0,
    'hard-light': 0.4,
    difference: 0.35,
    exclusion: 0.55,
    // soft-light, cs > ½, cb ≤ ¼: D = ((16 × 0.25 − 12) × 0.25 + 4) × 0.25 = 0.5; 0.25 + 0.2 × (0.5 − 0.25).
    'soft-light': 0.3,
    'plus-lighter': 0.85,
  }
  it.each(Object.entries(worked))('%s gives %d', (mode, expected) => {
    const [out] = kernel(mode as BlendMode, [[0.25, 0.25, 0.25, 1]], [[0.6, 0.6, 0.6, 1]])
    expect(out?.[0]).toBeCloseTo(expected, 5)
    expect(out?.[3]).toBeCloseTo(1, 6)
  })
  it('luminosity, colour, hue and saturation keep what §10.3 says they keep', () => {
    const lum = (p: Pixel) => 0.3 * p[0] + 0.59 * p[1] + 0.11 * p[2]
    const sat = (p: Pixel) => Math.max(p[0], p[1], p[2]) - Math.min(p[0], p[1], p[2])
    const [b, s]: [Pixel, Pixel] = [
      [0.5, 0.4, 0.3, 1],
      [0.3, 0.45, 0.4, 1],
    ]
    const run = (mode: BlendMode) => kernel(mode, [b], [s])[0] as Pixel
    expect(lum(run('color'))).toBeCloseTo(lum(b), 5)
    expect(lum(run('luminosity'))).toBeCloseTo(lum(s), 5)
    expect(sat(run('hue'))).toBeCloseTo(sat(b), 5)
    expect(sat(run('saturation'))).toBeCloseTo(sat(s), 5)
  })
})

describe('Porter–Duff operators by values worked by hand (Compositing and Blending Level 1, §9.1)', () => {
  // αb = 0.8, Cb = 0.4 (premultiplied 0.32); αs = 0.5, Cs = 1 (premultiplied 0.5). co = αs Fa Cs + αb Fb Cb.
  it.each([
    ['normal', 0.5 + 0.32 * 0.5, 0.9],
    ['src-atop', 0.5 * 0.8 + 0.32 * 0.5, 0.8],
    ['dst-in', 0.32 * 0.5, 0.4],
    ['dst-out', 0.32 * 0.5, 0.4],
    ['dst-atop', 0.5 * 0.2 + 0.32 * 0.5, 0.5],
    ['plus-lighter', 0.82, 1],
  ] as const)('%s', (mode, colour, alpha) => {
    const [out] = kernel(mode, [[0.4, 0.4, 0.4, 0.8]], [[1, 1, 1, 0.5]])
    expect(out?.[0]).toBeCloseTo(colour, 6)
    expect(out?.[3]).toBeCloseTo(alpha, 6)
  })
  it('where the source is not, destination-in and destination-atop leave nothing; the others leave what lies beneath', () => {
    const left = (mode: BlendMode) => kernel(mode, [[0.4, 0.4, 0.4, 0.8]], [[0, 0, 0, 0]])[0]?.[3]
    expect([left('dst-in'), left('dst-atop')]).toEqual([0, 0])
    for (const mode of ['normal', 'src-atop', 'dst-out'] as const) expect(left(mode)).toBeCloseTo(0.8, 6)
  })
})

describe('blend modes against the standard in double precision', () => {
  const unit = fc.double({ min: 0, max: 1, noNaN: true })
  const pixel = fc.tuple(unit, unit, unit, unit) as fc.Arbitrary<Pixel>
  it.each(BLEND_MODES)('%s', (mode) => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(pixel, pixel), { minLength: 4, maxLength: 16 }),
        unit,
        (pairs, opacity) => {
          const out = kernel(
            mode,
            pairs.map((p) => p[0]),
            pairs.map((p) => p[1]),
            opacity,
          )
          out.forEach((got, n) => {
            const [b, s] = pairs[n] as [Pixel, Pixel]
            // Near the equality tests of dodge and burn the tolerance of 1e-5 decides; those points are passed over.
            const near = (v: number, at: number) => Math.abs(v - at) < 1e-4
            if (
              (mode === 'color-dodge' || mode === 'color-burn') &&
              [0, 1, 2].some(
                (k) =>
                  near(b[k] as number, 0) ||
                  near(b[k] as number, 1) ||
                  near(s[k] as number, 0) ||
                  near(s[k] as number, 1),
              )
            )
              return
            if (b[3] < 1e-3 || s[3] * opacity < 1e-3) return
            const expected = blendPixel(mode, b, [s[0], s[1], s[2], s[3] * opacity])
            for (let k = 0; k < 4; k++)
              expect(Math.abs((got[k] as number) - (expected[k] as number))).toBeLessThan(
                mode === 'hue' || mode === 'saturation' ? 2e-3 : 2e-4,
              )
          })
        },
      ),
      { numRuns: 60, seed: 7, endOnFailure: true },
    )
  })
})

describe('every mode over a grid of colours and alphas', () => {
  const values = [0, 0.2, 0.5, 0.75, 1]
  const alphas = [0.25, 0.6, 1]
  // Three different components, so that the non-separable modes have something to keep.
  const colours = values.flatMap((v): [number, number, number][] => [
    [v, v, v],
    [v, 1 - v, 0.3],
  ])
  const pixels = alphas.flatMap((a) => colours.map(([r, g, b]): Pixel => [r, g, b, a]))
  it.each(BLEND_MODES)('%s', (mode) => {
    for (const b of pixels) {
      const out = kernel(
        mode,
        pixels.map(() => b),
        pixels,
      )
      out.forEach((got, n) => {
        const expected = blendPixel(mode, b, pixels[n] as Pixel)
        for (let k = 0; k < 4; k++)
          expect(Math.abs((got[k] as number) - (expected[k] as number))).toBeLessThan(1e-4)
      })
    }
  })
})

describe('composites against libvips', () => {
  // libvips weighs translucent sources twice in its separable modes; opaque layers, and `over` at any alpha, are comparable.
  const modes = (
    [
      'normal',
      'multiply',
      'screen',
      'overlay',
      'darken',
      'lighten',
      'hard-light',
      'difference',
      'exclusion',
    ] as const
  ).map((mode) => [mode, VIPS_NAMES[mode] as Blend] as const)
  it.each(modes)('%s within two levels', async (mode, blend) => {
    const W = 64
    const noise = (seed: number) =>
      Uint8Array.from({ length: W * W * 4 }, (_, n) =>
        n % 4 === 3 && mode !== 'normal' ? 255 : (Math.imul(n + 1, 2654435761 + seed * 97) >>> 13) & 255,
      )
    const [b, s] = [noise(1), noise(2)]
    const raw = { raw: { width: W, height: W, channels: 4 as const } }
    const theirs = await sharp(b, raw)
      .composite([{ input: Buffer.from(s), ...raw, blend }])
      .raw()
      .toBuffer()
    const pixels = (d: Uint8Array) =>
      Array.from(
        { length: W * W },
        (_, n): Pixel => [
          (d[n * 4] as number) / 255,
          (d[n * 4 + 1] as number) / 255,
          (d[n * 4 + 2] as number) / 255,
          (d[n * 4 + 3] as number) / 255,
        ],
      )
    const [beneath, source] = [pixels(b), pixels(s)]
    let worst = 0
    for (let n = 0; n < W * W; n += 1024)
      kernel(mode, beneath.slice(n, n + 1024), source.slice(n, n + 1024)).forEach((p, k) => {
        const at = (n + k) * 4
        worst = Math.max(worst, Math.abs(p[3] * 255 - (theirs[at + 3] as number)))
        // Colour of nearly transparent pixels is lost to 8 bits on their side.
        if (p[3] > 0.1)
          for (let c = 0; c < 3; c++)
            worst = Math.max(worst, Math.abs(((p[c] as number) / p[3]) * 255 - (theirs[at + c] as number)))
      })
    expect(worst).toBeLessThanOrEqual(2)
  })
})

describe('facts of the trade (common practice)', () => {
  it('a black layer adds no light; light on black leaves only the light', () => {
    expect(
      kernel('plus-lighter', [[0.3, 0.4, 0.5, 1]], [[0, 0, 0, 1]])[0]
        ?.slice(0, 3)
        .map((v) => +v.toFixed(5)),
    ).toEqual([0.3, 0.4, 0.5])
    expect(
      kernel('plus-lighter', [[0, 0, 0, 1]], [[0.2, 0.6, 0.9, 1]])[0]
        ?.slice(0, 3)
        .map((v) => +v.toFixed(5)),
    ).toEqual([0.2, 0.6, 0.9])
  })
  it('a backdrop at 70 % over white turns black into 77 and 128 into 166', () => {
    const over = (v: number) =>
      Math.round(
        (kernel('normal', [[1, 1, 1, 1]], [[v / 255, v / 255, v / 255, 1]], 0.7)[0] as Pixel)[0] * 255,
      )
    expect([over(0), over(128), over(255)]).toEqual([77, 166, 255])
  })
  it('a gradient at 95 % leaves about 13 of 255 levels of a photo, at 100 % none', () => {
    const through = (opacity: number) => {
      const [dark, light] = kernel(
        'normal',
        [
          [0, 0, 0, 1],
          [1, 1, 1, 1],
        ],
        [
          [0.4, 0.4, 0.4, 1],
          [0.4, 0.4, 0.4, 1],
        ],
        opacity,
      ) as [Pixel, Pixel]
      return Math.round((light[0] - dark[0]) * 255)
    }
    expect(through(0.95)).toBe(13)
    expect(through(1)).toBe(0)
  })
})
