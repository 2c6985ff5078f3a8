import { setAside } from '@/server/asides'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'

/** Keeps edits that lost against another tab's as a version; `into` adds to one that was made so. The stored design stays. */
export const POST = route<{ id: string }>(async ({ params, json, who }) => {
  const { edits, session, into } = await json()
  return setAside(params.id, edits, session, into, who)
}, 422)
