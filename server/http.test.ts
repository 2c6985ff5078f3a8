import { describe, expect, it } from 'vitest'
import { badInput } from '../core/basics/errors'
import { answerAlong, LINES } from './http'

const linesOf = async (response: Response): Promise<unknown[]> =>
  (await response.text())
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line))
const soon = () => new Promise((resolve) => setTimeout(resolve, 5))

describe('an answer that tells how far it is', () => {
  it('is lines: the shares as they come, at last what came of it', async () => {
    const response = await answerAlong(async (progress) => {
      progress(0.25)
      await soon()
      progress(0.5)
      return { made: 3 }
    })
    expect(response.headers.get('content-type')).toBe(LINES)
    expect(await linesOf(response)).toEqual([
      { share: 0.25 },
      { share: 0.5 },
      { status: 200, answer: { made: 3 } },
    ])
  })
  it('says on its last line what went wrong on the way', async () => {
    const response = await answerAlong(async (progress) => {
      progress(0.1)
      await soon()
      throw badInput('This cannot be done.')
    })
    expect((await linesOf(response)).at(-1)).toEqual({
      status: 400,
      answer: { kind: 'bad-input', message: 'This cannot be done.' },
    })
  })
  it('is like any other where nothing was told: a refusal keeps its status', async () => {
    const refused = await answerAlong(() => Promise.reject(badInput('No.')))
    expect([refused.status, await refused.json()]).toEqual([400, { kind: 'bad-input', message: 'No.' }])
    const done = await answerAlong(async () => ({ ok: 1 }))
    expect(await done.json()).toEqual({ ok: 1 })
  })
  it('goes on where nobody reads any more', async () => {
    let ended = false
    const response = await answerAlong(async (progress) => {
      progress(0.1)
      await soon()
      progress(0.9)
      ended = true
    })
    await response.body?.cancel()
    await soon()
    await soon()
    expect(ended).toBe(true)
  })
})
