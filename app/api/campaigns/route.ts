import { store } from '@/server/database'
import { answer } from '@/server/http'

export const dynamic = 'force-dynamic'
export const GET = () =>
  answer(async () => ({ campaigns: await (await store()).selectFrom('campaigns').select(['id', 'name']).orderBy('created_at').execute() }))
