import { describe, expect, it } from 'vitest'
import { openHost } from '@/host/project'
import { blankDesign, presetSpecs } from '../design/blank'
import { group } from '../design/commands'
import type { Design } from '../design/schema'
import type { Layer } from '../kinds/list'
import { boxAt, groupLayer, mergedLayer, shapeLayer } from '../kinds/new'
import { newMask } from '../masks/mask'
import { renderPage } from './render-page'

const SIDE = 200
const host = openHost(async () => null)
const at = (id: string, order: string) => ({
  id,
  page: 'page1',
  plane: 'subject' as const,
  order,
  parent: null,
})
const solid = (colour: string) => ({ kind: 'solid' as const, colour })
function design(...layers: Layer[]): Design {
  const [spec] = presetSpecs(['square-post'])
  if (!spec) throw new Error('no preset')
  const d = blankDesign('m', 'M', [{ ...spec, width: SIDE, height: SIDE }], { colour: '#f0e0c0' })
  for (const l of layers) d.layers[l.id] = l
  return d
}
async function seen(d: Design) {
  const page = await host.resolve(d, 'page1', 'square-post')
  const { data } = await renderPage(page, 1, { left: 0, top: 0, right: SIDE, bottom: SIDE }, host)
  return { data, at: (x: number, y: number) => [...data.slice((y * SIDE + x) * 4, (y * SIDE + x) * 4 + 3)] }
}
const under = () => shapeLayer(at('u', 'a0'), 'U', 'ellipse', boxAt(20.3, 30.7, 120, 90), solid('#3060a0'))
const copy = (more: Partial<Layer> = {}) =>
  ({ ...mergedLayer(at('m', 'a1'), 'M', boxAt(40, 40, 100, 100)), ...more }) as Layer

describe('a merged copy', () => {
  it('shows exactly what lies beneath it, and changes with it', async () => {
    const plain = await seen(design(under()))
    expect((await seen(design(under(), copy()))).data).toEqual(plain.data)
    const moved = { ...under(), fill: solid('#b03020') } as Layer
    expect((await seen(design(moved, copy({ blend: 'multiply' })))).at(80, 75)).not.toEqual(
      (await seen(design(under(), copy({ blend: 'multiply' })))).at(80, 75),
    )
  })
  it('multiplied on itself darkens by its own colours within its box only, and takes masks', async () => {
    const [plain, twice] = [
      await seen(design(under())),
      await seen(design(under(), copy({ blend: 'multiply' }))),
    ]
    const square = (c: number[]) => c.map((v) => Math.round((v * v) / 255))
    for (const [x, y] of [
      [80, 75],
      [130, 130],
    ] as const)
      twice
        .at(x, y)
        .forEach((v, n) => expect(Math.abs(v - (square(plain.at(x, y))[n] as number))).toBeLessThanOrEqual(1))
    expect(twice.at(25, 75)).toEqual(plain.at(25, 75))
    const mask = { ...newMask.shape({ id: 'k', order: 'a0' }, 'rectangle'), x: 0.25, width: 0.5, height: 1 }
    const masked = await seen(design(under(), copy({ blend: 'multiply', masks: { k: mask } })))
    expect([masked.at(60, 75), masked.at(120, 75)]).toEqual([twice.at(60, 75), plain.at(120, 75)])
  })
  it('in a closed group holds what lies beneath it in that group; alone at the bottom the ground', async () => {
    const d = design(under(), copy({ blend: 'multiply' }))
    group(d, ['m'], groupLayer(at('g', 'a2'), 'G'))
    ;(d.layers.g as Layer & { open: boolean }).open = false
    expect((await seen(d)).data).toEqual((await seen(design(under()))).data)
    expect((await seen(design(copy()))).data).toEqual((await seen(design())).data)
  })
})
