import decompress from 'woff2-encoder/decompress'
import { badInput, Problem } from '../core/basics/errors'
import { isShipped } from '../core/type/catalogue'
import { openFace } from '../core/type/fonts'
import type { OwnFace } from '../core/type/own-face'
import { containerOf, facesIn, fromWoff, MOST_FONT, MOST_UNPACKED, readFace } from '../core/type/sfnt'
import { sha256 } from './project'

/** A letter of each script, by which it is told whether a face has it. */
const SCRIPTS: readonly (readonly [string, number])[] = [
  ['latin', 0x61],
  ['latin-ext', 0x142],
  ['vietnamese', 0x1ea1],
  ['greek', 0x3b1],
  ['cyrillic', 0x436],
  ['hebrew', 0x5d0],
  ['arabic', 0x628],
  ['devanagari', 0x915],
  ['thai', 0xe01],
  ['hangul', 0xac00],
  ['kana', 0x3042],
  ['han', 0x4e00],
]

async function unpacked(bytes: Uint8Array, name: string): Promise<Uint8Array> {
  const kind = containerOf(bytes)
  if (kind === 'woff') return fromWoff(bytes, name)
  if (kind === 'woff2') {
    // What it says it unpacks to, before anything is unpacked (W3C WOFF File Format 2.0, header).
    const said = bytes.length >= 20 ? new DataView(bytes.buffer, bytes.byteOffset).getUint32(16) : 0
    if (said > MOST_UNPACKED) throw badInput(`“${name}” is a damaged web font. Nothing was stored.`)
    try {
      return new Uint8Array(await decompress(bytes))
    } catch {
      throw badInput(
        `“${name}” is a damaged web font. Nothing was stored; fetch the font anew and try again.`,
      )
    }
  }
  if (kind === null)
    throw badInput(
      `“${name}” is no font that can be read here. Nothing was stored; bring a TTF, OTF, WOFF, WOFF2 or a collection of them.`,
    )
  return bytes
}

/** Reads a font file that somebody brought: unpacked, every face of it checked. Throws problems with a text for people. */
export async function readFont({
  bytes,
  name,
}: {
  bytes: Uint8Array
  name: string
}): Promise<{ sha: string; font: Uint8Array; faces: OwnFace[] }> {
  if (bytes.byteLength > MOST_FONT)
    throw new Problem(
      'too-large',
      `“${name}” is larger than ${MOST_FONT / 1024 / 1024} MB. Nothing was stored.`,
    )
  const font = await unpacked(bytes, name)
  const source = sha256(font)
  const faces = Array.from({ length: facesIn(font) }, (_, index): OwnFace => {
    const { glyphs, ...facts } = readFace(font, index, name)
    const face = opened(font, index, name)
    if (glyphs === 0) throw badInput(`“${name}” has no letters. Nothing was stored.`)
    const scripts = SCRIPTS.flatMap(([script, letter]) => (face.has(letter) ? [script] : []))
    // A shipped family of the same name stays what it is.
    const family = isShipped(facts.family) ? `${facts.family} (own)` : facts.family
    return { ...facts, family, source, index, scripts }
  })
  if (faces.length === 0) throw badInput(`“${name}” holds no font. Nothing was stored.`)
  return { sha: source, font, faces }
}
function opened(font: Uint8Array, index: number, name: string) {
  try {
    return openFace(name, font, index)
  } catch (thrown) {
    if (thrown instanceof Problem) throw badInput(`${thrown.message} Nothing was stored.`)
    throw badInput(`“${name}” is damaged: its letters cannot be read. Nothing was stored.`)
  }
}
