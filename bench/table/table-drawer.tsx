'use client'
import { FileDown, FolderOpen, Plus, X } from 'lucide-react'
import { columnsOf, fillable, rowsOf } from '@/core/design/table'
import { addColumns, bringTable, columnsFromSelection, newRow, saveTable, takeTable } from '../actions/table'
import { useBench, useBenchState, usePaced } from '../state/bench-context'
import { Button, IconButton } from '../ui/button'
import { Menu, MenuItem, MenuPart } from '../ui/menu'
import { Grid } from './grid'

/** The design's table beneath the stage: a row for each of a series. */
export function TableDrawer() {
  const bench = useBench()
  const design = usePaced('kept', (s) => s.design)
  const row = useBenchState((s) => s.row)
  const [columns, rows] = [columnsOf(design), rowsOf(design)]
  const none = columns.length === 0
  return (
    <section
      aria-label="Table"
      className="flex h-[272px] shrink-0 flex-col border-t border-line bg-panel"
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault()
        void takeTable(bench, [...e.dataTransfer.files])
      }}
    >
      <header className="flex h-9 shrink-0 items-center gap-2 border-b border-line px-3">
        <h2 className="text-small font-semibold">Table</h2>
        <span className="text-tiny text-soft tabular-nums">
          {rows.length} row{rows.length === 1 ? '' : 's'}
        </span>
        <Button small disabled={none} onClick={() => newRow(bench)}>
          <Plus size={13} />
          Row
        </Button>
        <AddColumn />
        <span className="ml-auto" />
        <Button small disabled={none} onClick={() => void bringTable(bench)} title="CSV, with its pictures">
          <FolderOpen size={13} />
          Bring …
        </Button>
        <Button small disabled={none} onClick={() => saveTable(bench)}>
          <FileDown size={13} />
          Save as CSV
        </Button>
        <IconButton label="Close the table" onClick={() => bench.set({ table: false })}>
          <X size={15} />
        </IconButton>
      </header>
      {none ? <Beginning /> : <Grid columns={columns} rows={rows} shown={row} />}
    </section>
  )
}

/** What can become a column, words and pictures first. */
function AddColumn() {
  const design = usePaced('kept', (s) => s.design)
  const bench = useBench()
  const all = fillable(design)
  const parts = [
    ['Words', 'text'],
    ['Pictures', 'picture'],
    ['Colours', 'colour'],
    ['Shown or not', 'shown'],
  ] as const
  return (
    <Menu
      wide={all.length > 14}
      trigger={
        <Button small disabled={all.length === 0}>
          <Plus size={13} />
          Column
        </Button>
      }
    >
      {parts.map(([label, property]) => {
        const own = all.filter((c) => c.property === property)
        return own.length === 0 ? null : (
          <MenuPart key={property} label={label}>
            {own.map((c) => (
              <MenuItem key={c.target} onSelect={() => addColumns(bench, [c])}>
                <span className="max-w-44 truncate">{c.name}</span>
              </MenuItem>
            ))}
          </MenuPart>
        )
      })}
    </Menu>
  )
}

/** How a series is begun. */
function Beginning() {
  const bench = useBench()
  const selected = useBenchState((s) => s.selection.length > 0)
  return (
    <div className="flex flex-1 flex-col items-center justify-center gap-2 text-center">
      <p className="text-body font-semibold">One design, a row for each of a series</p>
      <p className="max-w-[52ch] text-small text-soft">
        Choose what changes from one to the next: words, pictures, colours. Then type the rows, paste them
        from a spreadsheet or bring a CSV file.
      </p>
      <Button look="primary" className="mt-1" onClick={() => columnsFromSelection(bench)}>
        {selected ? 'What is selected becomes columns' : 'All words and slots of this page become columns'}
      </Button>
    </div>
  )
}
