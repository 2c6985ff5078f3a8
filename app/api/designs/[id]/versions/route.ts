import { badInput } from '@/core/basics/errors'
import { store } from '@/server/database'
import { loadDesign } from '@/server/designs'
import { route } from '@/server/route'
import { keepVersion, listVersions } from '@/server/versions'
import { keepVersion as keep } from '@/wire/designs'

export const dynamic = 'force-dynamic'

/** Kept states of a design, newest first. */
export const GET = route<{ id: string }>(async ({ params }) => ({ versions: await listVersions(params.id) }))

/** Keeps the stored state under a name. */
export const POST = route<{ id: string }>(async ({ params, json, who }) => {
  const named = keep.body.safeParse(await json())
  if (!named.success) throw badInput('A version needs a name of up to 120 characters. Nothing was stored.')
  const { design, revision } = await loadDesign(params.id)
  return { id: await keepVersion(await store(), design, revision, named.data.name, 'named', who) }
})
