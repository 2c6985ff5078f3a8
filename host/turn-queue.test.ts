import { describe, expect, it } from 'vitest'
import { TurnQueue } from './turn-queue'

/** A job that ends when it is told to. */
function held(name: string, done: string[]) {
  let end: () => void = () => undefined
  const gate = new Promise<void>((resolve) => {
    end = resolve
  })
  return { end: () => end(), job: () => gate.then(() => void done.push(name)) }
}

describe('a queue with turns', () => {
  it('runs one job at a time', async () => {
    const queue = new TurnQueue()
    let [running, most] = [0, 0]
    const job = async () => {
      running++
      most = Math.max(most, running)
      await Promise.resolve()
      running--
    }
    await Promise.all(Array.from({ length: 8 }, () => queue.run(1, job)))
    expect(most).toBe(1)
  })
  it('lets the lower turn go first and the older of equals; what runs is not pushed aside', async () => {
    const done: string[] = []
    const queue = new TurnQueue()
    const first = held('first', done)
    const all = [
      queue.run(3, first.job),
      queue.run(2, async () => void done.push('picture')),
      queue.run(3, async () => void done.push('checks')),
      queue.run(0, async () => void done.push('level one')),
      queue.run(0, async () => void done.push('level two')),
    ]
    first.end()
    await Promise.all(all)
    expect(done).toEqual(['first', 'level one', 'level two', 'picture', 'checks'])
  })
  it('goes on after a job that failed, and tells who asked', async () => {
    const queue = new TurnQueue()
    const bad = queue.run(0, async () => {
      throw new Error('no')
    })
    const good = queue.run(0, async () => 5)
    await expect(bad).rejects.toThrow('no')
    await expect(good).resolves.toBe(5)
  })
  it('takes jobs that come while it works', async () => {
    const queue = new TurnQueue()
    const done: string[] = []
    await queue.run(1, async () => {
      void queue.run(1, async () => void done.push('later'))
      done.push('now')
    })
    await queue.run(2, async () => void done.push('last'))
    expect(done).toEqual(['now', 'later', 'last'])
  })
})
