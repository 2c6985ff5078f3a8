import { createHash } from 'node:crypto'
import sharp from 'sharp'
import { beforeAll, describe, expect, it } from 'vitest'
import { openMemory } from '../../host/kernels'
import { decodePicture } from '../../host/pictures'
import { type NodeHost, openHost } from '../../host/project'
import { BLEND_MODES } from '../basics/blend-modes'
import { keyBetween } from '../basics/order'
import { blankDesign, presetSpecs } from '../design/blank'
import type { Design } from '../design/schema'
import type { Layer } from '../kinds/list'
import { boxAt, groupLayer, pictureLayer, shapeLayer, typeLayer } from '../kinds/new'
import { PLANE_BYTES, STRIDE } from '../pixels/memory'
import { pageBounds } from './plan'
import { prepare, renderPage, renderRegion } from './render-page'
import { Renderer } from './renderer'
import { SourceBook } from './sources'

const W = 64
/** A picture of noise with all alphas, and an opaque one, as PNG. */
async function png(alpha: boolean): Promise<{ sha: string; bytes: Uint8Array; raw: Uint8Array }> {
  const raw = Uint8Array.from({ length: W * W * 4 }, (_, n) =>
    n % 4 === 3 && !alpha ? 255 : (Math.imul(n + 7, 2654435761) >>> 11) & 255,
  )
  const bytes = new Uint8Array(
    await sharp(Buffer.from(raw), { raw: { width: W, height: W, channels: 4 } })
      .png()
      .toBuffer(),
  )
  return { sha: createHash('sha256').update(bytes).digest('hex'), bytes, raw }
}

let host: NodeHost
let opaque: Awaited<ReturnType<typeof png>>
let clear: Awaited<ReturnType<typeof png>>
beforeAll(async () => {
  ;[opaque, clear] = [await png(false), await png(true)]
  const blobs = new Map([opaque, clear].map((p) => [p.sha, p.bytes]))
  host = openHost(async (sha) => blobs.get(sha) ?? null)
})

type Make = (
  where: (
    plane: Layer['plane'],
    parent?: string,
  ) => { id: string; page: string; plane: Layer['plane']; parent: string | null; order: string },
) => Layer[]
function design(make: Make, colour = '#ffffff'): Design {
  const d = blankDesign('r', 'R', presetSpecs(['square-post']), { colour })
  let order: string | null = null
  let n = 0
  for (const l of make((plane, parent) => ({
    id: `l${++n}`,
    page: 'page1',
    plane,
    parent: parent ?? null,
    order: (order = keyBetween(order, null)),
  })))
    d.layers[l.id] = l
  return d
}
async function render(d: Design, region = { left: 0, top: 0, right: 300, bottom: 300 }, scale = 1) {
  const page = await host.resolve(d, 'page1', 'square-post')
  const picture = await renderRegion(await prepare(page, scale, host), region, host.renderer)
  return {
    ...picture,
    at: (x: number, y: number) => [
      ...picture.data.slice(
        ((y - region.top) * picture.width + x - region.left) * 4,
        ((y - region.top) * picture.width + x - region.left) * 4 + 4,
      ),
    ],
  }
}

