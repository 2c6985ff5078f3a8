import { carriedPicture } from '@/server/carrying'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'

/** A place as it is, and as it would look with the changes. */
export const POST = route<{ id: string }>(async ({ params, json }) => carriedPicture(params.id, await json()))
