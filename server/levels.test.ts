import sharp from 'sharp'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { boxAt, pictureLayer } from '../core/kinds/new'
import { keptLevels } from '../host/pictures'
import { storeUpload } from './blobs'
import { levelFile, levelsSeen, makeReady } from './levels'
import { openTemporaryStore, storedDesign } from './temporary-store.test-data'

/** Stands in for the render thread: plain pixels of every level that is asked for. */
const thread = vi.hoisted(() => ({ asked: [] as { sha: string; from: number }[], gone: '' }))
vi.mock('./render', () => ({
  renderThread: () => ({
    call: async (_: string, input: { sha: string; from: number }) => {
      thread.asked.push(input)
      if (input.sha === thread.gone) return null
      return Array.from({ length: keptLevels(1080, 1080) - input.from }, () => ({
        data: new Uint8Array(4),
        deep: false,
      }))
    },
  }),
}))

openTemporaryStore()
const stored = async (background: string) => {
  const png = await sharp({ create: { width: 1080, height: 1080, channels: 3, background } })
    .png()
    .toBuffer()
  return (await storeUpload(new Uint8Array(png), `${background}.png`)).info.sha
}
/** A square post of 1080 with pictures of 1080 in boxes of some sides. */
async function shown(...all: (readonly [sha: string, side: number, shown?: boolean])[]) {
  const design = structuredClone(await storedDesign())
  for (const [n, [sha, side, seen = true]] of all.entries()) {
    const where = { id: `p${n}`, page: 'page1', plane: 'subject' as const, order: `z${n}` }
    const source = { sha, width: 1080, height: 1080 }
    design.layers[where.id] = { ...pictureLayer(where, 'P', source, boxAt(0, 0, side, side)), shown: seen }
  }
  return design
}
beforeEach(() => {
  thread.asked.length = 0
  thread.gone = ''
})

describe('the levels that a design is looked at in', () => {
  it('halve a picture as often as it is shown smaller, the finest of its places, largest first; what is hidden is none', async () => {
    const [a, b, c] = [await stored('#a33'), await stored('#3a3'), await stored('#33a')]
    // The page is 800 px on a screen: of 1080 px in 270 of it five times as many as are seen.
    const design = await shown([a, 270], [b, 1080], [a, 540], [c, 900, false])
    expect([...(await levelsSeen(design))]).toEqual([
      [b, 0],
      [a, 1],
    ])
  })
  it('are there when they are asked for; one that cannot be made keeps no other back', async () => {
    const [a, b] = [await stored('#c33'), await stored('#3c3')]
    thread.gone = a
    await makeReady(await shown([a, 1080], [b, 270]))
    expect(thread.asked).toEqual([
      { sha: a, from: 0 },
      { sha: b, from: 2 },
    ])
    await levelFile(b, 2)
    await levelFile(b, 4)
    expect(thread.asked).toHaveLength(2)
    await expect(levelFile(a, 0)).rejects.toThrow(/not stored here any more/)
  })
})
