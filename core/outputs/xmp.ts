import { escaped } from '../basics/xml'

/** What is told of a picture in its file. */
export type Told = { title: string; author: string; alt: string; caption: string }

/**
 * An XMP packet (ISO 16684-1) with the fields that IPTC Photo Metadata 2023 has for a title, its maker, a caption and an
 * alternative text; null where nothing is to be said. The element around it that
 * the standard leaves free (7.3.3) is left out.
 */
export function xmpOf({ title, author, alt, caption }: Told): string | null {
  if (author === '' && alt === '' && caption === '') return null
  const inWords = (tag: string, text: string) =>
    text === ''
      ? ''
      : `<${tag}><rdf:Alt><rdf:li xml:lang="x-default">${escaped(text)}</rdf:li></rdf:Alt></${tag}>`
  const by =
    author === '' ? '' : `<dc:creator><rdf:Seq><rdf:li>${escaped(author)}</rdf:li></rdf:Seq></dc:creator>`
  return [
    '<?xpacket begin="\ufeff" id="W5M0MpCehiHzreSzNTczkc9d"?>',
    '<rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#">',
    '<rdf:Description rdf:about="" xmlns:dc="http://purl.org/dc/elements/1.1/" xmlns:Iptc4xmpCore="http://iptc.org/std/Iptc4xmpCore/1.0/xmlns/">',
    inWords('dc:title', title),
    inWords('dc:description', caption),
    by,
    inWords('Iptc4xmpCore:AltTextAccessibility', alt),
    '</rdf:Description></rdf:RDF>',
    '<?xpacket end="w"?>',
  ].join('')
}
