// What can be told from the files alone, in a minute: format, lint, types, import rules, dead code, made documents.
import { run, say } from './set-up.mjs'

export function node(what, ...args) {
  say(what)
  run(what, process.execPath, args)
}

export function checks() {
  node('Format and lint', 'node_modules/@biomejs/biome/bin/biome', 'check', '--error-on-warnings', '.')
  node('Types', 'scripts/types.mjs')
  node('Import rules', 'scripts/rules.mjs')
  node('Dead code', 'node_modules/knip/bin/knip.js')
  node('Documents made from the code', 'scripts/run.mjs', 'cli/docs.ts', '--check')
}
