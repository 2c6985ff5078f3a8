import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { heldStill } from './held-still'

describe('something held still', () => {
  beforeEach(() => void vi.useFakeTimers())
  afterEach(() => void vi.useRealTimers())

  it('is told after its time, once', () => {
    const told = vi.fn()
    heldStill(550, told)
    vi.advanceTimersByTime(549)
    expect(told).not.toHaveBeenCalled()
    vi.advanceTimersByTime(5000)
    expect(told).toHaveBeenCalledTimes(1)
  })
  it('is not told when it is let go before', () => {
    const told = vi.fn()
    const stop = heldStill(550, told)
    vi.advanceTimersByTime(500)
    stop()
    vi.advanceTimersByTime(5000)
    expect(told).not.toHaveBeenCalled()
  })
  it('does not take the time in which the browser was busy for holding', () => {
    const told = vi.fn()
    const stop = heldStill(550, told)
    // Two seconds of work: every timer that is due runs once, then what the hand did is taken.
    vi.setSystemTime(Date.now() + 2000)
    vi.runOnlyPendingTimers()
    stop()
    vi.advanceTimersByTime(5000)
    expect(told).not.toHaveBeenCalled()
  })
})
