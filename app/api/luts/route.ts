import { refuseLarge, storeLut } from '@/server/blobs'
import { answer, decoded } from '@/server/http'

export const dynamic = 'force-dynamic'

/** Takes in a LUT file; its name comes in the header `x-file-name`, URI-encoded. */
export const POST = (request: Request) =>
  answer(async () => {
    const name = decoded(request.headers.get('x-file-name') ?? 'LUT').slice(0, 200)
    refuseLarge(Number(request.headers.get('content-length') ?? 0), name)
    return storeLut(new Uint8Array(await request.arrayBuffer()), name)
  })
