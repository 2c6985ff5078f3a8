import { answer } from '@/server/http'
import { addUpload } from '@/server/supplies'

export const dynamic = 'force-dynamic'

/** Takes in a file; its name comes in the header `x-file-name`, URI-encoded. */
export const POST = (request: Request) =>
  answer(async () => {
    const name = decodeURIComponent(request.headers.get('x-file-name') ?? 'upload').slice(0, 200)
    return addUpload(new Uint8Array(await request.arrayBuffer()), name)
  })
