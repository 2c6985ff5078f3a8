import { beforeEach, describe, expect, it, vi } from 'vitest'
import { boxAt, shapeLayer, typeLayer } from '@/core/kinds/new'
import { groundOf } from '@/core/resolve/ground'
import type { Bench } from '../../state/bench'
import { layer, openBench } from '../../state/bench.test-data'
import { setStageSize } from '../view'
import { withWords } from '../words-at'
import type { Pointer, ToolStage } from './definition'
import { pick } from './pick'

vi.mock('idb-keyval', () => import('../../state/idb.test-data'))

let bench: Bench
/** What lies under the pointer, front first. */
let under: string[] = []
beforeEach(async () => {
  bench = await openBench()
  setStageSize({ width: 800, height: 600 })
  bench.set({ view: { zoom: 1, x: 0, y: 0, fitted: false } })
  bench.edit('Set up', (d) => {
    for (const id of Object.keys(d.layers)) delete d.layers[id]
    const put = (id: string, plane: 'backdrop' | 'subject', box: ReturnType<typeof boxAt>) => {
      d.layers[id] = shapeLayer({ id, page: 'page1', plane, order: `a${id}` }, id, 'rectangle', box)
    }
    put('ground', 'backdrop', boxAt(-4, -4, 1088, 1088))
    put('hair', 'subject', boxAt(100, 300, 400, 1))
    put('pot', 'subject', boxAt(600, 200, 200, 300))
    put('leaf', 'subject', boxAt(560, 180, 300, 340))
  })
})
const hand = {
  get bench() {
    return bench
  },
  hit: async () => under,
  known: () => under,
  release: () => true,
} as unknown as ToolStage
const at = (x: number, y: number, more: Partial<Pointer> = {}): Pointer => ({
  at: { x, y },
  page: { x, y },
  pressure: 1,
  shift: false,
  alt: false,
  free: true,
  pulls: false,
  finger: false,
  handle: null,
  ...more,
})
/** A press and, where it says where to, a drag. */
async function hold(from: Pointer, to?: Pointer): Promise<void> {
  const press = pick.press(hand, from)
  const own = (await press?.first) ?? press
  if (to) own?.move?.(to)
  own?.end?.(to ?? from, to !== undefined)
}
const selected = () => bench.store.getState().selection
const x = (id: string) => layer(bench, id).placement.x

describe('words', () => {
  it('are taken anywhere among their letters, behind what is hit and before the ground', () => {
    bench.edit('Write', (d) => {
      const where = { id: 'words', page: 'page1', plane: 'message', order: 'a0' } as const
      d.layers.words = typeLayer(where, 'I I I', boxAt(100, 600, 800, 90), { size: 80 })
    })
    const ink = bench.inks().get('words')
    expect(ink).toBeDefined()
    const among = { x: ((ink?.left ?? 0) + (ink?.right ?? 0)) / 2, y: 650 }
    expect(withWords(bench, ['ground'], among)).toEqual(['words', 'ground'])
    expect(withWords(bench, ['pot', 'ground'], among)).toEqual(['pot', 'words', 'ground'])
    expect(withWords(bench, ['words'], among)).toEqual(['words'])
    // The box of a given width is wider than what is written: nothing is there.
    expect(withWords(bench, ['ground'], { x: 880, y: 650 })).toEqual(['ground'])
    // Turned: still by their lines.
    bench.edit('Turn', (d) => {
      const words = d.layers.words
      if (!words) return
      words.placement.rotation = 90
    })
    const middle = { x: 500, y: 645 }
    expect(withWords(bench, [], { x: middle.x, y: middle.y - 380 })).toEqual(['words'])
    expect(withWords(bench, [], { x: middle.x - 380, y: middle.y })).toEqual([])
    bench.edit('Lock', (d) => void (d.layers.words && (d.layers.words.locked = true)))
    expect(withWords(bench, [], among)).toEqual([])
  })
})
describe('the ground', () => {
  it('is what fills the page at the bottom, up to a strip of a few px', () => {
    const ground = () => [...groundOf(bench.store.getState().resolved)]
    expect(ground()).toEqual(['ground'])
    bench.edit('A strip is free', (d) => void (d.layers.ground && (d.layers.ground.placement.x += 14)))
    expect(ground()).toEqual(['ground'])
    bench.edit('Half is free', (d) => void (d.layers.ground && (d.layers.ground.placement.x += 400)))
    expect(ground()).toEqual([])
  })
  it('is not taken by a press, nor by a marquee; with Alt it is', async () => {
    under = ['ground']
    await hold(at(20, 20))
    expect(selected()).toEqual([])
    await hold(at(20, 20), at(1070, 1070))
    expect([...selected()].sort()).toEqual(['hair', 'leaf', 'pot'])
    bench.select([])
    await hold(at(20, 20, { alt: true }))
    expect(selected()).toEqual(['ground'])
  })
  it('once selected elsewhere is dragged, but lets what lies on it be taken', async () => {
    bench.select(['ground'])
    under = ['ground']
    await hold(at(20, 20), at(24, 20))
    expect(x('ground')).toBe(544)
    under = ['pot', 'ground']
    await hold(at(650, 300), at(660, 300))
    expect([selected(), x('pot')]).toEqual([['pot'], 710])
  })
})

describe('what is selected', () => {
  it('is dragged by its box however thin it is, and whatever covers it; a press that is no drag selects anew', async () => {
    bench.select(['hair'])
    under = ['ground']
    await hold(at(300, 303), at(330, 303))
    expect([selected(), x('hair')]).toEqual([['hair'], 330])
    bench.select(['pot'])
    under = ['leaf', 'pot', 'ground']
    await hold(at(650, 300), at(690, 300))
    expect([selected(), x('pot'), x('leaf')]).toEqual([['pot'], 740, 710])
    await hold(at(700, 300))
    expect(selected()).toEqual(['leaf'])
  })
})
