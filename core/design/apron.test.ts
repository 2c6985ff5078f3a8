import { describe, expect, it } from 'vitest'
import { boxAt, gradeLayer, groupLayer, shapeLayer } from '../kinds/new'
import { waitsOnApron } from './apron'
import type { LayerNode } from './tree'

const master = { width: 1000, height: 600, bleed: 20 }
const where = { id: 'a', page: 'p', plane: 'subject', order: 'a0' } as const
const shape = (x: number, y: number, rotation = 0): LayerNode => ({
  layer: shapeLayer(where, 'A', 'rectangle', { ...boxAt(x, y, 100, 10), rotation }),
  children: [],
  insides: [],
})
const waits = (n: LayerNode) => waitsOnApron(n, master)

describe('the apron', () => {
  it('begins beyond the bleed: what reaches into that is of the page', () => {
    expect(waits(shape(1025, 100))).toBe(true)
    expect(waits(shape(1015, 100))).toBe(false)
    expect(waits(shape(400, -35))).toBe(true)
    expect(waits(shape(400, -25))).toBe(false)
  })
  it('goes by what is shown of turned things', () => {
    // Lying it ends 5 px beneath the bleed; upright its end reaches over it.
    expect(waits(shape(400, 625))).toBe(true)
    expect(waits(shape(400, 625, 90))).toBe(false)
  })
  it('holds a group only with all of it, and never what has no place', () => {
    const group = (...children: LayerNode[]): LayerNode => ({
      layer: groupLayer(where, 'G'),
      children,
      insides: [],
    })
    expect(waits(group(shape(1100, 0), shape(1100, 300)))).toBe(true)
    expect(waits(group(shape(1100, 0), shape(800, 300)))).toBe(false)
    expect(waits(group())).toBe(false)
    const grade = { layer: gradeLayer(where, 'Grade', boxAt(5000, 0, 1, 1)), children: [], insides: [] }
    expect(waits(grade)).toBe(false)
  })
})
