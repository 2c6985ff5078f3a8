import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { openMemory } from '@/host/kernels'
import { openHost, sha256 } from '@/host/project'
import { blankDesign, presetSpecs } from '../design/blank'
import type { Design } from '../design/schema'
import type { Layer } from '../kinds/list'
import { boxAt, pictureLayer, shapeLayer, typeLayer } from '../kinds/new'
import { newTreatment } from '../treatments/list'
import type { Rim } from '../treatments/order'
import { renderPage } from './render-page'

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
const rim = (change: Partial<Rim> & { id: string }): Rim =>
  ({ ...newTreatment('rim', { id: change.id, order: `a${change.id}` }), ...change }) as Rim

function design(layer: Layer, rims: Rim[]): Design {
  const [spec] = presetSpecs(['square-post'])
  if (!spec) throw new Error('no preset')
  const d = blankDesign('r', 'R', [{ ...spec, width: SIDE, height: SIDE }], { colour: '#ffffff' })
  d.layers[layer.id] = { ...layer, treatments: Object.fromEntries(rims.map((r) => [r.id, r])) } as Layer
  return d
}
async function seen(d: Design) {
  const page = await host.resolve(d, 'page1', 'square-post')
  const { data } = await renderPage(page, 1, { left: 0, top: 0, right: SIDE, bottom: SIDE }, host)
  return { data, at: (x: number, y: number) => [...data.slice((y * SIDE + x) * 4, (y * SIDE + x) * 4 + 3)] }
}
const disc = (): Layer =>
  shapeLayer(at('disc', 'a0'), 'Disc', 'ellipse', boxAt(100, 100, 120, 120), {
    kind: 'solid',
    colour: '#000000',
  })
/** Pixels of a square as a picture that lies `from` px from the page's corner. */
async function asPicture(data: Buffer, side: number, from: number): Promise<Layer> {
  const png = new Uint8Array(
    await sharp(data, { raw: { width: side, height: side, channels: 4 } })
      .png()
      .toBuffer(),
  )
  const sha = sha256(png)
  blobs.set(sha, png)
  return pictureLayer(
    at('picture', 'a0'),
    'Picture',
    { sha, width: side, height: side },
    boxAt(from, from, side, side),
  )
}
/** The same disc as a picture with transparency. */
async function pictured(): Promise<Layer> {
  const data = Buffer.alloc(120 * 120 * 4)
  for (let y = 0; y < 120; y++)
    for (let x = 0; x < 120; x++) {
      let inside = 0
      for (let v = 0; v < 8; v++)
        for (let u = 0; u < 8; u++)
          if (Math.hypot(x + (u + 0.5) / 8 - 60, y + (v + 0.5) / 8 - 60) < 60) inside++
      data[(y * 120 + x) * 4 + 3] = Math.round((inside / 64) * 255)
    }
  return asPicture(data, 120, 100)
}
const RED = '#ff0000'
/** How wide the red is along a ray from the middle, px by its area; colours are red on white and black. */
function redAlong(s: Awaited<ReturnType<typeof seen>>, angle: number): { from: number; width: number } {
  let [sum, first] = [0, -1]
  for (let r = 0; r < 155; r += 0.25) {
    const [x, y] = [159.5 + r * Math.cos(angle), 159.5 + r * Math.sin(angle)]
    const [x0, y0] = [Math.floor(x), Math.floor(y)]
    let red = 0
    for (const [dx, dy] of [
      [0, 0],
      [1, 0],
      [0, 1],
      [1, 1],
    ] as const) {
      const c = s.at(x0 + dx, y0 + dy)
      // White has all, black none, red only the first.
      red += ((c[0] as number) - (c[1] as number)) * (dx ? x - x0 : 1 - x + x0) * (dy ? y - y0 : 1 - y + y0)
    }
    if (red > 127 && first < 0) first = r
    sum += red / 255 / 4
  }
  return { from: first, width: sum }
}
const ANGLES = [0, 0.3, 0.7854, 1.1, 2.3, 3.7, 5.2]

