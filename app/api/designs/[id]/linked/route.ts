import { revisionsLinked, takenLink } from '@/server/linked'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'

/** How far the designs are that this one shows. */
export const GET = route<{ id: string }>(async ({ params }) => revisionsLinked(params.id))
/** A picture of another design as it is now. */
export const POST = route<{ id: string }>(async ({ params, json }) => takenLink(params.id, await json()))
