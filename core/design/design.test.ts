import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { newId } from '../basics/ids'
import { byOrder, keyBetween } from '../basics/order'
import type { Layer } from '../kinds/list'
import { boxAt, groupLayer, shapeLayer, typeLayer } from '../kinds/new'
import { blankDesign, presetSpecs } from './blank'
import { anchorPoint, nearestAnchor, toChannelPlace } from './channel-place'
import { ANCHORS } from './channel-schema'
import { mmToPx, presetById, ptToPx } from './channels'
import * as commands from './commands'
import { applyEdit, checkDesign, collide, type Edit, record } from './edits'
import { advance, emptyHistory, historyOf, redoOf, undoOf } from './history'
import { followMaster, ofLayers, setOn, setOnLayer } from './properties/set'
import { onPage } from './properties/targets'
import type { Design } from './schema'
import { layerTree, siblingsOf } from './tree'
import { upgrade } from './upgrades'

function sample(): Design {
  const design = blankDesign('d1', 'Sample', presetSpecs(['square-post', 'wide-header']))
  let last: string | null = null
  const where = (id: string, plane: Layer['plane'] = 'subject', parent: string | null = null) => {
    last = keyBetween(last, null)
    return { id, page: 'page1', plane, parent, order: last }
  }
  for (const l of [
    shapeLayer(where('a'), 'A', 'rectangle', boxAt(0, 0, 100, 100)),
    shapeLayer(where('b'), 'B', 'ellipse', boxAt(50, 50, 100, 100)),
    shapeLayer(where('c'), 'C', 'star', boxAt(90, 0, 40, 40)),
    typeLayer(where('t', 'message'), 'Words', boxAt(10, 10, 300, 60)),
  ])
    design.layers[l.id] = l
  return checkDesign(design)
}
const order = (d: Design, plane: Layer['plane']) =>
  siblingsOf(d, { page: 'page1', plane, parent: null }).map((l) => l.id)
const ids = () => {
  let n = 0
  return () => `new${++n}`
}

describe('a property', () => {
  const put = (channel: string, ...steps: ((d: Design) => void)[]) => ({
    design: record(sample(), (d) => steps.forEach((s) => s(d))).design,
    channel,
  })
  it('of entries keeps those on a channel that are not named; one that is replaced is replaced', () => {
    const { design } = put(
      'wide-header',
      (d) => setOnLayer(d, 'wide-header', 'a', 'stroke', { colour: '#c02020' }),
      (d) => setOnLayer(d, 'wide-header', 'a', 'stroke', { weight: 9 }),
      (d) => setOnLayer(d, 'wide-header', 'a', 'opacity', 0.4),
      (d) => setOnLayer(d, 'wide-header', 'a', 'opacity', 0.6),
    )
    expect(design.changes['wide-header.layers/a.stroke']?.value).toEqual({ colour: '#c02020', weight: 9 })
    expect(design.changes['wide-header.layers/a.opacity']?.value).toBe(0.6)
    expect(design.layers.a).toEqual(sample().layers.a)
    expect(checkDesign(design)).toEqual(design)
  })
  it('on the master is written into the layer, entry by entry; what a layer does not have is left alone', () => {
    const { design } = put(
      'square-post',
      (d) => setOnLayer(d, 'square-post', 'a', 'stroke', { weight: 3 }),
      (d) => setOnLayer(d, 'square-post', 'a', 'text', 'no words'),
    )
    const before = sample().layers.a
    expect(design.layers.a).toEqual({
      ...before,
      stroke: { ...(before && 'stroke' in before ? before.stroke : {}), weight: 3 },
    })
    expect(design.changes).toEqual({})
  })
})

