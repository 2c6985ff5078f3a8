import type { GroupLayer } from '../../kinds/group/schema'
import { combinedNode, groupNode } from '../makers'
import { hasAny } from '../masked'
import { mirroredNode } from '../mirrored'
import { gradesBeneath } from '../nodes'
import type { Planner } from './definition'

export const group: Planner<GroupLayer> = {
  among(resolved, c, { stacked, nodeOf }) {
    const { layer } = resolved
    const members = c.membersOf(resolved)
    if (layer.combine) {
      const parts = members.flatMap((child) => {
        const node = nodeOf(child, c)
        return node ? [{ layer: child.layer, node }] : []
      })
      return combinedNode(layer, layer.combine, parts, c)
    }
    if (layer.mirror) return mirroredNode({ ...resolved, children: members }, c, stacked)
    const children = stacked(members, c)
    const closed = !layer.open || layer.blend !== 'normal' || hasAny(layer.masks) || hasAny(layer.treatments)
    return groupNode(layer, children, closed || children.some(gradesBeneath))
  },
}
