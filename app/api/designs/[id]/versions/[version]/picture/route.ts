import { answer } from '@/server/http'
import { versionPicture } from '@/server/pictures'

export const dynamic = 'force-dynamic'

/** `?page&channel&side`: a kept state as the core renders it; without page or channel the master's first page. */
export const GET = (request: Request, { params }: { params: Promise<{ id: string; version: string }> }) =>
  answer(async () => {
    const q = new URL(request.url).searchParams
    const { id, version } = await params
    const bytes = await versionPicture(id, version, q.get('page'), q.get('channel'), Number(q.get('side') ?? 320))
    return new Response(bytes, { headers: { 'content-type': 'image/png', 'cache-control': 'private, max-age=31536000, immutable' } })
  })
