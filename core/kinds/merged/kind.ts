import type { KindDefinition } from '../definition'
import { plain } from '../plain'
import type { MergedLayer } from './schema'

/** The picture of what lies beneath it, within its box. */
export const merged: KindDefinition<MergedLayer> = {
  ...plain,
  plane: 'front',
  nameOf: () => 'merged',
  readsBeneath: true,
}
