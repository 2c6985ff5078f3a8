import { strToU8, unzipSync, zipSync } from 'fflate'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import type { BlendMode } from '../core/basics/blend-modes'
import { blankDesign, presetSpecs } from '../core/design/blank'
import { keepInside } from '../core/design/commands'
import { record } from '../core/design/edits'
import type { Design } from '../core/design/schema'
import { isOpenRaster, readOpenRaster, writeOpenRaster } from '../core/formats/open-raster/file'
import { type OraNode, readStack, writeStack } from '../core/formats/open-raster/stack'
import type { VividPackage } from '../core/formats/vivid-package'
import { thingOf } from '../core/kinds/facts'
import type { Layer } from '../core/kinds/list'
import { boxAt, groupLayer, shapeLayer, slotLayer, strewLayer, typeLayer } from '../core/kinds/new'
import { prepare, renderRegion } from '../core/render/render-page'
import { choicesIn, choose, fromOpenRaster, toOpenRaster } from './open-raster'
import { openHost } from './project'

const SIDE = 96
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
  place: ReturnType<typeof boxAt>,
  more: Partial<Layer> = {},
) =>
  ({ ...shapeLayer(where(id, order), id, 'rectangle', place, { kind: 'solid', colour }), ...more }) as Layer
function designOf(layers: Layer[], colour = '#e9cdb0'): Design {
  const [spec] = presetSpecs(['square-post'])
  if (!spec) throw new Error('no preset')
  const design = blankDesign('o', 'Ora', [{ ...spec, width: SIDE, height: SIDE }], { colour })
  for (const l of layers) design.layers[l.id] = l
  return design
}
async function pixels(made: VividPackage): Promise<Uint8ClampedArray> {
  const host = openHost(async (sha) => made.blobs.get(sha) ?? null)
  const page = await host.resolve(
    made.design,
    Object.keys(made.design.pages)[0] as string,
    made.design.master,
  )
  return (
    await renderRegion(
      await prepare(page, 1, host),
      { left: 0, top: 0, right: SIDE, bottom: SIDE },
      host.renderer,
    )
  ).data
}
const host = openHost(async () => null)
async function written(design: Design) {
  const made: VividPackage = { design, blobs: new Map() }
  return toOpenRaster(made, await host.resolve(design, 'page1', design.master), host)
}
/** As another program would give it back: without our own entries. */
const stripped = (bytes: Uint8Array): Uint8Array => {
  const entries = unzipSync(bytes)
  const { mimetype, ...rest } = Object.fromEntries(
    Object.entries(entries).filter(([k]) => !k.startsWith('vivid/')),
  )
  return zipSync({ mimetype: [mimetype as Uint8Array, { level: 0 }], ...rest })
}
async function roundTrip(design: Design) {
  const { bytes, merged } = await written(design)
  const back = await fromOpenRaster(readOpenRaster(stripped(bytes)), 'back')
  const [a, b] = [await pixels({ design, blobs: new Map() }), await pixels(back)]
  let worst = 0
  for (let n = 0; n < a.length; n++) worst = Math.max(worst, Math.abs((a[n] as number) - (b[n] as number)))
  return { worst, merged, back, bytes }
}
const stackOf = (bytes: Uint8Array): OraNode[] => readOpenRaster(bytes).image.root

