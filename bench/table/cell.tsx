'use client'
import { ImageIcon } from 'lucide-react'
import { lookUp } from '@/core/colour/colour'
import type { ShownPicture } from '@/core/design/properties/shown-picture'
import { cellKind, ownValue } from '@/core/design/table'
import type { Column, Row } from '@/core/design/table-schema'
import { picturesIn } from '@/core/formats/table-csv'
import { choosePictureCell, fillPictureCell, pasteCells, textOf, typeCell, writeCell } from '../actions/table'
import { useBench, usePaced } from '../state/bench-context'
import { Menu, MenuItem, MenuPart } from '../ui/menu'

type Props = {
  column: Column
  /** Null for the design itself, which is shown and not changed here. */
  row: Row | null
  /** Where it is, for the keys that walk. */
  at: string
  number?: number
  place?: number
}
/** A cell by what it holds; empty, it shows what the design itself has. */
export function Cell(props: Props) {
  const kind = cellKind(props.column)
  if (!props.row) return <Own column={props.column} />
  if (kind === 'picture') return <PictureCell {...props} row={props.row} />
  if (kind === 'choice') return <ChoiceCell {...props} row={props.row} />
  return <TextCell {...props} row={props.row} colour={kind === 'colour'} />
}
const useOwn = (column: Column): unknown => usePaced('kept', (s) => ownValue(s.design, column))

function Own({ column }: { column: Column }) {
  const value = useOwn(column)
  if (cellKind(column) === 'picture') return <Thumb picture={value as ShownPicture | null} />
  return (
    <span className="block h-7 max-w-56 truncate px-1.5 leading-7 text-soft">
      {textOf(column, value).replace(/\s*\n\s*/g, ' / ')}
    </span>
  )
}
const Thumb = ({ picture, faint }: { picture: ShownPicture | null | undefined; faint?: boolean }) =>
  picture ? (
    // biome-ignore lint/performance/noImgElement: it comes from the server as it is
    <img
      src={`/api/blobs/${picture.source}/preview?side=96`}
      alt=""
      className={`my-0.5 h-6 w-9 rounded-[3px] object-contain ${faint ? 'opacity-45' : ''}`}
    />
  ) : (
    <span className="my-0.5 grid h-6 w-9 place-items-center rounded-[3px] bg-well text-soft">
      <ImageIcon size={13} />
    </span>
  )

type Of = Omit<Props, 'row'> & { row: Row }
function TextCell({ column, row, at, number, place = 0, colour }: Of & { colour: boolean }) {
  const bench = useBench()
  const own = textOf(column, useOwn(column))
  const swatches = usePaced('kept', (s) => s.design.swatches)
  const text = textOf(column, row.values[column.id])
  const Field = /\n/.test(text) || own.length > 60 ? 'textarea' : 'input'
  const lines = Math.min(3, text.split('\n').length)
  return (
    <span className="flex items-center gap-1.5">
      {colour && (
        <span
          className="size-4 shrink-0 rounded-[4px] ring-1 ring-black/15"
          style={{ background: lookUp(text || own, swatches) }}
        />
      )}
      <Field
        key={text}
        data-cell={at}
        aria-label={`${column.name}, row ${number}`}
        defaultValue={text}
        placeholder={own.replace(/\s*\n\s*/g, ' / ')}
        style={{ height: lines * 17 + 11 }}
        className="my-0.5 w-full min-w-40 resize-none rounded-control bg-transparent px-1.5 py-1 placeholder:text-soft/70 hover:bg-well focus:bg-well"
        onBlur={(e) => {
          if (e.target.value !== text) typeCell(bench, row.id, column, e.target.value)
          e.target.value = text
        }}
        onPaste={(e) => {
          if (pasteCells(bench, row.id, place, e.clipboardData.getData('text/plain'))) e.preventDefault()
        }}
        onKeyDown={(e) => {
          if (e.key === 'Escape') {
            e.currentTarget.value = text
            e.currentTarget.blur()
          }
          // Alt and Enter begin a new line, as in spreadsheets.
          if (e.key === 'Enter' && e.altKey) {
            e.preventDefault()
            e.currentTarget.setRangeText(
              '\n',
              e.currentTarget.selectionStart ?? 0,
              e.currentTarget.selectionEnd ?? 0,
              'end',
            )
          }
          const walks =
            e.key === 'Enter' || (Field === 'input' && (e.key === 'ArrowDown' || e.key === 'ArrowUp'))
          if (!walks || e.altKey) e.stopPropagation()
        }}
      />
    </span>
  )
}
function ChoiceCell({ column, row, at, number }: Of) {
  const bench = useBench()
  const value = row.values[column.id]
  const own = useOwn(column) === false ? 'no' : 'yes'
  return (
    <select
      data-cell={at}
      aria-label={`${column.name}, row ${number}`}
      className="my-0.5 h-7 w-full rounded-control bg-transparent px-1 hover:bg-well"
      value={value === undefined ? '' : String(value)}
      onChange={(e) =>
        writeCell(bench, row.id, column, e.target.value === '' ? undefined : e.target.value === 'true')
      }
    >
      <option value="">as designed: {own}</option>
      <option value="true">yes</option>
      <option value="false">no</option>
    </select>
  )
}
function PictureCell({ column, row, at, number }: Of) {
  const bench = useBench()
  const own = useOwn(column) as ShownPicture | null
  const value = row.values[column.id] as ShownPicture | null | undefined
  const design = usePaced('kept', (s) => s.design)
  const known = [...new Map(picturesIn(design).map((p) => [p.source, p])).values()].slice(0, 12)
  const name = value === null ? 'empty' : value?.called || (value ? 'a picture' : 'as designed')
  return (
    <Menu
      trigger={
        <button
          type="button"
          data-cell={at}
          aria-label={`${column.name}, row ${number}: ${name}`}
          className="flex h-7 w-full items-center gap-2 rounded-control px-1 text-left hover:bg-well"
          onDragOver={(e) => e.preventDefault()}
          onDrop={(e) => {
            e.preventDefault()
            e.stopPropagation()
            void fillPictureCell(bench, row.id, column, e.dataTransfer.files[0])
          }}
        >
          <Thumb picture={value === undefined ? own : value} faint={value === undefined} />
          <span className={`truncate ${value ? '' : 'text-soft'}`}>{name}</span>
        </button>
      }
    >
      <MenuItem onSelect={() => void choosePictureCell(bench, row.id, column)}>Choose a file …</MenuItem>
      <MenuItem disabled={value === undefined} onSelect={() => writeCell(bench, row.id, column, undefined)}>
        As designed
      </MenuItem>
      <MenuItem disabled={value === null} onSelect={() => writeCell(bench, row.id, column, null)}>
        Empty
      </MenuItem>
      {known.length > 0 && (
        <MenuPart label="In the table already">
          {known.map((p) => (
            <MenuItem key={p.source} onSelect={() => writeCell(bench, row.id, column, p)}>
              <Thumb picture={p} />
              <span className="max-w-40 truncate">{p.called || 'as designed'}</span>
            </MenuItem>
          ))}
        </MenuPart>
      )}
    </Menu>
  )
}
