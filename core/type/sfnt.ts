import { unzlibSync } from 'fflate'
import { badInput } from '../basics/errors'
import type { EMBEDDING } from './own-face'

/** What a font file says of one of its faces (OpenType 1.9: `name`, `OS/2`, `head`, `maxp`). */
export type FaceFacts = {
  family: string
  weight: number
  italic: boolean
  licence: string
  embedding: (typeof EMBEDDING)[number]
  glyphs: number
}
/** Tables without which nothing can be set; outlines come in one of three kinds. */
const NEEDED = ['cmap', 'head', 'hhea', 'hmtx', 'maxp', 'name']
const OUTLINES = ['glyf', 'CFF ', 'CFF2']
const HEAD_MAGIC = 0x5f0f3cf5
const MOST_TABLES = 256

const tagAt = (bytes: Uint8Array, at: number): string => String.fromCharCode(...bytes.subarray(at, at + 4))
/** The container of a font file by its first bytes; null for anything else. */
export function containerOf(bytes: Uint8Array): 'sfnt' | 'collection' | 'woff' | 'woff2' | null {
  const tag = tagAt(bytes, 0)
  if (tag === 'wOFF') return 'woff'
  if (tag === 'wOF2') return 'woff2'
  if (tag === 'ttcf') return 'collection'
  return tag === '\0\x01\0\0' || tag === 'OTTO' || tag === 'true' ? 'sfnt' : null
}
/** How many faces a file holds. */
export function facesIn(bytes: Uint8Array): number {
  if (containerOf(bytes) !== 'collection') return 1
  return bytes.length < 12 ? 0 : Math.min(64, viewOf(bytes).getUint32(8))
}
const viewOf = (bytes: Uint8Array): DataView => new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)

type Table = { at: number; length: number }
function tablesOf(bytes: Uint8Array, index: number, name: string): Map<string, Table> {
  const view = viewOf(bytes)
  const cut = () => badInput(`“${name}” is cut short. Nothing was stored; fetch the font anew and try again.`)
  const start = containerOf(bytes) === 'collection' ? 12 + 4 * index : 0
  if (bytes.length < start + 12) throw cut()
  const from = start > 0 ? view.getUint32(start) : 0
  if (from + 12 > bytes.length) throw cut()
  const count = view.getUint16(from + 4)
  if (count === 0 || count > MOST_TABLES || from + 12 + 16 * count > bytes.length) throw cut()
  const out = new Map<string, Table>()
  for (let n = 0; n < count; n++) {
    const at = from + 12 + 16 * n
    const table = { at: view.getUint32(at + 8), length: view.getUint32(at + 12) }
    const tag = tagAt(bytes, at)
    if (table.at + table.length > bytes.length)
      throw badInput(
        `“${name}” is damaged: its table “${tag.trim()}” reaches beyond the end of the file. Nothing was stored; fetch the font anew and try again.`,
      )
    out.set(tag, table)
  }
  return out
}

