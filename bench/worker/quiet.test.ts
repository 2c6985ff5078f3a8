import { describe, expect, it } from 'vitest'
import { sampleDesign } from '@/bench/state/bench.test-data'
import { boxAt, pictureLayer } from '@/core/kinds/new'
import { openHost } from '@/host/project'
import type { FromWorker, Show } from './protocol'
import { QuietWork } from './quiet'

describe('pictures of channels', () => {
  it('are made again once a file has come that they lacked, though the lineup was told anew meanwhile', async () => {
    const design = sampleDesign()
    const where = { id: 'new', page: 'page1', plane: 'front', order: 'a9' } as const
    const source = { sha: 'e'.repeat(64), width: 8, height: 8 }
    design.layers.new = pictureLayer(where, 'New', source, boxAt(0, 0, 200, 200))
    const host = openHost(async () => null)
    const posted: FromWorker[] = []
    const come: (() => void)[] = []
    const quiet = new QuietWork({
      host,
      post: (m) => void posted.push(m),
      resolved: async (page, channel) => ({
        page: await host.resolve(design, page, channel),
        revision: 1,
        design,
      }),
      lightOf: () => null,
      load: (_, again) => void come.push(again),
    })
    const shows = (): Show[] => [{ page: 'page1', channel: 'square-post', width: 60, height: 60 }]
    quiet.take({ kind: 'lineup', shows: shows() })
    await quiet.piece(false)
    expect(posted.map((m) => m.kind)).toEqual(['thumb'])
    quiet.take({ kind: 'lineup', shows: shows() })
    expect(await quiet.piece(false)).toBe(false)
    for (const again of come) again()
    expect(await quiet.piece(false)).toBe(true)
    expect(posted.map((m) => m.kind)).toEqual(['thumb', 'thumb'])
  })
})
