import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import {
  newServer,
  sampleDesign,
  stageIsWhole,
  stubBrowser,
  toQuiet,
  toStage,
} from '../state/bench.test-data'
import { RenderClient } from './client'

beforeEach(() => {
  vi.useFakeTimers()
  stubBrowser(newServer())
})
afterEach(() => vi.useRealTimers())

describe('the two workers', () => {
  it('start one after the other: the quiet one when the stage is whole, with all it was told till then, in order', () => {
    const client = new RenderClient()
    client.setDesign(sampleDesign(), 1, [])
    client.setChecks('page1')
    client.preview([], 2)
    client.commit([], 3)
    expect(toStage().map((m) => m.kind)).toEqual(['design', 'edit', 'edit'])
    expect(toQuiet()).toBeNull()
    stageIsWhole()
    expect(toQuiet()?.map((m) => m.kind)).toEqual(['design', 'check', 'edit'])
    client.setLineup([])
    stageIsWhole()
    expect(toQuiet()?.map((m) => m.kind)).toEqual(['design', 'check', 'edit', 'lineup'])
    client.close()
  })
  it('let go what can wait when the stage is whole, at once after that, and never once they are closed', () => {
    const client = new RenderClient()
    const done: string[] = []
    client.afterStage(() => done.push('waited'))
    expect(done).toEqual([])
    stageIsWhole()
    client.afterStage(() => done.push('at once'))
    stageIsWhole()
    expect(done).toEqual(['waited', 'at once'])
    client.close()
    const closed = new RenderClient()
    closed.afterStage(() => done.push('closed'))
    closed.close()
    vi.advanceTimersByTime(5000)
    expect(done).toEqual(['waited', 'at once'])
  })
  it('both run where nothing is shown on the stage', () => {
    const client = new RenderClient()
    client.setChecks('page1')
    vi.advanceTimersByTime(3000)
    expect(toQuiet()?.map((m) => m.kind)).toEqual(['check'])
    client.close()
  })
})
