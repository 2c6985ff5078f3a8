import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { openHost, sha256 } from '@/host/project'
import { blankDesign, presetSpecs } from '../design/blank'
import type { Design } from '../design/schema'
import { writeGreyPng } from '../formats/grey-png'
import type { Layer } from '../kinds/list'
import { boxAt, groupLayer, shapeLayer, typeLayer } from '../kinds/new'
import { MASK_TILE, type Mask, newMask } from '../masks/mask'
import { prepare, renderPage, renderRegion } from './render-page'

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
const start = { id: 'm1', order: 'a0' }
const black = { kind: 'solid' as const, colour: '#000000' }

/** A black square over white; what a mask leaves of it is read as darkness. */
function design(masks: Mask[], more: Layer[] = [], own: Partial<Layer> = {}): Design {
  const [spec] = presetSpecs(['square-post'])
  if (!spec) throw new Error('no preset')
  const d = blankDesign('m', 'M', [{ ...spec, width: SIDE, height: SIDE }], { colour: '#ffffff' })
  const square = shapeLayer(at('square', 'a0'), 'Square', 'rectangle', boxAt(40, 40, 240, 240), black)
  for (const l of [
    { ...square, ...own, masks: Object.fromEntries(masks.map((m) => [m.id, m])) } as Layer,
    ...more,
  ])
    d.layers[l.id] = l
  return d
}
/** How much of the black is left at each px, 0–1. */
async function left(
  d: Design,
  channel = 'square-post',
  scale = 1,
): Promise<{ at: (x: number, y: number) => number; all: Float64Array; width: number }> {
  const page = await host.resolve(d, 'page1', channel)
  const [w, h] = [Math.round(page.width * scale), Math.round(page.height * scale)]
  const { data } = await renderPage(page, scale, { left: 0, top: 0, right: w, bottom: h }, host)
  const all = Float64Array.from({ length: w * h }, (_, n) => 1 - (data[n * 4] as number) / 255)
  return { all, width: w, at: (x, y) => all[y * w + x] as number }
}

describe('a mask by shape, path and gradient', () => {
  it('shows its inside, hides the rest, and swapped the other way round', async () => {
    const box = { ...newMask.shape(start, 'rectangle'), x: 0.25, y: 0.5, width: 0.5, height: 1 }
    const shown = await left(design([box]))
    const swapped = await left(design([{ ...box, swap: true }]))
    expect([shown.at(100, 160), shown.at(220, 160), shown.at(20, 160)]).toEqual([1, 0, 0])
    expect([swapped.at(100, 160), swapped.at(220, 160), swapped.at(20, 160)]).toEqual([0, 1, 0])
    // What one shows and the other together give exactly the whole, edges too.
    const turned = { ...box, turnDegrees: 17, width: 0.6 }
    const [a, b] = [await left(design([turned])), await left(design([{ ...turned, swap: true }]))]
    for (let n = 0; n < a.all.length; n++) {
      const inside = n % SIDE >= 40 && n % SIDE < 280 && n / SIDE >= 40 && n / SIDE < 280
      expect(Math.abs((a.all[n] as number) + (b.all[n] as number) - (inside ? 1 : 0))).toBeLessThanOrEqual(
        1 / 255 + 1e-9,
      )
    }
  })
  it('takes away only as much as its strength says; switched off or without strength nothing', async () => {
    const box = { ...newMask.shape(start, 'ellipse'), width: 0.2, height: 0.2 }
    expect((await left(design([{ ...box, strength: 0.4 }]))).at(60, 60)).toBeCloseTo(0.6, 2)
    expect((await left(design([{ ...box, strength: 0 }]))).at(60, 60)).toBe(1)
    expect((await left(design([{ ...box, on: false }]))).at(60, 60)).toBe(1)
  })
  it('several hide each by its own: what is left is their product', async () => {
    const half = {
      ...newMask.shape(start, 'rectangle'),
      x: 0.25,
      y: 0.5,
      width: 0.5,
      height: 1,
      strength: 0.5,
    }
    const upper = {
      ...newMask.shape({ id: 'm2', order: 'a1' }, 'rectangle'),
      x: 0.5,
      y: 0.25,
      width: 1,
      height: 0.5,
      strength: 0.6,
    }
    const both = await left(design([half, upper]))
    expect(both.at(100, 100)).toBe(1)
    expect(both.at(220, 100)).toBeCloseTo(0.5, 2)
    expect(both.at(100, 240)).toBeCloseTo(0.4, 2)
    expect(both.at(220, 240)).toBeCloseTo(0.2, 2)
  })
  it('by a path shows what it encloses; an outline within is a hole', async () => {
    const ring = newMask.path(start, 'M0 0H1V1H0Z M.25 .25H.75V.75H.25Z')
    const seen = await left(design([ring]))
    expect([seen.at(60, 60), seen.at(160, 160), seen.at(250, 250)]).toEqual([1, 0, 1])
  })
  it('by a linear gradient fades evenly from its one end to the other and goes on beyond them', async () => {
    const fade = { ...newMask.gradient(start, 'linear'), from: { x: 0.25, y: 0.5 }, to: { x: 0.75, y: 0.5 } }
    const seen = await left(design([fade]))
    for (const x of [50, 90, 100, 130, 160, 200, 219, 230, 270])
      expect(Math.abs(seen.at(x, 120) - Math.min(1, Math.max(0, (x + 0.5 - 100) / 120)))).toBeLessThanOrEqual(
        1.01 / 255,
      )
  })
  it('by a radial gradient fades outwards from its middle', async () => {
    const spot = { ...newMask.gradient(start, 'radial'), from: { x: 0.5, y: 0.5 }, to: { x: 0.75, y: 0.5 } }
    const seen = await left(design([spot]))
    for (const x of [160, 170, 190, 210, 230])
      expect(
        Math.abs(seen.at(x, 160) - Math.max(0, 1 - Math.hypot(x + 0.5 - 160, 0.5) / 60)),
      ).toBeLessThanOrEqual(2 / 255)
  })
})

