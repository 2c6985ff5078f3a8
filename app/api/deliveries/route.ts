import { startDelivery } from '@/server/deliveries'
import { answer, jsonBody } from '@/server/http'

export const dynamic = 'force-dynamic'
export const POST = (request: Request) => answer(async () => startDelivery(await jsonBody(request)))
