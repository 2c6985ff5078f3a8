import type { Tool } from '../../state/bench-state'
import type { ToolDefinition } from './definition'
import { area, shape, slot, type } from './draw'
import { pick } from './pick'
import { sampling } from './sample'
import { brush, cut, path, weave } from './strokes'

/** All tools there are; their commands, keys and icons are in `bench/commands/tools.ts`. */
export const tools: { readonly [T in Tool]: ToolDefinition } = {
  pick,
  slot,
  shape,
  path,
  type,
  brush,
  cut,
  weave,
  sample: sampling,
  area,
}
