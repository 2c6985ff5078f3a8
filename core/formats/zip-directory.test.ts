import { strToU8, zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { safeUnzip } from './safe-zip'
import { crc32, entriesOf } from './zip-directory'

const made = () =>
  zipSync({
    'a.txt': strToU8('Kiln opening on Saturday, kiln opening on Saturday'),
    'folder/b.txt': [strToU8('bread'), { level: 0 }],
  })

describe('the directory of a zip', () => {
  it('CRC-32 of “123456789” is CBF43926 (the check value of ISO 3309)', () => {
    expect(crc32(strToU8('123456789'))).toBe(0xcbf43926)
    expect(crc32(new Uint8Array())).toBe(0)
  })
  it('lists names and sums as the writer put them', () => {
    expect(entriesOf(made())).toEqual([
      {
        name: 'a.txt',
        encrypted: false,
        crc: crc32(strToU8('Kiln opening on Saturday, kiln opening on Saturday')),
      },
      { name: 'folder/b.txt', encrypted: false, crc: crc32(strToU8('bread')) },
    ])
    expect(entriesOf(strToU8('no zip at all'))).toEqual([])
  })
})

describe('opening a zip', () => {
  it('names an entry whose content does not fit its sum', () => {
    const bytes = made()
    const at = bytes.findIndex((_, n) => new TextDecoder().decode(bytes.subarray(n, n + 5)) === 'bread')
    bytes[at] = 'B'.charCodeAt(0)
    expect(() => safeUnzip(bytes, 'OpenRaster file')).toThrow(
      /“folder\/b\.txt” of the OpenRaster file is damaged.*Nothing was stored/,
    )
  })
  it('names an entry that is encrypted', () => {
    const bytes = made()
    // Bit 0 of the general purpose flag, in the local header and in the directory.
    const view = new DataView(bytes.buffer)
    for (let n = 0; n < bytes.length - 4; n++) {
      if (view.getUint32(n, true) === 0x04034b50) bytes[n + 6] = (bytes[n + 6] as number) | 1
      if (view.getUint32(n, true) === 0x02014b50) bytes[n + 8] = (bytes[n + 8] as number) | 1
    }
    expect(() => safeUnzip(bytes, 'OpenRaster file')).toThrow(
      /“a\.txt” of the OpenRaster file is encrypted.*without a password/,
    )
  })
  it('gives the content of a sound one', () => {
    expect(new TextDecoder().decode(safeUnzip(made(), 'x')['folder/b.txt'])).toBe('bread')
  })
})