describe('OpenRaster, out and in again', () => {
  const soft = (order: string, blend: BlendMode, opacity = 0.7) =>
    box(blend, order, '#3a55c9b0', boxAt(20.5, 12.25, 50, 60), { blend, opacity })
  it.each([
    'normal',
    'multiply',
    'screen',
    'overlay',
    'darken',
    'lighten',
    'color-dodge',
    'color-burn',
    'hard-light',
    'soft-light',
    'difference',
    'hue',
    'saturation',
    'color',
    'luminosity',
    'plus-lighter',
  ] as const)('%s comes back within one level', async (blend) => {
    const { worst, merged, back } = await roundTrip(
      designOf([box('under', 'a0', '#47743a', boxAt(5, 5, 60, 60)), soft('a1', blend)]),
    )
    // Straight 8-bit pictures lose up to half a level of a half-covered edge, and blending can double it.
    expect(worst).toBeLessThanOrEqual(blend === 'color-dodge' || blend === 'color-burn' ? 2 : 1)
    expect(merged).toEqual([])
    expect(Object.values(back.design.layers).map((l) => l.blend)).toContain(blend)
  })
  it('names, visibility, strength and locks come back', async () => {
    const hidden = box('Schatten & “Licht” <1>', 'a1', '#112233', boxAt(0, 0, 30, 30), {
      shown: false,
      opacity: 0.25,
      locked: true,
    })
    const { back } = await roundTrip(designOf([box('under', 'a0', '#47743a', boxAt(5, 5, 60, 60)), hidden]))
    expect(Object.values(back.design.layers).find((l) => !l.shown)).toMatchObject({
      name: 'Schatten & “Licht” <1>',
      opacity: 0.25,
      locked: true,
    })
  })
  it('slots with a frame and strews come out as they are seen, with mode and strength', async () => {
    const slot = {
      ...slotLayer(where('slot', 'a1'), 'Slot', 'ellipse', boxAt(10, 12, 50, 60), {
        kind: 'solid',
        colour: '#3a55c9',
      }),
      stroke: { colour: '#ffffff', weight: 4, dash: [], cap: 'butt' as const, join: 'miter' as const },
      blend: 'multiply' as const,
      opacity: 0.8,
    }
    const dot = thingOf(
      shapeLayer(where('dot', 'a2'), 'Dot', 'ellipse', boxAt(0, 0, 10, 10), {
        kind: 'solid',
        colour: '#c2412a',
      }),
    )
    if (!dot) throw new Error('nothing to strew')
    const strew = {
      ...strewLayer(where('strew', 'a2'), 'Dots', [dot], boxAt(8, 8, 80, 80), 5),
      blend: 'screen' as const,
      opacity: 0.6,
    }
    const { worst, merged, back } = await roundTrip(
      designOf([box('under', 'a0', '#47743a', boxAt(5, 5, 80, 80)), slot, strew]),
    )
    expect(worst).toBeLessThanOrEqual(1)
    expect(merged).toEqual([])
    expect(Object.values(back.design.layers).map((l) => [l.name, l.blend, l.opacity])).toEqual(
      expect.arrayContaining([
        ['Slot', 'multiply', 0.8],
        ['Dots', 'screen', 0.6],
      ]),
    )
  })
  it('groups come back, open and closed, with their strength', async () => {
    const inner = (id: string, order: string, parent: string, more: Partial<Layer> = {}) =>
      ({ ...box(id, order, '#c2412a', boxAt(10, 10, 40, 40), more), parent }) as Layer
    const design = designOf([
      box('under', 'a0', '#47743a', boxAt(0, 0, 80, 80)),
      { ...groupLayer(where('open', 'a1'), 'Open'), open: true } as Layer,
      inner('m', 'a0', 'open', { blend: 'multiply' }),
      { ...groupLayer(where('closed', 'a2'), 'Closed'), open: false, opacity: 0.5 } as Layer,
      inner('n', 'a0', 'closed', { blend: 'screen' }),
    ])
    const { worst, back, merged } = await roundTrip(design)
    expect(worst).toBeLessThanOrEqual(1)
    expect(merged).toEqual([])
    expect(Object.values(back.design.layers).filter((l) => l.kind === 'group')).toMatchObject([
      { name: 'Open', open: true },
      { name: 'Closed', open: false, opacity: 0.5 },
    ])
  })
  it('what is kept inside comes back inside', async () => {
    const held = record(
      designOf([
        box('holder', 'a0', '#c2412a', boxAt(10, 10, 40, 40)),
        box('in', 'a1', '#3a55c9', boxAt(30, 0, 60, 60), { opacity: 0.6 }),
      ]),
      (d) => keepInside(d, ['in'], 'holder'),
    ).design
    const { worst, back, merged } = await roundTrip(held)
    expect(worst).toBeLessThanOrEqual(1)
    expect(merged).toEqual([])
    expect(Object.values(back.design.layers).some((l) => l.inside !== null)).toBe(true)
  })
  it('what cannot be said is merged with what lies beneath it, looks the same, and is named', async () => {
    const { worst, merged, bytes } = await roundTrip(
      designOf([
        box('under', 'a0', '#47743a', boxAt(5, 5, 60, 60)),
        soft('a1', 'exclusion'),
        box('over', 'a2', '#ffffff', boxAt(0, 0, 9, 9)),
      ]),
    )
    expect(worst).toBeLessThanOrEqual(1)
    expect(merged).toEqual(['under', 'exclusion'])
    expect(stackOf(bytes).map((n) => n.name)).toEqual(['Merged: under, exclusion', 'over'])
  })
  it('what hangs over the page is whole in its picture', async () => {
    const { bytes } = await written(designOf([box('leaf', 'a0', '#47743a', boxAt(-30, 80, 50, 50))]))
    const leaf = stackOf(bytes).find((n) => n.name === 'leaf')
    expect(leaf).toMatchObject({ x: -30, y: 80 })
    const png = leaf?.kind === 'layer' ? readOpenRaster(bytes).pictures.get(leaf.source) : undefined
    expect(await sharp(png).metadata()).toMatchObject({ width: 50, height: 50 })
  })
  it('our own design travels along and is what comes back', async () => {
    const design = designOf([typeLayer(where('t', 'a0'), 'Kiln', boxAt(10, 10, 80, 40), { size: 30 })])
    const { bytes } = await written(design)
    const back = await fromOpenRaster(readOpenRaster(bytes), 'back')
    expect(back.design).toEqual(design)
  })
  it('the file is as the specification has it: media type first and stored, version, merged image, thumbnail', async () => {
    const { bytes } = await written(designOf([box('under', 'a0', '#47743a', boxAt(5, 5, 60, 60))]))
    expect(isOpenRaster(bytes)).toBe(true)
    const entries = unzipSync(bytes)
    expect(Object.keys(entries)[0]).toBe('mimetype')
    expect(new TextDecoder().decode(entries['stack.xml'])).toContain('<image version="0.0.6" w="96" h="96">')
    const merged = await sharp(entries['mergedimage.png']).ensureAlpha().raw().toBuffer()
    expect(new Uint8ClampedArray(merged)).toEqual(
      await pixels({
        design: designOf([box('under', 'a0', '#47743a', boxAt(5, 5, 60, 60))]),
        blobs: new Map(),
      }),
    )
    expect((await sharp(entries['Thumbnails/thumbnail.png']).metadata()).width).toBeLessThanOrEqual(256)
  })
})

