import { storeCleaned } from '@/server/cutouts'
import { answer } from '@/server/http'

export const dynamic = 'force-dynamic'

/** Cleans a painted mask of stray dots and holes under a size. */
export const POST = (request: Request) => answer(async () => storeCleaned(await request.json().catch(() => null)))
