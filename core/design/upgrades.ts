import { badInput } from '../errors'
import { SCHEMA_VERSION } from './schema'

type Json = Record<string, unknown>
/** From each earlier version to the next; edits of the log go through the same functions. */
const steps: Record<number, (design: Json) => Json> = {}

/** Brings a design of any earlier version to the present one; throws `bad-input` for one from the future. */
export function upgrade(value: unknown): unknown {
  if (typeof value !== 'object' || value === null) return value
  let design = value as Json
  const version = () => Number(design.version)
  if (version() > SCHEMA_VERSION)
    throw badInput(
      'This design was made by a newer version of Vivid Layer. Nothing was changed; update and open it again.',
    )
  while (version() < SCHEMA_VERSION) {
    const step = steps[version()]
    if (!step) throw badInput('This design has no known version. Nothing was changed.')
    design = step(design)
  }
  return design
}
