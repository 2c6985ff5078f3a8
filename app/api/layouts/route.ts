import { listLayouts } from '@/server/begin'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'
export const GET = route(async () => ({ layouts: listLayouts() }))