describe('commands', () => {
  it('step through the band and stop at its ends', () => {
    const go = (way: 'back' | 'forward' | 'to-back' | 'to-front', chosen: string[]) =>
      order(record(sample(), (d) => commands.step(d, chosen, way)).design, 'subject').join('')
    expect([
      go('forward', ['a']),
      go('back', ['c']),
      go('to-front', ['a']),
      go('to-back', ['c']),
      go('back', ['a']),
      go('forward', ['a', 'b']),
    ]).toEqual(['bac', 'acb', 'bca', 'cab', 'abc', 'cab'])
  })
  it('group where the topmost lies and ungroup in place, in order', () => {
    const grouped = record(sample(), (d) =>
      commands.group(
        d,
        ['a', 'c'],
        groupLayer({ id: 'g', page: 'page1', plane: 'subject', order: 'a0' }, 'G'),
      ),
    ).design
    expect(order(grouped, 'subject')).toEqual(['b', 'g'])
    expect(siblingsOf(grouped, { page: 'page1', plane: 'subject', parent: 'g' }).map((l) => l.id)).toEqual([
      'a',
      'c',
    ])
    const freed = record(checkDesign(grouped), (d) => void commands.ungroup(d, ['g'])).design
    expect(order(freed, 'subject')).toEqual(['b', 'a', 'c'])
    expect(freed.layers.g).toBeUndefined()
  })
  it('take groups over with all they hold and drop groups that end up empty', () => {
    const grouped = record(sample(), (d) =>
      commands.group(d, ['a'], groupLayer({ id: 'g', page: 'page1', plane: 'subject', order: 'a0' }, 'G')),
    ).design
    const moved = record(grouped, (d) =>
      commands.moveInStack(d, ['g'], { plane: 'front', parent: null, above: null }),
    ).design
    expect(moved.layers.a?.plane).toBe('front')
    const out = record(moved, (d) =>
      commands.moveInStack(d, ['a'], { plane: 'setting', parent: null, above: null }),
    ).design
    expect([out.layers.g, out.layers.a?.parent]).toEqual([undefined, null])
    checkDesign(out)
  })
  it('copy with changes, above the original, independent of it', () => {
    const changed = record(sample(), (d) => setOnLayer(d, 'wide-header', 'a', 'opacity', 0.4)).design
    const { design } = record(changed, (d) => void commands.duplicateLayers(d, ['a'], ids(), { x: 5, y: 6 }))
    expect(order(design, 'subject')).toEqual(['a', 'new1', 'b', 'c'])
    expect(design.changes['wide-header.layers/new1.opacity']).toMatchObject({ value: 0.4 })
    expect(design.layers.new1?.placement).toMatchObject({ x: 55, y: 56 })
    checkDesign(design)
  })
  it('delete layers with their changes', () => {
    const changed = record(sample(), (d) => setOnLayer(d, 'wide-header', 'a', 'shown', false)).design
    const { design } = record(changed, (d) => commands.removeLayers(d, ['a']))
    expect(Object.keys(design.changes)).toEqual([])
  })
  it('copy pages independently (deleting on one leaves the other alone)', () => {
    const paged = record(sample(), (d) => commands.addPage(d, 'page2', 'Second', 'page1', ids(), true)).design
    checkDesign(paged)
    // What differs of the page itself goes along, and neither follows the other from then on.
    const coloured = record(sample(), (d) =>
      setOn(d, 'wide-header', onPage('page1'), 'colour', '#102030'),
    ).design
    const both = record(coloured, (d) => commands.addPage(d, 'page2', 'Second', 'page1', ids(), true)).design
    expect(both.changes['wide-header.pages/page2.colour']?.value).toBe('#102030')
    expect(record(both, (d) => commands.removePage(d, 'page2')).design.changes).toEqual(coloured.changes)
    const cleared = record(paged, (d) => commands.clearPage(d, 'page2')).design
    expect(layerTree(cleared, 'page1')).toHaveLength(4)
    expect(layerTree(cleared, 'page2')).toHaveLength(0)
  })
  it('write to the master itself, elsewhere as a change that can be dropped', () => {
    const on = record(sample(), (d) => {
      setOnLayer(d, 'square-post', 'a', 'opacity', 0.5)
      setOnLayer(d, 'wide-header', 'a', 'opacity', 0.2)
    }).design
    expect([on.layers.a?.opacity, on.changes['wide-header.layers/a.opacity']?.value]).toEqual([0.5, 0.2])
    expect(
      record(on, (d) => followMaster(d, { channel: 'wide-header', targets: ofLayers(['a']) })).design.changes,
    ).toEqual({})
  })
})

