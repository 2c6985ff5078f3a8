import { describe, expect, it } from 'vitest'
import { openHost } from '@/host/project'
import { blankDesign, presetSpecs } from '../design/blank'
import type { Design } from '../design/schema'
import type { Layer } from '../kinds/list'
import {
  axisLayer,
  boxAt,
  gradeLayer,
  groupLayer,
  mergedLayer,
  pictureLayer,
  shapeLayer,
  typeLayer,
} from '../kinds/new'
import { newTreatment, type Treatment } from '../treatments/list'
import { difference, reducedTo, rendered } from './compared.test-data'
import { readBlob, shippedPicture } from './random-designs.test-data'
import { renderPage } from './render-page'

const host = openHost(readBlob)
const at = (id: string, order: string, parent: string | null = null) => ({
  id,
  page: 'page1',
  plane: 'subject' as const,
  order,
  parent,
})
const treat = (kind: string, change: Record<string, unknown> = {}, id = 't'): Treatment => ({
  ...newTreatment(kind, { id, order: `a${id}` }),
  strength: 1,
  ...change,
})
const on = (layer: Layer, ...list: Treatment[]): Layer => ({
  ...layer,
  treatments: Object.fromEntries(list.map((t) => [t.id, t])),
})
function design(width: number, height: number, layers: readonly Layer[], colour = '#ffffff'): Design {
  const [spec] = presetSpecs(['square-post'])
  if (!spec) throw new Error('no preset')
  const d = blankDesign('d', 'D', [{ ...spec, width, height }], { colour })
  for (const layer of layers) d.layers[layer.id] = layer
  return d
}
const photo = (width: number, height: number): Layer =>
  pictureLayer(at('photo', 'a00'), 'Photo', shippedPicture, boxAt(0, 0, width, height))

describe('a merged copy with a wide treatment', () => {
  it('blurs the picture where it lies, at 100 % as at any smaller view', async () => {
    const [w, h] = [900, 700]
    const copy = on(mergedLayer(at('m', 'a10'), 'M', boxAt(0, 0, w, h)), treat('blur', { radius: 8 }))
    const full = await rendered(design(w, h, [photo(w, h), copy]), 1, host)
    // The photo blurred by itself is the same picture, away from its edges.
    const alone = await rendered(design(w, h, [on(photo(w, h), treat('blur', { radius: 8 }))]), 1, host)
    const inner = (p: typeof full) => {
      const [x0, y0, width, height] = [60, 60, w - 120, h - 120]
      const data = new Float64Array(width * height * 4)
      for (let y = 0; y < height; y++)
        data.set(p.data.subarray(((y + y0) * w + x0) * 4, ((y + y0) * w + x0 + width) * 4), y * width * 4)
      return { width, height, data }
    }
    expect(difference(inner(full), inner(alone)).mean).toBeLessThan(0.5)
    expect(difference(inner(full), inner(alone)).over).toBe(0)
  })
})

describe('a grade that looks around a px', () => {
  const [w, h] = [600, 400]
  const grade = (...list: Treatment[]) => on(gradeLayer(at('g', 'a50'), 'G', boxAt(0, 0, w, h)), ...list)
  it('blurs all that lies beneath, to the page’s edge, which stays opaque', async () => {
    // A page of one colour to its edges stays as it is; what lies above is not blurred.
    const flat = shapeLayer(at('flat', 'a00'), 'F', 'rectangle', boxAt(0, 0, w, h), {
      kind: 'solid',
      colour: '#3060a0',
    })
    const above = shapeLayer(at('above', 'a90'), 'A', 'rectangle', boxAt(300, 100, 80, 80), {
      kind: 'solid',
      colour: '#ffffff',
    })
    for (const colour of ['#ffffff', 'transparent']) {
      const { data } = await rendered(
        design(w, h, [flat, grade(treat('blur', { radius: 12 })), above], colour),
        1,
        host,
      )
      const px = (x: number, y: number) => [...data.subarray((y * w + x) * 4, (y * w + x) * 4 + 4)]
      for (const [x, y] of [
        [0, 0],
        [w - 1, 0],
        [0, h - 1],
        [w - 1, h - 1],
        [200, 200],
        [299, 140],
        [380, 140],
      ] as const)
        expect(px(x, y)).toEqual([0x30, 0x60, 0xa0, 255])
      expect(px(300, 140)).toEqual([255, 255, 255, 255])
    }
  })
  it('gives what each of its treatments gives by itself on a copy of the page, one after the other', async () => {
    const list = [
      treat('blur', { radius: 3 }, '0'),
      treat('sharpen', {}, '1'),
      treat('curves', {}, '2'),
      treat('painterly', { size: 5 }, '3'),
      treat('grain', {}, '4'),
      treat('vignette', {}, '5'),
    ]
    const one = await rendered(design(w, h, [photo(w, h), grade(...list)]), 1, host)
    const many = await rendered(
      design(w, h, [
        photo(w, h),
        ...list.map((t, n) => ({ ...grade({ ...t, id: 't' }), id: `g${n}`, order: `a5${n}` }) as Layer),
      ]),
      1,
      host,
    )
    expect(difference(one, many).mean).toBeLessThan(0.2)
    expect(one.data).not.toEqual((await rendered(design(w, h, [photo(w, h)]), 1, host)).data)
  })
  it('inside a holder changes that only and leaves its outline as it is', async () => {
    const disc = shapeLayer(at('disc', 'a20'), 'D', 'ellipse', boxAt(150, 80, 240, 240), {
      kind: 'solid',
      colour: '#c04020',
    })
    const inside = { ...photo(w, h), id: 'in', order: 'a21', inside: 'disc' } as Layer
    const blurred = { ...grade(treat('blur', { radius: 9 })), order: 'a22', inside: 'disc' } as Layer
    const plain = await rendered(design(w, h, [disc, inside], 'transparent'), 1, host)
    const soft = await rendered(design(w, h, [disc, inside, blurred], 'transparent'), 1, host)
    const alpha = (p: typeof plain) => p.data.filter((_, n) => n % 4 === 3)
    expect(alpha(soft)).toEqual(alpha(plain))
    expect(difference(plain, soft).mean).toBeGreaterThan(0.05)
  })
})

