import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { openHost, sha256 } from '@/host/project'
import { blankDesign, presetSpecs } from '../design/blank'
import type { Design } from '../design/schema'
import type { Layer } from '../kinds/list'
import { boxAt, pictureLayer, shapeLayer, typeLayer } from '../kinds/new'
import { newMask } from '../masks/mask'
import { newTreatment, treatmentDefinitions } from '../treatments/list'
import type { Treatment } from '../treatments/order'
import { prepare, renderPage } from './render-page'

const SIDE = 320
const blobs = new Map<string, Uint8Array>()
const host = openHost(async (sha) => blobs.get(sha) ?? null)
const at = (id: string, order: string) => ({
  id,
  page: 'page1',
  plane: 'subject' as const,
  order,
  parent: null,
})
const treat = (kind: string, change: Record<string, unknown> = {}, id = 'x', order = 'a0'): Treatment => ({
  ...newTreatment(kind, { id, order }),
  strength: 1,
  ...change,
})
const on = (layer: Layer, ...list: Treatment[]): Layer => ({
  ...layer,
  treatments: Object.fromEntries(list.map((t) => [t.id, t])),
})
function design(layers: readonly Layer[], colour = '#ffffff', side = SIDE): Design {
  const [spec] = presetSpecs(['square-post'])
  if (!spec) throw new Error('no preset')
  const d = blankDesign('r', 'R', [{ ...spec, width: side, height: side }], { colour })
  for (const layer of layers) d.layers[layer.id] = layer
  return d
}
async function seen(layers: readonly Layer[], { colour = '#ffffff', side = SIDE, scale = 1 } = {}) {
  const page = await host.resolve(design(layers, colour, side), 'page1', 'square-post')
  const size = Math.round(side * scale)
  const { data } = await renderPage(page, scale, { left: 0, top: 0, right: size, bottom: size }, host)
  return { data, at: (x: number, y: number) => [...data.slice((y * size + x) * 4, (y * size + x) * 4 + 4)] }
}
/** A picture of `side` px a side, over the whole page. */
async function pictured(side: number, px: (x: number, y: number) => readonly number[]): Promise<Layer> {
  const raw = Buffer.alloc(side * side * 4)
  for (let y = 0; y < side; y++) for (let x = 0; x < side; x++) raw.set(px(x, y), (y * side + x) * 4)
  const png = new Uint8Array(
    await sharp(raw, { raw: { width: side, height: side, channels: 4 } })
      .png()
      .toBuffer(),
  )
  const sha = sha256(png)
  blobs.set(sha, png)
  return pictureLayer(at('p', 'a0'), 'P', { sha, width: side, height: side }, boxAt(0, 0, side, side))
}
const square = (): Layer =>
  shapeLayer(at('s', 'a0'), 'S', 'rectangle', boxAt(120, 120, 80, 80), { kind: 'solid', colour: '#c04020' })
const disc = (): Layer =>
  shapeLayer(at('s', 'a0'), 'S', 'ellipse', boxAt(120, 120, 80, 80), { kind: 'solid', colour: '#000000' })

/** The share of a Gaussian of a standard deviation that lies within each px, told in double precision. */
function weightsOf(sigma: number): number[] {
  const reach = Math.ceil(sigma * 6) + 1
  const raw = Array.from({ length: 2 * reach + 1 }, (_, n) =>
    Math.exp(-((n - reach) ** 2) / (2 * sigma * sigma)),
  )
  const sum = raw.reduce((a, b) => a + b, 0)
  return raw.map((v) => v / sum)
}

