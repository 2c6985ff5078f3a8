import { beforeEach, describe, expect, it, vi } from 'vitest'
import { group } from '@/core/design/commands'
import { type Bounds, centreOf } from '@/core/geometry/bounds'
import { placedBounds, turnedBox } from '@/core/geometry/placement'
import { groupLayer, shapeLayer } from '@/core/kinds/new'
import { findResolved } from '@/core/resolve/resolved'
import { goInto, handledLeaves } from '../actions/handled'
import { addSlot, drawInMiddle, tryInPlace } from '../actions/placing'
import { fillSlot, slotUnder, swapPicture, takeOut } from '../actions/slots'
import { spoken } from '../announcer'
import { moveGesture, resizeMany, slantGesture, turnGesture } from '../stage/gestures'
import { guideGesture } from '../stage/guide-gesture'
import { reframeGesture, zoomInSlot } from '../stage/reframe-gesture'
import { setStageSize } from '../stage/view'
import type { Bench } from '../state/bench'
import { layer, openBench, source } from '../state/bench.test-data'
import { whyNot } from '../ui/number-field'
import { lackOf } from './define'
import { commandById } from './list'

vi.mock('idb-keyval', () => import('../state/idb.test-data'))

let bench: Bench
beforeEach(async () => {
  bench = await openBench()
  setStageSize({ width: 800, height: 600 })
  bench.set({ view: { zoom: 1, x: 0, y: 0, fitted: false } })
})
const state = () => bench.store.getState()
const run = (id: string, selection?: string[]) => {
  if (selection) bench.select(selection)
  const command = commandById(id)
  if (lackOf(command, state())) throw new Error(`${id} cannot be run now`)
  command.run(bench)
}
const box = (id: string): Bounds => placedBounds(layer(bench, id).placement)
const free = { shift: false, alt: false, free: true }
const put = (id: string, x: number, y: number, w: number, h: number, weight = 0) =>
  bench.edit('Put', (d) => {
    const made = shapeLayer({ id, page: 'page1', plane: 'subject', order: `b${id}` }, id, 'rectangle', {
      x: x + w / 2,
      y: y + h / 2,
      width: w,
      height: h,
      rotation: 0,
      flipX: false,
      flipY: false,
    })
    d.layers[id] = { ...made, stroke: { ...made.stroke, weight } }
  })

describe('aligning to one that stays put', () => {
  it('moves the others only', () => {
    bench.set({ alignTo: 'stays', stays: 'disc' })
    run('align-top', ['card', 'disc'])
    expect([box('disc').top, box('card').top]).toEqual([500, 500])
    run('align-left')
    expect([box('disc').left, box('card').left]).toEqual([300, 300])
  })
  it('or to the page or the safe area, each by itself', () => {
    bench.set({ alignTo: 'safe' })
    run('align-right', ['card', 'disc'])
    expect([box('disc').right, box('card').right]).toEqual([1026, 1026])
    bench.set({ alignTo: 'page' })
    run('align-centre')
    expect([centreOf(box('disc')).x, centreOf(box('card')).x]).toEqual([540, 540])
  })
  it('distributes with equal gaps, also over the whole page', () => {
    put('x', 0, 0, 100, 50)
    put('y', 110, 0, 100, 50)
    put('z', 500, 0, 100, 50)
    run('spread-across', ['x', 'y', 'z'])
    // 600 − 300 = 300 px for two gaps.
    expect([box('x').left, box('y').left, box('z').left]).toEqual([0, 250, 500])
    bench.set({ alignTo: 'page' })
    run('spread-across')
    expect([box('x').left, box('y').left, box('z').left]).toEqual([0, 490, 980])
  })
  it('makes others as wide, as tall or as large as it; pictures are not distorted', () => {
    bench.set({ stays: 'card' })
    run('same-height', ['disc', 'card'])
    expect([layer(bench, 'disc').placement.width, layer(bench, 'disc').placement.height]).toEqual([200, 300])
    bench.undo()
    run('same-width', ['photo', 'card'])
    expect([layer(bench, 'photo').placement.width, layer(bench, 'photo').placement.height]).toEqual([
      200, 200,
    ])
    run('same-both', ['title', 'card'])
    // The text fits into 200 × 300 as it is: its letters shrink with it.
    const title = layer(bench, 'title')
    expect(title.kind === 'type' && title.style.size).toBeCloseTo(96 * (200 / 900), 6)
  })
})

