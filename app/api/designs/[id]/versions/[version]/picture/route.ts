import { versionPicture } from '@/server/pictures'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'

/** `?page&channel&side`: a kept state as the core renders it; without page or channel the master's first page. */
export const GET = route<{ id: string; version: string }>(async ({ params, query }) => {
  const q = query
  const { id, version } = params
  const bytes = await versionPicture(
    id,
    version,
    q.get('page'),
    q.get('channel'),
    Number(q.get('side') ?? 320),
  )
  return new Response(bytes, {
    headers: { 'content-type': 'image/png', 'cache-control': 'private, max-age=31536000, immutable' },
  })
})