describe('a blur', () => {
  it.each([0.5, 1, 3, 7, 20, 60])(
    'of radius %d is the Gaussian to a level, on a step and a bar',
    async (sigma) => {
      const side = 512
      const layer = await pictured(side, (x) =>
        x < 200 || (x >= 320 && x < 328) ? [255, 255, 255, 255] : [0, 0, 0, 255],
      )
      const s = await seen([on(layer, treat('blur', { radius: sigma }))], { side, colour: '#000000' })
      const weights = weightsOf(sigma)
      const reach = (weights.length - 1) / 2
      const line = (x: number) => (x >= 0 && x < side && (x < 200 || (x >= 320 && x < 328)) ? 255 : 0)
      // What lies beyond the picture is see-through: over black it adds nothing.
      for (let x = 120; x < 400; x++) {
        const expected = weights.reduce((sum, w, n) => sum + w * line(x + n - reach), 0)
        expect(Math.abs((s.at(x, 256)[0] as number) - expected)).toBeLessThanOrEqual(1.1)
      }
    },
  )
  it('grows no further than its bounds, and is the same at a corner of four tiles', async () => {
    for (const [x, y] of [
      [120, 120],
      [216, 216],
    ] as const) {
      const layer = shapeLayer(at('s', 'a0'), 'S', 'rectangle', boxAt(x, y, 80, 80), {
        kind: 'solid',
        colour: '#000000',
      })
      const s = await seen([on(layer, treat('blur', { radius: 9 }))], { side: 512 })
      const centre = [0, 20, 40, 50].map((d) => s.at(x + 40 + d, y + 40)[0])
      const turned = [0, 20, 40, 50].map((d) => s.at(x + 39, y + 39 - d)[0])
      centre.forEach((v, n) => expect(Math.abs((v as number) - (turned[n] as number))).toBeLessThanOrEqual(2))
      expect(s.at(x - 60, y + 40)).toEqual([255, 255, 255, 255])
    }
  })
})

describe('a directional blur', () => {
  it('spreads an edge evenly over its length, along its angle only', async () => {
    const wide = shapeLayer(at('s', 'a0'), 'S', 'rectangle', boxAt(-400, -400, 560, 1200), {
      kind: 'solid',
      colour: '#000000',
    })
    const along = await seen([on(wide, treat('directional-blur', { angle: 0, length: 40 }))])
    for (const d of [-15, -5, 0, 5, 15]) {
      const mean = ((along.at(159 + d, 160)[0] as number) + (along.at(160 + d, 160)[0] as number)) / 2
      expect(Math.abs(mean - 255 * (0.5 + d / 40))).toBeLessThan(9)
    }
    expect([along.at(135, 160)[0], along.at(185, 160)[0]]).toEqual([0, 255])
    const across = await seen([on(wide, treat('directional-blur', { angle: 90, length: 40 }))])
    expect([across.at(157, 160)[0], across.at(162, 160)[0]]).toEqual([0, 255])
  })
})

describe('a radial blur', () => {
  // Waves of many ways and lengths, known everywhere; the picture goes on beyond what is looked at.
  const side = 600
  const wave = (x: number, y: number): number =>
    128 + 60 * Math.sin(x / 4.1 + y / 9) + 50 * Math.cos(x / 13 - y / 5.3)
  it.each([
    ['zoom', 0.15, 0.5, 0.5],
    ['zoom', 0.6, 0.45, 0.52],
    ['zoom', 0.1, -0.3, 0.2],
    ['spin', 0.15, 0.5, 0.5],
    ['spin', 0.05, 1.2, 0.9],
  ] as const)(
    '%s by %d about (%d, %d) of its box is the mean along its way, told in double precision',
    async (way, amount, px, py) => {
      const layer = await pictured(side, (x, y) => [
        wave(x + 0.5, y + 0.5),
        wave(x + 0.5, y + 0.5),
        wave(x + 0.5, y + 0.5),
        255,
      ])
      const s = await seen([on(layer, treat('radial-blur', { way, amount, x: px, y: py }))], { side })
      const [cx, cy] = [px * side, py * side]
      const samples = 400
      let [sum, count, worst] = [0, 0, 0]
      for (let y = 205; y < 395; y += 7)
        for (let x = 205; x < 395; x += 7) {
          const [dx, dy] = [x + 0.5 - cx, y + 0.5 - cy]
          let mean = 0
          for (let n = 0; n < samples; n++) {
            const t = ((n + 0.5) / samples) * 2 - 1
            if (way === 'zoom')
              mean += wave(cx + dx * (1 + 0.5 * amount * t), cy + dy * (1 + 0.5 * amount * t)) / samples
            else {
              const [c, q] = [Math.cos((amount * Math.PI * t) / 4), Math.sin((amount * Math.PI * t) / 4)]
              mean += wave(cx + c * dx - q * dy, cy + q * dx + c * dy) / samples
            }
          }
          const off = Math.abs((s.at(x, y)[0] as number) - mean)
          worst = Math.max(worst, off)
          sum += off
          count++
        }
      expect([sum / count < 1.2, worst < 6]).toEqual([true, true])
    },
  )
  it('leaves what lies at its point as sharp as it was', async () => {
    const layer = await pictured(300, (x, y) => ((x + y) % 2 === 0 ? [255, 255, 255, 255] : [0, 0, 0, 255]))
    const s = await seen([on(layer, treat('radial-blur', { way: 'zoom', amount: 0.1 }))], { side: 300 })
    expect([s.at(150, 150)[0], s.at(151, 150)[0], s.at(147, 153)[0]]).toEqual([255, 0, 255])
  })
})

