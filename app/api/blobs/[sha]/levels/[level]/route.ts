import { levelFile } from '@/server/levels'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'

/** A level as raw RGBA in gzip, unpacked by the worker, so that every host works on the same pixels. */
export const GET = route<{ sha: string; level: string }>(async ({ params }) => {
  const { sha, level } = params
  const found = await levelFile(sha, Number(level))
  return new Response(found.bytes, {
    headers: {
      'content-type': 'application/gzip',
      'x-width': String(found.width),
      'x-height': String(found.height),
      'x-opaque': found.opaque ? '1' : '0',
      'x-deep': found.deep ? '1' : '0',
      'cache-control': 'private, max-age=31536000, immutable, no-transform',
    },
  })
})
