import sharp from 'sharp'

/** What a picture says of itself: words to be found by, and the credit that is to go with it wherever it is shown. */
export type Told = { keywords: string[]; credit: string }

/**
 * What a picture's own data say: keywords of XMP `dc:subject` (ISO 16684-1) and IPTC-IIM 2:25, each once; the credit
 * line of XMP `Credit` or IPTC-IIM 2:110 (IPTC Photo Metadata Standard, *Credit Line*).
 */
export async function toldIn(bytes: Uint8Array): Promise<Told> {
  try {
    const { xmp, iptc } = await sharp(bytes).metadata()
    return toldBy(xmp, iptc)
  } catch {
    return { keywords: [], credit: '' }
  }
}
/** The same of packets that were taken out of a file. */
export function toldBy(xmp?: Uint8Array | null, iptc?: Uint8Array | null): Told {
  const packet = xmp ? new TextDecoder().decode(xmp) : ''
  const all = [...subjectsIn(packet), ...(iptc ? iimTexts(iptc, KEYWORD) : [])]
  const credit = (packet && creditIn(packet)) || (iptc && iimTexts(iptc, CREDIT)[0]) || ''
  return {
    keywords: [...new Set(all.map((k) => k.trim()).filter(Boolean))].slice(0, MOST),
    credit: credit.trim().slice(0, MOST_CREDIT),
  }
}
const MOST = 60
export const MOST_CREDIT = 200
/** Datasets of record 2. */
export const KEYWORD = 25
export const CREDIT = 110

const plain = (xml: string): string =>
  xml
    .replaceAll('&lt;', '<')
    .replaceAll('&gt;', '>')
    .replaceAll('&quot;', '"')
    .replaceAll('&apos;', "'")
    .replaceAll('&amp;', '&')
/** Said as an attribute or as an element. */
function creditIn(xmp: string): string {
  const [, quoted, between] =
    /\w:Credit\s*=\s*"([^"]*)"|<\w+:Credit\b[^>]*>([\s\S]*?)<\/\w+:Credit>/.exec(xmp) ?? []
  return plain(quoted ?? between ?? '')
}
function subjectsIn(xmp: string): string[] {
  const [, list = ''] = /<dc:subject\b[^>]*>([\s\S]*?)<\/dc:subject>/.exec(xmp) ?? []
  return [...list.matchAll(/<rdf:li\b[^>]*>([\s\S]*?)<\/rdf:li>/g)].map(([, text = '']) => plain(text))
}
/** Texts of a dataset of IPTC-IIM 4.2, wherever it lies in its wrapping: 0x1C, record 2, dataset, length, text. */
export function iimTexts(bytes: Uint8Array, dataset: number): string[] {
  const out: string[] = []
  for (let n = 0; n + 5 <= bytes.length; n++) {
    if (bytes[n] !== 0x1c || bytes[n + 1] !== 2 || bytes[n + 2] !== dataset) continue
    const length = ((bytes[n + 3] as number) << 8) | (bytes[n + 4] as number)
    if (n + 5 + length > bytes.length) break
    out.push(new TextDecoder().decode(bytes.subarray(n + 5, n + 5 + length)))
    n += 4 + length
  }
  return out
}