describe('treatments of all kinds', () => {
  it.each(treatmentDefinitions.map((d) => d.kind))(
    '%s changes nothing outside its bounds and leaves the rest of the page',
    async (kind) => {
      const other = shapeLayer(at('other', 'a1'), 'O', 'rectangle', boxAt(0, 0, 20, 20), {
        kind: 'solid',
        colour: '#3060a0',
      })
      const layer = on(square(), treat(kind, kind === 'displace' ? { layer: 'other' } : {}))
      const d = design([layer, other])
      const page = await host.resolve(d, 'page1', 'square-post')
      const plan = await prepare(page, 1, host)
      const node = plan.nodes.find((n) => n.id === 's')
      const plain = await seen([other])
      const s = await seen([layer, other])
      const b = node?.bounds ?? { left: 0, top: 0, right: 0, bottom: 0 }
      for (let y = 0; y < SIDE; y += 3)
        for (let x = 0; x < SIDE; x += 3)
          if (x < b.left || y < b.top || x >= b.right || y >= b.bottom)
            expect(s.at(x, y)).toEqual(plain.at(x, y))
    },
  )
  it('at no strength show the thing as it is, and half of it is half way', async () => {
    const still = await seen([square()])
    for (const kind of ['blur', 'invert', 'shadow', 'grain', 'duotone', 'print-edge', 'halo']) {
      const off = await seen([on(square(), treat(kind, { strength: 0 }))])
      expect(Buffer.compare(Buffer.from(off.data), Buffer.from(still.data))).toBe(0)
    }
    const half = await seen([on(square(), treat('invert', { strength: 0.5 }))])
    expect(half.at(160, 160)).toEqual([128, 128, 128, 255])
  })
  it('apply in their order: what is inverted and then lifted is not what is lifted and then inverted', async () => {
    const of = async (...kinds: string[]) =>
      (
        await seen([
          on(square(), ...kinds.map((k, n) => treat(k, k === 'lift' ? { by: 0.2 } : {}, `t${n}`, `a${n}`))),
        ])
      ).at(160, 160)
    expect(await of('invert', 'lift')).toEqual([0x3f + 51, 0xbf + 51, 255, 255].map((v) => Math.min(255, v)))
    expect(await of('lift', 'invert')).toEqual([255 - (0xc0 + 51), 255 - (0x40 + 51), 255 - (0x20 + 51), 255])
  })
  it('are limited by a mask of their layer, which then hides nothing itself', async () => {
    const m = {
      ...newMask.shape({ id: 'm', order: 'a0' }, 'rectangle'),
      x: 0.25,
      y: 0.5,
      width: 0.5,
      height: 1,
    }
    const masked = { ...on(square(), treat('invert', { mask: 'm' })), masks: { m } } as Layer
    const s = await seen([masked])
    expect(s.at(130, 160)).toEqual([0x3f, 0xbf, 0xdf, 255])
    expect(s.at(190, 160)).toEqual([0xc0, 0x40, 0x20, 255])
  })
  it('mix by a blend mode on straight colours: colour of a grey mix in luminosity keeps the hue', async () => {
    const s = await seen([on(square(), treat('invert', { blend: 'multiply' }))])
    // c × (1 − c) for each component.
    expect(s.at(160, 160).slice(0, 3)).toEqual(
      [0xc0, 0x40, 0x20].map((v) => Math.round((v * (255 - v)) / 255)),
    )
  })
})

