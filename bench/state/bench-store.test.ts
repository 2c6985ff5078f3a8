import { describe, expect, it, vi } from 'vitest'
import { record } from '@/core/design/edits'
import { arrangementKey, type Design } from '@/core/design/schema'
import {
  fromOtherTab,
  fromWorker,
  layer,
  newServer,
  openBench,
  PATIENCE,
  sampleDesign,
  toStage,
} from './bench.test-data'
import { kept } from './idb.test-data'

vi.mock('idb-keyval', () => import('./idb.test-data'))

const opacity = (id: string, value: number) => (d: Design) => {
  const l = d.layers[id]
  if (l) l.opacity = value
}
const nextId = (() => {
  let n = 0
  return () => `other-${++n}`
})()

describe('a step of work', () => {
  it('is shown, recorded, sent and can be taken back and brought again', async () => {
    const server = newServer()
    const bench = await openBench(server)
    bench.edit('Fade', opacity('disc', 0.5))
    expect(layer(bench, 'disc').opacity).toBe(0.5)
    expect(bench.store.getState().history.done.map((e) => e.name)).toEqual(['Fade'])
    bench.undo()
    expect(layer(bench, 'disc').opacity).toBe(1)
    bench.redo()
    expect(layer(bench, 'disc').opacity).toBe(0.5)
    await vi.waitFor(() => expect(server.sent.map((e) => e.way)).toEqual(['do', 'undo', 'redo']), PATIENCE)
    await vi.waitFor(() => expect(bench.store.getState().save.state).toBe('saved'), PATIENCE)
  })
  it('that changes nothing is none', async () => {
    const bench = await openBench()
    bench.edit('Nothing', opacity('disc', 1))
    expect(bench.store.getState().history.done).toEqual([])
  })
  it('drops what was undone before it', async () => {
    const bench = await openBench()
    bench.edit('One', opacity('disc', 0.5))
    bench.undo()
    bench.edit('Two', opacity('disc', 0.25))
    expect(bench.store.getState().history.undone).toEqual([])
    bench.redo()
    expect(layer(bench, 'disc').opacity).toBe(0.25)
  })
  it('goes to the workers as patches, with the revision that will be shown', async () => {
    const bench = await openBench()
    bench.edit('Fade', opacity('disc', 0.5))
    const edits = toStage().filter((m) => m.kind === 'edit')
    expect(edits).toHaveLength(1)
    expect(edits[0]).toMatchObject({
      preview: false,
      revision: bench.store.getState().revision,
      patches: [{ path: ['layers', 'disc', 'opacity'], value: 0.5 }],
    })
  })
})

describe('a gesture', () => {
  it('is shown at every move and is one step at its end', async () => {
    const server = newServer()
    const bench = await openBench(server)
    for (const v of [0.9, 0.7, 0.6]) bench.preview(opacity('disc', v))
    expect(layer(bench, 'disc').opacity).toBe(0.6)
    expect(server.sent).toEqual([])
    bench.commit('Fade', opacity('disc', 0.6))
    expect(bench.store.getState().history.done).toHaveLength(1)
    bench.undo()
    expect(layer(bench, 'disc').opacity).toBe(1)
  })
  it('always starts from the state at its beginning, so that moves do not add up', async () => {
    const bench = await openBench()
    const move = (by: number) => (d: Design) => {
      const l = d.layers.disc
      if (l) l.placement.x += by
    }
    const x = layer(bench, 'disc').placement.x
    for (const by of [10, 20, 30]) bench.preview(move(by))
    expect(layer(bench, 'disc').placement.x).toBe(x + 30)
    bench.commit('Move', move(30))
    expect(layer(bench, 'disc').placement.x).toBe(x + 30)
  })
  it('that is cancelled leaves nothing behind', async () => {
    const server = newServer()
    const bench = await openBench(server)
    bench.preview(opacity('disc', 0.3))
    expect(bench.inGesture).toBe(true)
    bench.cancel()
    expect([
      bench.inGesture,
      layer(bench, 'disc').opacity,
      bench.store.getState().history.done.length,
    ]).toEqual([false, 1, 0])
    expect(server.sent).toEqual([])
    expect(toStage().at(-1)).toMatchObject({ kind: 'edit', patches: [], preview: false })
  })
  it('undone in mid-air is only cancelled', async () => {
    const bench = await openBench()
    bench.edit('Before', opacity('card', 0.5))
    bench.preview(opacity('disc', 0.3))
    bench.undo()
    expect([layer(bench, 'disc').opacity, layer(bench, 'card').opacity]).toEqual([1, 0.5])
  })
  it('that ends where it began shows the beginning again and is no step', async () => {
    const bench = await openBench()
    bench.preview(opacity('disc', 0.3))
    bench.commit('Fade', () => undefined)
    expect(layer(bench, 'disc').opacity).toBe(1)
    expect(bench.store.getState().history.done).toEqual([])
  })
})