/** Reads one face of an unpacked font file. Throws `bad-input` that says what is wrong with it. */
export function readFace(bytes: Uint8Array, index: number, name: string): FaceFacts {
  const tables = tablesOf(bytes, index, name)
  const lacking = NEEDED.filter((t) => !tables.has(t))
  if (lacking.length > 0 || !OUTLINES.some((t) => tables.has(t)))
    throw badInput(
      `“${name}” is no font that can be set: it has no ${lacking.length > 0 ? `table “${lacking.join('”, “')}”` : 'outlines'}. Nothing was stored.`,
    )
  const view = viewOf(bytes)
  const { at: head, length } = tables.get('head') as Table
  if (length < 54 || view.getUint32(head + 12) !== HEAD_MAGIC)
    throw badInput(`“${name}” is damaged: its header is not one. Nothing was stored; fetch the font anew.`)
  const names = namesOf(bytes, tables.get('name') as Table)
  const os2 = tables.get('OS/2')
  const whole = os2 !== undefined && os2.length >= 64
  const family = (names.get(16) ?? names.get(1) ?? '').trim().slice(0, 74)
  if (family === '') throw badInput(`“${name}” does not say what its typeface is called. Nothing was stored.`)
  const selection = whole ? view.getUint16(os2.at + 62) : 0
  const weight = whole ? view.getUint16(os2.at + 4) : 400
  return {
    family,
    weight: Math.min(1000, Math.max(1, weight || 400)),
    italic: (selection & 1) === 1 || (view.getUint16(head + 44) & 2) === 2,
    licence: [names.get(13), names.get(14)].filter(Boolean).join(' · ').slice(0, 2000),
    embedding: embeddingOf(whole ? view.getUint16(os2.at + 8) : 0),
    glyphs: view.getUint16((tables.get('maxp') as Table).at + 4),
  }
}
/** Of several rights that are given the least restricting holds (OpenType 1.9, OS/2, `fsType`). */
function embeddingOf(fsType: number): FaceFacts['embedding'] {
  const right = fsType & 0xf
  if (right === 0) return 'installable'
  if (right & 8) return 'editable'
  return right & 4 ? 'preview' : 'restricted'
}
/** Names by their number: English of Windows first, else whatever there is. */
function namesOf(bytes: Uint8Array, { at, length }: Table): Map<number, string> {
  const view = viewOf(bytes)
  const out = new Map<number, { text: string; rank: number }>()
  const count = length >= 6 ? view.getUint16(at + 2) : 0
  const strings = at + (length >= 6 ? view.getUint16(at + 4) : 0)
  for (let n = 0; n < count && at + 18 + 12 * n <= at + length; n++) {
    const r = at + 6 + 12 * n
    const [platform, language, id] = [view.getUint16(r), view.getUint16(r + 4), view.getUint16(r + 6)]
    const [size, from] = [view.getUint16(r + 8), strings + view.getUint16(r + 10)]
    if (from + size > bytes.length) continue
    const part = bytes.subarray(from, from + size)
    const text = platform === 1 ? new TextDecoder('latin1').decode(part) : utf16(part)
    const rank = (platform === 3 ? 2 : 0) + (language === 0x409 ? 1 : 0)
    if (rank >= (out.get(id)?.rank ?? -1)) out.set(id, { text, rank })
  }
  return new Map([...out].map(([id, { text }]) => [id, text]))
}
function utf16(part: Uint8Array): string {
  let out = ''
  for (let n = 0; n + 1 < part.length; n += 2)
    out += String.fromCharCode(((part[n] as number) << 8) | (part[n + 1] as number))
  return out
}

/** A WOFF 1.0 file unpacked (W3C WOFF File Format 1.0): its tables inflated, one after the other. Throws `bad-input`. */
export function fromWoff(bytes: Uint8Array, name: string): Uint8Array {
  const view = viewOf(bytes)
  const damaged = () =>
    badInput(`“${name}” is a damaged web font. Nothing was stored; fetch the font anew and try again.`)
  const count = bytes.length >= 44 ? view.getUint16(12) : 0
  if (count === 0 || count > MOST_TABLES || 44 + 20 * count > bytes.length) throw damaged()
  const tables = Array.from({ length: count }, (_, n) => {
    const at = 44 + 20 * n
    const [from, packed, size] = [view.getUint32(at + 4), view.getUint32(at + 8), view.getUint32(at + 12)]
    if (from + packed > bytes.length || size > MOST_UNPACKED) throw damaged()
    const part = bytes.subarray(from, from + packed)
    let data = part
    try {
      if (packed < size) data = unzlibSync(part, { out: new Uint8Array(size) })
    } catch {
      throw damaged()
    }
    return { tag: tagAt(bytes, at), sum: view.getUint32(at + 16), data }
  })
  const header = 12 + 16 * count
  const total = tables.reduce((sum, t) => sum + padded(t.data.length), header)
  if (total > MOST_UNPACKED) throw damaged()
  const out = new Uint8Array(total)
  const to = viewOf(out)
  const power = 2 ** Math.floor(Math.log2(count))
  to.setUint32(0, view.getUint32(4))
  to.setUint16(4, count)
  to.setUint16(6, power * 16)
  to.setUint16(8, Math.log2(power))
  to.setUint16(10, count * 16 - power * 16)
  let at = header
  for (const [n, { tag, sum, data }] of tables.entries()) {
    const r = 12 + 16 * n
    for (let k = 0; k < 4; k++) out[r + k] = tag.charCodeAt(k)
    to.setUint32(r + 4, sum)
    to.setUint32(r + 8, at)
    to.setUint32(r + 12, data.length)
    out.set(data, at)
    at += padded(data.length)
  }
  return out
}
const padded = (n: number): number => (n + 3) & ~3
/** Larger font files are refused, bytes. */
export const MOST_FONT = 32 * 1024 * 1024
/** No font is larger unpacked, bytes. */
export const MOST_UNPACKED = 64 * 1024 * 1024