describe('strokes and what they belong to', () => {
  it('are sized along, by the same factor, unless the switch or the layer says otherwise (fact 17)', () => {
    put('framed', 0, 0, 100, 100, 10)
    const weight = () => {
      const l = layer(bench, 'framed')
      return l.kind === 'shape' ? l.stroke.weight : 0
    }
    run('larger', ['framed'])
    expect(weight()).toBeCloseTo(11, 9)
    run('smaller')
    bench.set({ weightsFollow: false })
    run('larger')
    expect(weight()).toBeCloseTo(10, 9)
    bench.set({ weightsFollow: true })
    bench.edit('Keep', (d) => {
      const l = d.layers.framed
      if (l) l.behaviour.keepsWeight = true
    })
    run('larger')
    expect(weight()).toBeCloseTo(10, 9)
  })
  it('end with equal weight in one go', () => {
    put('one', 0, 0, 10, 10, 3)
    put('two', 0, 0, 10, 10, 7)
    run('same-weight', ['one', 'two'])
    expect(
      ['one', 'two'].map((id) => (layer(bench, id) as { stroke: { weight: number } }).stroke.weight),
    ).toEqual([3, 3])
  })
})

describe('by keys alone', () => {
  it('things grow about their centre, turn and slant', () => {
    run('larger', ['disc'])
    expect(centreOf(box('disc'))).toEqual({ x: 400, y: 600 })
    expect(layer(bench, 'disc').placement.width).toBeCloseTo(220, 9)
    run('turn-on-far')
    expect(layer(bench, 'disc').placement.rotation).toBe(15)
    run('slant-left')
    expect(layer(bench, 'disc').placement.skew).toBe(-5)
  })
  it('a tool’s thing is drawn in the middle of the page', () => {
    run('tool-shape')
    expect(drawInMiddle(bench)).toBe(true)
    const [id = ''] = state().selection
    expect(layer(bench, id)).toMatchObject({
      kind: 'shape',
      placement: { x: 540, y: 540, width: 270, height: 270 },
    })
    expect(state().tool).toBe('pick')
    expect(drawInMiddle(bench)).toBe(false)
  })
  it('one goes into groups, texts and slots, and out again', () => {
    bench.edit('Group', (d) =>
      group(
        d,
        ['disc', 'card'],
        groupLayer({ id: 'g', page: 'page1', plane: 'subject', order: 'a0' }, 'Pair'),
      ),
    )
    run('go-in', ['g'])
    expect(state()).toMatchObject({ inside: 'g', selection: ['card'] })
    run('go-out')
    expect(state()).toMatchObject({ inside: null, selection: ['g'] })
    goInto(bench, 'title')
    expect(state().editingType).toBe('title')
  })
  it('every step is said with where things lie now', () => {
    bench.select(['disc'])
    expect(spoken(state(), 'Nudge')).toBe('Nudge. Disc, 2 of 2 in Subject. Left 300, top 500, 200 by 200.')
    bench.select(['disc', 'card'])
    expect(spoken(state(), 'Tie')).toContain('2 things')
    bench.select([])
    expect(spoken(state(), 'Delete')).toBe('Delete.')
  })
})

