import { readDelivery, stopDelivery } from '@/server/deliveries'
import { answer } from '@/server/http'

export const dynamic = 'force-dynamic'
type Context = { params: Promise<{ id: string }> }
export const GET = (_: Request, { params }: Context) => answer(async () => readDelivery((await params).id))
export const DELETE = (_: Request, { params }: Context) => answer(async () => stopDelivery((await params).id))
