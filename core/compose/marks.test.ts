import { describe, expect, it } from 'vitest'
import { boundsOf } from '../geometry/bounds'
import { marksOf, partnersOf } from './marks'
import type { Relation } from './relation'

const boxes = {
  card: boundsOf(100, 100, 400, 300),
  label: boundsOf(150, 200, 100, 40),
  cup: boundsOf(600, 100, 100, 200),
  caption: boundsOf(610, 320, 80, 20),
  rule: boundsOf(100, 420, 300, 2),
}
const inkOf = (id: string) => boxes[id as keyof typeof boxes] ?? null
const markOf = (r: Relation) => marksOf([r], inkOf)[0]

describe('drawing what is understood', () => {
  it('leads from a thing to what it is the caption of, where they are nearest', () => {
    const mark = markOf({ kind: 'caption', of: ['caption'], to: ['cup'] })
    expect(mark?.lines).toEqual([
      [
        { x: 650, y: 320 },
        { x: 650, y: 300 },
      ],
    ])
    expect(mark?.knob).toEqual({ x: 650, y: 310 })
  })
  it('leads from what lies on a thing to its nearer side', () => {
    const mark = markOf({ kind: 'on', of: ['label'], to: ['card'] })
    expect(mark?.lines).toEqual([
      [
        { x: 150, y: 220 },
        { x: 100, y: 220 },
      ],
    ])
  })
  it('brackets sets, and runs a line along what is shared', () => {
    const set = markOf({ kind: 'set', of: ['card', 'cup'], to: ['2'] })
    expect(set?.bracket).toEqual(boundsOf(100, 100, 600, 300))
    const line = markOf({ kind: 'in-line', of: ['card', 'rule'], to: ['left'] })
    expect(line?.lines).toEqual([
      [
        { x: 100, y: 100 },
        { x: 100, y: 422 },
      ],
    ])
  })
  it('draws nothing for what is not seen', () => {
    expect(marksOf([{ kind: 'on', of: ['gone'], to: ['card'] }], inkOf)).toEqual([])
    expect(marksOf([{ kind: 'set', of: ['card', 'gone'], to: ['2'] }], inkOf)).toEqual([])
  })
  it('names all that can be taken apart, no counts and sides', () => {
    expect(partnersOf({ kind: 'set', of: ['a', 'b'], to: ['2'] })).toEqual(['a', 'b'])
    expect(partnersOf({ kind: 'in-line', of: ['a', 'b'], to: ['left'] })).toEqual(['a', 'b'])
    expect(partnersOf({ kind: 'between', of: ['rule'], to: ['a', 'b'] })).toEqual(['rule', 'a', 'b'])
  })
})
