import { findingsOf } from '@/server/pictures'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'
export const GET = route<{ id: string }>(async ({ params }) => findingsOf(params.id))
