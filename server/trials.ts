import { badInput, missing, tooLarge } from '../core/basics/errors'
import { settingsOf } from '../core/outputs/define'
import { outputOf } from '../core/outputs/list'
import { seenOf } from '../host/encode'
import { trialQuery } from '../wire/deliveries'
import { drawn } from './blobs'
import { loadDesign } from './designs'
import { inTime } from './pictures'
import type { RenderCalls } from './render'

/** px that a file may have to be tried. */
const MOST_PX = 40_000_000

/** A file of a design as it would be delivered, with how like it is to what was designed and what it cost; kept nowhere. */
export async function triedFile(
  id: string,
  query: URLSearchParams,
): Promise<RenderCalls['tryOut']['out'] & { mime: string }> {
  const parsed = trialQuery.safeParse(Object.fromEntries(query))
  if (!parsed.success) throw badInput(parsed.error.issues[0]?.message ?? 'This cannot be tried.')
  const { format, mostKb, floor, smaller, bleed, ground, scale, page, channel, row } = parsed.data
  const { design } = await loadDesign(id)
  const size = design.channels[channel]
  if (!size || !design.pages[page]) throw missing('This page or size is no longer in the design.')
  if (size.width * size.height * scale * scale > MOST_PX)
    throw tooLarge('This is too large to be tried beforehand; its weight is told once it is exported.')
  const settings = settingsOf(outputOf(format), parsed.data.settings)
  const made = await inTime('tryOut', {
    ...(await drawn(design)),
    page,
    channel,
    row,
    format,
    settings,
    mostKb: mostKb || null,
    floor: floor / 100,
    smaller: smaller === '1',
    scale,
    bleed: bleed === '1',
    ground,
  })
  const { mime, seenInBrowsers } = outputOf(format)
  if (parsed.data.seen === '1' && !seenInBrowsers)
    return { ...made, bytes: await seenOf(made.bytes), mime: 'image/png' }
  return { ...made, mime }
}
