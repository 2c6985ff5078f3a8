import { newId } from '@/core/design/blank'
import { isOpenRaster, readOpenRaster } from '@/core/formats/open-raster/file'
import { readPackage } from '@/core/formats/vivid-package'
import { fromOpenRaster } from '@/host/open-raster'
import { storePacked } from '@/server/blobs'
import { createCampaign, createDesign } from '@/server/designs'
import { answer, decoded } from '@/server/http'
import { choiceIn, importOpenRaster } from '@/server/open-raster'

export const dynamic = 'force-dynamic'

/** Opens a .vivid package or an OpenRaster file as a new design, of the latter all
 * layers or those chosen (`?layers=0,1.2&as=layers`); `notes` says what is shown otherwise than it asks for. */
export const POST = (request: Request) =>
  answer(async () => {
    const bytes = new Uint8Array(await request.arrayBuffer())
    const name = decoded(request.headers.get('x-file-name') ?? '').replace(/\.[a-z0-9]+$/i, '')
    const choice = choiceIn(new URL(request.url))
    const { design, blobs, notes } = !isOpenRaster(bytes)
      ? { ...readPackage(bytes), notes: [] }
      : choice
        ? await importOpenRaster(bytes, name, choice)
        : await fromOpenRaster(readOpenRaster(bytes), name)
    for (const [sha, bytes] of blobs) await storePacked(bytes, sha)
    const id = newId()
    await createDesign(await createCampaign('Opened packages'), { ...design, id })
    return { id, notes }
  })