describe('what lies around', () => {
  it('a hard shadow is the outline moved, under the thing', async () => {
    const s = await seen([
      on(square(), treat('shadow', { angle: 0, distance: 30, softness: 0, colour: '#000000' })),
    ])
    expect(s.at(160, 160)).toEqual([0xc0, 0x40, 0x20, 255])
    expect(s.at(215, 160)).toEqual([0, 0, 0, 255])
    expect(s.at(235, 160)).toEqual([255, 255, 255, 255])
    expect(s.at(105, 160)).toEqual([255, 255, 255, 255])
  })
  it('a soft shadow of a wide edge is half as dark at the moved edge, and its strength is its own', async () => {
    const wide = shapeLayer(at('s', 'a0'), 'S', 'rectangle', boxAt(-200, -200, 360, 900), {
      kind: 'solid',
      colour: '#ffffff',
    })
    const s = await seen([
      on(wide, treat('shadow', { angle: 0, distance: 40, softness: 30, colour: '#000000', strength: 0.5 })),
    ])
    // A quarter of black at the edge itself: 0.5 × 0.5.
    expect(
      Math.abs(((s.at(199, 160)[0] as number) + (s.at(200, 160)[0] as number)) / 2 - 255 * 0.75),
    ).toBeLessThan(2)
    expect(Math.abs((s.at(165, 160)[0] as number) - 128)).toBeLessThan(5)
  })
  it('a shadow only inside a container shows nowhere else', async () => {
    const holder = shapeLayer(at('box', 'Zz'), 'Box', 'rectangle', boxAt(60, 60, 150, 220), {
      kind: 'solid',
      colour: '#ffffff',
    })
    const s = await seen([
      holder,
      on(
        square(),
        treat('shadow', { angle: 0, distance: 40, softness: 0, colour: '#000000', within: 'box' }),
      ),
    ])
    expect(s.at(205, 160)).toEqual([0, 0, 0, 255])
    expect(s.at(215, 160)).toEqual([255, 255, 255, 255])
  })
  it('spares the body: with none of the thing itself only its shadow is left', async () => {
    const s = await seen([
      {
        ...on(square(), treat('shadow', { angle: 0, distance: 30, softness: 0, colour: '#000000' })),
        body: 0,
      } as Layer,
    ])
    expect(s.at(130, 160)).toEqual([255, 255, 255, 255])
    expect(s.at(215, 160)).toEqual([0, 0, 0, 255])
  })
  it('a shadow multiplies what the page has there, a halo as light brightens it', async () => {
    const shadow = await seen(
      [on(square(), treat('shadow', { angle: 0, distance: 30, softness: 0, colour: '#808080' }))],
      { colour: '#4080c0' },
    )
    expect(shadow.at(215, 160).slice(0, 3)).toEqual(
      [0x40, 0x80, 0xc0].map((v) => Math.round((v * 0x80) / 255)),
    )
    const halo = await seen(
      [on(disc(), treat('halo', { size: 20, softness: 1, blend: 'screen', colour: '#404040' }))],
      { colour: '#4080c0' },
    )
    expect(halo.at(214, 160).slice(0, 3)).toEqual(
      [0x40, 0x80, 0xc0].map((v) => Math.round(v + 0x40 - (v * 0x40) / 255)),
    )
  })
  it('a halo reaches its size all round; a rim before a shadow casts one too', async () => {
    const s = await seen([
      on(disc(), treat('halo', { size: 20, softness: 1, blend: 'normal', colour: '#ff0000' })),
    ])
    for (const angle of [0, 0.7, 2, 4.4]) {
      const to = (r: number) =>
        s.at(Math.round(159.5 + r * Math.cos(angle)), Math.round(159.5 + r * Math.sin(angle)))
      expect(to(55)).toEqual([255, 0, 0, 255])
      expect(to(65)).toEqual([255, 255, 255, 255])
    }
    const rimmed = await seen([
      on(
        square(),
        treat('rim', { width: 10, join: 'mitred' }, 'r', 'a0'),
        treat('shadow', { angle: 0, distance: 30, softness: 0, colour: '#000000' }, 't', 'a1'),
      ),
    ])
    expect(rimmed.at(236, 160)).toEqual([0, 0, 0, 255])
    expect(rimmed.at(243, 160)).toEqual([255, 255, 255, 255])
  })
  it('an extruded body fills the way between the thing and where it is moved', async () => {
    const s = await seen([on(square(), treat('extrude', { angle: 0, depth: 60, colour: '#000000' }))])
    for (const x of [205, 230, 256]) expect(s.at(x, 160)).toEqual([0, 0, 0, 255])
    expect(s.at(264, 160)).toEqual([255, 255, 255, 255])
    expect(s.at(160, 160)).toEqual([0xc0, 0x40, 0x20, 255])
  })
  it('thickens by the same all round and thins type without losing its place', async () => {
    const wider = await seen([on(disc(), treat('thicken', { by: 8 }))])
    expect(wider.at(160 + 46, 160)).toEqual([0, 0, 0, 255])
    expect(wider.at(160 + 50, 160)).toEqual([255, 255, 255, 255])
    const thinner = await seen([on(disc(), treat('thicken', { by: -8 }))])
    expect(thinner.at(160 + 30, 160)).toEqual([0, 0, 0, 255])
    expect(thinner.at(160 + 34, 160)).toEqual([255, 255, 255, 255])
  })
})

