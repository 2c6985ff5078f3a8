import { logOf } from '@/server/edits'
import { answer } from '@/server/http'

export const dynamic = 'force-dynamic'
export const GET = (_: Request, { params }: { params: Promise<{ id: string }> }) => answer(async () => ({ log: await logOf((await params).id) }))
