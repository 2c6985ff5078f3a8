import { describe, expect, it } from 'vitest'
import { boxAt, groupLayer, shapeLayer } from '../kinds/new'
import { blankDesign, presetSpecs } from './blank'
import {
  duplicateLayers,
  group,
  keepInside,
  moveInStack,
  release,
  removeLayers,
  step,
  ungroup,
} from './commands'
import { checkDesign, record } from './edits'
import type { Design } from './schema'
import { insidesOf, isLocked, isShown, layerTree, leavesOf, withMembers } from './tree'

function designOf(...ids: string[]): Design {
  const design = blankDesign('h', 'H', presetSpecs(['square-post', 'link-card']))
  for (const [n, id] of ids.entries())
    design.layers[id] = shapeLayer(
      { id, page: 'page1', plane: 'subject', order: `a${n}` },
      id,
      'rectangle',
      boxAt(n * 10, 0, 50, 50),
    )
  return design
}
/** Runs a change and checks that what comes out is a valid design. */
const changed = (design: Design, change: (d: Design) => void): Design =>
  checkDesign(record(design, change).design)
/** The page as nested names: holder(insides), group[members]. */
const drawn = (design: Design): string => {
  const walk = (nodes: ReturnType<typeof layerTree>): string =>
    nodes
      .map(
        (n) =>
          `${n.layer.name}${n.children.length ? `[${walk(n.children)}]` : ''}${n.insides.length ? `(${walk(n.insides)})` : ''}`,
      )
      .join(' ')
  return walk(layerTree(design, 'page1'))
}
const make = { id: 'g', page: 'page1', plane: 'subject', order: 'a0' } as const

describe('keeping inside', () => {
  it('puts things into a holder in their order, above what is there', () => {
    let d = changed(designOf('a', 'b', 'c', 'd'), (x) => keepInside(x, ['b'], 'a'))
    expect(drawn(d)).toBe('a(b) c d')
    d = changed(d, (x) => keepInside(x, ['d', 'c'], 'a'))
    expect(drawn(d)).toBe('a(b c d)')
  })
  it('nests, and never in a circle', () => {
    let d = changed(designOf('a', 'b', 'c'), (x) => keepInside(x, ['c'], 'b'))
    d = changed(d, (x) => keepInside(x, ['b'], 'a'))
    expect(drawn(d)).toBe('a(b(c))')
    expect(drawn(changed(d, (x) => keepInside(x, ['a'], 'c')))).toBe('a(b(c))')
    expect(drawn(changed(d, (x) => keepInside(x, ['a'], 'a')))).toBe('a(b(c))')
  })
  it('takes things over from another plane and out of a group', () => {
    const d = designOf('a', 'b', 'c')
    const grouped = changed(d, (x) => group(x, ['b', 'c'], groupLayer(make, 'g')))
    const other = changed(grouped, (x) =>
      moveInStack(x, ['a'], { plane: 'front', parent: null, above: null }),
    )
    const held = changed(other, (x) => keepInside(x, ['b'], 'a'))
    expect(held.layers.b).toMatchObject({ plane: 'front', parent: null, inside: 'a' })
    expect(drawn(held)).toBe('g[c] a(b)')
  })
  it('let go, they lie directly above the holder, in their order', () => {
    const held = changed(designOf('a', 'b', 'c', 'd'), (x) => keepInside(x, ['b', 'c'], 'a'))
    expect(drawn(changed(held, (x) => release(x, ['b', 'c'])))).toBe('a b c d')
    expect(drawn(changed(held, (x) => release(x, ['b'])))).toBe('a(c) b d')
    const deep = changed(held, (x) => keepInside(x, ['c'], 'b'))
    expect(drawn(changed(deep, (x) => release(x, ['c'])))).toBe('a(b c) d')
  })
  it('dragging out of the holder lets go too', () => {
    const held = changed(designOf('a', 'b', 'c'), (x) => keepInside(x, ['b'], 'a'))
    expect(
      drawn(changed(held, (x) => moveInStack(x, ['b'], { plane: 'subject', parent: null, above: 'c' }))),
    ).toBe('a c b')
  })
})

