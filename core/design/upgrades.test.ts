import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { applyEdit, checkDesign, type Edit } from './edits'
import { SCHEMA_VERSION } from './schema'
import { steps, upgrade, upgradeEdit } from './upgrades'
import type { Step } from './upgrades/step'

type Example = { document: Record<string, unknown>; edits: Edit[]; after: Record<string, unknown> }
const folder = join(import.meta.dirname, 'examples')
const examples = readdirSync(folder).map((file) => ({
  version: Number(/version-(\d+)\.json/.exec(file)?.[1]),
  ...(JSON.parse(readFileSync(join(folder, file), 'utf8')) as Example),
}))

describe('stored examples', () => {
  it('are there of every version, and a step from each but the present one', () => {
    expect(examples.map((e) => e.version)).toEqual(Array.from({ length: SCHEMA_VERSION }, (_, n) => n + 1))
    expect(Object.keys(steps).map(Number)).toEqual(
      Array.from({ length: SCHEMA_VERSION - 1 }, (_, n) => n + 1),
    )
  })
  it.each(examples)(
    'of version $version: document, log and what came of it are the present one',
    (example) => {
      const [document, after] = [checkDesign(upgrade(example.document)), checkDesign(upgrade(example.after))]
      const edits = example.edits.map((e) => upgradeEdit({ ...e, version: example.version }))
      expect(edits.reduce((d, e) => applyEdit(d, e.patches), document)).toEqual(after)
      // Taken back one by one it is as it was.
      expect([...edits].reverse().reduce((d, e) => applyEdit(d, e.inverse), after)).toEqual(document)
    },
  )
})

describe('steps of versions', () => {
  // A made-up future: what is called opacity becomes strength, then is told in per cent.
  const renamed: Step = {
    document: ({ opacity, ...rest }) => ({ ...rest, strength: opacity }),
    patch: (p) => [{ ...p, path: p.path.map((k) => (k === 'opacity' ? 'strength' : k)) }],
  }
  const inPercent: Step = {
    document: (d) => ({ ...d, strength: Number(d.strength) * 100 }),
    patch: (p) => (p.path[0] === 'strength' ? [{ ...p, value: Number(p.value) * 100 }] : [p]),
  }
  const way = { steps: { 1: renamed, 2: inPercent }, to: 3 }
  it('go through all that lie between, for documents and for edits with their inverses', () => {
    expect(upgrade({ version: 1, opacity: 0.5 }, way)).toEqual({ version: 3, strength: 50 })
    expect(upgrade({ version: 2, strength: 0.5 }, way)).toEqual({ version: 3, strength: 50 })
    const edit = (version: number | undefined, key: string) => ({
      version,
      patches: [{ op: 'replace' as const, path: [key], value: 0.25 }],
      inverse: [{ op: 'replace' as const, path: [key], value: 0.5 }],
    })
    for (const old of [edit(1, 'opacity'), edit(undefined, 'opacity'), edit(2, 'strength')])
      expect(upgradeEdit(old, way)).toEqual({
        version: 3,
        patches: [{ op: 'replace', path: ['strength'], value: 25 }],
        inverse: [{ op: 'replace', path: ['strength'], value: 50 }],
      })
    const present = edit(3, 'strength')
    expect(upgradeEdit(present, way)).toBe(present)
  })
  it('refuse what is of the future, of no version, or of one without a step', () => {
    expect(() => upgrade({ version: 4 }, way)).toThrow(/newer version/)
    expect(() => upgrade({ version: 'x' }, way)).toThrow(/no known version/)
    expect(() => upgrade({ version: 1 }, { ...way, steps: { 2: inPercent } })).toThrow(/no known version/)
    expect(() => upgradeEdit({ version: 9, patches: [], inverse: [] })).toThrow(/newer version/)
  })
})