describe('softness', () => {
  /** Φ of the normal distribution; Abramowitz and Stegun, Handbook of Mathematical Functions, 7.1.26, error under 1.5e-7. */
  const phi = (x: number): number => {
    const z = Math.abs(x) / Math.SQRT2
    const t = 1 / (1 + 0.3275911 * z)
    const poly =
      t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))))
    const erf = 1 - poly * Math.exp(-z * z)
    return x < 0 ? (1 - erf) / 2 : (1 + erf) / 2
  }
  // A half plane softened by a Gaussian is its distribution function.
  it.each([2, 6, 12, 30, 75, 160])(
    'of %d px is that of a true Gaussian within a level, across all tiles',
    async (soft) => {
      const half = {
        ...newMask.shape(start, 'rectangle'),
        x: -9.5,
        y: 0.5,
        width: 20,
        height: 40,
        softness: soft / SIDE,
        frame: 'page-stretched' as const,
      }
      const d = design([half])
      const square = d.layers.square
      if (square) square.placement = boxAt(0, 0, SIDE, SIDE)
      const seen = await left(d)
      for (let x = 0; x < SIDE; x++)
        for (const y of [3, 130, 255, 256, 300])
          expect(Math.abs(seen.at(x, y) - phi((160 - (x + 0.5)) / (soft / 2)))).toBeLessThanOrEqual(
            (soft < 3 ? 2.1 : 1.6) / 255,
          )
    },
  )
  it('keeps what is shown and hidden together: swapped softness is the complement', async () => {
    const disc = { ...newMask.shape(start, 'ellipse'), softness: 0.2 }
    const [a, b] = [await left(design([disc])), await left(design([{ ...disc, swap: true }]))]
    for (const [x, y] of [
      [60, 60],
      [160, 160],
      [90, 150],
      [256, 255],
    ] as const)
      expect(Math.abs(a.at(x, y) + b.at(x, y) - 1)).toBeLessThanOrEqual(1.01 / 255)
  })
  it('is the same whatever tiles it is made in', async () => {
    const disc = { ...newMask.shape(start, 'ellipse'), softness: 0.31 }
    const page = await host.resolve(design([disc]), 'page1', 'square-post')
    const made = await prepare(page, 2, host)
    const whole = await renderRegion(made, { left: 0, top: 0, right: 640, bottom: 640 }, host.renderer)
    const part = await renderRegion(made, { left: 200, top: 230, right: 330, bottom: 290 }, host.renderer)
    for (let y = 0; y < 60; y++)
      for (let x = 0; x < 130; x++)
        expect(part.data[(y * 130 + x) * 4]).toBe(whole.data[((y + 230) * 640 + x + 200) * 4])
  })
})

