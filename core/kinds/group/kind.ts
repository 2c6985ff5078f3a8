import type { KindDefinition } from '../definition'
import { plain } from '../plain'
import type { GroupLayer } from './schema'

/** Layers that are handled as one. */
export const group: KindDefinition<GroupLayer> = {
  ...plain,
  plane: 'subject',
  nameOf: () => 'group',
  members: true,
  bounds: (_layer, members) => members,
}
