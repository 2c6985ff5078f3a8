import sharp from 'sharp'
import { blankDesign, presetSpecs } from '../core/design/blank'
import type { Layer } from '../core/kinds/list'
import { boxAt, pictureLayer, shapeLayer } from '../core/kinds/new'
import { TILE } from '../core/pixels/memory'
import { prepare } from '../core/render/render-page'
import type { Group } from '../core/treatments/definition'
import { newTreatment, treatmentDefinitions } from '../core/treatments/list'
import { openHost, sha256 } from '../host/project'
import { note } from './report'

/** px of a side of the page that is treated, and how many million that are. */
const SIDE = 1024
const MILLIONS = (SIDE * SIDE) / 1e6
const ROUNDS = 7
/** Milliseconds a million px asked for. */
const ASKED: Partial<Record<string, number>> = {
  light: 25,
  hue: 25,
  reduce: 25,
  focus: 60,
  painterly: 150,
  extrude: 150,
  displace: 150,
  'edge-light': 60,
  lut: 20,
}
const askedOf = (kind: string, group: Group): number | undefined => ASKED[kind] ?? ASKED[group]

let count = 0
const medianOf = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[values.length >> 1] as number

async function textured(
  side: number,
  value: (x: number, y: number, k: number) => number,
): Promise<{ raw: Buffer; png: Uint8Array; sha: string }> {
  const raw = Buffer.alloc(side * side * 3)
  for (let y = 0; y < side; y++)
    for (let x = 0; x < side; x++) for (let k = 0; k < 3; k++) raw[(y * side + x) * 3 + k] = value(x, y, k)
  const png = new Uint8Array(
    await sharp(raw, { raw: { width: side, height: side, channels: 3 } })
      .png()
      .toBuffer(),
  )
  return { raw, png, sha: sha256(png) }
}

/** A cube of so many colours a side, as a file. */
function lutFile(side: number): { bytes: Uint8Array; sha: string } {
  const lines = [`LUT_3D_SIZE ${side}`]
  const at = (n: number) => n / (side - 1)
  for (let b = 0; b < side; b++)
    for (let g = 0; g < side; g++)
      for (let r = 0; r < side; r++) lines.push(`${at(r) ** 1.2} ${at(g)} ${0.1 + 0.8 * at(b)}`)
  const bytes = new TextEncoder().encode(lines.join('\n'))
  return { bytes, sha: sha256(bytes) }
}

