import { answer } from '@/server/http'
import { thumbnail } from '@/server/pictures'

export const dynamic = 'force-dynamic'

/** `?page&channel&side&r`: `r` only names the revision, so that browsers may keep the answer. */
export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const q = new URL(request.url).searchParams
    const bytes = await thumbnail((await params).id, q.get('page') ?? '', q.get('channel') ?? '', Number(q.get('side') ?? 320))
    return new Response(bytes, { headers: { 'content-type': 'image/png', 'cache-control': 'private, max-age=31536000, immutable' } })
  })
