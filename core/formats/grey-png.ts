import { unzlibSync, zlibSync } from 'fflate'
import { badInput } from '../basics/errors'

/** Grey pictures of 8 bits as PNG (W3C Portable Network Graphics, third edition): tiles of painted masks. */
const SIGNATURE = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]

const crcTable = Uint32Array.from({ length: 256 }, (_, n) => {
  let c = n
  for (let k = 0; k < 8; k++) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1
  return c >>> 0
})
/** Annex D of the specification. */
/** The checksum of a chunk (ISO/IEC 15948, annex D). */
export function crc(bytes: Uint8Array): number {
  let c = 0xffffffff
  for (const b of bytes) c = (crcTable[(c ^ b) & 255] as number) ^ (c >>> 8)
  return (c ^ 0xffffffff) >>> 0
}

/** Compresses as of RFC 1950. */
type Deflate = (raw: Uint8Array) => Uint8Array
const deflate: Deflate = (raw) => zlibSync(raw, { level: 3 })

/** One grey picture, row by row, as PNG. */
export const writeGreyPng = (
  grey: Uint8Array,
  width: number,
  height: number,
  by = deflate,
): Uint8Array<ArrayBuffer> => writePng(grey, width, height, 1, by)
/** One picture of straight RGBA, row by row, as PNG. */
export const writeColourPng = (
  rgba: Uint8Array | Uint8ClampedArray,
  width: number,
  height: number,
): Uint8Array<ArrayBuffer> => writePng(rgba, width, height, 4, deflate)

function writePng(
  px: Uint8Array | Uint8ClampedArray,
  width: number,
  height: number,
  channels: 1 | 4,
  by: Deflate,
): Uint8Array<ArrayBuffer> {
  const line = width * channels
  const raw = new Uint8Array((line + 1) * height)
  // Filter 2, the difference to the row above: masks are mostly even.
  for (let y = 0; y < height; y++) {
    const at = y * (line + 1)
    raw[at] = 2
    for (let x = 0; x < line; x++)
      raw[at + 1 + x] = (px[y * line + x] as number) - (y > 0 ? (px[(y - 1) * line + x] as number) : 0)
  }
  const header = new Uint8Array(13)
  const view = new DataView(header.buffer)
  view.setUint32(0, width)
  view.setUint32(4, height)
  header.set([8, channels === 1 ? 0 : 6, 0, 0, 0], 8)
  const chunks = [chunk('IHDR', header), chunk('IDAT', by(raw)), chunk('IEND', new Uint8Array())]
  const out = new Uint8Array(8 + chunks.reduce((sum, c) => sum + c.length, 0))
  out.set(SIGNATURE)
  let at = 8
  for (const c of chunks) {
    out.set(c, at)
    at += c.length
  }
  return out
}
function chunk(type: string, data: Uint8Array): Uint8Array {
  const out = new Uint8Array(12 + data.length)
  const view = new DataView(out.buffer)
  view.setUint32(0, data.length)
  for (let n = 0; n < 4; n++) out[4 + n] = type.charCodeAt(n)
  out.set(data, 8)
  view.setUint32(8 + data.length, crc(out.subarray(4, 8 + data.length)))
  return out
}

/** Reads a grey PNG of 8 bits, not interlaced; throws `bad-input` for anything else or a damaged one. */
export function readGreyPng(bytes: Uint8Array): { width: number; height: number; grey: Uint8Array } {
  const fail = (): never => {
    throw badInput('A part of a mask is damaged. The picture under it is safe; undo, or paint the mask anew.')
  }
  if (bytes.length < 33 || !SIGNATURE.every((v, n) => bytes[n] === v)) fail()
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  let [width, height] = [0, 0]
  const parts: Uint8Array[] = []
  for (let at = 8; at + 12 <= bytes.length; ) {
    const length = view.getUint32(at)
    const type = String.fromCharCode(...bytes.subarray(at + 4, at + 8))
    if (
      at + 12 + length > bytes.length ||
      view.getUint32(at + 8 + length) !== crc(bytes.subarray(at + 4, at + 8 + length))
    )
      fail()
    const data = bytes.subarray(at + 8, at + 8 + length)
    if (type === 'IHDR') {
      ;[width, height] = [view.getUint32(at + 8), view.getUint32(at + 12)]
      if (
        width < 1 ||
        height < 1 ||
        width > 4096 ||
        height > 4096 ||
        data[8] !== 8 ||
        data[9] !== 0 ||
        data[12] !== 0
      )
        fail()
    } else if (type === 'IDAT') parts.push(data)
    at += 12 + length
  }
  const packed = new Uint8Array(parts.reduce((sum, p) => sum + p.length, 0))
  let filled = 0
  for (const p of parts) {
    packed.set(p, filled)
    filled += p.length
  }
  let raw: Uint8Array
  try {
    raw = unzlibSync(packed, { out: new Uint8Array((width + 1) * height) })
  } catch {
    return fail()
  }
  if (width < 1 || raw.length !== (width + 1) * height) fail()
  return { width, height, grey: unfiltered(raw, width, height) }
}

/** §9.2 of the specification, for one byte a px. */
function unfiltered(raw: Uint8Array, width: number, height: number): Uint8Array {
  const out = new Uint8Array(width * height)
  for (let y = 0; y < height; y++) {
    const filter = raw[y * (width + 1)] as number
    for (let x = 0; x < width; x++) {
      const left = x > 0 ? (out[y * width + x - 1] as number) : 0
      const up = y > 0 ? (out[(y - 1) * width + x] as number) : 0
      const corner = x > 0 && y > 0 ? (out[(y - 1) * width + x - 1] as number) : 0
      let guess: number
      if (filter === 1) guess = left
      else if (filter === 2) guess = up
      else if (filter === 3) guess = (left + up) >> 1
      else if (filter === 4) guess = paeth(left, up, corner)
      else guess = 0
      out[y * width + x] = (raw[y * (width + 1) + 1 + x] as number) + guess
    }
  }
  return out
}
function paeth(left: number, up: number, corner: number): number {
  const p = left + up - corner
  const [a, b, c] = [Math.abs(p - left), Math.abs(p - up), Math.abs(p - corner)]
  if (a <= b && a <= c) return left
  if (b <= c) return up
  return corner
}
