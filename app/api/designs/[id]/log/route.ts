import { logOf } from '@/server/edits'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'
export const GET = route<{ id: string }>(async ({ params }) => ({ log: await logOf(params.id) }))
