import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { PixelMemory } from '../core/pixels/memory'

let compiled: WebAssembly.Module | null = null
/** A fresh pixel memory on Node; the compiled kernels are shared. */
export function openMemory(): PixelMemory {
  compiled ??= new WebAssembly.Module(
    readFileSync(join(/* turbopackIgnore: true */ process.cwd(), 'core/pixels/kernels.wasm')),
  )
  return new PixelMemory(compiled)
}
