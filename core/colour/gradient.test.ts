import { createCanvas } from '@napi-rs/canvas'
import { interpolate, rgb } from 'culori'
import { describe, expect, it } from 'vitest'
import { openHost } from '../../host/project'
import { blankDesign, presetSpecs } from '../design/blank'
import { boxAt, shapeLayer } from '../kinds/new'
import { prepare, renderRegion } from '../render/render-page'
import { gradientTable, literalPaint, stopsOf, TABLE_SIZE } from './gradient'
import { type Gradient, gradientEnds, offsetAt, placeOf, withEnd } from './gradient-line'
import { type Paint, paintSchema } from './paint'

const host = openHost(async () => null)
type Stop = readonly [number, string]
const stops = (list: readonly Stop[]) =>
  Object.fromEntries(list.map(([offset, colour], n) => [`s${n}`, { id: `s${n}`, offset, colour }]))

const SIDE = 200
/** A square of a paint, rendered by the whole pipeline at 100 %. */
async function painted(fill: Paint): Promise<Uint8ClampedArray> {
  const [spec] = presetSpecs(['square-post'])
  if (!spec) throw new Error('no preset')
  const design = blankDesign('g', 'G', [{ ...spec, width: SIDE, height: SIDE }], { colour: 'transparent' })
  design.layers.a = shapeLayer(
    { id: 'a', page: 'page1', plane: 'subject', order: 'a0' },
    'A',
    'rectangle',
    boxAt(0, 0, SIDE, SIDE),
    fill,
  )
  const made = await prepare(await host.resolve(design, 'page1', 'square-post'), 1, host)
  return (await renderRegion(made, { left: 0, top: 0, right: SIDE, bottom: SIDE }, host.renderer)).data
}
/** The same by another renderer’s canvas (premultiplied interpolation is what CSS and SVG want; opaque stops agree anyhow). */
function theirs(
  draw: (
    g: ReturnType<ReturnType<typeof createCanvas>['getContext']>,
  ) => ReturnType<typeof g.createLinearGradient>,
  list: readonly Stop[],
) {
  const g = createCanvas(SIDE, SIDE).getContext('2d')
  const gradient = draw(g)
  for (const [offset, colour] of list) gradient.addColorStop(offset, colour)
  g.fillStyle = gradient
  g.fillRect(0, 0, SIDE, SIDE)
  return g.getImageData(0, 0, SIDE, SIDE).data
}
const farthest = (a: ArrayLike<number>, b: ArrayLike<number>): number => {
  let worst = 0
  for (let n = 0; n < a.length; n++) worst = Math.max(worst, Math.abs((a[n] as number) - (b[n] as number)))
  return worst
}

