import { beginDesign } from '@/server/begin'
import { listDesigns } from '@/server/designs'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'

export const GET = route(async () => ({ designs: await listDesigns() }))
export const POST = route(async ({ json }) => ({ id: await beginDesign(await json()) }))
