import { readDelivery } from '@/server/deliveries'
import { eventStream } from '@/server/events'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'
export const GET = route<{ id: string }>(async ({ request, params }) => {
  const { id } = params
  await readDelivery(id)
  return eventStream(`delivery:${id}`, request.signal, async () => ({
    event: await readDelivery(id),
    id: null,
  }))
})
