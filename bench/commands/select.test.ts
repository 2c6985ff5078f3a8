import { beforeEach, describe, expect, it, vi } from 'vitest'
import { addLayers, group, keepInside } from '@/core/design/commands'
import { groupLayer, shapeLayer, typeLayer } from '@/core/kinds/new'
import { openPeek, pointerWasAt, takeNext } from '../stage/peek'
import type { Bench } from '../state/bench'
import { answers, layer, openBench } from '../state/bench.test-data'
import { plainSeeing, seenAs } from '../worker/seeing'
import { lackOf } from './define'
import { commandById } from './list'
import { coloursOf } from './select'

vi.mock('idb-keyval', () => import('../state/idb.test-data'))

let bench: Bench
beforeEach(async () => {
  answers.to = () => null
  bench = await openBench()
  bench.set({ view: { zoom: 1, x: 0, y: 0, fitted: false } })
})
const run = (id: string, selection: string[]) => {
  bench.select(selection)
  const command = commandById(id)
  if (lackOf(command, bench.store.getState())) throw new Error(`${id} cannot be run now`)
  command.run(bench)
}
const selected = () => [...bench.store.getState().selection].sort()
const where = (id: string) => ({ id, page: 'page1', plane: 'message' as const, order: `a${id.length}${id}` })
const paint = (id: string, colour: string) =>
  bench.edit('Paint', (d) => {
    const l = d.layers[id]
    if (l?.kind === 'shape') l.fill = { kind: 'solid', colour }
  })

describe('selecting what is alike', () => {
  it('by kind: all ellipses for an ellipse, not the rectangle; members of groups too', () => {
    bench.edit('More', (d) => {
      addLayers(d, [
        shapeLayer({ ...where('dot'), plane: 'subject' }, 'Dot', 'ellipse', {
          ...layer(bench, 'disc').placement,
          x: 900,
        }),
      ])
      group(d, ['dot'], groupLayer({ id: 'g', page: 'page1', plane: 'subject', order: 'a5' }, 'G'))
    })
    run('select-kind', ['disc'])
    expect(selected()).toEqual(['disc', 'dot'])
  })
  it('by colour, whether it is written out or comes from a swatch', () => {
    bench.edit('Swatch', (d) => {
      d.swatches.clay = { id: 'clay', name: 'Clay', order: 'a0', colour: '#C65A36' }
    })
    paint('disc', 'swatch:clay')
    paint('card', '#c65a36')
    run('select-colour', ['disc'])
    expect(selected()).toEqual(['card', 'disc'])
    paint('card', '#c65a37')
    run('select-colour', ['disc'])
    expect(selected()).toEqual(['disc'])
  })
  it('counts every stop of a gradient and the stroke as a colour', () => {
    const card = layer(bench, 'card')
    if (card.kind !== 'shape') throw new Error('no shape')
    const stops = { a: { offset: 0, colour: '#112233' }, b: { offset: 1, colour: '#445566' } }
    const striped = {
      ...card,
      fill: { kind: 'linear' as const, angleDegrees: 0, stops },
      stroke: { ...card.stroke, weight: 3, colour: '#778899' },
    }
    expect([...coloursOf(striped, {})].map((c) => c.slice(0, 7)).sort()).toEqual([
      '#112233',
      '#445566',
      '#778899',
    ])
  })
  it('by font; not offered where there is no type', () => {
    bench.edit('More', (d) => {
      const { placement } = layer(bench, 'title')
      addLayers(d, [
        typeLayer(where('same'), 'Bread', placement, { size: 20 }),
        typeLayer(where('other'), 'Kiln', placement, { size: 20, family: 'Fraunces' }),
      ])
    })
    run('select-font', ['title'])
    expect(selected()).toEqual(['same', 'title'])
    bench.select(['disc'])
    expect(lackOf(commandById('select-font'), bench.store.getState())).not.toBeNull()
  })
  it('leaves out what is locked or hidden', () => {
    bench.edit('Lock', (d) => {
      if (d.layers.card) d.layers.card.locked = true
    })
    bench.edit('More', (d) => {
      addLayers(d, [
        {
          ...shapeLayer(
            { ...where('ghost'), plane: 'subject' },
            'Ghost',
            'rectangle',
            layer(bench, 'card').placement,
          ),
          shown: false,
        },
      ])
    })
    run('select-kind', ['card'])
    expect(selected()).toEqual([])
  })
  it('the others: twice gives what was selected', () => {
    run('select-others', ['disc', 'title'])
    expect(selected()).toEqual(['card', 'photo'])
    commandById('select-others').run(bench)
    expect(selected()).toEqual(['disc', 'title'])
  })
  it('inside a group all means its members', () => {
    bench.edit('Group', (d) =>
      group(d, ['disc', 'card'], groupLayer({ id: 'g', page: 'page1', plane: 'subject', order: 'a5' }, 'G')),
    )
    bench.set({ inside: 'g' })
    run('select-all', [])
    expect(selected()).toEqual(['card', 'disc'])
  })
})