describe('a holder', () => {
  const held = () => changed(designOf('a', 'b', 'c'), (x) => keepInside(x, ['b'], 'a'))
  it('takes what it holds along: to another plane, into a group and out again', () => {
    let d = changed(held(), (x) => moveInStack(x, ['a'], { plane: 'front', parent: null, above: null }))
    expect(d.layers.b?.plane).toBe('front')
    d = changed(held(), (x) => group(x, ['a', 'c'], groupLayer(make, 'g')))
    expect(drawn(d)).toBe('g[a(b) c]')
    expect(d.layers.b?.parent).toBe('g')
    expect(drawn(changed(d, (x) => void ungroup(x, ['g'])))).toBe('a(b) c')
  })
  it('grouped without its holder, a thing is let go', () => {
    expect(drawn(changed(held(), (x) => group(x, ['b', 'c'], groupLayer(make, 'g'))))).toBe('a g[b c]')
  })
  it('deleted lets go what it held, so that nothing is lost', () => {
    const d = changed(held(), (x) => removeLayers(x, ['a']))
    expect(drawn(d)).toBe('b c')
    expect(d.layers.b?.inside).toBeNull()
  })
  it('deleted together with what it holds is gone whole', () => {
    expect(drawn(changed(held(), (x) => removeLayers(x, ['a', 'b'])))).toBe('c')
  })
  it('copied is copied with what it holds, independent of it', () => {
    let n = 0
    const d = changed(held(), (x) => void duplicateLayers(x, ['a'], () => `copy${++n}`, { x: 5, y: 5 }))
    expect(drawn(d)).toBe('a(b) a 2(b) c')
    expect(insidesOf(d, 'a').map((l) => l.id)).toEqual(['b'])
  })
  it('moves, hides and locks what it holds', () => {
    const d = held()
    expect(leavesOf(d, ['a']).map((l) => l.id)).toEqual(['a', 'b'])
    expect(withMembers(d, 'a').map((l) => l.id)).toEqual(['a', 'b'])
    const locked = changed(d, (x) => {
      const a = x.layers.a
      if (a) [a.locked, a.shown] = [true, false]
    })
    expect([isLocked(locked, 'b'), isShown(locked, 'b'), isLocked(locked, 'c')]).toEqual([true, false, false])
  })
  it('steps among its like; what is inside steps among what is inside', () => {
    const d = changed(designOf('a', 'b', 'c', 'd'), (x) => keepInside(x, ['b', 'c'], 'a'))
    expect(drawn(changed(d, (x) => step(x, ['a'], 'forward')))).toBe('d a(b c)')
    expect(drawn(changed(d, (x) => step(x, ['b'], 'forward')))).toBe('a(c b) d')
    expect(drawn(changed(d, (x) => step(x, ['c'], 'to-front')))).toBe('a(b c) d')
  })
})

describe('designs with holders', () => {
  it('from before are read: nothing is inside anything', () => {
    const old = JSON.parse(JSON.stringify(designOf('a'))) as {
      layers: Record<string, Record<string, unknown>>
    }
    for (const l of Object.values(old.layers)) delete l.inside
    expect(checkDesign(old).layers.a?.inside).toBeNull()
  })
  it.each([
    ['itself', { a: 'a' }],
    ['a circle', { a: 'b', b: 'a' }],
    ['something that is not there', { a: 'gone' }],
  ])('inside %s are refused', (_what, insides) => {
    const d = designOf('a', 'b')
    for (const [id, inside] of Object.entries(insides)) {
      const l = d.layers[id]
      if (l) l.inside = inside
    }
    expect(() => checkDesign(d)).toThrow(/Nothing stored was changed/)
  })
  it('inside something of another plane are refused', () => {
    const d = designOf('a', 'b')
    const a = d.layers.a
    if (a) [a.inside, a.plane] = ['b', 'front']
    expect(() => checkDesign(d)).toThrow(/another page, plane or group/)
  })
})