describe('pictures', () => {
  it('at 100 % are their own pixels, exactly', async () => {
    const out = await render(
      design((w) => [
        pictureLayer(w('subject'), 'P', { sha: opaque.sha, width: W, height: W }, boxAt(20, 30, W, W)),
      ]),
    )
    for (const [x, y] of [
      [0, 0],
      [13, 40],
      [63, 63],
    ] as const)
      expect(out.at(20 + x, 30 + y)).toEqual([...opaque.raw.slice((y * W + x) * 4, (y * W + x) * 4 + 4)])
    expect(out.at(19, 30)).toEqual([255, 255, 255, 255])
  })
  it('at 100 % on the grid are the same bits whether copied whole or sampled at an edge', () => {
    // 24-bit noise with every alpha; one pixel to the left of the edge the sampler works, inside the copy.
    const noise = Uint8Array.from({ length: 64 * 64 * 4 }, (_, n) => (n * 7919 + (n >> 3) * 13) % 256)
    const memory = openMemory()
    const at = memory.block(noise.length)
    memory.bytes.set(noise, at)
    const [copied, sampled] = [memory.tile(), memory.tile()]
    memory.kernels.copyPicture(copied, PLANE_BYTES, STRIDE, 60, 64, at, 64, 2, 0, 0)
    const scratch = memory.block(4 * 1024 * 1024)
    memory.kernels.sampleUpright(
      sampled,
      PLANE_BYTES,
      STRIDE,
      60,
      64,
      at,
      64,
      64,
      0,
      1,
      1,
      2,
      0,
      1,
      1,
      64,
      64,
      scratch,
      640,
    )
    for (let plane = 0; plane < 4; plane++)
      for (let y = 0; y < 64; y++) {
        const row = (raster: number) => memory.floats(raster + plane * PLANE_BYTES + y * STRIDE, 60).slice()
        expect(row(copied)).toEqual(row(sampled))
      }
  })
  it('at 100 % on the grid blend straight from their bytes to the same bits, in every mode', () => {
    const noise = (seed: number) =>
      Uint8Array.from({ length: 64 * 64 * 4 }, (_, n) => (Math.imul(n + seed, 2654435761) >>> 13) & 255)
    const memory = openMemory()
    const at = memory.block(64 * 64 * 4)
    const [ground, copied, blended, direct] = [memory.tile(), memory.tile(), memory.tile(), memory.tile()]
    memory.bytes.set(noise(3), at)
    memory.kernels.copyPicture(ground, PLANE_BYTES, STRIDE, 60, 60, at, 64, 0, 0, 0)
    memory.bytes.set(noise(11), at)
    memory.kernels.copyPicture(copied, PLANE_BYTES, STRIDE, 60, 60, at, 64, 3, 2, 0)
    for (let mode = 0; mode < BLEND_MODES.length; mode++) {
      for (const to of [blended, direct]) memory.kernels.copyRect(to, ground, PLANE_BYTES, STRIDE, 60, 60)
      memory.kernels.blendRect(blended, copied, PLANE_BYTES, STRIDE, 60, 60, mode, 0.7)
      memory.kernels.blendPicture(direct, PLANE_BYTES, STRIDE, 60, 60, at, 64, 3, 2, mode, 0.7)
      for (let y = 0; y < 60; y += 7)
        for (let plane = 0; plane < 4; plane++) {
          const row = (raster: number) => memory.floats(raster + plane * PLANE_BYTES + y * STRIDE, 60).slice()
          expect(row(direct)).toEqual(row(blended))
        }
    }
  })
  it('of 16 bits keep more than 8 can say: a slow ramp stretched fourfold has steps of its own', async () => {
    // 0 … 4095 of 65 535 in 256 columns: 16 levels of 8 bits, 256 of 16.
    const ramp = Uint16Array.from({ length: 256 * 4 * 3 }, (_, n) => (Math.floor(n / 3) % 256) * 16)
    const bytes = new Uint8Array(
      await sharp(ramp, { raw: { width: 256, height: 4, channels: 3 } })
        .toColourspace('rgb16')
        .png()
        .toBuffer(),
    )
    const sha = createHash('sha256').update(bytes).digest('hex')
    const own = openHost(async (s) => (s === sha ? bytes : null))
    // Color-dodge by a flat grey multiplies by 16: what was lost before cannot come back.
    const d = design((w) => [
      pictureLayer(w('subject'), 'Ramp', { sha, width: 256, height: 4 }, boxAt(0, 0, 256, 40)),
      {
        ...shapeLayer(w('subject'), 'Lift', 'rectangle', boxAt(0, 0, 256, 40), {
          kind: 'solid',
          colour: '#efefef',
        }),
        blend: 'color-dodge' as const,
      },
    ])
    const picture = await renderRegion(
      await prepare(await own.resolve(d, 'page1', 'square-post'), 1, own),
      { left: 0, top: 0, right: 256, bottom: 40 },
      own.renderer,
    )
    const levels = new Set(Array.from({ length: 256 }, (_, x) => picture.data[(20 * 256 + x) * 4]))
    expect(levels.size).toBeGreaterThan(200)
    for (let x = 8; x < 248; x += 9) {
      const exact = Math.min(255, ((x * 16) / 65535 / (1 - 0xef / 255)) * 255)
      expect(Math.abs((picture.data[(20 * 256 + x) * 4] as number) - exact)).toBeLessThan(1.2)
    }
  })
  it.each([
    ['reduced to a third', 1 / 3, 6],
    ['reduced to 0.7', 0.7, 4],
    ['enlarged to 2.5 times', 2.5, 4],
  ])('%s lie within a mean of %d levels of libvips’ cubic', async (_what, k, tolerance) => {
    // libvips anchors and stretches its cubic a little otherwise, most where it reduces: the mean difference is compared.
    const W2 = 96
    const soft = Uint8Array.from({ length: W2 * W2 * 4 }, (_, n) => {
      const [x, y] = [(n >> 2) % W2, Math.floor((n >> 2) / W2)]
      return n % 4 === 3 ? 255 : Math.round(128 + 110 * Math.sin(x / 4 + (n % 4)) * Math.cos(y / 5))
    })
    const bytes = new Uint8Array(
      await sharp(soft, { raw: { width: W2, height: W2, channels: 4 } })
        .png()
        .toBuffer(),
    )
    const sha = createHash('sha256').update(bytes).digest('hex')
    const own = openHost(async (s) => (s === sha ? bytes : null))
    const side = Math.round(W2 * k)
    const d = design((w) => [
      pictureLayer(w('subject'), 'S', { sha, width: W2, height: W2 }, boxAt(0, 0, side, side)),
    ])
    const ours = await renderRegion(
      await prepare(await own.resolve(d, 'page1', 'square-post'), 1, own),
      { left: 0, top: 0, right: side, bottom: side },
      own.renderer,
    )
    const theirs = await sharp(bytes)
      .resize(side, side, { kernel: 'cubic', fit: 'fill', fastShrinkOnLoad: false })
      .ensureAlpha()
      .raw()
      .toBuffer()
    let sum = 0
    for (let n = 0; n < theirs.length; n++)
      sum += n % 4 === 3 ? 0 : Math.abs((ours.data[n] as number) - (theirs[n] as number))
    expect(sum / (side * side * 3)).toBeLessThan(tolerance)
  })
  it('mirrored are mirrored exactly: column x equals column n − 1 − x', async () => {
    const p = boxAt(0, 0, W, W)
    const [plain, mirrored] = await Promise.all(
      [p, { ...p, flipX: true }].map((q) =>
        render(design((w) => [pictureLayer(w('subject'), 'P', { sha: opaque.sha, width: W, height: W }, q)])),
      ),
    )
    for (let x = 0; x < W; x++) expect(mirrored?.at(W - 1 - x, 17)).toEqual(plain?.at(x, 17))
  })
  it('keep the mean when reduced (area-correct within half a level)', async () => {
    const out = await render(
      design((w) => [
        pictureLayer(w('subject'), 'P', { sha: opaque.sha, width: W, height: W }, boxAt(0, 0, W / 4, W / 4)),
      ]),
    )
    const mean = (get: (n: number) => number, count: number) =>
      Array.from({ length: count }, (_, n) => get(n)).reduce((a, b) => a + b, 0) / count
    const ours = mean((n) => out.at(n % 16, Math.floor(n / 16))[0] as number, 256)
    const theirs = mean((n) => opaque.raw[n * 4] as number, W * W)
    expect(Math.abs(ours - theirs)).toBeLessThan(1.5)
  })
  it('leave no dark or light fringe around transparent cutouts', async () => {
    const disc = new Uint8Array(W * W * 4)
    for (let n = 0; n < W * W; n++)
      if (Math.hypot((n % W) - 31.5, Math.floor(n / W) - 31.5) < 24) disc.set([200, 60, 30, 255], n * 4)
    const bytes = new Uint8Array(
      await sharp(Buffer.from(disc), { raw: { width: W, height: W, channels: 4 } })
        .png()
        .toBuffer(),
    )
    const sha = createHash('sha256').update(bytes).digest('hex')
    const own = openHost(async (s) => (s === sha ? bytes : null))
    const d = design(
      (w) => [
        pictureLayer(w('subject'), 'D', { sha, width: W, height: W }, boxAt(3.3, 4.7, W * 2.3, W * 2.3)),
      ],
      'transparent',
    )
    const picture = await renderRegion(
      await prepare(await own.resolve(d, 'page1', 'square-post'), 1, own),
      { left: 0, top: 0, right: 200, bottom: 200 },
      own.renderer,
    )
    for (let n = 0; n < 200 * 200; n++) {
      const [r, g, b, a] = picture.data.slice(n * 4, n * 4 + 4) as unknown as [number, number, number, number]
      if (a > 8)
        expect(Math.max(Math.abs(r - 200), Math.abs(g - 60), Math.abs(b - 30))).toBeLessThanOrEqual(
          Math.ceil(130 / a) + 1,
        )
    }
  })
  it('with transparency come in and stay transparent', async () => {
    const decoded = await decodePicture(clear.bytes, 'clear')
    expect(decoded.opaque).toBe(false)
    const out = await render(
      design(
        (w) => [pictureLayer(w('subject'), 'C', { sha: clear.sha, width: W, height: W }, boxAt(0, 0, W, W))],
        'transparent',
      ),
    )
    for (let n = 0; n < 50; n++) expect(out.at(n, n)[3]).toBe(clear.raw[(n * W + n) * 4 + 3])
    expect(out.at(200, 200)).toEqual([0, 0, 0, 0])
  })
})