describe('a rim line', () => {
  it.each(['drawn', 'pictured'] as const)(
    'of a %s disc is a ring of even width outside, on and inside its edge',
    async (kind) => {
      const layer = kind === 'drawn' ? disc() : await pictured()
      for (const [place, from] of [
        ['outside', 60],
        ['centre', 55],
        ['inside', 50],
      ] as const) {
        const s = await seen(design(layer, [rim({ id: 'a', place, width: 10, colour: RED })]))
        for (const angle of ANGLES) {
          const found = redAlong(s, angle)
          expect(Math.abs(found.width - 10)).toBeLessThan(0.6)
          expect(Math.abs(found.from - from)).toBeLessThan(0.8)
        }
      }
    },
  )
  it('several lie one beyond the other, with their gaps, each in its colour', async () => {
    const rims = [
      rim({ id: 'a', width: 6, colour: RED }),
      rim({ id: 'b', width: 6, gap: 6, colour: '#00ff00' }),
      rim({ id: 'c', width: 6, colour: '#0000ff' }),
    ]
    for (const layer of [disc(), await pictured()]) {
      const s = await seen(design(layer, rims))
      const along = [63, 69, 75, 81].map((r) => s.at(160 + r - 1, 160))
      expect(along).toEqual([
        [255, 0, 0],
        [255, 255, 255],
        [0, 255, 0],
        [0, 0, 255],
      ])
    }
  })
  it('has mitred or round corners on a square', async () => {
    const square = shapeLayer(at('s', 'a0'), 'S', 'rectangle', boxAt(100, 100, 120, 120), {
      kind: 'solid',
      colour: '#000000',
    })
    const of = (join: Rim['join']) => seen(design(square, [rim({ id: 'a', width: 20, join, colour: RED })]))
    expect((await of('mitred')).at(83, 83)).toEqual([255, 0, 0])
    expect((await of('round')).at(83, 83)).toEqual([255, 255, 255])
    expect((await of('round')).at(160, 82)).toEqual([255, 0, 0])
  })
  it('of a picture has sharp corners where it is mitred, outside and inside, in several rings and around holes', async () => {
    // A square frame turned by 20°: by the greater of both ways from its middle everything is known.
    const r = Math.PI / 9
    const way = (x: number, y: number) => {
      const [u, v] = [x - 90, y - 90]
      return Math.max(
        Math.abs(Math.cos(r) * u + Math.sin(r) * v),
        Math.abs(-Math.sin(r) * u + Math.cos(r) * v),
      )
    }
    const share = (x: number, y: number, inside: (w: number) => boolean) => {
      let sum = 0
      for (let v = 0; v < 6; v++)
        for (let u = 0; u < 6; u++) if (inside(way(x + (u + 0.5) / 6, y + (v + 0.5) / 6))) sum++
      return sum / 36
    }
    const data = Buffer.alloc(180 * 180 * 4)
    for (let n = 0; n < 180 * 180; n++)
      data[n * 4 + 3] = Math.round(share(n % 180, Math.floor(n / 180), (w) => w >= 30 && w <= 52) * 255)
    const layer = await asPicture(data, 180, 70)
    const cases: [Partial<Rim>[], (w: number) => boolean][] = [
      [[{ width: 9 }], (w) => (w > 52 && w <= 61) || (w < 30 && w >= 21)],
      [[{ width: 4, colour: '#ffffff' }, { width: 6 }], (w) => (w > 56 && w <= 62) || (w < 26 && w >= 20)],
      [[{ width: 7, place: 'inside' }], (w) => (w <= 52 && w > 45) || (w >= 30 && w < 37)],
      [[{ width: 10, place: 'centre' }], (w) => (w <= 57 && w > 47) || (w >= 25 && w < 35)],
    ]
    for (const [rims, red] of cases) {
      const s = await seen(
        design(
          layer,
          rims.map((change, n) => rim({ id: `${n}`, join: 'mitred', colour: RED, ...change })),
        ),
      )
      let [sum, worst] = [0, 0]
      for (let y = 0; y < 180; y++)
        for (let x = 0; x < 180; x++) {
          const c = s.at(x + 70, y + 70)
          const off = Math.abs(((c[0] as number) - (c[1] as number)) / 255 - share(x, y, red))
          sum += off
          worst = Math.max(worst, off)
        }
      // Round corners would miss by all of a px at each of the eight.
      expect([worst < 0.45, sum / (180 * 180) < 0.006]).toEqual([true, true])
    }
  })
  it('follows type, its counters too, and leaves the letters whole', async () => {
    const word = typeLayer(at('t', 'a0'), 'O', boxAt(60, 60, 200, 200), { size: 180 })
    const plain = await seen(design(word, []))
    const ringed = await seen(design(word, [rim({ id: 'a', width: 6, colour: RED })]))
    let reds = 0
    for (let n = 0; n < plain.data.length; n += 4) {
      const ink = (plain.data[n] as number) < 40
      if (ink) expect(ringed.data[n]).toBeLessThan(60)
      if ((ringed.data[n] as number) > 240 && (ringed.data[n + 1] as number) < 20) reds++
    }
    expect(reds).toBeGreaterThan(800)
  })
})

