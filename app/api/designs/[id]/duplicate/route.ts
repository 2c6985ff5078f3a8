import { duplicateDesign } from '@/server/designs'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'
export const POST = route<{ id: string }>(async ({ params }) => ({ id: await duplicateDesign(params.id) }))
