import { deliveredFile } from '@/server/deliveries'
import { decoded } from '@/server/http'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'
export const GET = route<{ id: string; name: string }>(async ({ params, query }) => {
  const { id, name } = params
  const { bytes, mime } = await deliveredFile(id, decoded(name), query.get('seen') === '1')
  return new Response(bytes, {
    headers: {
      'content-type': mime,
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(decoded(name))}`,
    },
  })
})
