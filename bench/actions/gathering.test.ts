import { beforeEach, describe, expect, it, vi } from 'vitest'
import { ownChannel } from '@/core/design/channels'
import { addChannel } from '@/core/design/commands'
import { overlaps } from '@/core/geometry/bounds'
import { placedBounds } from '@/core/geometry/placement'
import { resolve } from '@/core/resolve/resolve'
import type { Bench } from '../state/bench'
import { layer, openBench } from '../state/bench.test-data'
import { gather, gatherSources } from './gathering'

vi.mock('idb-keyval', () => import('../state/idb.test-data'))

let bench: Bench
beforeEach(async () => {
  bench = await openBench()
})
const page = { left: 0, top: 0, right: 1080, bottom: 1080 }
const boxOf = (id: string) => placedBounds(layer(bench, id).placement)
const shownOn = (channel: string) => {
  const { design } = bench.store.getState()
  const context = { fonts: bench.fonts, lightOf: bench.lightOf }
  return resolve(design, { page: 'page1', channel }, context).layers.map((l) => l.layer.id)
}

describe('what waits beside the page', () => {
  it('lies on the apron, not on each other, as large as it was, and comes back by undo', () => {
    const before = boxOf('disc')
    bench.select(['disc', 'card'])
    gather(bench)
    const [disc, card] = [boxOf('disc'), boxOf('card')]
    expect(overlaps(disc, page)).toBe(false)
    expect(overlaps(card, page)).toBe(false)
    expect(overlaps(disc, card)).toBe(false)
    expect(disc.right - disc.left).toBeCloseTo(before.right - before.left, 6)
    bench.undo()
    expect(boxOf('disc')).toEqual(before)
  })
  it('is on no other channel until it is moved onto the page', () => {
    bench.edit('Channel', (d) => {
      const { group: _, ...channel } = ownChannel('wide', 'Wide', 1200, 400)
      addChannel(d, channel)
    })
    expect(shownOn('wide')).toContain('disc')
    bench.select(['disc'])
    gather(bench)
    expect(shownOn('wide')).not.toContain('disc')
    expect(shownOn(bench.store.getState().design.master)).toContain('disc')
    bench.undo()
    expect(shownOn('wide')).toContain('disc')
  })
  it('may be files: small, in columns, in one step, beside what waits already', () => {
    const picture = (n: number) => ({
      info: {
        sha: String(n).repeat(64).slice(0, 64),
        kind: 'picture' as const,
        mime: 'image/png',
        width: 800,
        height: 600 + 100 * n,
        opaque: true,
        light: null,
        parts: null,
      },
      label: 'Bowl',
      kind: 'photo',
    })
    bench.select(['disc'])
    gather(bench)
    gatherSources(bench, [1, 2, 3, 4, 5, 6, 7].map(picture))
    const ids = bench.store.getState().selection
    expect(ids).toHaveLength(7)
    const boxes = [...ids, 'disc'].map(boxOf)
    for (const [n, a] of boxes.entries()) {
      expect(overlaps(a, page)).toBe(false)
      expect(boxes.slice(n + 1).some((b) => overlaps(a, b))).toBe(false)
    }
    expect(new Set(ids.map((id) => layer(bench, id).name)).size).toBe(7)
    bench.undo()
    expect(bench.store.getState().design.layers[ids[0] ?? '']).toBeUndefined()
  })
})
