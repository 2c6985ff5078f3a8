import { beforeEach, describe, expect, it, vi } from 'vitest'
import { group } from '@/core/design/commands'
import { groupLayer } from '@/core/kinds/new'
import { handledLeaves, type Leaf } from '../actions/handled'
import type { Bench } from '../state/bench'
import { layer, openBench } from '../state/bench.test-data'
import {
  cornerGesture,
  cornersMany,
  type Gesture,
  moveGesture,
  resizeMany,
  resizeOne,
  slantMany,
  turnGesture,
} from './gestures'

vi.mock('idb-keyval', () => import('../state/idb.test-data'))

let bench: Bench
beforeEach(async () => {
  bench = await openBench()
  bench.set({ view: { zoom: 1, x: 0, y: 0, fitted: false } })
})
const plain = { shift: false, alt: false, free: true }
const take = (ids: string[]) => {
  bench.select(ids)
  return handledLeaves(bench)[0] as Leaf
}
const must = (g: Gesture | null): Gesture => {
  if (!g) throw new Error('there is nothing to take')
  return g
}
const at = (id: string) => layer(bench, id).placement
const steps = () => bench.store.getState().history.done.map((e) => e.name)

describe('moving', () => {
  it('follows the hand and is one step, however many moves it took', () => {
    take(['disc'])
    const g = must(moveGesture(bench, { x: 400, y: 600 }))
    for (let n = 1; n <= 5; n++) g.move({ x: 400 + 7 * n, y: 600 - 3 * n }, plain)
    expect(at('disc')).toMatchObject({ x: 435, y: 585 })
    expect(steps()).toEqual([])
    g.end()
    expect(steps()).toEqual(['Move'])
    bench.undo()
    expect(at('disc')).toMatchObject({ x: 400, y: 600 })
  })
  it('with Shift goes straight along the longer way', () => {
    take(['disc'])
    const g = must(moveGesture(bench, { x: 0, y: 0 }))
    g.move({ x: 50, y: 20 }, { ...plain, shift: true })
    expect(at('disc')).toMatchObject({ x: 450, y: 600 })
    g.move({ x: 20, y: 50 }, { ...plain, shift: true })
    expect(at('disc')).toMatchObject({ x: 400, y: 650 })
  })
  it('with Alt takes a copy; the original stays', () => {
    take(['disc'])
    const g = must(moveGesture(bench, { x: 0, y: 0 }))
    g.move({ x: 30, y: 0 }, { ...plain, alt: true })
    g.move({ x: 60, y: 0 }, { ...plain, alt: true })
    g.end()
    const [copy = ''] = bench.store.getState().selection
    expect(copy).not.toBe('disc')
    expect(at('disc').x).toBe(400)
    expect(at(copy).x).toBe(460)
    expect(layer(bench, copy).name).toBe('Disc 2')
  })
  it('snaps to the page’s centre and says so; with S held it does not', () => {
    take(['disc'])
    const g = must(moveGesture(bench, { x: 0, y: 0 }))
    const made = g.move({ x: 137, y: 0 }, { ...plain, free: false })
    expect(at('disc').x).toBe(540)
    expect(made?.note).toContain('centre of the page')
    expect(made?.lines.some((l) => l.axis === 'x' && l.at === 540)).toBe(true)
    g.move({ x: 137, y: 0 }, plain)
    expect(at('disc').x).toBe(537)
  })
  it('snaps to a neighbour’s edge', () => {
    take(['disc'])
    const g = must(moveGesture(bench, { x: 0, y: 0 }))
    // The disc’s bottom (700) near the card’s bottom (800).
    g.move({ x: 37, y: 97 }, { ...plain, free: false })
    expect(at('disc').y).toBe(700)
  })
  it('takes several together, keeping their distances', () => {
    take(['disc', 'card'])
    const g = must(moveGesture(bench, { x: 0, y: 0 }))
    g.move({ x: 11, y: 13 }, plain)
    g.end()
    expect([at('disc').x, at('card').x]).toEqual([411, 711])
    expect(steps()).toEqual(['Move'])
  })
  it('is not begun with nothing, or with what is locked', () => {
    bench.select([])
    expect(moveGesture(bench, { x: 0, y: 0 })).toBeNull()
    bench.edit('Lock', (d) => {
      const l = d.layers.disc
      if (l) l.locked = true
    })
    bench.select(['disc'])
    expect(moveGesture(bench, { x: 0, y: 0 })).toBeNull()
  })
  it('cancelled puts everything back', () => {
    take(['disc'])
    const g = must(moveGesture(bench, { x: 0, y: 0 }))
    g.move({ x: 99, y: 99 }, plain)
    bench.cancel()
    expect(at('disc')).toMatchObject({ x: 400, y: 600 })
  })
})