describe('a stack', () => {
  const image = (inner: string, attributes = 'w="10" h="10"') =>
    `<image version="0.0.6" ${attributes}><stack>${inner}</stack></image>`
  it('is written as it is read', () => {
    const made = readStack(
      image(
        '<stack name="g" x="5" y="-2" isolation="isolate" composite-op="svg:screen"><layer name="a" src="data/a.png" x="1" y="1" opacity="0.5"/></stack><layer src="data/b.png" visibility="hidden"/>',
      ),
    )
    expect(made.root.map((n) => n.kind)).toEqual(['layer', 'stack'])
    expect(made.root[1]).toMatchObject({ isolated: true, children: [{ x: 6, y: -1, opacity: 0.5 }] })
    expect(readStack(writeStack(made))).toEqual(made)
  })
  it.each([
    ['no image', '<nothing/>', /no image with a stack/],
    ['no width', image('', 'h="10"'), /does not give the width/],
    ['a negative size', image('', 'w="-4" h="10"'), /the width as “-4”/],
    ['an absurd size', image('', 'w="9999999" h="10"'), /the width/],
    ['a layer without a picture', image('<layer name="lost"/>'), /“lost” names no picture/],
    ['a strength beyond 1', image('<layer src="a" opacity="7" name="x"/>'), /the opacity of “x”/],
    ['a place that is no number', image('<layer src="a" x="left" name="x"/>'), /the place of “x”/],
    ['endless nesting', image(`${'<stack>'.repeat(60)}${'</stack>'.repeat(60)}`), /nested more deeply/],
    ['too many layers', image('<layer src="a"/>'.repeat(2100)), /more than 2000 layers/],
  ])('with %s is refused', (_what, text, message) => {
    expect(() => readStack(text)).toThrow(message)
    expect(() => readStack(text)).toThrow(/Nothing was stored/)
  })
})

