import { storeCutOut } from '@/server/cutouts'
import { answerAlong } from '@/server/http'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'

/** Cuts the main thing out of a stored picture: `source` its SHA-256, `dabs` what was corrected. Tells how far it is. */
export const POST = route(async ({ request, json }) => {
  const asked = await json()
  return answerAlong((progress) => storeCutOut(asked, progress, request.signal))
})
