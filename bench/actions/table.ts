import { Problem } from '@/core/basics/errors'
import { newId } from '@/core/basics/ids'
import type { ShownPicture } from '@/core/design/properties/shown-picture'
import { layerOfTarget, onLayer } from '@/core/design/properties/targets'
import type { Design } from '@/core/design/schema'
import {
  addColumn,
  addRow,
  cellKind,
  columnFor,
  columnsOf,
  fillable,
  removeColumn,
  rowsOf,
  setCell,
} from '@/core/design/table'
import { type Column, MOST_COLUMNS, MOST_ROWS } from '@/core/design/table-schema'
import {
  cellText,
  type Filled,
  fillTable,
  pictureNamed,
  picturesIn,
  readCell,
  readLines,
  tableCsv,
} from '@/core/formats/table-csv'
import { isPhoto, isWorded, layerName, takesPicture } from '@/core/kinds/facts'
import { saveFile } from '../export/excerpts'
import type { Bench, BenchState } from '../state/bench'
import { chooseFiles, PHOTOS } from '../ui/choose-files'
import { nameOf } from './placing'
import { slotFrom } from './slots'
import { upload } from './uploads'

/** What a selected thing would be filled with: its words or its picture; null where it has neither or has a column. */
function bindingOf(d: Design, id: string): Omit<Column, 'id' | 'order'> | null {
  const layer = d.layers[id]
  if (!layer) return null
  const pictured = isPhoto(layer) || takesPicture(layer) ? 'picture' : 'shown'
  const property = isWorded(layer) ? 'text' : pictured
  if (columnFor(d, onLayer(id), property)) return null
  return { target: onLayer(id), property, name: layerName(layer) }
}
/** Whether some of what is selected can become columns. */
export const canBecomeColumns = (s: Pick<BenchState, 'design' | 'selection'>): boolean =>
  s.selection.some((id) => bindingOf(s.design, id) !== null)

/** Adds columns, and two rows to begin with where there are none. A photo becomes a slot, so that others cover its box too. */
export function addColumns(bench: Bench, columns: readonly Omit<Column, 'id' | 'order'>[]): void {
  const { design, sources } = bench.store.getState()
  if (Object.keys(design.columns).length + columns.length > MOST_COLUMNS)
    return bench.notify(`A table has at most ${MOST_COLUMNS} columns. None was added.`, 'trouble')
  bench.edit(columns.length === 1 ? 'Add a column' : 'Add columns', (d) => {
    for (const c of columns) {
      const layer = d.layers[layerOfTarget(c.target) ?? '']
      if (c.property === 'picture' && isPhoto(layer) && sources[layer.source]?.opaque) {
        const { source, sourceWidth, sourceHeight, focal } = layer
        d.layers[layer.id] = slotFrom(layer, { source, sourceWidth, sourceHeight, focal })
      }
      addColumn(d, newId(), c)
    }
    if (Object.keys(d.rows).length === 0) for (const n of [1, 2]) addRow(d, newId(), `Row ${n}`)
  })
  bench.set({ table: true })
}
/** Has a table fill what is selected; of nothing selected, all words and slots of the page. */
export function columnsFromSelection(bench: Bench): void {
  const { design, selection, page } = bench.store.getState()
  const own = selection.flatMap((id) => bindingOf(design, id) ?? [])
  if (own.length > 0) return addColumns(bench, own)
  const all = fillable(design).filter(({ target, property }) => {
    const layer = design.layers[layerOfTarget(target) ?? '']
    return layer?.page === page && (property === 'text' || (property === 'picture' && takesPicture(layer)))
  })
  if (all.length === 0) bench.set({ table: true })
  else addColumns(bench, all.slice(0, MOST_COLUMNS))
}
export const takeColumnOut = (bench: Bench, id: string): void =>
  bench.edit('Remove the column', (d) => removeColumn(d, id))

