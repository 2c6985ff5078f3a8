// Everything that must hold: format, lint, types, import rules, dead code, unit tests, build, end-to-end tests.
import { checks, node } from './checks.mjs'
import { browser, build, heicReader, install, main, pdfReader, say } from './set-up.mjs'

await main(async () => {
  await install(async () => {
    browser()
    pdfReader()
    heicReader()
  })
  checks()
  node('Unit tests', 'node_modules/vitest/vitest.mjs', 'run')
  await build()
  node('End-to-end tests', 'node_modules/@playwright/test/cli.js', 'test')
  say('All passed.')
})