describe('a file from elsewhere', () => {
  const mimetype = strToU8('image/openraster')
  const stack = (inner: string) =>
    strToU8(`<image version="0.0.3" w="20" h="20"><stack>${inner}</stack></image>`)
  const dot = async () =>
    new Uint8Array(
      await sharp({
        create: { width: 6, height: 6, channels: 4, background: { r: 200, g: 40, b: 20, alpha: 1 } },
      })
        .png()
        .toBuffer(),
    )
  it('with an operator that is not known is shown as source-over, and says so', async () => {
    const file = readOpenRaster(
      zipSync({
        mimetype,
        'stack.xml': stack('<layer name="odd" composite-op="x:sparkle" src="data/a.png" x="2" y="3"/>'),
        'data/a.png': await dot(),
      }),
    )
    const made = await fromOpenRaster(file, 'odd.ora')
    expect(made.notes).toEqual(['“odd” asks for x:sparkle, which is shown as source-over.'])
    expect(Object.values(made.design.layers)).toMatchObject([
      { name: 'odd', blend: 'normal', placement: { x: 5, y: 6, width: 6, height: 6 } },
    ])
  })
  it.each<[string, () => Promise<Uint8Array>, RegExp]>([
    [
      'another media type',
      async () => zipSync({ mimetype: strToU8('image/png'), 'stack.xml': stack('') }),
      /“mimetype”/,
    ],
    ['no stack.xml', async () => zipSync({ mimetype }), /“stack.xml”/],
    [
      'a missing picture',
      async () => zipSync({ mimetype, 'stack.xml': stack('<layer src="data/gone.png"/>') }),
      /“data\/gone.png”/,
    ],
    ['a path that leads out', async () => zipSync({ mimetype, '../x': strToU8('no') }), /unsafe path/],
    [
      'a bomb',
      async () => zipSync({ mimetype, 'stack.xml': new Uint8Array(40 * 2 ** 20) }, { level: 9 }),
      /“stack.xml”.*packed in a way that no picture is/,
    ],
    ['a cut end', async () => zipSync({ mimetype, 'stack.xml': stack('') }).slice(0, 60), /damaged/],
    ['nothing of the kind', async () => strToU8('hello'), /damaged/],
  ])('with %s is refused', async (_what, make, message) => {
    const bytes = await make()
    expect(() => readOpenRaster(bytes)).toThrow(message)
  })
  it('whose picture is damaged names that entry', async () => {
    const file = readOpenRaster(
      zipSync({
        mimetype,
        'stack.xml': stack('<layer src="data/a.png"/>'),
        'data/a.png': (await dot()).slice(0, 40),
      }),
    )
    await expect(fromOpenRaster(file, 'x')).rejects.toThrow(/data\/a\.png.*damaged/s)
  })
  it('is told apart from other zips', () => {
    expect(isOpenRaster(zipSync({ 'design.json': strToU8('{}') }))).toBe(false)
    expect(isOpenRaster(new Uint8Array())).toBe(false)
    expect(
      isOpenRaster(
        writeOpenRaster(
          { width: 9, height: 9, ppi: null, root: [] },
          new Map(),
          { merged: new Uint8Array(), thumbnail: new Uint8Array() },
          null,
        ),
      ),
    ).toBe(true)
  })
})

