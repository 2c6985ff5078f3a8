import { findingsOf } from '@/server/pictures'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'
export const GET = route<{ id: string }>(async ({ params, query }) =>
  findingsOf(params.id, query.get('rows')?.split(',') ?? undefined),
)
