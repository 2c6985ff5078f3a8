import { proofOf } from '@/server/print-profiles'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'
/** How colours look in a profile of the printing inks (`?profile=`, else the general one), as a table for the stage. */
export const GET = route(
  async ({ query }) =>
    new Response(await proofOf(query.get('profile') ?? ''), {
      headers: { 'content-type': 'application/octet-stream', 'cache-control': 'private, max-age=3600' },
    }),
)
