import { generalProof } from '@/server/print-profiles'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'
/** How colours look in the general profile of the printing inks, as a table for the stage. */
export const GET = route(
  async () =>
    new Response(await generalProof(), {
      headers: { 'content-type': 'application/octet-stream', 'cache-control': 'private, max-age=3600' },
    }),
)
