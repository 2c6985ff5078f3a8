import { studyForCut } from '@/server/cutouts'
import { answer } from '@/server/http'

export const dynamic = 'force-dynamic'

/** Looks at a picture that is likely to be cut out next: `source` its SHA-256. */
export const POST = (request: Request) => answer(async () => studyForCut(await request.json().catch(() => null)))
