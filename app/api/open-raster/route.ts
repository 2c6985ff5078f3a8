import { badInput } from '@/core/basics/errors'
import { MOST_BYTES } from '@/host/pictures'
import { decoded } from '@/server/http'
import { choiceIn, importedLayers } from '@/server/open-raster'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'

/** Chosen layers of an OpenRaster file, to be placed: `?layers=0,1.2&as=layers` or `as=picture`. */
export const POST = route(async ({ request, bytes }) => {
  const choice = choiceIn(new URL(request.url))
  if (!choice) throw badInput('No layer was chosen. Nothing was stored; choose at least one.')
  const name = decoded(request.headers.get('x-file-name') ?? 'file').replace(/\.[a-z0-9]+$/i, '')
  return importedLayers(await bytes(MOST_BYTES), name, choice, request.signal)
})
