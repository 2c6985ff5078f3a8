import type { MergedLayer } from '../../kinds/merged/schema'
import { mergedNode } from '../merged'
import type { Planner } from './definition'

export const merged: Planner<MergedLayer> = {
  among: ({ layer }, c, { beneath }) => mergedNode(layer, c, beneath),
}
