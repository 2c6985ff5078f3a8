import { answer } from '@/server/http'
import { sourcePreview } from '@/server/pictures'

export const dynamic = 'force-dynamic'
export const GET = (_: Request, { params }: { params: Promise<{ sha: string }> }) =>
  answer(
    async () =>
      new Response(await sourcePreview((await params).sha, 320), {
        headers: { 'content-type': 'image/webp', 'cache-control': 'private, max-age=31536000, immutable' },
      }),
  )
