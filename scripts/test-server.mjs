// A fresh store with the samples, served for end-to-end tests and measuring. PORT and VIVID_DATA say where.
import { spawn } from 'node:child_process'
import { rmSync } from 'node:fs'
import { run } from './set-up.mjs'

const data = process.env.VIVID_DATA
if (!data?.startsWith('.cache/')) throw new Error('VIVID_DATA must lie in .cache, as it is emptied.')
rmSync(data, { recursive: true, force: true })
run('Preparing the data', process.execPath, ['scripts/run.mjs', 'cli/seed.ts'])
const server = spawn(
  process.execPath,
  ['node_modules/next/dist/bin/next', 'start', '-p', process.env.PORT ?? '3917', '-H', '127.0.0.1'],
  {
    stdio: 'inherit',
  },
)
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill())
server.on('exit', (code) => process.exit(code ?? 0))
