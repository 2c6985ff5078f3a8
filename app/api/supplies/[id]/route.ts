import { route } from '@/server/route'
import { describeOwn, forgetOwn } from '@/server/supplies'

export const dynamic = 'force-dynamic'
export const PATCH = route<{ id: string }>(async ({ params, json }) => describeOwn(params.id, await json()))
export const DELETE = route<{ id: string }>(async ({ params }) => forgetOwn(params.id))