describe('a texture along edges', () => {
  it('has no straight cuts where tiles meet: the same thing lying elsewhere on the grid is worn alike', async () => {
    // Worn by places of the page, so the whole page is moved with the thing: only the grid of tiles stays.
    const side = 620
    const worn = [
      treat('print-edge', { radius: 7 }, '0'),
      treat('worn', { amount: 0.28, edges: 0.6, width: 14 }, '1'),
    ]
    const bar = (y: number) =>
      on(
        shapeLayer(at('bar', 'a10'), 'B', 'rectangle', boxAt(40, y, 540, 150), {
          kind: 'solid',
          colour: '#1d1a18',
        }),
        ...worn,
      )
    const { data } = await rendered(design(side, 400, [bar(180)]), 1, host)
    const dark = (x: number, y: number) => 255 - (data[(y * side + x) * 4] as number)
    // Across each border of tiles neighbours differ no more than neighbours elsewhere do in their worst line.
    const steps = (x: number) => {
      let sum = 0
      for (let y = 190; y < 320; y++) sum += Math.abs(dark(x, y) - dark(x - 1, y))
      return sum / 130
    }
    const rows = (y: number) => {
      let sum = 0
      for (let x = 60; x < 560; x++) sum += Math.abs(dark(x, y) - dark(x, y - 1))
      return sum / 500
    }
    const others = Array.from({ length: 480 }, (_, n) => n + 70).filter((x) => x % 256 !== 0)
    expect(Math.max(steps(256), steps(512))).toBeLessThanOrEqual(Math.max(...others.map(steps)))
    const lines = Array.from({ length: 110 }, (_, n) => n + 200).filter((y) => y !== 256)
    expect(rows(256)).toBeLessThanOrEqual(Math.max(...lines.map(rows)))
  })
})

describe('what lies deep', () => {
  const [w, h] = [500, 200]
  /** Rasters drawn for the page, which time goes by. */
  async function drawnFor(layers: readonly Layer[], scale = 1): Promise<number> {
    const fresh = openHost(readBlob)
    const page = await fresh.resolve(design(w, h, layers), 'page1', 'square-post')
    await renderPage(
      page,
      scale,
      { left: 0, top: 0, right: Math.round(w * scale), bottom: Math.round(h * scale) },
      fresh,
    )
    return fresh.renderer.counts.drawn + fresh.renderer.counts.blended
  }
  const key = (n: number) => `a${50 + n}`
  const copies = (count: number) =>
    Array.from({ length: count }, (_, n) =>
      on(mergedLayer(at(`m${n}`, key(n)), 'M', boxAt(20, 10, 460, 180)), treat('blur', { radius: 6 })),
    )
  const grades = (count: number) =>
    Array.from({ length: count }, (_, n) =>
      on(
        { ...gradeLayer(at(`g${n}`, key(n)), 'G', boxAt(0, 0, w, h)), opacity: 0.5 },
        treat('blur', { radius: 4 }),
      ),
    )
  const base = [photo(w, h), typeLayer(at('word', 'a20'), 'Kiln', boxAt(60, 50, 300, 90), { size: 90 })]
  /** So many mirrors within a mirror. */
  const mirrors = (count: number): Layer[] =>
    Array.from({ length: count + 1 }, (_, n): Layer[] => {
      const parent = n === 0 ? null : `r${n - 1}`
      const group = {
        ...groupLayer(at(`r${n}`, key(n), parent), 'R'),
        mirror: { way: 'across' as const, count: 2, cut: false },
      }
      return [
        group,
        axisLayer(at(`x${n}`, 'a90', `r${n}`), { ...boxAt(150, 99.5, 200, 1), rotation: 90 }),
        { ...(base[1] as Layer), id: `w${n}`, order: 'a10', parent: `r${n}` } as Layer,
      ]
    }).flat()
  it.each([
    ['merged copies with a blur', copies],
    ['grades with a blur', grades],
    ['mirrors in mirrors', mirrors],
  ] as const)(
    '%s cost each as much as the first, not more the more there are',
    async (_, make) => {
      const counts: number[] = []
      for (const n of [0, 1, 2, 4, 8]) counts.push(await drawnFor([...base, ...make(n)]))
      const [none = 0, one = 0, two = 0, four = 0, eight = 0] = counts
      const first = one - none
      expect(first).toBeGreaterThan(0)
      expect({ two: two - one, four: (four - two) / 2, eight: (eight - four) / 4 }).toSatisfy(
        (each: Record<string, number>) => Object.values(each).every((v) => v <= 1.3 * first),
      )
    },
    120_000,
  )
  it('merged copies over each other and over mirrors show the same at every scale', async () => {
    const stack = [
      ...base,
      ...copies(3),
      ...mirrors(2).map((l) => ({ ...l, order: l.parent === null ? 'a80' : l.order }) as Layer),
      on(mergedLayer(at('top', 'a95'), 'T', boxAt(0, 0, w, h)), treat('blur', { radius: 8 })),
    ]
    const full = await rendered(design(w, h, stack), 1, host)
    const half = await rendered(design(w, h, stack), 0.5, host)
    const { mean, over } = difference(reducedTo(full, 0.5), half)
    expect(mean).toBeLessThan(1.5)
    expect(over).toBeLessThan(0.02)
  })
})
