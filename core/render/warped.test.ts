import sharp from 'sharp'
import { beforeAll, describe, expect, it } from 'vitest'
import { type NodeHost, openHost, sha256 } from '../../host/project'
import { blankDesign, presetSpecs } from '../design/blank'
import {
  applyHomography,
  composeHomographies,
  fromAffine,
  inverseHomography,
  squareToQuad,
} from '../geometry/homography'
import { compose, scaling } from '../geometry/matrix'
import { matrixOf } from '../geometry/placement'
import type { Placement } from '../geometry/placement-schema'
import { quadOf } from '../geometry/warp'
import type { Layer } from '../kinds/list'
import { boxAt, pictureLayer, shapeLayer, typeLayer } from '../kinds/new'
import { type Picture, prepare, renderRegion } from './render-page'

const SIDE = 200
/** A soft picture: waves of colour, so that a mean of nearby samples is a good reference. */
const wave = (x: number, y: number, channel: number): number =>
  128 + 100 * Math.sin(x / 23 + channel) * Math.cos(y / (17 + 3 * channel))
let sha = ''
let host: NodeHost
beforeAll(async () => {
  const raw = Uint8Array.from({ length: SIDE * SIDE * 4 }, (_, n) =>
    n % 4 === 3 ? 255 : Math.round(wave(((n >> 2) % SIDE) + 0.5, Math.floor((n >> 2) / SIDE) + 0.5, n % 4)),
  )
  const bytes = new Uint8Array(
    await sharp(raw, { raw: { width: SIDE, height: SIDE, channels: 4 } })
      .png()
      .toBuffer(),
  )
  sha = sha256(bytes)
  host = openHost(async (s) => (s === sha ? bytes : null))
})
const where = { id: 'l', page: 'page1', plane: 'subject' as const, parent: null, order: 'a0' }
async function draw(
  layer: Layer,
  colour = 'transparent',
  scale = 1,
): Promise<Picture & { at(x: number, y: number): number[] }> {
  const d = blankDesign('w', 'W', presetSpecs(['square-post']), { colour })
  d.layers[layer.id] = layer
  const made = await prepare(await host.resolve(d, 'page1', 'square-post'), scale, host)
  const picture = await renderRegion(made, { left: 0, top: 0, right: 700, bottom: 700 }, host.renderer)
  return { ...picture, at: (x, y) => [...picture.data.slice((y * 700 + x) * 4, (y * 700 + x) * 4 + 4)] }
}
const photo = (placement: Placement): Layer =>
  pictureLayer(where, 'P', { sha, width: SIDE, height: SIDE }, placement)
const corners: NonNullable<Placement['corners']> = [
  { x: 0.1, y: 0.05 },
  { x: -0.15, y: 0.2 },
  { x: 0.1, y: 0.1 },
  { x: -0.1, y: -0.1 },
]
const mapOf = (p: Placement) => {
  const quad = squareToQuad(quadOf(p.corners ?? corners))
  const back =
    quad &&
    inverseHomography(composeHomographies(quad, fromAffine(compose(scaling(p.width, p.height), matrixOf(p)))))
  if (!back) throw new Error('no map')
  return back
}
/** Share of the picture's pixels that are wholly within it, and its greatest difference from a dense sampling of the waves. */
function compare(
  picture: Awaited<ReturnType<typeof draw>>,
  unit: (x: number, y: number) => { x: number; y: number },
): { inner: number; worst: number } {
  let [inner, worst] = [0, 0]
  for (let y = 2; y < 698; y += 3)
    for (let x = 2; x < 698; x += 3) {
      const around = [unit(x - 1, y - 1), unit(x + 2, y - 1), unit(x - 1, y + 2), unit(x + 2, y + 2)]
      if (around.some((p) => p.x < 0.01 || p.y < 0.01 || p.x > 0.99 || p.y > 0.99)) continue
      inner++
      for (let channel = 0; channel < 3; channel++) {
        let sum = 0
        for (let j = 0; j < 4; j++)
          for (let i = 0; i < 4; i++) {
            const at = unit(x + (i + 0.5) / 4, y + (j + 0.5) / 4)
            sum += wave(at.x * SIDE, at.y * SIDE, channel)
          }
        worst = Math.max(worst, Math.abs((picture.at(x, y)[channel] as number) - sum / 16))
      }
    }
  return { inner, worst }
}

