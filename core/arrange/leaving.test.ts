import { beforeAll, describe, expect, it } from 'vitest'
import { openFonts } from '../../host/fonts'
import { read } from '../compose/read'
import { layerTree } from '../design/tree'
import { allFontFiles } from '../type/catalogue'
import { beforeOf } from './faults/list'
import { crowding, leavable, remaining } from './leaving'
import { partsOf } from './parts'
import { makeStructured } from './structures/made.test-data'
import type { StructureName } from './structures/structures.test-data'

const fonts = openFonts()
beforeAll(() => fonts.open(allFontFiles()))
const supply = () => ({ sha: 'a'.repeat(64), width: 900, height: 1000 })
/** The names of what goes together, the first to go first. */
function going(names: readonly StructureName[], which: typeof leavable): string[][] {
  const { design } = makeStructured(0, names, 'a3-poster', fonts, supply)
  const master = design.channels[design.master]
  if (!master) throw new Error('no master')
  const reading = read(layerTree(design, 'page1'), master, { fonts, lightOf: () => null })
  const told = (i: { node: { layer: { name: string; text?: string } } }) =>
    i.node.layer.name || (i.node.layer.text ?? '')
  return which(partsOf(reading, master), beforeOf(reading, master)).map((leave) => leave.map(told))
}

describe('what goes together', () => {
  it('is a column of a table: where it is, of every line of a programme', () => {
    const all = going(['title', 'programme'], leavable)
    expect(all[0]?.length).toBeGreaterThan(2)
    // All of it at once: what is left to go stands by itself.
    expect(all.slice(1).every((l) => l.length === 1)).toBe(true)
  })
  it('is the price of each of three cards, and a badge with its word', () => {
    const all = going(['title', 'offer'], crowding)
    expect(all.map((l) => [...l].sort())).toContainEqual(['24', '36', '48'])
    expect(all.map((l) => [...l].sort())).toContainEqual(['Badge', 'Badge words'])
    // Each goes once.
    const flat = all.flat()
    expect(new Set(flat).size).toBe(flat.length)
  })
})

const table = { kind: 'table', of: ['a', 'b', 'c', 'd', 'e', 'f'], to: ['3', '3'] } as const

describe('what holds of things that are left', () => {
  it('is a table of fewer columns, or of fewer rows', () => {
    expect(remaining([table], new Set(['b', 'e']))[0]).toEqual({
      kind: 'table',
      of: ['a', 'c', 'd', 'f'],
      to: ['2', '2'],
    })
    expect(remaining([table], new Set(['a', 'b', 'c']))[0]?.to).toEqual(['3'])
  })
  it('is as it was where no whole rows and columns are left', () => {
    for (const gone of [['a'], ['a', 'b', 'c', 'd', 'e', 'f'], ['a', 'b', 'd', 'e']])
      expect(remaining([table], new Set(gone))[0], gone.join()).toBe(table)
  })
  it('is a set of fewer', () => {
    const set = { kind: 'set', of: ['a', 'b', 'c'], to: ['3'] } as const
    expect(remaining([set], new Set(['b']))[0]).toEqual({ kind: 'set', of: ['a', 'c'], to: ['2'] })
    expect(remaining([set], new Set(['x']))[0]).toBe(set)
  })
})
