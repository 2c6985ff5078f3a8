import { inOrder, keyBetween } from '../basics/order'
import { isWorded, layerName } from '../kinds/facts'
import type { Change } from './change-schema'
import { changeKey } from './change-schema'
import { propertyOf } from './properties/table'
import { layerOfTarget, readTarget, type Target, thingAt } from './properties/targets'
import type { Design } from './schema'
import type { Column, Row } from './table-schema'

type Table = Pick<Design, 'columns' | 'rows'>

/** The columns whose things are there, in order. */
export const columnsOf = (d: Design): Column[] =>
  inOrder(d.columns).filter((c) => thingAt(d, c.target) !== undefined)
export const rowsOf = (d: Pick<Design, 'rows'>): Row[] => inOrder(d.rows)
/** The column that fills a property of a thing; undefined where none does. */
export const columnFor = (d: Pick<Design, 'columns'>, target: Target, property: string): Column | undefined =>
  Object.values(d.columns).find((c) => c.target === target && c.property === property)
/** What a column's cells hold. */
export type CellKind = 'words' | 'picture' | 'colour' | 'choice'
const KINDS: Readonly<Record<string, CellKind>> = {
  text: 'words',
  picture: 'picture',
  colour: 'colour',
  shown: 'choice',
}
export const cellKind = (column: Pick<Column, 'property'>): CellKind | null => KINDS[column.property] ?? null

/** What the design itself has where a row says nothing. */
export function ownValue(d: Design, column: Column): unknown {
  const thing = thingAt(d, column.target)
  return thing && propertyOf(column.target, column.property)?.read(thing)
}
/** What may become a column, with the name that it then has: words, pictures and colours first, then what may be hidden. */
export function fillable(d: Design): Omit<Column, 'id' | 'order'>[] {
  const found: Omit<Column, 'id' | 'order'>[] = []
  const add = (target: Target, property: string, name: string) => {
    const thing = thingAt(d, target)
    if (!thing || columnFor(d, target, property)) return
    if (propertyOf(target, property)?.read(thing) !== undefined) found.push({ target, property, name })
  }
  const layers = Object.values(d.layers)
  for (const property of ['text', 'picture'])
    for (const l of layers) if (!l.locked || isWorded(l)) add(`layers/${l.id}`, property, layerName(l))
  for (const w of inOrder(d.swatches)) add(`swatches/${w.id}`, 'colour', w.name)
  for (const p of inOrder(d.pages)) add(`pages/${p.id}`, 'colour', `Colour of ${p.name}`)
  for (const l of layers) add(`layers/${l.id}`, 'shown', `${layerName(l)} shown`)
  return found
}

const lastOrder = (all: Record<string, { id: string; order: string }>): string =>
  keyBetween(inOrder(all).at(-1)?.order ?? null, null)
/** A name that no other row or column has. */
function freeName(all: Record<string, { name: string }>, name: string): string {
  const taken = new Set(Object.values(all).map((x) => x.name))
  if (!taken.has(name)) return name
  for (let n = 2; ; n++) if (!taken.has(`${name} ${n}`)) return `${name} ${n}`
}
export function addColumn(d: Table, id: string, column: Omit<Column, 'id' | 'order'>): void {
  d.columns[id] = { ...column, id, name: freeName(d.columns, column.name), order: lastOrder(d.columns) }
}
export function removeColumn(d: Table, id: string): void {
  delete d.columns[id]
  for (const row of Object.values(d.rows)) delete row.values[id]
}
export function addRow(d: Table, id: string, name: string, values: Row['values'] = {}): void {
  d.rows[id] = { id, name: freeName(d.rows, name), order: lastOrder(d.rows), values }
}
export function moveRow(d: Table, id: string, by: number): void {
  const rest = rowsOf(d).filter((r) => r.id !== id)
  const at = rowsOf(d).findIndex((r) => r.id === id) + by
  const row = d.rows[id]
  if (!row || at < 0 || at > rest.length) return
  row.order = keyBetween(rest[at - 1]?.order ?? null, rest[at]?.order ?? null)
}
/** What a row fills a column with; undefined for what the design itself has. */
export function setCell(d: Table, row: string, column: string, value: unknown): void {
  const held = d.rows[row]
  if (!held || !d.columns[column]) return
  if (value === undefined) delete held.values[column]
  else held.values[column] = value
}
/** Drops the columns of things that are gone. */
export function dropStrayColumns(d: Table & object): void {
  for (const c of Object.values(d.columns)) if (thingAt(d, c.target) === undefined) removeColumn(d, c.id)
}

