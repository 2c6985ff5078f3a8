'use client'
import { Ellipsis } from 'lucide-react'
import type { ComponentProps, KeyboardEvent } from 'react'
import { layerOfTarget } from '@/core/design/properties/targets'
import { moveRow } from '@/core/design/table'
import type { Column, Row } from '@/core/design/table-schema'
import { newRow, pasteCells, removeRow, takeColumnOut } from '../actions/table'
import { useBench } from '../state/bench-context'
import { IconButton } from '../ui/button'
import { Menu, MenuItem } from '../ui/menu'
import { Cell } from './cell'

type Props = { columns: readonly Column[]; rows: readonly Row[]; shown: string | null }
/** The rows with their cells. Up, down and Enter go from row to row in one column, Tab from cell to cell. */
export function Grid({ columns, rows, shown }: Props) {
  return (
    <div className="scroll-thin min-h-0 flex-1 overflow-auto" onKeyDown={walk}>
      <table
        aria-label="Rows of the design"
        className="w-max min-w-full border-separate border-spacing-0 text-small"
      >
        <thead className="sticky top-0 z-10 bg-panel text-left">
          <tr className="[&>th]:border-b [&>th]:border-line [&>th]:px-1.5 [&>th]:font-normal">
            <th className="sticky left-0 z-10 w-56 min-w-56 bg-panel">
              <span className="px-1.5 text-tiny text-soft">Row</span>
            </th>
            {columns.map((c) => (
              <Head key={c.id} column={c} />
            ))}
          </tr>
        </thead>
        <tbody>
          <Designed shown={shown === null} columns={columns} />
          {rows.map((r, n) => (
            <Line
              key={r.id}
              row={r}
              number={n + 1}
              columns={columns}
              shown={shown === r.id}
              last={rows.length}
            />
          ))}
        </tbody>
      </table>
    </div>
  )
}
/** Goes to the same column of the row above or below. */
function walk(e: KeyboardEvent<HTMLElement>): void {
  const down = e.key === 'ArrowDown' || (e.key === 'Enter' && !e.shiftKey)
  if ((!down && e.key !== 'ArrowUp') || e.altKey || e.ctrlKey || e.metaKey) return
  const field = (e.target as HTMLElement).closest<HTMLElement>('[data-cell]')
  if (!field || (e.key === 'Enter' && field.tagName === 'BUTTON')) return
  const [row = 0, column = ''] = (field.dataset.cell ?? '').split('/')
  const to = e.currentTarget.querySelector<HTMLElement>(
    `[data-cell="${Number(row) + (down ? 1 : -1)}/${column}"]`,
  )
  if (!to) return
  e.preventDefault()
  to.focus()
  if (to instanceof HTMLInputElement) to.select()
}

type NameProps = Omit<ComponentProps<'input'>, 'value'> & {
  label: string
  value: string
  onKeep: (name: string) => void
  'data-cell'?: string
}
/** What a row or a column is called; taken when it is left, Escape takes it back. */
const Name = ({ label, value, onKeep, onKeyDown, className = '', ...rest }: NameProps) => (
  <input
    // Made anew when the name changes elsewhere.
    key={value}
    aria-label={label}
    className={`h-7 min-w-0 flex-1 rounded-control bg-transparent px-1.5 hover:bg-well focus:bg-well ${className}`}
    defaultValue={value}
    onBlur={(e) => {
      const name = e.target.value.trim().slice(0, 200)
      if (name && name !== value) onKeep(name)
    }}
    onKeyDown={(e) => {
      onKeyDown?.(e)
      if (e.key !== 'Escape') return
      e.currentTarget.value = value
      e.currentTarget.blur()
    }}
    {...rest}
  />
)

