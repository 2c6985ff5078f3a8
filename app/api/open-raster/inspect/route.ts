import { MOST_BYTES } from '@/host/pictures'
import { decoded } from '@/server/http'
import { intake } from '@/server/intake'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'

/** What an OpenRaster file holds, with a picture of each layer; nothing is stored. */
export const POST = route(async ({ request, bytes }) =>
  intake(
    'inspect',
    { bytes: await bytes(MOST_BYTES), name: decoded(request.headers.get('x-file-name') ?? 'file') },
    request.signal,
  ),
)
