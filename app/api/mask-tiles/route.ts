import { badInput } from '@/core/basics/errors'
import { MOST_BYTES } from '@/host/pictures'
import { storeMaskTiles } from '@/server/blobs'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'

/** Takes in tiles of a painted mask, as files `tiles` of a form. */
export const POST = route(async ({ request, bytes }) => {
  const body = await bytes(MOST_BYTES)
  const form = await new Response(body, {
    headers: { 'content-type': request.headers.get('content-type') ?? '' },
  })
    .formData()
    .catch(() => null)
  if (!form) throw badInput('Tiles of a mask come as files of a form. Nothing was stored.')
  const files = form.getAll('tiles').filter((f): f is File => f instanceof File)
  return {
    stored: await storeMaskTiles(
      await Promise.all(files.map(async (f) => new Uint8Array(await f.arrayBuffer()))),
      request.signal,
    ),
  }
})
