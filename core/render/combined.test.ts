import { describe, expect, it } from 'vitest'
import { openHost } from '@/host/project'
import { blankDesign, presetSpecs } from '../design/blank'
import { setCombine, ungroup } from '../design/commands'
import { record } from '../design/edits'
import type { Design } from '../design/schema'
import type { Layer, LayerOf } from '../kinds/list'
import { boxAt, groupLayer, shapeLayer, typeLayer } from '../kinds/new'
import { renderPage } from './render-page'

const SIDE = 300
const host = openHost(async () => null)
const at = (id: string, order: string) => ({
  id,
  page: 'page1',
  plane: 'subject' as const,
  order,
  parent: 'g',
})
const solid = (colour: string) => ({ kind: 'solid' as const, colour })

function design(how: LayerOf<'group'>['combine'], members: Layer[]): Design {
  const [spec] = presetSpecs(['square-post'])
  if (!spec) throw new Error('no preset')
  const d = blankDesign('c', 'C', [{ ...spec, width: SIDE, height: SIDE }], { colour: '#ffffff' })
  const group = {
    ...groupLayer({ id: 'g', page: 'page1', plane: 'subject', order: 'a0' }, 'G'),
    ...(how ? { combine: how } : {}),
  }
  for (const l of [group, ...members]) d.layers[l.id] = l
  return d
}
const two = (): Layer[] => [
  shapeLayer(at('low', 'a0'), 'Low', 'rectangle', boxAt(40, 40, 140, 140), solid('#c02020')),
  shapeLayer(at('high', 'a1'), 'High', 'rectangle', boxAt(120, 120, 140, 140), solid('#2020c0')),
]
async function seen(d: Design) {
  const page = await host.resolve(d, 'page1', 'square-post')
  const { data } = await renderPage(page, 1, { left: 0, top: 0, right: SIDE, bottom: SIDE }, host)
  return { data, at: (x: number, y: number) => [...data.slice((y * SIDE + x) * 4, (y * SIDE + x) * 4 + 3)] }
}
const RED = [0xc0, 0x20, 0x20]
const PAPER = [255, 255, 255]
/** Only low, both, only high. */
const spots = [
  [80, 80],
  [150, 150],
  [220, 220],
] as const

describe('shapes combined', () => {
  it.each([
    ['join', [RED, RED, RED]],
    ['punch', [RED, PAPER, PAPER]],
    ['overlap', [PAPER, RED, PAPER]],
    ['exclude', [RED, PAPER, RED]],
  ] as const)('by %s cover what they should, in the lowest one’s fill', async (how, wanted) => {
    const s = await seen(design(how, two()))
    expect(spots.map(([x, y]) => s.at(x, y))).toEqual(wanted)
  })
  it('a hole is truly see-through, and only the upper one makes it', async () => {
    const ring = (inner: 'above' | 'beneath') => [
      shapeLayer(
        at('outer', inner === 'above' ? 'a0' : 'a1'),
        'Outer',
        'ellipse',
        boxAt(40, 40, 220, 220),
        solid('#c02020'),
      ),
      shapeLayer(
        at('inner', inner === 'above' ? 'a1' : 'a0'),
        'Inner',
        'ellipse',
        boxAt(110, 110, 80, 80),
        solid('#2020c0'),
      ),
    ]
    const beneath = {
      ...shapeLayer(at('under', 'a0'), 'Under', 'rectangle', boxAt(0, 0, SIDE, SIDE), solid('#30a040')),
      parent: null,
      plane: 'backdrop' as const,
    }
    const above = await seen(design('punch', [...ring('above'), beneath]))
    expect([above.at(150, 150), above.at(70, 150)]).toEqual([[0x30, 0xa0, 0x40], RED])
    // The outer one above takes away all of the inner.
    const under = await seen(design('punch', [...ring('beneath'), beneath]))
    expect(under.at(150, 150)).toEqual([0x30, 0xa0, 0x40])
    expect(under.at(70, 150)).toEqual([0x30, 0xa0, 0x40])
  })
  it('leave no hairline where edges run together: a shape punched by its like is gone, joined with it is itself', async () => {
    const like = (id: string, order: string) =>
      ({
        ...shapeLayer(at(id, order), id, 'rectangle', boxAt(60.3, 60.7, 120.4, 90.2), solid('#c02020')),
        placement: { ...boxAt(60.3, 60.7, 120.4, 90.2), rotation: 13 },
      }) as Layer
    const gone = await seen(design('punch', [like('a', 'a0'), like('b', 'a1')]))
    expect(gone.data.every((v) => v === 255)).toBe(true)
    const joined = await seen(design('join', [like('a', 'a0'), like('b', 'a1')]))
    const single = await seen(design('join', [like('a', 'a0')]))
    expect([...joined.data]).toEqual([...single.data])
  })
  it('a gradient goes on from the lowest one’s box over all of it; type can punch too', async () => {
    const [low, high] = two() as [Layer, Layer]
    const fade = {
      kind: 'linear' as const,
      angleDegrees: 0,
      stops: { a: { offset: 0, colour: '#000000' }, b: { offset: 1, colour: '#808080' } },
    }
    const s = await seen(design('join', [{ ...low, fill: fade } as Layer, high]))
    expect(s.at(60, 100)[0]).toBeLessThan(30)
    expect(s.at(230, 230)).toEqual([0x80, 0x80, 0x80])
    const word = { ...typeLayer(at('word', 'a2'), 'H', boxAt(60, 60, 100, 100), { size: 100, weight: 700 }) }
    const punched = await seen(design('punch', [low, word]))
    const white = punched.data.filter((v, n) => n % 4 === 0 && v === 255).length
    expect(white).toBeGreaterThan(SIDE * SIDE - 140 * 140 + 500)
  })
  it('let go are the same single things as before', async () => {
    const plain = design(undefined, two())
    const combined = record(plain, (d) => setCombine(d, 'g', 'exclude')).design
    const single = record(combined, (d) => void ungroup(d, ['g'])).design
    expect([...(await seen(single)).data]).toEqual([...(await seen(plain)).data])
  })
})