describe('after a reload', () => {
  it('earlier steps can be undone, own new ones too', async () => {
    const server = newServer()
    const design = sampleDesign()
    const { patches, inverse, design: after } = record(design, opacity('disc', 0.4))
    server.log = [{ id: 'earlier-1', name: 'Earlier', base: 0, way: 'do', target: null, patches, inverse }]
    const bench = await openBench(server, after)
    await vi.waitFor(
      () => expect(bench.store.getState().history.done.map((e) => e.name)).toEqual(['Earlier']),
      PATIENCE,
    )
    bench.undo()
    expect(layer(bench, 'disc').opacity).toBe(1)
  })
  it('edits that could not be sent are taken up again', async () => {
    const { patches, inverse } = record(sampleDesign(), opacity('disc', 0.2))
    kept.set('unsent/sample', [
      { id: 'unsent-1', name: 'Unsent', base: 0, way: 'do', target: null, patches, inverse },
    ])
    const server = newServer()
    const bench = await openBench(server)
    await vi.waitFor(() => expect(layer(bench, 'disc').opacity).toBe(0.2), PATIENCE)
    await vi.waitFor(() => expect(server.sent.map((e) => e.id)).toEqual(['unsent-1']), PATIENCE)
  })
  it('unsent edits that are refused are put aside with their reason, and said so', async () => {
    kept.set('unsent/sample', [
      {
        id: 'unsent-2',
        name: 'Lost',
        base: 0,
        way: 'do',
        target: null,
        patches: [{ op: 'replace', path: ['layers', 'gone', 'opacity'], value: 0.5 }],
        inverse: [],
      },
    ])
    const server = newServer()
    server.take = (edits) => ({
      status: 400,
      body: {
        revision: 0,
        results: [{ id: edits[0]?.id, kind: 'refused', problem: 'bad-input', message: 'It does not fit.' }],
      },
    })
    const bench = await openBench(server)
    await vi.waitFor(
      () => expect(bench.store.getState().notice?.text).toMatch(/could not be stored and lies aside/),
      PATIENCE,
    )
    expect(bench.store.getState().save.aside).toBe(1)
    expect(kept.get('aside/sample')).toMatchObject([
      { edit: { id: 'unsent-2' }, message: 'It does not fit.' },
    ])
  })
})

describe('another tab', () => {
  const theirs = (change: (d: Design) => void, revision = 1) => {
    const { patches, inverse } = record(sampleDesign(), change)
    return [
      {
        revision,
        edit: { id: nextId(), name: 'Theirs', base: 0, way: 'do' as const, target: null, patches, inverse },
      },
    ]
  }
  it('has its edits shown here, without becoming steps of this one', async () => {
    const bench = await openBench()
    fromOtherTab(theirs(opacity('card', 0.5)))
    expect(layer(bench, 'card').opacity).toBe(0.5)
    expect(bench.store.getState().history.done).toEqual([])
    expect(bench.sync.revision).toBe(1)
  })
  it('own edits told back are not taken twice', async () => {
    const bench = await openBench()
    fromOtherTab(theirs(opacity('card', 0.5)), bench.sync.session)
    expect(layer(bench, 'card').opacity).toBe(1)
  })
  it('a step that no longer fits is not undone, and said so', async () => {
    const bench = await openBench()
    bench.edit('Fade', opacity('disc', 0.5))
    fromOtherTab(
      theirs((d) => {
        delete d.layers.disc
      }),
    )
    bench.undo()
    expect(bench.store.getState().notice).toMatchObject({
      tone: 'trouble',
      text: expect.stringMatching(/another tab changed the same thing/),
    })
    expect(bench.store.getState().design.layers.disc).toBeUndefined()
  })
  it('a selection never holds what is gone', async () => {
    const bench = await openBench()
    bench.select(['disc', 'card'])
    fromOtherTab(
      theirs((d) => {
        delete d.layers.disc
      }),
    )
    expect(bench.store.getState().selection).toEqual(['card'])
  })
})

