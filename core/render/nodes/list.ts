import { beneathNode } from './beneath'
import { combinedNode } from './combined'
import type { NodeDefinition } from './definition'
import { edgedNode } from './edged'
import { exactNode } from './exact'
import { fillNode } from './fill'
import { filterNode } from './filter'
import { gradeNode } from './grade'
import { groupNode } from './group'
import { heldNode } from './held'
import { mappedNode } from './mapped'
import { maskedNode } from './masked'
import { pictureNode } from './picture'
import { reducedNode } from './reduced'
import { rimNode } from './rim'
import type { PlanNode } from './types'

/** Every kind of node: one that lacks a definition does not compile. */
const definitions: { [K in PlanNode['kind']]: NodeDefinition<Extract<PlanNode, { kind: K }>> } = {
  picture: pictureNode,
  fill: fillNode,
  group: groupNode,
  held: heldNode,
  masked: maskedNode,
  combined: combinedNode,
  rim: rimNode,
  mapped: mappedNode,
  edged: edgedNode,
  exact: exactNode,
  reduced: reducedNode,
  beneath: beneathNode,
  grade: gradeNode,
  filter: filterNode,
}
export const definitionOf = (node: PlanNode): NodeDefinition<PlanNode> =>
  definitions[node.kind] as unknown as NodeDefinition<PlanNode>
