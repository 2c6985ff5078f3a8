import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { blankDesign, presetSpecs } from '../core/design/blank'
import { addLayers } from '../core/design/commands'
import { record } from '../core/design/edits'
import { boxAt, shapeLayer } from '../core/kinds/new'
import { settingsOf } from '../core/outputs/define'
import { outputOf } from '../core/outputs/list'
import { boxOfLayers, type ExcerptAsked, excerpt } from './excerpt'
import { openHost } from './project'

const host = openHost(async () => null)
const at = (id: string) => ({
  id,
  page: 'page1',
  plane: 'subject' as const,
  parent: null,
  order: id,
})
const solid = (colour: string) => ({ kind: 'solid' as const, colour })
const { design } = record(blankDesign('d', 'Kiln', presetSpecs(['square-post'])), (d) =>
  addLayers(d, [
    shapeLayer(at('ground'), 'Ground', 'rectangle', boxAt(0, 0, 1080, 1080), solid('#22557a')),
    {
      ...shapeLayer(at('hero'), 'Hero', 'rectangle', boxAt(300, 300, 200, 100), solid('#c65a36')),
      treatments: {
        s: {
          id: 's',
          kind: 'shadow' as const,
          order: 'a',

          strength: 1,
          colour: '#000000',
          angle: 90,
          distance: 60,
          softness: 0,
          spread: 0,
          within: null,
          on: true,
          mask: null,
        },
      },
    } as never,
  ]),
)
const part = (more: Partial<ExcerptAsked>) =>
  excerpt(
    {
      design: JSON.stringify(design),
      lights: {},
      page: 'page1',
      channel: design.master,
      layers: ['hero'],
      box: null,
      ground: 'nothing',
      format: 'png',
      settings: settingsOf(outputOf(more.format ?? 'png')),
      scale: 1,
      ...more,
    },
    host,
    async () => null,
  )
const colourAt = async (bytes: Uint8Array, x: number, y: number): Promise<number[]> => {
  const { data, info } = await sharp(bytes).ensureAlpha().raw().toBuffer({ resolveWithObject: true })
  return [...data.subarray((y * info.width + x) * 4, (y * info.width + x) * 4 + 4)]
}

describe('a part of a page', () => {
  it('goes out with what reaches out of it, on nothing', async () => {
    const made = await part({})
    expect(made.width).toBeGreaterThanOrEqual(200)
    expect(made.height).toBeGreaterThanOrEqual(160)
    expect(await colourAt(made.bytes, Math.floor(made.width / 2), 40)).toEqual([198, 90, 54, 255])
    // Only the shadow lies there.
    const [r, g, b, a = 0] = await colourAt(made.bytes, Math.floor(made.width / 2), made.height - 20)
    expect([r, g, b]).toEqual([0, 0, 0])
    expect(a).toBeGreaterThan(60)
  })
  it('goes out on a colour, or as it lies', async () => {
    const low = async (ground: string) => {
      const { bytes, width, height } = await part({
        ground,
        box: { left: 250, top: 250, right: 350, bottom: 350 },
      })
      expect([width, height]).toEqual([100, 100])
      return [await colourAt(bytes, 5, 5), await colourAt(bytes, 90, 90)]
    }
    expect(await low('#ff0000')).toEqual([
      [255, 0, 0, 255],
      [198, 90, 54, 255],
    ])
    expect((await low('beneath'))[0]).toEqual([34, 85, 122, 255])
    expect((await low('nothing'))[0]?.[3]).toBe(0)
  })
  it('goes out larger, and as lines', async () => {
    const one = await part({})
    const two = await part({ scale: 2 })
    expect(Math.abs(two.width - 2 * one.width)).toBeLessThanOrEqual(10)
    const { bytes } = await part({ format: 'svg', box: { left: 300, top: 300, right: 500, bottom: 400 } })
    const text = new TextDecoder().decode(bytes)
    expect(text).toContain('width="200" height="100"')
    expect(text).toMatch(/<path[^>]*fill="#c65a36"/)
    expect(await colourAt(bytes, 100, 50)).toEqual([198, 90, 54, 255])
  })
  it('that is gone, or shows nothing, is refused', async () => {
    await expect(part({ layers: ['gone'] })).rejects.toMatchObject({ kind: 'missing' })
    await expect(part({ format: 'ora' })).rejects.toMatchObject({ kind: 'bad-input' })
    await expect(
      part({ scale: 4, box: { left: 0, top: 0, right: 9000, bottom: 9000 } }),
    ).rejects.toMatchObject({
      kind: 'too-large',
    })
  })
})

describe('the box of some layers', () => {
  it('is theirs with all that reaches out of them, whatever lies beneath', async () => {
    const asked = { design: JSON.stringify(design), lights: {}, page: 'page1', channel: 'square-post' }
    const box = await boxOfLayers({ ...asked, layers: ['hero'] }, host)
    // The shadow lies 60 px beneath the 300 × 200 … 500 × 400 of the thing itself.
    expect(box.left).toBeLessThanOrEqual(300)
    expect(box.right).toBeLessThan(520)
    expect(box.bottom).toBeGreaterThanOrEqual(460)
    expect(box.bottom).toBeLessThan(480)
    await expect(boxOfLayers({ ...asked, layers: ['gone'] }, host)).rejects.toThrow(/no longer on this page/)
  })
})
