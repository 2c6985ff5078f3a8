import type { Design } from '@/core/design/schema'
import { tiedTo } from '@/core/design/ties'
import { wovenWith } from '@/core/design/weave'
import { hasMembers, layerName } from '@/core/kinds/facts'
import { PLANES, type Plane, planeLabels } from '@/core/kinds/planes'
import type { ResolvedLayer } from '@/core/resolve/resolved'

/** One line of the stack, front first. `bracket`: how many holders a layer is inside of. */
export type LayerRow = {
  kind: 'layer'
  node: ResolvedLayer
  depth: number
  bracket: number
  /** The first or last of what one holder keeps inside. */
  first: boolean
  last: boolean
  open: boolean
  tied: string
  woven: boolean
  /** Fills the page at the bottom: a press on the stage goes past it. */
  ground: boolean
  spoken: string
}
export type PlaneRow = { kind: 'plane'; plane: Plane; count: number; front: string | null }
export type StackRow = PlaneRow | LayerRow

/** The stack as a list: each plane, then its layers front first, members below their group, insides above their holder. */
export function rowsOf(
  layers: readonly ResolvedLayer[],
  design: Pick<Design, 'layers'>,
  closed: ReadonlySet<string>,
  ground: ReadonlySet<string> = new Set(),
): StackRow[] {
  const out: StackRow[] = []
  const woven = new Set(
    Object.values(design.layers).flatMap((l) => Object.values(l.weaves).flatMap((w) => [l.id, w.other])),
  )
  const nameOf = (id: string) => (design.layers[id] ? layerName(design.layers[id]) : '')
  const walk = (
    node: ResolvedLayer,
    depth: number,
    bracket: number,
    first: boolean,
    last: boolean,
    place: string,
  ) => {
    const { layer } = node
    const inner = [...node.insides].reverse()
    inner.forEach((m, n) =>
      walk(m, depth, bracket + 1, n === 0, n === inner.length - 1, `kept inside ${layerName(layer)}`),
    )
    const open = hasMembers(layer) && !closed.has(layer.id)
    const tied = tiedTo(design, layer).map(layerName).join(', ')
    const spoken = [
      place,
      layer.shown ? '' : 'hidden',
      layer.locked ? 'locked' : '',
      tied ? `tied to ${tied}` : '',
      layer.opacity < 1 ? `${Math.round(layer.opacity * 100)} percent` : '',
      layer.blend === 'normal' ? '' : layer.blend,
      Object.keys(layer.masks).length > 0 ? 'masked' : '',
      layer.register ? `in register with ${nameOf(layer.register)}` : '',
      woven.has(layer.id) ? `woven with ${wovenWith(design, layer.id).map(nameOf).join(', ')}` : '',
      ground.has(layer.id) ? 'ground, taken here or with Alt' : '',
      node.insides.length > 0 ? `holds ${node.insides.length}` : '',
    ]
    out.push({
      kind: 'layer',
      node,
      depth,
      bracket,
      first,
      last,
      open,
      tied,
      woven: woven.has(layer.id),
      ground: ground.has(layer.id),
      spoken: spoken.filter(Boolean).join(', '),
    })
    if (open) {
      const members = [...node.children].reverse()
      members.forEach((m, n) =>
        walk(m, depth + 1, bracket, false, false, `${n + 1} of ${members.length} in ${layerName(layer)}`),
      )
    }
  }
  for (const plane of [...PLANES].reverse()) {
    const own = layers.filter((l) => l.layer.plane === plane).reverse()
    out.push({ kind: 'plane', plane, count: own.length, front: own[0]?.layer.id ?? null })
    own.forEach((l, n) => walk(l, 0, 0, false, false, `${n + 1} of ${own.length} in ${planeLabels[plane]}`))
  }
  return out
}

/** Where a row moved one step up or down comes to lie, for keys; null where it cannot go on. */
export function nextPlace(
  rows: readonly StackRow[],
  id: string,
  way: -1 | 1,
): { plane: Plane; parent: string | null; above: string | null } | null {
  const layers = rows.filter((r): r is LayerRow => r.kind === 'layer')
  const own = layers.find((r) => r.node.layer.id === id)
  if (!own) return null
  const { plane, parent } = own.node.layer
  const band = layers
    .filter(
      (r) => r.node.layer.plane === plane && r.node.layer.parent === parent && r.bracket === own.bracket,
    )
    .map((r) => r.node.layer.id)
  const at = band.indexOf(id)
  const to = PLANES[PLANES.indexOf(plane) - way]
  // Over the edge of a group it leaves the group, over the edge of a plane it goes to the next.
  if (way < 0 && at === 0) {
    if (parent) return { plane, parent: null, above: parent }
    return to ? { plane: to, parent: null, above: null } : null
  }
  if (way > 0 && at === band.length - 1) {
    if (!parent && !to) return null
    const outer = layers
      .filter(
        (r) =>
          r.node.layer.plane === (parent ? plane : to) && r.node.layer.parent === null && r.bracket === 0,
      )
      .map((r) => r.node.layer.id)
    return parent
      ? { plane, parent: null, above: outer[outer.indexOf(parent) + 1] ?? null }
      : { plane: to as Plane, parent: null, above: outer[0] ?? null }
  }
  return { plane, parent, above: way < 0 ? (band[at - 1] ?? null) : (band[at + 2] ?? null) }
}