describe('what a mask moves with', () => {
  const corner = { ...newMask.shape(start, 'rectangle'), x: 0.25, y: 0.25, width: 0.5, height: 0.5 }
  it('its layer: moved, turned by a right angle and sized it shows the same part', async () => {
    const d = design([corner])
    const square = d.layers.square
    if (square) square.placement = { ...boxAt(100, 100, 120, 120), rotation: 90 }
    const seen = await left(d)
    // The upper left quarter has become the upper right.
    expect([seen.at(190, 130), seen.at(130, 130), seen.at(190, 190)]).toEqual([1, 0, 0])
  })
  it('the page: the layer goes through it', async () => {
    const d = design([{ ...corner, frame: 'page-stretched' }])
    const square = d.layers.square
    if (square) square.placement = boxAt(100, 100, 200, 200)
    const seen = await left(d)
    expect([seen.at(130, 130), seen.at(170, 130), seen.at(90, 90)]).toEqual([1, 0, 0])
  })
  it('the page of another channel: stretched with it, or in its proportion about the middle', async () => {
    const [wide] = presetSpecs(['link-card'])
    if (!wide) throw new Error('no preset')
    const make = (frame: Mask['frame']) => {
      const d = design([
        { ...newMask.shape(start, 'rectangle'), x: 0.5, y: 0.5, width: 0.5, height: 0.5, frame },
      ])
      d.channels['link-card'] = { ...wide, id: 'link-card', order: 'a1', width: 640, height: SIDE }
      const square = d.layers.square
      if (square) {
        square.placement = boxAt(0, 0, SIDE, SIDE)
        square.behaviour = { ...square.behaviour, kind: 'cover' }
      }
      return d
    }
    const stretched = await left(make('page-stretched'), 'link-card')
    const kept = await left(make('page-kept'), 'link-card')
    expect([stretched.at(170, 160), stretched.at(150, 160), kept.at(170, 160), kept.at(250, 160)]).toEqual([
      1, 0, 0, 1,
    ])
  })
  it('a group: the mask lies over the box around its members and hides them as one', async () => {
    const group = {
      ...groupLayer(at('group', 'a0'), 'Group'),
      masks: { m1: { ...corner, x: 0.5, y: 0.5, width: 0.5, height: 1 } },
    }
    const left1 = {
      ...shapeLayer(at('one', 'a0'), 'One', 'rectangle', boxAt(40, 40, 100, 240), black),
      parent: 'group',
    }
    const right1 = {
      ...shapeLayer(at('two', 'a1'), 'Two', 'rectangle', boxAt(180, 40, 100, 240), black),
      parent: 'group',
    }
    const d = design([], [group, left1, right1])
    delete d.layers.square
    const seen = await left(d)
    expect([
      seen.at(60, 160),
      seen.at(120, 160),
      seen.at(160, 160),
      seen.at(200, 160),
      seen.at(260, 160),
    ]).toEqual([0, 1, 0, 1, 0])
  })
})

describe('a mask from another layer', () => {
  const disc = {
    ...shapeLayer(at('disc', 'a1'), 'Disc', 'ellipse', boxAt(100, 100, 120, 120), {
      kind: 'solid',
      colour: '#808080',
    }),
    shown: false,
  }
  it('shows where that one covers, though it is hidden itself', async () => {
    const seen = await left(design([newMask.layer(start, 'disc')], [disc]))
    expect([seen.at(160, 160), seen.at(60, 60)]).toEqual([1, 0])
  })
  it('or as much as that one is light, by the luminance of CSS masking', async () => {
    const seen = await left(design([{ ...newMask.layer(start, 'disc'), by: 'lightness' }], [disc]))
    expect(seen.at(160, 160)).toBeCloseTo(128 / 255, 2)
  })
  it('that is type shows letters only', async () => {
    const word = {
      ...typeLayer(at('word', 'a1'), 'I', boxAt(100, 60, 120, 200), { size: 180, weight: 700 }),
      shown: false,
    }
    const seen = await left(design([newMask.layer(start, 'word')], [word]))
    const share = seen.all.reduce((sum, v) => sum + v, 0) / (240 * 240)
    expect(share).toBeGreaterThan(0.02)
    expect(share).toBeLessThan(0.4)
  })
  it('that is gone hides nothing', async () => {
    expect((await left(design([newMask.layer(start, 'nobody')]))).at(60, 60)).toBe(1)
  })
})

