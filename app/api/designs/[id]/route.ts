import { blobsOf } from '@/core/design/sources-of'
import { badInput } from '@/core/errors'
import { sourceInfo } from '@/server/blobs'
import { archiveDesign, loadDesign } from '@/server/designs'
import { answer, jsonBody } from '@/server/http'

export const dynamic = 'force-dynamic'
type Context = { params: Promise<{ id: string }> }

export const GET = (_: Request, { params }: Context) =>
  answer(async () => {
    const row = await loadDesign((await params).id)
    return { ...row, sources: await sourceInfo([...blobsOf(row.design)]) }
  })

export const PATCH = (request: Request, { params }: Context) =>
  answer(async () => {
    const { archived } = await jsonBody(request)
    if (typeof archived !== 'boolean') throw badInput('Say whether the design is archived. Nothing was changed.')
    await archiveDesign((await params).id, archived)
  })
