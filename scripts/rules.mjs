// Checks the one-way imports and that modules were really read: with a parser that cannot read TypeScript nothing is
// cruised and nothing is found.
import { spawnSync } from 'node:child_process'

const run = spawnSync(
  process.execPath,
  [
    'node_modules/dependency-cruiser/bin/dependency-cruise.mjs',
    'app',
    'bench',
    'cli',
    'core',
    'host',
    'server',
    'supplies',
    'wire',
    'workers',
    '--config',
    '.dependency-cruiser.cjs',
    '--output-type',
    'json',
  ],
  { encoding: 'utf8', maxBuffer: 256 * 1024 * 1024 },
)
const { summary, modules } = JSON.parse(run.stdout)
const own = modules.filter((m) =>
  /^(app|bench|cli|core|host|server|supplies|wire|workers)\/.*\.tsx?$/.test(m.source),
)
if (own.length < 100)
  throw new Error(`Only ${own.length} modules were read; the rules were not really checked.`)
for (const v of summary.violations)
  console.error(
    `${v.rule.name}: ${v.from} -> ${v.to}${v.cycle ? ` (${v.cycle.map((c) => c.name ?? c).join(' -> ')})` : ''}`,
  )
if (summary.error > 0) process.exit(1)
console.log(`Import rules hold over ${own.length} modules.`)
