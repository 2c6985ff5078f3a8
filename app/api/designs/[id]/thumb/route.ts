import { thumbnail } from '@/server/pictures'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'

/** `?page&channel&row&side&r`: `r` only names the revision, so that browsers may keep the answer. */
export const GET = route<{ id: string }>(async ({ params, query }) => {
  const q = query
  const bytes = await thumbnail(
    params.id,
    q.get('page') ?? '',
    q.get('channel') ?? '',
    Number(q.get('side') ?? 320),
    q.get('row') ?? undefined,
  )
  return new Response(bytes, {
    headers: { 'content-type': 'image/png', 'cache-control': 'private, max-age=31536000, immutable' },
  })
})
