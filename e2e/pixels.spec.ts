import { createHash } from 'node:crypto'
import { gunzipSync } from 'node:zlib'
import sharp from 'sharp'
import { BLEND_MODES, blendModeNumber } from '../core/basics/blend-modes'
import { inOrder } from '../core/basics/order'
import { readPackage } from '../core/formats/vivid-package'
import { PLANE_BYTES, STRIDE } from '../core/pixels/memory'
import { canvasName } from '../core/pixels/reference-names.test-data'
import { prepare, renderRegion } from '../core/render/render-page'
import { openMemory } from '../host/kernels'
import { openHost } from '../host/project'
import { openDesign } from './bench'
import { expect, test } from './test'

const sha = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex')

for (const id of ['opening-day', 'three-dips', 'bowls-soup', 'gift-card', 'evening-wheel'])
  test(`the stage’s pixels of ${id} at 100 % equal the command line’s exactly, on every page and channel`, async ({
    page,
  }) => {
    test.setTimeout(300_000)
    await openDesign(page, id)
    const { design, blobs } = readPackage(
      new Uint8Array(await (await page.request.get(`/api/designs/${id}/package`)).body()),
    )
    const host = openHost(async (name) => blobs.get(name) ?? null)
    for (const p of inOrder(design.pages))
      for (const c of inOrder(design.channels)) {
        const resolved = await host.resolve(design, p.id, c.id)
        const region = { left: 0, top: 0, right: c.width, bottom: c.height }
        const drawn = await renderRegion(await prepare(resolved, 1, host), region, host.renderer)
        const ours = sha(new Uint8Array(drawn.data.buffer))
        const theirs = await page.evaluate(
          async ({ pageId, channel, box, right }) => {
            const bench = window.vividBench
            bench.show(pageId, channel)
            bench.set({ view: { zoom: 1, x: 0, y: 0, fitted: false } })
            const canvas = () => document.querySelector<HTMLElement>('[data-testid="stage-canvas"]')?.dataset
            const wanted = `${pageId}/${channel}@1`
            for (let n = 0; n < 900 && !(canvas()?.whole === 'yes' && canvas()?.view === wanted); n++)
              await new Promise((r) => setTimeout(r, 50))
            if (canvas()?.view !== wanted) return `the stage never showed ${wanted}`
            // Asked until every source has come in the level that 100 % needs.
            let last = ''
            for (let n = 0; n < 40; n++) {
              const picture = await bench.client.ask<{ data: Uint8ClampedArray<ArrayBuffer> }>({
                ask: 'pixels',
                region: box,
              })
              const digest = [...new Uint8Array(await crypto.subtle.digest('SHA-256', picture.data))]
                .map((b) => b.toString(16).padStart(2, '0'))
                .join('')
              if (digest === right || digest === last) return digest
              last = digest
              await new Promise((r) => setTimeout(r, 350))
            }
            return last
          },
          { pageId: p.id, channel: c.id, box: region, right: ours },
        )
        expect(theirs, `${p.name} on ${c.name}`).toBe(ours)
      }
  })

test('every blend mode is within two levels of Chromium’s own 2D canvas', async ({ page }) => {
  await page.goto('/')
  const N = 64
  const colours = Array.from(
    { length: N },
    (_, n) =>
      [
        (n * 67) % 256,
        (n * 151 + 30) % 256,
        (n * 29 + 90) % 256,
        n % 3 === 0 ? 255 : 90 + ((n * 41) % 165),
      ] as const,
  )
  const under = Array.from(
    { length: N },
    (_, n) => [(n * 113 + 17) % 256, (n * 47) % 256, (n * 197 + 60) % 256, n % 4 === 0 ? 160 : 255] as const,
  )
  const memory = openMemory()
  for (const mode of BLEND_MODES) {
    const theirs = await page.evaluate(
      ({ a, b, op }) => {
        const c = document.createElement('canvas')
        c.width = a.length
        c.height = 1
        const g = c.getContext('2d', { willReadFrequently: true }) as CanvasRenderingContext2D
        a.forEach((p, n) => {
          g.globalCompositeOperation = 'source-over'
          g.fillStyle = `rgba(${p[0]},${p[1]},${p[2]},${p[3] / 255})`
          g.fillRect(n, 0, 1, 1)
          // Some operators clear all that they do not cover.
          g.save()
          g.beginPath()
          g.rect(n, 0, 1, 1)
          g.clip()
          g.globalCompositeOperation = op
          const q = b[n] as unknown as number[]
          g.fillStyle = `rgba(${q[0]},${q[1]},${q[2]},${(q[3] as number) / 255})`
          g.fillRect(n, 0, 1, 1)
          g.restore()
        })
        return [...g.getImageData(0, 0, a.length, 1).data]
      },
      { a: under, b: colours, op: canvasName(mode) },
    )
    const [at, source, out] = [memory.tile(), memory.tile(), memory.tile()]
    const put = (to: number, list: readonly (readonly number[])[]) => {
      for (let k = 0; k < 4; k++)
        memory
          .floats(to + k * PLANE_BYTES, N)
          .set(list.map((p) => ((p[k] as number) / 255) * (k < 3 ? (p[3] as number) / 255 : 1)))
    }
    put(at, under)
    put(source, colours)
    memory.kernels.blendRect(at, source, PLANE_BYTES, STRIDE, N, 1, blendModeNumber(mode), 1)
    memory.kernels.toBytes(out, STRIDE, at, PLANE_BYTES, STRIDE, N, 1)
    const ours = memory.bytes.slice(out, out + N * 4)
    let worst = 0
    ours.forEach((v, n) => {
      // Dodge and burn divide by what an 8-bit canvas has already rounded where layers are translucent; opaque ones compare.
      const pair = n >> 2
      if (/dodge|burn/.test(mode) && ((colours[pair]?.[3] ?? 0) < 255 || (under[pair]?.[3] ?? 0) < 255))
        return
      const alpha = (ours[n - (n % 4) + 3] as number) / 255
      worst = Math.max(worst, Math.abs(v - (theirs[n] as number)) * (n % 4 < 3 ? alpha : 1))
    })
    for (const slot of [at, source, out]) memory.releaseTile(slot)
    expect(worst, mode).toBeLessThanOrEqual(2)
  }
})

test('a 16-bit picture reaches the stage in its depth', async ({ page }) => {
  const ramp = Uint16Array.from({ length: 300 * 40 * 3 }, (_, n) => (Math.floor(n / 3) % 300) * 7)
  const png = await sharp(ramp, { raw: { width: 300, height: 40, channels: 3 } })
    .toColourspace('rgb16')
    .png()
    .toBuffer()
  await page.goto('/')
  const { sha } = (await (
    await page.request.post('/api/blobs', { headers: { 'x-file-name': 'ramp.png' }, data: png })
  ).json()) as { sha: string }
  const level = await page.request.get(`/api/blobs/${sha}/levels/1`)
  expect(level.headers()).toMatchObject({ 'x-width': '150', 'x-height': '20', 'x-deep': '1' })
  const values = new Uint16Array(new Uint8Array(gunzipSync(await level.body())).buffer)
  expect(values).toHaveLength(150 * 20 * 4)
  // The mean of two neighbours in a ramp of 7: a half level of 16 bits is rounded, none of 8 is.
  expect([values[4 * 40], values[4 * 41]]).toEqual([Math.round(7 * 80.5), Math.round(7 * 82.5)])
})
