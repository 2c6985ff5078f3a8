import { MOST_PROFILE } from '@/host/intake'
import { storeProfile } from '@/server/blobs'
import { decoded } from '@/server/http'
import { forgetProfile, listProfiles } from '@/server/print-profiles'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'

export const GET = route(async () => ({ profiles: await listProfiles() }))
/** Takes in an ICC profile of the printing inks; its name comes in the header `x-file-name`, URI-encoded. */
export const POST = route(async ({ request, bytes }) => {
  const name = decoded(request.headers.get('x-file-name') ?? 'Profile').slice(0, 200)
  return storeProfile(await bytes(MOST_PROFILE), name, request.signal)
})
export const DELETE = route(async ({ query }) => forgetProfile(query.get('id') ?? ''))
