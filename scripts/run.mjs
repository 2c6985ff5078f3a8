// Bundles a TypeScript program with esbuild and runs it: `node scripts/run.mjs FILE [arguments]`.
// One bundle serves the main thread and its worker threads (`new Worker(new URL(import.meta.url))`).
import { spawnSync } from 'node:child_process'
import { basename, resolve } from 'node:path'
import { build } from 'esbuild'

export async function bundle(entry, outfile = `.cache/programs/${basename(entry).replace(/\.ts$/, '.mjs')}`) {
  await build({
    entryPoints: [entry],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    packages: 'external',
    sourcemap: 'inline',
    logLevel: 'warning',
  })
  return resolve(outfile)
}

if (process.argv[1] && resolve(process.argv[1]) === resolve(import.meta.dirname, 'run.mjs')) {
  const [entry, ...rest] = process.argv.slice(2)
  const { status } = spawnSync(process.execPath, ['--enable-source-maps', await bundle(entry), ...rest], {
    stdio: 'inherit',
  })
  process.exit(status ?? 1)
}