describe('perspective', () => {
  for (const size of [520, 60])
    it(`of a photo drawn ${size} px large is what a dense sampling through the homography gives, within 2.5 levels`, async () => {
      const p = { ...boxAt(90, 80, size, size), rotation: 12, corners }
      const map = mapOf(p)
      const { inner, worst } = compare(await draw(photo(p)), (x, y) => applyHomography(map, { x, y }))
      expect(inner).toBeGreaterThan(size * size * 0.05)
      expect(worst).toBeLessThan(2.5)
    })
  it('with straight corners equals the plain picture within one level', async () => {
    const flat = [
      { x: 0, y: 0 },
      { x: 0, y: 0 },
      { x: 0, y: 0 },
      { x: 0, y: 0 },
    ] as NonNullable<Placement['corners']>
    const [plain, mapped] = [
      await draw(photo(boxAt(33.4, 50.2, 420, 300))),
      await draw(photo({ ...boxAt(33.4, 50.2, 420, 300), corners: flat })),
    ]
    let worst = 0
    for (let n = 0; n < plain.data.length; n++)
      worst = Math.max(worst, Math.abs((plain.data[n] as number) - (mapped.data[n] as number)))
    expect(worst).toBeLessThanOrEqual(1)
  })
  it('of a shape covers exactly the area of its quadrilateral (shoelace formula)', async () => {
    const p = { ...boxAt(100, 100, 400, 300), corners }
    const drawn = await draw(shapeLayer(where, 'S', 'rectangle', p, { kind: 'solid', colour: '#000000' }))
    let covered = 0
    for (let n = 3; n < drawn.data.length; n += 4) covered += (drawn.data[n] as number) / 255
    const quad = quadOf(corners).map((c) => ({ x: 100 + c.x * 400, y: 100 + c.y * 300 }))
    const area =
      Math.abs(
        quad.reduce(
          (sum, a, n) => sum + a.x * (quad[(n + 1) % 4]?.y ?? 0) - (quad[(n + 1) % 4]?.x ?? 0) * a.y,
          0,
        ),
      ) / 2
    expect(Math.abs(covered - area)).toBeLessThan(area * 0.0005)
  })
  it('of type stays outlines: at four times the scale an edge is still one pixel wide', async () => {
    const p = { ...boxAt(20, 20, 160, 60), corners }
    const share = async (scale: number) => {
      const { data } = await draw(
        typeLayer(where, 'I', p, { family: 'Fraunces', size: 50 }, '#000000'),
        'transparent',
        scale,
      )
      let [partial, full] = [0, 0]
      for (let n = 3; n < data.length; n += 4) {
        if (data[n] === 255) full++
        else if ((data[n] as number) > 0) partial++
      }
      return { partial, full }
    }
    const [small, large] = [await share(1), await share(4)]
    expect(large.full).toBeGreaterThan(small.full * 12)
    expect(large.partial).toBeLessThan(small.partial * 6)
  })
  it('carries gradients with it: along the left edge the colour is the first stop’s', async () => {
    const p = { ...boxAt(100, 100, 400, 300), corners }
    const drawn = await draw(
      shapeLayer(where, 'S', 'rectangle', p, {
        kind: 'linear',
        angleDegrees: 0,
        stops: { a: { offset: 0, colour: '#ff0000' }, b: { offset: 1, colour: '#0000ff' } },
      }),
    )
    const map = mapOf(p)
    for (let y = 140; y < 380; y += 20)
      for (let x = 110; x < 520; x += 20) {
        const at = applyHomography(map, { x: x + 0.5, y: y + 0.5 })
        if (at.x < 0.02 || at.x > 0.98 || at.y < 0.02 || at.y > 0.98) continue
        expect(Math.abs((drawn.at(x, y)[0] as number) - 255 * (1 - at.x))).toBeLessThan(2)
      }
  })
})

describe('a bend', () => {
  it('along an arc draws a photo as a dense sampling along the circle gives, within 3 levels', async () => {
    const [width, height] = [400, 200]
    const p: Placement = { ...boxAt(100, 200, width, height), bend: { kind: 'arc', angleDegrees: 70 } }
    const angle = (70 * Math.PI) / 180
    const radius = width / angle
    const { inner, worst } = compare(await draw(photo(p)), (x, y) => {
      const [dx, dy] = [x - 300, 300 + radius - y]
      return { x: Math.atan2(dx, dy) / angle + 0.5, y: 0.5 - (Math.hypot(dx, dy) - radius) / height }
    })
    expect(inner).toBeGreaterThan(4000)
    expect(worst).toBeLessThan(3)
  })
  it('by an even net equals the plain picture within one level, edges included', async () => {
    const points = Array.from({ length: 9 }, (_, n) => ({ x: (n % 3) / 2, y: Math.floor(n / 3) / 2 }))
    const box = boxAt(40.5, 60.25, 420, 300)
    const [plain, bent] = [
      await draw(photo(box)),
      await draw(photo({ ...box, bend: { kind: 'net', columns: 3, rows: 3, points } })),
    ]
    let worst = 0
    for (let n = 0; n < plain.data.length; n++)
      worst = Math.max(worst, Math.abs((plain.data[n] as number) - (bent.data[n] as number)))
    expect(worst).toBeLessThanOrEqual(1)
  })
})