/** Adds a row, a copy of another's cells where one is named, and shows it. */
export function newRow(bench: Bench, of?: string): void {
  const { design } = bench.store.getState()
  const count = Object.keys(design.rows).length
  if (count >= MOST_ROWS)
    return bench.notify(`A table has at most ${MOST_ROWS} rows. None was added.`, 'trouble')
  const id = newId()
  const from = of ? design.rows[of] : undefined
  bench.edit(from ? 'Duplicate the row' : 'Add a row', (d) =>
    addRow(d, id, from?.name ?? `Row ${count + 1}`, from ? { ...from.values } : {}),
  )
  bench.showRow(id)
}
export function removeRow(bench: Bench, id: string): void {
  const { design, row } = bench.store.getState()
  const rows = rowsOf(design)
  const at = rows.findIndex((r) => r.id === id)
  if (row === id) bench.showRow((rows[at + 1] ?? rows[at - 1])?.id ?? null)
  bench.edit('Remove the row', (d) => {
    delete d.rows[id]
  })
}
/** The row so many places on; as designed comes before the first. */
export function stepRow(bench: Bench, by: number): void {
  const { design, row } = bench.store.getState()
  const all = [null, ...rowsOf(design).map((r) => r.id)]
  bench.showRow(all[(all.indexOf(row) + by + all.length) % all.length] ?? null)
}

/** What a cell is to hold; undefined for what the design itself has. */
export function writeCell(bench: Bench, row: string, column: Column, value: unknown): void {
  const held = bench.store.getState().design.rows[row]
  if (!held || JSON.stringify(held.values[column.id]) === JSON.stringify(value)) return
  bench.edit(`Fill “${column.name}”`, (d) => setCell(d, row, column.id, value))
}
/** The same, told as text; what it cannot be is said, and nothing changes. */
export function typeCell(bench: Bench, row: string, column: Column, text: string): void {
  const cell = readCell(column, text, pictureNamed(picturesIn(bench.store.getState().design)))
  if ('problem' in cell) bench.notify(`${cell.problem}. The cell stays as it was.`, 'trouble')
  else writeCell(bench, row, column, cell.value)
}
const shownFrom = (info: { sha: string; width: number; height: number }, called: string): ShownPicture => ({
  source: info.sha,
  sourceWidth: info.width,
  sourceHeight: info.height,
  focal: { x: 0.5, y: 0.5 },
  called,
})
/** Takes in a picture and puts it into a cell. */
export async function fillPictureCell(
  bench: Bench,
  row: string,
  column: Column,
  file: File | undefined,
): Promise<void> {
  const info = file ? await upload(bench, file) : null
  if (!file || !info) return
  if (info.kind !== 'picture')
    return bench.notify('A cell of pictures takes photos and cutouts. The graphic was not placed.', 'trouble')
  bench.addSource(info)
  writeCell(bench, row, column, shownFrom(info, nameOf(file)))
}
export async function choosePictureCell(bench: Bench, row: string, column: Column): Promise<void> {
  const [file] = await chooseFiles(PHOTOS)
  await fillPictureCell(bench, row, column, file)
}

