import type { z } from 'zod'
import { badInput } from '../core/basics/errors'
import type { Design } from '../core/design/schema'
import { blobsOf } from '../core/design/sources-of'
import type { Layer } from '../core/kinds/list'
import type { AnswerOf } from '../wire/call'
import { importChoice, type importOpenRaster as importing } from '../wire/supplies'
import { drawn, sourceInfo, storePacked, storeUpload } from './blobs'
import { pictureThread } from './render'

export type ImportChoice = z.infer<typeof importChoice>
export type Imported = AnswerOf<typeof importing>

/** The choice as it comes in an address: `?layers=0,1.2&as=layers`; null where none was made. */
export function choiceIn(address: URL): ImportChoice | null {
  const layers = address.searchParams.get('layers')
  if (layers === null) return null
  const parsed = importChoice.safeParse({
    layers: layers.split(',').filter(Boolean),
    as: address.searchParams.get('as') ?? 'layers',
  })
  if (!parsed.success) throw badInput('No layer was chosen. Nothing was stored; choose at least one.')
  return parsed.data
}

/** The chosen layers as a design of their own, its pictures stored; as one picture it has a single layer, the size of the image. */
export async function importOpenRaster(
  bytes: Uint8Array,
  name: string,
  choice: ImportChoice,
  signal?: AbortSignal,
): Promise<{ design: Design; notes: string[] }> {
  const { design, notes } = await storePacked(bytes, name, choice.layers, signal)
  if (choice.as === 'layers') return { design, notes }
  const master = design.channels[design.master]
  const [page] = Object.keys(design.pages)
  if (!master || !page) throw badInput(`“${name}” holds no picture. Nothing was stored.`)
  const png = await pictureThread().call('flatten', {
    ...(await drawn(design)),
    page,
    channel: design.master,
  })
  const { info } = await storeUpload(png, `${name}.png`, null, signal)
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
    placement: {
      x: master.width / 2,
      y: master.height / 2,
      width: master.width,
      height: master.height,
      rotation: 0,
      flipX: false,
      flipY: false,
    },
    source: info.sha,
    sourceWidth: info.width,
    sourceHeight: info.height,
    focal: { x: 0.5, y: 0.5 },
  }
  return { design: { ...design, layers: { [whole.id]: whole } }, notes }
}

export async function importedLayers(
  bytes: Uint8Array,
  name: string,
  choice: ImportChoice,
  signal?: AbortSignal,
): Promise<Imported> {
  const { design, notes } = await importOpenRaster(bytes, name, choice, signal)
  const master = design.channels[design.master]
  return {
    width: master?.width ?? 1,
    height: master?.height ?? 1,
    layers: Object.values(design.layers),
    sources: await sourceInfo([...blobsOf(design)]),
    notes,
  }
}