describe('a painted mask', () => {
  const tile = (value: (x: number, y: number) => number): string => {
    const png = writeGreyPng(
      Uint8Array.from({ length: MASK_TILE * MASK_TILE }, (_, n) =>
        value(n % MASK_TILE, Math.floor(n / MASK_TILE)),
      ),
      MASK_TILE,
      MASK_TILE,
    )
    const sha = sha256(png)
    blobs.set(sha, png)
    return sha
  }
  it('shows what its tiles say, the ground elsewhere', async () => {
    const checks = tile((x, y) => (((x >> 4) + (y >> 4)) % 2 === 0 ? 255 : 0))
    const painted = { ...newMask.painted(start, 480, 480), tiles: { '0,0': checks } }
    const seen = await left(design([painted]))
    // Two px of the mask are one of the page: checks of 8 px within the first 128.
    expect([seen.at(43, 43), seen.at(51, 43), seen.at(51, 51), seen.at(200, 60), seen.at(60, 200)]).toEqual([
      1, 0, 1, 1, 1,
    ])
    const bare = await left(design([{ ...painted, ground: 'none' }]))
    expect([bare.at(43, 43), bare.at(51, 43), bare.at(200, 60)]).toEqual([1, 0, 0])
  })
  it('of nothing shows all or hides all, as its ground says', async () => {
    expect((await left(design([newMask.painted(start, 100, 100)]))).at(160, 160)).toBe(1)
    expect((await left(design([newMask.painted(start, 100, 100, 'none')]))).at(160, 160)).toBe(0)
    expect(
      (await left(design([{ ...newMask.painted(start, 100, 100, 'none'), swap: true }]))).at(160, 160),
    ).toBe(1)
  })
  it('has the same mean at any scale, whatever is painted', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.integer({ min: 1, max: 60 }),
        fc.integer({ min: 3, max: 40 }),
        async (period, width) => {
          const stripes = tile((x) => (x % (period + width) < width ? 255 : 0))
          const painted = { ...newMask.painted(start, 256, 256), tiles: { '0,0': stripes } }
          const want =
            Array.from({ length: 256 }, (_, x) => (x % (period + width) < width ? 1 : 0)).reduce<number>(
              (a, v) => a + v,
              0,
            ) / 256
          for (const scale of [1, 0.5, 0.21]) {
            const seen = await left(design([painted]), 'square-post', scale)
            const sum = seen.all.reduce((a, v) => a + v, 0) / (240 * 240 * scale * scale)
            expect(Math.abs(sum - want)).toBeLessThan(0.04)
          }
        },
      ),
      { numRuns: 8, endOnFailure: true },
    )
  })
  it('whose tile is damaged says so and hides nothing of the rest', async () => {
    blobs.set('d'.repeat(64), new Uint8Array([1, 2, 3]))
    const painted = { ...newMask.painted(start, 480, 480), tiles: { '0,0': 'd'.repeat(64) } }
    await expect(left(design([painted]))).rejects.toThrow(/part of a mask is damaged/)
  })
})