const plural = (n: number, what: string): string => `${n} ${what}${n === 1 ? '' : 's'}`
/** What came of filling the table, in words. */
export function toldOf({ added, changed, unknown, problems }: Filled): string {
  const parts = [
    [added > 0 && `${plural(added, 'row')} added`, changed > 0 && `${plural(changed, 'row')} changed`]
      .filter(Boolean)
      .join(', ') || 'No rows in it',
    unknown.length > 0 &&
      `no column is called ${unknown
        .slice(0, 3)
        .map((h) => `“${h}”`)
        .join(', ')}`,
    problems.length > 0 &&
      `left as ${problems.length === 1 ? 'it was' : 'they were'}: ${problems.slice(0, 2).join('; ')}${problems.length > 2 ? ` and ${problems.length - 2} more` : ''}`,
  ]
  return `${parts.filter(Boolean).join('. ')}.`
}
/** Fills the table from text as a spreadsheet saves it, with pictures that were brought along. */
export function fillFrom(bench: Bench, text: string, brought: readonly ShownPicture[] = []): void {
  const { design } = bench.store.getState()
  try {
    const lines = readLines(text)
    const picture = pictureNamed([...brought, ...picturesIn(design)])
    let came: Filled | null = null
    bench.edit('Fill the table', (d) => {
      came = fillTable(d, lines, { picture, newId })
    })
    const told = came as Filled | null
    if (told) bench.notify(toldOf(told), told.unknown.length + told.problems.length > 0 ? 'trouble' : 'plain')
    const first = rowsOf(bench.store.getState().design)[0]
    if (first && !bench.store.getState().row) bench.showRow(first.id)
  } catch (thrown) {
    if (!(thrown instanceof Problem)) throw thrown
    bench.notify(thrown.message, 'trouble')
  }
}
/** Lets a person choose a table and the pictures that its cells name. */
export async function bringTable(bench: Bench): Promise<void> {
  const files = await chooseFiles(`.csv,.tsv,.txt,text/csv,text/tab-separated-values,${PHOTOS}`)
  await takeTable(bench, files)
}
export async function takeTable(bench: Bench, files: readonly File[]): Promise<void> {
  const isTable = (f: File) => /\.(csv|tsv|txt)$/i.test(f.name)
  const table = files.find(isTable)
  if (!table) {
    if (files.length > 0)
      bench.notify('There is no table among these files: save it as CSV. Nothing was changed.', 'trouble')
    return
  }
  const brought: ShownPicture[] = []
  for (const file of files.filter((f) => !isTable(f))) {
    const info = await upload(bench, file)
    if (info?.kind !== 'picture') continue
    bench.addSource(info)
    brought.push(shownFrom(info, nameOf(file)))
  }
  fillFrom(bench, await table.text(), brought)
}
export function saveTable(bench: Bench): void {
  const { design } = bench.store.getState()
  const blob = new Blob([`\uFEFF${tableCsv(design)}`], { type: 'text/csv;charset=utf-8' })
  saveFile(blob, `${design.name.replace(/[\\/:*?"<>|]+/g, '-')}.csv`)
}
/**
 * Cells copied from a spreadsheet, put in from one cell on, to the right and down; rows that are not there are added. False where
 * it is one cell only, which is a text to be typed. `column` −1 is the rows' names.
 */
export function pasteCells(bench: Bench, row: string, column: number, text: string): boolean {
  if (!/[\t\n]/.test(text.trimEnd())) return false
  const { design } = bench.store.getState()
  const columns = columnsOf(design)
  const rows = rowsOf(design)
  const at = rows.findIndex((r) => r.id === row)
  const lines = readLines(text).slice(0, MOST_ROWS - at)
  const picture = pictureNamed(picturesIn(design))
  const problems: string[] = []
  bench.edit('Paste cells', (d) => {
    lines.forEach((line, n) => {
      const id = rows[at + n]?.id ?? newId()
      if (!d.rows[id]) addRow(d, id, `Row ${rowsOf(d).length + 1}`)
      line.forEach((cell, k) => {
        const held = d.rows[id]
        const to = columns[column + k]
        if (column + k < 0 && held && cell.trim()) held.name = cell.trim().slice(0, 200)
        if (!to) return
        const read = readCell(to, cell, picture)
        if ('value' in read) setCell(d, id, to.id, read.value)
        else problems.push(read.problem)
      })
    })
  })
  if (problems.length > 0)
    bench.notify(`${plural(problems.length, 'cell')} left as before: ${problems[0]}.`, 'trouble')
  return true
}
/** What a cell shows as text. */
export const textOf = (column: Column, value: unknown): string => cellText(cellKind(column), value)
