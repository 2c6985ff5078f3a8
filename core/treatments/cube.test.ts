import * as fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { openMemory } from '@/host/kernels'
import { PLANE_BYTES } from '../pixels/memory'
import { Filters } from '../render/filters'
import type { FilterNode } from '../render/nodes'
import { Covering } from '../render/softening'
import { lutWork, readCube } from './cube'
import type { Lut } from './definition'

type Rgb = readonly [number, number, number]
const memory = openMemory()
const none = { rasterOf: () => 0, readTiles: () => undefined }
const filters = new Filters(memory, none, new Covering(memory, none))
function through(lut: Lut, [r, g, b]: Rgb): number[] {
  const raster = memory.tile()
  const plane = (p: number) => memory.floats(raster + p * PLANE_BYTES, 4)
  ;[r, g, b, 1].forEach((v, p) => {
    plane(p).fill(v)
  })
  const node = {
    work: { point: lutWork(lut) },
    strength: 1,
    blend: 0,
    masks: [],
    step: 1,
  } as unknown as FilterNode
  filters.apply(node, raster, { x: 0, y: 0, width: 4, height: 1, offset: 0 }, 0, 0)
  const out = [0, 1, 2].map((p) => plane(p)[0] as number)
  memory.releaseTile(raster)
  return out
}
/** A file in the text format, as its description lays it out: headings, then colours with red changing fastest. */
const cubeFile = (size: number, of: (r: number, g: number, b: number) => Rgb, head = ''): string => {
  const at = (n: number) => n / (size - 1)
  const lines: string[] = []
  for (let b = 0; b < size; b++)
    for (let g = 0; g < size; g++)
      for (let r = 0; r < size; r++)
        lines.push(
          of(at(r), at(g), at(b))
            .map((v) => v.toFixed(7))
            .join(' '),
        )
  return `# made for a test\nTITLE "Warm"\n${head}LUT_3D_SIZE ${size}\n\n${lines.join('\n')}\n`
}
/** Tetrahedral interpolation in double precision, by sorting the fractions (J. Kasson et al., 1995, in its usual form). */
function tetrahedral(lut: Lut, colour: Rgb): number[] {
  const t = colour.map((v) => v * (lut.size - 1))
  const base = t.map((v) => Math.min(Math.floor(v), lut.size - 2))
  const fraction = t.map((v, k) => v - (base[k] as number))
  const order = [0, 1, 2].sort((a, b) => (fraction[b] as number) - (fraction[a] as number))
  const entry = (p: readonly number[]) => {
    const n = (p[0] as number) + lut.size * ((p[1] as number) + lut.size * (p[2] as number))
    return [0, 1, 2].map((k) => lut.values[3 * n + k] as number)
  }
  const corner = [...base]
  const out = entry(corner)
  let before = out.slice()
  for (const k of order) {
    corner[k] = (corner[k] as number) + 1
    const next = entry(corner)
    for (const c of [0, 1, 2])
      out[c] = (out[c] as number) + (fraction[k] as number) * ((next[c] as number) - (before[c] as number))
    before = next
  }
  return out
}

