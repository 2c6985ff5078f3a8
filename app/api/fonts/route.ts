import { MOST_FONT } from '@/core/type/sfnt'
import { forgetFont, listFonts, storeFont } from '@/server/fonts'
import { decoded } from '@/server/http'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'

export const GET = route(async () => ({ faces: await listFonts() }))
/** Takes in a font file; its name comes in the header `x-file-name`, URI-encoded. */
export const POST = route(async ({ request, bytes }) => {
  const name = decoded(request.headers.get('x-file-name') ?? 'Font').slice(0, 200)
  return { faces: await storeFont(await bytes(MOST_FONT), name, request.signal) }
})
export const DELETE = route(async ({ query }) => forgetFont(query.get('family') ?? ''))
