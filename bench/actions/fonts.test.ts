import { beforeEach, describe, expect, it, vi } from 'vitest'
import { isWorded } from '@/core/kinds/facts'
import type { Bench } from '../state/bench'
import { layer, newServer, openBench, stubBrowser } from '../state/bench.test-data'
import { facesAtHand, inStyle, setEverywhere } from './fonts'
import { writeType } from './handled'

vi.mock('idb-keyval', () => import('../state/idb.test-data'))

let bench: Bench
beforeEach(async () => {
  stubBrowser(newServer())
  bench = await openBench()
})
const title = () => {
  const found = layer(bench, 'title')
  if (!isWorded(found)) throw new Error('no words')
  return found
}
const state = () => bench.store.getState()

describe('words that are set in a face that is not here yet', () => {
  it('are told as work until it has come, with no more files than their letters need', async () => {
    const asked: string[] = []
    const fetched = globalThis.fetch
    vi.stubGlobal('fetch', (url: string) => {
      asked.push(url)
      return fetched(url)
    })
    const set = setEverywhere(bench, title().style.family, 'Kaushan Script')
    expect(state().doing.type).toEqual({ work: 'setting', left: 1 })
    expect(title().style.family).not.toBe('Kaushan Script')
    await set
    expect(state().doing.type).toBe(null)
    expect(title().style.family).toBe('Kaushan Script')
    expect(asked.filter((url) => url.includes('/fonts/'))).toHaveLength(1)
  })
  it('stay as they are where the server does not answer; the next try fetches anew', async () => {
    const fetched = globalThis.fetch
    const [before, steps] = [title(), state().history.done.length]
    for (const trouble of [
      () => Promise.reject(new TypeError('Failed to fetch')),
      async () => new Response(null, { status: 503 }),
    ]) {
      vi.stubGlobal('fetch', trouble)
      await setEverywhere(bench, before.style.family, 'Kaushan Script')
      expect(title()).toEqual(before)
      expect(state().history.done).toHaveLength(steps)
      expect(state().notice).toMatchObject({ tone: 'trouble', text: expect.stringContaining('try again') })
      expect(state().doing.type).toBe(null)
    }
    vi.stubGlobal('fetch', fetched)
    expect(await facesAtHand(bench, [inStyle(before, { family: 'Kaushan Script' })])).toBe(true)
    await setEverywhere(bench, before.style.family, 'Kaushan Script')
    expect(title().style.family).toBe('Kaushan Script')
  })
  it('have their box measured again once it has come, as part of the step that wrote them', async () => {
    bench.edit('Words that hug', (d) => {
      const words = d.layers.title
      if (!isWorded(words)) return
      words.hugs = 900
      words.style.family = 'Kaushan Script'
      words.text = 'A'
    })
    bench.cancel()
    const steps = state().history.done.length
    const before = title().placement
    bench.edit('Type', (d) => writeType(bench, d, 'title', { text: 'Kiln opening' }))
    const atFirst = title().placement.width
    await vi.waitFor(() => expect(title().placement.width).toBeGreaterThan(atFirst + 50))
    const measured = title().placement
    expect(state().history.done).toHaveLength(steps + 1)
    bench.undo()
    expect(title()).toMatchObject({ text: 'A', placement: before })
    bench.redo()
    expect(title()).toMatchObject({ text: 'Kiln opening', placement: measured })
  })
})