describe('a .cube file', () => {
  it('of a cube is read with its title, and colours go through it as in double precision', () => {
    const wavy = (r: number, g: number, b: number): Rgb => [
      0.5 + 0.5 * Math.sin(5 * r + 2 * g),
      0.5 + 0.4 * Math.cos(4 * g - b),
      0.3 + 0.6 * r * b,
    ]
    const lut = readCube(cubeFile(9, wavy))
    expect([lut.title, lut.kind, lut.size, lut.values.length]).toEqual(['Warm', 'cube', 9, 3 * 9 ** 3])
    const unit = fc.double({ min: 0, max: 1, noNaN: true })
    fc.assert(
      fc.property(fc.tuple(unit, unit, unit), (c) => {
        const [made, exact] = [through(lut, c), tetrahedral(lut, c)]
        for (const k of [0, 1, 2])
          expect(Math.abs((made[k] as number) - (exact[k] as number)) * 255).toBeLessThan(0.5)
      }),
      { numRuns: 300, endOnFailure: true },
    )
  })
  it('that changes nothing changes nothing, on greys and the corners of the cube', () => {
    const lut = readCube(cubeFile(17, (r, g, b) => [r, g, b]))
    for (const c of [
      [0, 0, 0],
      [1, 1, 1],
      [1, 0, 0],
      [0, 1, 1],
      [0.2, 0.2, 0.2],
      [0.1, 0.7, 0.4],
    ] as const)
      through(lut, c).forEach((v, k) => {
        expect(v).toBeCloseTo(c[k] as number, 5)
      })
  })
  it('of single channels is read linearly, each channel by its own column', () => {
    const lut = readCube('LUT_1D_SIZE 3\r\n0 1 0\r\n0.25 0.5 0\r\n1 0 1\r\n')
    expect(lut.kind).toBe('channels')
    // Worked by hand: halfway between the entries at 0 and ½, and between those at ½ and 1.
    ;[0.125, 0.75, 0].forEach((v, k) => {
      expect(through(lut, [0.25, 0.25, 0.25])[k]).toBeCloseTo(v, 4)
    })
    ;[0.625, 0.25, 0.5].forEach((v, k) => {
      expect(through(lut, [0.75, 0.75, 0.75])[k]).toBeCloseTo(v, 4)
    })
  })
  it('may have a domain of its own, or the input range that other dialects write', () => {
    const plain = (r: number, g: number, b: number): Rgb => [r, g, b]
    for (const head of ['DOMAIN_MIN 0.2 0.2 0.2\nDOMAIN_MAX 0.6 0.6 0.6\n', 'LUT_3D_INPUT_RANGE 0.2 0.6\n']) {
      const lut = readCube(cubeFile(5, plain, head))
      // A quarter of the way from 0.2 to 0.6, and what lies beyond both ends.
      ;[0.25, 0, 1].forEach((v, k) => {
        expect(through(lut, [0.3, 0.1, 0.9])[k]).toBeCloseTo(v, 4)
      })
    }
  })
  it.each([
    ['has too few colours', 'LUT_3D_SIZE 2\n0 0 0\n1 1 1\n', /has 2 colours, but its size says 8/],
    ['has too many', 'LUT_1D_SIZE 2\n0 0 0\n1 1 1\n1 1 1\n', /line 4.*more colours than the 2/],
    ['has what is no number', 'LUT_1D_SIZE 2\n0 0 0\nnan 1 1\n', /line 3.*“nan” is not a number/],
    ['has endless numbers', 'LUT_1D_SIZE 2\n0 0 0\n1e999 1 1\n', /line 3.*not a number/],
    ['has a colour of four', 'LUT_1D_SIZE 2\n0 0 0 1\n', /three numbers are expected, not 4/],
    ['is huge', 'LUT_3D_SIZE 256\n', /at most 65/],
    ['has a size of one', 'LUT_3D_SIZE 1\n', /whole number from 2/],
    ['has a shaper and a cube', 'LUT_1D_SIZE 2\nLUT_3D_SIZE 2\n', /two tables/],
    ['has unknown headings', 'SHAPER 2\n', /“SHAPER” is no heading/],
    ['has headings late', 'LUT_1D_SIZE 2\n0 0 0\nTITLE "x"\n', /after the first colour/],
    ['is of something else', 'hello 1 2\n', /no heading/],
    ['is empty', '\n\n', /neither LUT_1D_SIZE nor LUT_3D_SIZE/],
    [
      'has a domain that ends early',
      'DOMAIN_MIN 1 0 0\nLUT_1D_SIZE 2\n0 0 0\n1 1 1\n',
      /ends before it begins/,
    ],
  ])('that %s is refused, and what was set before stays', (_, text, says) => {
    expect(() => readCube(text)).toThrow(says)
    expect(() => readCube(text)).toThrow(/What was set before stays/)
  })
})
