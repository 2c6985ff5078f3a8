import { badInput } from '../basics/errors'
import { hasMembers } from '../kinds/facts'
import { changeKey } from './change-schema'
import { maskDependsOn } from './mask-commands'
import { propertyOf } from './properties/table'
import { placedBy } from './register'
import type { Design } from './schema'
import { MOST_COLUMNS, MOST_ROWS } from './table-schema'

/** The most groups within groups. */
const MAX_DEPTH = 24
const MAX_LAYERS = 2000

/** A table's cells are of its columns and hold what those fill. */
function checkTable({ columns, rows }: Design, fail: (what: string) => never): void {
  if (Object.keys(columns).length > MOST_COLUMNS) fail(`A table has at most ${MOST_COLUMNS} columns.`)
  if (Object.keys(rows).length > MOST_ROWS) fail(`A table has at most ${MOST_ROWS} rows.`)
  for (const record of [columns, rows])
    for (const [key, entry] of Object.entries(record))
      if (key !== entry.id) fail(`The entry ${key} of the table carries another id.`)
  for (const row of Object.values(rows))
    for (const [id, value] of Object.entries(row.values)) {
      const column = columns[id]
      if (!column) return fail(`The row “${row.name}” fills a column that is not there.`)
      if (!propertyOf(column.target, column.property)?.schema.safeParse(value).success)
        fail(`The row “${row.name}” holds something else in “${column.name}” than that takes.`)
    }
}

/** The rules that a schema cannot say. Throws `bad-input` with the first rule broken. */
export function checkStructure(design: Design): void {
  const fail = (what: string): never => {
    throw badInput(`${what} Nothing stored was changed.`)
  }
  if (!design.channels[design.master]) fail('The master channel is not among the channels.')
  if (Object.keys(design.pages).length === 0) fail('A design needs a page.')
  if (Object.keys(design.layers).length > MAX_LAYERS) fail(`A design holds at most ${MAX_LAYERS} layers.`)
  for (const record of [design.channels, design.pages, design.layers, design.swatches])
    for (const [key, entry] of Object.entries(record))
      if (key !== entry.id) fail(`The entry ${key} carries another id.`)
  for (const layer of Object.values(design.layers)) {
    if (!design.pages[layer.page]) fail(`The layer ${layer.id} lies on a page that is not there.`)
    let depth = 0
    for (let parent = layer.parent; parent; parent = design.layers[parent]?.parent ?? null) {
      const group = design.layers[parent]
      if (!hasMembers(group)) fail(`The layer ${layer.id} lies in something that is not a group.`)
      if (group && (group.plane !== layer.plane || group.page !== layer.page))
        fail(`The layer ${layer.id} lies in another plane or page than its group.`)
      if (++depth > MAX_DEPTH || parent === layer.id) fail('A group cannot lie inside itself.')
    }
    depth = 0
    for (let at = layer; at.inside; ) {
      const holder = design.layers[at.inside]
      if (!holder) return fail(`The layer ${at.id} is kept inside something that is not there.`)
      if (holder.page !== at.page || holder.plane !== at.plane || holder.parent !== at.parent)
        fail(`The layer ${at.id} lies in another page, plane or group than its holder.`)
      if (++depth > MAX_DEPTH || holder.id === layer.id) fail('A layer cannot be kept inside itself.')
      at = holder
    }
  }
  for (const layer of Object.values(design.layers))
    for (const [key, mask] of Object.entries(layer.masks)) {
      if (key !== mask.id) fail(`The mask ${key} carries another id.`)
      if (mask.kind === 'layer' && design.layers[mask.layer] && maskDependsOn(design, mask.layer, layer.id))
        fail(`A mask of the layer ${layer.id} goes by a layer that this one is part of.`)
    }
  for (const layer of Object.values(design.layers)) {
    if (
      layer.register &&
      (layer.register === layer.id || placedBy(design, layer.id) === layer.id) &&
      design.layers[layer.register]?.page === layer.page
    )
      fail(`The layer ${layer.id} lies in register with itself.`)
    for (const [key, w] of Object.entries(layer.weaves))
      if (key !== w.id || w.other === layer.id) fail(`A weave of the layer ${layer.id} is filed wrongly.`)
  }
  checkTable(design, fail)
  for (const [key, c] of Object.entries(design.changes)) {
    if (key !== changeKey(c.channel, c.target, c.property))
      fail(`The change ${key} is filed under another name.`)
    if (!design.channels[c.channel]) fail(`A change is for a channel that is not there.`)
  }
}
