import { storeCutOut } from '@/server/cutouts'
import { answerAlong } from '@/server/http'

export const dynamic = 'force-dynamic'

/** Cuts the main thing out of a stored picture: `source` its SHA-256, `dabs` what was corrected. Tells how far it is. */
export const POST = (request: Request) =>
  answerAlong(async (progress) => storeCutOut(await request.json().catch(() => null), progress, request.signal))