describe('sizing one thing', () => {
  it('by a corner keeps the proportion and the opposite corner', () => {
    const leaf = take(['card'])
    const g = resizeOne(bench, leaf, 1, 1, { x: 800, y: 800 })
    g.move({ x: 900, y: 950 }, plain)
    g.end()
    const p = at('card')
    expect(p.width / p.height).toBeCloseTo(200 / 300, 9)
    expect([p.x - p.width / 2, p.y - p.height / 2]).toEqual([600, 500])
    expect(steps()).toEqual(['Scale'])
  })
  it('with Shift the corner is free, and nothing within is scaled', () => {
    bench.edit('Corners', (d) => {
      const c = d.layers.card
      if (c?.kind === 'shape') c.radii = [10, 10, 10, 10]
    })
    const leaf = take(['card'])
    const g = resizeOne(bench, leaf, 1, 1, { x: 800, y: 800 })
    g.move({ x: 900, y: 810 }, { ...plain, shift: true })
    g.end()
    expect(at('card')).toMatchObject({ width: 300, height: 310 })
    expect(layer(bench, 'card')).toMatchObject({ radii: [10, 10, 10, 10] })
  })
  it('by a side stretches; with Alt from the centre', () => {
    const leaf = take(['card'])
    const g = resizeOne(bench, leaf, 1, 0, { x: 800, y: 650 })
    g.move({ x: 840, y: 650 }, plain)
    expect(at('card')).toMatchObject({ width: 240, height: 300, x: 720 })
    g.move({ x: 840, y: 650 }, { ...plain, alt: true })
    expect(at('card')).toMatchObject({ width: 280, x: 700 })
    g.end()
    expect(steps()).toEqual(['Stretch'])
  })
  it('a corner scales letters with their box, a side re-wraps them at their size', () => {
    const leaf = take(['title'])
    const corner = resizeOne(bench, leaf, 1, 1, { x: 980, y: 190 })
    corner.move({ x: 980 - 450, y: 190 - 55 }, plain)
    corner.end()
    const title = layer(bench, 'title')
    expect(title.kind === 'type' && title.style.size).toBeCloseTo(48, 0)
    const again = take(['title'])
    const size = again.kind === 'type' ? again.style.size : 0
    const side = resizeOne(bench, again, 1, 0, { x: 530, y: 130 })
    side.move({ x: 380, y: 130 }, plain)
    side.end()
    const after = layer(bench, 'title')
    expect(after.kind === 'type' && after.style.size).toBe(size)
  })
  it('snaps the moving edge to the safe area', () => {
    const leaf = take(['card'])
    const g = resizeOne(bench, leaf, 1, 0, { x: 800, y: 650 })
    const made = g.move({ x: 1023, y: 650 }, { ...plain, free: false })
    const p = at('card')
    expect(p.x + p.width / 2).toBe(1026)
    expect(made?.lines[0]?.of).toBe('safe')
  })
  it('never becomes nothing', () => {
    const leaf = take(['card'])
    const g = resizeOne(bench, leaf, 1, 1, { x: 800, y: 800 })
    g.move({ x: -5000, y: -5000 }, { ...plain, shift: true })
    expect(at('card').width).toBeGreaterThanOrEqual(2)
  })
})

describe('sizing several', () => {
  it('keeps their proportions and distances about the opposite corner', () => {
    take(['disc', 'card'])
    const g = must(resizeMany(bench, 1, 1, { x: 800, y: 800 }))
    g.move({ x: 1300, y: 1100 }, plain)
    g.end()
    expect(at('disc')).toMatchObject({ width: 400, x: 500 })
    expect(at('card')).toMatchObject({ width: 400, x: 1100 })
  })
  it('a group is sized as one', () => {
    bench.edit('Group', (d) =>
      group(d, ['disc', 'card'], groupLayer({ id: 'g', page: 'page1', plane: 'subject', order: 'a0' }, 'G')),
    )
    take(['g'])
    const g = must(resizeMany(bench, -1, -1, { x: 300, y: 500 }))
    g.move({ x: 550, y: 650 }, plain)
    g.end()
    expect(at('card').x + at('card').width / 2).toBeCloseTo(800, 9)
    expect(at('disc').width).toBeCloseTo(100, 9)
  })
})

