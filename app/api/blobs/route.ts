import { refuseLarge } from '@/host/intake'
import { MOST_BYTES } from '@/host/pictures'
import { decoded } from '@/server/http'
import { route } from '@/server/route'
import { addUpload } from '@/server/supplies'

export const dynamic = 'force-dynamic'

/** Takes in a file; its name comes in the header `x-file-name`, URI-encoded. */
export const POST = route(async ({ request, bytes }) => {
  const name = decoded(request.headers.get('x-file-name') ?? 'upload').slice(0, 200)
  // What says that it is too large is not even read.
  refuseLarge(Number(request.headers.get('content-length') ?? 0), name)
  return addUpload(await bytes(MOST_BYTES), name, request.signal)
})
