import papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { sampleDesign } from '@/bench/state/bench.test-data'
import { checkDesign, record } from '../design/edits'
import { onLayer, onPage } from '../design/properties/targets'
import type { Design } from '../design/schema'
import { addColumn, addRow, rowsOf, setCell } from '../design/table'
import { fillTable, pictureNamed, readLines, tableCsv } from './table-csv'

const picture = (called: string, sign = 'b') => ({
  source: sign.repeat(64),
  sourceWidth: 400,
  sourceHeight: 300,
  focal: { x: 0.5, y: 0.5 },
  called,
})
const make = (): Design =>
  record(checkDesign(sampleDesign()), (d) => {
    addColumn(d, 'words', { target: onLayer('title'), property: 'text', name: 'Title' })
    addColumn(d, 'pot', { target: onLayer('photo'), property: 'picture', name: 'Pot' })
    addColumn(d, 'page', { target: onPage('page1'), property: 'colour', name: 'Ground' })
    addColumn(d, 'disc', { target: onLayer('disc'), property: 'shown', name: 'Disc' })
  }).design
let n = 0
function filled(d: Design, text: string, pictures: Parameters<typeof pictureNamed>[0] = []) {
  let came: ReturnType<typeof fillTable> | null = null
  const { design } = record(d, (x) => {
    came = fillTable(x, readLines(text), { picture: pictureNamed(pictures), newId: () => `n${++n}` })
  })
  return { design: checkDesign(JSON.parse(JSON.stringify(design))), came }
}

describe('a table from a spreadsheet', () => {
  it.each([
    ['commas', ','],
    ['semicolons', ';'],
    ['tabs', '\t'],
  ])('is read with %s between its cells', (_, sign) => {
    const text = ['Row', 'Title', 'Ground', 'Disc'].join(sign)
    const { design, came } = filled(
      make(),
      `\uFEFF${text}\r\n${['Cup', 'A cup', '#aabbcc', 'no'].join(sign)}\r\n`,
    )
    expect(came).toEqual({ added: 1, changed: 0, unknown: [], problems: [] })
    expect(rowsOf(design).map((r) => [r.name, r.values])).toEqual([
      ['Cup', { words: 'A cup', page: '#aabbcc', disc: false }],
    ])
  })
  it('keeps commas, quotes and lines within quotes, by the examples of RFC 4180, 2.5 to 2.7', () => {
    expect(readLines('"aaa","b \r\nbb","ccc"\r\nzzz,yyy,xxx')).toEqual([
      ['aaa', 'b \r\nbb', 'ccc'],
      ['zzz', 'yyy', 'xxx'],
    ])
    expect(readLines('"aaa","b""bb","ccc"')).toEqual([['aaa', 'b"bb', 'ccc']])
  })
  it('changes rows of a known name, adds others, and leaves empty cells as designed', () => {
    const first = filled(make(), 'Name,title\nCup,A cup\nJug,A jug').design
    const { design, came } = filled(first, 'Name,Title,Disc\nJug,Two jugs,\nBowl,,x')
    expect(came).toMatchObject({ added: 1, changed: 1 })
    expect(rowsOf(design).map((r) => [r.name, r.values])).toEqual([
      ['Cup', { words: 'A cup' }],
      ['Jug', { words: 'Two jugs' }],
      ['Bowl', { disc: true }],
    ])
  })
  it('finds pictures by their names, whatever their folder, ending and capitals', () => {
    const { design, came } = filled(make(), 'Row,Pot\na,photos/Blue Cup.JPG\nb,jug', [picture('blue cup')])
    expect(rowsOf(design)[0]?.values.pot).toMatchObject({ source: 'b'.repeat(64) })
    expect(came).toMatchObject({ problems: ['Line 3, Pot: “jug” is none of the pictures'] })
  })
  it('says line by line what it could not take, and which heads nobody knows', () => {
    const { came } = filled(make(), 'Row,Title,Price,Ground,Disc\na,x,12,blurple,perhaps')
    expect(came).toEqual({
      added: 1,
      changed: 0,
      unknown: ['Price'],
      problems: ['Line 2, Ground: “blurple” is no colour', 'Line 2, Disc: “perhaps” is neither yes nor no'],
    })
  })
  it('is refused where nothing of it fits, where it is damaged, and where it is too long', () => {
    expect(() => filled(make(), 'Price,Stock\n1,2')).toThrow(/None of its heads.*Title, Pot, Ground, Disc/)
    expect(() => filled(make(), 'Row,Title\na,"not closed')).toThrow(/a quote is not closed/)
    expect(() => filled(make(), `Title\n${'x\n'.repeat(501)}`)).toThrow(/at most 500 rows/)
  })
})

describe('a table saved', () => {
  it('comes back the same, and is what another reader understands', () => {
    const d = record(make(), (x) => {
      addRow(x, 'r1', 'Cup, blue')
      setCell(x, 'r1', 'words', 'Say “hello”,\n"twice"')
      setCell(x, 'r1', 'pot', picture('Blue cup'))
      setCell(x, 'r1', 'disc', false)
      addRow(x, 'r2', 'Jug')
      setCell(x, 'r2', 'page', '#aabbcc')
    }).design
    const text = tableCsv(d)
    expect(papa.parse(text, { skipEmptyLines: true }).data).toEqual([
      ['Row', 'Title', 'Pot', 'Ground', 'Disc'],
      ['Cup, blue', 'Say “hello”,\n"twice"', 'Blue cup', '', 'no'],
      ['Jug', '', '', '#aabbcc', ''],
    ])
    const empty = record(d, (x) => void (x.rows = {})).design
    const { design } = filled(empty, text, [picture('Blue cup')])
    expect(rowsOf(design).map((r) => [r.name, r.values])).toEqual(rowsOf(d).map((r) => [r.name, r.values]))
  })
})
