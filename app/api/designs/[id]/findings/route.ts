import { answer } from '@/server/http'
import { findingsOf } from '@/server/pictures'

export const dynamic = 'force-dynamic'
export const GET = (_: Request, { params }: { params: Promise<{ id: string }> }) => answer(async () => findingsOf((await params).id))
