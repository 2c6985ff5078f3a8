import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { badInput } from '../core/basics/errors'
import type { Subset } from '../core/delivery/pdf/fonts'

/** What HarfBuzz's subsetter gives (`hb-subset.h`, 14). */
type Calls = {
  memory: WebAssembly.Memory
  malloc(bytes: number): number
  free(at: number): void
  hb_blob_create(at: number, length: number, mode: number, user: number, destroy: number): number
  hb_blob_destroy(blob: number): void
  hb_blob_get_data(blob: number, length: number): number
  hb_blob_get_length(blob: number): number
  hb_face_create(blob: number, index: number): number
  hb_face_destroy(face: number): void
  hb_face_reference_blob(face: number): number
  hb_set_add(set: number, value: number): void
  hb_subset_input_create_or_fail(): number
  hb_subset_input_destroy(input: number): void
  hb_subset_input_glyph_set(input: number): number
  hb_subset_input_set_flags(input: number, flags: number): void
  hb_subset_or_fail(face: number, input: number): number
}
/** HB_SUBSET_FLAGS_NO_HINTING | RETAIN_GIDS | NO_LAYOUT_CLOSURE. */
const FLAGS = 0x1 | 0x2 | 0x200
const WRITABLE = 2

let calls: Calls | null = null
async function opened(): Promise<Calls> {
  if (calls) return calls
  const file = readFileSync(
    join(/* turbopackIgnore: true */ process.cwd(), 'node_modules/harfbuzzjs/dist/harfbuzz-subset.wasm'),
  )
  const { instance } = await WebAssembly.instantiate(file, {})
  calls = instance.exports as unknown as Calls
  return calls
}

/** HarfBuzz's subsetter: fonts with only some of their glyphs, numbers kept. */
export async function openSubset(): Promise<Subset> {
  const hb = await opened()
  return (bytes, index, glyphs) => {
    const at = hb.malloc(bytes.length)
    new Uint8Array(hb.memory.buffer).set(bytes, at)
    const blob = hb.hb_blob_create(at, bytes.length, WRITABLE, 0, 0)
    const face = hb.hb_face_create(blob, index)
    const input = hb.hb_subset_input_create_or_fail()
    const set = hb.hb_subset_input_glyph_set(input)
    for (const g of glyphs) hb.hb_set_add(set, g)
    hb.hb_subset_input_set_flags(input, FLAGS)
    const made = hb.hb_subset_or_fail(face, input)
    hb.hb_subset_input_destroy(input)
    hb.hb_face_destroy(face)
    hb.hb_blob_destroy(blob)
    hb.free(at)
    if (!made) throw badInput('A typeface of this design cannot be embedded. Export its letters as outlines.')
    const own = hb.hb_face_reference_blob(made)
    const from = hb.hb_blob_get_data(own, 0)
    const out = new Uint8Array(hb.memory.buffer).slice(from, from + hb.hb_blob_get_length(own))
    hb.hb_blob_destroy(own)
    hb.hb_face_destroy(made)
    return out
  }
}
