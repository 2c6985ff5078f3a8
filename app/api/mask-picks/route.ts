import { storePick } from '@/server/cutouts'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'

/** Picks what hangs together with a point of a stored picture. */
export const POST = route(async ({ json }) => storePick(await json()))
