// Everything that must hold: format, lint, types, import rules, dead code, unit tests, build, end-to-end tests.
import { browser, build, install, main, run, say } from './set-up.mjs'

const node = (what, ...args) => {
  say(what)
  run(what, process.execPath, args)
}
await main(async () => {
  install()
  browser()
  node('Format and lint', 'node_modules/@biomejs/biome/bin/biome', 'check', '--error-on-warnings', '.')
  node('Types', 'scripts/types.mjs')
  node('Import rules', 'scripts/rules.mjs')
  node('Dead code', 'node_modules/knip/bin/knip.js')
  node('Documents made from the code', 'scripts/run.mjs', 'cli/docs.ts', '--check')
  node('Unit tests', 'node_modules/vitest/vitest.mjs', 'run')
  await build()
  node('End-to-end tests', 'node_modules/@playwright/test/cli.js', 'test')
  say('All passed.')
})
