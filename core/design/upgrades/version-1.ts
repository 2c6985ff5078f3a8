import type { LoosePatch } from '../patching'
import type { Json, Step } from './step'

type Change = { channel: string; target: string; property: string }
const isRecord = (v: unknown): v is Json => typeof v === 'object' && v !== null && !Array.isArray(v)
/** Ids have no dots or strokes: the key of a change had its channel, a layer and a property. */
const keyOf = (key: string): string => key.replace(/^([^.]+)\.([^./]+)\.(.+)$/, '$1.layers/$2.$3')
const wayOf = (target: unknown): unknown =>
  typeof target === 'string' && !target.includes('/') ? `layers/${target}` : target
const changeOf = (change: unknown): unknown =>
  isRecord(change) ? { ...change, target: wayOf((change as Change).target) } : change
const changesOf = (changes: unknown): unknown =>
  isRecord(changes)
    ? Object.fromEntries(Object.entries(changes).map(([key, c]) => [keyOf(key), changeOf(c)]))
    : changes
const designOf = (design: unknown): unknown =>
  isRecord(design) ? { ...design, version: 2, changes: changesOf(design.changes) } : design

/** Changes named a layer by its id; now they name whatever they are of by its way: `layers/ID`, `layers/ID/masks/ID`. */
export const targetsByTheirWay: Step = {
  document: (design) => designOf(design) as Json,
  patch(patch: LoosePatch): LoosePatch[] {
    const [of, key, field] = patch.path
    if (of === undefined) return [{ ...patch, value: designOf(patch.value) }]
    if (of !== 'changes') return [patch]
    if (key === undefined) return [{ ...patch, value: changesOf(patch.value) }]
    const path = ['changes', keyOf(String(key)), ...patch.path.slice(2)]
    if (field === undefined) return [{ ...patch, path, value: changeOf(patch.value) }]
    return [{ ...patch, path, value: field === 'target' ? wayOf(patch.value) : patch.value }]
  },
}
