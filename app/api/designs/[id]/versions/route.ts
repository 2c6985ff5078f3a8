import { z } from 'zod'
import { badInput } from '@/core/errors'
import { store } from '@/server/database'
import { loadDesign } from '@/server/designs'
import { answer, jsonBody } from '@/server/http'
import { keepVersion, listVersions } from '@/server/versions'

export const dynamic = 'force-dynamic'
type Context = { params: Promise<{ id: string }> }

/** Kept states of a design, newest first. */
export const GET = (_: Request, { params }: Context) => answer(async () => ({ versions: await listVersions((await params).id) }))

/** Keeps the stored state under a name. */
export const POST = (request: Request, { params }: Context) =>
  answer(async () => {
    const name = z
      .string()
      .trim()
      .min(1)
      .max(120)
      .safeParse((await jsonBody(request)).name)
    if (!name.success) throw badInput('A version needs a name of up to 120 characters. Nothing was stored.')
    const { design, revision } = await loadDesign((await params).id)
    return { id: await keepVersion(await store(), design, revision, name.data, 'named') }
  })
