import { refuseLarge } from '@/server/blobs'
import { answer, decoded } from '@/server/http'
import { addUpload } from '@/server/supplies'

export const dynamic = 'force-dynamic'

/** Takes in a file; its name comes in the header `x-file-name`, URI-encoded. */
export const POST = (request: Request) =>
  answer(async () => {
    const name = decoded(request.headers.get('x-file-name') ?? 'upload').slice(0, 200)
    // What says that it is too large is not even read.
    refuseLarge(Number(request.headers.get('content-length') ?? 0), name)
    return addUpload(new Uint8Array(await request.arrayBuffer()), name)
  })
