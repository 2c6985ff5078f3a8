import sharp from 'sharp'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { blankDesign } from '../core/design/blank'
import { pictureOf } from './pictures'
import { openTemporaryStore } from './temporary-store.test-data'

const calls = vi.hoisted(() => ({ answer: async (): Promise<Uint8Array> => new Uint8Array(), count: 0 }))
vi.mock('./render', () => ({
  pictureThread: () => ({
    waits: 0,
    call: async () => {
      calls.count++
      return calls.answer()
    },
  }),
  renderThread: () => ({}),
  stopPictureThread: () => undefined,
  ThreadEnded: class extends Error {},
}))

openTemporaryStore()

const made = async (colour: string): Promise<Uint8Array> =>
  new Uint8Array(
    await sharp({ create: { width: 100, height: 100, channels: 4, background: colour } })
      .png()
      .toBuffer(),
  )
const late = async (): Promise<never> => {
  throw Object.assign(new Error('This would take too long here.'), { kind: 'stopped' })
}
const px = async (png: Uint8Array, x: number, y: number): Promise<number[]> => {
  const { data, info } = await sharp(png).ensureAlpha().raw().toBuffer({ resolveWithObject: true })
  return [...data.subarray((y * info.width + x) * 4, (y * info.width + x) * 4 + 3)]
}

describe('a small picture of a page', () => {
  beforeEach(() => {
    calls.count = 0
  })
  it('that takes too long is the last one that did not, with a mark, and is not tried again until the page changes', async () => {
    const d = blankDesign('slow', 'Slow')
    calls.answer = () => made('#c02020')
    expect(await px(await pictureOf(d, 'page1', d.master, 100), 50, 50)).toEqual([0xc0, 0x20, 0x20])
    calls.answer = late
    const heavier = { ...d, name: 'Heavier' }
    const shown = await pictureOf(heavier, 'page1', d.master, 100)
    expect(await px(shown, 20, 20)).toEqual([0xc0, 0x20, 0x20])
    expect(await px(shown, 94, 91)).not.toEqual([0xc0, 0x20, 0x20])
    const tried = calls.count
    await pictureOf(heavier, 'page1', d.master, 100)
    expect(calls.count).toBe(tried)
    calls.answer = () => made('#2020c0')
    expect(await px(await pictureOf({ ...d, name: 'Lighter' }, 'page1', d.master, 100), 94, 91)).toEqual([
      0x20, 0x20, 0xc0,
    ])
  })
  it('without a last one is plain, with the mark; what fails otherwise is said', async () => {
    const d = blankDesign('new', 'New')
    calls.answer = late
    expect(await px(await pictureOf(d, 'page1', d.master, 100), 20, 20)).toEqual([205, 205, 205])
    calls.answer = async () => {
      throw Object.assign(new Error('gone'), { kind: 'missing' })
    }
    await expect(pictureOf({ ...d, name: 'Other' }, 'page1', d.master, 100)).rejects.toThrow('gone')
  })
})
