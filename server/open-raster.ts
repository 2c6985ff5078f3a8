import { z } from 'zod'
import type { Layer } from '../core/design/schema'
import { badInput } from '../core/errors'
import { readOpenRaster } from '../core/formats/open-raster/file'
import type { OraChoice } from '../core/formats/open-raster/stack'
import type { VividPackage } from '../core/formats/vivid-package'
import { choicesIn, choose, fromOpenRaster } from '../host/open-raster'
import { drawn, refuseLarge, type SourceInfo, sourceInfo, storeUpload } from './blobs'
import { pictureThread } from './render'

/** What a person chose of a file: which layers, and whether they stay layers or become one picture. */
export const importChoice = z.object({ layers: z.array(z.string().max(200)).min(1).max(2000), as: z.enum(['layers', 'picture']) })
export type ImportChoice = z.infer<typeof importChoice>
/** What is placed: layers of an image `width` by `height`, and the pictures they show. */
export type Imported = { width: number; height: number; layers: Layer[]; sources: SourceInfo[]; notes: string[] }

export async function inspectOpenRaster(
  bytes: Uint8Array,
  name: string,
): Promise<{ width: number; height: number; own: boolean; choices: OraChoice[] }> {
  refuseLarge(bytes.byteLength, name)
  const file = readOpenRaster(bytes)
  return { width: file.image.width, height: file.image.height, own: file.own !== null, choices: await choicesIn(file) }
}

/** The choice as it comes in an address: `?layers=0,1.2&as=layers`; null where none was made. */
export function choiceIn(address: URL): ImportChoice | null {
  const layers = address.searchParams.get('layers')
  if (layers === null) return null
  const parsed = importChoice.safeParse({ layers: layers.split(',').filter(Boolean), as: address.searchParams.get('as') ?? 'layers' })
  if (!parsed.success) throw badInput('No layer was chosen. Nothing was stored; choose at least one.')
  return parsed.data
}

/** The chosen layers as a design of their own, its pictures stored; as one picture it has a single layer, the size of the image. */
export async function importOpenRaster(bytes: Uint8Array, name: string, choice: ImportChoice): Promise<VividPackage & { notes: string[] }> {
  refuseLarge(bytes.byteLength, name)
  const made = await fromOpenRaster(choose(readOpenRaster(bytes), choice.layers), name)
  for (const [sha, blob] of made.blobs) await storeUpload(blob, `${sha.slice(0, 8)} in “${name}”`)
  if (choice.as === 'layers') return made
  const { design, notes } = made
  const master = design.channels[design.master]
  const [page] = Object.keys(design.pages)
  if (!master || !page) throw badInput(`“${name}” holds no picture. Nothing was stored.`)
  const png = await pictureThread().call('flatten', { ...(await drawn(design)), page, channel: design.master })
  const info = await storeUpload(png, `${name}.png`)
  const [first] = Object.values(design.layers)
  if (!first) throw badInput(`“${name}” holds no picture. Nothing was stored.`)
  const whole: Layer = {
    ...first,
    kind: 'picture',
    name,
    parent: null,
    inside: null,
    shown: true,
    locked: false,
    opacity: 1,
    blend: 'normal',
    placement: { x: master.width / 2, y: master.height / 2, width: master.width, height: master.height, rotation: 0, flipX: false, flipY: false },
    source: info.sha,
    sourceWidth: info.width,
    sourceHeight: info.height,
    focal: { x: 0.5, y: 0.5 },
  }
  return { design: { ...design, layers: { [whole.id]: whole } }, blobs: new Map([[info.sha, png]]), notes }
}

export async function importedLayers(bytes: Uint8Array, name: string, choice: ImportChoice): Promise<Imported> {
  const { design, blobs, notes } = await importOpenRaster(bytes, name, choice)
  const master = design.channels[design.master]
  return {
    width: master?.width ?? 1,
    height: master?.height ?? 1,
    layers: Object.values(design.layers),
    sources: await sourceInfo([...blobs.keys()]),
    notes,
  }
}
