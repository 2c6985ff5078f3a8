import { createCanvas } from '@napi-rs/canvas'
import { describe, expect, it } from 'vitest'
import { openHost } from '../../host/project'
import { blankDesign, boxAt, presetSpecs, shapeLayer } from '../design/blank'
import type { Paint } from '../design/schema'
import { prepare, renderRegion } from '../render/picture'
import { gradientTable, literalPaint, stopsOf, TABLE_SIZE } from './gradient'

const host = openHost(async () => null)
type Stop = readonly [number, string]
const stops = (list: readonly Stop[]) => Object.fromEntries(list.map(([offset, colour], n) => [`s${n}`, { id: `s${n}`, offset, colour }]))

const SIDE = 200
/** A square of a paint, rendered by the whole pipeline at 100 %. */
async function painted(fill: Paint): Promise<Uint8ClampedArray> {
  const [spec] = presetSpecs(['square-post'])
  if (!spec) throw new Error('no preset')
  const design = blankDesign('g', 'G', [{ ...spec, width: SIDE, height: SIDE }], { colour: 'transparent' })
  design.layers.a = shapeLayer({ id: 'a', page: 'page1', plane: 'subject', order: 'a0' }, 'A', 'rectangle', boxAt(0, 0, SIDE, SIDE), fill)
  const made = await prepare(await host.resolve(design, 'page1', 'square-post'), 1, host)
  return (await renderRegion(made, { left: 0, top: 0, right: SIDE, bottom: SIDE }, host.renderer)).data
}
/** The same by another renderer’s canvas (premultiplied interpolation is what CSS and SVG want; opaque stops agree anyhow). */
function theirs(
  draw: (g: ReturnType<ReturnType<typeof createCanvas>['getContext']>) => ReturnType<typeof g.createLinearGradient>,
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
    for (let x = 1; x < SIDE; x++) expect(Math.abs((row[x] as number) - (row[x - 1] as number))).toBeLessThanOrEqual(2)
    expect(row[0]).toBeLessThanOrEqual(0x51)
    expect(row.at(-1)).toBeGreaterThanOrEqual(0x8b)
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
      expect([...table.slice(n * 4, n * 4 + 4)].map((v) => Math.round(v * 255))).toEqual([0x33, 0x66, 0x99, 255])
  })
  it('may be swatches: a plan is keyed by the colours behind them', () => {
    const swatches = { a: { id: 'a', name: 'A', colour: '#aa3300', order: 'a0' } }
    const paint = { kind: 'linear', angleDegrees: 0, stops: stops([[0, 'swatch:a']]) } as Paint
    expect(JSON.stringify(literalPaint(paint, swatches))).toContain('#aa3300')
    expect(literalPaint({ kind: 'solid', colour: 'swatch:a' }, swatches)).toEqual({ kind: 'solid', colour: '#aa3300' })
    expect(literalPaint({ kind: 'none' }, swatches)).toEqual({ kind: 'none' })
  })
})
