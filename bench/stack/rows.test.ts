import { describe, expect, it } from 'vitest'
import { blankDesign } from '@/core/design/blank'
import { addLayers, group, keepInside, moveInStack } from '@/core/design/commands'
import type { Design } from '@/core/design/schema'
import { tie } from '@/core/design/ties'
import { boxAt, groupLayer, shapeLayer } from '@/core/kinds/new'
import { PLANES, type Plane } from '@/core/kinds/planes'
import { resolve } from '@/core/resolve/resolve'
import { openHost } from '@/host/project'
import { type LayerRow, nextPlace, rowsOf } from './rows'

const host = openHost(async () => null)
const rows = (d: Design, closed: string[] = []) =>
  rowsOf(resolve(structuredClone(d), { page: 'page1', channel: d.master }, host).layers, d, new Set(closed))
const names = (d: Design, closed: string[] = []) =>
  rows(d, closed).map((r) =>
    r.kind === 'plane' ? `[${r.plane} ${r.count}]` : `${'  '.repeat(r.depth + r.bracket)}${r.node.layer.id}`,
  )
const layerRow = (d: Design, id: string) =>
  rows(d).find((r): r is LayerRow => r.kind === 'layer' && r.node.layer.id === id)

function design(): Design {
  const d = blankDesign('d', 'D')
  const add = (id: string, plane: Plane, order: string) =>
    addLayers(d, [
      shapeLayer({ id, page: 'page1', plane, order }, id.toUpperCase(), 'rectangle', boxAt(0, 0, 10, 10)),
    ])
  add('wall', 'backdrop', 'a0')
  add('cup', 'subject', 'a0')
  add('bowl', 'subject', 'a1')
  add('vase', 'subject', 'a2')
  add('leaf', 'front', 'a0')
  return d
}

describe('the stack as a list', () => {
  it('has every plane from the front and its layers front first', () => {
    expect(names(design())).toEqual([
      '[finish 0]',
      '[front 1]',
      'leaf',
      '[message 0]',
      '[subject 3]',
      'vase',
      'bowl',
      'cup',
      '[setting 0]',
      '[backdrop 1]',
      'wall',
    ])
  })
  it('shows members below their group, insides above their holder, and closed groups closed', () => {
    const d = design()
    group(
      d,
      ['cup', 'bowl'],
      groupLayer({ id: 'pair', page: 'page1', plane: 'subject', order: 'a0' }, 'Pair'),
    )
    keepInside(d, ['vase'], 'pair')
    expect(names(d).filter((n) => !n.startsWith('['))).toEqual([
      'leaf',
      '  vase',
      'pair',
      '  bowl',
      '  cup',
      'wall',
    ])
    expect(names(d, ['pair']).filter((n) => !n.startsWith('['))).toEqual(['leaf', '  vase', 'pair', 'wall'])
  })
  it('speaks place, depth and state', () => {
    const d = design()
    tie(d, ['cup', 'leaf'], 't')
    const cup = d.layers.cup
    if (!cup) throw new Error('no layer')
    Object.assign(cup, { locked: true, shown: false, opacity: 0.4, blend: 'multiply' })
    expect(layerRow(d, 'cup')?.spoken).toBe(
      '3 of 3 in Subject, hidden, locked, tied to LEAF, 40 percent, multiply',
    )
    keepInside(d, ['bowl'], 'vase')
    expect(layerRow(d, 'bowl')?.spoken).toContain('inside VASE')
    expect(layerRow(d, 'vase')?.spoken).toContain('holds 1')
  })
  it('by keys a layer goes through the whole depth, in and out of planes, and back', () => {
    const d = design()
    const seen = [d.layers.cup?.plane]
    for (let n = 0; n < 20; n++) {
      const to = nextPlace(rows(d), 'cup', -1)
      if (!to) break
      moveInStack(d, ['cup'], to)
      seen.push(d.layers.cup?.plane)
    }
    expect(names(d)[1]).toBe('cup')
    expect([...new Set(seen)]).toEqual(['subject', 'message', 'front', 'finish'])
    for (let n = 0; n < 20; n++) {
      const to = nextPlace(rows(d), 'cup', 1)
      if (!to) break
      moveInStack(d, ['cup'], to)
    }
    expect(names(d).at(-1)).toBe('cup')
    expect(d.layers.cup?.plane).toBe(PLANES[0])
  })
  it('over a group’s edge a member leaves it', () => {
    const d = design()
    group(
      d,
      ['cup', 'bowl'],
      groupLayer({ id: 'pair', page: 'page1', plane: 'subject', order: 'a0' }, 'Pair'),
    )
    expect(nextPlace(rows(d), 'bowl', -1)).toEqual({ plane: 'subject', parent: null, above: 'pair' })
    expect(nextPlace(rows(d), 'bowl', 1)).toEqual({ plane: 'subject', parent: 'pair', above: null })
  })
})
