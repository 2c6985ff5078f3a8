import { beforeEach, describe, expect, it, vi } from 'vitest'
import { group } from '@/core/design/commands'
import { groupLayer } from '@/core/kinds/new'
import { newMask } from '@/core/masks/mask'
import { newTreatment } from '@/core/treatments/list'
import type { Bench } from '../state/bench'
import { layer, newServer, openBench, sampleDesign, source } from '../state/bench.test-data'
import { copySelection, pasteFiles, pasteText } from './clipboard'

vi.mock('idb-keyval', () => import('../state/idb.test-data'))

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
    expect(layer(bench, selection()[0] as string)).toMatchObject({
      page: 'page2',
      placement: { x: 400, y: 600 },
    })
  })
  it('takes groups over with all they hold', async () => {
    bench.edit('Group', (d) =>
      group(
        d,
        ['disc', 'card'],
        groupLayer({ id: 'g', page: 'page1', plane: 'subject', order: 'a0' }, 'Pair'),
      ),
    )
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
    const other = await openBench(newServer(), {
      ...sampleDesign(),
      id: 'other',
      layers: title ? { title } : rest,
    })
    await pasteText(other, clipboard, false)
    expect(other.store.getState().sources['a'.repeat(64)]).toBeDefined()
    expect(Object.values(other.store.getState().design.layers)).toContainEqual(
      expect.objectContaining({ name: 'Photo', source: 'a'.repeat(64) }),
    )
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
  it('goes by what was copied along, in masks and treatments too; by the original where that was left behind', async () => {
    const mask = {
      ...newMask.shape({ id: 'm', order: 'a0' }, 'rectangle'),
      kind: 'layer',
      layer: 'disc',
      by: 'coverage',
    }
    const displaced = { ...newTreatment('displace', { id: 't', order: 'a0' }), layer: 'disc' }
    bench.edit(
      'Go by',
      (d) => void Object.assign(d.layers.card ?? {}, { masks: { m: mask }, treatments: { t: displaced } }),
    )
    const copied = async (...ids: string[]) => {
      bench.select(ids)
      await copySelection(bench)
      await pasteText(bench, clipboard, false)
      const names = selection()
      return { names, card: layer(bench, names.at(-1) as string) }
    }
    const both = await copied('disc', 'card')
    expect(both.card).toMatchObject({
      masks: { m: { layer: both.names[0] } },
      treatments: { t: { layer: both.names[0] } },
    })
    const alone = await copied('card')
    expect(alone.card).toMatchObject({
      masks: { m: { layer: 'disc' } },
      treatments: { t: { layer: 'disc' } },
    })
    // In a design that knows neither, a mask by nothing goes.
    const { title } = sampleDesign().layers
    const other = await openBench(newServer(), {
      ...sampleDesign(),
      id: 'other',
      layers: title ? { title } : {},
    })
    await pasteText(other, clipboard, false)
    const pasted = Object.values(other.store.getState().design.layers).find((l) => l.name === 'Card')
    expect(pasted?.masks).toEqual({})
    expect(pasted).toMatchObject({ treatments: { t: { layer: null } } })
  })
  it('lands above the selection in its plane and group; mode and opacity travel along', async () => {
    bench.edit('Look', (d) => void Object.assign(d.layers.disc ?? {}, { blend: 'multiply', opacity: 0.4 }))
    bench.edit('Group', (d) =>
      group(d, ['card'], groupLayer({ id: 'g', page: 'page1', plane: 'subject', order: 'a0' }, 'One')),
    )
    bench.select(['disc'])
    await copySelection(bench)
    bench.select(['card'])
    await pasteText(bench, clipboard, true)
    expect(layer(bench, selection()[0] as string)).toMatchObject({
      parent: 'g',
      plane: 'subject',
      blend: 'multiply',
      opacity: 0.4,
      placement: { x: 400, y: 600 },
    })
    bench.select(['title'])
    await pasteText(bench, clipboard, true)
    expect(layer(bench, selection()[0] as string)).toMatchObject({
      parent: null,
      plane: 'message',
      placement: { x: 400, y: 600 },
    })
  })
  it('keeps what differs per channel, and on another channel the place where it was seen', async () => {
    bench.show('page1', 'link-card')
    bench.edit('Place', (d) => {
      d.changes['link-card.disc.opacity'] = {
        channel: 'link-card',
        target: 'layers/disc',
        property: 'opacity',
        value: 0.3,
      }
    })
    const at = () => bench.store.getState().resolved.layers.map((l) => l.layer)
    const seen = at().find((l) => l.id === 'disc')?.placement
    bench.select(['disc'])
    await copySelection(bench)
    bench.select([])
    await pasteText(bench, clipboard, true)
    const [id = ''] = selection()
    const copy = at().find((l) => l.id === id)
    expect(copy?.opacity).toBe(0.3)
    expect([copy?.placement.x, copy?.placement.y, copy?.placement.width]).toEqual(
      [seen?.x, seen?.y, seen?.width].map((v) => expect.closeTo(v ?? 0, 6)),
    )
  })
  it('takes what an earlier version of the application copied', async () => {
    bench.select(['disc'])
    await copySelection(bench)
    const now = JSON.parse(clipboard) as Record<string, unknown>
    const change = { channel: 'link-card', target: 'disc', property: 'opacity', value: 0.3 }
    bench.select([])
    await pasteText(bench, JSON.stringify({ ...now, vividLayers: 1, changes: [change] }), true)
    const [id = ''] = selection()
    expect(bench.store.getState().design.changes).toEqual({
      [`link-card.layers/${id}.opacity`]: { ...change, target: `layers/${id}` },
    })
  })
  it('a tie is copied as a tie of its own; at a point it is centred there', async () => {
    bench.edit('Tie', (d) => {
      for (const id of ['disc', 'card']) Object.assign(d.layers[id] ?? {}, { tie: 't' })
    })
    bench.select(['disc', 'card'])
    await copySelection(bench)
    bench.select([])
    await pasteText(bench, clipboard, false, { x: 100, y: 100 })
    const made = selection().map((id) => layer(bench, id))
    expect(new Set(made.map((l) => l.tie)).size).toBe(1)
    expect(made[0]?.tie).not.toBe('t')
    // The box around both was 500 × 300.
    expect(made.map((l) => [l.placement.x, l.placement.y])).toEqual([
      [-50, 50],
      [250, 100],
    ])
    expect(bench.store.getState().history.done.at(-1)?.name).toBe('Paste 2 layers')
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
  const data = (text: string, files: File[] = []) =>
    ({ files, getData: () => text }) as unknown as DataTransfer
  it('plain words become a text, no smaller than the channel allows', async () => {
    await pasteFiles(bench, data('Three days of glaze'))
    expect(layer(bench, selection()[0] as string)).toMatchObject({
      kind: 'type',
      text: 'Three days of glaze',
      plane: 'message',
    })
    const made = layer(bench, selection()[0] as string)
    expect(made.kind === 'type' && made.style.size).toBeGreaterThanOrEqual(28)
  })
  it('something that only looks like layers is pasted as the words it is', async () => {
    const odd = '{"vividLayers":1,"layers":"none"}'
    await pasteFiles(bench, data(odd))
    expect(layer(bench, selection()[0] as string)).toMatchObject({ kind: 'type', text: odd })
  })
  it('of a text of 50 MB what a text box holds is taken, and that is said', async () => {
    await pasteFiles(bench, data('glaze '.repeat(8_500_000)))
    const made = layer(bench, selection()[0] as string)
    expect(made.kind === 'type' && made.text.length).toBe(20_000)
    expect(bench.store.getState().notice?.text).toContain('51,000,000 characters')
  })
  it('files are placed', async () => {
    vi.stubGlobal('fetch', async () => Response.json(source()))
    await pasteFiles(bench, data('', [new File(['x'], 'cup.png')]))
    expect(layer(bench, selection()[0] as string)).toMatchObject({ kind: 'picture', name: 'cup' })
  })
})
