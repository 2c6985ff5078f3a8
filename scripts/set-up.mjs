// Installs and builds what is missing: packages, the compiled database driver, kernels, fonts. Says what it does.
import { spawn, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { copyFileSync, existsSync, mkdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'

export const say = (text) => console.log(`· ${text}`)
export class SetUpProblem extends Error {}

export function run(what, command, args, options = {}) {
  const { status, error } = spawnSync(command, args, {
    stdio: 'inherit',
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1' },
    ...options,
  })
  if (status !== 0) throw new SetUpProblem(`${what} failed${error ? ` (${error.message})` : ''}.`)
}

/** The same beside other things; ends when it has ended. */
export function runBeside(what, command, args, { out = 'ignore', env = {} } = {}) {
  const begun = Date.now()
  const child = spawn(command, args, {
    stdio: ['ignore', out, 'inherit'],
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1', ...env },
  })
  return new Promise((resolve, reject) => {
    child.on('error', (thrown) => reject(new SetUpProblem(`${what} failed (${thrown.message}).`)))
    child.on('exit', (status) => {
      if (status !== 0) return reject(new SetUpProblem(`${what} failed.`))
      say(`${what}: done in ${Math.round((Date.now() - begun) / 1000)} s.`)
      resolve()
    })
  })
}

const driver = 'node_modules/better-sqlite3/build/Release/better_sqlite3.node'
function loads() {
  return (
    spawnSync(process.execPath, ['-e', "new (require('better-sqlite3'))(':memory:').close()"], {
      stdio: 'ignore',
    }).status === 0
  )
}

/**
 * Installs what is missing; `meanwhile` is done while the database driver is compiled, which takes longest. It is given
 * the promise of the driver, for what waits for that.
 */
export async function install(meanwhile = async () => {}) {
  const [major] = process.versions.node.split('.').map(Number)
  if (major < 20) throw new SetUpProblem(`Node.js 20 or newer is needed; this is ${process.version}.`)
  const stamp = createHash('sha256').update(readFileSync('package-lock.json')).digest('hex')
  const mark = 'node_modules/.vivid-lock'
  const fresh = !existsSync(mark) || readFileSync(mark, 'utf8') !== stamp
  let compiling = Promise.resolve()
  let keep = () => {}
  if (fresh) {
    say('1 of 3: installing packages (npm ci) …')
    const version = JSON.parse(readFileSync('package-lock.json', 'utf8')).packages[
      'node_modules/better-sqlite3'
    ].version
    const kept = `.cache/better-sqlite3-${version}-${process.versions.modules}.node`
    run('Installing packages', 'npm', [
      'ci',
      '--ignore-scripts',
      '--no-audit',
      '--no-fund',
      '--loglevel=error',
    ])
    run('Setting up esbuild', process.execPath, ['node_modules/esbuild/install.js'])
    if (existsSync(kept)) {
      mkdirSync('node_modules/better-sqlite3/build/Release', { recursive: true })
      copyFileSync(kept, driver)
    }
    if (!loads()) {
      say('2 of 3: compiling the database driver, about a minute, once; the rest goes on beside it …')
      compiling = runBeside(
        'Compiling the database driver (a C++ compiler, make and python3 are needed)',
        'npm',
        ['rebuild', 'better-sqlite3', '--loglevel=error'],
        // SQLite is one file of C: at its own level it alone takes half as long again as the build beside it.
        { env: { CFLAGS: '-O1' } },
      )
      // Told where it is waited for.
      compiling.catch(() => {})
    }
    keep = () => {
      mkdirSync('.cache', { recursive: true })
      copyFileSync(driver, kept)
      writeFileSync(mark, stamp)
    }
  }
  run('Compiling the pixel kernels', process.execPath, ['scripts/kernels.mjs'])
  run('Unpacking the fonts', process.execPath, ['scripts/fonts.mjs'])
  await meanwhile(compiling)
  await compiling
  keep()
}

/** Builds the application when a source is newer than the last build. */
export async function build() {
  const files = spawnSync(
    'git',
    [
      'ls-files',
      '-co',
      '--exclude-standard',
      'app',
      'bench',
      'core',
      'host',
      'server',
      'wire',
      'workers',
      'supplies/*.ts',
      ':!supplies/tracer',
      'instrumentation.ts',
      'proxy.ts',
      'next.config.ts',
      'package-lock.json',
    ],
    { encoding: 'utf8' },
  )
    .stdout.split('\n')
    .filter((f) => f && existsSync(f))
  const newest = Math.max(...files.map((f) => statSync(f).mtimeMs))
  const mark = '.next/BUILD_ID'
  if (existsSync(mark) && statSync(mark).mtimeMs > newest) return
  say('Building the application, about a minute and a half …')
  await runBeside('Building the application', process.execPath, ['node_modules/next/dist/bin/next', 'build'])
}

let listsFresh = false
/** A program of Debian's, installed by apt where it may be: the first of `paths` that is there. */
function debian(what, name, paths) {
  const found = paths.find((p) => existsSync(p))
  if (found) return found
  if (process.getuid?.() !== 0)
    throw new SetUpProblem(
      `No ${what} was found. Install it (Debian: sudo apt-get install ${name}) and run this again.`,
    )
  say(`Installing ${what} by apt …`)
  if (!listsFresh)
    run('Updating the package lists', 'apt-get', ['update', '-qq'], {
      stdio: ['ignore', 'ignore', 'inherit'],
    })
  listsFresh = true
  run(`Installing ${what}`, 'apt-get', ['install', '-y', '-qq', '--no-install-recommends', name], {
    stdio: ['ignore', 'ignore', 'inherit'],
  })
  return paths[0]
}
export const browser = () =>
  debian('Chromium', 'chromium', ['/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'])
/** Poppler: reads PDF files that people bring, and in tests those that are made here. */
export const pdfReader = () => debian('Poppler', 'poppler-utils', ['/usr/bin/pdftocairo'])
/** libheif: reads HEIC pictures that people bring. */
export const heicReader = () => debian('libheif', 'libheif-examples', ['/usr/bin/heif-convert'])

export async function main(job) {
  try {
    await job()
  } catch (thrown) {
    console.error(thrown instanceof SetUpProblem ? `\n${thrown.message}` : thrown)
    process.exit(1)
  }
}
