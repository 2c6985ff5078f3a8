import { route } from '@/server/route'
import { triedFile } from '@/server/trials'

export const dynamic = 'force-dynamic'

/** A file as it would be delivered (`wire/deliveries.ts`, `trialQuery`); `r` only names the revision, so that browsers may keep it. */
export const GET = route<{ id: string }>(async ({ params, query }) => {
  const { bytes, mime, likeness, settings, message } = await triedFile(params.id, query)
  return new Response(bytes, {
    headers: {
      'content-type': mime,
      'cache-control': 'private, max-age=86400, immutable',
      'x-likeness': likeness === null ? '' : String(likeness),
      'x-settings': encodeURIComponent(JSON.stringify(settings)),
      'x-message': encodeURIComponent(message ?? ''),
    },
  })
})
