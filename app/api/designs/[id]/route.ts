import { badInput } from '@/core/basics/errors'
import { blobsOf } from '@/core/design/sources-of'
import { sourceInfo } from '@/server/blobs'
import { archiveDesign, loadDesign } from '@/server/designs'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'

export const GET = route<{ id: string }>(async ({ params }) => {
  const row = await loadDesign(params.id)
  return { ...row, sources: await sourceInfo([...blobsOf(row.design)]) }
})

export const PATCH = route<{ id: string }>(async ({ params, json }) => {
  const { archived } = await json()
  if (typeof archived !== 'boolean')
    throw badInput('Say whether the design is archived. Nothing was changed.')
  await archiveDesign(params.id, archived)
})
