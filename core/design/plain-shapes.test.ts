import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { openHost, sha256 } from '@/host/project'
import type { Layer } from '../kinds/list'
import { boxAt, graphicLayer, shapeLayer, typeLayer } from '../kinds/new'
import { renderPage } from '../render/render-page'
import { newTreatment } from '../treatments/list'
import { readSvg } from '../vector/svg'
import { blankDesign, presetSpecs } from './blank'
import { addLayers } from './commands'
import { plainShapes } from './plain-shapes'
import type { Design } from './schema'

const SIDE = 400
const blobs = new Map<string, Uint8Array>()
const host = openHost(async (sha) => blobs.get(sha) ?? null)
const at = { id: 'one', page: 'page1', plane: 'subject' as const, order: 'a0', parent: null }
const colour = { kind: 'solid' as const, colour: '#7a2f1c' }
let count = 0
const newId = () => `n${++count}`

function design(...layers: Layer[]): Design {
  const [spec] = presetSpecs(['square-post'])
  if (!spec) throw new Error('no preset')
  const d = blankDesign('p', 'P', [{ ...spec, width: SIDE, height: SIDE }], { colour: '#ffffff' })
  addLayers(d, layers)
  return d
}
async function pixels(d: Design): Promise<Uint8ClampedArray> {
  const page = await host.resolve(d, 'page1', 'square-post')
  return (await renderPage(page, 1, { left: 0, top: 0, right: SIDE, bottom: SIDE }, host)).data
}
const worst = (a: Uint8ClampedArray, b: Uint8ClampedArray) =>
  a.reduce((most, v, n) => Math.max(most, Math.abs(v - (b[n] ?? 0))), 0)

describe('plain shapes', () => {
  it.each([
    [
      'type of two lines, turned',
      typeLayer(at, 'Kiln\nopening', { ...boxAt(40, 60, 320, 200), rotation: 14 }, { size: 84 }, '#7a2f1c'),
    ],
    [
      'a star, flipped',
      { ...shapeLayer(at, 'S', 'star', { ...boxAt(60, 80, 200, 240), flipX: true, rotation: -20 }, colour) },
    ],
    [
      'a rounded plate with a border',
      {
        ...shapeLayer(at, 'R', 'rectangle', boxAt(60, 80, 200, 240), colour),
        radii: [30, 0, 60, 10],
        stroke: { colour: '#203040', weight: 9, dash: [], cap: 'butt', join: 'miter' },
      },
    ],
  ] as [string, Layer][])('of %s look as it did', async (_, layer) => {
    const before = await pixels(design(layer))
    const made = plainShapes(layer, 'a1', host.fonts, null, newId)
    expect(made?.slice(1).every((l) => l.kind === 'shape' && l.form === 'path')).toBe(true)
    expect(worst(await pixels(design(...(made ?? []))), before)).toBeLessThanOrEqual(3)
  })
  it('of rim lines are rings of their own beneath and on it; of those inside or with a gap none are made', async () => {
    const rim = (id: string, more: object) => ({
      ...newTreatment('rim', { id, order: `a${id}` }),
      strength: 1,
      gap: 0,
      ...more,
    })
    const star = shapeLayer(at, 'S', 'star', boxAt(80, 80, 240, 240), colour)
    const two = {
      ...star,
      treatments: {
        a: rim('a', { width: 14, colour: '#ffffff', place: 'outside', join: 'round' }),
        b: rim('b', { width: 6, colour: '#203040', place: 'outside', join: 'round' }),
      },
    }
    const made = plainShapes(two, 'a1', host.fonts, null, newId)
    expect(made?.slice(1).map((l) => l.name)).toEqual(['Rim of S', 'Rim of S', 'S'])
    // Edges that lie beneath each other count twice: a few levels at their px.
    const [before, after] = [await pixels(design(two)), await pixels(design(...(made ?? [])))]
    expect(before.filter((v, n) => Math.abs(v - (after[n] ?? 0)) > 40).length).toBeLessThan(60)
    for (const more of [{ place: 'inside' }, { place: 'outside', gap: 5 }])
      expect(
        plainShapes({ ...star, treatments: { a: rim('a', more) } }, 'a1', host.fonts, null, newId),
      ).toBeNull()
  })
  it('of a graphic look as it did, part by part', async () => {
    const bytes = readFileSync('supplies/generated/graphics/aster.svg')
    const sha = sha256(bytes)
    blobs.set(sha, new Uint8Array(bytes))
    const art = readSvg(bytes.toString())
    const layer = graphicLayer(at, 'Aster', sha, {}, boxAt(50, 50, 300, (300 * art.height) / art.width))
    const made = plainShapes(layer, 'a1', host.fonts, art, newId)
    expect(made).toHaveLength(art.pieces.length + 1)
    expect(worst(await pixels(design(...(made ?? []))), await pixels(design(layer)))).toBeLessThanOrEqual(3)
  })
  it('are not made of what is bent or slanted', () => {
    const bent = shapeLayer(
      at,
      'B',
      'rectangle',
      { ...boxAt(10, 10, 90, 90), bend: { kind: 'arc', angleDegrees: 40 } },
      colour,
    )
    expect(plainShapes(bent, 'a1', host.fonts, null, newId)).toBeNull()
  })
})
