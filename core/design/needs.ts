import { isWorded, layerName, sourcesOf } from '../kinds/facts'
import type { Layer } from '../kinds/list'
import { filesOf } from '../treatments/list'
import { blobsOfChanges } from './properties/set'
import { layerOfTarget } from './properties/targets'
import type { Design } from './schema'
import { blobsOfRows } from './table'

/** A typeface that words are set in: the weights and slopes that are used, and by which layers, on the master or on a channel. */
export type NeededFace = {
  family: string
  styles: { weight: number; italic: boolean }[]
  layers: string[]
}
/** A file that layers show or treatments use. `layers` are empty where only a recipe or the pinned reference does. */
export type NeededFile = { sha: string; as: 'shown' | 'look' | 'reference'; name: string; layers: string[] }

type Styled = { family?: unknown; weight?: unknown; italic?: unknown }
/** The style that a channel gives a layer, as far as it is one. */
const styleIn = (value: unknown): Styled | null =>
  typeof value === 'object' && value !== null && 'family' in value ? value : null

/** The typefaces of a design, the most used first. */
export function facesNeeded(design: Pick<Design, 'layers' | 'changes'>): NeededFace[] {
  const faces = new Map<string, NeededFace>()
  const add = (layer: string, style: Styled) => {
    const { family, weight, italic } = style
    if (typeof family !== 'string') return
    const face = faces.get(family) ?? { family, styles: [], layers: [] }
    faces.set(family, face)
    if (!face.layers.includes(layer)) face.layers.push(layer)
    const own = { weight: typeof weight === 'number' ? weight : 400, italic: italic === true }
    if (!face.styles.some((s) => s.weight === own.weight && s.italic === own.italic)) face.styles.push(own)
  }
  for (const l of Object.values(design.layers)) if (isWorded(l)) add(l.id, l.style)
  for (const { target, value } of Object.values(design.changes)) {
    const of = design.layers[layerOfTarget(target) ?? '']
    const style = styleIn(value)
    if (of && isWorded(of) && style) add(of.id, { ...of.style, ...style })
  }
  for (const f of faces.values())
    f.styles.sort((a, b) => Number(a.italic) - Number(b.italic) || a.weight - b.weight)
  return [...faces.values()].sort(
    (a, b) => b.layers.length - a.layers.length || (a.family < b.family ? -1 : 1),
  )
}

/** The files of a design: pictures and graphics by where they are shown first, then files of looks, then the pinned reference. */
export function filesNeeded(
  design: Pick<Design, 'layers' | 'changes' | 'recipes' | 'reference' | 'columns' | 'rows'>,
): NeededFile[] {
  const files = new Map<string, NeededFile>()
  const add = (sha: string, as: NeededFile['as'], name: string, layer?: string) => {
    const file = files.get(sha) ?? { sha, as, name, layers: [] }
    files.set(sha, file)
    if (layer && !file.layers.includes(layer)) file.layers.push(layer)
  }
  const all: Layer[] = Object.values(design.layers)
  for (const l of all) for (const s of sourcesOf(l)) add(s.sha, 'shown', layerName(l), l.id)
  for (const change of Object.values(design.changes)) {
    const of = design.layers[layerOfTarget(change.target) ?? '']
    if (of) for (const sha of blobsOfChanges({ change })) add(sha, 'shown', layerName(of), of.id)
  }
  for (const c of Object.values(design.columns))
    for (const sha of blobsOfRows({ columns: { [c.id]: c }, rows: design.rows }))
      add(sha, 'shown', `table, ${c.name}`, layerOfTarget(c.target) ?? undefined)
  for (const l of all)
    for (const sha of filesOf(l.treatments)) add(sha, 'look', `look of ${layerName(l)}`, l.id)
  for (const r of Object.values(design.recipes))
    for (const sha of filesOf(r.treatments)) add(sha, 'look', `look of the recipe ${r.name}`)
  if (design.reference) add(design.reference.source, 'reference', 'pinned reference')
  return [...files.values()]
}