describe('a picked mask', () => {
  /** Artwork of its own colours: a fan of bars from black to white beside a red and a blue one, seen as it is drawn. */
  const bars = (masks: Mask[], ground: string) => {
    const [spec] = presetSpecs(['square-post'])
    if (!spec) throw new Error('no preset')
    const d = blankDesign('k', 'K', [{ ...spec, width: SIDE, height: SIDE }], { colour: ground })
    const fan = { ...shapeLayer(at('fan', 'a0'), 'Fan', 'rectangle', boxAt(20, 20, 280, 200)) }
    const stops = { a: { offset: 0, colour: '#000000' }, b: { offset: 1, colour: '#ffffff' } }
    const layer = {
      ...fan,
      fill: { kind: 'linear' as const, angleDegrees: 0, stops },
      masks: Object.fromEntries(masks.map((m) => [m.id, m])),
    }
    d.layers[layer.id] = layer
    return d
  }
  const seen = async (d: Design) => {
    const page = await host.resolve(d, 'page1', 'square-post')
    return (await renderPage(page, 1, { left: 0, top: 0, right: SIDE, bottom: SIDE }, host)).data
  }
  const knocked = newMask.picked(start, 'lightness')

  it('by lightness and its complement together give exactly the whole; swapping twice changes nothing', async () => {
    const plain = { ...knocked, clean: false, from: 0.2, to: 0.7 }
    const [shown, hidden, whole] = [
      await left(bars([plain], '#ffffff')),
      await left(bars([{ ...plain, swap: !plain.swap }], '#ffffff')),
      await left(bars([], '#ffffff')),
    ]
    for (let n = 0; n < whole.all.length; n++)
      expect(
        Math.abs((shown.all[n] as number) + (hidden.all[n] as number) - (whole.all[n] as number)),
      ).toBeLessThanOrEqual(1.01 / 255)
    const twice = await left(bars([{ ...plain, swap: !!plain.swap }], '#ffffff'))
    expect([...twice.all]).toEqual([...shown.all])
  })
  it('knocked out by lightness looks on white as before, and lets any other ground through', async () => {
    const [before, onWhite, onBlack, onRed] = [
      await seen(bars([], '#ffffff')),
      await seen(bars([knocked], '#ffffff')),
      await seen(bars([knocked], '#000000')),
      await seen(bars([knocked], '#d02020')),
    ]
    for (let n = 0; n < before.length; n++)
      expect(Math.abs((before[n] as number) - (onWhite[n] as number))).toBeLessThanOrEqual(1)
    for (let x = 20; x < 300; x += 7) {
      const px = (100 * SIDE + x) * 4
      // Only black ink was left: over black nothing is seen, over red it darkens as ink does.
      expect(onBlack[px]).toBeLessThanOrEqual(1)
      expect(Math.abs((onRed[px] as number) - ((before[px] as number) * 0xd0) / 255)).toBeLessThanOrEqual(1.5)
    }
  })
  it('by colour takes what is near it, black to white being 1 apart', async () => {
    const near = {
      ...newMask.picked(start, 'colour'),
      colour: '#000000',
      tolerance: 0.5,
      fade: 0.002,
      clean: false,
      swap: false,
    }
    const d = await left(bars([near], '#ffffff'))
    // Left of the middle the fan is darker than half.
    for (const [x, there] of [
      [40, true],
      [150, true],
      [170, false],
      [290, false],
    ] as const)
      expect(d.at(x, 100) > 0.2).toBe(there)
  })
  it('tells colours of the same lightness apart', async () => {
    // #b07000 and #0090ff have nearly the same luma of BT.709.
    const own = { id: 'own', order: 'a1' }
    const pick = { ...newMask.picked(own, 'colour'), colour: '#b07000', tolerance: 0.1, fade: 0.05 }
    const card = (colour: string) => {
      const d = design([pick], [], { fill: { kind: 'solid', colour } } as Partial<Layer>)
      return seen(d)
    }
    const [ochre, blue] = [await card('#b07000'), await card('#0090ff')]
    const px = (160 * SIDE + 160) * 4
    expect([...ochre.slice(px, px + 3)]).toEqual([255, 255, 255])
    expect([...blue.slice(px, px + 3)]).toEqual([0, 0x90, 255])
  })
  it('softened picks the same, only softer', async () => {
    const plain = { ...knocked, clean: false, from: 0.45, to: 0.55 }
    const [sharp, soft] = [
      await left(bars([plain], '#ffffff')),
      await left(bars([{ ...plain, softness: 0.12 }], '#ffffff')),
    ]
    expect([sharp.at(60, 100) > 0.5, soft.at(60, 100) > 0.5]).toEqual([true, true])
    expect(Math.abs(soft.at(172, 100) - sharp.at(172, 100))).toBeGreaterThan(0.05)
  })
})