describe('turning', () => {
  it('goes about the thing’s centre by the angle of the hand', () => {
    take(['card'])
    const g = must(turnGesture(bench, { x: 800, y: 650 }))
    const made = g.move({ x: 700, y: 750 }, plain)
    expect(at('card').rotation).toBeCloseTo(90, 9)
    expect(at('card')).toMatchObject({ x: 700, y: 650 })
    expect(made?.note).toBe('90°')
  })
  it('with Shift in steps of 15°, and near a quarter it settles there', () => {
    take(['card'])
    const g = must(turnGesture(bench, { x: 800, y: 650 }))
    const toward = (degrees: number) => ({
      x: 700 + Math.cos((degrees * Math.PI) / 180) * 100,
      y: 650 + Math.sin((degrees * Math.PI) / 180) * 100,
    })
    g.move(toward(37), { ...plain, shift: true })
    expect(at('card').rotation).toBeCloseTo(30, 9)
    g.move(toward(90.8), { ...plain, free: false })
    expect(at('card').rotation).toBeCloseTo(90, 9)
    g.move(toward(90.8), plain)
    expect(at('card').rotation).toBeCloseTo(90.8, 6)
  })
  it('several turn about their common centre, keeping distances', () => {
    take(['disc', 'card'])
    const before = Math.hypot(at('disc').x - at('card').x, at('disc').y - at('card').y)
    const g = must(turnGesture(bench, { x: 800, y: 650 }))
    g.move({ x: 550, y: 900 }, plain)
    g.end()
    expect(at('disc').rotation).toBeCloseTo(90, 6)
    expect(Math.hypot(at('disc').x - at('card').x, at('disc').y - at('card').y)).toBeCloseTo(before, 6)
  })
})

describe('moving one corner', () => {
  it('pulls that corner alone, in fractions of the box, as one step', () => {
    const leaf = take(['card'])
    const g = must(cornerGesture(bench, leaf, 1, { x: 800, y: 500 }))
    g.move({ x: 780, y: 530 }, plain)
    const made = g.move({ x: 760, y: 560 }, plain)
    g.end()
    expect(at('card').corners?.map((c) => [c.x, c.y])).toEqual([
      [0, 0],
      [-0.2, 0.2],
      [0, 0],
      [0, 0],
    ])
    expect(made?.note).toBe('-20 %, 20 %')
    expect(steps()).toEqual(['Move a corner'])
    bench.undo()
    expect(at('card').corners).toBeUndefined()
  })
  it('stops where the picture would fold', () => {
    const g = must(cornerGesture(bench, take(['card']), 1, { x: 800, y: 500 }))
    g.move({ x: 790, y: 510 }, plain)
    g.move({ x: 300, y: 900 }, plain)
    g.end()
    expect(at('card').corners?.[1]).toEqual({ x: -0.05, y: 0.03333 })
  })
  it('with Shift goes straight; a corner brought back leaves no perspective behind', () => {
    const g = must(cornerGesture(bench, take(['card']), 0, { x: 600, y: 500 }))
    g.move({ x: 560, y: 506 }, { ...plain, shift: true })
    expect(at('card').corners?.[0]).toEqual({ x: -0.2, y: 0 })
    g.move({ x: 600, y: 500 }, plain)
    g.end()
    expect(at('card').corners).toBeUndefined()
  })
})

