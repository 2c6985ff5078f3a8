import { carriedPlaces } from '@/server/carrying'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'

/** Where changes made by hand on one page and channel could be made too. */
export const POST = route<{ id: string }>(async ({ params, json }) => ({
  places: await carriedPlaces(params.id, await json()),
}))
