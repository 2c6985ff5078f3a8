import { beforeEach, describe, expect, it, vi } from 'vitest'
import { groupLayer } from '@/core/design/blank'
import { group } from '@/core/design/commands'
import { layer, newServer, openBench, sampleDesign, source } from './bench.test-data'
import type { Bench } from './bench-store'
import { copySelection, pasteFiles, pasteText } from './clipboard'

vi.mock('idb-keyval', () => import('./idb.test-data'))

let bench: Bench
let clipboard = ''
beforeEach(async () => {
  bench = await openBench()
  clipboard = ''
  vi.stubGlobal('navigator', {
    clipboard: {
      writeText: async (text: string) => {
        clipboard = text
      },
      readText: async () => clipboard,
    },
  })
})
const count = () => Object.keys(bench.store.getState().design.layers).length
const selection = () => bench.store.getState().selection

describe('copy and paste', () => {
  it('gives an independent copy a little beside, selected', async () => {
    bench.select(['disc'])
    await copySelection(bench)
    await pasteText(bench, clipboard, false)
    const [id = ''] = selection()
    expect(id).not.toBe('disc')
    expect(layer(bench, id)).toMatchObject({ name: 'Disc', placement: { x: 422, y: 622 } })
    bench.edit('Fade', (d) => {
      const l = d.layers[id]
      if (l) l.opacity = 0.5
    })
    expect(layer(bench, 'disc').opacity).toBe(1)
  })
  it('in the same place, also on another page', async () => {
    bench.select(['disc'])
    await copySelection(bench)
    bench.edit('Page', (d) => {
      d.pages.page2 = { id: 'page2', name: 'Page 2', order: 'a5', colour: '#ffffff' }
    })
    bench.show('page2', 'square-post')
    await pasteText(bench, null, true)
    expect(layer(bench, selection()[0] as string)).toMatchObject({ page: 'page2', placement: { x: 400, y: 600 } })
  })
  it('takes groups over with all they hold', async () => {
    bench.edit('Group', (d) => group(d, ['disc', 'card'], groupLayer({ id: 'g', page: 'page1', plane: 'subject', order: 'a0' }, 'Pair')))
    bench.select(['g'])
    await copySelection(bench)
    const before = count()
    await pasteText(bench, clipboard, false)
    expect(count()).toBe(before + 3)
    const [root = ''] = selection()
    const members = Object.values(bench.store.getState().design.layers).filter((l) => l.parent === root)
    expect(members.map((l) => l.name).sort()).toEqual(['Card', 'Disc'])
  })
  it('into another design brings the sources along', async () => {
    bench.addSource(source({ sha: 'a'.repeat(64) }))
    bench.select(['photo'])
    await copySelection(bench)
    const { title, ...rest } = sampleDesign().layers
    const other = await openBench(newServer(), { ...sampleDesign(), id: 'other', layers: title ? { title } : rest })
    await pasteText(other, clipboard, false)
    expect(other.store.getState().sources['a'.repeat(64)]).toBeDefined()
    expect(Object.values(other.store.getState().design.layers)).toContainEqual(expect.objectContaining({ name: 'Photo', source: 'a'.repeat(64) }))
  })
  it('keeps a rider with its host when both are copied, and lets go of one left behind', async () => {
    bench.edit('Ride', (d) => {
      const l = d.layers.card
      if (l) l.behaviour = { ...l.behaviour, kind: 'ride', host: 'disc' }
    })
    bench.select(['disc', 'card'])
    await copySelection(bench)
    await pasteText(bench, clipboard, false)
    const [disc = '', card = ''] = selection()
    expect(layer(bench, card).behaviour.host).toBe(disc)
    bench.select(['card'])
    await copySelection(bench)
    await pasteText(bench, clipboard, false)
    expect(layer(bench, selection()[0] as string).behaviour.host).toBeNull()
  })
  it('works inside the application where the browser gives no clipboard', async () => {
    vi.stubGlobal('navigator', {})
    bench.select(['disc'])
    await copySelection(bench)
    await pasteText(bench, null, false)
    expect(selection()).not.toEqual(['disc'])
  })
})

describe('pasting from elsewhere', () => {
  const data = (text: string, files: File[] = []) => ({ files, getData: () => text }) as unknown as DataTransfer
  it('plain words become a text, no smaller than the channel allows', async () => {
    await pasteFiles(bench, data('Three days of glaze'))
    expect(layer(bench, selection()[0] as string)).toMatchObject({ kind: 'type', text: 'Three days of glaze', plane: 'message' })
    const made = layer(bench, selection()[0] as string)
    expect(made.kind === 'type' && made.style.size).toBeGreaterThanOrEqual(28)
  })
  it('something that only looks like layers is pasted as the words it is', async () => {
    const odd = '{"vividLayers":1,"layers":"none"}'
    await pasteFiles(bench, data(odd))
    expect(layer(bench, selection()[0] as string)).toMatchObject({ kind: 'type', text: odd })
  })
  it('files are placed', async () => {
    vi.stubGlobal('fetch', async () => Response.json(source()))
    await pasteFiles(bench, data('', [new File(['x'], 'cup.png')]))
    expect(layer(bench, selection()[0] as string)).toMatchObject({ kind: 'picture', name: 'cup' })
  })
})
