import { badInput } from '@/core/errors'
import { answer, decoded } from '@/server/http'
import { choiceIn, importedLayers } from '@/server/open-raster'

export const dynamic = 'force-dynamic'

/** Chosen layers of an OpenRaster file, to be placed: `?layers=0,1.2&as=layers` or `as=picture`. */
export const POST = (request: Request) =>
  answer(async () => {
    const choice = choiceIn(new URL(request.url))
    if (!choice) throw badInput('No layer was chosen. Nothing was stored; choose at least one.')
    const name = decoded(request.headers.get('x-file-name') ?? 'file').replace(/\.[a-z0-9]+$/i, '')
    return importedLayers(new Uint8Array(await request.arrayBuffer()), name, choice)
  })
