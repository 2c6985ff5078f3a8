// Runs the command line of Vivid Layer: `npm run vivid -- render FILE --channel ID --out OUT`.
import { spawnSync } from 'node:child_process'
import { bundle } from './run.mjs'

const { status } = spawnSync(
  process.execPath,
  ['--no-warnings', await bundle('cli/vivid.ts'), ...process.argv.slice(2)],
  { stdio: 'inherit' },
)
process.exit(status ?? 1)
