import { keepGuideSet, listGuideSets, removeGuideSet } from '@/server/guide-sets'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'

export const GET = route(async () => ({ sets: await listGuideSets() }))
export const POST = route(async ({ json }) => keepGuideSet(await json()))
export const DELETE = route(async ({ query }) => removeGuideSet(query.get('id') ?? ''))
