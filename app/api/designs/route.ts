import { beginDesign } from '@/server/begin'
import { listDesigns } from '@/server/designs'
import { answer, jsonBody } from '@/server/http'

export const dynamic = 'force-dynamic'

export const GET = () => answer(async () => ({ designs: await listDesigns() }))
export const POST = (request: Request) => answer(async () => ({ id: await beginDesign(await jsonBody(request)) }))
