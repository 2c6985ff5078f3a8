import { deliveriesOf } from '@/server/deliveries'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'
export const GET = route<{ id: string }>(async ({ params }) => deliveriesOf(params.id))