describe('distances to a silhouette', () => {
  const measured = (cover: Uint8Array, width: number, height: number, inside: boolean): Int16Array => {
    const memory = openMemory()
    const [at, out, line] = [
      memory.block(width * height),
      memory.block(width * height * 2),
      memory.block((width + 1) * 16),
    ]
    memory.bytes.set(cover, at)
    memory.kernels.distanceField(out, at, line, width, height, inside ? 1 : 0, 2000)
    return new Int16Array(memory.kernels.memory.buffer.slice(out, out + width * height * 2))
  }
  it('are those of brute force on whole px, to half a px', () => {
    const [width, height] = [61, 47]
    let seed = 7
    const next = () => (seed = (seed * 1103515245 + 12345) % 2147483648) / 2147483648
    for (const density of [0.003, 0.03, 0.4]) {
      const cover = Uint8Array.from({ length: width * height }, () => (next() < density ? 255 : 0))
      cover[1234] = 255
      for (const inside of [false, true]) {
        const found = measured(cover, width, height, inside)
        const seeds = [...cover.keys()].filter((n) => (inside ? cover[n] === 0 : cover[n] === 255))
        for (let n = 0; n < cover.length; n++) {
          const [x, y] = [n % width, Math.floor(n / width)]
          const least = Math.min(...seeds.map((m) => Math.hypot((m % width) - x, Math.floor(m / width) - y)))
          // From the edge of the nearest px, half a px and up to half its diagonal nearer than its middle.
          expect((found[n] as number) / 16).toBeLessThanOrEqual(least - 0.5 + 0.08)
          expect((found[n] as number) / 16).toBeGreaterThanOrEqual(least - Math.SQRT2 / 2 - 0.08)
        }
      }
    }
  })
  it('from a straight edge at any angle are within a seventh of a px', () => {
    const side = 80
    for (const degrees of [0, 12, 31, 45, 63, 90]) {
      const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)]
      const cover = Uint8Array.from({ length: side * side }, (_, n) => {
        let inside = 0
        for (let v = 0; v < 16; v++)
          for (let u = 0; u < 16; u++)
            if (
              ((n % side) + (u + 0.5) / 16 - 40) * c + (Math.floor(n / side) + (v + 0.5) / 16 - 40) * s <
              0.3
            )
              inside++
        return Math.round((inside / 256) * 255)
      })
      const found = measured(cover, side, side, false)
      for (let y = 30; y < 50; y++)
        for (let x = 30; x < 50; x++) {
          const d = (x + 0.5 - 40) * c + (y + 0.5 - 40) * s - 0.3
          if (d > 1 && d < 12) expect(Math.abs((found[y * side + x] as number) / 16 - d)).toBeLessThan(0.14)
        }
    }
  })
})
