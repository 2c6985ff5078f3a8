import { beforeEach, describe, expect, it, vi } from 'vitest'
import { membersOf } from '@/core/design/tree'
import type { Layer } from '@/core/kinds/list'
import { boxAt, groupLayer, pictureLayer } from '@/core/kinds/new'
import type { Bench } from '../state/bench'
import { openBench, source } from '../state/bench.test-data'
import { type Imported, laidOut, placeImported } from './place-imported'

vi.mock('idb-keyval', () => import('../state/idb.test-data'))

const at = (id: string, order: string, parent: string | null = null) => ({
  id,
  page: 'page1',
  plane: 'subject' as const,
  order,
  parent,
})
const info = source()
const picture = (id: string, order: string, x: number, parent: string | null = null): Layer =>
  pictureLayer(at(id, order, parent), id, { sha: info.sha, width: 100, height: 50 }, boxAt(x, 20, 100, 50))
const imported = (layers: Layer[], width = 400, height = 300): Imported => ({
  width,
  height,
  layers,
  sources: [info],
  notes: [],
})

describe('layers of an image on a page', () => {
  it('are centred as large as they are where they fit, and never enlarged', () => {
    const [l] = laidOut(imported([picture('a', 'a0', 10)]), { width: 1080, height: 1080 })
    expect(l?.placement).toMatchObject({
      width: 100,
      height: 50,
      x: 60 + (1080 - 400) / 2,
      y: 45 + (1080 - 300) / 2,
    })
  })
  it('are made smaller with the image, each keeping its place in it', () => {
    const [a, b] = laidOut(imported([picture('a', 'a0', 0), picture('b', 'a1', 300)], 2160, 2160), {
      width: 1080,
      height: 1080,
    })
    expect(a?.placement.width).toBe(50)
    expect((b?.placement.x ?? 0) - (a?.placement.x ?? 0)).toBe(150)
  })
  it('of one file land in the same place whatever was chosen: parts in register', () => {
    const page = { width: 1080, height: 1350 }
    const alone = laidOut(imported([picture('b', 'a1', 300)]), page)
    const both = laidOut(imported([picture('a', 'a0', 0), picture('b', 'a1', 300)]), page)
    expect(alone[0]?.placement).toEqual(both[1]?.placement)
  })
})

describe('placing what was chosen', () => {
  let bench: Bench
  beforeEach(async () => {
    bench = await openBench()
  })
  const file = new File([new Uint8Array(4)], 'studio corner.ora')
  const answering = (made: Imported | { message: string }, status = 200) => {
    const asked: string[] = []
    vi.stubGlobal('fetch', async (url: string) => {
      asked.push(url)
      return Response.json(made, { status })
    })
    return asked
  }
  it('several layers come as a group, named after the file, in one step', async () => {
    const asked = answering(
      imported([picture('p', 'a0', 0), groupLayer(at('g', 'a1'), 'Pots'), picture('q', 'a0', 50, 'g')]),
    )
    await placeImported(bench, file, { layers: ['0', '1.0'], as: 'layers' })
    expect(asked[0]).toBe('/api/open-raster?layers=0%2C1.0&as=layers')
    const s = bench.store.getState()
    const group = s.design.layers[s.selection[0] ?? '']
    expect(group).toMatchObject({ kind: 'group', name: 'studio corner' })
    expect(membersOf(s.design, group?.id ?? '').map((l) => l.name)).toEqual(['p', 'Pots'])
    expect(s.history.done.map((e) => e.name)).toEqual(['Place layers'])
    expect(s.sources[info.sha]).toBeDefined()
  })
  it('a single one comes by itself, above what is selected', async () => {
    answering(imported([picture('p', 'a0', 0)]))
    bench.select(['disc'])
    const { plane } = bench.store.getState().design.layers.disc as Layer
    await placeImported(bench, file, { layers: ['0'], as: 'picture' })
    const s = bench.store.getState()
    expect(s.design.layers[s.selection[0] ?? '']).toMatchObject({ name: 'p', plane, parent: null })
  })
  it('a refusal is told and nothing is changed', async () => {
    answering({ message: 'The entry “data/a.png” is damaged. Nothing was stored.' }, 400)
    await expect(placeImported(bench, file, { layers: ['0'], as: 'layers' })).rejects.toThrow(
      /data\/a\.png.*damaged/,
    )
    expect(bench.store.getState().history.done).toEqual([])
  })
})
