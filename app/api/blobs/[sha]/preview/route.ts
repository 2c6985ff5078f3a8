import { LIST_SIDE } from '@/host/pictures'
import { sourcePreview } from '@/server/pictures'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'
/** `?side`: 320 px for lists, 1200 for a picture that is pinned in view. */
export const GET = route<{ sha: string }>(
  async ({ params, query }) =>
    new Response(await sourcePreview(params.sha, query.get('side') === '1200' ? 1200 : LIST_SIDE), {
      headers: { 'content-type': 'image/webp', 'cache-control': 'private, max-age=31536000, immutable' },
    }),
)
