// Compiles the pixel kernels (with --tracer the tracer as well, with --trainer what trains a network) from AssemblyScript to WebAssembly when a source is newer.
import { spawnSync } from 'node:child_process'
import { copyFileSync, existsSync, mkdirSync, readdirSync, statSync } from 'node:fs'

const newest = (files) => Math.max(...files.map((f) => statSync(f).mtimeMs))
export function compile(entry, sources, out) {
  if (existsSync(out) && statSync(out).mtimeMs > newest(sources)) return
  const { status } = spawnSync(
    process.execPath,
    [
      'node_modules/assemblyscript/bin/asc.js',
      entry,
      '-o',
      out,
      '--enable',
      'simd',
      '--runtime',
      'stub',
      '-O3',
      '--noAssert',
    ],
    { stdio: 'inherit' },
  )
  if (status !== 0) throw new Error(`The kernels could not be compiled from ${entry}.`)
}

const folder = 'core/pixels/kernels'
compile(
  `${folder}/index.ts`,
  readdirSync(folder).map((f) => `${folder}/${f}`),
  'core/pixels/kernels.wasm',
)
if (process.argv.includes('--tracer'))
  compile('supplies/tracer/kernel.as.ts', ['supplies/tracer/kernel.as.ts'], 'supplies/tracer/tracer.wasm')
if (process.argv.includes('--trainer'))
  compile(
    'measure/trainer/kernel.as.ts',
    ['measure/trainer/kernel.as.ts', `${folder}/convolve.ts`],
    'measure/trainer/trainer.wasm',
  )
mkdirSync('public/generated', { recursive: true })
copyFileSync('core/pixels/kernels.wasm', 'public/generated/kernels.wasm')
