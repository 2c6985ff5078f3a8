import { removeDelivery } from '@/server/deliveries'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'
export const DELETE = route<{ id: string }>(async ({ params }) => removeDelivery(params.id))
