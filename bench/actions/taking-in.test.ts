import { zipSync } from 'fflate'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Bench } from '../state/bench'
import { layer, openBench, source } from '../state/bench.test-data'
import { placeFiles } from './placing'
import { stopTakingIn, takeIn } from './taking-in'

vi.mock('idb-keyval', () => import('../state/idb.test-data'))
const { ask } = vi.hoisted(() => ({ ask: vi.fn() }))
vi.mock('@/wire/client', async (original) => {
  const real = await original<typeof import('@/wire/client')>()
  // Files are stood in for; all else that the bench asks goes its way.
  return {
    ...real,
    ask: (to: { path: string }, given: object) =>
      to.path === '/api/blobs' ? ask(to, given) : real.ask(to as never, given as never),
  }
})

let bench: Bench
beforeEach(async () => {
  bench = await openBench()
  ask.mockReset()
  ask.mockResolvedValue(source())
})
const said = () => bench.store.getState().notice
const sent = () => ask.mock.calls.map(([, { file }]) => (file as File).name)
const bytes = new TextEncoder().encode('picture')
const zipOf = (names: readonly string[], name = 'shoot.zip') =>
  new File([zipSync(Object.fromEntries(names.map((n) => [n, bytes]))) as Uint8Array<ArrayBuffer>], name)
const files = (n: number) => Array.from({ length: n }, (_, k) => new File([bytes], `${k}.png`))

describe('taking in among the supplies', () => {
  it('sends the pictures of a zip one after another, by their own names, and nothing else of it', async () => {
    await takeIn(bench, [zipOf(['a/one.png', 'a/two.JPG', 'a/.hidden.png', '__MACOSX/one.png', 'notes.txt'])])
    expect(sent()).toEqual(['one.png', 'two.JPG'])
    expect(said()).toMatchObject({ text: '2 of 2 are among your supplies now.', tone: 'plain' })
    expect(bench.store.getState().doing.bench).toBeNull()
  })
  it('tells what is left while it does, and what was there already or refused once it is done', async () => {
    const left: (number | undefined)[] = []
    ask.mockImplementation(async () => {
      left.push(bench.store.getState().doing.bench?.left)
      if (left.length === 2)
        return source({ known: true, note: '“1.png” is among your supplies already, as “Kiln”.' })
      if (left.length === 3) throw new Error('no answer')
      return source()
    })
    await takeIn(bench, files(4))
    expect(left).toEqual([4, 3, 2, 1])
    expect(said()?.text).toMatch(
      /^2 of 4 are among your supplies now\. “1\.png” is among .* And 1 more to say\.$/,
    )
  })
  it('stops when people say so; what was taken in stays', async () => {
    ask.mockImplementation(async () => {
      if (ask.mock.calls.length === 2) stopTakingIn(bench)
      return source()
    })
    await takeIn(bench, files(6))
    expect(sent()).toHaveLength(2)
    expect(said()?.text).toBe('2 of 6 are among your supplies now. Stopped after 2.')
  })
  it('says of what is no zip, holds no pictures, or is too many at once', async () => {
    await takeIn(bench, [new File(['no zip'], 'broken.zip')])
    expect(said()).toMatchObject({
      tone: 'trouble',
      text: expect.stringContaining('“broken.zip” is no zip that can be read. Nothing was taken in'),
    })
    await takeIn(bench, [zipOf(['notes.txt'])])
    expect(said()?.text).toBe('There are no pictures in it. Nothing was taken in.')
    await takeIn(bench, files(503))
    expect(sent()).toHaveLength(500)
    expect(said()?.text).toMatch(/^500 of 503 .* Only the first 500 are taken in at once/)
  })
  it('is what a zip among dropped files is for; the others are placed', async () => {
    await placeFiles(bench, [zipOf(['one.png']), new File([bytes], 'bowl.png')])
    expect(sent()).toEqual(['one.png', 'bowl.png'])
    const [id = ''] = bench.store.getState().selection
    expect(layer(bench, id).name).toBe('bowl')
  })
})