describe('surfaces', () => {
  const grey = () => pictured(SIDE, () => [128, 128, 128, 255])
  it('grain has a mean of nothing, its amount as its spread, and is the same on every layer and in every tile', async () => {
    const grainy = await seen([on(await grey(), treat('grain', { amount: 0.4, size: 1 }))])
    const values = Array.from({ length: SIDE * SIDE }, (_, n) => (grainy.data[n * 4] as number) - 128)
    const mean = values.reduce((a, b) => a + b, 0) / values.length
    expect(Math.abs(mean)).toBeLessThan(0.4)
    const spread = Math.sqrt(values.reduce((a, b) => a + b * b, 0) / values.length)
    expect(Math.abs(spread - 0.08 * 255)).toBeLessThan(0.6)
    // On a shape of the same grey that lies over a part of the page it is the same.
    const part = shapeLayer(at('s', 'a0'), 'S', 'rectangle', boxAt(230, 40, 60, 60), {
      kind: 'solid',
      colour: '#808080',
    })
    const own = await seen([on(part, treat('grain', { amount: 0.4, size: 1 }))])
    for (const [x, y] of [
      [232, 42],
      [254, 60],
      [257, 80],
      [288, 98],
    ] as const)
      expect(own.at(x, y)).toEqual(grainy.at(x, y))
  })
  it('grain seen at a part of its size is that much calmer', async () => {
    const small = await seen([on(await grey(), treat('grain', { amount: 0.4, size: 1 }))], { scale: 0.5 })
    const values = Array.from({ length: 160 * 160 }, (_, n) => (small.data[n * 4] as number) - 128)
    expect(
      Math.abs(Math.sqrt(values.reduce((a, b) => a + b * b, 0) / values.length) - (0.08 * 255) / 2),
    ).toBeLessThan(1)
  })
  it.each(['dots', 'lines'])('a halftone of %s covers as much as a tone is dark', async (form) => {
    for (const tone of [40, 100, 160, 220]) {
      const layer = await pictured(SIDE, () => [tone, tone, tone, 255])
      const s = await seen([on(layer, treat('halftone', { form, pitch: 16, angle: 30, ink: '#000000' }))])
      let sum = 0
      for (let n = 0; n < SIDE * SIDE; n++) sum += s.data[n * 4] as number
      expect(Math.abs(sum / SIDE / SIDE - tone)).toBeLessThan(4)
    }
  })
  it('blurred by 7 px and clipped corners are round, and the edge makes strokes thicker or thinner (common practice)', async () => {
    const of = async (edge: number) => seen([on(square(), treat('print-edge', { radius: 7, edge, hard: 1 }))])
    const [thin, even, thick] = [await of(0.3), await of(0.5), await of(0.7)]
    // The corner itself is a quarter covered after the blur: it goes.
    expect(even.at(121, 121)).toEqual([255, 255, 255, 255])
    expect(even.at(123, 160)).toEqual([0xc0, 0x40, 0x20, 255])
    expect(even.at(117, 160)).toEqual([255, 255, 255, 255])
    expect(thin.at(121, 160)).toEqual([255, 255, 255, 255])
    expect((thick.at(118, 160)[1] as number) < 90).toBe(true)
    const ink = (s: { data: ArrayLike<number> }) =>
      Array.from({ length: SIDE * SIDE }, (_, n) => ((s.data[n * 4 + 1] as number) < 128 ? 1 : 0)).reduce(
        (a: number, b) => a + b,
        0,
      )
    expect(ink(thin)).toBeLessThan(ink(even))
    expect(ink(even)).toBeLessThan(ink(thick))
    // Almost only the colour and the ground are left.
    const between = Array.from({ length: SIDE * SIDE }, (_, n) => even.data[n * 4 + 1] as number).filter(
      (v) => v > 0x48 && v < 248,
    ).length
    expect(between).toBeLessThan(900)
  })
  it('worn away wholly nothing is left, at none of it all', async () => {
    const word = typeLayer(at('s', 'a0'), 'Kiln', boxAt(20, 100, 280, 120), { size: 110 })
    const plain = await seen([word])
    const ink = (s: { data: ArrayLike<number> }) =>
      Array.from({ length: SIDE * SIDE }, (_, n) => 255 - (s.data[n * 4] as number)).reduce(
        (a, b) => a + b,
        0,
      )
    const [least, some, most] = [
      await seen([on(word, treat('worn', { amount: 0, edges: 0 }))]),
      await seen([on(word, treat('worn', { amount: 0.6, edges: 0 }))]),
      await seen([on(word, treat('worn', { amount: 1, edges: 1 }))]),
    ]
    expect(ink(least) / ink(plain)).toBeGreaterThan(0.98)
    expect(ink(some) / ink(plain)).toBeLessThan(0.85)
    expect(ink(most) / ink(plain)).toBeLessThan(0.35)
  })
  it('displaced by an even middle grey nothing moves, by white it moves by half its reach', async () => {
    const map = (colour: string): Layer => ({
      ...shapeLayer(at('map', 'Zz'), 'M', 'rectangle', boxAt(0, 0, SIDE, SIDE), { kind: 'solid', colour }),
      shown: false,
    })
    const of = async (colour: string) =>
      seen([map(colour), on(square(), treat('displace', { layer: 'map', across: 40, down: 0 }))])
    const still = await of('#808080')
    expect([still.at(121, 160)[1], still.at(118, 160)[1]]).toEqual([0x40, 255])
    const moved = await of('#ffffff')
    // Read from 20 px further right: the thing lies 20 px further left.
    expect([moved.at(102, 160)[1], moved.at(184, 160)[1]]).toEqual([0x40, 255])
  })
})

