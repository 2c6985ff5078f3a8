import sharp from 'sharp'

/** Keywords that a picture holds: XMP `dc:subject` (ISO 16684-1) and IPTC-IIM 2:25, each once. */
export async function keywordsIn(bytes: Uint8Array): Promise<string[]> {
  try {
    const { xmp, iptc } = await sharp(bytes).metadata()
    const all = [
      ...(xmp ? subjectsIn(new TextDecoder().decode(xmp)) : []),
      ...(iptc ? iimKeywords(iptc) : []),
    ]
    return [...new Set(all.map((k) => k.trim()).filter(Boolean))].slice(0, MOST)
  } catch {
    return []
  }
}
const MOST = 60
function subjectsIn(xmp: string): string[] {
  const [, list = ''] = /<dc:subject\b[^>]*>([\s\S]*?)<\/dc:subject>/.exec(xmp) ?? []
  return [...list.matchAll(/<rdf:li\b[^>]*>([\s\S]*?)<\/rdf:li>/g)].map(([, text = '']) =>
    text.replaceAll('&lt;', '<').replaceAll('&gt;', '>').replaceAll('&quot;', '"').replaceAll('&amp;', '&'),
  )
}
/** Records of IPTC-IIM 4.2, wherever they lie in their wrapping: 0x1C, record 2, dataset 25, length, text. */
export function iimKeywords(bytes: Uint8Array): string[] {
  const out: string[] = []
  for (let n = 0; n + 5 <= bytes.length; n++) {
    if (bytes[n] !== 0x1c || bytes[n + 1] !== 2 || bytes[n + 2] !== 25) continue
    const length = ((bytes[n + 3] as number) << 8) | (bytes[n + 4] as number)
    if (n + 5 + length > bytes.length) break
    out.push(new TextDecoder().decode(bytes.subarray(n + 5, n + 5 + length)))
    n += 4 + length
  }
  return out
}
