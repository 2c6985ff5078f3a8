import { beforeEach, describe, expect, it, vi } from 'vitest'
import { ownChannel } from '@/core/design/channels'
import { addChannel } from '@/core/design/commands'
import { isWorded } from '@/core/kinds/facts'
import { commandById } from '../commands/list'
import { resizeOne } from '../stage/gestures'
import type { Bench } from '../state/bench'
import { layer, openBench } from '../state/bench.test-data'
import { bendAs } from './bending'
import { handledLeaves, hugWords, writeType } from './handled'
import { addType } from './placing'
import { seenBounds } from './seen'

vi.mock('idb-keyval', () => import('../state/idb.test-data'))

let bench: Bench
beforeEach(async () => {
  bench = await openBench()
})
const box = () => layer(bench, 'title').placement
const seen = () => {
  const b = seenBounds(bench, ['title'])
  if (!b) throw new Error('no words')
  return b
}

describe('words as they are seen', () => {
  it('are aligned by their letters, not by the box that they lie in', () => {
    bench.select(['title'])
    commandById('align-right').run(bench)
    expect(seen().right).toBeCloseTo(1080, 1)
    expect(box().x + box().width / 2).toBeGreaterThan(1085)
    commandById('align-middle').run(bench)
    // From the height of capitals to the baseline.
    expect((seen().top + seen().bottom) / 2).toBeCloseTo(540, 4)
  })
  it('have a box that hugs them until a width is given', () => {
    bench.edit('Hug', (d) => hugWords(bench, d, 'title', true))
    const wide = box().width
    expect(wide).toBeLessThan(900)
    expect(wide - (seen().right - seen().left)).toBeLessThan(2)
    const left = box().x - wide / 2
    bench.edit('Write', (d) => writeType(bench, d, 'title', { text: 'Kiln' }))
    expect(box().width).toBeLessThan(wide / 2)
    expect(box().x - box().width / 2).toBeCloseTo(left, 4)
    bench.edit('Align', (d) => writeType(bench, d, 'title', { style: { align: 'centre' } }))
    const middle = box().x
    bench.edit('Write', (d) => writeType(bench, d, 'title', { text: 'Kiln opening day' }))
    expect(box().x).toBeCloseTo(middle, 4)
  })
  it('written without a width stay on one line as long as the page is wide enough, and on the page', async () => {
    await addType(bench, { x: 700, y: 300 })
    const id = bench.store.getState().selection[0] as string
    const placed = () => layer(bench, id).placement
    bench.edit('Write', (d) => writeType(bench, d, id, { text: 'Open' }))
    expect(placed().x - placed().width / 2).toBeCloseTo(700, 4)
    const line = placed().height
    bench.edit('Write', (d) => writeType(bench, d, id, { text: 'Kiln opening on Sunday' }))
    expect(placed().height).toBeCloseTo(line, 4)
    expect(placed().x + placed().width / 2).toBeCloseTo(1080, 4)
    bench.edit('Write', (d) => writeType(bench, d, id, { style: { size: 200 } }))
    expect(placed().height).toBeGreaterThan(200 * 2)
    expect([placed().x - placed().width / 2 >= 0, placed().x + placed().width / 2 <= 1080.001]).toEqual([
      true,
      true,
    ])
  })
  it('are bent themselves, not a box that reaches beyond them', () => {
    bench.edit('Write', (d) => writeType(bench, d, 'title', { text: 'Kiln' }))
    expect(box().width).toBe(900)
    bench.select(['title'])
    bendAs(bench, 'arc')
    expect(box().bend).toBeDefined()
    expect(box().width).toBeLessThan(300)
    bench.undo()
    expect(box().bend).toBeUndefined()
    expect(box().width).toBe(900)
    const title = layer(bench, 'title')
    expect(isWorded(title) && title.hugs).toBeFalsy()
  })
  it('keep the box of the master where they are sized on another channel', () => {
    bench.edit('Hug', (d) => {
      const { group: _, ...channel } = ownChannel('wide', 'Wide', 1200, 600)
      addChannel(d, channel)
      hugWords(bench, d, 'title', true)
    })
    const before = layer(bench, 'title')
    const page = bench.store.getState().page
    bench.show(page, 'wide')
    bench.select(['title'])
    const [leaf] = handledLeaves(bench)
    if (!leaf) throw new Error('no words')
    const sized = resizeOne(bench, leaf, 1, 1, { x: 0, y: 0 })
    sized.move({ x: 60, y: 20 }, { shift: false, alt: false, free: true })
    sized.end()
    const wider = resizeOne(bench, leaf, 1, 0, { x: 0, y: 0 })
    wider.move({ x: 80, y: 0 }, { shift: false, alt: false, free: true })
    wider.end()
    const after = layer(bench, 'title')
    expect(isWorded(after) && isWorded(before) && after.hugs === before.hugs).toBe(true)
    expect(after.placement).toEqual(before.placement)
    expect(Object.keys(bench.store.getState().design.changes).length).toBeGreaterThan(0)
  })
})