describe('a group that was turned', () => {
  const corners = () => {
    const g = layer(bench, 'g').placement.rotation
    return turnedBox(
      ['disc', 'card'].map((id) => layer(bench, id).placement),
      g,
    )?.map((p) => [Math.round(p.x * 1e6) / 1e6, Math.round(p.y * 1e6) / 1e6])
  }
  const size = () => {
    const [a = [0, 0], b = [0, 0], , d = [0, 0]] = corners() ?? []
    return [
      Math.hypot((b[0] ?? 0) - (a[0] ?? 0), (b[1] ?? 0) - (a[1] ?? 0)),
      Math.hypot((d[0] ?? 0) - (a[0] ?? 0), (d[1] ?? 0) - (a[1] ?? 0)),
    ]
  }
  beforeEach(() => {
    bench.edit('Group', (d) =>
      group(
        d,
        ['disc', 'card'],
        groupLayer({ id: 'g', page: 'page1', plane: 'subject', order: 'a0' }, 'Pair'),
      ),
    )
    bench.select(['g'])
  })
  it('keeps its box turned, of the same size, also when it is taken again', () => {
    expect(size()).toEqual([500, 300])
    run('turn-on-far')
    run('turn-on-far')
    expect(layer(bench, 'g').placement.rotation).toBe(30)
    expect(size()).toEqual([expect.closeTo(500, 4), expect.closeTo(300, 4)])
    bench.undo()
    expect(layer(bench, 'g').placement.rotation).toBe(15)
    const g = turnGesture(bench, { x: 900, y: 650 })
    g?.move({ x: 550, y: 1000 }, free)
    g?.end()
    expect(layer(bench, 'g').placement.rotation).toBeCloseTo(105, 6)
    expect(size()).toEqual([expect.closeTo(500, 4), expect.closeTo(300, 4)])
  })
  it('is sized by a corner of that box, the opposite one staying', () => {
    run('turn-on-far')
    const before = corners()
    const grip = before?.[2] ?? [0, 0]
    const g = resizeMany(bench, 1, 1, { x: grip[0] ?? 0, y: grip[1] ?? 0 })
    g?.move({ x: (grip[0] ?? 0) + 40, y: (grip[1] ?? 0) + 60 }, free)
    g?.end()
    const after = corners()
    expect(after?.[0]).toEqual([
      expect.closeTo(before?.[0]?.[0] ?? 0, 4),
      expect.closeTo(before?.[0]?.[1] ?? 0, 4),
    ])
    const [w = 0, h = 0] = size()
    expect(w / h).toBeCloseTo(5 / 3, 6)
    expect(w).toBeGreaterThan(500)
  })
  it('leans the other way in the mirror', () => {
    run('turn-on-far')
    run('flip-across')
    expect(layer(bench, 'g').placement.rotation).toBe(-15)
    expect(size()).toEqual([expect.closeTo(500, 4), expect.closeTo(300, 4)])
  })
})

describe('ties', () => {
  it('move along by hand, by arrow keys and in one step; untied they stay', () => {
    run('tie', ['disc', 'title'])
    run('nudge-far-right', ['disc'])
    expect([box('disc').left, box('title').left]).toEqual([310, 90])
    const g = moveGesture(bench, { x: 400, y: 600 })
    g?.move({ x: 420, y: 640 }, free)
    g?.end()
    expect([box('disc').left, box('title').left, box('title').top]).toEqual([330, 110, 120])
    run('untie', ['disc'])
    run('nudge-right')
    expect(box('title').left).toBe(110)
  })
})

describe('copies in a row', () => {
  it('a copy dragged off is duplicated again by the same step', () => {
    bench.select(['disc'])
    const g = moveGesture(bench, { x: 0, y: 0 })
    g?.move({ x: 130, y: 0 }, { ...free, alt: true })
    g?.end()
    run('duplicate')
    run('duplicate')
    const lefts = Object.values(state().design.layers)
      .filter((l) => l.name.startsWith('Disc'))
      .map((l) => placedBounds(l.placement).left)
      .sort((p, q) => p - q)
    expect(lefts).toEqual([300, 430, 560, 690])
  })
})

describe('grouping is offered', () => {
  it('the third time that overlapping things are moved together, once', () => {
    put('over', 350, 550, 100, 100)
    const offers: string[] = []
    bench.store.subscribe((s, before) => {
      if (s.notice !== before.notice && s.notice?.action) offers.push(s.notice.action.command)
    })
    for (let n = 0; n < 5; n++) {
      bench.select(['disc', 'over'])
      const g = moveGesture(bench, { x: 400, y: 600 })
      g?.move({ x: 404, y: 600 }, free)
      g?.end()
      expect(offers.length).toBe(n < 2 ? 0 : 1)
    }
    expect(offers).toEqual(['group'])
  })
  it('not for things that lie apart', () => {
    for (let n = 0; n < 4; n++) {
      bench.select(['disc', 'title'])
      const g = moveGesture(bench, { x: 400, y: 600 })
      g?.move({ x: 404, y: 600 }, free)
      g?.end()
    }
    expect(state().notice?.action).toBeUndefined()
  })
})

