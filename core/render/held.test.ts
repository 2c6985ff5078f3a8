import { createCanvas } from '@napi-rs/canvas'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { openHost } from '../../host/project'
import type { BlendMode } from '../basics/blend-modes'
import { blankDesign, presetSpecs } from '../design/blank'
import { keepInside } from '../design/commands'
import { record } from '../design/edits'
import type { Design } from '../design/schema'
import type { Layer } from '../kinds/list'
import { boxAt, groupLayer, shapeLayer } from '../kinds/new'
import { prepare, renderRegion } from './render-page'

const host = openHost(async () => null)
const SIDE = 64
const where = (id: string, order: string, parent: string | null = null) => ({
  id,
  page: 'page1',
  plane: 'subject' as const,
  order,
  parent,
})
const box = (
  id: string,
  order: string,
  colour: string,
  place = boxAt(0, 0, SIDE, SIDE),
  more: Partial<Layer> = {},
) =>
  ({ ...shapeLayer(where(id, order), id, 'rectangle', place, { kind: 'solid', colour }), ...more }) as Layer
function designOf(layers: Layer[], colour = 'transparent'): Design {
  const [spec] = presetSpecs(['square-post'])
  if (!spec) throw new Error('no preset')
  const design = blankDesign('h', 'H', [{ ...spec, width: SIDE, height: SIDE }], { colour })
  for (const l of layers) design.layers[l.id] = l
  return design
}
const keep = (design: Design, ids: string[], holder: string) =>
  record(design, (d) => keepInside(d, ids, holder)).design
async function rendered(design: Design): Promise<(x: number, y: number) => number[]> {
  const made = await prepare(await host.resolve(design, 'page1', 'square-post'), 1, host)
  const { data } = await renderRegion(made, { left: 0, top: 0, right: SIDE, bottom: SIDE }, host.renderer)
  return (x, y) => [...data.slice((y * SIDE + x) * 4, (y * SIDE + x) * 4 + 4)]
}

