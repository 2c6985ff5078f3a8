import { describe, expect, it } from 'vitest'
import { sampleDesign } from '@/bench/state/bench.test-data'
import { removeLayers } from './commands'
import { checkDesign, record } from './edits'
import { filesNeeded } from './needs'
import { setOnLayer } from './properties/set'
import { onLayer } from './properties/targets'
import type { Design } from './schema'
import { blobsOf } from './sources-of'
import {
  addColumn,
  addRow,
  columnsOf,
  fillable,
  intoRow,
  moveRow,
  ownValue,
  removeColumn,
  rowsOf,
  setCell,
  valuesOfRow,
} from './table'

const OTHER = 'b'.repeat(64)
const picture = { source: OTHER, sourceWidth: 400, sourceHeight: 300, focal: { x: 0.5, y: 0.5 } }
const make = (change: (d: Design) => void = () => undefined): Design =>
  record(checkDesign(sampleDesign()), (d) => {
    addColumn(d, 'words', { target: onLayer('title'), property: 'text', name: 'Title' })
    addRow(d, 'r1', 'One')
    addRow(d, 'r2', 'Two')
    change(d)
  }).design
const plain = (d: unknown): unknown => JSON.parse(JSON.stringify(d))
/** A change made while a row is shown. */
const during = (d: Design, row: string, change: (draft: Design) => void): Design =>
  record(d, (draft) => {
    change(draft)
    intoRow(d, draft, row)
  }).design

describe('the table of a design', () => {
  it('is of a design as it is stored, and refuses what a column does not take', () => {
    const d = make((x) => setCell(x, 'r1', 'words', 'Bowls'))
    expect(checkDesign(plain(d))).toEqual(d)
    const wrong = (change: (x: Design) => void) => () => {
      const copy = plain(d) as Design
      change(copy)
      checkDesign(copy)
    }
    expect(wrong((x) => void ((x.rows.r1 as { values: object }).values = { words: 7 }))).toThrow(
      /“One” holds something else in “Title”/,
    )
    expect(wrong((x) => void ((x.rows.r1 as { values: object }).values = { gone: 'x' }))).toThrow(
      /a column that is not there/,
    )
    expect(wrong((x) => void ((x.columns.words as { property: string }).property = 'place'))).toThrow(
      /column/,
    )
  })
  it('offers what can be filled and has no column yet, words first', () => {
    const d = make()
    const offered = fillable(d)
    expect(offered.some((c) => c.target === onLayer('title') && c.property === 'text')).toBe(false)
    expect(offered[0]?.property).not.toBe('shown')
    expect(offered.some((c) => c.property === 'shown' && c.target === onLayer('disc'))).toBe(true)
    for (const c of offered) expect(ownValue(d, { ...c, id: 'x', order: 'a' })).not.toBe(undefined)
  })
  it('names rows and columns apart and keeps their order', () => {
    const d = make((x) => {
      addRow(x, 'r3', 'One')
      moveRow(x, 'r3', -2)
      moveRow(x, 'r2', 5)
    })
    expect(rowsOf(d).map((r) => r.name)).toEqual(['One 2', 'One', 'Two'])
  })
  it('loses a column with its cells, and with what it filled', () => {
    const filled = make((x) => setCell(x, 'r1', 'words', 'Bowls'))
    for (const change of [
      (x: Design) => removeColumn(x, 'words'),
      (x: Design) => removeLayers(x, ['title']),
    ]) {
      const { design, inverse } = record(filled, change)
      expect([columnsOf(design), design.rows.r1?.values]).toEqual([[], {}])
      expect(checkDesign(plain(design))).toEqual(design)
      expect(inverse.length).toBeGreaterThan(0)
    }
  })
  it('names its pictures among the files of the design', () => {
    const d = make((x) => {
      addColumn(x, 'pot', { target: onLayer('photo'), property: 'picture', name: 'Pot' })
      setCell(x, 'r2', 'pot', picture)
    })
    expect(blobsOf(d).has(OTHER)).toBe(true)
    expect(filesNeeded(d).find((f) => f.sha === OTHER)).toMatchObject({ as: 'shown', name: 'table, Pot' })
    expect(valuesOfRow(d, 'r2').get(onLayer('photo'))?.[0]?.value).toEqual(picture)
  })
})

describe('work while a row is shown', () => {
  it('writes what a column fills into the row, and leaves the design as it was', () => {
    const d = make()
    const next = during(d, 'r1', (x) => setOnLayer(x, x.master, 'title', 'text', 'Cups'))
    expect(next.rows.r1?.values).toEqual({ words: 'Cups' })
    expect(next.rows.r2?.values).toEqual({})
    expect(next.layers).toEqual(d.layers)
  })
  it('does so on every channel, as the row is the same there', () => {
    const d = make((x) => setOnLayer(x, 'link-card', 'title', 'text', 'Short'))
    const next = during(d, 'r1', (x) => setOnLayer(x, 'link-card', 'title', 'text', 'Cups'))
    expect(next.rows.r1?.values).toEqual({ words: 'Cups' })
    expect(next.changes).toEqual(d.changes)
  })
  it('leaves everything else to the design', () => {
    const next = during(make(), 'r1', (x) => setOnLayer(x, x.master, 'title', 'opacity', 0.5))
    expect(next.layers.title?.opacity).toBe(0.5)
    expect(next.rows.r1?.values).toEqual({})
  })
  it('keeps the box that follows from the words of the design', () => {
    const d = make()
    const next = during(d, 'r1', (x) => {
      const title = x.layers.title as Extract<Design['layers'][string], { kind: 'type' }>
      title.text = 'Cups'
      title.placement.width = 5
    })
    expect(next.layers.title).toEqual(d.layers.title)
  })
})
