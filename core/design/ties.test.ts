import { describe, expect, it } from 'vitest'
import { boxAt, groupLayer, shapeLayer } from '../kinds/new'
import { blankDesign } from './blank'
import { addLayers, duplicateLayers, group } from './commands'
import { guideAt, guideIn, guideMoved, guidesOn } from './guides'
import type { Design, Guide } from './schema'
import { tie, tiedTo, untie, withTied } from './ties'

function four(): Design {
  const d = blankDesign('d', 'D')
  addLayers(
    d,
    ['a', 'b', 'c', 'e'].map((id, n) =>
      shapeLayer(
        { id, page: 'page1', plane: 'subject', order: `a${n}` },
        id.toUpperCase(),
        'rectangle',
        boxAt(0, 0, 10, 10),
      ),
    ),
  )
  return d
}

describe('ties', () => {
  it('take what rides on a thing and is tied to it along into a copy, and nothing else', () => {
    const d = four()
    const [b, c] = [d.layers.b, d.layers.c]
    if (!b || !c) throw new Error('gone')
    // A shadow that was set free of A; C rides on A, but was untied from it.
    for (const l of [b, c]) l.behaviour = { ...l.behaviour, kind: 'ride', host: 'a' }
    tie(d, ['a', 'b'], 't')
    let n = 0
    const made = duplicateLayers(d, ['a'], () => `copy${++n}`, { x: 5, y: 0 })
    expect([...made.keys()].sort()).toEqual(['a', 'b'])
    const [one, shadow] = [d.layers[made.get('a') ?? ''], d.layers[made.get('b') ?? '']]
    expect(shadow?.behaviour.host).toBe(one?.id)
    expect(shadow?.tie).toBe(one?.tie)
    expect(one?.tie).not.toBe('t')
    expect([...duplicateLayers(d, ['b'], () => `alone${++n}`, { x: 0, y: 0 }).keys()]).toEqual(['b'])
  })
  it('move together without a group; each tells what it is tied to', () => {
    const d = four()
    tie(d, ['a', 'c'], 't')
    expect(withTied(d, ['a']).sort()).toEqual(['a', 'c'])
    expect(withTied(d, ['b'])).toEqual(['b'])
    expect(tiedTo(d, d.layers.a ?? { id: 'a', tie: null }).map((l) => l.id)).toEqual(['c'])
  })
  it('tying more brings along what was tied before', () => {
    const d = four()
    tie(d, ['a', 'b'], 't')
    tie(d, ['b', 'c'], 'u')
    expect(withTied(d, ['c']).sort()).toEqual(['a', 'b', 'c'])
  })
  it('of copies are ties of their own; a copy of one alone is tied to nothing', () => {
    const d = four()
    tie(d, ['a', 'c'], 't')
    let n = 0
    const made = duplicateLayers(d, ['a', 'c'], () => `n${n++}`, { x: 0, y: 0 })
    const [a = '', c = ''] = [made.get('a'), made.get('c')]
    expect(withTied(d, [a]).sort()).toEqual([a, c].sort())
    expect(withTied(d, ['a']).sort()).toEqual(['a', 'c'])
    const alone = duplicateLayers(d, ['a'], () => `n${n++}`, { x: 0, y: 0 }).get('a') ?? ''
    expect(d.layers[alone]?.tie).toBeNull()
  })
  it('untying lets go, and the last one of a tie is free too', () => {
    const d = four()
    tie(d, ['a', 'b', 'c'], 't')
    untie(d, ['a'])
    expect(withTied(d, ['b']).sort()).toEqual(['b', 'c'])
    untie(d, ['b'])
    expect(d.layers.c?.tie).toBeNull()
  })
  it('reach through groups: a member’s tie moves with the group, once', () => {
    const d = four()
    tie(d, ['a', 'c'], 't')
    group(d, ['a', 'b'], groupLayer({ id: 'g', page: 'page1', plane: 'subject', order: 'a0' }, 'G'))
    expect(withTied(d, ['g']).sort()).toEqual(['c', 'g'])
    // From the other side the member itself moves, not its whole group.
    expect(withTied(d, ['c']).sort()).toEqual(['a', 'c'])
  })
  it('hold on one page only', () => {
    const d = four()
    const c = d.layers.c
    if (!c) throw new Error('no layer')
    d.pages.page2 = { id: 'page2', name: 'Two', order: 'b0', colour: '#ffffff' }
    tie(d, ['a', 'c'], 't')
    c.page = 'page2'
    expect(withTied(d, ['a'])).toEqual(['a'])
  })
})

describe('guides', () => {
  const square = { id: 'square-post', width: 1080, height: 1080 }
  const story = { id: 'tall-story', width: 1080, height: 1920 }
  const guide = (more: Partial<Guide>): Guide => ({
    id: 'g',
    axis: 'y',
    at: 25,
    unit: '%',
    channel: null,
    ...more,
  })
  it('in percent lie on every channel, in px on one', () => {
    expect([guideAt(guide({}), square), guideAt(guide({}), story)]).toEqual([270, 480])
    const px = guide({ at: 300, unit: 'px', channel: 'square-post' })
    expect([guideAt(px, square), guideAt(px, story)]).toEqual([300, null])
    expect(guidesOn({ guides: { g: guide({}), h: { ...px, id: 'h' } } }, story).map((g) => g.at)).toEqual([
      480,
    ])
  })
  it('keep their line when the unit changes, and are moved in their own unit', () => {
    const px = guideIn(guide({}), 'px', square)
    expect(px).toMatchObject({ at: 270, unit: 'px', channel: 'square-post' })
    expect(guideIn(px, '%', square)).toMatchObject({ at: 25, unit: '%', channel: null })
    expect(guideMoved(guide({}), story, 960).at).toBe(50)
    expect(guideMoved(px, square, 271.26).at).toBe(271.3)
  })
})
