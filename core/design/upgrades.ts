import { badInput } from '../basics/errors'
import type { LoosePatch } from './patching'
import { SCHEMA_VERSION } from './schema'
import type { Json, Step } from './upgrades/step'
import { targetsByTheirWay } from './upgrades/version-1'

/** By the version that they begin with. A stored example of each is in `examples/`. */
export const steps: Readonly<Record<number, Step>> = { 1: targetsByTheirWay }

/** Where to, and by which steps: tests have their own. */
type Way = { steps?: Readonly<Record<number, Step>>; to?: number }
const stepsFrom = (version: number, { steps: known = steps, to = SCHEMA_VERSION }: Way): Step[] => {
  if (version > to)
    throw badInput(
      'This design was made by a newer version of Vivid Layer. Nothing was changed; update and open it again.',
    )
  return Array.from({ length: to - version }, (_, n) => {
    const step = known[version + n]
    if (!step) throw badInput('This design has no known version. Nothing was changed.')
    return step
  })
}

/** Brings a design of any earlier version to the present one; throws `bad-input` for one from the future. */
export function upgrade(value: unknown, way: Way = {}): unknown {
  if (typeof value !== 'object' || value === null) return value
  const version = Number((value as Json).version)
  if (!Number.isInteger(version) || version < 1)
    throw badInput('This design has no known version. Nothing was changed.')
  const { to = SCHEMA_VERSION } = way
  const due = stepsFrom(version, way)
  return due.length === 0
    ? value
    : { ...due.reduce((design, step) => step.document(design), value as Json), version: to }
}

/** Brings an edit that was made on documents of an earlier version to the present one, both its ways. */
export function upgradeEdit<
  E extends {
    version?: number | undefined
    patches: readonly LoosePatch[]
    inverse: readonly LoosePatch[]
  },
>(edit: E, way: Way = {}): E {
  const { to = SCHEMA_VERSION } = way
  const due = stepsFrom(edit.version ?? 1, way)
  if (due.length === 0) return edit
  const through = (patches: readonly LoosePatch[]) =>
    due.reduce<readonly LoosePatch[]>((all, step) => all.flatMap((p) => step.patch(p)), patches)
  return { ...edit, version: to, patches: through(edit.patches), inverse: through(edit.inverse) }
}
