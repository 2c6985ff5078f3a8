import { badInput, missing } from '../core/basics/errors'
import { settingsOf } from '../core/outputs/define'
import { outputOf } from '../core/outputs/list'
import { excerptQuery } from '../wire/deliveries'
import { drawn } from './blobs'
import { loadDesign } from './designs'
import { inTime } from './pictures'

/** A part of a page as a file (`wire/deliveries.ts`, `excerptQuery`), kept nowhere. */
export async function excerptOf(
  id: string,
  query: URLSearchParams,
): Promise<{ bytes: Uint8Array<ArrayBuffer>; mime: string; name: string; message: string }> {
  const parsed = excerptQuery.safeParse(Object.fromEntries(query))
  if (!parsed.success)
    throw badInput(`${parsed.error.issues[0]?.message ?? 'This cannot be exported.'} Nothing was exported.`)
  const { page, channel, row, layers, box, ground, format, settings, scale } = parsed.data
  const { design } = await loadDesign(id)
  if (!design.channels[channel] || !design.pages[page])
    throw missing('This page or size is no longer in the design. Nothing was exported.')
  const output = outputOf(format)
  const { bytes, message = '' } = await inTime('excerpt', {
    ...(await drawn(design)),
    page,
    channel,
    row,
    layers,
    box,
    ground,
    format,
    settings: settingsOf(output, settings),
    scale,
  })
  return { bytes, mime: output.mime, name: `${design.name}.${output.endings[0]}`, message }
}
