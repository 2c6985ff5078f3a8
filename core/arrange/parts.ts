import { fromHex } from '../colour/colour'
import { coloursOfPaint } from '../colour/light'
import { apart, type Item, isWords, sizeOf } from '../compose/item'
import type { Reading } from '../compose/read'
import type { Relation } from '../compose/relation'
import { covers, isUpright, saidOf } from '../compose/relations/ground'
import { areaOf } from '../geometry/bounds'
import { isShape, takesPicture } from '../kinds/facts'

/** What the things of a page are to its arrangement. */
export type Parts = {
  covers: Item[]
  /** Areas that fill a part of the page from edge to edge. */
  fields: Item[]
  /** Veils that serve the words on them: gradients to nothing, faint areas. */
  veils: Item[]
  frames: Item[]
  /** Decoration that belongs to nothing: it keeps its edge, its corner or its place. */
  decor: Item[]
  /** All else: it is arranged. */
  loose: Item[]
}
/** Decoration stands at least so far from words, of their size. */
const FAR = 0.7
/** A veil is fainter, or fades to nothing. */
const FAINT = 0.97
const DECOR_PLANES = ['backdrop', 'setting', 'front', 'finish']
const TIED = ['on', 'caption', 'stands', 'table', 'between', 'together', 'through', 'rides']

export function isVeil(i: Item): boolean {
  const { layer } = i.node
  if (!isShape(layer)) return false
  const { fill } = layer
  const fades = fill.kind !== 'solid' && coloursOfPaint(fill).some(isClear)
  const soft = Object.values(layer.masks).some((m) => m.on && m.kind === 'gradient')
  return fades || soft || layer.opacity < FAINT || layer.blend !== 'normal'
}
/** A colour of which less than half shows. */
const isClear = (colour: string): boolean =>
  colour.startsWith('#') && colour.length === 9 && fromHex(colour).a < 0.5
/** A field can be stretched without anything being pressed flat. */
const stretches = (i: Item): boolean => isShape(i.node.layer) || takesPicture(i.node.layer)

export function partsOf({ items, relations }: Reading, page: { width: number; height: number }): Parts {
  const c = { ...page, short: Math.min(page.width, page.height), items, before: new Set<string>() }
  const grounds = new Set(relations.filter((r) => r.kind === 'ground').flatMap((r) => r.of))
  const framing = new Set(relations.filter((r) => r.kind === 'frames').flatMap((r) => r.of))
  const out: Parts = { covers: [], fields: [], veils: [], frames: [], decor: [], loose: [] }
  for (const i of items) {
    if (framing.has(i.id)) out.frames.push(i)
    else if (covers(i, c)) out.covers.push(i)
    else if (grounds.has(i.id) && isVeil(i)) out.veils.push(i)
    else if (grounds.has(i.id) && stretches(i) && isUpright(i)) out.fields.push(i)
    else if (isDecor(i, items, relations, page)) out.decor.push(i)
    else out.loose.push(i)
  }
  return out
}

function isDecor(
  i: Item,
  items: readonly Item[],
  relations: readonly Relation[],
  page: { width: number; height: number },
): boolean {
  if (i.types.length > 0 || isWords(i) || i.role === 'rule') return false
  const said = saidOf(i)
  if (said === 'edge') return true
  const bleeds = relations.some((r) => r.kind === 'bleeds' && r.of[0] === i.id)
  if (!DECOR_PLANES.includes(i.node.layer.plane) && !(bleeds && i.role !== 'cutout' && i.role !== 'photo'))
    return false
  // What hangs over an edge and carries nothing stays there, whatever it overlaps.
  const carries = relations.some(
    (r) => (r.kind === 'on' || r.kind === 'stands' || r.kind === 'caption') && r.to[0] === i.id,
  )
  if (bleeds && DECOR_PLANES.includes(i.node.layer.plane) && !carries) return true
  const content = (id: string) =>
    items.some(
      (o) =>
        o.id === id &&
        (isWords(o) || o.types.length > 0 || ['message', 'subject'].includes(o.node.layer.plane)),
    )
  const tied = relations.some(
    (r) =>
      TIED.includes(r.kind) &&
      ((r.of.includes(i.id) && r.to.some(content)) || (r.to.includes(i.id) && r.of.some(content))),
  )
  const large = areaOf(i.ink) > 0.5 * page.width * page.height
  if (tied && !large) return false
  // Like things in rows that words belong to, or a set of its own, is content; scattered things are not.
  return bleeds || large || items.every((w) => !isWords(w) || apart(w.ink, i.ink) > FAR * sizeOf(w))
}
