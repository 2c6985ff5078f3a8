import { readDelivery } from '@/server/deliveries'
import { eventStream } from '@/server/events'
import { answer } from '@/server/http'

export const dynamic = 'force-dynamic'
export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const { id } = await params
    return eventStream(`delivery:${id}`, request.signal, await readDelivery(id))
  })
