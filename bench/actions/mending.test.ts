import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Finding } from '@/core/checks/define'
import { mendsFor } from '@/core/checks/mends'
import type { Bench } from '../state/bench'
import { openBench } from '../state/bench.test-data'
import { mend, shownFindings } from './mending'

vi.mock('idb-keyval', () => import('../state/idb.test-data'))

let bench: Bench
const state = () => bench.store.getState()
beforeEach(async () => {
  bench = await openBench()
})
const finding = (check: string, channel: string, layer: string | null): Finding => ({
  check,
  channel,
  layer,
  page: state().page,
  at: { left: 0, top: 0, right: 1, bottom: 1 },
  text: '',
})

describe('findings of all channels', () => {
  it('are listed the worst first, and none of what is gone', () => {
    const layer = Object.keys(state().design.layers)[0] ?? ''
    bench.set({
      findings: {
        a: [finding('specks', 'link-card', layer), finding('safe-type', 'link-card', layer)],
        b: [finding('missing-file', 'link-card', null), finding('contrast', 'link-card', 'gone')],
        c: [finding('contrast', 'nowhere', layer)],
      },
    })
    expect(shownFindings(state()).map((f) => f.check)).toEqual(['missing-file', 'safe-type', 'specks'])
  })
  it('are mended alike in one step, which is taken back as one', () => {
    const two = Object.keys(state().design.layers).slice(0, 2)
    const all = two.map((id) => finding('covered', 'link-card', id))
    const out = mendsFor(all[0] as Finding, state().design).find((m) => m.id === 'leave-out')
    if (!out) throw new Error('Leaving out is not offered.')
    mend(bench, out, all)
    expect(Object.keys(state().design.changes)).toHaveLength(2)
    expect(state().history.done.at(-1)?.name).toBe('Leave out here (2)')
    bench.undo()
    expect(state().design.changes).toEqual({})
  })
})