describe('slanting by a side', () => {
  it('is one step and leaves the opposite side', () => {
    bench.select(['card'])
    const [leaf] = handledLeaves(bench)
    if (!leaf) throw new Error('nothing taken')
    const g = slantGesture(bench, leaf, 0, -1, { x: 700, y: 500 })
    g.move({ x: 750, y: 500 }, free)
    g.end()
    const p = layer(bench, 'card').placement
    // 50 px over 300 px: atan(1/6).
    expect(p.skew).toBeCloseTo((Math.atan(1 / 6) * 180) / Math.PI, 9)
    expect(box('card').bottom).toBeCloseTo(800, 9)
    expect(state().history.done.at(-1)?.name).toBe('Slant')
  })
})

describe('guides', () => {
  it('come out of a ruler, snap, and go away on it', () => {
    const g = guideGesture(bench, 'x', null)
    g?.move({ x: 538, y: 300 }, { ...free, free: false })
    g?.end()
    const [guide] = Object.values(state().design.guides)
    expect(guide).toMatchObject({ axis: 'x', at: 540, unit: 'px', channel: 'square-post' })
    const back = guideGesture(bench, 'x', guide?.id ?? '')
    back?.move({ x: 3, y: 300 }, free)
    back?.end()
    expect(state().design.guides).toEqual({})
    expect(state().history.done.map((e) => e.name)).toEqual(['Add a guide', 'Remove a guide'])
  })
  it('are in percent of every channel where the rulers are', () => {
    bench.set({ ruler: '%' })
    const g = guideGesture(bench, 'y', null)
    g?.move({ x: 0, y: 270 }, free)
    g?.end()
    expect(Object.values(state().design.guides)).toMatchObject([{ at: 25, unit: '%', channel: null }])
  })
  it('things snap to them', () => {
    bench.edit('Guide', (d) => {
      d.guides.g = { id: 'g', axis: 'x', at: 327, unit: 'px', channel: 'square-post' }
    })
    bench.select(['disc'])
    const g = moveGesture(bench, { x: 0, y: 0 })
    const told = g?.move({ x: 25, y: 3 }, { ...free, free: false })
    g?.end()
    expect(box('disc').left).toBe(327)
    expect(told?.note).toContain('guide')
  })
})