describe('gradients against a second renderer, within 2 levels (one of them is the dither)', () => {
  const three: readonly Stop[] = [
    [0, '#c2412a'],
    [0.35, '#fbeeda'],
    [1, '#142e2a'],
  ]
  it('from left to right', async () => {
    const ours = await painted({ kind: 'linear', angleDegrees: 0, stops: stops(three) } as Paint)
    expect(
      farthest(
        ours,
        theirs((g) => g.createLinearGradient(0, 0, SIDE, 0), three),
      ),
    ).toBeLessThanOrEqual(2)
  })
  it('from corner to corner', async () => {
    const ours = await painted({ kind: 'linear', angleDegrees: 45, stops: stops(three) } as Paint)
    expect(
      farthest(
        ours,
        theirs((g) => g.createLinearGradient(0, 0, SIDE, SIDE), three),
      ),
    ).toBeLessThanOrEqual(2)
  })
  it('from a centre outward', async () => {
    const ours = await painted({ kind: 'radial', x: 0.4, y: 0.3, radius: 1.2, stops: stops(three) } as Paint)
    const [x, y, r] = [0.4 * SIDE, 0.3 * SIDE, (1.2 * SIDE) / 2]
    expect(
      farthest(
        ours,
        theirs((g) => g.createRadialGradient(x, y, 0, x, y, r), three),
      ),
    ).toBeLessThanOrEqual(2)
  })
  it('around a point, from an angle', async () => {
    const ours = await painted({
      kind: 'conic',
      x: 0.4,
      y: 0.55,
      angleDegrees: 30,
      stops: stops(three),
    } as Paint)
    const other = theirs((g) => g.createConicGradient(Math.PI / 6, 0.4 * SIDE, 0.55 * SIDE), three)
    // Beside the ray where the last colour meets the first, which each smooths in its own way, and the middle.
    let worst = 0
    for (let y = 0; y < SIDE; y++)
      for (let x = 0; x < SIDE; x++) {
        const [dx, dy] = [x + 0.5 - 0.4 * SIDE, y + 0.5 - 0.55 * SIDE]
        const turn = (Math.atan2(dy, dx) - Math.PI / 6) / (2 * Math.PI)
        const seam = Math.abs(turn - Math.round(turn)) * 2 * Math.PI * Math.hypot(dx, dy)
        if (seam < 2 || Math.hypot(dx, dy) < 24) continue
        for (let k = 0; k < 4; k++)
          worst = Math.max(
            worst,
            Math.abs((ours[(y * SIDE + x) * 4 + k] as number) - (other[(y * SIDE + x) * 4 + k] as number)),
          )
      }
    expect(worst).toBeLessThanOrEqual(3)
  })
  it('smooths the ray where its last colour meets its first: about the mean of 256 places in each px', async () => {
    const ours = await painted({
      kind: 'conic',
      x: 0.4,
      y: 0.55,
      angleDegrees: 30,
      stops: stops([
        [0, '#000000'],
        [1, '#ffffff'],
      ]),
    } as Paint)
    let [worst, count] = [0, 0]
    for (let y = 0; y < SIDE; y++)
      for (let x = 0; x < SIDE; x++) {
        const turnAt = (u: number, v: number) => {
          const turn = (Math.atan2(v - 0.55 * SIDE, u - 0.4 * SIDE) - Math.PI / 6) / (2 * Math.PI)
          return turn - Math.floor(turn)
        }
        const away = Math.hypot(x + 0.5 - 0.4 * SIDE, y + 0.5 - 0.55 * SIDE)
        const middle = turnAt(x + 0.5, y + 0.5)
        if (away < 24 || Math.min(middle, 1 - middle) * 2 * Math.PI * away > 1) continue
        let mean = 0
        for (let k = 0; k < 256; k++)
          mean += (255 * turnAt(x + ((k & 15) + 0.5) / 16, y + ((k >> 4) + 0.5) / 16)) / 256
        worst = Math.max(worst, Math.abs(mean - (ours[(y * SIDE + x) * 4] as number)))
        count++
      }
    expect(count).toBeGreaterThan(100)
    // A straight edge through a px: told by the distance of its middle, a tenth of what it covers at most.
    expect(worst).toBeLessThan(28)
  })
  it('runs without a step: neighbours differ by at most two levels where 200 px span 60 levels', async () => {
    const data = await painted({
      kind: 'linear',
      angleDegrees: 0,
      stops: stops([
        [0, '#505050'],
        [1, '#8c8c8c'],
      ]),
    } as Paint)
    const row = Array.from({ length: SIDE }, (_, x) => data[(100 * SIDE + x) * 4] as number)
    for (let x = 1; x < SIDE; x++)
      expect(Math.abs((row[x] as number) - (row[x - 1] as number))).toBeLessThanOrEqual(2)
    expect(row[0]).toBeLessThanOrEqual(0x51)
    expect(row.at(-1)).toBeGreaterThanOrEqual(0x8b)
  })
})

describe('mixing', () => {
  const two = [
    { offset: 0, colour: '#c2412a' },
    { offset: 1, colour: '#2a6fc2' },
  ]
  const entry = (table: Float32Array, share: number) => [
    ...table.slice(Math.round(share * (TABLE_SIZE - 1)) * 4, Math.round(share * (TABLE_SIZE - 1)) * 4 + 4),
  ]
  it('in OKLab goes through what another library mixes there', () => {
    const table = gradientTable(two, TABLE_SIZE, { oklab: true })
    const mix = interpolate(
      two.map((s) => s.colour),
      'oklab',
    )
    for (const share of [0, 0.25, 0.5, 0.75, 1]) {
      const { r, g, b } = rgb(mix(share)) as { r: number; g: number; b: number }
      ;[r, g, b, 1].forEach((v, k) => {
        expect(entry(table, share)[k]).toBeCloseTo(Math.min(1, Math.max(0, v)), 2)
      })
    }
  })
  it('eased is slow at both ends: 3t² − 2t³, a quarter of the way at 5/32', () => {
    const table = gradientTable(
      [
        { offset: 0, colour: '#000000' },
        { offset: 1, colour: '#ffffff' },
      ],
      TABLE_SIZE,
      { eased: true },
    )
    for (const [share, value] of [
      [0, 0],
      [0.25, 5 / 32],
      [0.5, 0.5],
      [0.75, 27 / 32],
      [1, 1],
    ] as const)
      expect(entry(table, share)[0]).toBeCloseTo(value, 5)
  })
})