describe('choosing from a file', () => {
  const mimetype = strToU8('image/openraster')
  const square = async (colour: string, side = 10) =>
    new Uint8Array(
      await sharp({ create: { width: side, height: side, channels: 4, background: colour } })
        .png()
        .toBuffer(),
    )
  const layered = async () =>
    readOpenRaster(
      zipSync({
        mimetype,
        'stack.xml': strToU8(
          '<image version="0.0.6" w="40" h="30"><stack><layer name="top" src="data/a.png" x="20" y="10" composite-op="svg:multiply" opacity="0.5"/><stack name="pair"><layer name="right" src="data/b.png" x="12" y="2"/><layer name="left" src="data/a.png" x="2" y="2" visibility="hidden"/></stack></stack></image>',
        ),
        'data/a.png': await square('#c2412a'),
        'data/b.png': await square('#3a55c980', 8),
      }),
    )
  it('shows every layer and stack with its place, mode and a picture that keeps its transparency', async () => {
    const list = await choicesIn(await layered())
    expect(list.map((c) => [c.path, c.kind, c.name, c.depth])).toEqual([
      ['0', 'stack', 'pair', 0],
      ['0.0', 'layer', 'left', 1],
      ['0.1', 'layer', 'right', 1],
      ['1', 'layer', 'top', 0],
    ])
    expect(list[1]).toMatchObject({ visible: false, operator: null })
    expect(list[3]).toMatchObject({ operator: 'multiply', opacity: 0.5 })
    expect(list[0]?.picture).toBeNull()
    const picture = Buffer.from((list[2]?.picture ?? '').replace(/^data:image\/webp;base64,/, ''), 'base64')
    const { data, info } = await sharp(picture).raw().toBuffer({ resolveWithObject: true })
    expect(info).toMatchObject({ width: 8, height: 8, channels: 4 })
    expect(Math.abs((data[3] as number) - 128)).toBeLessThan(4)
  })
  it('brings in only what was chosen, shown even where the file hides it, in its stack', async () => {
    const { design } = await fromOpenRaster(choose(await layered(), ['0.0']), 'part')
    const layers = Object.values(design.layers)
    expect(layers.map((l) => [l.kind, l.name, l.shown])).toEqual([
      ['group', 'pair', true],
      ['picture', 'left', true],
    ])
  })
  it('keeps parts of one file in register: the same layer lies in the same place whatever else is chosen', async () => {
    const placeOf = async (paths: string[]) =>
      Object.values((await fromOpenRaster(choose(await layered(), paths), 'x')).design.layers).find(
        (l) => l.name === 'right',
      )?.placement
    expect(await placeOf(['0.1'])).toEqual(await placeOf(['0.0', '0.1', '1']))
  })
  it('refuses a choice of nothing that is there', async () => {
    const file = await layered()
    expect(() => choose(file, ['7', '0'])).toThrow(/choose at least one/)
  })
  it.each(['src-atop', 'dst-in', 'dst-out', 'dst-atop'] as const)(
    '%s comes back within one level',
    async (blend) => {
      const { worst, merged, back } = await roundTrip(
        designOf(
          [
            box('under', 'a0', '#47743a', boxAt(5, 5, 60, 60)),
            box('second', 'a1', '#c2412a90', boxAt(30, 20, 50, 50)),
            { ...box('op', 'a2', '#3a55c9b0', boxAt(20, 12, 50, 60)), blend, opacity: 0.7 } as Layer,
          ],
          'transparent',
        ),
      )
      expect(worst).toBeLessThanOrEqual(1)
      expect(merged).toEqual([])
      expect(Object.values(back.design.layers).map((l) => l.blend)).toContain(blend)
    },
  )
})
