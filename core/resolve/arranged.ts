import { type AdaptContext, adapt } from '../adapt/adapt'
import { arrange } from '../arrange/arrange'
import type { Fault } from '../arrange/faults/fault'
import { weightOf } from '../arrange/faults/list'
import type { Source } from '../arrange/source'
import type { Reading } from '../compose/read'
import { waitsOnApron } from '../design/apron'
import type { Chosen } from '../design/chosen-schema'
import { ratioGroupOf } from '../design/ratio-groups'
import { placedBy } from '../design/register'
import { type Arrangement, arrangementKey } from '../design/schema'
import type { LayerNode } from '../design/tree'
import { isWorded } from '../kinds/facts'
import { kindOf } from '../kinds/list'
import type { PageTree } from './page-tree'
import { saidOn } from './said'
import { inShortForm, withShortForms } from './short-forms'

/** What is laid out of a page on its way up, and what people said of it. */
export const sourceOf = (tree: PageTree, nodes: readonly LayerNode[] = arrangedNodes(tree)): Source => ({
  nodes,
  master: tree.master,
  swatches: tree.swatches,
  colour: tree.colour,
  said: saidOn(tree.design, tree.request.page),
  pinned: tree.design.pinned,
})
/** A page laid out: its layers, how that was chosen, what had no room, what could not be had. */
export type Adapted = {
  nodes: LayerNode[]
  arrangement: Arrangement
  leftOut: string[]
  /** The stored arrangement could not be kept. */
  chosenAnew: boolean
  /** What was understood of the master; null for what an older solver laid out. */
  reading: Reading | null
  faults: Fault[]
}
/** Arrangements that are kept, of all pages and channels together. */
const MOST_KEPT = 96
const numbers = new WeakMap<object, number>()
let count = 0
/** A number of its own for each object, the same as long as it is the same. */
function numberOf(thing: object | null): number {
  if (!thing) return 0
  const held = numbers.get(thing)
  if (held !== undefined) return held
  numbers.set(thing, ++count)
  return count
}
const kept = new WeakMap<AdaptContext['fonts'], Map<string, Adapted>>()

/** What takes part in an arrangement: shown things of the page that lie where they are placed themselves. */
export const arrangedNodes = ({ nodes, design, master }: PageTree): LayerNode[] =>
  nodes.filter(
    (n) => n.layer.shown && placedBy(design, n.layer.id) === n.layer.id && !waitsOnApron(n, master),
  )

/**
 * A page laid out on its channel. What was laid out is kept by all that it is made from: layers, both channels, colours, the
 * arrangement that is stored, the faces that are open, how light its photos are. So frames of a motion and changes of looks
 * arrange nothing.
 */
export function arranged(tree: PageTree, context: AdaptContext): Adapted {
  const { design, request, master, channel, colour, swatches } = tree
  const nodes = arrangedNodes(tree)
  // A row is arranged as the design is, as far as its words and pictures let it be: a series looks like one.
  const designed = tree.designed ? arranged(tree.designed(), context) : null
  const stored = designed
    ? designed.arrangement
    : (design.arrangements[arrangementKey(request.page, channel.id)] ?? null)
  const make = () => layOut(tree, nodes, stored, context, designed?.reading ?? null)
  const layers: LayerNode['layer'][] = []
  const told: string[] = []
  const tell = (all: readonly LayerNode[]): void => {
    for (const n of all) {
      layers.push(n.layer)
      const photo = kindOf(n.layer).picture(n.layer)
      told.push(`${numberOf(n.layer)}${photo ? `:${numberOf(context.lightOf(photo.source))}` : ''}`)
      if (n.children.length > 0 || n.insides.length > 0) {
        told.push('(')
        tell(n.children)
        told.push('|')
        tell(n.insides)
        told.push(')')
      }
    }
  }
  tell(nodes)
  // What may still be changed in place is no key.
  if (!layers.every(Object.isFrozen)) return make()
  const key = [
    numberOf(master),
    numberOf(channel),
    numberOf(stored),
    numberOf(designed?.reading ?? null),
    numberOf(swatches),
    numberOf(saidOn(design, request.page)),
    design.pinned[ratioGroupOf(channel)] ?? '',
    colour,
    context.fonts.count,
    ...told,
  ].join(' ')
  const own = kept.get(context.fonts) ?? new Map<string, Adapted>()
  kept.set(context.fonts, own)
  const found = own.get(key)
  own.delete(key)
  const made = found ?? make()
  own.set(key, made)
  for (const oldest of own.keys()) {
    if (own.size <= MOST_KEPT) break
    own.delete(oldest)
  }
  return made
}

