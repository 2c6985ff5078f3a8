import { describe, expect, it } from 'vitest'
import { openMemory } from '../../host/kernels'
import { type PictureLevel, SourceBook } from './sources'

const level = (side: number, value = 7): PictureLevel => ({
  width: side,
  height: side,
  opaque: true,
  deep: false,
  data: new Uint8Array(side * side * 4).fill(value),
})
function book(most?: number) {
  const asked: string[] = []
  const memory = openMemory()
  const made = new SourceBook(
    memory,
    {
      picture: async (sha, n) => {
        asked.push(`${sha}/${n}`)
        return sha === 'gone' ? null : level(64 >> n)
      },
      tile: async () => null,
      graphic: async (sha) => {
        asked.push(sha)
        return sha === 'gone'
          ? null
          : '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10"><path fill="#123456" d="M0 0H10V10Z"/></svg>'
      },
    },
    ...(most ? [most] : []),
  )
  return { made, asked, memory }
}

describe('the book of sources', () => {
  it('fetches a level once, however often it is asked for at the same time', async () => {
    const { made, asked } = book()
    await Promise.all([made.loadPicture('a', 1), made.loadPicture('a', 1), made.loadPicture('a', 1)])
    await made.loadPicture('a', 1)
    expect(asked).toEqual(['a/1'])
    expect(made.hasPicture('a', 1)).toBe(true)
    expect(made.picture('a', 1)?.held).toMatchObject({ width: 32, height: 32 })
  })
  it('holds the pixels where the kernels read them', async () => {
    const { made, memory } = book()
    await made.loadPicture('a', 3)
    const held = made.picture('a', 3)?.held
    expect(
      [...memory.bytes.slice(held?.at ?? 0, (held?.at ?? 0) + (held?.bytes ?? 0))].every((v) => v === 7),
    ).toBe(true)
  })
  it('gives the nearest coarser level meanwhile, else the nearest finer, else nothing', async () => {
    const { made } = book()
    await made.loadPicture('a', 4)
    expect(made.picture('a', 2)?.level).toBe(4)
    expect(made.picture('a', 5)?.level).toBe(4)
    expect(made.picture('b', 0)).toBeNull()
    await made.loadPicture('a', 3)
    expect(made.picture('a', 2)?.level).toBe(3)
  })
  it('remembers that something is gone, and does not ask for ever', async () => {
    const { made, asked } = book()
    await made.loadPicture('gone', 0)
    await made.loadPicture('gone', 0)
    await made.loadArtwork('gone')
    await made.loadArtwork('gone')
    expect(asked).toEqual(['gone/0', 'gone'])
    expect([
      made.hasPicture('gone', 0),
      made.picture('gone', 0),
      made.hasArtwork('gone'),
      made.artwork('gone'),
    ]).toEqual([true, null, true, null])
  })
  it('lets go of what was used longest ago when its room is used up', async () => {
    const side = 64 * 64 * 4
    const { made } = book(side * 2)
    await made.loadPicture('a', 0)
    await made.loadPicture('b', 0)
    made.picture('a', 0)
    await made.loadPicture('c', 0)
    expect([
      made.picture('a', 0) !== null,
      made.picture('b', 0) !== null,
      made.picture('c', 0) !== null,
    ]).toEqual([true, false, true])
    expect(made.hasPicture('b', 0)).toBe(false)
  })
  it('keeps what is pinned, even beyond its room, until other things are', async () => {
    const { made } = book(64 * 64 * 4 + 16)
    await made.hold([
      { sha: 'a', level: 0 },
      { sha: 'b', level: 0 },
    ])
    expect([made.hasPicture('a', 0), made.hasPicture('b', 0)]).toEqual([true, true])
    await made.hold([{ sha: 'c', level: 0 }])
    expect([made.hasPicture('a', 0), made.hasPicture('b', 0), made.hasPicture('c', 0)]).toEqual([
      false,
      false,
      true,
    ])
  })
  it('asks again after a failure', async () => {
    let tries = 0
    const made = new SourceBook(openMemory(), {
      picture: async () => {
        if (++tries === 1) throw new Error('offline')
        return level(8)
      },
      graphic: async () => null,
      tile: async () => null,
    })
    await expect(made.loadPicture('a', 0)).rejects.toThrow('offline')
    await made.loadPicture('a', 0)
    expect(made.picture('a', 0)).not.toBeNull()
  })
})
