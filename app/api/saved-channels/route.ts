import { route } from '@/server/route'
import { forgetChannel, listSavedChannels, saveChannel } from '@/server/saved-channels'

export const dynamic = 'force-dynamic'

export const GET = route(async ({ query }) => ({ channels: await listSavedChannels(query.get('design')) }))
export const POST = route(async ({ json }) => saveChannel(await json()))
export const DELETE = route(async ({ query }) => forgetChannel(query.get('id') ?? ''))
