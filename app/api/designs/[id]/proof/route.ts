import { proofOf } from '@/server/proofs'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'
/** A proof (`?form=html` or `pdf`), to be kept as a file: it is never opened as a page of this application. */
export const GET = route<{ id: string }>(async ({ params, query }) => {
  const { bytes, mime, name } = await proofOf(params.id, query.get('form') ?? 'html')
  return new Response(bytes, {
    headers: {
      'content-type': mime,
      'cache-control': 'no-store',
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
    },
  })
})
