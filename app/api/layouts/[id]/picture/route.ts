import { layoutDesign } from '@/server/begin'
import { pictureOf } from '@/server/pictures'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'

/** `?channel&side`: a starting layout as it comes out on one channel. */
export const GET = route<{ id: string }>(async ({ params, query }) => {
  const q = query
  const design = await layoutDesign(params.id)
  const channel = q.get('channel') ?? ''
  const bytes = await pictureOf(
    design,
    'page1',
    design.channels[channel] ? channel : design.master,
    Math.min(600, Math.max(64, Number(q.get('side')) || 320)),
  )
  return new Response(bytes, {
    headers: { 'content-type': 'image/png', 'cache-control': 'private, max-age=86400' },
  })
})