const filled = new WeakMap<
  Row,
  { columns: Design['columns']; made: ReadonlyMap<Target, readonly Change[]> }
>()
const NOTHING: ReadonlyMap<Target, readonly Change[]> = new Map()
/** What a row says of things, by target; the same objects as long as neither it nor the columns change. */
export function valuesOfRow(d: Table, id: string | undefined): ReadonlyMap<Target, readonly Change[]> {
  const row = id === undefined ? undefined : d.rows[id]
  if (!row) return NOTHING
  const held = filled.get(row)
  if (held?.columns === d.columns) return held.made
  const made = new Map<Target, Change[]>()
  for (const c of Object.values(d.columns)) {
    if (!(c.id in row.values)) continue
    const value = { channel: '', target: c.target, property: c.property, value: row.values[c.id] }
    made.set(c.target, [...(made.get(c.target) ?? []), value])
  }
  if (Object.isFrozen(row)) filled.set(row, { columns: d.columns, made })
  return made
}

/**
 * A change that was made while a row was shown: what its columns fill goes into the row, on whichever channel it was made, and the
 * design itself keeps what it had. All else is the design's.
 */
export function intoRow(before: Design, d: Design, rowId: string): void {
  const row = d.rows[rowId]
  if (!row) return
  for (const c of Object.values(d.columns)) {
    const property = propertyOf(c.target, c.property)
    const [was, is] = [thingAt(before, c.target), thingAt(d, c.target)]
    if (!property || !was || !is || !before.columns[c.id]) continue
    const value = property.read(is)
    if (!same(value, property.read(was))) {
      row.values[c.id] = plain(value)
      restore(before, d, c)
    }
    for (const channel of Object.keys(d.channels)) {
      const key = changeKey(channel, c.target, c.property)
      const own = d.changes[key]
      if (!own || same(own.value, before.changes[key]?.value)) continue
      row.values[c.id] = plain(own.value)
      const held = before.changes[key]
      if (held) d.changes[key] = held
      else delete d.changes[key]
    }
  }
}
const same = (a: unknown, b: unknown): boolean => a === b || JSON.stringify(a) === JSON.stringify(b)
const plain = (value: unknown): unknown => (value === undefined ? null : JSON.parse(JSON.stringify(value)))
/** Keys of a layer that are told anew along with its words or its picture. */
const ALONG: Readonly<Record<string, readonly string[]>> = {
  text: ['text', 'placement'],
  picture: ['picture', 'source', 'sourceWidth', 'sourceHeight', 'focal', 'linked', 'zoom', 'pan', 'turn'],
}
/** Gives a thing back what it had, and what followed from that. */
function restore(before: Design, d: Design, { target, property }: Column): void {
  const [was, is] = [thingAt(before, target), thingAt(d, target)]
  if (!was || !is) return
  if (was.kind !== is.kind && readTarget(target).kind === 'layer') {
    d.layers[layerOfTarget(target) ?? ''] = was as never
    return
  }
  for (const key of ALONG[property] ?? [property]) {
    if (key in was) is[key] = was[key]
    else delete is[key]
  }
}
/** The stored files that rows name. */
export const blobsOfRows = (d: Table): string[] =>
  Object.values(d.rows).flatMap((row) =>
    Object.values(d.columns).flatMap((c) => {
      const value = row.values[c.id]
      return propertyOf(c.target, c.property)?.refersTo === 'blob' && value
        ? [(value as { source: string }).source]
        : []
    }),
  )
