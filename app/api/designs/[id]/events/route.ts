import { eventStream } from '@/server/events'

export const dynamic = 'force-dynamic'
export const GET = async (request: Request, { params }: { params: Promise<{ id: string }> }) => eventStream((await params).id, request.signal)
