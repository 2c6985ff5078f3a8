import { beforeEach, describe, expect, it } from 'vitest'
import type { SvgWords } from '@/core/vector/svg'
import type { Bench } from '../state/bench'
import { openBench } from '../state/bench.test-data'
import { spotFor, toMaster } from './placing'
import { placeStretches } from './stretches'

let bench: Bench
beforeEach(async () => {
  bench = await openBench()
})
const words: SvgWords = {
  text: 'Kiln\ncup',
  x: 50,
  y: 40,
  size: 20,
  leading: 1.2,
  family: 'Instrument Sans',
  weight: 600,
  italic: false,
  tracking: 0,
  colour: '#c2412a',
  opacity: 0.5,
  align: 'centre',
  turnDegrees: 0,
}
async function placed(more: Partial<SvgWords> = {}) {
  const going = { spot: spotFor(bench.store.getState(), 'graphic'), toMaster }
  const stretch = { words: { ...words, ...more }, name: 'Kiln' }
  await placeStretches(bench, [stretch], 'label', { width: 100, height: 100 }, going)
  const { design, selection, resolved } = bench.store.getState()
  const made = Object.values(design.layers).find((l) => l.parent === selection[0])
  if (made?.kind !== 'type') throw new Error('No words were placed.')
  return { made, k: (0.6 * Math.min(resolved.width, resolved.height)) / 100, resolved }
}

describe('words of a vector file', () => {
  it('are type of their size, face and colour, about the place where they were', async () => {
    const { made, k, resolved } = await placed()
    expect(made).toMatchObject({
      text: 'Kiln\ncup',
      opacity: 0.5,
      fill: { kind: 'solid', colour: '#c2412a' },
      style: { family: 'Instrument Sans', weight: 600, align: 'centre' },
    })
    expect(made.style.size).toBeCloseTo(20 * k, 6)
    // Centred words have their middle where the file has it; the first baseline is two fifths down the file.
    expect(made.placement.x).toBeCloseTo(resolved.width / 2, 0)
    const top = made.placement.y - made.placement.height / 2
    const baseline = (resolved.height - 100 * k) / 2 + 40 * k
    expect(baseline - top).toBeGreaterThan(0.7 * made.style.size)
    expect(baseline - top).toBeLessThan(1.2 * made.style.size)
  })
  it('turn about where their first line begins', async () => {
    const { made, resolved } = await placed({ turnDegrees: 90 })
    expect(made.placement.rotation).toBe(90)
    // Turned by a quarter what was under the baseline lies to its left.
    expect(made.placement.x).toBeLessThan(resolved.width / 2)
  })
})
