import { decoded } from '@/server/http'
import { choiceIn } from '@/server/open-raster'
import { openPacked } from '@/server/packages'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'

/** Bytes of a file with a whole design in it. */
const MOST_PACKED = 512 * 1024 * 1024

/** Opens a .vivid package or an OpenRaster file as a new design, of the latter all
 * layers or those chosen (`?layers=0,1.2&as=layers`); `notes` says what is shown otherwise than it asks for. */
export const POST = route(async ({ request, bytes }) => {
  const file = await bytes(MOST_PACKED)
  const name = decoded(request.headers.get('x-file-name') ?? '').replace(/\.[a-z0-9]+$/i, '')
  return openPacked(file, name, choiceIn(new URL(request.url)), request.signal)
})
