import papa from 'papaparse'
import { badInput } from '../basics/errors'
import { readColour } from '../colour/colour'
import type { ShownPicture } from '../design/properties/shown-picture'
import { propertyOf } from '../design/properties/table'
import type { Design } from '../design/schema'
import { addRow, type CellKind, cellKind, columnsOf, ownValue, rowsOf, setCell } from '../design/table'
import { type Column, MOST_ROWS } from '../design/table-schema'

/** The head of the column that names rows. */
export const ROW_HEAD = 'Row'
const NAMES: readonly string[] = ['row', 'name']
const YES: readonly string[] = ['yes', 'true', '1', 'x', 'shown', 'show']
const NO: readonly string[] = ['no', 'false', '0', '-', 'hidden', 'hide']

/** What a cell holds, as text: a picture by what its file was called, or by the beginning of its SHA-256. */
export function cellText(kind: CellKind | null, value: unknown): string {
  if (value === undefined || value === null) return ''
  if (kind === 'picture') {
    const { called, source } = value as ShownPicture
    return called || source.slice(0, 12)
  }
  if (kind === 'choice') return value ? 'yes' : 'no'
  return String(value)
}
/** The table of a design as comma-separated values (RFC 4180), a header line first; nothing for what the design itself has. */
export function tableCsv(d: Design): string {
  const columns = columnsOf(d)
  const lines = rowsOf(d).map((row) => [
    row.name,
    ...columns.map((c) => cellText(cellKind(c), row.values[c.id])),
  ])
  return `${papa.unparse([[ROW_HEAD, ...columns.map((c) => c.name)], ...lines], { newline: '\r\n' })}\r\n`
}

/** Lines of cells, separated by commas, semicolons or tabs, as spreadsheets save and copy them. Throws `bad-input` for no table. */
export function readLines(text: string): string[][] {
  const { data, errors } = papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' })
  const broken = errors.find((e) => e.type === 'Quotes')
  if (broken)
    throw badInput(
      `The table is damaged in line ${(broken.row ?? 0) + 1}: a quote is not closed. Nothing was changed.`,
    )
  return data
}

type Cell = { value: unknown } | { problem: string }
/** What a text says for a column; nothing said is what the design itself has. `picture` finds one by its name. */
export function readCell(column: Column, text: string, picture: (name: string) => ShownPicture | null): Cell {
  const kind = cellKind(column)
  const said = text.trim()
  if (said === '') return { value: undefined }
  if (kind === 'picture') {
    const found = picture(said)
    return found ? { value: found } : { problem: `“${said}” is none of the pictures` }
  }
  if (kind === 'colour') {
    const colour = readColour(said)
    return colour ? { value: colour } : { problem: `“${said}” is no colour` }
  }
  if (kind === 'choice') {
    const word = said.toLowerCase()
    if (YES.includes(word)) return { value: true }
    return NO.includes(word) ? { value: false } : { problem: `“${said}” is neither yes nor no` }
  }
  const parsed = propertyOf(column.target, column.property)?.schema.safeParse(text)
  return parsed?.success ? { value: parsed.data } : { problem: `“${said.slice(0, 20)}…” is too long` }
}

/** What came of filling a table: rows that were added or changed, heads that no column has, and cells that were left as they are. */
export type Filled = { added: number; changed: number; unknown: string[]; problems: string[] }
/** Which place of a line names the row, and which places fill which columns. */
function heads(
  d: Design,
  head: readonly string[],
): { name: number; at: Map<number, Column>; unknown: string[] } {
  const columns = columnsOf(d)
  const same = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase()
  const at = new Map<number, Column>()
  const unknown: string[] = []
  const column = (h: string) => columns.find((c) => same(c.name, h))
  const name = head.findIndex((h) => NAMES.includes(h.trim().toLowerCase()) && !column(h))
  head.forEach((h, n) => {
    const found = column(h)
    if (found) at.set(n, found)
    else if (n !== name && h.trim() !== '') unknown.push(h.trim())
  })
  return { name, at, unknown }
}
/**
 * Fills the table of a draft from lines, the first of which names the columns: rows of a known name are changed, others are added.
 * Throws `bad-input` where no head is that of a column, or there are more rows than a table has.
 */
export function fillTable(
  d: Design,
  [head = [], ...lines]: readonly string[][],
  { picture, newId }: { picture: (name: string) => ShownPicture | null; newId: () => string },
): Filled {
  const { name, at, unknown } = heads(d, head)
  if (at.size === 0)
    throw badInput(
      `None of its heads is a column of the table: ${columnsOf(d)
        .map((c) => c.name)
        .join(', ')}. Nothing was changed; name the columns in its first line.`,
    )
  const came: Filled = { added: 0, changed: 0, unknown, problems: [] }
  if (Object.keys(d.rows).length + lines.length > MOST_ROWS)
    throw badInput(`A table has at most ${MOST_ROWS} rows. Nothing was changed; bring fewer.`)
  lines.forEach((line, n) => {
    const called = (name < 0 ? '' : (line[name] ?? '').trim()) || `Row ${rowsOf(d).length + 1}`
    const known = Object.values(d.rows).find((r) => r.name === called)
    const id = known?.id ?? newId()
    if (!known) addRow(d, id, called.slice(0, 200))
    came[known ? 'changed' : 'added']++
    for (const [place, column] of at) {
      const cell = readCell(column, line[place] ?? '', picture)
      if ('value' in cell) setCell(d, id, column.id, cell.value)
      else came.problems.push(`Line ${n + 2}, ${column.name}: ${cell.problem}`)
    }
  })
  return came
}
/** A picture by what it was called, its file's ending and capitals aside, or by the beginning of its SHA-256. */
export function pictureNamed(pictures: readonly ShownPicture[]): (name: string) => ShownPicture | null {
  const bare = (name: string) =>
    name
      .trim()
      .toLowerCase()
      .replace(/^.*[\\/]/, '')
      .replace(/\.[a-z0-9]{2,5}$/, '')
  return (name) =>
    pictures.find((p) => p.called && bare(p.called) === bare(name)) ??
    pictures.find((p) => name.trim().length >= 8 && p.source.startsWith(name.trim().toLowerCase())) ??
    null
}
/** The pictures that cells of a table and its design's own hold. */
export const picturesIn = (d: Design): ShownPicture[] =>
  columnsOf(d)
    .filter((c) => cellKind(c) === 'picture')
    .flatMap((c) => [ownValue(d, c), ...rowsOf(d).map((r) => r.values[c.id])])
    .flatMap((v) => (v ? [v as ShownPicture] : []))
