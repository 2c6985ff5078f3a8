// Measures speed against the numbers asked for: `npm run measure`, `npm run measure -- --json`.
import { spawnSync } from 'node:child_process'
import { bundle } from './run.mjs'
import { browser, build, install, main } from './set-up.mjs'

await main(async () => {
  await install()
  browser()
  await build()
  // Scenes for cutting out are traced by the run itself.
  spawnSync(process.execPath, ['scripts/kernels.mjs', '--tracer'], { stdio: 'inherit' })
  const { status } = spawnSync(
    process.execPath,
    ['--no-warnings', await bundle('measure/measure.ts'), ...process.argv.slice(2)],
    {
      stdio: 'inherit',
    },
  )
  process.exit(status ?? 1)
})