describe('slots', () => {
  const picture = (more = {}) => ({ info: source({ width: 800, height: 400, ...more }), label: 'Cup' })
  const addOne = () => {
    addSlot(bench, 'ellipse', {
      x: 200,
      y: 200,
      width: 200,
      height: 200,
      rotation: 0,
      flipX: false,
      flipY: false,
    })
    return state().selection[0] as string
  }
  it('are filled by a drop, found under the hand, and made of a shape', () => {
    const id = addOne()
    expect(slotUnder(state(), { x: 190, y: 220 })).toBe(id)
    expect(slotUnder(state(), { x: 700, y: 220 })).toBeNull()
    fillSlot(bench, id, { ...picture(), focal: { x: 1, y: 0.5 } })
    expect(layer(bench, id)).toMatchObject({
      picture: { source: 'b'.repeat(64) },
      zoom: 1,
      pan: { x: -1, y: 0 },
    })
    run('make-slot', ['card'])
    expect(layer(bench, 'card')).toMatchObject({
      kind: 'slot',
      form: 'rectangle',
      picture: null,
      name: 'Card',
    })
  })
  it('are panned and zoomed inside, the slot staying where it is', () => {
    const id = addOne()
    fillSlot(bench, id, picture())
    run('reframe', [id])
    const before = layer(bench, id).placement
    const g = reframeGesture(bench, { x: 200, y: 200 })
    g?.move({ x: 250, y: 200 }, free)
    g?.end()
    // 400 px wide over 200 px: 100 px of free way on each side.
    expect(layer(bench, id)).toMatchObject({ pan: { x: 0.5, y: 0 }, placement: before })
    expect(zoomInSlot(bench, -300)).toBe(true)
    bench.commit('Zoom in the slot', () => undefined)
    bench.set({ reframing: null })
    expect(zoomInSlot(bench, -300)).toBe(false)
  })
  it('are panned on a channel for that one alone; another picture lies anew everywhere', () => {
    const id = addOne()
    fillSlot(bench, id, picture())
    bench.show('page1', 'link-card')
    run('reframe', [id])
    const at = findResolved(state().resolved.layers, id)?.layer.placement ?? { x: 0, y: 0 }
    const g = reframeGesture(bench, at)
    g?.move({ x: at.x + 20, y: at.y }, free)
    g?.end()
    const pan = (channel: string) => {
      bench.show('page1', channel)
      const seen = findResolved(state().resolved.layers, id)?.layer
      return seen?.kind === 'slot' ? seen.pan.x : null
    }
    expect(pan('link-card')).toBeGreaterThan(0)
    expect(pan('square-post')).toBe(0)
    fillSlot(bench, id, picture())
    expect([pan('link-card'), Object.keys(state().design.changes)]).toEqual([0, []])
  })
  it('give the whole picture back where it was seen', () => {
    const id = addOne()
    fillSlot(bench, id, picture())
    takeOut(bench, id)
    const [out = ''] = state().selection
    // 800 × 400 over 200 × 200: 400 × 200 about the same middle.
    expect(layer(bench, out)).toMatchObject({
      kind: 'picture',
      placement: { x: 200, y: 200, width: 400, height: 200 },
    })
    expect(layer(bench, id)).toMatchObject({ picture: null })
    bench.undo()
    expect(layer(bench, id)).toMatchObject({ picture: { sourceWidth: 800 } })
  })
  it('a graphic is not put into one, and that is said', () => {
    const id = addOne()
    fillSlot(bench, id, { info: source({ kind: 'graphic' }), label: 'Leaf' })
    expect(layer(bench, id)).toMatchObject({ picture: null })
    expect(state().notice?.text).toContain('photo or cutout')
  })
})

describe('swapping a picture', () => {
  const next = (more = {}) => ({ info: source({ sha: 'c'.repeat(64), width: 500, height: 500, ...more }) })
  it('keeps x, y, width and height, for this copy only or for every use (fact 18)', () => {
    run('duplicate', ['photo'])
    const [copy = ''] = state().selection
    const places = [layer(bench, 'photo').placement, layer(bench, copy).placement]
    swapPicture(bench, copy, next(), false)
    expect(
      [layer(bench, 'photo'), layer(bench, copy)].map((l) => (l.kind === 'picture' ? l.source[0] : '')),
    ).toEqual(['a', 'c'])
    bench.undo()
    swapPicture(bench, copy, next(), true)
    expect(
      [layer(bench, 'photo'), layer(bench, copy)].map((l) => (l.kind === 'picture' ? l.source[0] : '')),
    ).toEqual(['c', 'c'])
    expect([layer(bench, 'photo').placement, layer(bench, copy).placement]).toEqual(places)
  })
  it('of another proportion fills the same box, undistorted', () => {
    const before = layer(bench, 'photo').placement
    swapPicture(bench, 'photo', next({ width: 1000 }), false)
    expect(layer(bench, 'photo')).toMatchObject({
      kind: 'slot',
      placement: before,
      fill: { kind: 'none' },
      picture: { sourceWidth: 1000, sourceHeight: 500 },
    })
  })
  it('a candidate takes the last one’s place at the same depth', () => {
    tryInPlace(
      bench,
      { info: source({ sha: 'd'.repeat(64), width: 100, height: 300 }), label: 'Vase' },
      'disc',
    )
    const [id = ''] = state().selection
    expect(state().design.layers.disc).toBeUndefined()
    expect(layer(bench, id)).toMatchObject({
      name: 'Vase',
      plane: 'subject',
      order: 'a0',
      placement: { x: 400, y: 600, height: 200 },
    })
    bench.undo()
    expect(layer(bench, 'disc').name).toBe('Disc')
  })
})

