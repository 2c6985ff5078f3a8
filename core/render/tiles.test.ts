import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { openHost } from '@/host/project'
import { TILE } from '../pixels/memory'
import { designs, everything, PAGE, readBlob } from './random-designs.test-data'
import { prepare, renderPage, renderRegion } from './render-page'
import { Renderer } from './renderer'

const host = openHost(readBlob)
/** Hardly any room: no more than two rasters held at a time. */
const bare = new Renderer(host.memory, host.sources, 2)
const whole = { left: 0, top: 0, right: PAGE.width, bottom: PAGE.height }

describe('a picture', () => {
  it('is the same to the bit in one piece, tile by tile in any order, from any origin, and with hardly any room to keep anything', async () => {
    await fc.assert(
      fc.asyncProperty(
        designs({ ...everything, least: 1 }),
        fc.integer({ min: -60, max: 180 }),
        fc.integer({ min: -60, max: 180 }),
        async (design, x, y) => {
          const page = await host.resolve(design, 'page1', 'square-post')
          const all = await renderPage(page, 1, whole, host)
          const made = await prepare(page, 1, host)
          const px =
            (left: number, top: number, data: Uint8ClampedArray, width: number) => (gx: number, gy: number) =>
              data
                .subarray(((gy - top) * width + (gx - left)) * 4, ((gy - top) * width + (gx - left)) * 4 + 4)
                .join()
          const one = px(0, 0, all.data, PAGE.width)
          const same = (other: (gx: number, gy: number) => string, box: typeof whole): boolean => {
            for (let gy = Math.max(0, box.top); gy < Math.min(PAGE.height, box.bottom); gy++)
              for (let gx = Math.max(0, box.left); gx < Math.min(PAGE.width, box.right); gx++)
                if (other(gx, gy) !== one(gx, gy)) return false
            return true
          }
          // The last tile first, from nothing.
          bare.release()
          for (const [column, row] of [
            [1, 1],
            [0, 1],
            [1, 0],
            [0, 0],
          ] as const) {
            const bytes = bare.tileBytes(made, column, row, 'x')
            const box = {
              left: column * TILE,
              top: row * TILE,
              right: (column + 1) * TILE,
              bottom: (row + 1) * TILE,
            }
            expect({ tile: [column, row], same: same(px(box.left, box.top, bytes, TILE), box) }).toEqual({
              tile: [column, row],
              same: true,
            })
          }
          const part = { left: x, top: y, right: x + 150, bottom: y + 120 }
          const cut = await renderRegion(made, part, host.renderer)
          expect(same(px(x, y, cut.data, 150), part)).toBe(true)
        },
      ),
      { numRuns: 80, seed: 31, endOnFailure: true },
    )
  }, 600_000)
})