describe('history', () => {
  it('takes any sequence of steps back to where it began and forward again', () => {
    const steps: ((d: Design) => void)[] = [
      (d) => commands.step(d, ['a'], 'forward'),
      (d) => commands.removeLayers(d, ['b']),
      (d) => setOnLayer(d, 'wide-header', 'c', 'opacity', 0.3),
      (d) => void commands.duplicateLayers(d, ['t'], newId, { x: 1, y: 1 }),
      (d) => commands.addPage(d, newId(), 'More', 'page1', newId, true),
    ]
    fc.assert(
      fc.property(fc.array(fc.nat(steps.length - 1), { minLength: 1, maxLength: 12 }), (picks) => {
        let design = sample()
        let history = emptyHistory
        const start = JSON.stringify(design)
        picks.forEach((p, n) => {
          const made = record(design, steps[p] as (d: Design) => void)
          if (made.patches.length === 0) return
          design = made.design
          history = advance(history, {
            id: `edit-${n}-x`,
            name: 'Step',
            base: n,
            way: 'do',
            target: null,
            patches: made.patches,
            inverse: made.inverse,
          })
        })
        const end = JSON.stringify(design)
        const log: Edit[] = [...history.done]
        for (
          let undo = undoOf(history, `undo-${log.length}`, 0);
          undo;
          undo = undoOf(history, `undo-${log.length}`, 0)
        ) {
          design = applyEdit(design, undo.patches)
          history = advance(history, undo)
          log.push(undo)
        }
        expect(JSON.parse(JSON.stringify(design))).toEqual(JSON.parse(start))
        // The same stacks come out of the log alone, as after a reload.
        expect(historyOf(log).undone.map((e) => e.id)).toEqual(history.undone.map((e) => e.id))
        for (
          let redo = redoOf(history, 'redo', 0);
          redo;
          redo = redoOf(history, `redo-${history.done.length}`, 0)
        ) {
          design = applyEdit(design, redo.patches)
          history = advance(history, redo)
        }
        expect(JSON.parse(JSON.stringify(design))).toEqual(JSON.parse(end))
      }),
      { numRuns: 60, seed: 3, endOnFailure: true },
    )
  })
  it('take back and bring again with a step what was kept with it later, after a reload too', () => {
    const start = sample()
    const of = (
      id: string,
      way: 'do' | 'keep',
      target: string | null,
      made: ReturnType<typeof record>,
    ): Edit => ({
      id,
      name: id,
      base: 0,
      way,
      target,
      patches: made.patches,
      inverse: made.inverse,
    })
    const renamed = record(start, (d) => {
      d.name = 'Renamed'
    })
    const measured = record(renamed.design, (d) => {
      d.pages.page1 = { ...(d.pages.page1 as Design['pages'][string]), name: 'Measured' }
    })
    const log = [of('step-one', 'do', null, renamed), of('later-one', 'keep', 'step-one', measured)]
    const history = historyOf(log)
    expect(history.done.map((e) => e.id)).toEqual(['step-one'])
    const undo = undoOf(history, 'undo-one', 0) as Edit
    const back = applyEdit(measured.design, undo.patches)
    expect(back).toEqual(start)
    const redo = redoOf(historyOf([...log, undo]), 'redo-one', 0) as Edit
    expect(applyEdit(back, redo.patches)).toEqual(measured.design)
  })
  it('knows which edits touch the same field, or one a field inside what the other replaces', () => {
    const p = (...path: string[]) => [{ path }]
    expect(collide(p('layers', 'a', 'opacity'), p('layers', 'a', 'opacity'))).toBe(true)
    expect(collide(p('layers', 'a'), p('layers', 'a', 'opacity'))).toBe(true)
    expect(collide(p('layers', 'a', 'opacity'), p('layers', 'a', 'blend'))).toBe(false)
    expect(collide(p('layers', 'a'), p('layers', 'ab'))).toBe(false)
  })
})

