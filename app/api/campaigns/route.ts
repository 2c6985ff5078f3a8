import { store } from '@/server/database'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'
export const GET = route(async () => ({
  campaigns: await (await store())
    .selectFrom('campaigns')
    .select(['id', 'name'])
    .orderBy('created_at')
    .execute(),
}))
