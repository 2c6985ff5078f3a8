import { storeCutOut } from '@/server/cutouts'
import { answer } from '@/server/http'

export const dynamic = 'force-dynamic'

/** Cuts the main thing out of a stored picture: `source` its SHA-256, `dabs` what was corrected. */
export const POST = (request: Request) => answer(async () => storeCutOut(await request.json().catch(() => null), request.signal))