describe('a gradient on the stage', () => {
  const box = { width: 300, height: 120 }
  const each: Gradient[] = [
    { kind: 'linear', angleDegrees: 25, stops: {} },
    { kind: 'radial', x: 0.3, y: 0.6, radius: 0.8, stops: {} },
    { kind: 'conic', x: 0.5, y: 0.4, angleDegrees: -70, stops: {} },
  ]
  it('has ends that lie where they are put', () => {
    for (const paint of each)
      for (const end of ['from', 'to'] as const) {
        const at = gradientEnds(paint, box)[end]
        const moved = { x: at.x + 11, y: at.y - 7 }
        const next = withEnd(paint, box, end, moved)
        const [lies, other] = [
          gradientEnds(next, box)[end],
          gradientEnds(next, box)[end === 'from' ? 'to' : 'from'],
        ]
        if (paint.kind !== 'linear' && end === 'from') expect(lies.x).toBeCloseTo(moved.x, 6)
        else if (paint.kind === 'radial') expect(offsetAt(next, box, moved)).toBeCloseTo(1, 6)
        // The line points at the hand.
        else {
          const cross = (lies.x - other.x) * (moved.y - other.y) - (lies.y - other.y) * (moved.x - other.x)
          const middle = paint.kind === 'linear' ? { x: box.width / 2, y: box.height / 2 } : other
          const turned =
            (lies.x - middle.x) * (moved.y - middle.y) - (lies.y - middle.y) * (moved.x - middle.x)
          expect(Math.min(Math.abs(cross), Math.abs(turned))).toBeLessThan(1e-3)
        }
      }
  })
  it('has stops that are found where they are shown', () => {
    for (const paint of each)
      for (const offset of [0.1, 0.35, 0.8])
        expect(offsetAt(paint, box, placeOf(paint, box, offset))).toBeCloseTo(offset, 6)
  })
  it('needs two stops', () => {
    const says = (stops: object) =>
      paintSchema.safeParse({ kind: 'linear', angleDegrees: 0, stops }).error?.issues[0]?.message
    expect(says({ a: { offset: 0, colour: '#000000' } })).toMatch(/two stops/)
    expect(says({ a: { offset: 1, colour: '#000000' }, b: { offset: 0, colour: '#ffffff' } })).toBeUndefined()
  })
})

describe('stops', () => {
  it('are taken in order of their offsets, whatever order they were made in', () => {
    const list = stopsOf(
      stops([
        [1, '#000000'],
        [0, '#ffffff'],
        [0.5, '#ff0000'],
      ]),
      {},
    )
    expect(list.map((s) => s.offset)).toEqual([0, 0.5, 1])
  })
  it('of one colour are that colour throughout', () => {
    const table = gradientTable([{ offset: 0.3, colour: '#336699' }])
    for (let n = 0; n < TABLE_SIZE; n += 64)
      expect([...table.slice(n * 4, n * 4 + 4)].map((v) => Math.round(v * 255))).toEqual([
        0x33, 0x66, 0x99, 255,
      ])
  })
  it('may be swatches: a plan is keyed by the colours behind them', () => {
    const swatches = { a: { id: 'a', name: 'A', colour: '#aa3300', order: 'a0' } }
    const paint = { kind: 'linear', angleDegrees: 0, stops: stops([[0, 'swatch:a']]) } as Paint
    expect(JSON.stringify(literalPaint(paint, swatches))).toContain('#aa3300')
    expect(literalPaint({ kind: 'solid', colour: 'swatch:a' }, swatches)).toEqual({
      kind: 'solid',
      colour: '#aa3300',
    })
    expect(literalPaint({ kind: 'none' }, swatches)).toEqual({ kind: 'none' })
  })
})
