import { storePick } from '@/server/cutouts'
import { answer } from '@/server/http'

export const dynamic = 'force-dynamic'

/** Picks what hangs together with a point of a stored picture. */
export const POST = (request: Request) => answer(async () => storePick(await request.json().catch(() => null)))
