import { answer } from '@/server/http'
import { sourcePreview } from '@/server/pictures'

export const dynamic = 'force-dynamic'
/** `?side`: 320 px for lists, 1200 for a picture that is pinned in view. */
export const GET = (request: Request, { params }: { params: Promise<{ sha: string }> }) =>
  answer(
    async () =>
      new Response(await sourcePreview((await params).sha, new URL(request.url).searchParams.get('side') === '1200' ? 1200 : 320), {
        headers: { 'content-type': 'image/webp', 'cache-control': 'private, max-age=31536000, immutable' },
      }),
  )