describe('locking all but the selection', () => {
  it('locks the others in one step and leaves the way to the selected one open', () => {
    bench.edit('Group', (d) =>
      group(d, ['disc', 'card'], groupLayer({ id: 'g', page: 'page1', plane: 'subject', order: 'a5' }, 'G')),
    )
    run('lock-others', ['disc'])
    const locked = Object.values(bench.store.getState().design.layers)
      .filter((l) => l.locked)
      .map((l) => l.id)
    expect(locked.sort()).toEqual(['card', 'photo', 'title'])
    commandById('unlock-all').run(bench)
    expect(Object.values(bench.store.getState().design.layers).some((l) => l.locked)).toBe(false)
    bench.undo()
    bench.undo()
    expect(Object.values(bench.store.getState().design.layers).some((l) => l.locked)).toBe(false)
  })
  it('keeps the holder of something selected free', () => {
    bench.edit('Keep inside', (d) => keepInside(d, ['card'], 'disc'))
    run('lock-others', ['card'])
    expect([layer(bench, 'disc').locked, layer(bench, 'card').locked, layer(bench, 'title').locked]).toEqual([
      false,
      false,
      true,
    ])
  })
})

describe('peek', () => {
  const lies = (...ids: string[]) => {
    answers.to = (q) => (q.ask === 'hit' ? ids : null)
  }
  it('takes the next thing beneath at each tap, and the front again after the last', async () => {
    pointerWasAt({ x: 400, y: 600 })
    lies('title', 'disc', 'photo')
    const order: string[] = []
    for (let n = 0; n < 4; n++) {
      await takeNext(bench)
      order.push(selected()[0] as string)
    }
    expect(order).toEqual(['title', 'disc', 'photo', 'title'])
  })
  it('passes over what is locked, and takes a group once for all its members', async () => {
    bench.edit('Group', (d) =>
      group(d, ['disc', 'card'], groupLayer({ id: 'g', page: 'page1', plane: 'subject', order: 'a5' }, 'G')),
    )
    bench.edit('Lock', (d) => {
      if (d.layers.title) d.layers.title.locked = true
    })
    lies('title', 'card', 'disc', 'photo')
    await takeNext(bench)
    expect(selected()).toEqual(['g'])
    await takeNext(bench)
    expect(selected()).toEqual(['photo'])
  })
  it('lists everything that lies there, locked things too; says so where nothing does', async () => {
    bench.edit('Lock', (d) => {
      if (d.layers.photo) d.layers.photo.locked = true
    })
    lies('disc', 'photo')
    await openPeek(bench, { x: 20, y: 30 })
    expect(bench.store.getState().peek).toEqual({ at: { x: 20, y: 30 }, ids: ['disc', 'photo'] })
    bench.set({ peek: null })
    lies()
    await openPeek(bench, { x: 1, y: 1 })
    expect(bench.store.getState().peek).toBeNull()
    expect(bench.store.getState().notice?.text).toBe('Nothing lies here.')
  })
})

describe('seeing through the selection', () => {
  const leaf = (id: string, opacity = 1) => ({
    kind: 'fill' as const,
    id,
    key: id,
    bounds: { left: 0, top: 0, right: 9, bottom: 9 },
    mode: 0,
    opacity,
    fine: false,
    fills: [],
  })
  it('halves the strength of those layers alone, in groups and holders too, and changes the keys around them', () => {
    const plan = {
      nodes: [
        leaf('a'),
        { ...leaf('g'), kind: 'group' as const, closed: true, children: [leaf('b', 0.8), leaf('c')] },
      ],
      page: leaf('a').bounds,
      missing: [],
    }
    const made = seenAs(plan, { ...plainSeeing, faint: ['b'] })
    expect(made.nodes[0]).toBe(plan.nodes[0])
    const [, changed] = made.nodes
    if (changed?.kind !== 'group') throw new Error('no group')
    expect(changed.children.map((n) => n.opacity)).toEqual([0.4, 1])
    expect(changed.key).not.toBe('g')
    expect(seenAs(plan, plainSeeing)).toBe(plan)
  })
})
