import { MOST_TEXT } from '@/core/treatments/cube'
import { storeLut } from '@/server/blobs'
import { decoded } from '@/server/http'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'

/** Takes in a LUT file; its name comes in the header `x-file-name`, URI-encoded. */
export const POST = route(async ({ request, bytes }) => {
  const name = decoded(request.headers.get('x-file-name') ?? 'LUT').slice(0, 200)
  return storeLut(await bytes(MOST_TEXT), name, request.signal)
})