describe('structure', () => {
  const broken = (change: (d: Design) => void) => () => checkDesign(record(sample(), change).design)
  it.each<[string, (d: Design) => void, RegExp]>([
    [
      'a master that is not there',
      (d) => {
        d.master = 'gone'
      },
      /master/,
    ],
    [
      'a layer on no page',
      (d) => {
        ;(d.layers.a as Layer).page = 'gone'
      },
      /page/,
    ],
    [
      'a parent that is no group',
      (d) => {
        ;(d.layers.a as Layer).parent = 'b'
      },
      /group/,
    ],
    [
      'a group inside itself',
      (d) => {
        d.layers.g = {
          ...groupLayer({ id: 'g', page: 'page1', plane: 'subject', order: 'a0' }, 'G'),
          parent: 'g',
        }
      },
      /itself/,
    ],
    [
      'a colour that is none',
      (d) => {
        const a = d.layers.a
        if (a?.kind === 'shape') a.fill = { kind: 'solid', colour: 'reddish' }
      },
      /colour/,
    ],
    [
      'a change for no channel',
      (d) => {
        d.changes['x.layers/a.shown'] = { channel: 'x', target: 'layers/a', property: 'shown', value: true }
      },
      /channel/,
    ],
    [
      'an id that is another’s',
      (d) => {
        ;(d.layers.a as Layer).id = 'b'
      },
      /another id/,
    ],
  ])('refuses %s with a text for people', (_, change, text) => {
    expect(broken(change)).toThrow(text)
    expect(broken(change)).toThrow(/Nothing stored was changed/)
  })
  it('refuses designs from the future and lets present ones through', () => {
    expect(() => upgrade({ ...sample(), version: 99 })).toThrow(/newer version/)
    expect(upgrade(sample())).toEqual(sample())
  })
})

describe('channels (common practice)', () => {
  it('px = round(mm / 25.4 × ppi), pt = 1/72 in', () => {
    expect([mmToPx(297, 150), mmToPx(420, 150), mmToPx(148, 300), mmToPx(105, 300), mmToPx(3, 300)]).toEqual([
      1754, 2480, 1748, 1240, 35,
    ])
    expect(ptToPx(14, 150)).toBeCloseTo(29.1667, 4)
    expect(ptToPx(7, 300)).toBeCloseTo(29.1667, 4)
  })
  it('4000 × 5000 px is 4 : 5', () => {
    const c = presetById('tall-poster')
    expect((c?.width ?? 0) / (c?.height ?? 1)).toBe(0.8)
  })
  it('a place by hand comes back to the same px from its anchor and fractions', () => {
    const c = { width: 1500, height: 500 }
    const p = { ...boxAt(1200, 300, 200, 100), rotation: 10 }
    const place = toChannelPlace(p, boxAt(0, 0, 100, 50), c)
    expect(place.anchor).toBe('se')
    const at = anchorPoint(place.anchor, c)
    expect(
      [at.x + place.dx * 500, at.y + place.dy * 500, place.factorX * 100, place.factorY * 50].map(
        (v) => +v.toFixed(9),
      ),
    ).toEqual([1300, 350, 200, 100])
    for (const anchor of ANCHORS) expect(nearestAnchor(anchorPoint(anchor, c), c)).toBe(anchor)
  })
})

describe('order keys', () => {
  it('always find room between two others and compare alike everywhere', () => {
    let [low, high] = [keyBetween(null, null), keyBetween(keyBetween(null, null), null)]
    for (let n = 0; n < 200; n++) {
      const middle = keyBetween(low, high)
      expect(middle > low && middle < high).toBe(true)
      if (n % 2) low = middle
      else high = middle
    }
    expect(
      [
        { id: 'b', order: 'a1' },
        { id: 'a', order: 'a1' },
      ]
        .sort(byOrder)
        .map((x) => x.id),
    ).toEqual(['a', 'b'])
  })
})
