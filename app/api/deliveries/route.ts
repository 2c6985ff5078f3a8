import { startDelivery } from '@/server/deliveries'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'
export const POST = route(async ({ json }) => startDelivery(await json()))
