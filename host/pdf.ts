import { PDFDocument } from 'pdf-lib'
import sharp from 'sharp'
import type { BlendMode } from '../core/basics/blend-modes'
import { PDF_MODES, type PdfHost, PdfWriter } from '../core/delivery/pdf/document'
import type { Pixels } from '../core/delivery/pdf/images'
import { captionOf } from '../core/design/captions'
import type { Design } from '../core/design/schema'
import { layerName } from '../core/kinds/facts'
import { plainStyle } from '../core/kinds/new'
import type { Letters } from '../core/render/nodes'
import { planWhole, renderNodes } from '../core/render/render-page'
import { rasterIds, type StoredMark, sharpMarks } from '../core/render/sharp-marks'
import type { ResolvedPage } from '../core/resolve/resolved'
import { layoutType } from '../core/type/layout'
import type { PageAsked, PageWriter } from './asked'
import { inksFor } from './inks'
import { decodePicture } from './pictures'
import type { BlobReader, NodeHost } from './project'
import { notReadBack } from './read-back'
import { openSubset } from './subset'

/** Whether a face may be put into files: what its maker restricts to one machine is outlines. */
export const mayEmbed = (design: Design, face: string): boolean =>
  !Object.values(design.faces).some(
    (f) => face === `own-${f.source}-${f.index}` && f.embedding === 'restricted',
  )
/** px of a page to the inch: of print channels their own, else those of CSS. */
const ppiOf = (page: ResolvedPage): number => page.channel.print?.ppi ?? 96
/** The largest scale a page is made pixels at: what is beyond nobody sees. */
const MOST_SCALE = 4
const JPEG_QUALITY = 92

/** Pages as a PDF; `pictured` names the layers that became pictures, as PDF cannot say them. */
export const toPdf: PageWriter = async (asked, host, read, progress = () => undefined) => {
  const { design, settings, now = new Date() } = asked
  const inks = await inksFor(settings, read)
  /** px to the inch of what becomes a picture, and at most of pictures. */
  const wanted = Number(settings.ppi)
  const pictured = new Set<string>()
  const pdfHost: PdfHost = {
    raster: ({ nodes, bounds }) => renderNodes(nodes, bounds, host),
    cover: (node, box) => renderNodes([node], box, host),
    picture: (mark) => storedPicture(mark, read, settings.lossless === true || inks.channels === 4),
    subset: await openSubset(),
  }
  const writer = await PdfWriter.begin(pdfHost, {
    title: design.name,
    author: design.author,
    language: 'en',
    inks,
    letters: settings.letters === 'outlines' ? 'outlines' : 'fonts',
    mayEmbed: ({ name }) => mayEmbed(design, name),
    printed: now,
  })
  for (const [n, page] of asked.pages.entries()) {
    const ppi = ppiOf(page)
    const scale = Math.min(MOST_SCALE, Math.max(1, wanted / ppi))
    const made = await planWhole(page, scale, host)
    const { left, top, right, bottom } = asked.box ?? {
      left: 0,
      top: 0,
      right: page.width,
      bottom: page.height,
    }
    const seen = asked.box
      ? { left: left * scale, top: top * scale, right: right * scale, bottom: bottom * scale }
      : made.page
    const marks = sharpMarks(made.nodes, seen, { modes: inks.channels === 4 ? INK_MODES : PDF_MODES })
    for (const id of rasterIds(marks)) if (design.layers[id]) pictured.add(layerName(design.layers[id]))
    await writer.add({
      name: design.pages[page.page]?.name ?? page.page,
      left: left * scale,
      top: top * scale,
      width: (right - left) * scale,
      height: (bottom - top) * scale,
      bleed: asked.bleed ? page.bleed * scale : 0,
      points: 72 / (ppi * scale),
      marks,
      slug:
        settings.marks === true
          ? slugOf(
              `${design.name} · ${page.channel.name} · ${now.toISOString().slice(0, 16).replace('T', ' ')}`,
              host,
            )
          : null,
      alt: captionOf(design, page.page, page.channel.id).alt,
    })
    progress((n + 1) / asked.pages.length)
  }
  const bytes = new Uint8Array(await writer.finish())
  await readBack(bytes, asked)
  return { bytes, pictured: [...pictured] }
}
/** Reads a file again: all its pages are there, each trimmed to its size. */
async function readBack(bytes: Uint8Array, { pages, box }: PageAsked): Promise<void> {
  const read = await PDFDocument.load(bytes).catch(() => null)
  const whole = pages.every((page, n) => {
    const trim = read && n < read.getPageCount() ? read.getPage(n).getTrimBox() : null
    const [width, height] = box ? [box.right - box.left, box.bottom - box.top] : [page.width, page.height]
    const points = 72 / ppiOf(page)
    return (
      trim !== null &&
      Math.abs(trim.width - width * points) < 0.1 &&
      Math.abs(trim.height - height * points) < 0.1
    )
  })
  if (!whole || read?.getPageCount() !== pages.length) throw notReadBack()
}
/** Inks do not mix as light does: modes that turn colours round are made before the picture is separated. */
const INK_MODES = new Set<BlendMode>([
  'normal',
  'multiply',
  'screen',
  'overlay',
  'darken',
  'lighten',
  'hard-light',
  'soft-light',
])

function slugOf(text: string, host: NodeHost): Letters {
  const style = { ...plainStyle, size: 6 }
  const { lines, size, stretch } = layoutType(host.fonts, text, style, 10_000)
  return { lines, size, stretch, text }
}

/** A stored picture at its own px, no finer than it is seen. */
async function storedPicture(
  { source, width, height, toView }: StoredMark,
  read: BlobReader,
  lossless: boolean,
): Promise<Pixels | null> {
  const bytes = await read(source)
  if (!bytes) return null
  const [across, down] = [Math.hypot(toView[0], toView[1]), Math.hypot(toView[2], toView[3])]
  const seen = { width: Math.ceil(width * across), height: Math.ceil(height * down) }
  const decoded = await decodePicture(bytes, source.slice(0, 8))
  const data = decoded.deep
    ? new Uint8Array(decoded.data.length / 2).map((_, n) => decoded.data[2 * n + 1] as number)
    : decoded.data
  let image = sharp(data, { raw: { width: decoded.width, height: decoded.height, channels: 4 } })
  if (seen.width < decoded.width && seen.height < decoded.height)
    image = image.resize(seen.width, seen.height, { fit: 'fill' })
  if (decoded.opaque && !lossless) {
    const made = await image
      .removeAlpha()
      .jpeg({ quality: JPEG_QUALITY, chromaSubsampling: '4:4:4' })
      .toBuffer({ resolveWithObject: true })
    return { width: made.info.width, height: made.info.height, jpeg: new Uint8Array(made.data), channels: 3 }
  }
  const made = await image.raw().toBuffer({ resolveWithObject: true })
  return {
    width: made.info.width,
    height: made.info.height,
    data: new Uint8ClampedArray(made.data.buffer as ArrayBuffer, made.data.byteOffset, made.data.byteLength),
  }
}