describe('sources beyond the room for them', () => {
  it('are all there while a page is planned, and pass by band after band when it is drawn', async () => {
    const memory = openMemory()
    const level = (value: number) => ({
      width: W,
      height: W,
      opaque: true,
      deep: false,
      data: Uint8Array.from({ length: W * W * 4 }, (_, n) => (n % 4 === 3 ? 255 : value)),
    })
    // Room for one picture and a half, each time anew.
    const small = () => {
      const sources = new SourceBook(
        memory,
        {
          picture: async (sha) => level(sha.startsWith('a') ? 200 : 90),
          graphic: async () => null,
          tile: async () => null,
        },
        W * W * 6,
      )
      return { fonts: host.fonts, sources, renderer: new Renderer(memory, sources, 16) }
    }
    const d = design((w) =>
      ['a', 'b'].map((name, n) =>
        pictureLayer(
          w('subject'),
          name,
          { sha: name.repeat(64), width: W, height: W },
          boxAt(0, n * 400, W, W),
        ),
      ),
    )
    const page = await host.resolve(d, 'page1', 'square-post')
    const region = { left: 0, top: 0, right: W, bottom: 400 + W }
    const bands = await renderPage(page, 1, region, small())
    const again = small()
    const whole = await renderRegion(await prepare(page, 1, again), region, again.renderer)
    for (const [what, { data }] of Object.entries({ bands, whole }))
      expect([what, data[(10 * W + 10) * 4], data[(410 * W + 10) * 4]]).toEqual([what, 200, 90])
  })
})

