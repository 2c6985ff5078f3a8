import { storedOf } from '@/server/designs'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'

/** Everything that is stored of a design, as it is: what is left to save where it cannot be read any more. */
export const GET = route<{ id: string }>(async ({ params }) => {
  const stored = await storedOf(params.id)
  return new Response(JSON.stringify(stored, null, 1), {
    headers: {
      'content-type': 'application/json',
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(`${params.id}-stored.json`)}`,
    },
  })
})
