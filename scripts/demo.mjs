// Starts Vivid Layer with its demo: `npm run demo`, `npm run demo -- --fresh` to start over, PORT for another port.
import { spawn } from 'node:child_process'
import { rmSync } from 'node:fs'
import { build, heicReader, install, main, pdfReader, runBeside, say } from './set-up.mjs'

function seed() {
  say('Preparing the samples …')
  return runBeside('Preparing the samples', process.execPath, ['scripts/run.mjs', 'cli/seed.ts'], {
    out: 'inherit',
  })
}

await main(async () => {
  if (process.argv.includes('--fresh')) {
    say('Starting over: everything made so far is removed.')
    rmSync(process.env.VIVID_DATA ?? '.data', { recursive: true, force: true })
  }
  await install(async (driver) => {
    for (const [reader, lack] of [
      [
        pdfReader,
        'Without Poppler (Debian: poppler-utils) pages of PDF files cannot be brought; all else works.',
      ],
      [
        heicReader,
        'Without libheif (Debian: libheif-examples) HEIC pictures cannot be brought; all else works.',
      ],
    ])
      try {
        reader()
      } catch {
        say(lack)
      }
    await Promise.all([build(), driver.then(seed)])
  })
  const port = process.env.PORT ?? '3000'
  const server = spawn(
    process.execPath,
    ['node_modules/next/dist/bin/next', 'start', '-p', port, '-H', '127.0.0.1'],
    {
      stdio: ['ignore', 'pipe', 'inherit'],
      env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1' },
    },
  )
  server.stdout.on(
    'data',
    (text) =>
      /Ready in/.test(String(text)) && say(`Vivid Layer is at http://127.0.0.1:${port}  (Ctrl + C ends it)`),
  )
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill())
  server.on('exit', (code) => process.exit(code ?? 0))
})
