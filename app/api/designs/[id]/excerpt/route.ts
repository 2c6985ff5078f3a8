import { excerptOf } from '@/server/excerpts'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'
/** A selection or a box of a page as a file. */
export const GET = route<{ id: string }>(async ({ params, query }) => {
  const { bytes, mime, name, message } = await excerptOf(params.id, query)
  return new Response(bytes, {
    headers: {
      'content-type': mime,
      'cache-control': 'no-store',
      'content-disposition': `inline; filename*=UTF-8''${encodeURIComponent(name)}`,
      'x-message': encodeURIComponent(message),
    },
  })
})
