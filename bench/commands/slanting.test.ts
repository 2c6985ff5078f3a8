import { beforeEach, describe, expect, it, vi } from 'vitest'
import { group } from '@/core/design/commands'
import { apply } from '@/core/geometry/matrix'
import { matrixOf } from '@/core/geometry/placement'
import { groupLayer } from '@/core/kinds/new'
import { middleOfSelection } from '../actions/handled'
import type { Bench } from '../state/bench'
import { layer, openBench } from '../state/bench.test-data'
import { commandById } from './list'

vi.mock('idb-keyval', () => import('../state/idb.test-data'))

let bench: Bench
beforeEach(async () => {
  bench = await openBench()
})
const at = (id: string) => layer(bench, id).placement
const slant = () => commandById('slant-right').run(bench)
const TAN = Math.tan((5 * Math.PI) / 180)

describe('slanting by keys', () => {
  it('leans one thing about its own middle', () => {
    bench.select(['disc'])
    const before = at('disc')
    slant()
    expect(at('disc')).toMatchObject({ skew: 5, x: before.x, y: before.y, width: before.width })
  })
  it('leans a group as one: what lies higher goes to the right, what lies lower to the left', () => {
    bench.edit('Group', (d) => {
      const card = d.layers.card
      if (card) card.placement = { ...card.placement, y: card.placement.y + 200 }
      group(d, ['disc', 'card'], groupLayer({ id: 'g', page: 'page1', plane: 'subject', order: 'a5' }, 'G'))
    })
    bench.select(['g'])
    const [disc, card, middle] = [at('disc'), at('card'), middleOfSelection(bench.store.getState())]
    if (!middle) throw new Error('no group')
    slant()
    for (const [id, was] of [
      ['disc', disc],
      ['card', card],
    ] as const) {
      expect(at(id).y).toBeCloseTo(was.y, 6)
      expect(at(id).x).toBeCloseTo(was.x - TAN * (was.y - middle.y), 6)
      expect(at(id).skew).toBeCloseTo(5, 6)
    }
    // A corner of each lies where the map of the whole takes it.
    const corner = apply(matrixOf(at('card')), { x: 0, y: 0 })
    const before = apply(matrixOf(card), { x: 0, y: 0 })
    expect(corner.x).toBeCloseTo(before.x - TAN * (before.y - middle.y), 6)
    bench.undo()
    expect(at('disc')).toEqual(disc)
  })
})
