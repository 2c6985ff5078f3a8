import { beforeAll, describe, expect, it } from 'vitest'
import { type NodeHost, openHost, sha256 } from '../../host/project'
import type { BlendMode } from '../basics/blend-modes'
import { blankDesign, presetSpecs } from '../design/blank'
import type { Design } from '../design/schema'
import type { Layer } from '../kinds/list'
import { boxAt, groupLayer, pictureLayer, shapeLayer, typeLayer } from '../kinds/new'
import { TILE } from '../pixels/memory'
import { Drafts } from './draft'
import { handBetween, handOf } from './hand'
import { noisePng } from './pictures.test-data'
import { type Plan, plan } from './plan'
import { prepare } from './render-page'

let sha = ''
let host: NodeHost
beforeAll(async () => {
  const bytes = await noisePng(96, 80)
  sha = sha256(bytes)
  host = openHost(async (s) => (s === sha ? bytes : null))
})
const where = (id: string, order: string, parent: string | null = null) => ({
  id,
  page: 'page1',
  plane: 'subject' as const,
  order,
  parent,
})
const square = (
  id: string,
  order: string,
  colour: string,
  blend: BlendMode,
  opacity: number,
  parent: string | null = null,
): Layer => ({
  ...shapeLayer(where(id, order, parent), id, 'ellipse', boxAt(-40, -30, 620, 590), {
    kind: 'solid',
    colour,
  }),
  blend,
  opacity,
})
function design(x: number, y = 140, colour = '#ead9c0', side = 512): Design {
  const [spec] = presetSpecs(['square-post'])
  if (!spec) throw new Error('no preset')
  const d = blankDesign('d', 'D', [{ ...spec, width: side, height: side }], { colour })
  const layers: Layer[] = [
    square('ground', 'a0', '#47743a', 'multiply', 0.7),
    {
      ...pictureLayer(where('moved', 'a1'), 'Moved', { sha, width: 96, height: 80 }, boxAt(x, y, 240, 200)),
      blend: 'hard-light',
    },
    square('over', 'a2', '#c2412a', 'normal', 0.4),
    { ...groupLayer(where('group', 'a3'), 'Open'), open: true },
    square('light', 'a0', '#f0d080', 'screen', 0.5, 'group'),
    square('glow', 'a1', '#604020', 'plus-lighter', 0.6, 'group'),
    square('soft', 'a4', '#3a55c9', 'soft-light', 0.5),
    {
      ...typeLayer(where('title', 'a5'), 'Kiln', boxAt(60, 200, 400, 160), { family: 'Fraunces', size: 150 }),
      blend: 'multiply' as const,
    },
    square('paper', 'a6', '#f3ead8', 'multiply', 0.8),
  ]
  for (const l of layers) d.layers[l.id] = l
  return d
}
const planned = async (d: Design, scale = 1): Promise<Plan> =>
  prepare(await host.resolve(d, 'page1', 'square-post'), scale, host)
const CLIP = { left: 0, top: 0, right: 512, bottom: 512 }