describe('arrangements', () => {
  const arrangement = {
    solver: 1,
    text: { x: 0, y: 0, width: 1, height: 1 },
    align: 'start',
    hang: 0,
    typeScale: 1,
    subject: { x: 0, y: 0, width: 1, height: 1 },
    leftOut: [],
  } as const
  const thumb = (more: object = {}) =>
    fromWorker({
      kind: 'thumb',
      row: null,
      as: null,
      revision: 1,
      page: 'page1',
      channel: 'link-card',
      width: 1,
      height: 1,
      data: new Uint8ClampedArray(4),
      leftOut: [],
      arrangement: arrangement as never,
      chosenAnew: false,
      ...more,
    })
  it('are kept when first chosen, and undo steps over them', async () => {
    const server = newServer()
    const bench = await openBench(server)
    bench.edit('Fade', opacity('disc', 0.5))
    thumb()
    expect(bench.store.getState().design.arrangements[arrangementKey('page1', 'link-card')]).toEqual(
      arrangement,
    )
    await vi.waitFor(() => expect(server.sent.map((e) => e.way)).toEqual(['do', 'keep']), PATIENCE)
    bench.undo()
    expect(layer(bench, 'disc').opacity).toBe(1)
    expect(bench.store.getState().design.arrangements[arrangementKey('page1', 'link-card')]).toEqual(
      arrangement,
    )
  })
  it('are not written again while they hold, nor in the middle of a gesture', async () => {
    const bench = await openBench()
    thumb()
    const { revision } = bench.store.getState()
    thumb()
    expect(bench.store.getState().revision).toBe(revision)
    bench.preview(opacity('disc', 0.5))
    thumb({ chosenAnew: true, arrangement: { ...arrangement, hang: 1 } })
    expect(bench.store.getState().design.arrangements[arrangementKey('page1', 'link-card')]).toMatchObject({
      hang: 0,
    })
  })
})

describe('what is in sight', () => {
  it('another channel is resolved for it; the selection stays on the same page', async () => {
    const bench = await openBench()
    bench.select(['title'])
    bench.show('page1', 'link-card')
    const s = bench.store.getState()
    expect([s.channel, s.resolved.width, s.resolved.height, s.selection]).toEqual([
      'link-card',
      1200,
      630,
      ['title'],
    ])
    expect(s.view.fitted).toBe(true)
  })
  it('a page or channel that is removed gives way to what is left', async () => {
    const bench = await openBench()
    bench.show('page1', 'link-card')
    bench.edit('Remove channel', (d) => {
      delete d.channels['link-card']
      d.arrangements = {}
    })
    expect(bench.store.getState().channel).toBe('square-post')
  })
  it('findings and trouble come from the worker', async () => {
    const bench = await openBench()
    fromWorker({ kind: 'findings', revision: 1, page: 'page1', channel: 'link-card', findings: [] })
    fromWorker({ kind: 'trouble', message: 'No memory.' })
    expect(bench.store.getState().findings).toEqual({ 'page1/link-card': [] })
    expect(bench.store.getState().notice).toMatchObject({ text: 'No memory.', tone: 'trouble' })
  })
  it('a click inside a group that was gone into takes its member, else the whole group', async () => {
    const design = sampleDesign()
    design.layers.g = {
      ...(design.layers.card as Design['layers'][string]),
      id: 'g',
      kind: 'group',
      open: true,
      name: 'G',
      order: 'a2',
    } as never
    for (const id of ['disc', 'card']) {
      const l = design.layers[id]
      if (l) l.parent = 'g'
    }
    const bench = await openBench(newServer(), design)
    expect(bench.takenBy('disc')).toBe('g')
    bench.set({ inside: 'g' })
    expect(bench.takenBy('disc')).toBe('disc')
    expect(bench.takenBy('title')).toBe('title')
  })
})
