import sharp from 'sharp'
import { expect, it } from 'vitest'
import { CREDIT, iimTexts, KEYWORD, toldIn } from './keywords'

/** A dataset of record 2, as IPTC-IIM 4.2, 1.6 lays it out: tag marker, record, dataset, length, text. */
const dataset = (number: number, text: string): number[] => {
  const bytes = [...new TextEncoder().encode(text)]
  return [0x1c, 2, number, bytes.length >> 8, bytes.length & 255, ...bytes]
}

it('keywords of IPTC are read, one a dataset; what is no keyword is not, what is cut short is left', () => {
  const all = Uint8Array.from([
    ...dataset(5, 'A title'),
    ...dataset(25, 'kiln'),
    ...dataset(25, 'Töpferei'),
    ...dataset(110, 'A. Potter'),
    ...dataset(120, 'A caption'),
  ])
  expect(iimTexts(all, CREDIT)).toEqual(['A. Potter'])
  expect(iimTexts(all, KEYWORD)).toEqual(['kiln', 'Töpferei'])
  expect(iimTexts(all.slice(0, all.length - 30), KEYWORD)).toEqual(['kiln'])
  expect(iimTexts(new Uint8Array(0), KEYWORD)).toEqual([])
})
it('subjects of XMP are read, each once, their characters as they are meant; what is no picture has none', async () => {
  const xmp =
    '<rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description xmlns:dc="http://purl.org/dc/elements/1.1/"><dc:subject><rdf:Bag><rdf:li>clay &amp; fire</rdf:li><rdf:li> bowl </rdf:li><rdf:li>bowl</rdf:li></rdf:Bag></dc:subject><dc:creator><rdf:Seq><rdf:li>Somebody</rdf:li></rdf:Seq></dc:creator></rdf:Description></rdf:RDF>'
  const plain = sharp({ create: { width: 4, height: 4, channels: 3, background: '#333' } })
  const file = await plain.clone().withXmp(xmp).jpeg().toBuffer()
  expect(await toldIn(new Uint8Array(file))).toEqual({ keywords: ['clay & fire', 'bowl'], credit: '' })
  expect(await toldIn(new Uint8Array(await plain.jpeg().toBuffer()))).toEqual({ keywords: [], credit: '' })
  expect(await toldIn(new TextEncoder().encode('no picture'))).toEqual({ keywords: [], credit: '' })
})
it.each([
  ['an attribute', '<rdf:Description xmlns:p="urn:test:photo" p:Credit="A &amp; B"/>'],
  [
    'an element',
    '<rdf:Description xmlns:p="urn:test:photo"><p:Credit>A &amp; B</p:Credit></rdf:Description>',
  ],
])('the credit line of XMP is read, said as %s', async (_, description) => {
  const xmp = `<rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#">${description}</rdf:RDF>`
  const plain = sharp({ create: { width: 4, height: 4, channels: 3, background: '#333' } })
  expect((await toldIn(new Uint8Array(await plain.withXmp(xmp).jpeg().toBuffer()))).credit).toBe('A & B')
})
