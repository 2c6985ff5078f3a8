import { study } from '@/server/cutouts'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'

/** Looks at a picture that is likely to be cut out next: `source` its SHA-256. */
export const POST = route(async ({ json }) => study(await json()))
