import { pieceFrom } from '@/server/linked'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'

/** Makes some of its layers a design of their own. */
export const POST = route<{ id: string }>(async ({ params, json }) => pieceFrom(params.id, await json()))
