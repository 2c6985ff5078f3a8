import { linkable } from '@/server/linked'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'

/** The designs that may be linked from this one. */
export const GET = route<{ id: string }>(async ({ params }) => linkable(params.id))
