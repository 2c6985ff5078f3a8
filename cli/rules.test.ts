import { spawnSync } from 'node:child_process'
import { cpSync, mkdirSync, mkdtempSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'

const root = join(import.meta.dirname, '..')
const folder = mkdtempSync(join(tmpdir(), 'vivid-rules-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))
cpSync(join(root, 'tsconfig.json'), join(folder, 'tsconfig.json'))
cpSync(join(root, '.dependency-cruiser.cjs'), join(folder, '.dependency-cruiser.cjs'))
symlinkSync(join(root, 'node_modules'), join(folder, 'node_modules'))

/** The names of the rules that a small tree breaks. */
function broken(files: Record<string, string>): string[] {
  for (const name of ['core', 'bench', 'server', 'wire'])
    rmSync(join(folder, name), { recursive: true, force: true })
  for (const [name, text] of Object.entries(files)) {
    mkdirSync(dirname(join(folder, name)), { recursive: true })
    writeFileSync(join(folder, name), text)
  }
  const rooms = [...new Set(Object.keys(files).map((f) => f.split('/')[0] as string))]
  const run = spawnSync(
    process.execPath,
    [
      join(root, 'node_modules/dependency-cruiser/bin/dependency-cruise.mjs'),
      ...rooms,
      ...['--config', '.dependency-cruiser.cjs', '--output-type', 'json'],
    ],
    { cwd: folder, encoding: 'utf8', maxBuffer: 64 * 1024 * 1024 },
  )
  const { summary } = JSON.parse(run.stdout) as { summary: { violations: { rule: { name: string } }[] } }
  return [...new Set(summary.violations.map((v) => v.rule.name))].sort()
}

describe('the import rules', () => {
  it('find nothing in a tree that keeps them', () => {
    expect(
      broken({
        'core/design/a.ts': 'export type A = number\n',
        'bench/b.ts': "import type { A } from '../core/design/a'\nexport const b: A = 1\n",
      }),
    ).toEqual([])
  })
  it('find a circle, of types too, and an arrow from the bench to the server, for a type too', () => {
    expect(
      broken({
        'core/design/a.ts': "import type { B } from './b'\nexport type A = B | 1\n",
        'core/design/b.ts': "import type { A } from './a'\nexport type B = A[]\n",
      }),
    ).toEqual(['no-circles'])
    expect(
      broken({
        'server/s.ts': 'export type S = string\n',
        'bench/b.ts': "import type { S } from '../server/s'\nexport const b: S = ''\n",
      }),
    ).toEqual(['bench-knows-no-server'])
    expect(
      broken({
        'server/s.ts': 'export type S = string\n',
        'wire/w.ts': "import type { S } from '../server/s'\nexport type W = S\n",
        'core/design/c.ts': "import { readFileSync } from 'node:fs'\nexport const c = readFileSync\n",
      }),
    ).toEqual(['core-knows-no-platform', 'wire-knows-nobody'])
  })
  it('find an arrow of the core to a room after it, for a type too, and a room without a rank', () => {
    expect(
      broken({
        'core/render/r.ts': 'export type R = number\n',
        'core/kinds/k.ts': "import type { R } from '../render/r'\nexport const k: R = 1\n",
      }),
    ).toEqual(['core-kinds-knows-only-what-is-before-it'])
    expect(
      broken({
        'core/motion/m.ts': 'export const m = 1\n',
        'core/render/r.ts': "import { m } from '../motion/m'\nexport const r = m\n",
      }),
    ).toEqual(['core-has-rooms-with-a-rank'])
  })
})