describe('a draft', () => {
  it('is the full picture within one level, wherever the hand has moved', async () => {
    const drafts = new Drafts(host.renderer)
    const before = await planned(design(100))
    for (const [x, y] of [
      [100, 141],
      [163, 120],
      [30.5, 222.25],
    ] as const) {
      const made = await planned(design(x, y))
      const hand = handBetween(before.nodes, made.nodes)
      expect(hand).toEqual(handOf(made.nodes, new Set(['moved'])))
      if (!hand) return
      for (const [column, row] of [
        [0, 0],
        [1, 0],
        [0, 1],
        [1, 1],
      ] as const) {
        const draft = drafts.part(made, column, row, hand, CLIP)
        const full = host.renderer.tileBytes(made, column, row, `test-${x}`)
        expect(draft?.width).toBe(TILE)
        let worst = 0
        draft?.data.forEach((v, n) => (worst = Math.max(worst, Math.abs(v - (full[n] as number)))))
        expect(worst).toBeLessThanOrEqual(1)
      }
    }
  })
  it.each([
    [2, 2 * TILE],
    [2, 2 * TILE - 28],
    [2, 2 * TILE - 57],
    [4, 4 * TILE],
    [4, 4 * TILE - 133],
  ] as const)(
    'of 1/%d of the size covers a page of %d px and nothing beside it, and has the same mean',
    async (factor, side) => {
      const drafts = new Drafts(host.renderer)
      const page = async (x: number) => host.resolve(design(x, 140, '#ead9c0', side), 'page1', 'square-post')
      const small = async (x: number) => plan(await page(x), { scale: 1 / factor, asIs: true }, host)
      const full = await planned(design(140, 140, '#ead9c0', side))
      const [before, made] = [await small(100), await small(140)]
      const hand = handBetween(before.nodes, made.nodes)
      if (!hand) throw new Error('nothing moved')
      const clip = { left: 0, top: 0, right: TILE, bottom: TILE }
      const parts = drafts.enlargedParts(made, 0, 0, hand, clip, factor, full.page) ?? []
      // A page that ends on half a small px ends in a draft up to half of one before.
      const shown = side - (side % factor < factor / 2 ? side % factor : 0)
      expect(parts.reduce((sum, p) => sum + p.width * p.height, 0)).toBe(shown * shown)
      for (const part of parts) {
        const whole = host.renderer.tileBytes(full, part.column, part.row, `mean-${factor}`)
        let [drafted, exact] = [0, 0]
        for (let y = 0; y < part.height; y++)
          for (let x = 0; x < part.width; x++) {
            drafted += part.data[(y * part.width + x) * 4 + 1] as number
            exact += whole[((part.y + y) * TILE + part.x + x) * 4 + 1] as number
          }
        expect(Math.abs(drafted - exact) / (part.width * part.height)).toBeLessThan(1.5)
      }
    },
  )
  it('of a tile that the page ends on is of what lies on the page, and as exact', async () => {
    const drafts = new Drafts(host.renderer)
    const made = await planned(design(163, 140, '#ead9c0', 450))
    const hand = handOf(made.nodes, new Set(['moved']))
    const draft = hand && drafts.part(made, 1, 1, hand, { left: 0, top: 0, right: 600, bottom: 600 })
    expect(draft).toMatchObject({ x: 0, y: 0, width: 450 - TILE, height: 450 - TILE })
    const full = host.renderer.tileBytes(made, 1, 1, 'test-edge')
    let worst = 0
    draft?.data.forEach((v, n) => {
      const at = (Math.floor(n / 4 / draft.width) * TILE + (Math.floor(n / 4) % draft.width)) * 4 + (n % 4)
      worst = Math.max(worst, Math.abs(v - (full[at] as number)))
    })
    expect(worst).toBeLessThanOrEqual(1)
    expect(hand && drafts.part(made, 2, 0, hand, { left: 0, top: 0, right: 600, bottom: 600 })).toBeNull()
  })
  it('is not made over a see-through ground, where runs would be wrong', async () => {
    const drafts = new Drafts(host.renderer)
    const made = await planned(design(100, 140, 'transparent'))
    const hand = handOf(made.nodes, new Set(['moved']))
    expect(hand && drafts.part(made, 0, 0, hand, CLIP)).toBeNull()
  })
  it.each([
    ['the hand holds', 'moved'],
    ['lies above it', 'soft'],
    ['lies above it in an open group', 'light'],
  ])('is not made where what %s takes coverage away', async (_what, id) => {
    const drafts = new Drafts(host.renderer)
    const d = design(100)
    const layer = d.layers[id]
    if (layer) layer.blend = 'dst-out'
    const made = await planned(d)
    const hand = handOf(made.nodes, new Set(['moved']))
    expect(hand && drafts.part(made, 0, 0, hand, CLIP)).toBeNull()
  })
  it('knows that nothing moved, and that the stack itself changed', async () => {
    const [a, b] = [await planned(design(100)), await planned(design(100))]
    expect(handBetween(a.nodes, b.nodes)).toBeNull()
    expect(handBetween(a.nodes, b.nodes.slice(1))).toBeNull()
    expect(handOf(a.nodes, new Set(['nobody']))).toBeNull()
    expect(handOf(a.nodes, new Set(['light', 'soft']))).toEqual({ first: 4, last: 5 })
  })
})
