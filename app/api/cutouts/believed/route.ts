import { believed } from '@/server/cutouts'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'

/** What a cut is likely to keep, long before it is made: `source` its SHA-256, `dabs` what a person says of it. */
export const POST = route(async ({ json }) => believed(await json()))
