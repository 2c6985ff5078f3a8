import { readDelivery, stopDelivery } from '@/server/deliveries'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'
export const GET = route<{ id: string }>(async ({ params }) => readDelivery(params.id))
export const DELETE = route<{ id: string }>(async ({ params }) => stopDelivery(params.id))