describe('beside a reference library', () => {
  const textured = () => pictured(256, (x, y) => [(x * 7 + y * 3) % 256, (x * y) % 256, (x ^ y) % 256, 255])
  it('blurs as libvips does', async () => {
    const layer = await textured()
    const blob = blobs.get((layer as Extract<Layer, { kind: 'picture' }>).source) as Uint8Array
    const s = await seen([on(layer, treat('blur', { radius: 4 }))], { side: 256 })
    const vips = await sharp(blob)
      .removeAlpha()
      .blur({ sigma: 4, precision: 'float', minAmplitude: 0.001 })
      .raw()
      .toBuffer()
    let worst = 0
    for (let y = 20; y < 236; y++)
      for (let x = 20; x < 236; x++)
        for (let k = 0; k < 3; k++)
          worst = Math.max(
            worst,
            Math.abs((s.data[(y * 256 + x) * 4 + k] as number) - (vips[(y * 256 + x) * 3 + k] as number)),
          )
    expect(worst).toBeLessThanOrEqual(3)
  })
  it('drives values apart as a linear function of libvips', async () => {
    const layer = await textured()
    const blob = blobs.get((layer as Extract<Layer, { kind: 'picture' }>).source) as Uint8Array
    const s = await seen([on(layer, treat('contrast', { by: 0.5, hard: true }))], { side: 256 })
    const vips = await sharp(blob).removeAlpha().linear(2, -127.5).raw().toBuffer()
    let worst = 0
    for (let n = 0; n < 256 * 256; n++)
      for (let k = 0; k < 3; k++)
        worst = Math.max(worst, Math.abs((s.data[n * 4 + k] as number) - (vips[n * 3 + k] as number)))
    expect(worst).toBeLessThanOrEqual(1)
  })
})

