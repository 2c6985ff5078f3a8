import { beforeEach, describe, expect, it, vi } from 'vitest'
import { inOrder } from '@/core/basics/order'
import type { Bench } from '../state/bench'
import { openBench } from '../state/bench.test-data'
import { addSizes, changeChannel, moveChannel } from './channels'

vi.mock('idb-keyval', () => import('../state/idb.test-data'))

let bench: Bench
const state = () => bench.store.getState()
const names = () => inOrder(state().design.channels).map((c) => c.name)
beforeEach(async () => {
  bench = await openBench()
})

describe('channels of one’s own', () => {
  it('are added several at once as one step, and the first is gone to', () => {
    const before = names()
    expect(addSizes(bench, '728x90\nHeader: 1200x400\nnonsense')).toMatchObject({
      added: 2,
      unread: [{ text: 'nonsense' }],
    })
    expect(names()).toEqual([...before, '728 × 90', 'Header'])
    expect(state().resolved).toMatchObject({ width: 728, height: 90 })
    bench.undo()
    expect(names()).toEqual(before)
  })
  it('add nothing where nothing could be read', () => {
    const steps = state().history.done.length
    expect(addSizes(bench, 'big')).toMatchObject({ added: 0 })
    expect(state().history.done).toHaveLength(steps)
  })
  it('are named and sized anew, and what lies there is arranged for it', () => {
    addSizes(bench, '728x90')
    const { channel } = state()
    changeChannel(bench, channel, 'Size of the channel', { width: 300, height: 600, name: 'Tower' })
    expect(state().design.channels[channel]).toMatchObject({ name: 'Tower', width: 300, height: 600 })
    expect(state().resolved).toMatchObject({ width: 300, height: 600 })
  })
  it('are moved one place in the lineup, and nowhere beyond its ends', () => {
    addSizes(bench, '100x100\n200x200')
    const others = () => names().filter((n) => n !== state().design.channels[state().design.master]?.name)
    const id = Object.values(state().design.channels).find((c) => c.name === '200 × 200')?.id ?? ''
    const before = others()
    moveChannel(bench, id, 1)
    expect(others()).toEqual(before)
    moveChannel(bench, id, -1)
    expect(others().indexOf('200 × 200')).toBe(before.indexOf('200 × 200') - 1)
    moveChannel(bench, state().design.master, 1)
    expect(others().indexOf('200 × 200')).toBe(before.indexOf('200 × 200') - 1)
  })
})
