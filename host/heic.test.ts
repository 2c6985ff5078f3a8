import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp from 'sharp'
import { afterAll, expect, it } from 'vitest'
import { fromHeic, isHeic } from './heic'
import { intakeCalls } from './intake'
import { sha256 } from './project'

const folder = mkdtempSync(join(tmpdir(), 'vivid-heic-test-'))
afterAll(() => rmSync(folder, { recursive: true }))
/** Written by another program: libheif's encoder. */
async function written(): Promise<Uint8Array> {
  const from = join(folder, 'in.png')
  await sharp({ create: { width: 64, height: 48, channels: 3, background: '#2f6f5a' } })
    .png()
    .toFile(from)
  execFileSync('heif-enc', ['-q', '95', '-o', join(folder, 'a.heic'), from], { stdio: 'ignore' })
  return new Uint8Array(readFileSync(join(folder, 'a.heic')))
}

it('a HEIC picture is taken in as PNG, of its size and colours', async () => {
  const heic = await written()
  expect(isHeic(heic)).toBe(true)
  const { info, bytes } = await intakeCalls.upload({ bytes: heic, name: 'IMG_1.HEIC' })
  expect(info).toMatchObject({ kind: 'picture', mime: 'image/png', width: 64, height: 48 })
  expect(info.sha).toBe(sha256(bytes ?? heic))
  const { channels } = await sharp(bytes).stats()
  // Within what the codec loses.
  for (const [n, v] of [0x2f, 0x6f, 0x5a].entries())
    expect(Math.abs((channels[n]?.mean ?? 0) - v)).toBeLessThan(4)
})
it('what it says of itself is read as of any picture', async () => {
  const xmp =
    '<x:xmpmeta xmlns:x="urn:test:x"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description xmlns:p="urn:test:photo" xmlns:dc="http://purl.org/dc/elements/1.1/" p:Credit="A &amp; B"><dc:subject><rdf:Bag><rdf:li>kiln</rdf:li></rdf:Bag></dc:subject></rdf:Description></rdf:RDF></x:xmpmeta>'
  const from = join(folder, 'told.jpg')
  await sharp({ create: { width: 64, height: 48, channels: 3, background: '#2f6f5a' } })
    .withXmp(xmp)
    .jpeg()
    .toFile(from)
  execFileSync('heif-enc', ['-o', join(folder, 'told.heic'), from], { stdio: 'ignore' })
  const heic = new Uint8Array(readFileSync(join(folder, 'told.heic')))
  const { told } = await intakeCalls.upload({ bytes: heic, name: 'told.heic' })
  expect(told).toEqual({ keywords: ['kiln'], credit: 'A & B' })
})
it('one that is cut short is refused', async () => {
  const heic = await written()
  await expect(fromHeic(heic.slice(0, heic.length - 200), 'b.heic')).rejects.toThrow(
    /“b.heic” is damaged.*Nothing was stored/,
  )
  expect(isHeic(new TextEncoder().encode('ftypheic'))).toBe(false)
})
