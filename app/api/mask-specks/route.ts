import { storeCleaned } from '@/server/cutouts'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'

/** Cleans a painted mask of stray dots and holes under a size. */
export const POST = route(async ({ json }) => storeCleaned(await json()))
