import { layoutDesign } from '@/server/begin'
import { answer } from '@/server/http'
import { pictureOf } from '@/server/pictures'

export const dynamic = 'force-dynamic'

/** `?channel&side`: a starting layout as it comes out on one channel. */
export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const q = new URL(request.url).searchParams
    const design = await layoutDesign((await params).id)
    const channel = q.get('channel') ?? ''
    const bytes = await pictureOf(
      design,
      'page1',
      design.channels[channel] ? channel : design.master,
      Math.min(600, Math.max(64, Number(q.get('side')) || 320)),
    )
    return new Response(bytes, { headers: { 'content-type': 'image/png', 'cache-control': 'private, max-age=86400' } })
  })
