import { quickHash } from '../../basics/hash'
import type { Bounds } from '../../geometry/bounds'
import { type Change, changed as listed, type Read } from './definition'
import { definitionOf } from './list'
import type { PlanNode } from './types'

/** All nodes that a node's pixels are made of, directly. One may be part of several: what walks them remembers where it was. */
export const partsOf = (node: PlanNode): PlanNode[] => definitionOf(node).parts(node)
/** The nodes that a part of a node is made of, and which part of each. */
export function readsOf(node: PlanNode, part: Bounds): Read[] {
  const { reads, parts } = definitionOf(node)
  return reads ? reads(node, part) : parts(node).map((n): Read => [n, part])
}
/** Nodes that are read again for a tile beside the one they were first read for, or by several; softened masks always are. */
export function readAgain(node: PlanNode): PlanNode[] {
  const masks = 'masks' in node ? node.masks.flatMap((m) => (m.soft && m.node ? [m.node] : [])) : []
  return [...(definitionOf(node).readsAgain?.(node) ?? []), ...masks]
}
/** What lies in the stack in a node's place; null where it lies there itself. */
export const openedIn = (node: PlanNode): PlanNode[] | null => definitionOf(node).opened?.(node) ?? null
/** The node whose coverage is met at a point; null for what covers nothing. */
export function metBy(node: PlanNode): PlanNode | null {
  const { met } = definitionOf(node)
  const by = met ? met(node) : node
  return by && by !== node ? metBy(by) : by
}
/** What is treated and masked, under all of it. */
export function bodyOf(node: PlanNode): PlanNode {
  const body = definitionOf(node).body?.(node)
  return body ? bodyOf(body) : node
}
/** Whether a node changes what lies beneath it and covers nothing itself. */
export const gradesBeneath = (node: PlanNode): boolean => {
  const { grades, met } = definitionOf(node)
  const by = met?.(node)
  return grades?.(node) ?? (by ? gradesBeneath(by) : false)
}

/**
 * Nodes with some of what they show changed or, where the change gives null, left out; the same node where nothing of it
 * changed. What masks go by is not shown.
 */
export function withShown(
  nodes: readonly PlanNode[],
  change: (node: PlanNode) => PlanNode | null | undefined,
): PlanNode[] {
  const told = new Map<PlanNode, PlanNode | null>()
  const changed: Change = (node) => {
    const held = told.get(node)
    if (held !== undefined) return held
    const own = change(node)
    const made = own === undefined ? through(node) : own
    told.set(node, made)
    return made
  }
  const through = (node: PlanNode): PlanNode | null => {
    const keys: string[] = []
    const remade = definitionOf(node).withShown?.(node, (inner) => {
      const now = changed(inner)
      if (now !== inner) keys.push(`${inner.key}>${now?.key ?? ''}/${now?.opacity}`)
      return now
    })
    if (remade === null) return null
    return remade === undefined || keys.length === 0
      ? node
      : { ...remade, key: quickHash(`${node.key}~${keys.join('|')}`) }
  }
  return listed(nodes, changed)
}

/** The nodes that a node shows where they lie; not what it goes by or shows elsewhere (masks, copies, mirror pictures). */
export const shownIn = (node: PlanNode): PlanNode[] => definitionOf(node).shows?.(node) ?? []
/** Whether a node is a layer's own or shows it. */
export const shows = (node: PlanNode, id: string): boolean =>
  node.id === id || shownIn(node).some((n) => shows(n, id))

/** The node of a layer, wherever it lies; null where it is not seen. */
export function nodeWith(nodes: readonly PlanNode[], id: string): PlanNode | null {
  for (const node of nodes) {
    if (node.id === id) return node
    const found = definitionOf(node).elsewhere ? null : nodeWith(shownIn(node), id)
    if (found) return found
  }
  return null
}
/** What only a layer shows of some nodes, with all that is done to it there. */
export const onlyOf = (nodes: readonly PlanNode[], id: string): PlanNode[] =>
  withShown(nodes, (node) => {
    if (node.id === id) return node
    if (!shows(node, id)) return null
    return definitionOf(node).alone?.(node, (inner) => onlyOf(inner, id))
  })
