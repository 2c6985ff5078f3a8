import { crc } from '../core/formats/grey-png'

/**
 * Files of 16 bits a channel are told to be sRGB here: the library would first take their values for those of another space.
 */

/** A PNG with an sRGB chunk (ISO/IEC 15948, 11.3.2.5), perceptual. */
export function srgbPng(png: Uint8Array): Uint8Array<ArrayBuffer> {
  // The signature and the header chunk, which is the first and of fixed length.
  const after = 8 + 25
  const chunk = Buffer.alloc(13)
  chunk.writeUInt32BE(1, 0)
  chunk.write('sRGB', 4, 'latin1')
  chunk.writeUInt32BE(crc(chunk.subarray(4, 9)), 9)
  const out = new Uint8Array(png.length + chunk.length)
  out.set(png.subarray(0, after))
  out.set(chunk, after)
  out.set(png.subarray(after), after + chunk.length)
  return out
}

const ICC_PROFILE = 34675
const UNDEFINED = 7
/** A little-endian TIFF (revision 6.0) with a colour profile: its directory again behind it, with one more entry (tag 34675). */
export function profiledTiff(tiff: Uint8Array, profile: Uint8Array): Uint8Array<ArrayBuffer> {
  const view = new DataView(tiff.buffer, tiff.byteOffset, tiff.byteLength)
  if (view.getUint16(0) !== 0x4949) throw new Error('Only little-endian TIFF files are given a profile.')
  const from = view.getUint32(4, true)
  const count = view.getUint16(from, true)
  const entries = Array.from({ length: count }, (_, n) =>
    tiff.subarray(from + 2 + 12 * n, from + 14 + 12 * n),
  )
  const own = new Uint8Array(12)
  const even = (n: number) => n + (n % 2)
  const profileAt = even(tiff.length)
  const directoryAt = even(profileAt + profile.length)
  const ownView = new DataView(own.buffer)
  ownView.setUint16(0, ICC_PROFILE, true)
  ownView.setUint16(2, UNDEFINED, true)
  ownView.setUint32(4, profile.length, true)
  ownView.setUint32(8, profileAt, true)
  // Entries stand in the order of their tags.
  const all = [...entries, own].sort((a, b) => tagOf(a) - tagOf(b))
  const out = new Uint8Array(directoryAt + 2 + 12 * all.length + 4)
  out.set(tiff)
  out.set(profile, profileAt)
  const to = new DataView(out.buffer)
  to.setUint32(4, directoryAt, true)
  to.setUint16(directoryAt, all.length, true)
  for (const [n, entry] of all.entries()) out.set(entry, directoryAt + 2 + 12 * n)
  return out
}
const tagOf = (entry: Uint8Array): number => (entry[0] as number) | ((entry[1] as number) << 8)