/** What an older solver chose is carried out as it did for as long as that goes; all else is arranged by what was understood. */
function layOut(
  tree: PageTree,
  nodes: LayerNode[],
  stored: Arrangement | null,
  context: AdaptContext,
  designed: Reading | null,
): Adapted {
  const { design, master, channel, colour, swatches } = tree
  if (stored?.solver === 1) {
    const kept = adapt(nodes, { swatches }, master, channel, colour, stored, context)
    if (!kept.chosenAnew) return { ...kept, reading: null, faults: [] }
  }
  const chosen = stored?.solver === 2 ? stored : null
  const source = { ...sourceOf(tree, nodes), designed: fitting(nodes, designed) }
  const lay = (short: readonly string[], kept: Chosen | null): Laid => {
    const made = arrange({ ...source, nodes: inShortForm(nodes, new Set(short)) }, channel, kept, context)
    return { ...made, chosen: short.length > 0 ? { ...made.chosen, short: [...short] } : made.chosen }
  }
  const kept = chosen && lay(chosen.short ?? [], chosen)
  const made = kept && (!kept.anew || !chosen.short) ? kept : lay([], null)
  const best =
    chosen && !made.anew
      ? made
      : shorterIfBetter(made, withShortForms(nodes, design), channel.smallestType, lay)
  return {
    nodes: best.nodes,
    arrangement: best.chosen,
    leftOut: best.leftOut,
    chosenAnew: stored !== null && (best !== kept || best.anew || stored.solver === 1),
    reading: best.reading,
    faults: best.faults,
  }
}
/** The reading of the design, where the same things are there. */
function fitting(nodes: readonly LayerNode[], designed: Reading | null): Reading | undefined {
  if (!designed) return undefined
  const there = new Set(designed.items.map((i) => i.id))
  return there.size === nodes.length && nodes.every((n) => there.has(n.layer.id)) ? designed : undefined
}
type Laid = ReturnType<typeof arrange>
/** With faults of less weight no words are shortened. */
const GOOD = 1.6
/** Words of up to this multiple of the channel's smallest stand as small as they may. */
const SMALL = 1.1
/** Short forms where the whole words left something out, read badly or stand as small as they may, and the short ones do no worse. */
function shorterIfBetter(
  made: Laid,
  short: readonly string[],
  smallest: number,
  lay: (short: readonly string[], kept: Chosen | null) => Laid,
): Laid {
  const weight = weightOf(made.faults)
  const crowded = isCrowded(made.nodes, new Set(short), smallest * SMALL)
  if (short.length === 0 || (made.leftOut.length === 0 && weight < GOOD && !crowded)) return made
  const other = lay(short, null)
  const fewer = other.leftOut.length < made.leftOut.length
  const noMore = other.leftOut.length === made.leftOut.length
  const cleaner = weightOf(other.faults) < weight - GOOD / 2
  return fewer || (noMore && (cleaner || (crowded && weightOf(other.faults) <= weight))) ? other : made
}
const isCrowded = (nodes: readonly LayerNode[], ids: ReadonlySet<string>, size: number): boolean =>
  nodes.some(
    ({ layer, children }) =>
      (ids.has(layer.id) && isWorded(layer) && layer.style.size <= size) || isCrowded(children, ids, size),
  )