describe('tiles', () => {
  const busy = () =>
    design((w) => [
      shapeLayer(
        w('setting'),
        'A',
        'ellipse',
        { ...boxAt(140, 120, 400, 260), rotation: 17 },
        {
          kind: 'linear',
          angleDegrees: 30,
          stops: { a: { offset: 0, colour: '#c2412a' }, b: { offset: 1, colour: '#3a55c9' } },
        },
      ),
      {
        ...pictureLayer(
          w('subject'),
          'P',
          { sha: clear.sha, width: W, height: W },
          { ...boxAt(180, 190, 200, 170), rotation: -8 },
        ),
        blend: 'overlay',
        opacity: 0.8,
      },
      {
        ...typeLayer(w('message'), 'Kiln', boxAt(150, 200, 400, 120), { family: 'Fraunces', size: 110 }),
        blend: 'multiply',
      },
    ])
  it('fit together: a region across four tiles equals the same region of the whole page', async () => {
    const [whole, part] = [
      await render(busy(), { left: 0, top: 0, right: 600, bottom: 600 }),
      await render(busy(), { left: 200, top: 190, right: 330, bottom: 310 }),
    ]
    for (let y = 190; y < 310; y += 7)
      for (let x = 200; x < 330; x += 7) expect(part.at(x, y)).toEqual(whole.at(x, y))
  })
  it('are the same whether kept from before or made anew, whole or in parts', async () => {
    const d = busy()
    const id = Object.values(d.layers).find((l) => l.kind === 'picture')?.id as string
    const region = { left: 0, top: 0, right: 600, bottom: 600 }
    const page = async (dx: number) =>
      host.resolve(
        {
          ...d,
          layers: {
            ...d.layers,
            [id]: {
              ...(d.layers[id] as Layer),
              placement: { ...(d.layers[id] as Layer).placement, x: 280 + dx },
            },
          },
        },
        'page1',
        'square-post',
      )
    // A drag through the caches…
    for (let dx = 0; dx <= 30; dx += 6)
      await renderRegion(await prepare(await page(dx), 1, host), region, host.renderer, { memoryKey: 'drag' })
    const kept = await renderRegion(await prepare(await page(30), 1, host), region, host.renderer, {
      memoryKey: 'drag',
    })
    // …and the same state in a memory of its own.
    const blobs = new Map([opaque, clear].map((p) => [p.sha, p.bytes]))
    const fresh = openHost(async (sha) => blobs.get(sha) ?? null)
    await fresh.ready(d)
    const made = await prepare(await page(30), 1, fresh)
    const anew = await renderRegion(made, region, fresh.renderer)
    expect(Buffer.compare(Buffer.from(kept.data.buffer), Buffer.from(anew.data.buffer))).toBe(0)
    const clip = { left: 210, top: 205, right: 305, bottom: 290 }
    const part = host.renderer.tilePart(await prepare(await page(30), 1, host), 0, 0, 'drag', clip)
    for (let y = 0; y < part.height; y += 5)
      for (let x = 4; x < part.width - 4; x += 5) {
        const at = ((part.y + y) * 600 + part.x + x) * 4
        expect([...part.data.slice((y * part.width + x) * 4, (y * part.width + x) * 4 + 4)]).toEqual([
          ...anew.data.slice(at, at + 4),
        ])
      }
  })
})