describe('a group as one thing', () => {
  const grouped = () =>
    bench.edit('Group', (d) =>
      group(
        d,
        ['disc', 'card'],
        groupLayer({ id: 'g', page: 'page1', plane: 'subject', order: 'a5' }, 'Two'),
      ),
    )
  it('slants by a side: the other stays, all lean alike', () => {
    grouped()
    take(['g'])
    const before = { disc: at('disc'), card: at('card') }
    const g = must(slantMany(bench, 0, -1, { x: 500, y: 500 }))
    g.move({ x: 560, y: 500 }, plain)
    g.end()
    expect(at('disc').skew).toBeCloseTo(at('card').skew ?? 0, 6)
    expect(Math.abs(at('disc').skew ?? 0)).toBeGreaterThan(5)
    expect(at('disc').y).toBeCloseTo(before.disc.y, 6)
    expect(steps().at(-1)).toBe('Slant')
    bench.undo()
    expect(at('disc')).toEqual(before.disc)
  })
  it('is thinned from a side though it is turned, along its own box', () => {
    grouped()
    take(['g'])
    const turn = must(turnGesture(bench, { x: 1000, y: 600 }))
    turn.move({ x: 990, y: 700 }, plain)
    turn.end()
    const by = bench.store.getState().design.layers.g?.placement.rotation ?? 0
    expect(Math.abs(by)).toBeGreaterThan(3)
    const wide = at('card').width
    const g = must(resizeMany(bench, 1, 0, { x: 900, y: 650 }))
    const angle = (by * Math.PI) / 180
    g.move({ x: 900 - 100 * Math.cos(angle), y: 650 - 100 * Math.sin(angle) }, plain)
    g.end()
    expect(at('card').width).toBeLessThan(wide - 20)
    expect(at('card').rotation).toBeCloseTo(by, 4)
    expect(at('card').skew ?? 0).toBeCloseTo(0, 6)
  })
  it('takes a perspective by a corner, each thing its part of it', () => {
    grouped()
    take(['g'])
    const g = must(cornersMany(bench, 1, { x: 800, y: 500 }))
    g.move({ x: 760, y: 540 }, plain)
    g.end()
    for (const id of ['disc', 'card']) expect(at(id).corners).toBeDefined()
    // What lies nearer the pulled corner is pulled more.
    const pulled = (id: string) => Math.hypot(at(id).corners?.[1].x ?? 0, at(id).corners?.[1].y ?? 0)
    expect(pulled('card')).toBeGreaterThan(pulled('disc'))
    bench.undo()
    expect(at('card').corners).toBeUndefined()
  })
})

describe('what is tied', () => {
  beforeEach(() =>
    bench.edit('Tie', (d) => {
      for (const id of ['disc', 'card']) {
        const l = d.layers[id]
        if (l) l.tie = 'pair'
      }
    }),
  )
  it('is turned and sized with the one that is in the hand', () => {
    const leaf = take(['disc'])
    const before = at('card')
    const turn = must(turnGesture(bench, { x: 500, y: 600 }))
    turn.move({ x: 400, y: 700 }, plain)
    turn.end()
    expect(at('card').rotation).toBeCloseTo(at('disc').rotation, 6)
    // About the disc, a quarter on.
    expect(at('card').x).toBeCloseTo(400 - (before.y - 600), 4)
    expect(at('card').y).toBeCloseTo(600 + (before.x - 400), 4)
    bench.undo()
    const size = resizeOne(bench, leaf, 1, 1, { x: 500, y: 700 })
    size.move({ x: 600, y: 800 }, plain)
    size.end()
    expect(at('card').width / before.width).toBeCloseTo(at('disc').width / leaf.placement.width, 6)
    expect(steps().at(-1)).toBe('Scale')
  })
})

describe('words', () => {
  const title = () => layer(bench, 'title')
  const styleOf = () => (title() as unknown as { style: { size: number; stretch?: number } }).style
  it('take the width of a dragged side and keep the height of their lines', () => {
    const leaf = take(['title'])
    const g = resizeOne(bench, leaf, 1, 0, { x: 0, y: 0 })
    g.move({ x: -leaf.placement.width * 0.6, y: 0 }, plain)
    g.end()
    expect(at('title').width).toBeCloseTo(leaf.placement.width * 0.4, 4)
    expect(at('title').height).toBeGreaterThan(leaf.placement.height * 1.5)
    expect(styleOf().stretch).toBeUndefined()
  })
  it('with Shift are lettered wider by a side, said in percent, and taken back', () => {
    const leaf = take(['title'])
    const { size } = styleOf()
    const g = resizeOne(bench, leaf, 1, 0, { x: 0, y: 0 })
    const told = g.move({ x: leaf.placement.width * 0.5, y: 0 }, { ...plain, shift: true })
    g.end()
    expect(told?.note).toContain('150 % wide')
    expect(styleOf()).toMatchObject({ size, stretch: 1.5 })
    bench.undo()
    expect(styleOf().stretch).toBeUndefined()
  })
})
