import { keepGuideSet, listGuideSets, removeGuideSet } from '@/server/guide-sets'
import { answer, jsonBody } from '@/server/http'

export const dynamic = 'force-dynamic'

export const GET = () => answer(async () => ({ sets: await listGuideSets() }))
export const POST = (request: Request) => answer(async () => keepGuideSet(await jsonBody(request)))
export const DELETE = (request: Request) => answer(() => removeGuideSet(new URL(request.url).searchParams.get('id') ?? ''))
