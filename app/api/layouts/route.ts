import { listLayouts } from '@/server/begin'
import { answer } from '@/server/http'

export const dynamic = 'force-dynamic'
export const GET = () => answer(async () => ({ layouts: listLayouts() }))
