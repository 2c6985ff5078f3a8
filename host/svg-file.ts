import { XMLValidator } from 'fast-xml-parser'
import sharp from 'sharp'
import { SVG_MODES, writeSvg } from '../core/delivery/svg-file'
import { captionOf } from '../core/design/captions'
import { layerName } from '../core/kinds/facts'
import { planWhole, renderNodes } from '../core/render/render-page'
import { rasterIds, sharpMarks } from '../core/render/sharp-marks'
import { allFontFiles, fallbacks, families, fontFileName } from '../core/type/catalogue'
import type { PageWriter } from './asked'
import { pngOf } from './encode'
import { mayEmbed } from './pdf'
import { sniff } from './pictures'
import { notReadBack } from './read-back'
import { openSubset } from './subset'

const dataUrl = (mime: string, bytes: Uint8Array): string =>
  `data:${mime};base64,${Buffer.from(bytes.buffer, bytes.byteOffset, bytes.length).toString('base64')}`
/** What browsers show inside an SVG as it is. */
const SHOWN = ['png', 'jpeg', 'webp', 'gif']

/** A page as an SVG; `pictured` names the layers that became pictures. Its bleed is beyond it and not in the file. */
export const toSvg: PageWriter = async ({ design, pages: [page], settings, box }, host, read) => {
  const scale = Number(settings.scale)
  const made = await planWhole(page, scale, host)
  const shown = box ?? { left: 0, top: 0, right: page.width, bottom: page.height }
  const trim = {
    left: Math.floor(shown.left * scale),
    top: Math.floor(shown.top * scale),
    right: Math.ceil(shown.right * scale),
    bottom: Math.ceil(shown.bottom * scale),
  }
  const marks = sharpMarks(made.nodes, trim, { modes: SVG_MODES })
  const subset = await openSubset()
  const files = new Map(allFontFiles().map((f) => [fontFileName(f), f]))
  const nameOf = (id: string) => (design.layers[id] ? layerName(design.layers[id]) : '')
  const text = await writeSvg(
    { box: shown, scale, marks },
    {
      raster: async ({ nodes, bounds }) =>
        dataUrl('image/png', await pngOf(await renderNodes(nodes, bounds, host))),
      cover: async (node, box) => dataUrl('image/png', await pngOf(await renderNodes([node], box, host))),
      async picture({ source }) {
        const bytes = await read(source)
        if (!bytes) return null
        const found = sniff(bytes, source.slice(0, 8))
        const { orientation = 1 } = await sharp(bytes).metadata()
        const asIs = found.kind === 'picture' && SHOWN.includes(found.format) && orientation === 1
        if (asIs) return dataUrl(found.mime, bytes)
        return dataUrl(
          'image/png',
          new Uint8Array(await sharp(bytes, { pages: 1 }).autoOrient().png().toBuffer()),
        )
      },
    },
    {
      title: design.name,
      alt: captionOf(design, page.page, page.channel.id).alt,
      letters: settings.letters === 'text' ? 'text' : 'outlines',
      nameOf,
      mayEmbed: ({ name }) => mayEmbed(design, name),
      familyOf({ name }) {
        const file = files.get(name)
        const family = [...families, ...fallbacks].find((f) => f.slug === file?.slug)
        const own = Object.values(design.faces).find((f) => name === `own-${f.source}-${f.index}`)
        const { weight = 400, italic = false } = file ?? own ?? {}
        return { family: family?.name ?? own?.family ?? name, weight, italic }
      },
      fontOf: (face, glyphs) => dataUrl('font/ttf', subset(face.bytes, face.index, glyphs)),
    },
  )
  if (XMLValidator.validate(text) !== true) throw notReadBack()
  const bytes = new TextEncoder().encode(text)
  return {
    bytes,
    pictured: [
      ...new Set(
        rasterIds(marks)
          .map(nameOf)
          .filter((n) => n !== ''),
      ),
    ],
  }
}