function Head({ column: c }: { column: Column }) {
  const bench = useBench()
  const layer = layerOfTarget(c.target)
  return (
    <th className="min-w-44" aria-label={c.name}>
      <span className="flex items-center gap-0.5">
        <Name
          label={`Name of the column ${c.name}`}
          className="font-medium"
          value={c.name}
          onKeep={(name) =>
            bench.edit('Rename the column', (d) => {
              const held = d.columns[c.id]
              if (held) held.name = name
            })
          }
          onKeyDown={(e) => {
            e.stopPropagation()
            if (e.key === 'Enter') e.currentTarget.blur()
          }}
        />
        <Menu
          align="end"
          trigger={
            <IconButton label={`More for the column ${c.name}`} className="!size-6">
              <Ellipsis size={13} />
            </IconButton>
          }
        >
          {layer && <MenuItem onSelect={() => bench.select([layer])}>Select what it fills</MenuItem>}
          <MenuItem onSelect={() => takeColumnOut(bench, c.id)}>Remove the column</MenuItem>
        </Menu>
      </span>
    </th>
  )
}

const ground = (shown: boolean) => (shown ? 'bg-accent/10' : 'bg-panel')
/** The design itself, before all rows. */
function Designed({ shown, columns }: { shown: boolean; columns: readonly Column[] }) {
  const bench = useBench()
  return (
    <tr className="[&>*]:border-b [&>*]:border-line/60 [&>*]:px-1.5">
      <th scope="row" className={`sticky left-0 text-left font-normal ${ground(shown)}`}>
        <button
          type="button"
          aria-pressed={shown}
          className="h-7 w-full truncate px-1.5 text-left text-soft hover:text-ink"
          onClick={() => bench.showRow(null)}
        >
          As designed
        </button>
      </th>
      {columns.map((c) => (
        <td key={c.id} className={ground(shown)}>
          <Cell column={c} row={null} at="" />
        </td>
      ))}
    </tr>
  )
}
type LineProps = { row: Row; number: number; columns: readonly Column[]; shown: boolean; last: number }
function Line({ row, number, columns, shown, last }: LineProps) {
  const bench = useBench()
  const move = (by: number) => bench.edit('Move the row', (d) => moveRow(d, row.id, by))
  return (
    <tr
      className="[&>*]:border-b [&>*]:border-line/60 [&>*]:px-1.5"
      onFocus={() => bench.showRow(row.id)}
      aria-current={shown}
    >
      <th scope="row" className={`sticky left-0 text-left font-normal ${ground(shown)}`}>
        <span className="flex items-center">
          <span className="w-6 text-center text-tiny text-soft tabular-nums">{number}</span>
          <Name
            data-cell={`${number}/name`}
            label={`Name of row ${number}`}
            value={row.name}
            onKeep={(name) =>
              bench.edit('Rename the row', (d) => {
                const held = d.rows[row.id]
                if (held) held.name = name
              })
            }
            onPaste={(e) => {
              if (pasteCells(bench, row.id, -1, e.clipboardData.getData('text/plain'))) e.preventDefault()
            }}
            onKeyDown={(e) => {
              if (e.key !== 'ArrowDown' && e.key !== 'ArrowUp' && e.key !== 'Enter') e.stopPropagation()
            }}
          />
          <Menu
            align="end"
            trigger={
              <IconButton label={`More for row ${number}`} className="!size-6">
                <Ellipsis size={13} />
              </IconButton>
            }
          >
            <MenuItem onSelect={() => newRow(bench, row.id)}>Duplicate</MenuItem>
            <MenuItem disabled={number === 1} onSelect={() => move(-1)}>
              Move up
            </MenuItem>
            <MenuItem disabled={number === last} onSelect={() => move(1)}>
              Move down
            </MenuItem>
            <MenuItem onSelect={() => removeRow(bench, row.id)}>Remove</MenuItem>
          </Menu>
        </span>
      </th>
      {columns.map((c, n) => (
        <td key={c.id} className={ground(shown)}>
          <Cell column={c} row={row} at={`${number}/${c.id}`} number={number} place={n} />
        </td>
      ))}
    </tr>
  )
}
