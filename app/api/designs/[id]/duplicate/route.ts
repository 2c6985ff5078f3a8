import { duplicateDesign } from '@/server/designs'
import { answer } from '@/server/http'

export const dynamic = 'force-dynamic'
export const POST = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => ({ id: await duplicateDesign((await params).id) }))
