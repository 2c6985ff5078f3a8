import { carryInto } from '@/server/carrying'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'

/** Makes the changes in other designs; says of each what became of it. */
export const POST = route<{ id: string }>(async ({ params, json, who }) => ({
  designs: await carryInto(params.id, await json(), who),
}))