describe('strewing and setting free', () => {
  it('copies as many layers as the strew shows, where it shows them', () => {
    run('strew', ['disc'])
    const [id = ''] = state().selection
    expect(state().design.layers.disc).toBeUndefined()
    expect(layer(bench, id)).toMatchObject({
      kind: 'strew',
      count: 24,
      things: [{ kind: 'shape', form: 'ellipse' }],
    })
    run('set-free')
    const [holder = ''] = state().selection
    const free = Object.values(state().design.layers).filter((l) => l.parent === holder)
    expect(free).toHaveLength(24)
    expect(free.every((l) => l.kind === 'shape')).toBe(true)
    bench.undo()
    expect(layer(bench, id).kind).toBe('strew')
  })
})

describe('grouping', () => {
  it('across planes asks first, as a group lies in one plane; then it is one step', () => {
    bench.edit('Planes', (d) => {
      const card = d.layers.card
      if (card) card.plane = 'message'
    })
    const before = state().design
    run('group', ['disc', 'card'])
    expect(state().design).toBe(before)
    expect(state().notice?.text).toContain('Subject and Message')
    expect(state().notice?.action).toEqual({ label: 'Group in Message', command: 'group-in-one-plane' })
    run('group-in-one-plane', ['disc', 'card'])
    const [id = ''] = state().selection
    expect(layer(bench, id)).toMatchObject({ kind: 'group', plane: 'message' })
  })
})

describe('free everything', () => {
  it('keeps a version first, selects the pieces, and says what had to stay', () => {
    bench.edit('Group', (d) =>
      group(d, ['disc', 'card'], {
        ...groupLayer({ id: 'g', page: 'page1', plane: 'subject', order: 'a0' }, 'Pair'),
        blend: 'multiply',
      }),
    )
    run('free-everything', ['g'])
    expect(state().notice?.text).toContain('“Pair” stays: the group blends as one, in multiply')
    bench.edit('Plain', (d) => {
      const g = d.layers.g
      if (g) g.blend = 'normal'
    })
    run('free-everything', ['g'])
    expect(state().selection.sort()).toEqual(['card', 'disc'])
    expect(state().history.done.at(-1)).toMatchObject({
      name: 'Free everything',
      keep: 'Before freeing everything',
    })
  })
  it('deleting more than five layers keeps a version too', () => {
    for (let n = 0; n < 6; n++) put(`p${n}`, n * 10, 0, 5, 5)
    run('delete', ['p0', 'p1', 'p2', 'p3', 'p4'])
    expect(state().history.done.at(-1)?.keep).toBeUndefined()
    bench.undo()
    run('delete', ['p0', 'p1', 'p2', 'p3', 'p4', 'p5'])
    expect(state().history.done.at(-1)?.keep).toBe('Before deleting 6 layers')
  })
})

describe('looking', () => {
  it('strong grounds take turns and end with none; one layer is shown alone; lines are bare', () => {
    const grounds = [0, 1, 2, 3].map(() => {
      run('strong-ground')
      return state().strongGround
    })
    expect(new Set(grounds).size).toBe(4)
    expect(grounds[3]).toBeNull()
    run('solo', ['disc'])
    expect(state().solo).toBe('disc')
    run('solo')
    run('bare-lines')
    expect([state().solo, state().bareLines]).toEqual([null, 'all'])
    run('bare-lines')
    run('bare-lines-selection', ['card'])
    expect(state().bareLines).toEqual(['card'])
  })
  it('fits the selection into the view', () => {
    run('zoom-selection', ['disc'])
    const { view } = state()
    // 200 px into 72 % of 600 px.
    expect(view.zoom).toBeCloseTo(2.16, 9)
    expect(Math.abs(400 * view.zoom + view.x - 400)).toBeLessThanOrEqual(0.5)
  })
})

describe('what a number field says', () => {
  it.each([
    ['abc', null, '“abc” is no number'],
    ['', null, 'A number is needed'],
    ['1080/0', null, 'is no number'],
    ['0', 0, 'At least 1'],
    ['1e9', 1e9, 'At most 5000'],
  ])('of %s', (text, read, words) => expect(whyNot(text, read, 1, 5000)).toContain(words))
  it('names the units where there are some, and takes what is good', () => {
    expect(whyNot('12 furlongs', null, 0, 10, { mm: 3 })).toContain('mm')
    expect(whyNot('7', 7, 0, 10)).toBeNull()
  })
})
