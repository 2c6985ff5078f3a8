import type { AdaptContext } from '../adapt/adapt'
import type { Fault } from '../arrange/faults/fault'
import { layoutOf, outlinesOf } from '../compose/item'
import { sentenceOf } from '../compose/read'
import type { RelationKind } from '../compose/relation'
import type { Design } from '../design/schema'
import type { Bounds } from '../geometry/bounds'
import { hasMembers, isWorded, layerName } from '../kinds/facts'
import { readingOf } from './readings'
import { resolve } from './resolve'
import type { ResolvedLayer } from './resolved'

/** One thing that was understood: its kind, whom it is said of, whom that relates to, and in a few words. */
export type ToldRelation = {
  kind: RelationKind
  of: readonly string[]
  to: readonly string[]
  sentence: string
}
/** A shown layer as it is seen on a channel. */
export type ToldLayer = {
  id: string
  name: string
  kind: string
  /** The group or holder that it lies in. */
  parent: string | null
  /** Back to front over the whole page, from 0. */
  depth: number
  /** Corners of what is seen of it, masks applied, px; of words one outline a line, from capitals to baseline. */
  outlines: (readonly [number, number])[][]
  /** Size of its letters, px; of words only. */
  size?: number
  /** Lines that they take; of words only. */
  lines?: number
  relations: ToldRelation[]
}
/** A page of a channel as data, for tools outside. */
export type Layout = {
  page: string
  channel: {
    id: string
    name: string
    width: number
    height: number
    bleed: number
    safe: Bounds
    clear: Bounds[]
    smallestType: number
  }
  master: boolean
  layers: ToldLayer[]
  leftOut: { id: string; name: string; why: string }[]
  /** What the arrangement could not have. */
  faults: { kind: Fault['kind']; layers: readonly string[] }[]
}

const round = (v: number): number => Math.round(v * 100) / 100
/** Tells a page of a channel as data: what lies where, what it was read as, what was left out. Throws `missing` for either. */
export function layout(design: Design, page: string, channel: string, context: AdaptContext): Layout {
  const resolved = resolve(design, { page, channel }, context)
  const reading = resolved.reading ?? readingOf(design, page, context)
  const layers: ToldLayer[] = []
  const add = (list: readonly ResolvedLayer[], parent: string | null): void => {
    for (const { layer, children, insides } of list) {
      if (!layer.shown) continue
      const outlines = hasMembers(layer) ? [] : outlinesOf(layer, context.fonts, context.lightOf)
      layers.push({
        id: layer.id,
        name: layerName(layer),
        kind: layer.kind,
        parent,
        depth: layers.length,
        outlines: outlines.map((p) => p.map((q) => [round(q.x), round(q.y)] as const)),
        ...(isWorded(layer)
          ? { size: round(layer.style.size), lines: layoutOf(context.fonts, layer).layout.lines.length }
          : {}),
        relations: reading.relations
          .filter((r) => r.of.includes(layer.id))
          .map((r) => ({
            kind: r.kind,
            of: r.of,
            to: r.to,
            sentence: sentenceOf(r, reading.items, layer.id),
          })),
      })
      add(children, layer.id)
      add(insides, layer.id)
    }
  }
  add(resolved.layers, null)
  const { width, height, bleed, safe, clear } = resolved
  return {
    page,
    channel: {
      id: channel,
      name: resolved.channel.name,
      width,
      height,
      bleed,
      safe,
      clear,
      smallestType: resolved.channel.smallestType,
    },
    master: channel === design.master,
    layers,
    leftOut: resolved.leftOut.map((id) => {
      const layer = design.layers[id]
      const importance = layer?.behaviour.importance ?? 'should'
      return {
        id,
        name: layer ? layerName(layer) : id,
        why: `There was no room for it at the smallest type; it is “${importance}”.`,
      }
    }),
    faults: resolved.faults.map((f) => ({ kind: f.kind, layers: f.ids })),
  }
}