describe('a silhouette colour', () => {
  /** Straight colours wherever anything is seen. */
  const colours = (data: Uint8ClampedArray): number[][] => {
    const out: number[][] = []
    for (let n = 0; n < data.length; n += 4)
      if ((data[n + 3] as number) > 0) out.push([...data.slice(n, n + 4)])
    return out
  }
  it('is one value at every px that is covered at all, and keeps what is covered (fact 3 of the trade)', async () => {
    const white = treat('silhouette', { colour: '#ffffff' })
    const plain = await seen([disc()], { colour: 'transparent' })
    const flat = await seen([on(disc(), white)], { colour: 'transparent' })
    expect(flat.data.filter((_, n) => n % 4 === 3)).toEqual(plain.data.filter((_, n) => n % 4 === 3))
    for (const [r, g, b] of colours(flat.data)) expect([r, g, b]).toEqual([255, 255, 255])
  })
  it('after a knock-out paints black and near-black alike', async () => {
    const layer = await pictured(SIDE, (x, y) => {
      if (x < 100) return [255, 255, 255, 255]
      if (y < 160) return [0, 0, 0, 255]
      return [34, 30, 28, 255]
    })
    const mask = {
      ...newMask.picked({ id: 'k', order: 'a0' }, 'colour'),
      colour: '#ffffff',
      tolerance: 0.1,
      swap: true,
    }
    const s = await seen(
      [on({ ...layer, masks: { k: mask } } as Layer, treat('silhouette', { colour: '#e8c020' }))],
      { colour: 'transparent' },
    )
    for (const [r = 0, g = 0, b = 0] of colours(s.data))
      expect(Math.abs(r - 0xe8) + Math.abs(g - 0xc0) + Math.abs(b - 0x20)).toBeLessThanOrEqual(3)
    expect(s.at(200, 80)).toEqual(s.at(200, 240))
  })
  it('mixed as hue only leaves chroma and lightness; as hue and chroma leaves lightness', async () => {
    const grey = shapeLayer(at('s', 'a0'), 'S', 'rectangle', boxAt(20, 20, 280, 280), {
      kind: 'solid',
      colour: '#808080',
    })
    expect(
      (await seen([on(grey, treat('silhouette', { colour: '#c02020', blend: 'hue' }))])).at(160, 160),
    ).toEqual([128, 128, 128, 255])
    expect(
      (await seen([on(grey, treat('silhouette', { colour: '#c02020', blend: 'color' }))])).at(160, 160),
    ).not.toEqual([128, 128, 128, 255])
  })
})

describe('what comes inwards from an edge', () => {
  it.each(['recess', 'edge-light', 'inward-halo'])(
    'draws no line along soft edges where it comes in by nothing: %s',
    async (kind) => {
      const plain = await seen([disc()])
      const same = async (change: Record<string, unknown>) => {
        const { data } = await seen([
          on(disc(), treat(kind, { colour: '#000000', blend: 'normal', ...change })),
        ])
        return data.every((v, n) => v === plain.data[n])
      }
      expect(await same({ distance: 0, size: 0, softness: 0 })).toBe(true)
      expect(await same({ distance: 1e-260, size: 1e-260, softness: 6e-21 })).toBe(true)
      expect(await same({ distance: 6, size: 6, softness: 4 })).toBe(false)
    },
  )
})