/** Each treatment's time a million px, how exact the Gaussian is, and how it compares with libvips. */
export async function measureTreatments(): Promise<void> {
  const photo = await textured(
    SIDE,
    (x, y, k) => (128 + 90 * Math.sin(x / (7 + k)) * Math.cos(y / (11 - k)) + ((x * 31 + y * 17) % 23)) & 255,
  )
  const cube = lutFile(33)
  const blobs = new Map([
    [photo.sha, photo.png],
    [cube.sha, cube.bytes],
  ])
  const host = openHost(async (sha) => blobs.get(sha) ?? null)
  const where = (id: string, order: string) => ({
    id,
    page: 'page1',
    plane: 'subject' as const,
    order,
    parent: null,
  })
  const page = async (sha: string, side: number, treatment: Record<string, unknown> | null) => {
    const [spec] = presetSpecs(['square-post'])
    if (!spec) throw new Error('no preset')
    const d = blankDesign('m', 'M', [{ ...spec, width: side, height: side }], { colour: '#000000' })
    const map = shapeLayer(where('map', 'Zz'), 'Map', 'ellipse', boxAt(0, 0, side, side), {
      kind: 'solid',
      colour: '#ffffff',
    })
    const picture = pictureLayer(
      where('p', 'a0'),
      'P',
      { sha, width: side, height: side },
      boxAt(0, 0, side, side),
    )
    d.layers.map = { ...map, shown: false } as Layer
    d.layers.p = { ...picture, treatments: treatment ? { x: treatment } : {} } as Layer
    return host.resolve(d, 'page1', 'square-post')
  }
  const drawing = async (treatment: Record<string, unknown> | null): Promise<() => void> => {
    const resolved = await page(photo.sha, SIDE, treatment)
    const plan = await prepare(resolved, 1, host)
    // Nothing is kept from one time to the next.
    return () =>
      host.renderer.cache.passing(() => {
        for (let row = 0; row * TILE < SIDE; row++)
          for (let column = 0; column * TILE < SIDE; column++)
            host.renderer.tile(plan, column, row, `measure${count++}`, () => {})
      })
  }
  const bare = await drawing(null)
  /** ms a million px that a treatment takes: the least of several without it taken off the least with it, by turns, as others share the machine. */
  const time = async (treatment: Record<string, unknown>): Promise<number> => {
    const treated = await drawing(treatment)
    const took = (draw: () => void) => {
      const from = performance.now()
      draw()
      return performance.now() - from
    }
    const [plain, own] = [[took(bare)], [took(treated)]]
    for (let n = 0; n < ROUNDS; n++) {
      plain.push(took(bare))
      own.push(took(treated))
    }
    return Math.max(0, Math.min(...own) - Math.min(...plain)) / MILLIONS
  }
  for (const d of treatmentDefinitions) {
    const needs: Record<string, object> = {
      displace: { layer: 'map' },
      lut: { file: { source: cube.sha, name: 'Cube' } },
    }
    const more = needs[d.kind] ?? {}
    const t = { ...newTreatment(d.kind, { id: 'x', order: 'a0' }), ...more }
    note(`Treatment ${d.label}, a million px`, await time(t), 'ms', askedOf(d.kind, d.group))
  }

  const blur = async (radius: number) => time({ ...newTreatment('blur', { id: 'x', order: 'a0' }), radius })
  const seven = await blur(7)
  for (const radius of [20, 60, 300])
    note(`Blur of radius ${radius} in multiples of radius 7`, (await blur(radius)) / seven, '×', 1.25)
  sharp.concurrency(1)
  const vips = async () => {
    const from = performance.now()
    await sharp(photo.raw, { raw: { width: SIDE, height: SIDE, channels: 3 } })
      .blur({ sigma: 7, precision: 'float', minAmplitude: 0.001 })
      .raw()
      .toBuffer()
    return (performance.now() - from) / MILLIONS
  }
  await vips()
  const theirs = medianOf([await vips(), await vips(), await vips()])
  note(
    'Blur of radius 7: time of libvips’ precise one in multiples of ours, one thread each',
    theirs / seven,
    '×',
    1.5,
    true,
  )

  let worst = 0
  const side = 2048
  const shape = (x: number) => (x < 900 || (x >= 1000 && x < 1012) || x === 1100 ? 255 : 0)
  const marks = await textured(side, (x) => shape(x))
  blobs.set(marks.sha, marks.png)
  for (const radius of [0.3, 0.5, 1, 3, 7, 20, 60, 300]) {
    const resolved = await page(marks.sha, side, {
      ...newTreatment('blur', { id: 'x', order: 'a0' }),
      radius,
    })
    const plan = await prepare(resolved, 1, host)
    // The pixels themselves: what they are rounded to for a file says nothing of the Gaussian.
    const row = Array.from({ length: side / TILE }, (_, column) => {
      let values: number[] = []
      host.renderer.tile(plan, column, 1024 / TILE, `row${count++}`, (raster) => {
        values = [...host.memory.floats(raster, TILE)].map((v) => v * 255)
      })
      return values
    }).flat()
    const reach = Math.ceil(radius * 6) + 1
    const weights = Array.from({ length: 2 * reach + 1 }, (_, n) =>
      Math.exp(-((n - reach) ** 2) / (2 * radius * radius)),
    )
    const sum = weights.reduce((a, b) => a + b, 0)
    // Down the page what lies beyond it is see-through too.
    const down =
      weights.reduce((a, w, n) => a + (1024 + n - reach >= 0 && 1024 + n - reach < side ? w : 0), 0) / sum
    let error = 0
    for (let x = 600; x < 1400; x++) {
      const expected =
        weights.reduce(
          (a, w, n) => a + (x + n - reach >= 0 && x + n - reach < side ? w * shape(x + n - reach) : 0),
          0,
        ) / sum
      error = Math.max(error, Math.abs((row[x] as number) - expected * down))
    }
    console.log(`radius ${radius}: ${error.toFixed(2)} levels`)
    worst = Math.max(worst, error)
  }
  note('Gaussian: greatest error on a step, a bar and a line, eight radii', worst, 'levels', 1)
}
