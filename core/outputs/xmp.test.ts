import { XMLParser } from 'fast-xml-parser'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { encodePicture } from '@/host/encode'
import { settingsOf } from './define'
import { outputOf, PICTURE_IDS } from './list'
import { xmpOf } from './xmp'

const told = { title: 'Kiln', author: 'Fennel Row', alt: 'A cup & “saucer”', caption: '<Sunday>' }

describe('what is told of a picture in its file', () => {
  it('is XMP as IPTC Photo Metadata has it', () => {
    const read = new XMLParser({ ignoreAttributes: false, removeNSPrefix: true }).parse(xmpOf(told) ?? '')
    const of = read.RDF.Description
    expect(of.AltTextAccessibility.Alt.li).toMatchObject({ '#text': told.alt, '@_lang': 'x-default' })
    expect(of.description.Alt.li['#text']).toBe(told.caption)
    expect(of.creator.Seq.li).toBe(told.author)
    expect(xmpOf({ title: 'Kiln', author: '', alt: '', caption: '' })).toBeNull()
  })
  it('is found again in every kind of picture', async () => {
    const picture = { width: 8, height: 8, data: new Uint8ClampedArray(8 * 8 * 4).fill(255) }
    for (const format of PICTURE_IDS) {
      const settings = settingsOf(outputOf(format))
      const bytes = await encodePicture(picture, { format, settings, xmp: xmpOf(told) ?? '' })
      const { xmp } = await sharp(bytes).metadata()
      expect(xmp?.toString('utf8'), format).toContain('A cup &amp; “saucer”')
    }
  })
})
