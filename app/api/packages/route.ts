import { newId } from '@/core/design/blank'
import { readPackage } from '@/core/formats/vivid-package'
import { storeUpload } from '@/server/blobs'
import { createCampaign, createDesign } from '@/server/designs'
import { answer } from '@/server/http'

export const dynamic = 'force-dynamic'

/** Opens a .vivid package as a new design. */
export const POST = (request: Request) =>
  answer(async () => {
    const { design, blobs } = readPackage(new Uint8Array(await request.arrayBuffer()))
    for (const [sha, bytes] of blobs) await storeUpload(bytes, `${sha.slice(0, 8)} in the package`)
    const id = newId()
    await createDesign(await createCampaign('Opened packages'), { ...design, id })
    return { id }
  })
