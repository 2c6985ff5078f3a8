import { blobsOf } from '@/core/design/sources-of'
import { sourceInfo } from '@/server/blobs'
import { route } from '@/server/route'
import { removeVersion, versionOf } from '@/server/versions'

export const dynamic = 'force-dynamic'

export const GET = route<{ id: string; version: string }>(async ({ params }) => {
  const { id, version } = params
  const design = await versionOf(id, version)
  return { design, sources: await sourceInfo([...blobsOf(design)]) }
})

export const DELETE = route<{ id: string; version: string }>(async ({ params }) => {
  const { id, version } = params
  await removeVersion(id, version)
})