describe('what is kept inside', () => {
  it('shows only where its holder has coverage, to the part of a pixel', async () => {
    const disc = {
      ...shapeLayer(where('disc', 'a0'), 'disc', 'ellipse', boxAt(8, 8, 48, 48), {
        kind: 'solid',
        colour: '#c2412a',
      }),
    } as Layer
    const plain = await rendered(designOf([disc]))
    const held = await rendered(keep(designOf([disc, box('in', 'a1', '#3a55c9')]), ['in'], 'disc'))
    for (let n = 0; n < SIDE * SIDE; n += 7) {
      const [x, y] = [n % SIDE, Math.floor(n / SIDE)]
      expect(held(x, y)[3]).toBe(plain(x, y)[3])
    }
    expect(held(32, 32)).toEqual([0x3a, 0x55, 0xc9, 255])
    expect(held(2, 2)[3]).toBe(0)
  })
  it('leaves the holder to be seen where it is not', async () => {
    const at = await rendered(
      keep(
        designOf([box('holder', 'a0', '#c2412a'), box('in', 'a1', '#3a55c9', boxAt(0, 0, 32, SIDE))]),
        ['in'],
        'holder',
      ),
    )
    expect([at(10, 10), at(50, 10)]).toEqual([
      [0x3a, 0x55, 0xc9, 255],
      [0xc2, 0x41, 0x2a, 255],
    ])
  })
  it('is source-atop with blending, by the formulas of Compositing and Blending 1 (§5, §9.1.10), within half a level', async () => {
    const unit = fc.integer({ min: 0, max: 255 }).map((v) => v / 255)
    const blend: Record<string, (b: number, s: number) => number> = {
      normal: (_, s) => s,
      multiply: (b, s) => b * s,
      screen: (b, s) => b + s - b * s,
      difference: (b, s) => Math.abs(b - s),
    }
    const hex = (c: number[]) =>
      `#${c
        .map((v) =>
          Math.round(v * 255)
            .toString(16)
            .padStart(2, '0'),
        )
        .join('')}`
    await fc.assert(
      fc.asyncProperty(
        fc.tuple(unit, unit, unit),
        fc.tuple(unit, unit, unit),
        unit,
        unit,
        fc.constantFrom(...Object.keys(blend)),
        async (cb, cs, ab, as, mode) => {
          if (ab < 0.05) return
          // The holder’s own strength by its colour’s alpha, the inside’s by its opacity.
          const holder = box('holder', 'a0', `${hex([...cb])}${hex([ab]).slice(1)}`)
          const inside = box('in', 'a1', hex([...cs]), boxAt(0, 0, SIDE, SIDE), {
            opacity: as,
            blend: mode as BlendMode,
          })
          const at = (await rendered(keep(designOf([holder, inside]), ['in'], 'holder')))(20, 20)
          for (let k = 0; k < 3; k++) {
            const [b, s] = [cb[k] as number, cs[k] as number]
            const mixed = (1 - ab) * s + ab * (blend[mode] as (b: number, s: number) => number)(b, s)
            // Premultiplied αs·αb·Cs' + (1 − αs)·αb·Cb, over αb.
            expect(Math.abs((at[k] as number) - (as * mixed + (1 - as) * b) * 255)).toBeLessThanOrEqual(0.6)
          }
          expect(Math.abs((at[3] as number) - ab * 255)).toBeLessThanOrEqual(0.51)
        },
      ),
      { numRuns: 60, seed: 8, endOnFailure: true },
    )
  })
  it('agrees with a second compositor’s source-atop within two levels', async () => {
    const g = createCanvas(SIDE, SIDE).getContext('2d')
    g.fillStyle = 'rgba(194, 65, 42, 0.6)'
    g.fillRect(8, 8, 40, 40)
    g.globalCompositeOperation = 'source-atop'
    g.fillStyle = 'rgba(58, 85, 201, 0.5)'
    g.fillRect(20, 0, 44, 64)
    const theirs = g.getImageData(0, 0, SIDE, SIDE).data
    const at = await rendered(
      keep(
        designOf([
          box('h', 'a0', '#c2412a99', boxAt(8, 8, 40, 40)),
          box('i', 'a1', '#3a55c980', boxAt(20, 0, 44, 64)),
        ]),
        ['i'],
        'h',
      ),
    )
    for (const [x, y] of [
      [10, 10],
      [30, 30],
      [47, 47],
      [55, 30],
    ] as const) {
      const n = (y * SIDE + x) * 4
      if ((theirs[n + 3] as number) === 0) expect(at(x, y)[3]).toBe(0)
      else
        for (let k = 0; k < 4; k++)
          expect(Math.abs((at(x, y)[k] as number) - (theirs[n + k] as number))).toBeLessThanOrEqual(2)
    }
  })
  it('takes the holder’s mode and opacity with it as one thing', async () => {
    const ground = '#808080'
    const layers = [
      box('h', 'a0', '#ffffff', boxAt(0, 0, SIDE, SIDE), { opacity: 0.5, blend: 'multiply' }),
      box('i', 'a1', '#404040'),
    ]
    const at = await rendered(keep(designOf(layers, ground), ['i'], 'h'))
    // The group is #404040 throughout; multiplied on #808080 and half of it: (1 − ½)·128 + ½·(128·64/255).
    expect(at(5, 5)[0]).toBe(Math.round(0.5 * 128 + 0.5 * ((128 * 64) / 255)))
  })
  it('nests: what is inside an inside shows only where both cover', async () => {
    let design = designOf([
      box('outer', 'a0', '#ff0000', boxAt(0, 0, 40, 64)),
      box('middle', 'a1', '#00ff00', boxAt(20, 0, 44, 64)),
      box('inner', 'a2', '#0000ff', boxAt(0, 32, 64, 32)),
    ])
    design = keep(keep(design, ['inner'], 'middle'), ['middle'], 'outer')
    const at = await rendered(design)
    expect(at(10, 50)).toEqual([255, 0, 0, 255])
    expect(at(30, 50)).toEqual([0, 0, 255, 255])
    expect(at(30, 10)).toEqual([0, 255, 0, 255])
    expect(at(50, 50)[3]).toBe(0)
  })
  it('works with a group as holder: its members’ common coverage', async () => {
    const member = (id: string, order: string, place: ReturnType<typeof boxAt>) =>
      ({ ...box(id, order, '#ffffff', place), parent: 'g' }) as Layer
    const design = designOf([
      groupLayer(where('g', 'a0'), 'G'),
      member('l', 'a0', boxAt(0, 0, 16, 64)),
      member('r', 'a1', boxAt(48, 0, 16, 64)),
      box('i', 'a1', '#3a55c9'),
    ])
    const at = await rendered(keep(design, ['i'], 'g'))
    expect([at(8, 8), at(32, 8)[3], at(56, 8)]).toEqual([[0x3a, 0x55, 0xc9, 255], 0, [0x3a, 0x55, 0xc9, 255]])
  })
  it('hidden shows the bare holder; a hidden holder hides all of it', async () => {
    const layers = [box('h', 'a0', '#c2412a'), box('i', 'a1', '#3a55c9')]
    const held = keep(designOf(layers), ['i'], 'h')
    const hide = (id: string) =>
      record(held, (d) => {
        const l = d.layers[id]
        if (l) l.shown = false
      }).design
    expect((await rendered(hide('i')))(9, 9)).toEqual([0xc2, 0x41, 0x2a, 255])
    expect((await rendered(hide('h')))(9, 9)[3]).toBe(0)
  })
})
