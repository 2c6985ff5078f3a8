import { placedBy } from '../design/register'
import type { Design } from '../design/schema'
import { flatResolved, type ResolvedLayer } from './resolved'

/** Parts of one photo lie where the part lies whose place counts. */
export function inRegister(layers: ResolvedLayer[], design: Design): ResolvedLayer[] {
  if (!Object.values(design.layers).some((l) => l.register)) return layers
  const places = new Map(flatResolved(layers).map((l) => [l.layer.id, l]))
  const moved = (l: ResolvedLayer): ResolvedLayer => {
    const part = l.layer.register ? places.get(placedBy(design, l.layer.id)) : undefined
    const children = l.children.length === 0 ? l.children : l.children.map(moved)
    const insides = l.insides.length === 0 ? l.insides : l.insides.map(moved)
    if (!part || part === l)
      return children === l.children && insides === l.insides ? l : { ...l, children, insides }
    return {
      ...l,
      children,
      insides,
      layer: { ...l.layer, placement: part.layer.placement },
      base: part.base,
    }
  }
  return layers.map(moved)
}