describe('groups', () => {
  const pair = (open: boolean, opacity: number) =>
    design((w) => {
      const g = { ...groupLayer(w('subject'), 'G'), open, opacity }
      return [
        shapeLayer(w('setting'), 'Ground', 'rectangle', boxAt(0, 0, 300, 300), {
          kind: 'solid',
          colour: '#806040',
        }),
        g,
        {
          ...shapeLayer(w('subject', g.id), 'A', 'rectangle', boxAt(50, 50, 100, 100), {
            kind: 'solid',
            colour: '#ff8000',
          }),
          blend: 'multiply' as const,
        },
        shapeLayer(w('subject', g.id), 'B', 'rectangle', boxAt(100, 100, 100, 100), {
          kind: 'solid',
          colour: '#0080ff',
        }),
      ]
    })
  it('open: members blend with what lies beneath; closed: with each other only', async () => {
    const [open, closed] = [await render(pair(true, 1)), await render(pair(false, 1))]
    expect(open.at(60, 60)).toEqual([128, 48, 0, 255])
    expect(closed.at(60, 60)).toEqual([255, 128, 0, 255])
  })
  it('at 50 % let half of what lies beneath through, overlapping members not showing through each other', async () => {
    for (const open of [true, false])
      expect((await render(pair(open, 0.5))).at(120, 120)).toEqual([64, 112, 160, 255])
  })
})

describe('the page', () => {
  it('is a whole number of px with its bleed on every side', () => {
    expect(pageBounds({ width: 1748, height: 1240, bleed: 35 }, 1)).toEqual({
      left: -35,
      top: -35,
      right: 1783,
      bottom: 1275,
    })
  })
  it('has flat colours without dither, gradients within one level of the exact value', async () => {
    const flat = await render(
      design((w) => [
        shapeLayer(w('setting'), 'F', 'rectangle', boxAt(0, 0, 300, 300), {
          kind: 'solid',
          colour: '#7b5a3c',
        }),
      ]),
    )
    expect(new Set(Array.from({ length: 90 }, (_, n) => flat.at(n * 3, n * 2).join())).size).toBe(1)
    const slow = await render(
      design((w) => [
        shapeLayer(w('setting'), 'G', 'rectangle', boxAt(0, 0, 300, 300), {
          kind: 'linear',
          angleDegrees: 0,
          stops: { a: { offset: 0, colour: '#101010' }, b: { offset: 1, colour: '#202020' } },
        }),
      ]),
    )
    for (let x = 0; x < 300; x += 3)
      expect(Math.abs((slow.at(x, 150)[0] as number) - (16 + (16 * (x + 0.5)) / 300))).toBeLessThanOrEqual(1)
  })
})
