/** An entry as the central directory of a zip lists it (APPNOTE 6.3.10, §4.3.12). */
export type ZipEntry = { name: string; encrypted: boolean; crc: number }

const END = 0x06054b50
const ENTRY = 0x02014b50

/** The entries that a zip's central directory lists; empty where there is none that can be read. */
export function entriesOf(bytes: Uint8Array): ZipEntry[] {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  let end = bytes.length - 22
  while (end >= 0 && view.getUint32(end, true) !== END) end--
  if (end < 0) return []
  const out: ZipEntry[] = []
  let at = view.getUint32(end + 16, true)
  for (
    let n = view.getUint16(end + 10, true);
    n > 0 && at + 46 <= bytes.length && view.getUint32(at, true) === ENTRY;
    n--
  ) {
    const [nameLength, extra, comment] = [
      view.getUint16(at + 28, true),
      view.getUint16(at + 30, true),
      view.getUint16(at + 32, true),
    ]
    out.push({
      name: new TextDecoder().decode(bytes.subarray(at + 46, at + 46 + nameLength)),
      encrypted: (view.getUint16(at + 8, true) & 1) === 1,
      crc: view.getUint32(at + 16, true),
    })
    at += 46 + nameLength + extra + comment
  }
  return out
}

const table = Uint32Array.from({ length: 256 }, (_, n) => {
  let c = n
  for (let k = 0; k < 8; k++) c = c & 1 ? (c >>> 1) ^ 0xedb88320 : c >>> 1
  return c
})
/** CRC-32 (ISO 3309), as zip and PNG have it. */
export function crc32(bytes: Uint8Array): number {
  let c = 0xffffffff
  for (let n = 0; n < bytes.length; n++) c = (table[(c ^ (bytes[n] as number)) & 255] as number) ^ (c >>> 8)
  return (c ^ 0xffffffff) >>> 0
}
