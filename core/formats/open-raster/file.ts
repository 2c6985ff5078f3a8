import { strFromU8, strToU8, type Zippable, zipSync } from 'fflate'
import { badInput } from '../../basics/errors'
import { safeUnzip } from '../safe-zip'
import type { VividPackage } from '../vivid-package'
import { designIn } from '../vivid-package'
import { type OraImage, type OraNode, readStack, writeStack } from './stack'

const MIME = 'image/openraster'
/** Where our own design travels inside, preferred on the way back. */
const OWN = 'vivid/'

/** An opened OpenRaster file: its stack, the encoded picture of each layer, and our own design where it is inside. */
export type OraFile = { image: OraImage; pictures: Map<string, Uint8Array>; own: VividPackage | null }

const sourcesOf = (nodes: readonly OraNode[]): string[] =>
  nodes.flatMap((n) => (n.kind === 'layer' ? [n.source] : sourcesOf(n.children)))

/**
 * Opens an OpenRaster file (0.0.6). The merged image in it is never looked at. Throws `bad-input` naming the entry that
 * is damaged or missing; `too-large` for more than can be held.
 */
export function readOpenRaster(bytes: Uint8Array): OraFile {
  const entries = safeUnzip(bytes, 'OpenRaster file')
  const mime = entries.mimetype
  if (!mime || strFromU8(mime).trim() !== MIME)
    throw badInput(
      'This file is no OpenRaster image: its entry “mimetype” does not say so. Nothing was stored.',
    )
  const text = entries['stack.xml']
  if (!text) throw badInput('The OpenRaster file lacks its entry “stack.xml”. Nothing was stored.')
  const image = readStack(strFromU8(text))
  const pictures = new Map<string, Uint8Array>()
  for (const source of sourcesOf(image.root)) {
    const found = entries[source]
    if (!found)
      throw badInput(
        `The OpenRaster file lacks the picture “${source}” that a layer names. Nothing was stored.`,
      )
    pictures.set(source, found)
  }
  return { image, pictures, own: entries[`${OWN}design.json`] ? designIn(entries, OWN) : null }
}

/** Whether a file says it is OpenRaster: its first entry is the media type, stored as it is. */
export const isOpenRaster = (bytes: Uint8Array): boolean =>
  strFromU8(bytes.subarray(30, 30 + 8 + MIME.length), true) === `mimetype${MIME}`

/** Writes an OpenRaster file; pictures, merged image and thumbnail (at most 256 px a side) are PNG. */
export function writeOpenRaster(
  image: OraImage,
  pictures: ReadonlyMap<string, Uint8Array>,
  whole: { merged: Uint8Array; thumbnail: Uint8Array },
  own: VividPackage | null,
): Uint8Array {
  const files: Zippable = { mimetype: [strToU8(MIME), { level: 0 }], 'stack.xml': strToU8(writeStack(image)) }
  for (const [source, png] of pictures) files[source] = [png, { level: 0 }]
  files['mergedimage.png'] = [whole.merged, { level: 0 }]
  files['Thumbnails/thumbnail.png'] = [whole.thumbnail, { level: 0 }]
  if (own) {
    files[`${OWN}design.json`] = strToU8(JSON.stringify(own.design))
    for (const [sha, blob] of own.blobs) files[`${OWN}blobs/${sha}`] = [blob, { level: 0 }]
  }
  return zipSync(files, { mtime: new Date('2026-01-01T00:00:00Z') })
}
