import { beforeEach, describe, expect, it, vi } from 'vitest'
import { boxAt, shapeLayer } from '@/core/kinds/new'
import type { Bench } from '../state/bench'
import { layer, openBench } from '../state/bench.test-data'
import { putInside } from './insides'

vi.mock('idb-keyval', () => import('../state/idb.test-data'))

let bench: Bench
beforeEach(async () => {
  bench = await openBench()
})
const stops = { a: { offset: 0, colour: '#000000' }, b: { offset: 1, colour: '#00000000' } }

describe('what is put inside a holder', () => {
  it('fits it by itself where it is a gradient, and is taken back in one step', () => {
    const shade = shapeLayer(
      { id: 'shade', page: 'page1', plane: 'subject', order: 'a9' },
      'Shade',
      'rectangle',
      boxAt(0, 0, 100, 100),
      { kind: 'linear', angleDegrees: 90, stops },
    )
    bench.edit('Add', (d) => void (d.layers.shade = shade))
    putInside(bench, ['shade'], 'card')
    const [own, card] = [layer(bench, 'shade').placement, layer(bench, 'card').placement]
    expect(own).toMatchObject({ x: card.x, y: card.y })
    expect(own.width).toBeGreaterThanOrEqual(card.width)
    expect(own.height).toBeGreaterThanOrEqual(card.height)
    bench.undo()
    expect(layer(bench, 'shade').placement.width).toBe(100)
    expect(layer(bench, 'shade').inside).toBeNull()
  })
  it('stays where it was put where it is a thing of its own', () => {
    const before = layer(bench, 'disc').placement
    putInside(bench, ['disc'], 'card')
    expect(layer(bench, 'disc').placement).toEqual(before)
    expect(layer(bench, 'disc').inside).toBe('card')
  })
})
