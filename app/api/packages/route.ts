import { newId } from '@/core/basics/ids'
import { storePacked } from '@/server/blobs'
import { createCampaign, createDesign } from '@/server/designs'
import { decoded } from '@/server/http'
import { choiceIn, importOpenRaster } from '@/server/open-raster'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'

/** Bytes of a file with a whole design in it. */
const MOST_PACKED = 512 * 1024 * 1024

/** Opens a .vivid package or an OpenRaster file as a new design, of the latter all
 * layers or those chosen (`?layers=0,1.2&as=layers`); `notes` says what is shown otherwise than it asks for. */
export const POST = route(async ({ request, bytes }) => {
  const file = await bytes(MOST_PACKED)
  const name = decoded(request.headers.get('x-file-name') ?? '').replace(/\.[a-z0-9]+$/i, '')
  const choice = choiceIn(new URL(request.url))
  const { design, notes } = choice
    ? await importOpenRaster(file, name, choice, request.signal)
    : await storePacked(file, name, null, request.signal)
  const id = newId()
  await createDesign(await createCampaign('Opened packages'), { ...design, id })
  return { id, notes }
})
